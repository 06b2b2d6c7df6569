import { wallEnds, wallLength } from '../model/geometry';
import type { Box, Circuit, CircuitLoad, Device, Job, Leg, Point, Room, SiteCheck } from '../model/job';
import { moveBoxes, pairCircuits, shareHomeRun, sizeAs } from './circuits';
import { newBox, newCircuit, newRoom } from '../model/new-job';
import type { Fix, NewPlace } from '../model/result';

/**
 * Edits of a job, each what the user does in one go. They change the draft that immer hands them; what cannot be
 * done throws a RangeError with the reason, and then nothing is changed.
 */
export type Command = (draft: Job) => void;

function find<T extends { id: string }>(rows: T[], id: string, what: string): T {
	const row = rows.find((r) => r.id === id);
	if (!row) throw new RangeError(`There is no ${what} "${id}" any more.`);
	return row;
}

export const editJob =
	(
		change: Partial<
			Pick<
				Job,
				'name' | 'place' | 'edition' | 'permitDate' | 'areaSqFt' | 'dwelling' | 'unit' | 'practice' | 'amendments' | 'peakKw'
			>
		>
	): Command =>
	(draft) =>
		void Object.assign(draft, change);
export const editRoom =
	(id: string, change: Partial<Omit<Room, 'id' | 'outline' | 'breaks' | 'counters' | 'fixtures' | 'studs' | 'marks'>>): Command =>
	(draft) =>
		void Object.assign(find(draft.rooms, id, 'room'), change);
export const editBox =
	(id: string, change: Partial<Omit<Box, 'id' | 'devices'>>): Command =>
	(draft) => {
		const box = find(draft.boxes, id, 'box');
		if (
			change.name !== undefined &&
			draft.boxes.some((b) => b.id !== id && b.name.toLowerCase() === change.name?.toLowerCase())
		) {
			throw new RangeError(`Another box is named ${change.name} already.`);
		}
		Object.assign(box, change);
	};
export const editDevice =
	(boxId: string, deviceId: string, change: Partial<Omit<Device, 'id'>>): Command =>
	(draft) =>
		void Object.assign(find(find(draft.boxes, boxId, 'box').devices, deviceId, 'device'), change);
/** Adds a device to a box, or takes one out. A box keeps at least its place: it may stand without a device. */
export const addDevice =
	(boxId: string, device: Device): Command =>
	(draft) =>
		void find(draft.boxes, boxId, 'box').devices.push(device);
export const removeDevice =
	(boxId: string, deviceId: string): Command =>
	(draft) => {
		const box = find(draft.boxes, boxId, 'box');
		box.devices = box.devices.filter((d) => d.id !== deviceId);
	};
export const editLeg =
	(
		id: string,
		change: Partial<Pick<Leg, 'lengthFt' | 'awg' | 'cable' | 'ground' | 'conductors' | 'metal' | 'state' | 'lies'>>
	): Command =>
	(draft) =>
		void Object.assign(find(draft.legs, id, 'leg'), change);
/** What a circuit was made for, by its nameplate; null: general use. */
export const setLoad =
	(id: string, load: CircuitLoad | null): Command =>
	(draft) =>
		void (find(draft.circuits, id, 'circuit').load = load);
export const editCircuit =
	(id: string, change: Partial<Omit<Circuit, 'id' | 'load'>>): Command =>
	(draft) =>
		void Object.assign(find(draft.circuits, id, 'circuit'), change);
/** What was seen on site of a line of the punch list; nothing seen and nothing noted takes it out. */
export const checkOnSite =
	(check: SiteCheck): Command =>
	(draft) => {
		draft.checks = draft.checks.filter((c) => c.id !== check.id);
		if (check.seen || check.note) draft.checks.push(check);
	};
export const closeSymptom =
	(id: string, open: boolean): Command =>
	(draft) => {
		find(draft.symptoms, id, 'symptom').open = open;
	};
export const addSymptom =
	(id: string, text: string, boxId: string | null): Command =>
	(draft) =>
		void draft.symptoms.push({ id, text, boxId, open: true });
export const addBox =
	(box: Box): Command =>
	(draft) =>
		void draft.boxes.push(box);

