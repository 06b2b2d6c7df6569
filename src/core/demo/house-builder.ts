import { boxPoint, distance, inward, wallEnds, wallLength } from '../model/geometry';
import type { Box, Break, Circuit, Device, Fixture, Job, Cable, Panel, Place, Point, Room } from '../model/known';
import type { BreakKind, FixtureKind, LeadsTo, RoomKind } from '../model/kinds';
import { DUPLEX, newCircuit, newRoom } from '../model/new-job';
import type { Awg } from '../units/gauge';

/** Where a box is: a side of its room with the coordinate along it, or a point of the plan. */
export type Spot = readonly [side: 'N' | 'S' | 'E' | 'W', along: number] | readonly [x: number, y: number];

const LOOKING: Record<'N' | 'S' | 'E' | 'W', Point> = { N: [0, -1], S: [0, 1], E: [-1, 0], W: [1, 0] };
/** Two faces of one partition lie at most so far apart, in. */
const THROUGH_WALL_IN = 8;
/** Cable runs above the ceiling or along the studs; so high, and so much at each end for make-up, in. */
const OVERHEAD_IN = 104;
const MAKE_UP_IN = 18;

/** Rooms, doors, boxes and runs stated as a carpenter would; walls, positions and cable lengths follow from the drawing. */
export class HouseBuilder {
	readonly rooms: Room[] = [];
	readonly boxes: Box[] = [];
	readonly cables: Cable[] = [];
	readonly circuits: Circuit[] = [];
	readonly panels: Panel[] = [];
	private count = 0;

	room(id: string, name: string, kind: RoomKind, outline: Point[] | null, more: Partial<Room> = {}): void {
		this.rooms.push(newRoom({ id, name, kind }, { outline, ...more }));
	}
	rect(
		id: string,
		name: string,
		kind: RoomKind,
		[x, y, w, h]: readonly [number, number, number, number],
		more: Partial<Room> = {}
	): void {
		const outline: Point[] = [
			[x, y],
			[x + w, y],
			[x + w, y + h],
			[x, y + h]
		];
		this.room(id, name, kind, outline, more);
	}
	/** A door, opening or window on the plan: it breaks the wall of every room named. */
	pass(kind: BreakKind, roomIds: readonly string[], a: Point, b: Point, swingsInto?: string, leadsTo?: LeadsTo): void {
		for (const id of roomIds) {
			const room = this.find(id);
			const { wall, from, to } = this.onto(room, a, b);
			const door: Partial<Break> = kind === 'door' ? { hinge: 'from', swingsIn: swingsInto === id } : {};
			room.breaks.push({
				id: `${id}-b${room.breaks.length + 1}`,
				wall,
				from,
				to,
				kind,
				...door,
				...(leadsTo ? { leadsTo } : {})
			});
		}
	}
	counter(roomId: string, a: Point, b: Point, depthIn = 25): void {
		const room = this.find(roomId);
		room.counters.push({ id: `${roomId}-c${room.counters.length + 1}`, ...this.onto(room, a, b), depthIn });
	}
	fixture(
		roomId: string,
		kind: FixtureKind,
		name: string,
		[x, y, widthIn, depthIn]: readonly [number, number, number, number]
	): void {
		const room = this.find(roomId);
		const fixture: Fixture = { id: `${roomId}-f${room.fixtures.length + 1}`, kind, name, x, y, widthIn, depthIn };
		// New work: the way for a receptacle later is on the plan.
		if (kind === 'peninsula') fixture.provision = true;
		room.fixtures.push(fixture);
	}
	panel(id: string, name: string, roomId: string, spot: Spot, mainA: number, spaces: number): void {
		this.panels.push({ id, name, roomId, place: this.placeOf(roomId, spot), mainA, spaces });
	}
	box(name: string, roomId: string | null, spot: Spot | null, devices: Partial<Device>[], more: Partial<Box> = {}): void {
		const id = name.toLowerCase();
		const state = more.state ?? 'planned';
		this.boxes.push({
			id,
			name,
			roomId,
			place: roomId && spot ? this.placeOf(roomId, spot) : null,
			heightIn: 16,
			material: 'plastic',
			gangs: 1,
			volumeCuIn: 22.5,
			ground: 'present',
			groundProof: 'wiring-method',
			ends: [],
			conductors: [],
			inCabinet: false,
			readilyAccessible: true,
			dampness: null,
			note: '',
			...more,
			state,
			devices: devices.map((d, i) => ({ ...DUPLEX, state, id: `${id}-d${i + 1}`, ...d }))
		});
	}
	/**
	 * A circuit and its run: boxes in feed order, each fed from the one before; `K-05<K-02` is fed from K-02.
	 * `wire.lengths` gives measured lengths by box; the rest follows from the drawing. `wire.wide`: conductors of cables that carry a
	 * switched hot beside the always-live one, by the box that they feed.
	 */
	circuit(
		key: number,
		name: string,
		feeds: readonly string[],
		more: Partial<Circuit> & { panelId: string },
		wire: Partial<Cable> & { lengths?: Record<string, number | null>; wide?: Record<string, number> } = {}
	): void {
		const id = `c${key}`;
		const circuit = newCircuit({ id, name, ...more });
		this.circuits.push(circuit);
		const { lengths = {}, wide = {}, ...cable } = wire;
		let before = more.panelId;
		for (const feed of feeds) {
			const [name = '', from] = feed.split('<');
			const fromId = from?.toLowerCase() ?? before;
			const toId = name.toLowerCase();
			this.cables.push({
				id: `l${++this.count}`,
				circuitId: id,
				fromId,
				toId,
				kind: 'NM-B',
				awg: WIRE_FOR[circuit.breakerA] ?? '12',
				metal: 'Cu',
				conductors: 2,
				ground: true,
				lengthFt: name in lengths ? (lengths[name] ?? null) : this.route(fromId, toId),
				state: circuit.state,
				...cable,
				...(name in wide ? { conductors: wide[name] ?? 2 } : {})
			});
			before = toId;
		}
	}

