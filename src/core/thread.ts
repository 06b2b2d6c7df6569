import { deadState } from './makeup/dead-test';
import { signsAt } from './makeup/live-alarm';
import { indexOf } from './model/job-index';
import type { Box, Job, LiveEvent, Reading } from './model/job';
import type { Stage } from './model/kinds';
import { counting } from './model/latest-readings';

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
	/** Where it is done. */
	stage: Stage;
	view?: string;
	done: boolean;
	/** What it still needs; null: nothing. */
	needs: string | null;
	/** Hands go in there while nothing proves it dead. */
	warns: boolean;
}
interface Seen {
	readings: readonly Reading[];
	events: readonly LiveEvent[];
}

const PLACES: Readonly<Record<ThreadKey, Pick<ThreadStep, 'title' | 'stage' | 'view'>>> = {
	place: { title: 'Place', stage: 'walk', view: 'place' },
	dead: { title: 'Dead', stage: 'trim' },
	open: { title: 'Inside', stage: 'walk', view: 'inside' },
	become: { title: 'Choose', stage: 'protect', view: 'replace' },
	'make-up': { title: 'Install', stage: 'trim', view: 'install' },
	prove: { title: 'Prove', stage: 'prove' },
	paper: { title: 'Paper', stage: 'protect', view: 'letter' }
};

/** The seven steps of one box, in their order, each with what it needs. */
export function threadOf(job: Job, seen: Seen, box: Box): ThreadStep[] {
	const circuitIds = (indexOf(job).circuitsOfBox.get(box.id) ?? []).map((c) => c.id);
	const dead = deadState(seen.events, { circuitIds, boxId: box.id }, signsAt(job, seen, box.id));
	const wasDead = seen.events.some((e) => e.kind === 'dead-test' && e.boxId === box.id);
	const planned = box.devices.filter((d) => d.state === 'planned');
	const built = box.devices.filter((d) => d.state === 'built');
	const changed = planned.length + built.length > 0;
	const after = counting(seen.readings).filter(
		(r) =>
			r.boxId === box.id && built.every((d) => d.installed === null || r.at.slice(0, 10) >= d.installed) && r.phase !== 'before'
	);
	const proved = built.length > 0 && !planned.length && after.length > 0;
	const inside = box.cables.length > 0 || box.conductors.length > 0 || box.ground !== 'unknown';
	const needs: Record<ThreadKey, string | null> = {
		place: box.roomId === null ? 'its room' : null,
		dead: dead.test ? null : dead.tag ? 'a dead test' : wasDead && proved ? null : 'off and tagged',
		open: inside ? null : 'what is in the box',
		become: changed ? null : 'what it may become',
		'make-up': built.length && !planned.length ? null : planned.length ? 'installing' : 'a choice first',
		prove: proved ? null : built.length ? 'a reading' : 'installing first',
		paper: proved ? null : 'proof first'
	};
	return THREAD.map((key) => ({
		key,
		...PLACES[key],
		done: needs[key] === null,
		needs: needs[key],
		warns: (key === 'open' || key === 'make-up') && !dead.test
	}));
}
/** The step that comes next: the first that needs something. */
export const nextInThread = (steps: readonly ThreadStep[]): ThreadStep | null => steps.find((s) => !s.done) ?? null;
