import { readDxf, roomsFromDxf } from '../../core/formats/dxf-in';

export const dxfApi = { readDxf, roomsFromDxf };
export type DxfApi = typeof dxfApi;
