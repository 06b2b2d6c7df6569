import assert from 'node:assert/strict';
import test from 'node:test';
import { applyPatches, enablePatches, produce, produceWithPatches } from 'immer';
import fc from 'fast-check';
import { assess } from '../../src/core/assess';
import { missingPlaces } from '../../src/core/layout/assess-layout';
import { editBox, editDevice, freeBoxName, removeBox } from '../../src/core/edit/boxes';
import { addCircuit, editCircuit } from '../../src/core/edit/circuits';
import type { Command } from '../../src/core/edit/command';
import { applyFix } from '../../src/core/edit/fix';
import { addSymptom, closeSymptom, editJob } from '../../src/core/edit/job';
import { attachBox, editCable, feedCable } from '../../src/core/edit/cables';
import { addRoom, editRoom, removeRoom } from '../../src/core/edit/rooms';
import { setWallLength } from '../../src/core/edit/walls';
import { crossings, inside, labelPoint, signedArea, wallLength } from '../../src/core/model/geometry';
import type { Job, Point } from '../../src/core/model/known';
import { referenceFaults } from '../../src/core/model/file/references';
import { box, circuit, den, job, cable } from './small-job';
import { runs } from './few';

enablePatches();
const ids = () => {
	let n = 0;
	return () => `new-${++n}`;
};
const done = (j: Job, command: Command): Job => produce(j, command);
const refused = (j: Job, command: Command, says: RegExp): void => {
	assert.throws(() => done(j, command), says);
};

test('a proposed layout is one edit: boxes named after the room, all in reach, taken back whole', () => {
	const before = job({ boxes: [box('d-01', { name: 'D-01', place: { kind: 'wall', wall: 2, at: 72 } })], cables: [] });
	const fix = missingPlaces(before, 'receptacle')[0];
	assert.ok(fix);
	const [after, , inverse] = produceWithPatches(before, applyFix(fix, ids()));
	assert.deepEqual(
		after.boxes.map((b) => b.name),
		['D-01', 'D-02', 'D-03', 'D-04']
	);
	const walls = assess(after).stages.layout.findings.filter((f) => f.rule.section === '210.52(A)');
	assert.deepEqual(walls, []);
	assert.deepEqual(referenceFaults(after), []);
	assert.deepEqual(applyPatches(after, inverse), before);
	assert.equal(before.boxes.length, 1, 'the job before is as it was');
});
test('rooms of nothing but existing work are not proposed for', () => {
	const old = job({ boxes: [box('a', { state: 'found', place: { kind: 'wall', wall: 2, at: 72 } })], cables: [] });
	assert.deepEqual(missingPlaces(old, 'receptacle'), []);
	assert.ok(assess(old).stages.layout.findings.every((f) => f.severity === 'advice'));
});

const fixes: [what: string, fix: Parameters<typeof applyFix>[0], look: (j: Job) => unknown, want: unknown][] = [
	[
		'protect-device',
		{
			kind: 'protect-device',
			label: '',
			boxId: 'a',
			deviceId: 'a-d1',
			protection: 'gfci',
			type: { tamperResistant: true, weatherResistant: false }
		},
		(j) => [j.boxes[0]?.devices[0]?.protection, j.boxes[0]?.devices[0]?.feedsLoad],
		['gfci', true]
	],
	[
		'protect-breaker',
		{ kind: 'protect-breaker', label: '', circuitId: 'c1', protection: 'dual' },
		(j) => j.circuits[0]?.breaker,
		'dual'
	],
	['set-breaker', { kind: 'set-breaker', label: '', circuitId: 'c1', breakerA: 15 }, (j) => j.circuits[0]?.breakerA, 15],
	[
		'mark-device',
		{ kind: 'mark-device', label: '', boxId: 'b', deviceId: 'b-d1', mark: 'weatherResistant' },
		(j) => j.boxes[1]?.devices[0]?.weatherResistant,
		true
	]
];
for (const [what, fix, look, want] of fixes)
	test(`fix ${what}`, () => assert.deepEqual(look(done(job(), applyFix(fix, ids()))), want));
test('a fix of a thing that is gone is refused by name', () => {
	refused(job(), applyFix({ kind: 'set-breaker', label: '', circuitId: 'zz', breakerA: 15 }, ids()), /no circuit "zz" anymore/);
});
test('every fix that Hekto offers takes its finding away', () => {
	const wet = job({
		rooms: [{ ...den, kind: 'porch' }],
		boxes: [box('a', {}, { tamperResistant: false })],
		cables: [cable('p', 'a', 10)]
	});
	let at = wet;
	for (let n = 0; n < 10; n++) {
		const finding = assess(at).stages.protect.findings.find((f) => f.fix && f.severity === 'violation');
		if (!finding?.fix) break;
		at = done(at, applyFix(finding.fix, ids()));
		assert.ok(!assess(at).stages.protect.findings.some((f) => f.id === finding.id), finding.message);
	}
	assert.deepEqual(assess(at).stages.protect.findings, []);
});