/** Puts a box on its circuit: fed from a box of that run or from the panel, by a leg that may not be measured yet. */
export const attachBox =
	(boxId: string, to: { legId: string; circuitId: string; fromId: string; lengthFt: number | null }): Command =>
	(draft) => {
		const circuit = find(draft.circuits, to.circuitId, 'circuit');
		const box = find(draft.boxes, boxId, 'box');
		const like = draft.legs.find((l) => l.circuitId === to.circuitId);
		const onRun = to.fromId === circuit.panelId || draft.legs.some((l) => l.circuitId === circuit.id && l.toId === to.fromId);
		if (!onRun) throw new RangeError(`Circuit ${circuit.number} has no box to feed ${box.name} from there.`);
		if (isDownstream(draft, circuit.id, boxId, to.fromId))
			throw new RangeError(`${box.name} cannot be fed from a box that it feeds itself.`);
		// A box keeps what it feeds; only its own feed moves.
		draft.legs = draft.legs.filter((l) => !(l.toId === boxId && l.circuitId === to.circuitId));
		draft.legs.push({
			id: to.legId,
			circuitId: to.circuitId,
			fromId: to.fromId,
			toId: boxId,
			cable: like?.cable ?? 'NM-B',
			awg: like?.awg ?? leastFor(circuit.breakerA),
			metal: like?.metal ?? 'Cu',
			conductors: like?.conductors ?? 2,
			// A found box brings no ground that nobody saw.
			ground: like?.ground ?? (box.state !== 'found' || box.ground === 'present'),
			lengthFt: to.lengthFt,
			state: box.state
		});
	};
/** Copper that a breaker may stand on, where nothing is said of the cable: the least of it, so that nobody is faulted for a wire that nobody saw. */
const LEAST_WIRE: readonly (readonly [upToA: number, awg: Leg['awg']])[] = [
	[15, '14'],
	[20, '12'],
	[30, '10'],
	[40, '8'],
	[55, '6'],
	[70, '4'],
	[95, '2']
];
const leastFor = (breakerA: number): Leg['awg'] => LEAST_WIRE.find(([upToA]) => breakerA <= upToA)?.[1] ?? '1/0';
/**
 * Feeds the boxes of a circuit from others than now, all at once. A leg that stays keeps its measured length.
 * @throws RangeError where a box is not on the circuit, or the run would not hang together
 */
export const setFeeds =
	(circuitId: string, feeds: readonly { boxId: string; fromId: string; feet: number }[]): Command =>
	(draft) => {
		const circuit = find(draft.circuits, circuitId, 'circuit');
		const legs = draft.legs.filter((l) => l.circuitId === circuitId);
		for (const { boxId, fromId, feet } of feeds) {
			const leg = legs.find((l) => l.toId === boxId);
			if (!leg) throw new RangeError(`${find(draft.boxes, boxId, 'box').name} is not on circuit ${circuit.number}.`);
			if (leg.fromId === fromId) continue;
			leg.fromId = fromId;
			leg.lengthFt = feet;
		}
		for (const leg of legs) {
			let at: string | undefined = leg.fromId;
			for (let n = 0; at !== circuit.panelId; n++) {
				at = legs.find((l) => l.toId === at)?.fromId;
				if (at === undefined || n > legs.length)
					throw new RangeError(`Circuit ${circuit.number} would not hang together from its panel.`);
			}
		}
	};
function isDownstream(job: Job, circuitId: string, boxId: string, at: string): boolean {
	const feeds = (id: string): string | undefined => job.legs.find((l) => l.circuitId === circuitId && l.toId === id)?.fromId;
	for (let id: string | undefined = at, n = 0; id && n <= job.legs.length; id = feeds(id), n++) if (id === boxId) return true;
	return false;
}

/** Applies a finding's fix as one edit. @param newId a fresh id for each thing made */
export const applyFix =
	(fix: Fix, newId: () => string): Command =>
	(draft) => {
		switch (fix.kind) {
			case 'place-boxes': {
				const made: string[] = [];
				for (const spot of fix.boxes) made.push(placeBox(draft, spot, made, newId));
				return;
			}
			case 'move-box':
				find(draft.boxes, fix.boxId, 'box').place = fix.place;
				return;
			case 'add-circuits':
				for (const c of fix.circuits) {
					const [circuitId, panelId] = [newId(), newId()];
					addCircuit({ circuitId, panelId, name: c.name, breakerA: c.breakerA, state: 'planned' })(draft);
					find(draft.circuits, circuitId, 'circuit').kind = c.kind;
				}
				return;
			case 'protect-device':
				Object.assign(find(find(draft.boxes, fix.boxId, 'box').devices, fix.deviceId, 'device'), {
					protection: fix.protection,
					feedsLoad: true
				});
				return;
			case 'protect-breaker':
				find(draft.circuits, fix.circuitId, 'circuit').breaker = fix.protection;
				return;
			case 'set-breaker':
				find(draft.circuits, fix.circuitId, 'circuit').breakerA = fix.breakerA;
				return;
			case 'edit-device':
				Object.assign(find(find(draft.boxes, fix.boxId, 'box').devices, fix.deviceId, 'device'), fix.change);
				return;
			case 'edit-box':
				Object.assign(find(draft.boxes, fix.boxId, 'box'), fix.change);
				return;
			case 'edit-circuit':
				Object.assign(find(draft.circuits, fix.circuitId, 'circuit'), fix.change);
				return;
			case 'edit-leg':
				Object.assign(find(draft.legs, fix.legId, 'leg'), fix.change);
				return;
			case 'set-load':
				find(draft.circuits, fix.circuitId, 'circuit').load = fix.load;
				return;
			case 'size-circuit':
				sizeAs(fix)(draft);
				return;
			case 'pair-circuits':
				pairCircuits(...fix.circuitIds, fix.opens)(draft);
				return;
			case 'share-home-run':
				shareHomeRun(fix, newId)(draft);
				return;
			case 'edit-panel':
				Object.assign(find(draft.panels, fix.panelId, 'panel'), fix.change);
				return;
			case 'move-to-circuit':
				moveBoxes(fix.moves, fix.fresh, newId)(draft);
				return;
			case 'mark-device':
				find(find(draft.boxes, fix.boxId, 'box').devices, fix.deviceId, 'device')[fix.mark] = true;
				return;
			case 'several':
				for (const one of fix.fixes) applyFix(one, newId)(draft);
				return;
			default:
				fix satisfies never;
		}
	};

