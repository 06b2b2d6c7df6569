import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import type { Box, Device, Fixture, Job } from '../../src/core/model/known';
import { rect, room, fixture, box, house, linesOf, states, area, circuitOf, hall } from './small-rooms';

/** 210.52(A): walls of rooms, the floor before them, heaters and dividers. */
test('210.52: what does not count serves nothing anywhere', () => {
	const one = (device: Partial<Device>, more: Partial<Box> = {}) =>
		states(hall(area(130, 36), [box('hall', [0, 10], 16, device, more)]), '210.52(H)');
	assert.deepEqual(
		[
			one({}),
			one({ switched: 'whole' }),
			one({ switched: 'half' }),
			one({ partOf: 'luminaire' }),
			one({ amps: 30 }),
			one({ volts: 240 }),
			one({}, { heightIn: 66 }),
			one({}, { heightIn: 66.0625 })
		],
		['met', 'missing', 'met', 'missing', 'missing', 'missing', 'met', 'missing']
	);
});
test('210.52(A): floor receptacles within 18 in, heaters with receptacles, dividers', () => {
	const den = (boxes: Box[], fixtures: Fixture[] = []) =>
		house(
			[
				room('d', 'den', area(120, 100), {
					fixtures,
					breaks: [
						{ id: 'o', wall: 1, from: 0, to: 100, kind: 'opening' },
						{ id: 'p', wall: 2, from: 0, to: 120, kind: 'opening' },
						{ id: 'q', wall: 3, from: 0, to: 100, kind: 'opening' }
					]
				})
			],
			boxes
		);
	const wall = (j: Job) => states(j, '210.52(A)');
	assert.equal(wall(den([box('d', [60, 18], 0, {}, { note: 'p' })])), 'met');
	assert.equal(wall(den([box('d', [60, 18.0625], 0, {}, { note: 'p' })])), 'missing');
	const heater = fixture('baseboard-heater', [10, 0, 100, 4]);
	assert.equal(
		wall(den([box('d', [0, 20], 8, { partOf: 'baseboard-heater' })], [heater])),
		'missing',
		'the ends beyond the heater are left'
	);
	assert.equal(
		wall(den([box('d', [0, 20], 8, { partOf: 'baseboard-heater' })], [fixture('baseboard-heater', [0, 0, 120, 4])])),
		'met'
	);
	assert.equal(wall(den([box('d', [0, 60], 16)], [fixture('divider', [40, 50, 48, 6])])), 'met missing');
	// A heater's receptacle of which nobody said where it is serves nothing.
	assert.equal(
		wall(den([box('d', null, 8, { partOf: 'baseboard-heater' })], [fixture('baseboard-heater', [0, 0, 120, 4])])),
		'missing'
	);
});
test('one box for the walls of a room and for equipment in it; a divider in it, and the walls of another room, keep theirs', () => {
	const furnace = fixture('equipment', [60, 50, 24, 24], { name: 'furnace' });
	const den = room('d', 'den', area(144, 120), { fixtures: [furnace, fixture('divider', [40, 90, 48, 6])] });
	const j = house([den, room('e', 'bedroom', rect(300, 0, 120, 100))]);
	const placed = (section: string) =>
		linesOf(j, section).map((r) => [
			r.roomId,
			r.subject.kind,
			r.fix?.kind === 'place-boxes' ? r.fix.boxes.map((b) => b.place?.kind).join(' ') : ''
		]);
	const walls = placed('210.52(A)');
	const equipment = placed('210.63')[0]?.[2];
	assert.equal(walls.find(([at, kind]) => at === 'd' && kind === 'room')?.[2], equipment);
	assert.equal(walls.find(([, kind]) => kind === 'fixture')?.[2], 'point');
	const other = linesOf(j, '210.52(A)').find((r) => r.roomId === 'e');
	assert.ok(other?.fix?.kind === 'place-boxes' && other.fix.boxes.every((b) => b.roomId === 'e'));
});
const DIVIDED: [
	what: string,
	size: [number, number],
	boxes: [x: number, y: number, heightIn: number][],
	says: string,
	more?: Partial<Fixture>
][] = [
	['in the middle of 12 ft: 6 ft either way', [144, 6], [[122, 53, 16]], 'met'],
	['an inch off the middle', [144, 6], [[123, 53, 16]], 'missing 1 of 1'],
	[
		'two at one end of 14 ft',
		[168, 6],
		[
			[60, 53, 16],
			[64, 53, 16]
		],
		'missing 1 of 82'
	],
	[
		'one 6 ft from either end of 14 ft',
		[168, 6],
		[
			[122, 53, 16],
			[146, 53, 16]
		],
		'met'
	],
	['too high for a wall', [144, 6], [[122, 53, 66.0625]], 'missing 1 of 144'],
	['3 in beside it', [144, 6], [[122, 59, 16]], 'met'],
	['farther beside it', [144, 6], [[122, 59.125, 16]], 'missing 1 of 144'],
	['none, 24 ft and an inch: three', [289, 6], [], 'missing 3 of 289'],
	['across the room', [6, 144], [[53, 122, 16]], 'met'],
	['across the room, at its end', [6, 144], [[53, 190, 16]], 'missing 1 of 68'],
	['turned by a quarter', [144, 6], [[122, 120, 16]], 'missing 1 of 67', { turnDeg: 90 }],
	['less than 2 ft long', [23.9, 6], [], '']
];
for (const [what, size, boxes, says, more] of DIVIDED)
	test(`210.52(A)(2)(3): a divider, its receptacle ${what}`, () => {
		const divider = fixture('divider', [50, 50, ...size], more);
		const made = boxes.map(([x, y, up]) => box('d', [x, y], up, {}, { note: 'p' }));
		const all = linesOf(house([room('d', 'den', area(400, 300), { fixtures: [divider] })], made), '210.52(A)');
		const line = all.find((r) => r.subject.kind === 'fixture');
		const placed = line?.fix?.kind === 'place-boxes' ? line.fix.boxes : [];
		const said = line?.state === 'missing' ? `missing ${placed.length} of ${Math.round(line.have ?? 0)}` : (line?.state ?? '');
		assert.equal(said, says);
		// What is placed serves all of it.
		const put = placed.map((p) =>
			p.place?.kind === 'point' ? box('d', [p.place.x, p.place.y], 16, {}, { note: 'p' }) : box('d', null, 16)
		);
		const after = linesOf(house([room('d', 'den', area(400, 300), { fixtures: [divider] })], [...made, ...put]), '210.52(A)');
		if (says) assert.equal(after.find((r) => r.subject.kind === 'fixture')?.state, 'met');
	});
test("210.52: a receptacle of a heater that hangs on the heater's own circuit is told of", () => {
	const heater = box('d', [0, 20], 8, { partOf: 'baseboard-heater' });
	const den = (kind: 'general' | 'fixed-heat') => ({
		...house([room('d', 'den', area(120, 100), { fixtures: [fixture('baseboard-heater', [0, 0, 120, 4])] })], [heater]),
		circuits: [
			{
				...circuitOf('c'),
				load: { kind, name: '', watts: 1500, amps: null, volts: 240 as const, continuous: true, mca: null, mocp: null }
			}
		],
		cables: [
			{
				id: 'l',
				circuitId: 'c',
				fromId: 'p',
				toId: heater.id,
				kind: 'NM-B' as const,
				awg: '12' as const,
				metal: 'Cu' as const,
				conductors: 2,
				ground: true,
				lengthFt: 10,
				state: 'planned' as const
			}
		]
	});
	const told = (j: Job) => assess(j).stages.layout.findings.filter((f) => f.id.startsWith('heater-circuit'));
	assert.deepEqual([told(den('general')).length, told(den('fixed-heat')).length], [0, 1]);
});
