import { parseSpace, samePanel } from '../space-words';

/**
 * Version 4 kept the cables that were seen in a box as a list beside the "legs" of circuits, numbered circuits itself, called spaces
 * slots, and knew what was switched off for a box only by words. Now a cable seen in a box is an end, what joins two is a cable, and
 * a space that was named is a breaker of a panel.
 */
type Plain = Record<string, unknown>;
const rows = (value: unknown): Plain[] =>
	Array.isArray(value) ? value.filter((v): v is Plain => !!v && typeof v === 'object') : [];

/** New names of fields, by where they stand; null: the field is gone. */
interface Renames {
	[field: string]: { to: string | null; in?: Renames };
}
const KIND: Renames = { cable: { to: 'kind' } };
const JOB: Renames = {
	legs: { to: 'cables', in: KIND },
	boxes: {
		to: 'boxes',
		in: { cables: { to: 'ends', in: KIND }, conductors: { to: 'conductors', in: { cableId: { to: 'endId' } } } }
	},
	circuits: { to: 'circuits', in: { slot: { to: 'space' }, number: { to: null } } },
	panels: {
		to: 'panels',
		in: {
			slots: { to: 'spaces' },
			openSlots: { to: 'openSpaces' },
			feeder: { to: 'feeder', in: { slot: { to: 'space' }, ...KIND } }
		}
	}
};
/** A value with its fields by their new names, the rows of a list each by itself. */
function renamed(value: unknown, names: Renames | undefined): unknown {
	if (!names || value === null || typeof value !== 'object') return value;
	if (Array.isArray(value)) return value.map((v) => renamed(v, names));
	return Object.fromEntries(
		Object.entries(value).flatMap(([field, v]) => {
			const to = Object.hasOwn(names, field) ? names[field] : undefined;
			if (!to) return [[field, v]];
			return to.to === null ? [] : [[to.to, renamed(v, to.in)]];
		})
	);
}

type Step = string | { id: string };
/** One entry of the history, as far as it is renamed. */
interface OldChange {
	path: Step[];
	row?: unknown;
	before?: unknown;
	after?: unknown;
}
/** A change of the history under the new names; null: it changed what is gone. */
export function changeToVersion5<C extends OldChange>(change: C): C | null {
	const path: Step[] = [];
	let at: Renames | undefined = JOB;
	for (const step of change.path) {
		const to: Renames[string] | undefined = typeof step === 'string' && at && Object.hasOwn(at, step) ? at[step] : undefined;
		if (to?.to === null) return null;
		path.push(to?.to ?? step);
		if (typeof step === 'string') at = to?.in;
	}
	const now: C = { ...change, path };
	for (const key of ['row', 'before', 'after'] as const) if (key in change) now[key] = renamed(change[key], at);
	return now;
}

/** An event that tagged something by words alone. */
interface Tagged {
	circuitId?: unknown;
	boxId?: unknown;
	what?: unknown;
}
/**
 * What was tagged by the words of a space becomes the breaker of that space: made where the job has none there. The box that it was
 * tagged for is not on it by that. Words that name no space stay words.
 */
function spacesOfTags(job: Plain, events: readonly Plain[]): { job: Plain; events: Plain[] } {
	const panels = [...rows(job.panels)];
	const circuits = [...rows(job.circuits)];
	const names = panels.map((p) => String(p.name ?? ''));
	const made = events.map((event): Plain => {
		const { circuitId, what } = event as Tagged;
		if ((circuitId !== null && circuitId !== undefined) || typeof what !== 'string') return event;
		// The main and the feeder of a panel are tagged for the panel itself.
		if (panels.some((p) => p.id === event.boxId)) return event;
		const words = parseSpace(what, names);
		if (!words) return event;
		const named = words.panel;
		const panel = named ? panels.find((p) => samePanel(String(p.name ?? ''), named)) : panels.length < 2 ? panels[0] : undefined;
		if (!panel && (named || panels.length)) return event;
		const home = panel ?? {
			id: 'panel',
			name: 'Panel',
			roomId: null,
			place: null,
			mainA: null,
			spaces: null,
			state: 'found',
			...(words.fuse ? { kind: 'fuses' } : {})
		};
		if (!panel) panels.push(home);
		const there = circuits.find(
			(c) =>
				c.panelId === home.id &&
				(c.space === words.space || (c.poles === 2 && Number(c.space) + 2 === words.space)) &&
				(c.half ?? null) === words.half
		);
		const circuit = there ?? {
			id: `${String(home.id)}-${words.space}${words.half ? (words.half === 'upper' ? 'a' : 'b') : ''}`.slice(-60),
			name: words.marked,
			kind: 'general',
			panelId: home.id,
			space: words.space,
			poles: words.poles,
			breakerA: null,
			breaker: 'none',
			load: null,
			mustStayOn: false,
			directory: words.marked,
			state: 'found',
			...(words.half ? { half: words.half } : {}),
			...(words.fuse ? { opener: 'fuse' } : {})
		};
		if (!there) circuits.push(circuit);
		return { ...event, circuitId: circuit.id };
	});
	return { job: { ...job, panels, circuits }, events: made };
}

const NOTED = /^rough:leg:/;
/** The whole of a file, or of a job with its events as they are kept. */
export function toVersion5(old: Plain): Plain {
	const renamedJob = renamed(old.job ?? {}, JOB) as Plain;
	const checks = rows(renamedJob.checks).map((c) => ({ ...c, id: String(c.id).replace(NOTED, 'rough:cable:') }));
	const { job, events } = spacesOfTags(
		{ ...renamedJob, ...(renamedJob.checks === undefined ? {} : { checks }) },
		rows(old.events)
	);
	const photos = rows(old.photos).map((p) => {
		const of = p.of as Plain | undefined;
		return of?.kind === 'leg' ? { ...p, of: { ...of, kind: 'cable' } } : p;
	});
	return { ...old, fileVersion: 5, job, events, ...(old.photos === undefined ? {} : { photos }) };
}
