import { expose } from 'comlink';
import { readDxf, roomsFromDxf } from '../../core/formats/dxf-in';

const api = { readDxf, roomsFromDxf };
export type DxfApi = typeof api;
expose(api);
