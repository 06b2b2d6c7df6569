import type { Box, Cable, CableEnd, Job } from './job';
import { once } from './remember';

/**
 * A piece of cable has two ends. What was seen in a box is an end; what joins two places is a cable. Which end belongs to which cable
 * is said by its `of`, or follows where only one way is left; nothing is copied from the one to the other.
 */

/** Where a cable stands to a box: it feeds it, or goes on from it. */
type Way = 'in' | 'on';
export interface CableHere<C extends Cable = Cable> {
	/** Null: only its end was seen, and what is at the other one is not known. */
	cable: C | null;
	/** Null: it is drawn to the box, and was not seen in it, or which of those seen it is cannot be told. */
	end: CableEnd | null;
	/** Null: its end was not read by itself. */
	way: Way | null;
}

/** What an end says of its cable. */
export const SEEN_FIELDS = ['kind', 'awg', 'metal', 'conductors', 'ground'] as const;
export type SeenField = (typeof SEEN_FIELDS)[number];

const wayOf = (cable: Cable, boxId: string): Way => (cable.toId === boxId ? 'in' : 'on');
/** It can be the end of this cable: read as LINE it feeds the box, read dead by itself it goes on. */
const mayBe = (end: CableEnd, way: Way): boolean => end.line === undefined || end.line === (way === 'in');
/** A cable that is planned is in no box yet, and one whose hot rides in another's has no end of its own. */
const hasEnd = (cable: Cable): boolean => cable.state !== 'planned' && !cable.inCableOf;

interface Joined {
	/** By the end's id. */
	cableOf: ReadonlyMap<string, Cable>;
	/** By the cable's id: the ends of it that were seen, with the box of each. */
	endsOf: ReadonlyMap<string, readonly { boxId: string; end: CableEnd }[]>;
	/** Cables of a box of which one of several ends is meant, by the cable's id: those that may be. */
	among: ReadonlyMap<string, readonly CableEnd[]>;
	/** Cables that end in each box. */
	cablesAt: ReadonlyMap<string, readonly Cable[]>;
}
/** Which end belongs to which cable, for a state of a job. */
const joinedEnds = once((job: Job): Joined => {
	const cablesAt = new Map<string, Cable[]>();
	const put = (id: string | null, cable: Cable) => {
		if (id !== null) cablesAt.set(id, [...(cablesAt.get(id) ?? []), cable]);
	};
	for (const cable of job.cables) {
		if (cable.inCableOf) continue;
		put(cable.toId, cable);
		if (cable.fromId !== cable.toId) put(cable.fromId, cable);
	}
	const cableOf = new Map<string, Cable>();
	const endsOf = new Map<string, { boxId: string; end: CableEnd }[]>();
	const among = new Map<string, CableEnd[]>();
	for (const box of job.boxes) {
		if (!box.ends.length) continue;
		const cables = (cablesAt.get(box.id) ?? []).filter(hasEnd);
		const { pairs, open } = pair(box, cables);
		for (const [end, cable] of pairs) {
			cableOf.set(end.id, cable);
			endsOf.set(cable.id, [...(endsOf.get(cable.id) ?? []), { boxId: box.id, end }]);
		}
		for (const [cable, ends] of open) among.set(cable.id, [...(among.get(cable.id) ?? []), ...ends]);
	}
	return { cableOf, endsOf, among, cablesAt };
});

/** The ends of one box with their cables: as was said, then as far as only one way is left. */
function pair(box: Box, cables: readonly Cable[]): { pairs: Map<CableEnd, Cable>; open: Map<Cable, CableEnd[]> } {
	const pairs = new Map<CableEnd, Cable>();
	const left = new Set(cables);
	const loose = new Set(box.ends);
	const join = (end: CableEnd, cable: Cable) => {
		pairs.set(end, cable);
		left.delete(cable);
		loose.delete(end);
	};
	for (const end of box.ends) {
		const cable = end.of === undefined ? undefined : cables.find((c) => c.id === end.of && left.has(c));
		if (cable) join(end, cable);
	}
	const fits = (cable: Cable) => [...loose].filter((end) => mayBe(end, wayOf(cable, box.id)));
	// An end that was read tells by itself; one that was not, only where all that are drawn can be among those seen.
	const settles = (): [CableEnd, Cable] | null => {
		for (const cable of left) {
			const way = wayOf(cable, box.id);
			if ([...left].some((c) => c !== cable && wayOf(c, box.id) === way)) continue;
			const [end, ...others] = fits(cable);
			const enough = loose.size >= left.size || end?.line === (way === 'in');
			if (end && !others.length && enough) return [end, cable];
			// LINE is one; of several that go on, one that reads dead may be another than is drawn, unless all of them are.
			const read = [end, ...others].filter((e) => e?.line === (way === 'in'));
			if (read.length === 1 && read[0] && (way === 'in' || loose.size === left.size)) return [read[0], cable];
		}
		return null;
	};
	for (let next = settles(); next; next = settles()) join(...next);
	const open = new Map([...left].map((cable) => [cable, loose.size >= left.size ? fits(cable) : []] as const));
	return { pairs, open };
}

/** The ends of a cable that were seen, and in which boxes. */
export const endsSeen = (job: Job, cableId: string): readonly { boxId: string; end: CableEnd }[] =>
	joinedEnds(job).endsOf.get(cableId) ?? [];
