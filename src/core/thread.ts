import { claimsOf, isProven, type JobClaims, type PlaceClaims } from './claims/claims-of';
import { MISSING } from './claims/missing';
import { houseOf } from './house';
import type { DeadState } from './makeup/dead-test';
import { deadStateAt, heldDead } from './makeup/live-alarm';
import { asFoundId, NOT_TESTED } from './model/checks';
import type { Box, Device, Job, LiveEvent, Reading } from './model/job';
import { knownJob } from './model/known';
import { lastWorkAt, openWork, type Skipped, type Work } from './model/work';
import { stateOf, type WorkState } from './work/obligations';

/**
 * One thread through a call: name the place, what it shows as found, make it dead, open it, what it may become, make it up, energize and prove, paper.
 * Each step knows what it still needs; none is locked.
 */
export const THREAD = ['place', 'found', 'dead', 'open', 'become', 'make-up', 'prove', 'paper'] as const;
export type ThreadKey = (typeof THREAD)[number];

export interface ThreadStep {
	key: ThreadKey;
	/** Short enough for a bar of eight on a phone. */
	title: string;
	done: boolean;
	/** What it still needs; null: nothing. */
	needs: string | null;
	/** Hands go in there while nothing proves it dead. */
	warns: boolean;
	/** It ended by its name: "not tested". */
	skipped: boolean;
}
interface Seen {
	readings: readonly Reading[];
	events: readonly LiveEvent[];
	/** What may be claimed of the house; left out: it is worked out. */
	claims?: JobClaims | undefined;
}

const TITLES: Readonly<Record<ThreadKey, string>> = {
	place: 'Place',
	found: 'Found',
	dead: 'Dead',
	open: 'Inside',
	become: 'Choose',
	'make-up': 'Install',
	prove: 'Prove',
	paper: 'Paper'
};

/** The eight steps of one box, in their order, each with what it needs. */
export function threadOf(job: Job, seen: Seen, box: Box): ThreadStep[] {
	const feeds = handsAt(job, box);
	const dead = deadStateAt(job, seen, feeds ?? box.id);
	const planned = box.devices.filter((d) => d.state === 'planned');
	const built = box.devices.filter((d) => d.state === 'built');
	const of = workOf(job, box, seen);
	const changed = planned.length + built.length > 0 || of !== null;
	const done = (of ? of.state.isIn : built.length > 0) && !planned.length;
	const skipped = (step: Skipped): boolean => of?.work.skipped?.some((s) => s.step === step) ?? false;
	const unproved = done ? whatProves({ job, box, built }, seen, of?.state) : 'installing first';
	const proved = unproved === null || (done && skipped('prove'));
	const inside = box.ends.length > 0 || box.conductors.length > 0 || box.ground !== 'unknown';
	const needs: Record<ThreadKey, string | null> = {
		place: box.roomId === null ? 'its room' : null,
		// Off, in, or opened: what it showed before can be read no more.
		found: dead.tag || inside || changed || asFoundAt(job, box, seen) ? null : 'what it shows before anything is off',
		// Once the work is in it is on again, and meant to be; a test that nobody made is not made by what came after.
		// New, and joined to nothing that is live yet: there is nothing to make dead.
		dead:
			skipped('dead') || feeds === null || (done && !dead.tag && isBrought(job, box))
				? null
				: deadNeeds(dead, { done, held: heldDead(seen, feeds) }),
		open: inside ? null : 'what is in the box',
		become: changed ? null : 'what it may become',
		'make-up': done ? null : planned.length || of ? 'installing' : 'a choice first',
		prove: proved ? null : unproved,
		paper: !proved ? 'proof first' : of?.state.labels.length ? 'its labels on' : null
	};
	return THREAD.map((key) => ({
		key,
		title: TITLES[key],
		done: needs[key] === null,
		needs: needs[key],
		warns: (key === 'open' || key === 'make-up') && feeds !== null && !dead.test,
		skipped:
			key === 'found'
				? needs.found === null && asFoundAt(job, box, seen) !== 'read'
				: (key === 'dead' || key === 'prove') && skipped(key)
	}));
}
/**
 * The box at which a place is made dead: itself; of a new one that is not in yet the box that feeds it; null: nothing feeds it yet.
 */
