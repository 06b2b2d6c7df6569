import type { Torque } from '../model/records';
import { atMost, show } from '../units/quantity';

/** A torque tool is right within about this share. Practice. */
const TOOL = 0.04;

/** Does what a screw was tightened to agree with what is marked beside it. @source 110.14(D) */
export function torqueSays({ value, marked, unit }: Pick<Torque, 'value' | 'marked' | 'unit'>): {
	level: 'good' | 'bad' | 'unknown';
	says: string;
} {
	const have = `${show(value, 1)} ${unit}`;
	if (marked === null) return { level: 'unknown', says: `${have}: what is marked was not read` };
	if (atMost(Math.abs(value - marked), marked * TOOL)) return { level: 'good', says: `${have}, as marked` };
	return { level: 'bad', says: `${have}: marked ${show(marked, 1)} ${unit}` };
}
