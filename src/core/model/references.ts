import type { Job, Leg } from './job';
import type { FieldFault } from './result';
import { wallLength } from './geometry';

/** No table has it, and nobody makes it. @source Table 310.16, Chapter 9 Table 8 */
export const noSuchWire = ({ awg, metal }: Pick<Leg, 'awg' | 'metal'>): boolean => metal === 'Al' && awg === '14';
const NO_SUCH_WIRE = 'must be 12 AWG or larger in aluminum, got 14';

/** What the schema cannot see: ids that are twice, names that point nowhere, places off their wall, runs that loop. */
export function referenceFaults(job: Job): FieldFault[] {
	const faults: FieldFault[] = [];
	const say = (path: string, message: string) => faults.push({ path, message });
	const lists = ['rooms', 'boxes', 'legs', 'circuits', 'panels', 'symptoms', 'amendments'] as const;
	const ids = new Map<string, Set<string>>();
	for (const name of lists) {
		const seen = new Set<string>();
		job[name].forEach((row, i) => {
			if (seen.has(row.id)) say(`${name}[${i}].id`, `stands twice in ${name}: "${row.id}"`);
			seen.add(row.id);
		});
		ids.set(name, seen);
	}
	const known = (list: (typeof lists)[number], id: string | null) => id === null || ids.get(list)?.has(id);
	const rooms = new Map(job.rooms.map((r) => [r.id, r]));
	job.boxes.forEach((box, i) => {
		if (!known('rooms', box.roomId)) say(`boxes[${i}].roomId`, `names no room, got "${box.roomId}"`);
		const room = box.roomId === null ? undefined : rooms.get(box.roomId);
		if (box.place?.kind !== 'wall') return;
		if (!room?.outline) return say(`boxes[${i}].place`, `box ${box.name} is on a wall, but its room has no outline`);
		if (box.place.wall >= room.outline.length) {
			return say(`boxes[${i}].place.wall`, `${room.name} has walls 0 to ${room.outline.length - 1}, got ${box.place.wall}`);
		}
		const length = wallLength(room.outline, box.place.wall);
		if (box.place.at > length) say(`boxes[${i}].place.at`, `must be at most the wall's ${length} in, got ${box.place.at}`);
	});
	job.rooms.forEach((room, i) => {
		const outline = room.outline;
		for (const part of ['breaks', 'counters'] as const) {
			room[part].forEach((b, k) => {
				const path = `rooms[${i}].${part}[${k}]`;
				if (!outline) return say(path, `${room.name} has no outline to put it on`);
				if (b.wall >= outline.length)
					return say(`${path}.wall`, `${room.name} has walls 0 to ${outline.length - 1}, got ${b.wall}`);
				if (b.to <= b.from) return say(`${path}.to`, `must be more than from (${b.from}), got ${b.to}`);
				const length = wallLength(outline, b.wall);
				if (b.to > length + 1 / 16) say(`${path}.to`, `must be at most the wall's ${length} in, got ${b.to}`);
			});
		}
	});
	job.inspection?.forEach((item, i) => {
		if (!known('boxes', item.boxId)) say(`inspection[${i}].boxId`, `names no box, got "${item.boxId}"`);
	});
	job.circuits.forEach((c, i) => {
		if (!known('panels', c.panelId)) say(`circuits[${i}].panelId`, `names no panel, got "${c.panelId}"`);
	});
	job.circuits.forEach((c, i) => {
		if (c.multiwire && (!known('circuits', c.multiwire.withId) || c.multiwire.withId === c.id))
			say(`circuits[${i}].multiwire.withId`, `names no other circuit, got "${c.multiwire.withId}"`);
	});
	const feeders = new Map(job.panels.map((p) => [p.id, p.feeder?.fromPanelId]));
	job.panels.forEach((p, i) => {
		if (!p.feeder) return;
		if (!known('panels', p.feeder.fromPanelId))
			return say(`panels[${i}].feeder.fromPanelId`, `names no panel, got "${p.feeder.fromPanelId}"`);
		let at: string | undefined = p.feeder.fromPanelId;
		for (let n = 0; at && n <= job.panels.length; n++) {
			if (at === p.id) return say(`panels[${i}].feeder`, `${p.name} would be fed from itself`);
			at = feeders.get(at);
		}
	});
	const fed = new Map<string, string>();
	job.legs.forEach((leg, i) => {
		if (!known('circuits', leg.circuitId)) say(`legs[${i}].circuitId`, `names no circuit, got "${leg.circuitId}"`);
		if (leg.inCableOf !== undefined && !known('legs', leg.inCableOf))
			say(`legs[${i}].inCableOf`, `names no leg, got "${leg.inCableOf}"`);
		if (!known('boxes', leg.toId)) say(`legs[${i}].toId`, `names no box, got "${leg.toId}"`);
		if (!known('boxes', leg.fromId) && !known('panels', leg.fromId))
			say(`legs[${i}].fromId`, `names no box or panel, got "${leg.fromId}"`);
		const key = `${leg.circuitId} ${leg.toId}`;
		if (fed.has(key)) say(`legs[${i}].toId`, `box "${leg.toId}" is already fed on this circuit from "${fed.get(key)}"`);
		fed.set(key, leg.fromId);
	});
	job.legs.forEach((leg, i) => noSuchWire(leg) && say(`legs[${i}].awg`, NO_SUCH_WIRE));
	job.panels.forEach((p, i) => p.feeder && noSuchWire(p.feeder) && say(`panels[${i}].feeder.awg`, NO_SUCH_WIRE));
	job.legs.forEach((leg, i) => {
		let at: string | undefined = leg.fromId;
		for (let steps = 0; at && steps <= job.legs.length; steps++) {
			if (at === leg.toId) return say(`legs[${i}]`, `the run comes back to box "${leg.toId}": a run is a tree`);
			at = fed.get(`${leg.circuitId} ${at}`);
		}
	});
	return faults;
}
