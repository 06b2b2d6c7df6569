import { asTheyStand, spaceNumber } from '../model/breaker-name';
import { sayRating } from '../model/fact-words';
import { runOf } from '../run/runs';
import type { Circuit, Job, Panel } from '../model/known';
import { indexOf } from '../model/job-index';

export interface DirectoryRow {
	circuitId: string;
	spaces: string;
	space: number | null;
	breaker: string;
	/** Evident and specific: what it is and the rooms it feeds. */
	purpose: string;
	/** An old directory's word, not believed until proven. */
	directory: string;
	state: Circuit['state'];
}
export interface Directory {
	panel: Panel;
	rows: DirectoryRow[];
}

const GIVES = { none: '', gfci: ' GFCI', afci: ' AFCI', dual: ' dual-function' } as const;

/** The panel directory: every circuit by its evident, specific purpose, in the order of the slots. @source 408.4(A) */
export function directoryOf(job: Job, panel: Panel): Directory {
	const rows = job.circuits
		.filter((c) => c.panelId === panel.id)
		.sort(asTheyStand)
		.map((c): DirectoryRow => ({
			circuitId: c.id,
			spaces: spaceNumber(c),
			space: c.space,
			breaker: `${sayRating(c)}${c.poles === 2 ? ' two-pole' : ''}${GIVES[c.breaker]}`,
			purpose: purposeOf(job, c),
			directory: c.directory,
			state: c.state
		}));
	return { panel, rows };
}

function purposeOf(job: Job, circuit: Circuit): string {
	const index = indexOf(job);
	const rooms = new Set<string>();
	for (const node of runOf(job, circuit).nodes) {
		const roomId = index.boxes.get(node.boxId)?.roomId;
		const room = roomId ? index.rooms.get(roomId) : undefined;
		if (room) rooms.add(room.name);
	}
	const list = [...rooms].join(', ');
	return list && !circuit.name.toLowerCase().includes(list.toLowerCase()) ? `${circuit.name}: ${list}` : circuit.name;
}
