import type { Break, Counter, Fixture, Place, Room, WallMark } from '../job';
import { must, whole, oneOf, maybe, flag, text, figure, list, shapeOf } from './fields';
import { id, inches, NAMES, pointSchema } from './schema-fields';
import { MOST } from './limits';
import { BREAK_KINDS, LEADS_TO, FIXTURE_KINDS, WALL_MARKS, ROOM_KINDS, SIDES } from '../kinds';

/** Rooms with what is on their walls and in them, and where a thing is placed. */

const wallBreak = shapeOf<Break>()({
	id: id(),
	wall: must(whole(0, MOST.walls - 1)),
	from: must(inches(0)),
	to: must(inches(0)),
	kind: must(oneOf(BREAK_KINDS)),
	hinge: maybe(oneOf(['from', 'to'] as const)),
	swingsIn: maybe(flag()),
	leadsTo: maybe(oneOf(LEADS_TO))
});
const counter = shapeOf<Counter>()({
	id: id(),
	wall: must(whole(0, MOST.walls - 1)),
	from: must(inches(0)),
	to: must(inches(0)),
	depthIn: must(inches(1, 120)),
	topIn: maybe(inches(1, 96))
});
const fixture = shapeOf<Fixture>()({
	id: id(),
	kind: must(oneOf(FIXTURE_KINDS)),
	name: text().defined(),
	x: must(inches()),
	y: must(inches()),
	widthIn: must(inches(1, 1000)),
	depthIn: must(inches(1, 1000)),
	turnDeg: maybe(figure(-360, 360)),
	behindIn: maybe(inches(0, 120)),
	corner: maybe(flag()),
	topIn: maybe(inches(1, 96)),
	provision: maybe(flag()),
	risers: maybe(whole(1, 40))
});
const studs = shapeOf<Room['studs'][number]>()({
	wall: must(whole(0, MOST.walls - 1)),
	spacing: must(inches(6, 96)),
	offset: must(inches(0, 96))
});
const mark = shapeOf<WallMark>()({
	id: id(),
	wall: must(whole(0, MOST.walls - 1)),
	from: must(inches(0)),
	to: must(inches(0)),
	kind: must(oneOf(WALL_MARKS)),
	note: text().defined()
});
export const room = shapeOf<Room>()({
	id: id(),
	name: must(NAMES.room),
	kind: must(oneOf(ROOM_KINDS)),
	kindGuessed: maybe(flag()),
	story: must(whole(-3, 9)),
	finished: must(flag()),
	outline: list(pointSchema(), MOST.walls, 3).nullable().defined(),
	breaks: must(list(wallBreak, MOST.breaks)),
	counters: must(list(counter, MOST.counters)),
	fixtures: must(list(fixture, MOST.fixtures)),
	foodPrep: must(flag()),
	studs: must(list(studs, MOST.walls)),
	marks: must(list(mark, MOST.walls)),
	side: maybe(oneOf(SIDES)),
	gapIn: maybe(inches(0, 1000)),
	aboveGradeIn: maybe(inches(-200, 1000)),
	fromInside: maybe(flag()),
	bays: maybe(whole(1, 12)),
	detached: maybe(flag()),
	powered: maybe(flag()),
	partOfHall: maybe(flag()),
	storage: maybe(flag()),
	equipment: maybe(flag())
});
export const place = shapeOf<Place>()({
	kind: must(oneOf(['wall', 'point'] as const)),
	wall: whole(0, MOST.walls - 1),
	at: inches(0),
	x: inches(),
	y: inches()
}).test('place', 'must be a wall with its place along it, or a point with x and y', (p: unknown) => {
	const v = p as { kind?: string; wall?: number; at?: number; x?: number; y?: number } | null | undefined;
	return !v || (v.kind === 'wall' ? v.wall !== undefined && v.at !== undefined : v.x !== undefined && v.y !== undefined);
});
