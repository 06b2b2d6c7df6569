import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import type { Fixture, Job } from '../../src/core/model/known';
import type { EditionKey } from '../../src/core/model/kinds';
import { newRoom } from '../../src/core/model/new-job';
import { box, job } from './small-job';

const tub: Fixture = { id: 't', kind: 'tub', name: 'tub', x: 0, y: 0, widthIn: 60, depthIn: 30 };
const told = (edition: EditionKey, at: [number, number], heightIn = 44, size: [number, number] = [120, 120]): string[] => {
	const [w, h] = size;
	const room = newRoom(
		{ id: 'bath', name: 'Bath', kind: 'bathroom' },
		{
			outline: [
				[0, 0],
				[w, 0],
				[w, h],
				[0, h]
			],
			fixtures: [tub]
		}
	);
	const j: Job = {
		...job({
			rooms: [room],
			boxes: [box('a', { roomId: 'bath', heightIn, place: { kind: 'point', x: at[0], y: at[1] } })],
			cables: []
		}),
		edition
	};
	return assess(j)
		.stages.protect.findings.filter((f) => f.id.startsWith('tub-zone'))
		.map((f) => f.rule.section);
};
test('a new receptacle too near a tub is a violation, an old one advice; a bidet seat may be there in 2023, with the toilet between', () => {
	const toilet: Fixture = { id: 'w', kind: 'toilet', name: 'toilet', x: 64, y: 0, widthIn: 14, depthIn: 28 };
	const below: Fixture = { ...toilet, x: 10, y: 40 };
	const room = (toilet: Fixture) =>
		newRoom(
			{ id: 'bath', name: 'Bath', kind: 'bathroom' },
			{
				outline: [
					[0, 0],
					[120, 0],
					[120, 120],
					[0, 120]
				],
				fixtures: [tub, toilet]
			}
		);
	const said = (
		edition: EditionKey,
		more: Parameters<typeof box>[1],
		device: Parameters<typeof box>[2] = {},
		seat = toilet
	): string[] =>
		assess({
			...job({
				rooms: [room(seat)],
				boxes: [box('a', { roomId: 'bath', heightIn: 20, place: { kind: 'point', x: 82, y: 2 }, ...more }, device)],
				cables: []
			}),
			edition
		})
			.stages.protect.findings.filter((f) => f.id.startsWith('tub-zone'))
			.map((f) => `${f.severity} ${f.have} ${f.need}`);
	assert.deepEqual(said('2023', {}), ['violation 22 36']);
	assert.deepEqual(said('2023', { state: 'found' }, { state: 'found' }), ['advice 22 36']);
	const seat = { serves: 'bidet', receptacles: 1 } as const;
	assert.deepEqual([said('2023', {}, seat), said('2020', {}, seat)], [[], ['violation 22 36']]);
	// Two receptacles on it, or the tub on its own side of the toilet: not that exception.
	assert.deepEqual(said('2023', {}, { ...seat, receptacles: 2 }), ['violation 22 36']);
	assert.deepEqual(said('2023', { place: { kind: 'point', x: 62, y: 2 } }, seat), ['violation 2 36']);
	// The toilet is where its middle is: 11 in from the tub beside it, 24 in from the tub below it.
	assert.deepEqual(said('2023', { place: { kind: 'point', x: 70, y: 2 } }, seat), ['violation 10 36']);
	assert.deepEqual(said('2023', { place: { kind: 'point', x: 17, y: 53 } }, seat, below), ['violation 23 36']);
	assert.deepEqual(said('2023', { place: { kind: 'point', x: 17, y: 55 } }, seat, below), []);
});
const rows: [what: string, edition: EditionKey, at: [number, number], height: number, found: boolean, size?: [number, number]][] =
	[
		['over the tub in 2017', '2017', [30, 10], 44, true],
		['beside it in 2017', '2017', [61, 10], 44, false],
		['beside it in 2020', '2020', [61, 10], 44, true],
		['35.9 in from it in 2020', '2020', [95.9, 10], 44, true],
		['36 in from it in 2020', '2020', [96, 10], 44, false],
		['36 in from it in 2023', '2023', [96, 10], 44, false],
		['9 ft 8 in up: 8 ft above the rim exactly', '2023', [61, 10], 116, true],
		['above that', '2023', [61, 10], 117, false],
		['in a room too small, on the farthest wall', '2023', [60, 60], 44, false, [60, 60]],
		['in a room too small, nearer than that', '2023', [30, 40], 44, true, [60, 60]]
	];
for (const [what, edition, at, height, found, size] of rows)
	test(`406.9(C): ${what}: ${found ? 'told' : 'nothing'}`, () =>
		assert.deepEqual(told(edition, at, height, size), found ? ['406.9(C)'] : []));
test('406.9(C): the zone of a shower is 8 ft above its threshold of 4 in: 8 ft 4 in up is in it', () => {
	const shower = { id: 's', kind: 'shower', name: 'shower', x: 0, y: 0, widthIn: 36, depthIn: 36 } as const;
	const told = (heightIn: number) => {
		const bath = newRoom(
			{ id: 'bath', name: 'Bath', kind: 'bathroom' },
			{
				outline: [
					[0, 0],
					[120, 0],
					[120, 120],
					[0, 120]
				],
				fixtures: [shower]
			}
		);
		const at = box('a', { roomId: 'bath', heightIn, place: { kind: 'point', x: 50, y: 10 } });
		return assess(job({ rooms: [bath], boxes: [at], cables: [] })).stages.protect.findings.some((f) => f.code === 'tub-zone');
	};
	assert.deepEqual([100, 100.5, 101].map(told), [true, false, false]);
});
