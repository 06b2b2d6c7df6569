import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { applyFix } from '../../src/core/edit/fix';
import { missingPlaces } from '../../src/core/layout/punch-list';
import { knownJob } from '../../src/core/model/known';
import { emptyJob, DUPLEX, newBox, newRoom } from '../../src/core/model/new-job';
import type { Break, Device, Fixture, Job, JobFile, Point, Room } from '../../src/core/model/job';
import {
	BREAK_KINDS,
	DEVICE_KINDS,
	EDITIONS,
	FIXTURE_KINDS,
	LEADS_TO,
	NEMA_FORMS,
	PART_OF,
	PROTECTIONS,
	ROOM_KINDS,
	SERVES,
	SIDES,
	SWITCHED,
	type FixtureKind,
	type RoomKind
} from '../../src/core/model/kinds';
import { Random } from '../fuzz/random';
import { proposeCircuits } from '../../src/core/propose/propose-circuits';
import { saidOf, type Said } from './said';

/** Houses with a room of each kind, and in them things, walls and devices of each kind, in other company at each turn. */
export const TURNS = [1, 2, 3, 4, 5, 6];
const [WIDE_IN, DEEP_IN, APART_IN] = [300, 228, 5];
const THINGS = 5;
const DOOR_HINGES = ['from', 'to'] as const;
const LIMITS_IN = [11.9375, 12, 17.9375, 18, 23.9375, 24, 60] as const;

