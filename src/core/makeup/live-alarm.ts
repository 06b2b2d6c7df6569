import { asTheyStand, saySpace, isUnnamed } from '../model/breaker-name';
import { runOf } from '../run/runs';
import type { Circuit, Job, LiveEvent, Reading } from '../model/job';
import { counting } from '../model/latest-readings';
import { byWriting, knownBefore, type Entry } from '../model/written';
import { readingValue, readingWords } from '../model/reading';
import { deadState, type DeadState, type Signs } from './dead-test';
import { isSwitching, lastSwitched, lastSwitchedFor, sourceOf } from '../model/power';
import { gatePlace, tagsOver } from './gate';
import { DEAD_BELOW_V, liveSign, type LiveSign } from './live-sign';

/** Live where it is tagged off: the wrong breaker, or a second feed. It stops everything, and says which breaker it is not. */
export interface LiveAlarm {
	/** Of the reading or the event. */
	id: string;
	/** The box that was read; of a breaker: its panel. */
	boxId: string;
	/** Circuits that are tagged off and were held to feed it; none: what was switched off has only its marking. */
	circuits: Circuit[];
	/** What is off, in words. */
	off: string;
	tag: LiveEvent;
	/** What was seen, in words. */
	seen: string;
	at: string;
	readingId: string | null;
}

interface Evidence extends Entry {
	boxId: string;
	circuitId: string | null;
	sign: LiveSign;
	seen: string;
	by: string;
	readingId: string | null;
}
/** Everything read that says something of life, the oldest first; what was struck out or put right says nothing. */
export function evidenceOf(readings: readonly Reading[], events: readonly LiveEvent[]): Evidence[] {
	const read = counting(readings).map((r) => ({
		id: r.id,
		boxId: r.boxId,
		circuitId: r.circuitId ?? null,
		at: r.at,
		wrote: r.wrote,
		sign: liveSign(r),
		seen: `${readingWords(r.kind)} ${readingValue(r)}`.trim(),
		by: r.by,
		readingId: r.id
	}));
	const withdrawn = new Set(events.flatMap((e) => e.withdraws ?? []));
	const told = events
		.filter((e) => e.kind === 'live-found' && e.boxId !== null && !withdrawn.has(e.id))
		.map((e) => ({
			id: e.id,
			boxId: e.boxId ?? '',
			circuitId: e.circuitId,
			at: e.at,
			wrote: e.wrote,
			sign: 'live' as const,
			seen: e.note,
			by: e.by,
			readingId: null
		}));
	return [...read, ...told].sort(byWriting);
}

/** The circuits that are held to feed a place, and the tag under which all of them are off; null: one of them is on. */
function tagOf(job: Job, events: readonly LiveEvent[], e: Pick<Evidence, 'boxId' | 'circuitId'>) {
	const place = gatePlace(job, e.circuitId ?? e.boxId) ?? gatePlace(job, e.boxId);
	if (!place) return null;
	// What is read of a breaker says of its load side, unless the bus was said to be off too.
	const tags = e.circuitId ? tagsOver(job, events, place).slice(0, 1) : tagsOver(job, events, place);
	const off = tags.filter((t): t is LiveEvent => t?.kind === 'off-tagged');
	if (!tags.length || off.length < tags.length) return null;
	const tag = off.sort(byWriting).at(-1);
	if (!tag) return null;
	const { circuits } = place;
	return { circuits: [...circuits], tag, tags: off, off: tagWords(job, tag, circuits) };
}

/** Circuits that a place hung on, or was tagged off by, when something was written of it. */
export function tagsAt(job: Job, events: readonly LiveEvent[], { boxId, at }: { boxId: string; at: Entry }): string[] {
	const place = gatePlace(job, boxId);
	if (!place || place.kind === 'panel') return [];
	const tagged = tagsOver(job, upTo(events, at), place).flatMap((t) => t?.circuitId ?? []);
	return [...new Set([...place.circuits.map((c) => c.id), ...tagged])];
}

