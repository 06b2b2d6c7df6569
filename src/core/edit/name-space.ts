import type { Circuit, Job, Panel } from '../model/job';
import { newCircuit } from '../model/new-job';
import { parseSpace, samePanel, type SpaceWords } from '../model/space-words';
import type { Command } from './command';

/** A panel grows out of the work: to name a space makes it, and a panel of unknown size around it. Nothing else is invented. */

/** The breaker that was named. `make` where it is not in the job yet. */
export type SpaceNamed =
	| { known: true; circuitId: string; panelId: string; make: Command | null }
	/** `no-space`: the words name none; `which-panel`: there are several, and none was named. */
	| { known: false; why: 'no-space' | 'which-panel' };

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
	const there = job.circuits.find((c) => c.panelId === panel.id && stands(c, words));
	const makesPanel = !job.panels.some((p) => p.id === panel.id);
	if (there) {
		const marked = words.marked && !there.directory ? words.marked : null;
		const write: Command | null = marked
			? (draft) => {
					const row = draft.circuits.find((c) => c.id === there.id);
					if (row) row.directory ||= marked;
				}
			: null;
		return { known: true, circuitId: there.id, panelId: panel.id, make: write };
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
const stands = (c: Circuit, { space, half }: SpaceWords): boolean =>
	c.space !== null &&
	(c.space === space || (c.poles === 2 && c.space + 2 === space)) &&
	(half === null || c.half === undefined || c.half === half);

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
const capital = (words: string): string => `${words[0]?.toUpperCase() ?? ''}${words.slice(1)}`;
