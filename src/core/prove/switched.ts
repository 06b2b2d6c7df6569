import { byWriting } from '../model/written';
import { GHOST_UP_TO_V } from '../makeup/live-sign';
import type { Box, Job, Reading } from '../model/job';
import { counting } from '../model/latest-readings';
import { show } from '../units/quantity';
import type { Judgment, Level } from './judgment';
import { limitRule } from './limits';
import type { EditionKey } from '../model/kinds';

/** A receptacle of which a wall switch, a timer or a sensor takes the power: all of it, or one half. */

export type Half = 'upper' | 'lower';
const switchedAt = (box: Pick<Box, 'devices'> | undefined) => box?.devices.find((d) => d.switched !== 'none');

/** Does the switch take the power of this half? null: one half is switched, and nobody said which. */
export function goesOff(box: Pick<Box, 'devices'> | undefined, half: Half): boolean | null {
	const device = switchedAt(box);
	if (!device) return false;
	if (device.switched === 'whole') return true;
	return device.switchedHalf === undefined ? null : device.switchedHalf === half;
}

const SUPPLY: readonly Reading['kind'][] = ['hn', 'hg', 'hh', 'h2n', 'h2g'];
/** Says a reading that its outlet has power, or none? null: it says neither. Any lamp that is lit has a hot behind it; up to 50 V is what a dead conductor picks up. */
function power(r: Pick<Reading, 'kind' | 'value' | 'lamps'>): boolean | null {
	if (r.kind === 'lamps') return r.lamps === null ? null : /on|dim/.test(r.lamps);
	return SUPPLY.includes(r.kind) && r.value !== null ? Math.abs(r.value) > GHOST_UP_TO_V : null;
}
/**
 * What a reading says that was taken with the wall switch off; null: what it would say at any outlet.
 * A half that is switched is dead, the other one stays live.
 */
export function switchedOff(
	edition: EditionKey,
	reading: Pick<Reading, 'kind' | 'value' | 'lamps' | 'switchAt'>,
	goes: boolean | null
): Judgment | null {
	const live = reading.switchAt === 'off' ? power(reading) : null;
	if (live === null) return null;
	const rule = limitRule(edition, 'practice', 'A switched receptacle, switch off');
	const say = (level: Level, says: string): Judgment => ({
		on: 'joints',
		level,
		says,
		have: reading.value,
		need: null,
		unit: reading.value === null ? '' : 'V',
		rule
	});
	if (goes === null)
		return say(
			'unknown',
			live ? 'live with the switch off: this half is not the switched one' : 'dead with the switch off: this is the switched half'
		);
	if (goes && live)
		return say('bad', 'stays live with the switch off: the tab between the halves is in, or the hot goes past the switch');
	if (goes) return say('good', `off with its switch${reading.value === null ? '' : `, ${show(reading.value)} V`}`);
	return live ? null : say('bad', 'dead with the switch off: this half is meant to stay live. Is the switched hot on it?');
}

/** A switch that takes the power of a box's receptacle: a wall switch by hand, or a timer or a sensor in its place. */
interface SwitchOf {
	boxId: string;
	name: string;
}
/** The switches that control a box: two of a three-way set, and those between them. */
export const switchesOf = (job: Pick<Job, 'boxes'>, boxId: string): SwitchOf[] =>
	job.boxes
		.filter((b) => b.devices.some((d) => d.kind === 'switch' && d.controls?.includes(boxId)))
		.map((b) => ({ boxId: b.id, name: b.name }));

/** One cell of the table of a switched receptacle: a half, with the switch on, or off by one of its switches. */
interface SwitchedCell {
	half: Half;
	switchAt: 'on' | 'off';
	/** Of several: the one that was thrown; null: the only one, or not said. */
	by: SwitchOf | null;
	/** Is it live as wired? null: nobody said which half is switched. */
	live: boolean | null;
	/** The newest volts hot to neutral there. */
	read: Reading | null;
	level: Level | null;
}
/** Both halves, on, and off by each switch that controls it; none where nothing is switched. */
export function switchedTable(job: Pick<Job, 'boxes'>, box: Box, readings: readonly Reading[]): SwitchedCell[] {
	const device = switchedAt(box);
	if (!device) return [];
	const own = counting(readings).filter((r) => r.boxId === box.id && r.kind === 'hn' && r.value !== null);
	const halves: Half[] = device.receptacles === 2 ? ['upper', 'lower'] : ['upper'];
	const switches = switchesOf(job, box.id);
	const ways: Pick<SwitchedCell, 'switchAt' | 'by'>[] = [
		{ switchAt: 'on', by: null },
		...(switches.length > 1 ? switches : [null]).map((by) => ({ switchAt: 'off' as const, by }))
	];
	return halves.flatMap((half) =>
		ways.map(({ switchAt, by }): SwitchedCell => {
			const goes = goesOff(box, half);
			const read =
				own
					.filter(
						(r) => (r.half ?? 'upper') === half && (r.switchAt ?? 'on') === switchAt && (by === null || r.switchBy === by.boxId)
					)
					.sort(byWriting)
					.at(-1) ?? null;
			const live = switchAt === 'on' ? true : goes === null ? null : !goes;
			const level = read && live !== null ? (power(read) === live ? 'good' : 'bad') : null;
			return { half, switchAt, by, live, read, level };
		})
	);
}