/** What is off, in words: its breakers by panel and space, the main of a panel, or as it was marked. */
export function tagWords(job: Job, tag: LiveEvent, circuits: readonly Circuit[] = []): string {
	const panel = job.panels.find((p) => tag.circuitId === null && p.id === tag.boxId);
	if (tag.circuitId === null) return `${panel ? `${panel.name}, ` : ''}${tag.what ?? 'what was tagged'}`;
	// A breaker that was tagged for a box that is not proven to be on it.
	const own = job.circuits.find((c) => c.id === tag.circuitId);
	const all = own && !circuits.includes(own) ? [own] : circuits;
	return all.map((c) => (c.name ? `${saySpace(job, c)}, ${c.name}` : saySpace(job, c))).join(' and ');
}

/** Alarms that stand: the newest of each place, until it is proved dead, the reading is struck out, or the circuit is on again. */
export function liveAlarms(job: Job, readings: readonly Reading[], events: readonly LiveEvent[]): LiveAlarm[] {
	if (!events.some((e) => e.kind === 'off-tagged')) return [];
	const newest = new Map<string, LiveAlarm>();
	for (const e of evidenceOf(readings, events)) {
		if (e.sign !== 'live') continue;
		// By what was off when it was read: another breaker that is tagged since proves nothing of the first.
		const under = tagOf(job, upTo(events, e), e);
		if (!under || under.tags.some((tag) => isLifted(events, tag))) continue;
		const proved = events.some((x) => x.kind === 'dead-test' && x.boxId === e.boxId && knownBefore(e, x));
		const key = e.circuitId ?? e.boxId;
		if (proved) newest.delete(key);
		else newest.set(key, { ...alarmOf(under), id: e.id, boxId: e.boxId, seen: e.seen, at: e.at, readingId: e.readingId });
	}
	return [...newest.values()];
}

const alarmOf = ({ circuits, tag, off }: NonNullable<ReturnType<typeof tagOf>>) => ({ circuits, tag, off });
/** What a tag was on is on again, or was since. */
const isLifted = (events: readonly LiveEvent[], tag: LiveEvent): boolean =>
	events.some((e) => isSwitching(e) && e.kind !== 'off-tagged' && sourceOf(e) === sourceOf(tag) && knownBefore(tag, e));

/** Signs of life that void dead tests under the tags of a place: anywhere under them, at any box of its circuits, and what is left open at it. */
export function signsAt(
	job: Job,
	{ readings, events }: { readings: readonly Reading[]; events: readonly LiveEvent[] },
	boxId: string
): Signs {
	const own = tagOf(job, events, { boxId, circuitId: null });
	if (!own) return { live: [], open: [] };
	const ids = new Set(own.circuits.map((c) => c.id));
	const onThem = new Set(own.circuits.flatMap((c) => runOf(job, c).nodes.map((n) => n.boxId)));
	const since = evidenceOf(readings, events).filter((e) => !knownBefore(e, own.tag));
	return {
		live: since.filter((e) => {
			const under = e.sign === 'live' ? tagOf(job, events, e) : null;
			return under && (under.tag.id === own.tag.id || (e.circuitId ? ids.has(e.circuitId) : onThem.has(e.boxId)));
		}),
		open: since.filter((e) => e.sign === 'not-verified' && e.boxId === boxId)
	};
}

/** Whether hands may go into a box, a panel or onto a breaker, by its tags, its tests and every sign of life since. */
export function deadStateAt(
	job: Job,
	seen: { readings: readonly Reading[]; events: readonly LiveEvent[] },
	placeId: string
): DeadState {
	const place = gatePlace(job, placeId);
	if (!place) return { tag: null, test: null, voided: null };
	return deadState(seen.events, { tags: tagsOver(job, seen.events, place), placeId }, signsAt(job, seen, placeId));
}

/**
 * The last dead test of a box stood until its power came back on: nothing live was read there in between. One that was made and is
 * not needed any more, since the work is done.
 */
export function heldDead(
	{ readings, events }: { readings: readonly Reading[]; events: readonly LiveEvent[] },
	boxId: string
): boolean {
	const test = events.filter((e) => e.kind === 'dead-test' && e.boxId === boxId).at(-1);
	if (!test) return false;
	const on = events.find((e) => e.kind === 'on' && knownBefore(test, e));
	return !evidenceOf(readings, events).some(
		(e) => e.boxId === boxId && e.sign === 'live' && knownBefore(test, e) && !(on && knownBefore(on, e))
	);
}

