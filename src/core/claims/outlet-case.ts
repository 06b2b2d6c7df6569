import type { RuledJob } from '../code/ruled-job';
import { knownBefore, type Entry } from '../model/written';
import { indexOf } from '../model/job-index';
import type { Box, Circuit, Device, Job, LiveEvent, Reading } from '../model/known';
import type { ReadingKind } from '../model/kinds';
import type { PartKind } from '../model/work';
import { once } from '../model/remember';
import { gatePlace, tagsOver } from '../makeup/gate';
import { LIT_V } from '../instruments/thresholds';
import { DEAD_BELOW_V, liveSign } from '../makeup/live-sign';
import { upTo } from '../makeup/live-alarm';
import { proofOf, type BoxProof, type JudgedReading, type Latest } from '../prove/assess-prove';
import { isBetweenHots } from '../prove/predict';
import { standingOf, type Standing } from '../protection/standing';
import { isHalved } from '../run/halves';
import { runOf } from '../run/runs';

/** All that was seen and done at a house. */
export interface Seen {
	readings: readonly Reading[];
	events: readonly LiveEvent[];
}

/** An outlet, or a half of one, with what stands of all that was read of it: since hands were last in its box, and with its power on. */
export interface OutletCase {
	ruled: RuledJob;
	seen: Seen;
	box: Box;
	device: Device;
	half: 'upper' | 'lower' | null;
	circuit: Circuit | undefined;
	/** Its contacts stand on two hots. */
	twoHots: boolean;
	/** The newest of each kind. */
	read: Latest;
	/** All of it, with what another device read and did not know of, under load, with its switch off. */
	all: readonly JudgedReading[];
	/** Readings of the box that no longer stand: of before hands were in it, or with its power off. */
	stale: readonly string[];
	/** Lamps and a meter that can't both be right. */
	contradicts: boolean;
	standing: Standing;
}

/** Outlets of a box: a switch is none. */
export const isOutlet = ({ kind }: Pick<Device, 'kind'>): boolean => kind !== 'switch';

/** @param proof what was read at the box, judged; null: nothing was */
export function outletCases(ruled: RuledJob, seen: Seen, { box, proof }: { box: Box; proof: BoxProof | null }): OutletCase[] {
	const circuit = indexOf(ruled.job).circuitsOfBox.get(box.id)?.[0];
	const outlets = box.devices.filter(isOutlet);
	const several = outlets.filter((d) => d.receptacles > 0).length > 1;
	const work = lastHandsIn(ruled.job, seen.events).get(box.id);
	const built = box.devices
		.flatMap((d) => (d.state === 'built' && d.installed ? [d.installed] : []))
		.sort()
		.at(-1);
	const counts = ({ reading }: JudgedReading): boolean =>
		!isBefore(reading, work) &&
		!(work && reading.phase === 'before') &&
		!(built && reading.at.slice(0, 10) < built) &&
		!readWhileOff(ruled.job, seen.events, reading);
	return outlets.flatMap((device) => {
		// Of several in one box a reading tells nothing that does not say which of them it is of.
		const own = several
			? proofOf(
					ruled,
					box,
					seen.readings.filter((r) => r.boxId !== box.id || r.deviceId === device.id)
				)
			: proof;
		const standing = standingOf(ruled, { box, device, circuit }, seen.readings);
		return (isHalved(device) ? (['upper', 'lower'] as const) : [null]).map((half): OutletCase => {
			const latest =
				half === 'lower'
					? { ...ofBoth(own?.latest), ...own?.lower }
					: half
						? { ...ofBoth(own?.lower), ...own?.latest }
						: { ...own?.lower, ...own?.latest };
			const read = Object.fromEntries(Object.entries(latest ?? {}).filter(([, j]) => counts(j))) as Latest;
			const beside = own ? [...own.loaded, ...own.rivals, ...own.off] : [];
			const ofHalf = beside.filter(({ reading }) => half === null || (reading.half ?? 'upper') === half);
			return {
				ruled,
				seen,
				box,
				device,
				half,
				circuit,
				twoHots: device.volts === 240 || isBetweenHots(box, half ?? undefined),
				read,
				all: [...Object.values(read), ...ofHalf.filter(counts)],
				stale: [...Object.values(latest ?? {}), ...ofHalf].flatMap((j) => (counts(j) ? [] : [j.reading.id])),
				contradicts: own?.contradicts ?? false,
				standing
			};
		});
	});
}

