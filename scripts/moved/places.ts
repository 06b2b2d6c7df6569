import * as boxes from '../../src/core/edit/boxes';
import { placeFor, snapBox, snapPoint, snapRoom } from '../../src/core/edit/default-place';
import { readItem } from '../../src/core/edit/inspection';
import * as survey from '../../src/core/edit/survey';
import { closeWalk, drawWalk, readTape, sayWalk } from '../../src/core/edit/tape';
import type { Point } from '../../src/core/model/job';
import { DEVICE_KINDS } from '../../src/core/model/kinds';
import { Random } from '../fuzz/random';
import { houseAtRandom, told } from './houses';

const HOUSES = [0, 1].map((seed) => houseAtRandom(seed, 0).job);
const point = (r: Random): Point => [r.below(500), r.below(400)];

const TAPES = [
	"12' r 10' r 12' r 10'",
	"12'6 d30 4' r 9' w36 2' r 12'6 r 9'",
	'144 l 100 l 144 l 100',
	"10' r 8' l 4' r 6' r 14' r 14'",
	"12' 3 1/2 r 10' r 12' r 9'11",
	'3m r 2.5m r 3m r 2.5m',
	"12' d32 r 10' w60 r 12'2 r 10'1",
	"12' r 10'"
];
/** Where things snap to, how a tape is read, how an inspector's line is. */
export function* placesOf(): Generator<readonly [string, unknown]> {
	const r = new Random(3);
	for (const job of HOUSES) {
		for (const of of job.rooms) {
			yield ['place for', DEVICE_KINDS.map((kind) => told(() => placeFor(of, kind, r.pick([16, 48, 96]))))];
			yield ['snap box', Array.from({ length: 8 }, () => told(() => snapBox(of, point(r), r.chance(0.5))))];
			yield [
				'snap room',
				Array.from({ length: 4 }, () => told(() => snapRoom(job, of, { dx: r.below(40) - 20, dy: r.below(40) - 20 })))
			];
			yield ['free room name', survey.freeRoomName(job, of.name)];
			yield ['free name', boxes.freeName(job, of)];
			for (const b of of.breaks) yield ['behind wall', told(() => survey.behindWall(job, of, b))];
		}
		for (const b of job.boxes) yield ['inspector', readItem(job, `${b.name} 210.8(A)(6) no GFCI`)];
	}
	const corners = HOUSES.flatMap((job) => job.rooms.flatMap((x) => x.outline ?? []));
	for (let n = 0; n < 60; n++)
		yield [
			'snap point',
			snapPoint(point(r), {
				corners,
				before: r.chance(0.5) ? point(r) : null,
				gridIn: r.pick([1, 6, 12]),
				nearIn: r.pick([4, 8])
			})
		];
	for (const text of TAPES) {
		const read = readTape(text);
		yield ['tape', read];
		if (!read.ok) continue;
		yield ['tape drawn', told(() => [drawWalk(read.walk), sayWalk(drawWalk(read.walk))])];
		for (const how of ['last-wall', 'spread'] as never[]) yield ['tape closed', told(() => closeWalk(read.walk, how))];
	}
}