/** The cable of an end; undefined: its other end is not known, or it cannot be told which it is. */
export const cableOfEnd = (job: Job, endId: string): Cable | undefined => joinedEnds(job).cableOf.get(endId);

/** Every cable of a box once: those that are drawn to it with what was seen of them, then those of which only an end was seen. */
export function cablesHere<J extends Job>(job: J, box: Box): CableHere<J['cables'][number]>[] {
	return here(job, box) as CableHere<J['cables'][number]>[];
}
function here(job: Job, box: Box): CableHere[] {
	const { cableOf, endsOf, cablesAt } = joinedEnds(job);
	const drawn = (cablesAt.get(box.id) ?? []).map((cable): CableHere => ({
		cable,
		end: endsOf.get(cable.id)?.find((e) => e.boxId === box.id)?.end ?? null,
		way: wayOf(cable, box.id)
	}));
	const only = box.ends
		.filter((end) => !cableOf.has(end.id))
		.map((end): CableHere => ({ cable: null, end, way: end.line === undefined ? null : end.line ? 'in' : 'on' }));
	// Which of those seen a drawn one is cannot be told yet: it is one of them, the likest, and not one more.
	for (const { cable, end, way } of drawn) {
		if (end || !cable || !hasEnd(cable) || !way) continue;
		const likest = only.reduce<CableHere | null>(
			(best, c) => (likeness(c, cable, way) > likeness(best, cable, way) ? c : best),
			null
		);
		if (likest) only.splice(only.indexOf(likest), 1);
	}
	return [...drawn, ...only];
}
/** How well an end agrees with what was entered of a cable; one that cannot be its end: not at all. */
function likeness(here: CableHere | null, cable: Cable, way: Way): number {
	if (!here?.end) return -Infinity;
	const { end } = here;
	const says = (f: SeenField) => Object.getOwnPropertyDescriptor(cable, f)?.value as Cable[SeenField] | undefined;
	const apart = SEEN_FIELDS.filter((f) => (end[f] ?? says(f) ?? null) !== (says(f) ?? end[f] ?? null)).length;
	return (mayBe(end, way) ? 0 : -SEEN_FIELDS.length - 1) - apart;
}
/** Ends that were seen in a box of which it is not known which of its drawn cables they are. */
export function untoldEnds(job: Job, box: Box): { cables: Cable[]; ends: CableEnd[] } {
	const { cableOf, endsOf, cablesAt } = joinedEnds(job);
	const ends = box.ends.filter((end) => !cableOf.has(end.id));
	const cables = (cablesAt.get(box.id) ?? []).filter(
		(c) => hasEnd(c) && !endsOf.get(c.id)?.some((e) => e.boxId === box.id) && box.ends.length > 0
	);
	return { cables, ends };
}

/** Fields in which an end and what was entered of its cable differ: one of the two is to be chosen. */
export function differing(job: Job, end: CableEnd): { cable: Cable; fields: SeenField[] } | null {
	const joined = cableOfEnd(job, end.id);
	const cable = joined && job.cables.find((c) => c.id === joined.id);
	if (!cable) return null;
	const fields = SEEN_FIELDS.filter((f) => cable[f] !== null && (end[f] ?? cable[f]) !== cable[f]);
	return fields.length ? { cable, fields } : null;
}

/** What both of a cable's ends say of a field, or all that it may be; null: nothing, or two things. */
export function seenOf<K extends SeenField>(job: Job, cableId: string, field: K): CableEnd[K] | null {
	const { endsOf, among } = joinedEnds(job);
	const ends = (endsOf.get(cableId) ?? []).map((e) => e.end);
	const told = new Set(ends.map((e) => e[field]).filter((v) => v !== null && v !== undefined));
	if (told.size) return told.size === 1 ? ([...told][0] as CableEnd[K]) : null;
	const maybe = among.get(cableId) ?? [];
	const [first] = maybe;
	return first && maybe.every((e) => e[field] === first[field]) ? (first[field] ?? null) : null;
}

/** The job with what was seen at the ends of its cables in place of what nobody said of the cable itself. */
export const asJoined = once((job: Job): Job => {
	if (!job.boxes.some((b) => b.ends.length)) return job;
	const cables = job.cables.map((cable) => filled(job, cable));
	return cables.every((c, i) => c === job.cables[i]) ? job : { ...job, cables };
});
/** Kept by what is filled in, so that a cable that is as before is the same. */
const FILLED = new WeakMap<Cable, { with: string; cable: Cable }>();
function filled(job: Job, cable: Cable): Cable {
	// As the rules read it, a field that nobody saw throws: there is nothing left to be filled in.
	const missing = SEEN_FIELDS.filter((f) => Object.getOwnPropertyDescriptor(cable, f)?.value === null);
	if (!missing.length) return cable;
	const seen = Object.fromEntries(
		missing.flatMap((f) => {
			const value = seenOf(job, cable.id, f);
			return value === null ? [] : [[f, value] as const];
		})
	) as Partial<Cable>;
	if (!Object.keys(seen).length) return cable;
	const key = JSON.stringify(seen);
	const before = FILLED.get(cable);
	if (before?.with === key) return before.cable;
	const now = { ...cable, ...seen };
	FILLED.set(cable, { with: key, cable: now });
	return now;
}
