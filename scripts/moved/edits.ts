import { produce } from 'immer';
import * as boxes from '../../src/core/edit/boxes';
import * as circuits from '../../src/core/edit/circuits';
import type { Command } from '../../src/core/edit/command';
import { newFixture } from '../../src/core/edit/default-place';
import * as fixtures from '../../src/core/edit/fixtures';
import { installed, installedAll } from '../../src/core/edit/works';
import * as cables from '../../src/core/edit/cables';
import { editFaults } from '../../src/core/edit/merge/check-edit';
import { changesBetween } from '../../src/core/edit/merge/change';
import { mergeJobs } from '../../src/core/edit/merge/merge-jobs';
import { wherePath } from '../../src/core/edit/merge/say-conflict';
import { rewire } from '../../src/core/edit/rewire';
import * as rooms from '../../src/core/edit/rooms';
import * as survey from '../../src/core/edit/survey';
import * as walls from '../../src/core/edit/walls';
import type { Job, Point } from '../../src/core/model/job';
import { BREAK_KINDS, FIXTURE_KINDS, OPENS_TOGETHER, ROOM_KINDS } from '../../src/core/model/kinds';
import { newBox } from '../../src/core/model/new-job';
import { Random } from '../fuzz/random';
import { houseAtRandom, FIGURES, told } from './houses';

type Make = (r: Random, job: Job, id: () => string) => Command;
const maybe = (r: Random, id: string | undefined): string => (r.chance(0.04) ? 'nobody' : (id ?? 'none'));
const box = (r: Random, job: Job): string => maybe(r, r.pick(job.boxes).id);
const room = (r: Random, job: Job): string => maybe(r, r.pick(job.rooms).id);
const circuit = (r: Random, job: Job): string => maybe(r, r.pick(job.circuits).id);
const cable = (r: Random, job: Job): string => maybe(r, r.pick(job.cables).id);
const inches = (r: Random): number => r.pick(FIGURES);
const span = (r: Random, width: number) => {
	const from = inches(r) / 2;
	return { from, to: from + width };
};
const point = (r: Random): Point => [r.below(500), r.below(400)];
const breakOf = (r: Random, job: Job): [string, string] => {
	const of = r.pick(job.rooms.filter((x) => x.breaks.length));
	return [of.id, r.pick(of.breaks).id];
};
const fixtureOf = (r: Random, job: Job): [string, string] => {
	const of = r.pick(job.rooms.filter((x) => x.fixtures.length));
	return [of.id, r.pick(of.fixtures).id];
};

