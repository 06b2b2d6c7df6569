import { expose } from 'comlink';
import { circuitsApi } from './circuits-api';
import { countApi } from './count-api';
import { instrumentApi } from './instrument-api';
import { judgeApi } from './judge-api';
import { traceApi } from './trace-api';

/** Whatever judges, searches or simulates beside the page: one script, since they all rest on the same core. */
expose({ ...judgeApi, ...countApi, ...circuitsApi, ...traceApi, ...instrumentApi });
