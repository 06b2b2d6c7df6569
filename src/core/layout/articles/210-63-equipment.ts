import { USUAL_HEIGHT_IN } from '../usual-places';
import { boxPoint, distanceToFixture, isPlaced, type Extent } from '../../model/geometry';
import type { Box, Job, Panel, Point, Room } from '../../model/job';
import { indexOf } from '../../model/job-index';
import type { NewPlace, Subject } from '../../model/result';
import { formatLength } from '../../units/length';
import { atMost } from '../../units/quantity';
import { receptaclesOf } from '../counts';
import { beyond, OPEN_AIR, outerWalls, pointOf } from '../house';
import { freeWall, spotsNear, wallSpots } from '../wall-places';
import {
	atPoint,
	boxesIn,
	names,
	ofRoom,
	onWall,
	type Article,
	type ArticleCase,
	type PointNeed,
	type Requirement
} from '../requirement';

/** 210.63: a receptacle within 25 ft of heating, cooling and refrigeration equipment, on its level, not off its disconnect. */
export const equipment: Article = {
	rule: (edition) => edition.places.equipment.rule,
	judge(c) {
		const units = c.job.rooms.flatMap((room) => unitsIn(c.job, room));
		const reached = units.length ? receptaclesReached(c.job) : [];
		const judged = units.map((unit) => ofUnit(c, unit, reached));
		const requirements = [...judged.map((j) => j.requirement), ...notLookedFor(c, units)];
		return { requirements, needs: judged.flatMap((j) => j.need ?? []) };
	}
};

/** Equipment that has to be serviced. */
interface Unit {
	subject: Subject;
	room: Room;
	name: string;
	/** null: nobody placed it. */
	at: Extent | null;
	cooler: boolean;
}

/** What is drawn in the room; where no equipment is, what is wired there stands for it, at its box. */
function unitsIn(job: Job, room: Room): Unit[] {
	const drawn = room.fixtures.filter((f) => f.kind === 'equipment' || f.kind === 'evaporative-cooler');
	if (drawn.length)
		return drawn.map((f) => ({
			subject: { kind: 'fixture', id: f.id },
			room,
			name: f.name || 'the equipment',
			at: isPlaced(room, f) ? f : null,
			cooler: f.kind === 'evaporative-cooler'
		}));
	return boxesIn(job, room).flatMap((box) => {
		const wired = box.devices.find((d) => d.kind === 'hard-wired' && d.serves === 'hvac');
		if (!wired) return [];
		const point = pointOf(job, box);
		const at = point && { x: point[0], y: point[1], widthIn: 0, depthIn: 0 };
		return [
			{
				subject: { kind: 'box' as const, id: box.id },
				room,
				name: wired.name || `the equipment at ${box.name}`,
				at,
				cooler: false
			}
		];
	});
}

/** A condenser or a heat pump stands outdoors of most houses: with none drawn, whether there is one is asked, once. */
function notLookedFor(c: ArticleCase, units: readonly Unit[]): Requirement[] {
	const yards = c.job.rooms.filter((r) => r.kind === 'outdoors');
	if (units.some((u) => OPEN_AIR.includes(u.room.kind))) return [];
	const room = yards.find((r) => r.equipment) ?? yards.find((r) => r.equipment === undefined);
	if (!room) return [];
	const { rule, withinIn } = c.edition.places.equipment;
	const why = room.equipment
		? `Heating or cooling equipment is in ${room.name}: where is not known. Place it on the plan.`
		: `Whether a condenser, a heat pump or other heating or cooling equipment is in ${room.name} is not known: place it on the plan, or say in the facts of ${room.name} that there is none.`;
	const title = `a receptacle within ${formatLength(withinIn)} of heating or cooling equipment outdoors, if there is any`;
	return [ofRoom(c, { ref: rule, room }, { part: 'asked', title, state: 'unknown', why })];
}