/** Each edit with what it is given drawn at random from the house; some of it is refused. */
const EDITS: Readonly<Record<string, Make>> = {
	'edit box': (r, job) => boxes.editBox(box(r, job), { roomId: room(r, job), heightIn: inches(r) }),
	'add box': (r, job, id) => boxes.addBox(newBox(id(), boxes.freeBoxName(job), { state: 'planned', roomId: room(r, job) })),
	'remove box': (r, job) => boxes.removeBox(box(r, job)),
	'remove device': (r, job) => {
		const of = r.pick(job.boxes);
		return boxes.removeDevice(of.id, of.devices[0]?.id ?? 'none');
	},
	'size as': (r, job) =>
		circuits.sizeAs({
			circuitId: circuit(r, job),
			breakerA: r.pick([15, 20, 30]),
			poles: r.pick([1, 2]),
			awg: r.pick(['14', '12', '10'])
		}),
	'wire as': (r, job) => circuits.wireAs(circuit(r, job), r.pick(['14', '12'])),
	'remove circuit': (r, job) => circuits.removeCircuit(circuit(r, job)),
	'pair circuits': (r, job) => circuits.pairCircuits(circuit(r, job), circuit(r, job), r.pick([...OPENS_TOGETHER, null])),
	'share home run': (r, job, id) =>
		circuits.shareHomeRun(
			{
				circuitIds: [circuit(r, job), circuit(r, job)],
				feet: job.cables.slice(0, 2).map((l) => ({ boxId: l.toId, lengthFt: inches(r) }))
			},
			id
		),
	'move slots': (r, job) => circuits.moveSpaces([{ circuitId: circuit(r, job), space: r.below(40) }]),
	'move to panel': (r, job) => circuits.moveToPanel(circuit(r, job), r.pick(job.panels).id, () => 30),
	'map boxes': (r, job, id) =>
		circuits.mapBoxes([{ boxId: box(r, job), circuitId: circuit(r, job) }], { id, by: 'JB', at: '2026-11-26T10:00:00Z' }),
	'turn fixture': (r, job) => fixtures.turnFixture(...fixtureOf(r, job), r.pick([90, -90, 45, 180])),
	'copy fixture': (r, job, id) => fixtures.copyFixture(...fixtureOf(r, job), id()),
	'remove fixture': (r, job) => fixtures.removeFixture(...fixtureOf(r, job)),
	'add fixture': (r, job, id) => {
		const of = r.pick(job.rooms);
		return fixtures.addFixture(
			of.id,
			newFixture(of, {
				id: id(),
				kind: r.pick(FIXTURE_KINDS),
				at: r.chance(0.6) ? { wall: r.below(4), from: inches(r) } : undefined
			})
		);
	},
	'remove panel': (r, job) => fixtures.removePanel(r.pick(job.panels).id),
	'put panel': (r, job) => fixtures.putPanel({ ...r.pick(job.panels), place: { kind: 'wall', wall: r.below(5), at: inches(r) } }),
	'copy box': (r, job, id) => fixtures.copyBox(box(r, job), id, 'NEW-1'),
	installed: (r, job, id) =>
		installed(box(r, job), { day: '2026-11-26', newId: id }, { at: '2026-11-26T09:00:00.000Z', by: 'JB' }),
	'installed all': (r, job, id) =>
		installedAll(
			[box(r, job), box(r, job), box(r, job)],
			{ day: '2026-11-26', newId: id },
			{ at: '2026-11-26T09:00:00.000Z', by: 'JB' }
		),
	'feed cable': (r, job) => cables.feedCable(cable(r, job), r.pick([box(r, job), null, r.pick(job.panels).id])),
	'attach box': (r, job, id) => {
		const to = r.pick(job.cables);
		return cables.attachBox(box(r, job), {
			cableId: id(),
			circuitId: to.circuitId,
			fromId: r.pick([to.toId, to.fromId, null]),
			lengthFt: r.pick([null, 12]),
			cable: r.chance(0.3) ? { kind: 'NM-B', awg: '14', metal: 'Cu', conductors: 2, ground: true } : undefined
		});
	},
	'detach box': (r, job) => {
		const of = r.pick(job.cables);
		return cables.detachBox(of.toId, r.chance(0.8) ? of.circuitId : circuit(r, job));
	},
	'set feeds': (r, job) => {
		const of = circuit(r, job);
		const own = job.cables.filter((l) => l.circuitId === of);
		return cables.setFeeds(
			of,
			own.map((l, i) => ({ boxId: l.toId, fromId: own[i - 1]?.toId ?? r.pick(job.panels).id, feet: 10 + i }))
		);
	},
	rewire: (r, job, id) => {
		const of = r.pick(job.cables);
		const to = r.pick(job.cables);
		return rewire(
			{
				boxId: of.toId,
				fromCircuitId: r.pick([of.circuitId, null]),
				circuitId: to.circuitId,
				afterId: to.toId,
				beforeId: r.pick([undefined, box(r, job)])
			},
			id
		);
	},
	'set rectangle': (r, job) => rooms.setRectangle(room(r, job), 60 + r.below(200), 60 + r.below(200)),
	'add break': (r, job, id) =>
		rooms.addBreak(room(r, job), id(), {
			wall: r.below(5),
			from: inches(r),
			width: r.pick([24, 32, 60]),
			kind: r.pick(BREAK_KINDS)
		}),
	'remove break': (r, job) => rooms.removeBreak(...breakOf(r, job)),
	'edit break': (r, job) => walls.editBreak(...breakOf(r, job), { ...span(r, 30) }),
	'add room': (r, _job, id) => rooms.addRoom(id(), 'Bed 9', r.pick(ROOM_KINDS) as never),
	'remove room': (r, job) => rooms.removeRoom(room(r, job)),
	'set outline': (r, job, id) => {
		const [w, d] = [100 + r.below(150), 90 + r.below(150)];
		const outline: Point[] = r.chance(0.7)
			? [
					[0, 0],
					[w, 0],
					[w, d],
					[0, d]
				]
			: [
					[0, 0],
					[w, 0],
					[w, d / 2],
					[w / 2, d / 2],
					[w / 2, d],
					[0, d]
				];
		return survey.setOutline(room(r, job), { outline, breaks: [], inPlace: r.chance(0.5) }, id);
	},
	'move room': (r, job) => survey.moveRoom(room(r, job), r.below(60) - 30, r.below(60) - 30),
	'turn room': (r, job) => survey.turnRoom(room(r, job), r.pick([90, 180, 270, 30])),
	'mirror room': (r, job) => survey.mirrorRoom(room(r, job)),
	'copy room': (r, job, id) => survey.copyRoom(room(r, job), id, r.chance(0.5) ? undefined : 'Copy'),
	'join room': (r, job) =>
		survey.joinRoom(room(r, job), r.below(4), { roomId: room(r, job), wall: r.below(4), offset: r.pick([0, 12]) }),
	'cut through': (r, job, id) => survey.cutThrough(room(r, job), id),
	'move corner': (r, job) => survey.moveCorner(room(r, job), r.below(5), point(r)),
	'add corner': (r, job) => survey.addCorner(room(r, job), r.below(5), inches(r)),
	'add counter': (r, job, id) =>
		walls.addCounter(room(r, job), {
			id: id(),
			wall: r.below(4),
			...span(r, 40),
			depthIn: r.pick([24, 25])
		}),
	'edit counter': (r, job) => {
		const of = r.pick(job.rooms.filter((x) => x.counters.length));
		return walls.editCounter(of.id, r.pick(of.counters).id, { ...span(r, 40) });
	},
	'add mark': (r, job, id) =>
		walls.addMark(room(r, job), { id: id(), wall: r.below(4), ...span(r, 12), kind: 'keep-off', note: '' }),
	'set wall length': (r, job) => walls.setWallLength(room(r, job), r.below(5), inches(r) + 40)
};
export const EDIT_NAMES = Object.keys(EDITS);