function thing(r: Random, kind: FixtureKind, { id, corner, k }: { id: string; corner: Point; k: number }): Fixture {
	const [widthIn, depthIn] = kind === 'divider' ? [r.pick([23.9375, 24, 156]), 6] : kind === 'island' ? [60, 30] : [30, 24];
	return {
		id,
		kind,
		name: `${kind} ${k}`,
		x: corner[0] + 20 + 52 * k,
		y: corner[1] + r.pick([0, 60, 110]),
		widthIn,
		depthIn,
		...(r.chance(0.3) ? { turnDeg: r.pick([90, 45, 180]) } : {}),
		...(r.chance(0.3) ? { topIn: 34, behindIn: r.pick(LIMITS_IN) } : {})
	};
}
function breaksOf(r: Random, id: string): Break[] {
	const door = () => ({ kind: 'door' as const, swingsIn: r.chance(0.5), hinge: r.pick(DOOR_HINGES), leadsTo: r.pick(LEADS_TO) });
	return [
		{ id: `${id}a`, wall: 0, from: 12, to: 44, ...door() },
		{ id: `${id}b`, wall: 1, from: 96, to: 132, ...door() },
		{ id: `${id}c`, wall: 2, from: 90, to: 150, kind: 'window' },
		{ id: `${id}d`, wall: 3, from: 60, to: 132, kind: r.pick(BREAK_KINDS) }
	];
}
function roomOf(r: Random, kind: RoomKind, i: number): Room {
	const [x, y] = [(i % 6) * (WIDE_IN + APART_IN), Math.floor(i / 6) * (DEEP_IN + APART_IN)];
	const whole: Point[] = [[x + WIDE_IN, y + DEEP_IN]];
	const cut: Point[] = [
		[x + WIDE_IN, y + 150],
		[x + 200, y + 150],
		[x + 200, y + DEEP_IN]
	];
	const kinds = Array.from({ length: THINGS - 1 }, () => r.pick(FIXTURE_KINDS));
	// Two of one kind at least.
	const things = [...kinds, r.pick(kinds)];
	return newRoom(
		{ id: `r${i}`, name: `${kind} ${i}`, kind },
		{
			outline: [[x, y], [x + WIDE_IN, y], ...(r.chance(0.3) ? cut : whole), [x, y + DEEP_IN]],
			story: r.pick([0, 0, 0, 1, -1]),
			finished: r.chance(0.5),
			breaks: breaksOf(r, `b${i}`),
			counters: r.chance(0.5) ? [{ id: `c${i}`, wall: 2, from: 4, to: 4 + r.pick(LIMITS_IN), depthIn: 25 }] : [],
			fixtures: things.map((of, k) => thing(r, of, { id: `f${i}-${k}`, corner: [x, y], k })),
			foodPrep: r.chance(0.25),
			side: r.pick(SIDES),
			gapIn: r.pick([0, 6, 80]),
			aboveGradeIn: r.pick([0, 30, 80]),
			bays: r.pick([1, 2, 3]),
			detached: r.chance(0.5),
			powered: r.chance(0.7),
			partOfHall: r.chance(0.5),
			storage: r.chance(0.3)
		}
	);
}
function deviceOf(r: Random, id: string): Device {
	const kind = r.pick([...DEVICE_KINDS, 'receptacle', 'receptacle'] as const);
	return {
		...DUPLEX,
		id,
		kind,
		state: r.pick(['planned', 'found', 'built'] as const),
		receptacles: kind === 'receptacle' ? r.pick([2, 1] as const) : 0,
		amps: r.pick([15, 20, 30]),
		volts: r.chance(0.2) ? 240 : 120,
		slots: r.chance(0.15) ? 'two-slot' : 'grounding',
		protection: r.pick(PROTECTIONS),
		feedsLoad: r.chance(0.3),
		tamperResistant: r.chance(0.5),
		weatherResistant: r.chance(0.3),
		switched: r.pick(SWITCHED),
		serves: r.chance(0.5) ? r.pick(SERVES) : null,
		watts: r.pick([0, 300, 1500, 4500]),
		...(r.chance(0.2) ? { form: r.pick(NEMA_FORMS) } : {}),
		...(r.chance(0.1) ? { dedicatedSpace: true } : {}),
		...(r.chance(0.1) ? { partOf: r.pick(PART_OF) } : {}),
		installed: r.chance(0.25) ? '2014-05-01' : null
	};
}
/** Nothing is in it yet but, at every second turn, a few devices in each room. */
function houseOfEach(turn: number): Job {
	const r = new Random(turn);
	const job = emptyJob('each', { name: 'Each', edition: r.pick(EDITIONS), permitDate: '2026-10-12' });
	const rooms = ROOM_KINDS.map((kind, i) => roomOf(r, kind, i));
	const boxes = rooms.flatMap((room, i) =>
		(turn % 2 ? [24, 150, 220] : []).map((along, k) => {
			const id = `x${i}-${k}`;
			return newBox(id, `X${i}-${k}`, {
				state: 'planned',
				roomId: room.id,
				place: r.chance(0.1) ? null : { kind: 'wall', wall: k === 2 ? 3 : 0, at: along },
				heightIn: r.pick([16, 48, 66, 79]),
				depthIn: r.pick([1.25, 1.5, 2, 2.75]),
				volumeCuIn: r.pick([12.5, 18, 20, 22]),
				inCabinet: r.chance(0.1),
				readilyAccessible: r.chance(0.85),
				ground: r.pick(['present', 'none', 'unknown'] as const),
				devices: [deviceOf(r, `${id}-d`)]
			});
		})
	);
	return { ...job, areaSqFt: 2400, rooms, boxes };
}
/** With what is missing placed, circuits for it, and what then is wrong once mended by its own way out. */
function carriedThrough(bare: Job): Job {
	let n = 0;
	const newId = () => `made-${++n}`;
	const done = (job: Job, fixes: readonly Parameters<typeof applyFix>[0][]): Job =>
		fixes.reduce((on, fix) => {
			try {
				return produce(on, applyFix(fix, newId));
			} catch {
				// Two that do not go together: the first stands.
				return on;
			}
		}, job);
	const placed = done(bare, [...missingPlaces(bare, 'receptacle'), ...missingPlaces(bare, 'lighting')]);
	const { circuits, cables } = proposeCircuits(knownJob(placed), newId);
	const wired = { ...placed, circuits, cables };
	const fixes = Object.values(assess(wired, []).stages).flatMap((s) => s.findings.flatMap((f) => f.fix ?? []));
	return done(
		wired,
		fixes.filter((f, i) => f.kind !== 'place-boxes' && i % 3 === 0)
	);
}
const fileOf = (job: Job): JobFile => ({ hekto: 'job', fileVersion: 0 as never, job, readings: [], events: [] });

/** All that Hekto says of them: bare, and carried through as far as one press after another carries them. */
export function* eachOf(turn: number): Generator<Said> {
	const bare = houseOfEach(turn);
	for (const [what, v] of saidOf(fileOf(bare))) yield [`bare: ${what}`, v];
	for (const [what, v] of saidOf(fileOf(carriedThrough(bare)))) yield [`carried through: ${what}`, v];
}