/** A breaker that may feed a box, by what was read there while some were off. */
interface Suspect {
	circuit: Circuit;
	/** `no`: live with it off; `feeds`: it alone was off when the box was dead; `maybe`: nothing tells yet. */
	says: 'no' | 'maybe' | 'feeds';
	why: string;
}
/**
 * Which breaker is it: what stays live with a breaker off does not hang on that one alone; what is dead hangs on one of those
 * that are off. With all of them ruled out it is fed from elsewhere, or by two.
 */
export function breakerSuspects(
	job: Job,
	{ readings, events }: { readings: readonly Reading[]; events: readonly LiveEvent[] },
	boxId: string
): Suspect[] {
	const offAt = (at: Entry) =>
		new Set(job.circuits.filter((c) => lastSwitched(upTo(events, at), c.id)?.kind === 'off-tagged').map((c) => c.id));
	const live = evidenceOf(readings, events).filter((e) => e.boxId === boxId && !e.circuitId && e.sign === 'live');
	const ruledOut = new Map<string, string>();
	for (const e of live) for (const id of offAt(e)) ruledOut.set(id, e.seen);
	/** Read live with it on, and dead with it off, in one visit: a dead outlet goes dead with any breaker. */
	const wasLive = (circuitId: string, deadAt: string) =>
		live.some((e) => !offAt(e).has(circuitId) && Math.abs(Date.parse(e.at) - Date.parse(deadAt)) <= ONE_VISIT_MS);
	const dead: (Entry & { at: string })[] = [
		...events.filter((e) => e.kind === 'dead-test' && e.boxId === boxId),
		...counting(readings).filter(
			(r) =>
				r.boxId === boxId &&
				r.meter === 'low-impedance' &&
				r.kind === 'hn' &&
				r.switchAt !== 'off' &&
				(r.value ?? 9) < DEAD_BELOW_V
		)
	];
	// With a main off, or what has only a marking, it may be dead by that.
	const among = dead
		.filter((at) => !offByWords(upTo(events, at)))
		.map((at) => ({ at: at.at, off: new Set([...offAt(at)].filter((id) => !ruledOut.has(id))) }))
		.filter((s) => s.off.size > 0);
	// One that nobody has named cannot be switched by its space: it is what is looked for.
	return job.circuits
		.filter((c) => !isUnnamed(c))
		.map((circuit): Suspect => {
			const seen = ruledOut.get(circuit.id);
			if (seen !== undefined) return { circuit, says: 'no', why: `with it off the box was live: ${seen}` };
			const alone = among.filter((s) => s.off.size === 1 && s.off.has(circuit.id));
			if (alone.some((s) => wasLive(circuit.id, s.at)))
				return { circuit, says: 'feeds', why: 'live with it on, dead with it off' };
			if (alone.length)
				return {
					circuit,
					says: 'maybe',
					why: 'dead with it off; not read live with it on: a dead outlet goes dead with any breaker'
				};
			if (among.length && !among.every((s) => s.off.has(circuit.id)))
				return { circuit, says: 'no', why: 'the box was dead while it was on' };
			return { circuit, says: 'maybe', why: among.length ? 'off with others when the box was dead' : 'not switched off yet' };
		})
		.sort((a, b) => ORDER[a.says] - ORDER[b.says] || asTheyStand(a.circuit, b.circuit));
}
/** Is something off that is no circuit: the main of a panel, or what was switched off by its marking. */
const offByWords = (events: readonly LiveEvent[]): boolean =>
	[...new Set(events.flatMap((e) => (e.circuitId === null ? (e.boxId ?? []) : [])))].some((id) => {
		const last = lastSwitchedFor(events, id);
		return last?.kind === 'off-tagged' && last.circuitId === null;
	});
/** On and off are one visit where they lie no further apart, ms. */
const ONE_VISIT_MS = 12 * 3_600_000;
const ORDER = { feeds: 0, maybe: 1, no: 2 } as const;
/** Events up to an entry: how the house stood then. */
export const upTo = (events: readonly LiveEvent[], at: Entry): LiveEvent[] => events.filter((e) => !knownBefore(at, e));