/** What is read of one half and holds for both: a yoke has one ground. */
const OF_YOKE: readonly ReadingKind[] = [
	'ohm-ground',
	'dead-ohm-ground',
	'bootleg',
	'ground-look',
	'ge',
	'gfci-own',
	'afci-own',
	'gfci-tester',
	'behind'
];
const ofBoth = (latest: Latest | undefined): Latest =>
	Object.fromEntries(Object.entries(latest ?? {}).filter(([kind]) => OF_YOKE.includes(kind as ReadingKind)));

type Moment = Omit<Entry, 'id'>;
/** Parts for which hands are in their box. */
const HANDS_IN: readonly PartKind[] = ['device', 'jumper', 'blank', 'splice'];
/** When hands were last in each box, to verify it dead or to put something in: what was read before is of another joint. */
const lastHandsIn = once((job: Job, events: readonly LiveEvent[]): ReadonlyMap<string, Moment> => {
	const last = new Map<string, Moment>();
	const note = (boxId: string, at: Moment): void => {
		const before = last.get(boxId);
		if (!before || !knownBefore(at, before)) last.set(boxId, at);
	};
	for (const e of events) if (e.kind === 'dead-test' && e.boxId) note(e.boxId, e);
	for (const { parts } of job.works ?? [])
		for (const part of parts) if (part.put && HANDS_IN.includes(part.kind)) note(part.at, part.put);
	return last;
});
const isBefore = (reading: Entry, work: Moment | undefined): boolean => !!work && knownBefore(reading, work);
/** Hands were in its box, or in one that feeds it, since: a joint that was read is another one now. */
export function workedOnSince({ ruled, seen, box, circuit }: OutletCase, reading: Entry): boolean {
	const path = circuit ? (runOf(ruled.job, circuit).byBox.get(box.id)?.path ?? []) : [];
	const work = lastHandsIn(ruled.job, seen.events);
	return [box.id, ...path.map((l) => l.fromId ?? '')].some((id) => isBefore(reading, work.get(id)));
}

/** What shows nothing and was read while it was off and tagged says that it was off. */
function readWhileOff(job: RuledJob['job'], events: readonly LiveEvent[], reading: Reading): boolean {
	if (!events.length || liveSign(reading) === 'live' || !SHOWS_POWER.includes(reading.kind)) return false;
	const place = gatePlace(job, reading.boxId);
	const tags = place ? tagsOver(job, upTo(events, reading), place) : [];
	return tags.length > 0 && tags.every((t) => t?.kind === 'off-tagged');
}
const SHOWS_POWER: readonly ReadingKind[] = ['hn', 'hg', 'ng', 'hh', 'h2n', 'h2g', 'he', 'ne', 'lamps'];

/**
 * It shows nothing, by a meter that nobody proved and that shows nothing else here: a dead battery reads the same. A false 0 V is far
 * likelier than a false 120 V.
 */
export const isUnprovenZero = (c: OutletCase, { kind, value, proven }: Reading): boolean =>
	VOLTS.includes(kind) &&
	Math.abs(value ?? LIT_V) < DEAD_BELOW_V &&
	!proven &&
	!c.all.some(({ reading }) => VOLTS.includes(reading.kind) && Math.abs(reading.value ?? 0) >= LIT_V);
const VOLTS: readonly ReadingKind[] = ['hn', 'hg', 'ng', 'hh', 'h2n', 'h2g', 'he', 'ne'];

/** Ids of readings. */
export const idsOf = (...of: readonly (JudgedReading | undefined)[]): string[] => of.flatMap((j) => (j ? [j.reading.id] : []));
/** Every one of a kind that stands, a rival's too; with its wall switch off an outlet is meant to be dead. */
export const ofKind = ({ all }: OutletCase, kind: ReadingKind): JudgedReading[] =>
	all.filter(({ reading }) => reading.kind === kind && reading.switchAt !== 'off');