/** A receptacle that can be reached, and where. */
interface Reached {
	box: Box;
	story: number;
	/** null: not measured. */
	point: Point | null;
	outdoors: boolean;
}
const receptaclesReached = (job: Job): Reached[] =>
	job.boxes.flatMap((box) => {
		if (!receptaclesOf(box).length || !box.readilyAccessible) return [];
		const point = pointOf(job, box);
		const room = box.roomId ? indexOf(job).rooms.get(box.roomId) : undefined;
		return room ? [{ box, story: room.story, point, outdoors: OPEN_AIR.includes(room.kind) }] : [];
	});

function ofUnit(
	c: ArticleCase,
	{ subject, room, name, at, cooler }: Unit,
	within: readonly Reached[]
): { requirement: Requirement; need?: PointNeed } {
	const { rule, withinIn } = c.edition.places.equipment;
	const title = `a receptacle within ${formatLength(withinIn)} of ${name}, on its level`;
	const line = (more: Pick<Requirement, 'state' | 'why'> & Partial<Requirement>) =>
		ofRoom(c, { ref: rule, room }, { part: subject.id, subject, title, ...more });
	if (cooler && c.job.dwelling !== 'multifamily')
		return { requirement: line({ state: 'not-applicable', why: 'an evaporative cooler of a one- or two-family dwelling' }) };
	// Not through a wall: out in the open for what stands there, inside for what stands inside.
	const sameSide = within.filter((r) => r.story === room.story && r.outdoors === OPEN_AIR.includes(room.kind));
	if (!at && sameSide.length)
		return { requirement: line({ state: 'unknown', why: `Where ${name} stands is not known: place it on the plan.` }) };
	const near = sameSide.filter((r) => at && r.point && atMost(distanceToFixture(r.point, at), withinIn)).map((r) => r.box);
	const serving = near.filter((box) => !behindDisconnect(c.job, box));
	if (serving.length)
		return { requirement: line({ state: 'met', why: names(serving.slice(0, 4)), metBy: serving.map((b) => b.id) }) };
	const unplaced = sameSide.filter((r) => !r.point && !behindDisconnect(c.job, r.box)).map((r) => r.box);
	if (!near.length && unplaced.length)
		return {
			requirement: line({
				state: 'unknown',
				why: `The distance from ${names(unplaced)} to ${name} is not known: place it on the plan.`
			})
		};
	const why = near.length
		? `${names(near)} is behind the disconnect of heating or cooling equipment and goes dead with it.`
		: `No accessible receptacle ${OPEN_AIR.includes(room.kind) ? 'outdoors ' : ''}is within ${formatLength(withinIn)} of ${name} on its level.`;
	const requirement = line({ state: 'missing', why });
	if (!at) return { requirement };
	const rooms = indexOf(c.job).rooms;
	return {
		requirement,
		need: {
			requirement,
			candidates: placesNear(c, room, at, withinIn),
			meets: (p, point) =>
				rooms.get(p.roomId)?.story === room.story &&
				OPEN_AIR.includes(rooms.get(p.roomId)?.kind ?? 'attic') === OPEN_AIR.includes(room.kind) &&
				!!point &&
				atMost(distanceToFixture(point, at), withinIn)
		}
	};
}

/** Fed through a box with the disconnect of heating or cooling equipment. */
function behindDisconnect(job: Job, box: Box): boolean {
	const { boxes, cablesOfCircuit, circuitsOfBox } = indexOf(job);
	return (circuitsOfBox.get(box.id) ?? []).some((circuit) => {
		const cables = cablesOfCircuit.get(circuit.id) ?? [];
		const feed = (id: string) => cables.find((l) => l.toId === id)?.fromId;
		for (let at = feed(box.id), n = 0; at && n <= cables.length; at = feed(at), n++) {
			if (boxes.get(at)?.devices.some((d) => d.kind === 'hard-wired' && d.serves === 'hvac')) return true;
		}
		return false;
	});
}