	/** Feet between two places: along the walls and over the ceiling, or straight through the studs of one wall. */
	private route(fromId: string, toId: string): number {
		const [a, b] = [this.point(fromId), this.point(toId)];
		if (!a || !b) throw new RangeError(`no place for ${fromId} or ${toId}`);
		const across = Math.abs(a.at[0] - b.at[0]) + Math.abs(a.at[1] - b.at[1]);
		const over = across + (OVERHEAD_IN - a.height) + (OVERHEAD_IN - b.height);
		// Neighbors in one room are wired through the studs and round the corner.
		const sameRoom = a.room !== null && a.room === b.room;
		const inches = (sameRoom ? across + Math.abs(a.height - b.height) : over) + 2 * MAKE_UP_IN;
		return Math.ceil(inches / 12);
	}
	private point(id: string): { at: Point; height: number; room: string | null } | null {
		const box = this.boxes.find((b) => b.id === id) ?? this.panels.find((p) => p.id === id);
		if (!box) return null;
		const at = boxPoint(
			box,
			this.rooms.find((r) => r.id === box.roomId)
		);
		const room = box.place?.kind === 'wall' ? box.roomId : null;
		return at && { at, height: ('heightIn' in box ? box.heightIn : 60) ?? 16, room };
	}
	private find(id: string): Room {
		const room = this.rooms.find((r) => r.id === id);
		if (!room) throw new RangeError(`no room ${id}`);
		return room;
	}
	/** The wall of a room on which a stretch of the plan lies, and where along it. */
	private onto(room: Room, a: Point, b: Point): { wall: number; from: number; to: number } {
		const outline = room.outline ?? [];
		for (let wall = 0; wall < outline.length; wall++) {
			const [start] = wallEnds(outline, wall);
			const [nx, ny] = inward(outline, wall);
			const off = (p: Point) => Math.abs((p[0] - start[0]) * nx + (p[1] - start[1]) * ny);
			const along = (p: Point) => (p[0] - start[0]) * ny - (p[1] - start[1]) * nx;
			const [from, to] = [along(a), along(b)].sort((x, y) => x - y) as [number, number];
			if (off(a) <= THROUGH_WALL_IN && off(b) <= THROUGH_WALL_IN && from >= 0 && to <= wallLength(outline, wall))
				return { wall, from, to };
		}
		throw new RangeError(`${room.name} has no wall at ${a.join(',')} to ${b.join(',')}`);
	}
	private placeOf(roomId: string, [first, second]: Spot): Place {
		if (typeof first === 'number') return { kind: 'point', x: first, y: second };
		const outline = this.find(roomId).outline ?? [];
		const want = LOOKING[first];
		for (let wall = 0; wall < outline.length; wall++) {
			if (distance(inward(outline, wall), want) > 1e-6) continue;
			const [a, b] = wallEnds(outline, wall);
			const axis = want[0] === 0 ? 0 : 1;
			const at = Math.abs(second - a[axis]);
			if ((second - a[axis]) * (second - b[axis]) <= 0) return { kind: 'wall', wall, at };
		}
		throw new RangeError(`${roomId} has no wall ${first} at ${second}`);
	}

	job(rest: Omit<Job, 'rooms' | 'boxes' | 'cables' | 'circuits' | 'panels'>): Job {
		return { ...rest, rooms: this.rooms, boxes: this.boxes, cables: this.cables, circuits: this.circuits, panels: this.panels };
	}
}

const WIRE_FOR: Readonly<Record<number, Awg>> = { 15: '14', 20: '12', 30: '10', 35: '10', 40: '8', 45: '6', 50: '6' };
const plain = { receptacles: 0 as const, tamperResistant: false };
/** A 15 A duplex receptacle, tamper-resistant. */
export const duplex = (more: Partial<Device> = {}): Partial<Device> => more;
/** A single receptacle. */
export const single = (more: Partial<Device> = {}): Partial<Device> => ({ receptacles: 1, ...more });
/** A GFCI receptacle that protects what follows it. */
export const gfci = (more: Partial<Device> = {}): Partial<Device> => ({ protection: 'gfci', feedsLoad: true, ...more });
/** A single-pole wall switch. */
export const wallSwitch = (more: Partial<Device> = {}): Partial<Device> => ({
	...plain,
	kind: 'switch',
	name: 'switch',
	...more
});
/** A light of so many watts. */
export const light = (watts: number, name = 'light'): Partial<Device> => ({ ...plain, kind: 'lighting', watts, name });
/** A smoke alarm. */
export const alarm = (): Partial<Device> => ({ ...plain, kind: 'alarm', watts: 5, name: 'smoke alarm' });
/** Equipment that is wired in, of so many watts. */
export const hardWired = (name: string, watts: number, more: Partial<Device> = {}): Partial<Device> => ({
	...plain,
	kind: 'hard-wired',
	name,
	watts,
	...more
});
