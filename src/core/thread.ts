import { LIT_V } from './instruments/thresholds';
import { deadStateAt } from './makeup/live-alarm';
import type { Box, Device, Job, LiveEvent, Reading } from './model/job';
import { counting } from './model/latest-readings';
import { unreadOf, type Unread } from './prove/unread';
import { knownJob } from './model/known';
import type { Level } from './prove/verdicts';
import { groundOf } from './run/ground-at';

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
	/** What all that was read at the box comes to; left out: nothing was. */
	level?: Level | undefined;
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
	const wasDead = seen.events.some((e) => e.kind === 'dead-test' && e.boxId === box.id);
	const unproved = done ? whatProves(job, seen, box, built) : 'installing first';
	const proved = unproved === null;
	const inside = box.cables.length > 0 || box.conductors.length > 0 || box.ground !== 'unknown';
	const needs: Record<ThreadKey, string | null> = {
		place: box.roomId === null ? 'its room' : null,
		// Once the work is in it is on again, and meant to be.
		dead: dead.test || proved || (done && wasDead) ? null : dead.tag ? 'a dead test' : 'off and tagged',
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
/**
 * What is still missing until what was put in is proved; null: nothing. Only what was read since hands were in the box counts,
 * a device that protects by its own button, and nothing that was read there may be bad.
 */
function whatProves(job: Job, { readings, events, level }: Seen, box: Box, built: readonly Device[]): string | null {
	const hands = events.filter((e) => e.kind === 'dead-test' && e.boxId === box.id).at(-1)?.at;
	const after = counting(readings).filter(
		(r) => r.boxId === box.id && r.phase !== 'before' && (hands === undefined ? r.phase === 'after' : r.at > hands)
	);
	// With its wall switch off an outlet proves nothing of itself, and what floats is no supply.
	if (built.some((d) => d.receptacles > 0)) {
		const lit = after.some((r) => (r.value ?? 0) >= LIT_V && r.switchAt !== 'off' && (r.kind === 'hn' || r.kind === 'hh'));
		if (!lit) return AFTER_WORK.supply;
		// Reversed, or with its ground open, it has all of its volts hot to neutral.
		const inUse = after.filter((r) => r.switchAt !== 'off');
		const kindsOf = (half: 'upper' | 'lower') => new Set(inUse.filter((r) => (r.half ?? 'upper') === half).map((r) => r.kind));
		const unread = unreadOf(box, groundOf(knownJob(job), box, readings), { upper: kindsOf('upper'), lower: kindsOf('lower') });
		if (unread) return AFTER_WORK[unread];
	}
	if (!after.length) return 'a reading after the work';
	const guards = built.some((d) => d.receptacles > 0 && d.protection !== 'none' && d.protection !== 'afci');
	if (guards && !after.some((r) => r.kind === 'gfci-own' && r.word === 'trips')) return 'its own test button';
	return level === 'bad' ? 'what reads bad put right' : null;
}
const AFTER_WORK: Readonly<Record<Unread, string>> = {
	supply: 'volts, read after the work',
	upper: 'its upper half, read after the work',
	lower: 'its lower half, read after the work',
	ground: 'its ground, read after the work'
};
/** The step that comes next: the first that needs something. */
export const nextInThread = (steps: readonly ThreadStep[]): ThreadStep | null => steps.find((s) => !s.done) ?? null;