export function handsAt(job: Job, box: Pick<Box, 'id' | 'state'>): string | null {
	if (box.state !== 'planned') return box.id;
	const work = (job.works ?? []).findLast((w) => !w.ended && w.parts.some((p) => p.newBox && p.at === box.id));
	if (!work) return box.id;
	return work.parts.some((p) => p.newBox && p.at === work.boxId) ? null : work.boxId;
}
/** It came with a work, and nothing was done in it since: hands were in it before it was joined to anything. */
export const isBrought = (job: Job, { id }: Pick<Box, 'id'>): boolean =>
	lastWorkAt(job, id)?.parts.some((p) => p.newBox && p.at === id) ?? false;
/** What is on record of a box as it was found: a reading, a sign, a first look; or that it was not tested. null: nothing. */
export function asFoundAt(job: Job, box: Pick<Box, 'id'>, { readings }: Pick<Seen, 'readings'>): 'read' | 'not-tested' | null {
	const signs = job.symptoms.some((s) => s.boxId === box.id || s.signs?.some((x) => x.boxId === box.id));
	if (signs || readings.some((r) => r.boxId === box.id && !r.struck)) return 'read';
	const check = job.checks.find((c) => c.id === asFoundId(box.id));
	return check ? (check.note === NOT_TESTED ? 'not-tested' : 'read') : null;
}
/** The work that was begun at a box and goes on, with where it stands; null: there is none. */
export function workOf(job: Job, box: Pick<Box, 'id'>, seen: Seen): { work: Work; state: WorkState } | null {
	const work = openWork(job, box.id);
	return work ? { work, state: stateOf(job, work, { claims: claimsIn(job, seen), readings: seen.readings }) } : null;
}
function deadNeeds(dead: DeadState, { done, held }: { done: boolean; held: boolean }): string | null {
	if (dead.test || (done && held && !dead.tag)) return null;
	if (done && !dead.tag) return held ? null : 'a dead test: none is recorded';
	return dead.tag ? 'a dead test' : 'off and tagged';
}
/**
 * What is still missing until what was put in is proved, here and wherever else the work reaches; null: nothing. Claims count what
 * was read since hands were in the box.
 */
function whatProves(
	{ job, box, built }: { job: Job; box: Box; built: readonly Device[] },
	seen: Seen,
	state: WorkState | undefined
): string | null {
	const place = claimsIn(job, seen).places.get(box.id);
	const elsewhere = state?.owed.find((o) => o.at !== box.id);
	const here = built.length || !state ? ofBox(place, built) : null;
	if (here) return here;
	const owed = elsewhere ?? state?.owed[0];
	return owed ? `${owed.words}${owed.missing ? `: ${MISSING[owed.missing].words}` : ''}` : null;
}
function ofBox(place: PlaceClaims | undefined, built: readonly Device[]): string | null {
	if (!place?.read) return 'volts, read after the work';
	if (place.level === 'bad') return 'what reads bad put right';
	if (!built.some((d) => d.receptacles > 0)) return null;
	if (place.level === 'look') return 'what is to be looked at again';
	return isProven(place) || !place.next ? null : `${MISSING[place.next].words} since the work`;
}
const claimsIn = (told: Job, seen: Seen): JobClaims =>
	seen.claims ?? claimsOf(houseOf(knownJob(told), seen.readings, seen.events));
/** The step that comes next: the first that needs something. */
export const nextInThread = (steps: readonly ThreadStep[]): ThreadStep | null => steps.find((s) => !s.done) ?? null;