test('a box is attached to a run, moved along it, and never fed from itself', () => {
	const loose = job({ boxes: [box('a'), box('b'), box('c'), box('x')] });
	const attached = done(loose, attachBox('x', { cableId: 'l', circuitId: 'c1', fromId: 'b', lengthFt: 7 }));
	assert.deepEqual(attached.cables.at(-1), { ...cable('b', 'x', 7), id: 'l' });
	const moved = done(attached, attachBox('b', { cableId: 'm', circuitId: 'c1', fromId: 'p', lengthFt: null }));
	assert.deepEqual(
		moved.cables.filter((l) => l.toId === 'b').map((l) => l.fromId),
		['p']
	);
	assert.deepEqual(referenceFaults(moved), []);
	refused(
		attached,
		attachBox('a', { cableId: 'm', circuitId: 'c1', fromId: 'x', lengthFt: 1 }),
		/cannot be fed from a box that it feeds itself/
	);
	refused(loose, attachBox('a', { cableId: 'm', circuitId: 'c1', fromId: 'x', lengthFt: 1 }), /no box to feed A from there/);
});
test('a planned circuit in a job without a panel brings one, of which nothing is known; a found one invents none', () => {
	const bare = job({ panels: [], circuits: [], cables: [] });
	const made = done(bare, addCircuit({ circuitId: 'n', panelId: 'np', name: 'Sewing', breakerA: 15, state: 'planned' }));
	assert.deepEqual([made.circuits[0]?.panelId, made.panels[0]?.mainA], ['np', null]);
	const second = done(made, addCircuit({ circuitId: 'n2', panelId: 'unused', name: 'Iron', breakerA: 20, state: 'found' }));
	assert.deepEqual([second.panels.length, second.circuits[1]?.panelId], [1, 'np']);
	const found = done(bare, addCircuit({ circuitId: 'n', panelId: 'np', name: 'Iron', breakerA: null, state: 'found' }));
	assert.deepEqual([found.panels, found.circuits[0]?.panelId, found.circuits[0]?.breakerA], [[], null, null]);
});
test('what feeds a box is said, taken back, and never a box that it feeds itself', () => {
	const legOf = (j: ReturnType<typeof job>, id: string) => j.cables.find((l) => l.id === id)?.fromId;
	assert.equal(legOf(done(job(), feedCable('a-b', null)) as never, 'a-b'), null);
	assert.equal(legOf(done(job(), feedCable('a-b', 'p')) as never, 'a-b'), 'p');
	refused(job(), feedCable('p-a', 'b'), /cannot be fed from a box that it feeds itself/);
	refused(job(), feedCable('a-b', 'elsewhere'), /has no box to feed B from there/);
});
test('two boxes never share a name', () => {
	refused(job(), editBox('a', { name: 'b' }), /Another box is named b already/);
	assert.equal(done(job(), editBox('a', { name: 'A' })).boxes[0]?.name, 'A');
});
test('rooms, devices, cables, symptoms are edited', () => {
	let j = done(job(), editRoom('den', { name: 'Study', kind: 'library' }));
	j = done(j, editDevice('a', 'a-d1', { amps: 20 }));
	j = done(j, editCable('p-a', { lengthFt: 33 }));
	j = done(j, editCircuit('c1', { name: 'Study' }));
	j = done(j, addSymptom('s', 'dims', 'a'));
	assert.equal(j.symptoms[0]?.open, true);
	j = done(j, closeSymptom('s', false));
	j = done(j, addRoom('r2', 'Attic'));
	j = done(j, editJob({ name: 'Renamed' }));
	assert.deepEqual(
		[
			j.rooms[0]?.kind,
			j.boxes[0]?.devices[0]?.amps,
			j.cables[0]?.lengthFt,
			j.circuits[0]?.name,
			j.symptoms[0]?.open,
			j.rooms[1]?.outline,
			j.name
		],
		['library', 20, 33, 'Study', false, null, 'Renamed']
	);
	refused(j, editCable('zz', {}), /no cable "zz"/);
});

