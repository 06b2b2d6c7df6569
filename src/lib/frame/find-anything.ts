import { breakerWritten, capital } from '$core/model/breaker-name';
import { sayRating } from '$core/model/fact-words';
import Fuse from 'fuse.js';
import type { Job } from '$core/model/job';
import { indexOf } from '$core/model/job-index';
import { inWords, STAGES, type Stage } from '$core/model/kinds';
import type { StageResult, Subject } from '$core/model/result';
import { STAGE_NAMES } from '$lib/frame/stages';

/** Something of a job that has a name, a rule that is open in it, a stage, or a thing to do. */
export type Hit = { name: string; about: string } & (
	| { kind: 'box' | 'room' | 'circuit' | 'panel' | 'fixture' | 'device'; id: string }
	| { kind: 'rule'; id: string; stage: Stage; subject: Subject }
	| { kind: 'stage'; id: Stage }
	| { kind: 'action'; id: string; run: () => void }
);
/** What can be done from anywhere, by its words. */
export interface Action {
	id: string;
	name: string;
	about: string;
	run: () => void;
}

/** Circuits by number, name, breaker, slots and the rooms that they are in. */
function circuitHits(job: Job): Hit[] {
	const { rooms, boxes } = indexOf(job);
	return job.circuits.map((c): Hit => {
		const on = job.cables.filter((l) => l.circuitId === c.id).map((l) => boxes.get(l.toId)?.roomId);
		const names = new Set(on.flatMap((id) => (id ? (rooms.get(id)?.name ?? []) : [])));
		return {
			kind: 'circuit',
			id: c.id,
			name: capital(breakerWritten(job, c)),
			about: [`circuit, ${sayRating(c)}`, ...names].join(', ')
		};
	});
}

/** Everything that can be found, in the order in which equals are shown. */
function everything(job: Job, stages: Readonly<Record<Stage, StageResult>>, actions: readonly Action[]): Hit[] {
	const { rooms } = indexOf(job);
	const roomName = (id: string | null) => (id ? (rooms.get(id)?.name ?? '') : 'no room yet');
	const cited = STAGES.flatMap((stage) => stages[stage].findings.map((f) => ({ stage, f })));
	const sections = new Map(cited.reverse().map((row) => [`${row.f.rule.section} ${row.f.rule.title}`, row]));
	return [
		...job.boxes.map((b): Hit => ({
			kind: 'box',
			id: b.id,
			name: b.name,
			about: `${roomName(b.roomId)}, ${b.devices.map((d) => d.name || d.serves || d.kind).join(', ')}`
		})),
		...job.boxes.flatMap((b) =>
			b.devices
				.filter((d) => d.name)
				.map((d): Hit => ({ kind: 'device', id: b.id, name: d.name, about: `at ${b.name}, ${roomName(b.roomId)}` }))
		),
		...job.rooms.map((r): Hit => ({ kind: 'room', id: r.id, name: r.name, about: 'room' })),
		...circuitHits(job),
		...job.rooms.flatMap((r) =>
			r.fixtures.map((f): Hit => ({
				kind: 'fixture',
				id: f.id,
				name: f.name || inWords(f.kind),
				about: `${inWords(f.kind)}, ${r.name}`
			}))
		),
		...job.panels.map((p): Hit => ({ kind: 'panel', id: p.id, name: p.name, about: 'panel' })),
		...STAGES.map((id): Hit => ({ kind: 'stage', id, name: STAGE_NAMES[id].name, about: `stage: ${STAGE_NAMES[id].about}` })),
		...[...sections].map(([key, { stage, f }]): Hit => ({
			kind: 'rule',
			id: key,
			stage,
			subject: f.subject,
			name: f.rule.section,
			about: `${f.rule.title}; open in ${STAGE_NAMES[stage].name}`
		})),
		...actions.map((a): Hit => ({ kind: 'action', ...a }))
	];
}

/** How far a match may be from what was typed: a slip of the finger, not another word. */
const LOOSE = 0.3;

/**
 * What is found by words typed in any order, with a slip or two: names first, then what is said of them.
 * @example 'watr heater' -> the circuit of the water heater
 */
export function finder(
	job: Job,
	stages: Readonly<Record<Stage, StageResult>>,
	actions: readonly Action[] = []
): (typed: string) => Hit[] {
	return finderOf(everything(job, stages, actions));
}
/** What is found among the circuits alone; with nothing typed, all of them. */
export function circuitFinder(job: Job): (typed: string) => Hit[] {
	const all = circuitHits(job);
	const find = finderOf(all);
	return (typed) => (typed.trim() ? find(typed) : all);
}

function finderOf(all: readonly Hit[]): (typed: string) => Hit[] {
	const fuse = new Fuse(all, {
		keys: [
			{ name: 'name', weight: 3 },
			{ name: 'about', weight: 1 }
		],
		threshold: LOOSE,
		ignoreLocation: true,
		ignoreFieldNorm: true,
		useExtendedSearch: true
	});
	return (typed) => {
		const words = typed.replace(/[|"'=^!$]/g, ' ').trim();
		if (!words) return [];
		const whole = words.toLowerCase();
		return fuse
			.search(words)
			.map((r) => r.item)
			.sort((a, b) => exact(b, whole) - exact(a, whole));
	};
}
/** What is named just so comes first, then what begins so. */
const exact = (hit: Hit, typed: string): number =>
	hit.name.toLowerCase() === typed ? 2 : hit.name.toLowerCase().startsWith(typed) ? 1 : 0;
