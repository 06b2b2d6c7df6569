import type { Box, Device } from '../model/known';

/** The two halves of a duplex are wired apart: one is switched, or they are on two circuits. */
export const isHalved = (d: Pick<Device, 'receptacles' | 'switched' | 'yoke'>): boolean =>
	d.receptacles === 2 && (d.switched === 'half' || d.yoke !== undefined);
/** The same of a box: each half is read by itself. */
export const hasHalves = (box: Pick<Box, 'devices'>): boolean => box.devices.some(isHalved);