test('a wall made longer takes the one across with it; what hangs there stays where it was', () => {
	const j = job({ boxes: [box('a', { place: { kind: 'wall', wall: 2, at: 30 } })], cables: [] });
	const longer = done(j, setWallLength('den', 0, 160));
	const outline = longer.rooms[0]?.outline ?? [];
	assert.deepEqual(
		outline.map((_, i) => wallLength(outline, i)),
		[160, 120, 160, 120]
	);
	// 30 in from the old corner at 144 is 46 in from the new one at 160: the same place on the plan.
	assert.deepEqual(longer.boxes[0]?.place, { kind: 'wall', wall: 2, at: 46 });
	assert.deepEqual(referenceFaults(longer), []);
});
test('a wall too short for its door, and a wall between slanted ones, are refused', () => {
	refused(job(), setWallLength('den', 0, 40), /would extend past the end/);
	refused(job(), setWallLength('den', 0, 0.5), /at least 1"/);
	const slanted = job({
		rooms: [
			{
				...den,
				breaks: [],
				outline: [
					[0, 0],
					[100, 0],
					[150, 80],
					[0, 90]
				]
			}
		],
		boxes: [],
		cables: []
	});
	refused(slanted, setWallLength('den', 0, 110), /not parallel/);
	refused(
		job({ rooms: [{ ...den, outline: null, breaks: [] }], boxes: [], cables: [] }),
		setWallLength('den', 0, 110),
		/no outline yet/
	);
});
test('any wall of a right-angled room can be set to any length that leaves it a room, and the outline stays closed', () => {
	const l: Point[] = [
		[0, 0],
		[240, 0],
		[240, 120],
		[120, 120],
		[120, 240],
		[0, 240]
	];
	fc.assert(
		fc.property(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 130, max: 400 }), (wall, inches) => {
			const j = job({ rooms: [{ ...den, breaks: [], outline: l }], boxes: [], cables: [] });
			const outline = done(j, setWallLength('den', wall, inches)).rooms[0]?.outline ?? [];
			assert.ok(Math.abs(wallLength(outline, wall) - inches) < 1e-9);
			const sum = outline.reduce(
				(s, p, i) => [s[0] + (outline[(i + 1) % 6]?.[0] ?? 0) - p[0], s[1] + (outline[(i + 1) % 6]?.[1] ?? 0) - p[1]],
				[0, 0] as [number, number]
			);
			assert.deepEqual(sum, [0, 0]);
		}),
		{ seed: 5, numRuns: runs(60) }
	);
});

test('geometry: area, crossings, insides, and where a name is written', () => {
	const l: Point[] = [
		[0, 0],
		[240, 0],
		[240, 60],
		[60, 60],
		[60, 240],
		[0, 240]
	];
	assert.equal(signedArea(l), 240 * 60 + 60 * 180);
	assert.deepEqual(crossings(l), []);
	assert.ok(inside(l, labelPoint(l)), 'the name of an L stands inside it');
	assert.ok(!inside(l, [200, 200]));
});

const broken: [what: string, more: Partial<Job>, path: string][] = [
	['a cable fed from nowhere', { cables: [cable('zz', 'a', 4)] }, 'cables[0].fromId'],
	['a box fed twice on one circuit', { cables: [cable('p', 'a', 4), { ...cable('p', 'a', 5), id: 'again' }] }, 'cables[1].toId'],
	['a circuit on no panel', { circuits: [circuit({ panelId: 'q' })], cables: [] }, 'circuits[0].panelId'],
	['a box in no such room', { boxes: [box('a', { roomId: 'attic' })], cables: [] }, 'boxes[0].roomId'],
	[
		'a box on a wall of an unmeasured room',
		{
			rooms: [{ ...den, outline: null, breaks: [] }],
			boxes: [box('a', { place: { kind: 'wall', wall: 0, at: 3 } })],
			cables: []
		},
		'boxes[0].place'
	],
	[
		'a box on a fifth wall of four',
		{ boxes: [box('a', { place: { kind: 'wall', wall: 4, at: 3 } })], cables: [] },
		'boxes[0].place.wall'
	],
	[
		'a door over the end of its wall',
		{ rooms: [{ ...den, breaks: [{ id: 'x', wall: 1, from: 100, to: 130, kind: 'door' }] }] },
		'rooms[0].breaks[0].to'
	],
	[
		'a door without width',
		{ rooms: [{ ...den, breaks: [{ id: 'x', wall: 1, from: 100, to: 100, kind: 'door' }] }] },
		'rooms[0].breaks[0].to'
	]
];
for (const [what, more, path] of broken)
	test(`references: ${what}`, () =>
		assert.ok(
			referenceFaults(job(more)).some((f) => f.path === path),
			JSON.stringify(referenceFaults(job(more)))
		));

test('a box is taken out of every run that it is on; what was seen there stays', () => {
	const j = job({ symptoms: [{ id: 's', text: 'dims', boxId: 'b', open: true }] });
	const without = done(j, removeBox('b'));
	assert.deepEqual(
		without.boxes.map((b) => b.id),
		['a', 'c']
	);
	assert.deepEqual(
		without.cables.map((l) => [l.fromId, l.toId, l.lengthFt]),
		[
			['p', 'a', 40],
			['a', 'c', null]
		]
	);
	assert.equal(without.symptoms[0]?.boxId, null);
	assert.deepEqual(referenceFaults(without), []);
	refused(without, removeBox('b'), /no box "b" anymore/);
});
test('a room is taken out only when it is empty', () => {
	refused(job(), removeRoom('den'), /Den still has A, B, C: move them first/);
	assert.deepEqual(done(job({ boxes: [], cables: [] }), removeRoom('den')).rooms, []);
});
test('a box that nobody named gets the next free number', () => {
	assert.equal(freeBoxName(job()), 'Box 4');
	assert.equal(freeBoxName(job({ boxes: [box('a', { name: 'Box 2' })] })), 'Box 3');
});