/** The place outdoors on a side of the house, made where there is none. */
function yardOf(draft: Job, side: 'front' | 'back', newId: () => string): Room {
	const there = draft.rooms.find((r) => r.kind === 'outdoors' && r.side === side);
	if (there) return there;
	const yard = newRoom(newId(), side === 'front' ? 'Front yard' : 'Back yard', 'outdoors', { side, finished: false });
	draft.rooms.push(yard);
	return yard;
}

/** Puts one planned box where a fix wants it. @returns its id */
function placeBox(draft: Job, spot: NewPlace, made: readonly string[], newId: () => string): string {
	const room = spot.yard ? yardOf(draft, spot.yard, newId) : find(draft.rooms, spot.roomId, 'room');
	const box = newBox(newId(), freeName(draft, room), {
		state: 'planned',
		roomId: room.id,
		place: spot.place,
		heightIn: spot.heightIn,
		volumeCuIn: 20,
		ground: 'present'
	});
	const device = box.devices[0] as Device;
	const plain = spot.device === 'receptacle' ? {} : { kind: spot.device, receptacles: 0 as const, tamperResistant: false };
	Object.assign(device, plain, {
		serves: spot.serves ?? null,
		weatherResistant: spot.outdoors ?? false,
		name: spot.device === 'lighting' ? 'light' : spot.device === 'switch' ? 'switch' : ''
	});
	if (spot.controls) {
		const { controls } = spot;
		const light = 'boxId' in controls ? controls.boxId : made[controls.place];
		device.controls = light ? [light] : [];
		device.ways = spot.ways ?? 'single-pole';
	}
	draft.boxes.push(box);
	return box.id;
}

/** The next free number after the names a room uses already. @example B2-01, B2-02 -> B2-03 */
export function freeName(job: Job, room: Room): string {
	const own = job.boxes.find((b) => b.roomId === room.id)?.name.split('-')[0];
	const stem =
		own ??
		(room.name
			.replace(/[^A-Za-z0-9]/g, '')
			.slice(0, 2)
			.toUpperCase() ||
			'B');
	const taken = new Set(job.boxes.map((b) => b.name));
	for (let n = 1; ; n++) {
		const name = `${stem}-${String(n).padStart(2, '0')}`;
		if (!taken.has(name)) return name;
	}
}

/** A name for a box that nobody has named yet. @example 95 boxes -> Box 96 */
export function freeBoxName(job: Job): string {
	const taken = new Set(job.boxes.map((b) => b.name));
	let n = job.boxes.length + 1;
	while (taken.has(`Box ${n}`)) n++;
	return `Box ${n}`;
}

/**
 * Makes a wall longer or shorter: the wall after it moves along, and the one beyond is stretched with it, so that the
 * outline stays closed. What hangs on the walls stays where it is on the plan where that can be.
 * @param inches the new length  @throws RangeError where the walls around it are not parallel, or something would hang off
 */