/** So many edits of a kind, each to the same house: what it changes, what its door says of it, or why it is refused. */
export function* editsOf(name: string, { count, seed }: { count: number; seed: number }): Generator<readonly [string, unknown]> {
	const make = EDITS[name];
	if (!make) throw new Error(name);
	const job = HOUSES[seed % HOUSES.length] ?? houseAtRandom(seed, 0).job;
	for (let i = 0; i < count; i++) {
		let n = 0;
		const after = told(() =>
			produce(
				job,
				make(new Random(seed + i * 7), job, () => `made-${++n}`)
			)
		);
		yield [name, typeof after === 'string' ? after : [changesBetween(job, after), told(() => editFaults(job, after as Job))]];
	}
}
const HOUSES = [0, 1].map((seed) => houseAtRandom(seed, 0).job);

/** What two devices make of one house, each with edits of its own. */
export function* mergesOf(seeds: readonly number[]): Generator<readonly [string, unknown]> {
	for (const seed of seeds) {
		const r = new Random(seed);
		const base = HOUSES[seed % 2] as Job;
		const side = (mark: string): Job => {
			let job = base;
			let n = 0;
			for (let k = 0; k < 6; k++) {
				const make = EDITS[r.pick(EDIT_NAMES)];
				const next = told(() =>
					make
						? produce(
								job,
								make(r, job, () => `${mark}${++n}`)
							)
						: job
				);
				if (typeof next !== 'string') job = next as Job;
			}
			return job;
		};
		const [one, other] = [side('one'), side('other')];
		const merged = told(() => mergeJobs(base, { one, other }));
		yield ['merges', merged];
		for (const change of changesBetween(base, one)) yield ['where', told(() => wherePath(base, change.path))];
	}
}
