import type { Edition } from '../../code/shape/edition';
import type { Box, Device } from '../../model/known';

/** In a cabinet, or for what is fastened in place: no wall, floor or counter receptacle. @source 210.52(B)(1), (B)(2) */
export const isFixedInPlace = (edition: Edition, box: Box, d: Device): boolean =>
	box.inCabinet || (d.serves !== null && edition.circuits.kitchens.fixedInPlace.serves.includes(d.serves));