export const setWallLength =
	(roomId: string, wall: number, inches: number): Command =>
	(draft) => {
		const room = find(draft.rooms, roomId, 'room');
		const outline = room.outline;
		if (!outline) throw new RangeError(`${room.name} has no outline yet.`);
		if (inches < 1) throw new RangeError(`A wall must be at least 1", got ${inches}"`);
		const n = outline.length;
		const far = (wall + 2) % n;
		const [u, v] = [direction(outline, wall), direction(outline, far)];
		const turned = u[0] * v[0] + u[1] * v[1];
		if (Math.abs(Math.abs(turned) - 1) > 1e-6)
			throw new RangeError(
				`The walls around wall ${wall + 1} of ${room.name} are not parallel: its length cannot be changed alone.`
			);
		const by = inches - wallLength(outline, wall);
		const moved = outline.map((p, i): Point => (i === (wall + 1) % n || i === far ? [p[0] + u[0] * by, p[1] + u[1] * by] : p));
		room.outline = moved;
		const shift = turned < 0 ? by : -by;
		for (const part of [...room.breaks, ...room.counters]) {
			if (part.wall === far) {
				part.from += shift;
				part.to += shift;
			}
			mustFit(part.from, part.to, wallLength(moved, part.wall), room, part.wall);
		}
		for (const box of draft.boxes) {
			if (box.roomId !== roomId || box.place?.kind !== 'wall') continue;
			if (box.place.wall === far) box.place.at += shift;
			mustFit(box.place.at, box.place.at, wallLength(moved, box.place.wall), room, box.place.wall, box.name);
		}
	};

function direction(outline: readonly Point[], wall: number): Point {
	const [a, b] = wallEnds(outline, wall);
	const length = wallLength(outline, wall);
	return [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
}
function mustFit(from: number, to: number, length: number, room: Room, wall: number, name = 'a door, window or counter'): void {
	if (from < -1e-6 || to > length + 1e-6)
		throw new RangeError(`Then ${name} on wall ${wall + 1} of ${room.name} would hang over its end. Move it first.`);
}

/** Adds a circuit with no run yet; a job without a panel gets one to hang it on. */
export const addCircuit =
	(c: { circuitId: string; panelId: string; name: string; breakerA: number; state: Circuit['state'] }): Command =>
	(draft) => {
		if (!draft.panels.length)
			draft.panels.push({ id: c.panelId, name: 'Panel', roomId: null, place: null, mainA: 100, slots: 20 });
		const number = Math.max(0, ...draft.circuits.map((x) => x.number)) + 1;
		const panelId = draft.panels[0]?.id ?? c.panelId;
		draft.circuits.push(newCircuit({ id: c.circuitId, number, name: c.name, panelId, breakerA: c.breakerA, state: c.state }));
	};

/** A room with a name and no walls yet. */
export const addRoom =
	(id: string, name: string, kind: Room['kind'] = 'living', storey = 0): Command =>
	(draft) =>
		void draft.rooms.push(newRoom(id, name, kind, { storey }));

/**
 * Takes a box off a circuit: what it fed is fed from the box before it, by a cable whose length is not known any more.
 * The last leg of a run simply goes.
 */
export const detachBox =
	(boxId: string, circuitId: string): Command =>
	(draft) => {
		const own = draft.legs.find((l) => l.circuitId === circuitId && l.toId === boxId);
		if (!own) throw new RangeError(`${find(draft.boxes, boxId, 'box').name} is not on that circuit.`);
		for (const leg of draft.legs) {
			if (leg.circuitId !== circuitId || leg.fromId !== boxId) continue;
			leg.fromId = own.fromId;
			leg.lengthFt = null;
		}
		draft.legs = draft.legs.filter((l) => l.id !== own.id);
	};

/** Moves a box from one circuit to another as one edit. */
export const moveToCircuit =
	(boxId: string, fromCircuitId: string, to: Parameters<typeof attachBox>[1]): Command =>
	(draft) => {
		detachBox(boxId, fromCircuitId)(draft);
		attachBox(boxId, to)(draft);
	};

/** Takes a box out of the job: off every run, what it fed hangs on the box before it. Symptoms seen there stay, of no box. */
export const removeBox =
	(boxId: string): Command =>
	(draft) => {
		find(draft.boxes, boxId, 'box');
		const circuits = new Set(draft.legs.filter((l) => l.toId === boxId).map((l) => l.circuitId));
		for (const circuitId of circuits) detachBox(boxId, circuitId)(draft);
		for (const symptom of draft.symptoms) if (symptom.boxId === boxId) symptom.boxId = null;
		for (const item of draft.inspection ?? []) if (item.boxId === boxId) item.boxId = null;
		draft.boxes = draft.boxes.filter((b) => b.id !== boxId);
	};

/** Takes an empty room out. @throws RangeError where boxes or a panel are still in it */
export const removeRoom =
	(roomId: string): Command =>
	(draft) => {
		const room = find(draft.rooms, roomId, 'room');
		const inside = [...draft.boxes, ...draft.panels].filter((b) => b.roomId === roomId);
		if (inside.length)
			throw new RangeError(
				`${room.name} still holds ${inside
					.map((b) => b.name)
					.slice(0, 5)
					.join(', ')}: move them first.`
			);
		draft.rooms = draft.rooms.filter((r) => r.id !== roomId);
	};
