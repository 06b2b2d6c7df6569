import type { Box, Circuit, Job, Cable, Panel, Room } from '../job';
import type { FieldFault } from '../result';
import { wallLength } from '../geometry';
import { MOST } from './limits';

/** No table has it, and nobody makes it. @source Table 310.16, Chapter 9 Table 8 */
export const noSuchWire = ({ awg, metal }: Pick<Cable, 'awg' | 'metal'>): boolean => metal === 'Al' && awg === '14';
const NO_SUCH_WIRE = 'must be 12 AWG or larger in aluminum, got 14';

type Say = (path: string, message: string) => void;
/** Who is known, by list. */
interface Known {
	rooms: ReadonlyMap<string, Room>;
	boxes: ReadonlyMap<string, Box>;
	circuits: ReadonlyMap<string, Circuit>;
	panels: ReadonlyMap<string, Panel>;
	cables: ReadonlyMap<string, Cable>;
}
const byId = <T extends { id: string }>(rows: readonly T[]): ReadonlyMap<string, T> => new Map(rows.map((r) => [r.id, r]));

/** What the schema cannot see: ids that are twice, names that point nowhere, places off their wall, runs that loop. */
export function referenceFaults(job: Job): FieldFault[] {
	const faults: FieldFault[] = [];
	const say: Say = (path, message) => void faults.push({ path, message });
	const known: Known = {
		rooms: byId(job.rooms),
		boxes: byId(job.boxes),
		circuits: byId(job.circuits),
		panels: byId(job.panels),
		cables: byId(job.cables)
	};
	sayDoubled(job, say);
	job.rooms.forEach((room, i) => sayRoom(room, `rooms[${i}]`, say));
	job.boxes.forEach((box, i) => sayPlace(box, `box ${box.name}`, `boxes[${i}]`, known, say));
	job.panels.forEach((panel, i) => sayPlace(panel, `panel ${panel.name}`, `panels[${i}]`, known, say));
	sayLinks(job, known, say);
	sayFeeders(job, known, say);
	sayCables(job, known, say);
	return faults;
}
/** Faults of an edited job that it did not have before. */
export function newReferenceFaults(before: Job, after: Job): FieldFault[] {
	const faults = referenceFaults(after);
	if (!faults.length) return [];
	const old = new Set(referenceFaults(before).map((f) => f.message));
	return faults.filter((f) => !old.has(f.message));
}

const LISTS = ['rooms', 'boxes', 'cables', 'circuits', 'panels', 'symptoms', 'amendments', 'checks'] as const;
const MAYBE_LISTS = ['inspection', 'guided', 'rulings', 'torques', 'supplies', 'signatures'] as const;
const OF_ROOM = ['breaks', 'counters', 'fixtures', 'marks'] as const;
const OF_BOX = ['devices', 'ends', 'conductors'] as const;
function sayDoubled(job: Job, say: Say): void {
	const each = (rows: readonly { id: string }[], path: string, where: string) => {
		const seen = new Set<string>();
		rows.forEach((row, i) => {
			if (seen.has(row.id)) say(`${path}[${i}].id`, `appears twice in ${where}: "${row.id}"`);
			seen.add(row.id);
		});
	};
	for (const name of LISTS) each(job[name], name, name);
	for (const name of MAYBE_LISTS) each(job[name] ?? [], name, name);
	job.rooms.forEach((room, i) => {
		for (const part of OF_ROOM) each(room[part], `rooms[${i}].${part}`, `the ${part} of ${room.name}`);
	});
	job.boxes.forEach((box, i) => {
		for (const part of OF_BOX) each(box[part], `boxes[${i}].${part}`, `the ${part} of ${box.name}`);
	});
}

/** What hangs on the walls of a room: on a wall that is there, and not over its end. */
function sayRoom(room: Room, path: string, say: Say): void {
	const { outline } = room;
	for (const part of ['breaks', 'counters', 'marks', 'studs'] as const) {
		room[part].forEach((b, k) => {
			const at = `${path}.${part}[${k}]`;
			if (!outline) return say(at, `${room.name} has no outline to put it on`);
			if (b.wall >= outline.length) return say(`${at}.wall`, `${room.name} has walls 0 to ${outline.length - 1}, got ${b.wall}`);
			if (!('to' in b)) return;
			if (b.to <= b.from) return say(`${at}.to`, `must be more than from (${b.from}), got ${b.to}`);
			const length = wallLength(outline, b.wall);
			if (b.to > length + SIXTEENTH) say(`${at}.to`, `must be at most the wall's ${length} in, got ${b.to}`);
		});
	}
}
/** Measures are taken to the sixteenth. */
const SIXTEENTH = 1 / 16;