/** Outdoors: on the outer wall nearest to it; indoors: on the nearest wall of its room. */
function placesNear(c: ArticleCase, room: Room, f: Extent, withinIn: number): NewPlace[] {
	if (!OPEN_AIR.includes(room.kind)) {
		const spot = spotsNear(room, { heightIn: USUAL_HEIGHT_IN.serviceReceptacle, fixtures: [f], withinIn })[0];
		const place = spot ? onWall(spot.wall, spot.at) : room.outline ? null : atPoint([f.x, f.y]);
		return [{ roomId: room.id, place, heightIn: USUAL_HEIGHT_IN.serviceReceptacle, device: 'receptacle' }];
	}
	const spots = outerWalls(c.job, room.story)
		.flatMap((w) =>
			freeWall(w.room, w.wall, USUAL_HEIGHT_IN.serviceReceptacle).flatMap(([a, b]) =>
				[a, (a + b) / 2, b].map((at) => beyond(w.room.outline ?? [], { wall: w.wall, at }, 6))
			)
		)
		.map((p) => ({ p, far: distanceToFixture(p, f) }))
		.filter((s) => s.far <= withinIn)
		.sort((a, b) => a.far - b.far);
	const place = spots[0] ? atPoint(spots[0].p) : atPoint([f.x - 12, f.y]);
	return [{ roomId: room.id, place, heightIn: USUAL_HEIGHT_IN.serviceReceptacle, device: 'receptacle', outdoors: true }];
}

/** Indoor service equipment and panels: a receptacle within 25 ft in the same room. Advice for dwellings. @source 210.63(B) */
export const panelRooms: Article = {
	rule: (edition) => edition.places.panelRoom?.rule ?? edition.places.equipment.rule,
	judge: (c) => ({ requirements: c.job.panels.flatMap((panel) => ofPanel(c, panel)), needs: [] })
};

function ofPanel(c: ArticleCase, panel: Panel): Requirement[] {
	const table = c.edition.places.panelRoom;
	const room = panel.roomId ? indexOf(c.job).rooms.get(panel.roomId) : undefined;
	const point = room && boxPoint(panel, room);
	// Not for one- and two-family dwellings.
	if (!table || c.job.dwelling !== 'multifamily' || !room || !point || OPEN_AIR.includes(room.kind)) return [];
	const serving = (indexOf(c.job).boxesOfRoom.get(room.id) ?? []).filter((box) => {
		const p = boxPoint(box, room);
		return receptaclesOf(box).length > 0 && !!p && Math.hypot(p[0] - point[0], p[1] - point[1]) <= table.withinIn;
	});
	return [
		ofRoom(
			c,
			{ ref: table.rule, room },
			{
				part: panel.id,
				severity: 'advice',
				subject: { kind: 'panel', id: panel.id },
				title: `a receptacle within ${formatLength(table.withinIn)} of ${panel.name}, in its room`,
				state: serving.length ? 'met' : 'missing',
				why: serving.length ? names(serving.slice(0, 4)) : `${room.name} has no service receptacle near ${panel.name}.`,
				metBy: serving.map((b) => b.id),
				fix: serving.length ? undefined : { kind: 'place-boxes', label: 'Place one near it', boxes: [nearPanel(c, room, point)] }
			}
		)
	];
}

/** Nearer to its middle is behind the panel itself, in. Practice. */
const BEHIND_PANEL_IN = 24;
/** On a free wall, nearest to the panel. */
function nearPanel(c: ArticleCase, room: Room, [px, py]: Point): NewPlace {
	const heightIn = c.job.practice.counterHeightIn;
	const spots = wallSpots(room, heightIn).map((s) => ({ ...s, far: Math.hypot(s.point[0] - px, s.point[1] - py) }));
	const best = spots.filter((s) => !atMost(s.far, BEHIND_PANEL_IN)).sort((a, b) => a.far - b.far)[0];
	return { roomId: room.id, place: best ? onWall(best.wall, best.at) : null, heightIn, device: 'receptacle' };
}
