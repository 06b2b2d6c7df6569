import { capital } from '../model/breaker-name';
import type { Circuit, Job, Panel } from '../model/job';
import { newCircuit } from '../model/new-job';
import { parseSpace, samePanel, type SpaceWords } from '../model/space-words';
import type { Command } from './command';

/** A panel grows out of the work: to name a space makes it, and a panel of unknown size around it. Nothing else is invented. */

/** The breaker that was named. `make` where it is not in the job yet. */
export type SpaceNamed =
	{ known: true; circuitId: string; panelId: string; make: Command | null } | { known: false; why: NotOne };
/** Why words name no one breaker: no space is in them; there are several panels; two thin breakers share the space; two breakers stand in what was called one. */
export type NotOne = 'no-space' | 'which-panel' | 'which-half' | 'two-breakers';

export const NOT_ONE: Readonly<Record<NotOne, string>> = {
	'no-space': 'Enter the space, as it is marked in the panel: space 9, 7/9, 7A, fuse 2.',
	'which-panel': 'There are several panels. Say which, before the space: cellar 7.',
	'which-half': 'Two thin breakers share that space. Say which: 7A is the upper, 7B the lower.',
	'two-breakers': 'Two breakers are entered there, each by itself. Tag each of them.'
};

/**
 * The breaker that somebody means. The same words make the same ids on every device, so that two that both made it have made one.
 * @param text what was typed: "space 9", "7/9", "7A", "cellar 7", "slot 7, marked den"
 * @param panelId the panel, where it was asked for apart
 */
export function nameSpace(job: Job, text: string, panelId?: string): SpaceNamed {
	const words = parseSpace(
		text,
		job.panels.map((p) => p.name)
	);
	return words ? spaceOf(job, words, panelId) : { known: false, why: 'no-space' };
}
/** The same of words that were read already. */
export function spaceOf(job: Job, words: SpaceWords, panelId?: string): SpaceNamed {
	const panel = panelOf(job, words, panelId);
	if (!panel) return { known: false, why: 'which-panel' };
	const inIt = job.circuits.filter((c) => c.panelId === panel.id);
	const found = inIt.filter((c) => stands(c, words));
	// Off means all of it: one thin breaker is not the other, and one of two is not both.
	if (!words.half && found.some((c) => c.half)) return { known: false, why: 'which-half' };
	const there = found[0];
	// A space that was only named may turn out to be the upper one of two; one that was read is a breaker by itself.
	const twoPole = words.poles === 2 && there?.poles === 1;
	const apart = words.poles === 2 && inIt.some((c) => c !== there && c.space === words.space + 2);
	if (apart || (twoPole && (there.state !== 'found' || there.breakerA !== null))) return { known: false, why: 'two-breakers' };
	const makesPanel = !job.panels.some((p) => p.id === panel.id);
	if (there) {
		const marked = words.marked && !there.directory ? words.marked : null;
		const write: Command = (draft) => {
			const row = draft.circuits.find((c) => c.id === there.id);
			if (row && marked) row.directory ||= marked;
			if (row && twoPole) row.poles = 2;
		};
		return { known: true, circuitId: there.id, panelId: panel.id, make: marked || twoPole ? write : null };
	}
	const circuit = grown(job, panel, words);
	return {
		known: true,
		circuitId: circuit.id,
		panelId: panel.id,
		make: (draft) => {
			if (makesPanel && !draft.panels.some((p) => p.id === panel.id)) draft.panels.push({ ...panel });
			if (!draft.circuits.some((c) => c.id === circuit.id)) draft.circuits.push({ ...circuit });
		}
	};
}
/** Why a new breaker cannot go into a space: words that name none, or one that is taken. */
export const TAKEN = 'Another breaker is in that space.';
/** The space that a new breaker is to go into, of the panel that is named. @returns why not, or the command */
export function newSpace(job: Job, circuitId: string, text: string): { fault: string } | { put: Command } {
	const named = nameSpace(job, text);
	if (!named.known) return { fault: NOT_ONE[named.why] };
	const { circuitId: other, make } = named;
	if (!make || job.circuits.some((c) => c.id === other)) return { fault: TAKEN };
	return {
		put: (draft) => {
			make(draft);
			const made = draft.circuits.find((c) => c.id === other);
			const own = draft.circuits.find((c) => c.id === circuitId);
			if (!made || !own) return;
			Object.assign(own, {
				panelId: made.panelId,
				space: made.space,
				poles: made.poles,
				...(made.half ? { half: made.half } : {})
			});
			draft.circuits = draft.circuits.filter((c) => c.id !== other);
			// It begins at its panel: what fed it was not known before.
			for (const l of draft.cables) if (l.circuitId === circuitId && l.fromId === null) l.fromId = made.panelId;
		}
	};
}
const stands = (c: Circuit, { space, half }: SpaceWords): boolean =>
	c.space !== null && (c.space === space || (c.poles === 2 && c.space + 2 === space)) && (half === null || c.half === half);

/** The panel that is meant: the one that was named, else the only one, else one that nobody has read anything of yet. */
function panelOf(job: Job, { panel: named, fuse }: SpaceWords, id?: string): Panel | null {
	if (id !== undefined) return job.panels.find((p) => p.id === id) ?? null;
	if (named) return job.panels.find((p) => samePanel(p.name, named)) ?? unread(job, { name: capital(named), fuse });
	if (job.panels.length > 1) return null;
	return job.panels[0] ?? unread(job, { name: 'Panel', fuse });
}
/** One of unknown size: what it holds is what was named. */
const unread = (job: Job, { name, fuse }: { name: string; fuse: boolean }): Panel => ({
	id: idFor(job, `panel ${name.toLowerCase().replace(/\s*\bpanel\b/, '')}`.trim()),
	name: /panel/i.test(name) ? name : `${name} panel`,
	roomId: null,
	place: null,
	mainA: null,
	spaces: null,
	state: 'found',
	...(fuse ? { kind: 'fuses' as const } : {})
});
function grown(job: Job, panel: Panel, { space, poles, half, fuse, marked }: SpaceWords): Circuit {
	const id = idFor(job, `${panel.id} ${space}${half ? (half === 'upper' ? 'a' : 'b') : ''}`);
	return {
		...newCircuit({ id, name: marked, panelId: panel.id, space, poles, state: 'found' }),
		breakerA: null,
		directory: marked,
		...(half ? { half } : {}),
		...(fuse || panel.kind === 'fuses' ? { opener: 'fuse' as const } : {})
	};
}
const LONGEST_ID = 64;
/** An id from words: the same words, the same id; one that is taken by something else gets the next. */
function idFor(job: Job, words: string): string {
	const base = words.replace(/[^\w-]+/g, '-').slice(-LONGEST_ID + 4);
	const taken = new Set([...job.circuits, ...job.panels, ...job.boxes].map((x) => x.id));
	for (let n = 1; ; n++) {
		const id = n === 1 ? base : `${base}-${n}`;
		if (!taken.has(id)) return id;
	}
}
