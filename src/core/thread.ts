import { editionOf } from './code/amended-edition';
import type { DeadState } from './makeup/dead-test';
import { deadStateAt, heldDead } from './makeup/live-alarm';
import type { Box, Device, Job, LiveEvent, Reading } from './model/job';
import { indexOf } from './model/job-index';
import { knownJob } from './model/known';
import { boxClaims, isProven, type PlaceClaims } from './claims/claims-of';
import { MISSING } from './claims/missing';
import { proofOf } from './prove/assess-prove';

/**
 * One thread through a call: name the place, make it dead, open it, what it may become, make it up, energize and prove, paper.
 * Each step knows what it still needs; none is locked.
 */
export const THREAD = ['place', 'dead', 'open', 'become', 'make-up', 'prove', 'paper'] as const;
export type ThreadKey = (typeof THREAD)[number];

export interface ThreadStep {
	key: ThreadKey;
	/** Short enough for a bar of seven on a phone. */
	title: string;
	done: boolean;
	/** What it still needs; null: nothing. */
	needs: string | null;
	/** Hands go in there while nothing proves it dead. */
	warns: boolean;
}
interface Seen {
	readings: readonly Reading[];
	events: readonly LiveEvent[];
	/** What may be claimed there; left out: it is worked out. */
	place?: PlaceClaims | undefined;
}

const TITLES: Readonly<Record<ThreadKey, string>> = {
	place: 'Place',
	dead: 'Dead',
	open: 'Inside',
	become: 'Choose',
	'make-up': 'Install',
	prove: 'Prove',
	paper: 'Paper'
};

/** The seven steps of one box, in their order, each with what it needs. */
export function threadOf(job: Job, seen: Seen, box: Box): ThreadStep[] {
	const dead = deadStateAt(job, seen, box.id);
	const planned = box.devices.filter((d) => d.state === 'planned');
	const built = box.devices.filter((d) => d.state === 'built');
	const changed = planned.length + built.length > 0;
	const done = built.length > 0 && !planned.length;
	const unproved = done ? whatProves({ job, box, built }, seen) : 'installing first';
	const proved = unproved === null;
	const inside = box.ends.length > 0 || box.conductors.length > 0 || box.ground !== 'unknown';
	const needs: Record<ThreadKey, string | null> = {
		place: box.roomId === null ? 'its room' : null,
		// Once the work is in it is on again, and meant to be; a test that nobody made is not made by what came after.
		dead: deadNeeds(dead, { done, held: heldDead(seen, box.id) }),
		open: inside ? null : 'what is in the box',
		become: changed ? null : 'what it may become',
		'make-up': done ? null : planned.length ? 'installing' : 'a choice first',
		prove: unproved,
		paper: proved ? null : 'proof first'
	};
	return THREAD.map((key) => ({
		key,
		title: TITLES[key],
		done: needs[key] === null,
		needs: needs[key],
		warns: (key === 'open' || key === 'make-up') && !dead.test
	}));
}
function deadNeeds(dead: DeadState, { done, held }: { done: boolean; held: boolean }): string | null {
	if (dead.test || (done && held && !dead.tag)) return null;
	if (done && !dead.tag) return held ? null : 'a dead test: none is recorded';
	return dead.tag ? 'a dead test' : 'off and tagged';
}
/** What is still missing until what was put in is proved; null: nothing. Claims count what was read since hands were in the box. */
function whatProves({ job, box, built }: { job: Job; box: Box; built: readonly Device[] }, seen: Seen): string | null {
	const place = seen.place ?? claimsAt(job, box, seen);
	if (!place?.read) return 'volts, read after the work';
	if (place.level === 'bad') return 'what reads bad put right';
	if (!built.some((d) => d.receptacles > 0)) return null;
	if (place.level === 'look') return 'what is to be looked at again';
	return isProven(place) || !place.next ? null : `${MISSING[place.next].words} since the work`;
}
function claimsAt(told: Job, { id }: Box, seen: Seen): PlaceClaims | null {
	const job = knownJob(told);
	const box = indexOf(job).boxes.get(id);
	const ruled = { edition: editionOf(job), job };
	return box ? boxClaims(ruled, seen, box, proofOf(ruled, box, seen.readings)) : null;
}
/** The step that comes next: the first that needs something. */
export const nextInThread = (steps: readonly ThreadStep[]): ThreadStep | null => steps.find((s) => !s.done) ?? null;
