import { LIT_V } from '../instruments/thresholds';
import { DEAD_BELOW_V } from '../makeup/live-sign';
import type { Seen } from './seen';

/** Two observations that cannot both be right: a meter that shows nothing beside a sign of life there or beyond. By their numbers. */
export interface Contradiction {
	zero: number;
	life: number;
}

/** A dead battery, an open lead and a bad contact show 0 V ten times as often as anything shows volts that are not there. */
const isZero = ({ instrument, fields, proven }: Seen): boolean =>
	!proven &&
	(instrument === 'voltmeter' || instrument === 'low-impedance') &&
	typeof fields.hn === 'number' &&
	['hn', 'hg', 'ng'].every((f) => fields[f] === undefined || (typeof fields[f] === 'number' && fields[f] < DEAD_BELOW_V));
function isLife({ instrument, fields }: Seen): boolean {
	if (instrument === 'works') return true;
	if (instrument === 'lamps') return fields.hn === 'on';
	const volts = instrument === 'analyzer' ? (fields.volts ?? fields.loadedVolts) : fields.hn;
	return (typeof volts === 'number' && volts >= LIT_V) || (instrument === 'analyzer' && typeof fields.dropPercent === 'number');
}
/** @param feeds whether what one outlet shows must come through the other's box, itself among them */
export function contradictionsOf(seen: readonly Seen[], feeds: (upstream: number, outlet: number) => boolean): Contradiction[] {
	return seen.flatMap((z, zero) => {
		if (!isZero(z)) return [];
		const life = seen.findIndex((s) => isLife(s) && feeds(z.outlet, s.outlet));
		return life < 0 ? [] : [{ zero, life }];
	});
}
/** No answer stands on readings that contradict each other: what was seen without them. */
export function withoutThem(seen: readonly Seen[], found: readonly Contradiction[]): Seen[] {
	const zeros = new Set(found.map((c) => c.zero));
	return seen.filter((_, i) => !zeros.has(i));
}
