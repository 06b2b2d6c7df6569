import { byWriting } from '../model/written';
import type { BandFigures, Reading } from '../model/known';
import { READING_KINDS, type LimitKey, type ReadingKind } from '../model/kinds';
import { counting } from '../model/latest-readings';
import { goodWord, isFigureKind, isWordKind, type WordKind } from '../model/reading';
import { atMost } from '../units/quantity';
import { LIMITS } from './limits';

/** One kind of reading before the work and after it. */
interface BeforeAfter {
	kind: ReadingKind;
	half: 'upper' | 'lower';
	before: Reading;
	after: Reading;
	/** Worse by more than the meter's spread; `repaired`: what was off is as it should be; `changed`: it differs, and says neither. */
	change: 'repaired' | 'better' | 'same' | 'worse' | 'changed';
}
/** What a meter itself spreads by, in each kind's own unit. A job that only changes devices must not lose more than this. */
const SPREAD: Partial<Record<ReadingKind, number>> = {
	drop: 0.3,
	ng: 0.2,
	'ohm-hot': 0.05,
	'ohm-neutral': 0.05,
	'ohm-ground': 0.05,
	hn: 1.5,
	hg: 1.5,
	'gfci-ms': 5,
	'gfci-ma': 0.3
};
/** Volts as a supply has them: what was outside and is within was mended. By which limit. */
const VOLTS: Partial<Record<ReadingKind, LimitKey>> = {
	hn: 'outlet',
	h2n: 'outlet',
	hg: 'outlet',
	h2g: 'outlet',
	hh: 'outlet-hh'
};
type Limits = Readonly<Record<LimitKey, BandFigures>>;
const within = (value: number, [least, most]: readonly [number, number]): boolean => atMost(least, value) && atMost(value, most);
/** What a jumper from ground to neutral shows as good: taken out, they only tell the truth at last. */
const ON_THE_GROUND: readonly ReadingKind[] = ['hg', 'h2g', 'ng', 'ohm-ground', 'lamps'];
const atGround = (change: BeforeAfter['change'], kind: ReadingKind, jumper: boolean): BeforeAfter['change'] =>
	jumper && change !== 'same' && ON_THE_GROUND.includes(kind) ? 'changed' : change;
function wordChange(kind: WordKind, before: string | undefined, after: string | undefined): BeforeAfter['change'] {
	if (before === after) return 'same';
	const good = goodWord(kind);
	return after === good ? 'repaired' : before === good ? 'worse' : 'changed';
}
/** More of these is worse. */
const MORE_IS_WORSE: readonly ReadingKind[] = ['drop', 'ng', 'ohm-hot', 'ohm-neutral', 'ohm-ground', 'gfci-ms'];

/** Volts under a load and without one are two things, and so are times at two leakages; drops are brought to one load. */
const underWhat = ({ kind, loadA, atMa }: Reading): string =>
	kind === 'gfci-ms' ? String(atMa) : kind === 'drop' || loadA === null ? '' : 'loaded';

/**
 * The last reading marked before and the last marked after, of each kind at a box. Without marks: nothing to compare.
 * @param limits the job's own; left out: the usual ones
 */
export function beforeAndAfter(readings: readonly Reading[], boxId: string, limits: Limits = LIMITS): BeforeAfter[] {
	const own = counting(readings).filter((r) => r.boxId === boxId && r.phase);
	const keys = new Map<string, { before?: Reading; after?: Reading }>();
	for (const r of [...own].sort(byWriting)) {
		const key = `${r.kind} ${r.half ?? 'upper'} ${r.switchAt ?? 'on'} ${underWhat(r)}`;
		keys.set(key, { ...keys.get(key), [r.phase ?? 'after']: r });
	}
	const bootleg = [...keys.values()].find((k) => k.before?.kind === 'bootleg')?.before?.word;
	const jumper = bootleg !== undefined && bootleg !== goodWord('bootleg');
	const order = (r: BeforeAfter) => READING_KINDS.indexOf(r.kind);
	const found = [...keys.values()].flatMap(({ before, after }): BeforeAfter[] =>
		before && after
			? [
					{
						kind: after.kind,
						half: after.half ?? 'upper',
						before,
						after,
						change: atGround(changeOf(before, after, limits), after.kind, jumper)
					}
				]
			: []
	);
	return found.sort((a, b) => order(a) - order(b));
}
function changeOf(before: Reading, after: Reading, limits: Limits): BeforeAfter['change'] {
	if (isWordKind(after.kind)) return wordChange(after.kind, before.word, after.word);
	if (!isFigureKind(after.kind) || before.value === null || after.value === null)
		return before.lamps === after.lamps && before.value === after.value ? 'same' : 'changed';
	const limit = VOLTS[after.kind];
	if (limit) {
		const { good } = limits[limit];
		const [was, is] = [within(before.value, good), within(after.value, good)];
		if (was !== is) return is ? 'repaired' : 'worse';
	}
	// Drops under different loads are brought to one: a drop grows with its load. Of a load that nobody wrote it is not known.
	if (after.kind === 'drop' && (before.loadA === null) !== (after.loadA === null)) return 'changed';
	const scale = after.kind === 'drop' && before.loadA && after.loadA ? after.loadA / before.loadA : 1;
	const by = after.value - before.value * scale;
	if (Math.abs(by) <= (SPREAD[after.kind] ?? 0)) return 'same';
	if (!MORE_IS_WORSE.includes(after.kind)) return 'changed';
	return by > 0 ? 'worse' : 'better';
}
