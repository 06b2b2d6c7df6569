import { expose } from 'comlink';
import { dxfApi } from './dxf-api';
import { filesApi } from './files-api';
import { photoApi } from './photo-api';

/** Whatever is taken in. Papers have a script of their own: what sets them is four times as large as all the others. */
expose({ ...filesApi, ...dxfApi, ...photoApi });