function sayPlace({ roomId, place }: Pick<Box, 'roomId' | 'place'>, what: string, path: string, known: Known, say: Say): void {
	const room = roomId === null ? undefined : known.rooms.get(roomId);
	if (roomId !== null && !room) say(`${path}.roomId`, `names no room, got "${roomId}"`);
	if (place?.kind !== 'wall') return;
	if (!room?.outline) return say(`${path}.place`, `${what} is on a wall, but its room has no outline`);
	if (place.wall >= room.outline.length)
		return say(`${path}.place.wall`, `${room.name} has walls 0 to ${room.outline.length - 1}, got ${place.wall}`);
	const length = wallLength(room.outline, place.wall);
	if (place.at > length + SIXTEENTH) say(`${path}.place.at`, `must be at most the wall's ${length} in, got ${place.at}`);
}

/** Names that must be those of something in the job. */
function sayLinks(job: Job, { boxes, circuits, panels }: Known, say: Say): void {
	const box = (id: string | null, path: string) => {
		if (id !== null && !boxes.has(id)) say(path, `names no box, got "${id}"`);
	};
	job.inspection?.forEach((item, i) => box(item.boxId, `inspection[${i}].boxId`));
	job.symptoms.forEach((s, i) => {
		for (const word of ['dead', 'works'] as const) s[word]?.forEach((id, n) => box(id, `symptoms[${i}].${word}[${n}]`));
		s.signs?.forEach((x, n) => box(x.boxId, `symptoms[${i}].signs[${n}].boxId`));
	});
	job.circuits.forEach((c, i) => {
		if (c.panelId !== null && !panels.has(c.panelId)) say(`circuits[${i}].panelId`, `names no panel, got "${c.panelId}"`);
		if (c.multiwire && (!circuits.has(c.multiwire.withId) || c.multiwire.withId === c.id))
			say(`circuits[${i}].multiwire.withId`, `names no other circuit, got "${c.multiwire.withId}"`);
	});
}

function sayFeeders(job: Job, { panels }: Known, say: Say): void {
	job.panels.forEach((p, i) => {
		if (!p.feeder) return;
		if (noSuchWire(p.feeder)) say(`panels[${i}].feeder.awg`, NO_SUCH_WIRE);
		if (!panels.has(p.feeder.fromPanelId))
			return say(`panels[${i}].feeder.fromPanelId`, `names no panel, got "${p.feeder.fromPanelId}"`);
		let at: string | undefined = p.feeder.fromPanelId;
		for (let n = 0; at && n <= job.panels.length; n++) {
			if (at === p.id) return say(`panels[${i}].feeder`, `${p.name} would be fed from itself`);
			at = panels.get(at)?.feeder?.fromPanelId;
		}
	});
}

function sayCables(job: Job, { boxes, circuits, panels, cables }: Known, say: Say): void {
	/** Of each circuit: what feeds each of its boxes. */
	const fed = new Map<string, Map<string, string | null>>();
	job.cables.forEach((cable, i) => {
		if (noSuchWire(cable)) say(`cables[${i}].awg`, NO_SUCH_WIRE);
		if (!circuits.has(cable.circuitId)) say(`cables[${i}].circuitId`, `names no circuit, got "${cable.circuitId}"`);
		if (cable.inCableOf !== undefined && !cables.has(cable.inCableOf))
			say(`cables[${i}].inCableOf`, `names no cable, got "${cable.inCableOf}"`);
		if (!boxes.has(cable.toId)) say(`cables[${i}].toId`, `names no box, got "${cable.toId}"`);
		if (cable.fromId !== null && !boxes.has(cable.fromId) && !panels.has(cable.fromId))
			say(`cables[${i}].fromId`, `names no box or panel, got "${cable.fromId}"`);
		const run = fed.get(cable.circuitId) ?? new Map<string, string | null>();
		fed.set(cable.circuitId, run);
		const other = run.get(cable.toId);
		if (other !== undefined)
			say(`cables[${i}].toId`, `box "${cable.toId}" is already fed on this circuit from "${other ?? 'not known'}"`);
		run.set(cable.toId, cable.fromId);
	});
	job.circuits.forEach((c, i) => {
		const boxesOfRun = fed.get(c.id)?.size ?? 0;
		if (boxesOfRun > MOST.boxesOfRun)
			say(`circuits[${i}]`, `must have at most ${MOST.boxesOfRun} boxes on its run, got ${boxesOfRun}`);
	});
	const looped = new Map([...fed].map(([circuitId, run]) => [circuitId, inLoops(run)]));
	job.cables.forEach((cable, i) => {
		if (looped.get(cable.circuitId)?.has(cable.toId))
			say(`cables[${i}]`, `the run comes back to box "${cable.toId}": a run is a tree`);
	});
}
/** Those that are fed from themselves, each way walked once. @param feeds what feeds each */
function inLoops(feeds: ReadonlyMap<string, string | null>): Set<string> {
	const loops = new Set<string>();
	const seen = new Map<string, string>();
	for (const start of feeds.keys()) {
		let at: string | undefined = start;
		while (at !== undefined && !seen.has(at) && feeds.has(at)) {
			seen.set(at, start);
			at = feeds.get(at) ?? undefined;
		}
		if (at === undefined || seen.get(at) !== start || loops.has(at)) continue;
		const first = at;
		do {
			loops.add(at);
			at = feeds.get(at) as string;
		} while (at !== first);
	}
	return loops;
}
