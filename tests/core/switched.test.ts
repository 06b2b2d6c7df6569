import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { readReadingsCsv, writeReadingsCsv } from '../../src/core/formats/readings-csv';
import { editions } from '../../src/core/code/editions';
import { faceLabels, labelSheets } from '../../src/core/handover/labels';
import type { Device, Reading } from '../../src/core/model/job';
import { goesOff, switchedTable } from '../../src/core/prove/switched';
import { box, circuit, job, cable, reading } from './small-job';

/** A receptacle that a wall switch controls: the switched half is dead with it off, the other one stays live. */
type Of = Pick<Device, 'switched'> & Partial<Device>;
const house = (device: Of) => job({ boxes: [box('a', {}, device)], circuits: [circuit()], cables: [cable('p', 'a', 30)] });
const off = (more: Partial<Reading>) => reading({ boxId: 'a', kind: 'hn', switchAt: 'off', ...more });
const LOWER: Of = { switched: 'half', switchedHalf: 'lower' };
const rows: [what: string, device: Of, r: Partial<Reading>, level: string, says: RegExp][] = [
	['the switched half, dead', LOWER, { half: 'lower', value: 0.4 }, 'good', /off with its switch/],
	['the switched half, at the ghost limit', LOWER, { half: 'lower', value: 50 }, 'good', /off with its switch, 50 V/],
	['the switched half, live', LOWER, { half: 'lower', value: 50.1 }, 'bad', /tab between the halves is in/],
	['the other half, live', LOWER, { half: 'upper', value: 120 }, 'good', /120/],
	['the other half, dead', LOWER, { half: 'upper', value: 0 }, 'bad', /meant to stay live/],
	['nobody said which, live', { switched: 'half' }, { half: 'upper', value: 120 }, 'unknown', /not the switched one/],
	['nobody said which, dead', { switched: 'half' }, { half: 'upper', value: 0 }, 'unknown', /this is the switched half/],
	['all of it, dead', { switched: 'whole' }, { value: 0 }, 'good', /off with its switch/],
	['all of it, live to ground', { switched: 'whole' }, { kind: 'hg', value: 119 }, 'bad', /stays live/],
	['all of it, by lamps', { switched: 'whole' }, { kind: 'lamps', value: null, lamps: 'on on off' }, 'bad', /stays live/],
	[
		'all of it, by the lamp to ground alone',
		{ switched: 'whole' },
		{ kind: 'lamps', value: null, lamps: 'off on off' },
		'bad',
		/stays live/
	],
	['all of it, no lamp lit', { switched: 'whole' }, { kind: 'lamps', value: null, lamps: 'off off off' }, 'good', /off with/],
	['not switched at all, dead', { switched: 'none' }, { value: 0 }, 'bad', /./]
];
for (const [what, device, more, level, says] of rows)
	test(`switch off: ${what}: ${level}`, () => {
		const { proofs, claims } = assess(house(device), [off(more)]);
		const proof = proofs.get('a');
		// Off as it ought to be is no proof of the outlet; 0 V of a meter that nobody proved is read again.
		const zero = level === 'bad' && more.value === 0;
		assert.equal(claims.places.get('a')?.level, zero ? 'look' : level === 'good' ? 'unknown' : level);
		assert.deepEqual([...new Set(proof?.off.map((j) => j.verdict.level))], [level]);
		assert.ok(proof?.off.some((j) => j.verdict.judgments.some((x) => says.test(x.says))));
		assert.deepEqual([proof?.latest, proof?.lower], [{}, {}]);
	});
test('what was read with the switch off does not stand in for the outlet with it on', () => {
	const on = reading({ id: 'on', boxId: 'a', kind: 'hn', value: 120, at: '2026-10-12T09:00:00.000Z' });
	const later = off({ id: 'off', value: 0, at: '2026-10-12T09:05:00.000Z' });
	const ground = reading({ id: 'hg', boxId: 'a', kind: 'hg', value: 120, at: '2026-10-12T09:00:00.000Z' });
	const { proofs, stages, claims } = assess(house({ switched: 'whole' }), [on, ground, later]);
	assert.deepEqual(
		[proofs.get('a')?.latest.hn?.reading.id, claims.places.get('a')?.level],
		['on', 'unknown'],
		'neutral to ground is not read'
	);
	assert.deepEqual(stages.prove.findings, []);
	const lacks = (readings: Reading[]) =>
		assess(house({ switched: 'whole' }), readings)
			.claims.places.get('a')
			?.missing.includes('volts');
	assert.deepEqual([lacks([later]), lacks([on, ground, later])], [true, false], 'its volts are still to read');
	const live = assess(house({ switched: 'whole' }), [on, { ...later, value: 118 }]).stages.prove.findings;
	assert.match(live[0]?.message ?? '', /^A, switch off: stays live/);
	// One that is put right, or struck out, says nothing.
	const right = off({ id: 'right', value: 0.2, corrects: 'off', at: '2026-10-12T09:06:00.000Z' });
	assert.deepEqual(assess(house({ switched: 'whole' }), [on, { ...later, value: 118 }, right]).stages.prove.findings, []);
	assert.equal(assess(house({ switched: 'whole' }), [{ ...later, value: 118, struck: true }]).proofs.size, 0);
});
test('the table: both halves, both positions, as wired and as read', () => {
	const read = [
		off({ id: '1', half: 'lower', value: 1 }),
		off({ id: '2', half: 'upper', value: 3 }),
		reading({ id: '3', boxId: 'a', kind: 'hn', half: 'lower', value: 121 })
	];
	const at = (device: Of) => {
		const [made] = house(device).boxes;
		assert.ok(made);
		return switchedTable(house(device), made, read).map((c) => `${c.half} ${c.switchAt} ${c.live} ${c.level}`);
	};
	assert.deepEqual(at(LOWER), ['upper on true null', 'upper off true bad', 'lower on true good', 'lower off false good']);
	assert.deepEqual(
		at({ switched: 'half' }).filter((c) => c.includes('off')),
		['upper off null null', 'lower off null null']
	);
	assert.deepEqual(at({ switched: 'whole', receptacles: 1 }), ['upper on true null', 'upper off false good']);
	assert.deepEqual(at({ switched: 'none' }), []);
	assert.deepEqual([goesOff(undefined, 'upper'), goesOff(box('b', {}, LOWER), 'upper')], [false, false]);
});
test('a dimmer on a receptacle is refused; on a light, or a plain switch, it is not; the switch goes through a spreadsheet', () => {
	const found = (dimmer: boolean, device: Partial<Device>) =>
		assess(
			job({
				boxes: [box('a', {}, device), box('s', {}, { kind: 'switch', receptacles: 0, controls: ['a'], dimmer })],
				cables: [cable('p', 's', 10), cable('s', 'a', 10)]
			})
		).stages.circuit.findings.filter((f) => f.code === 'dimmer').length;
	const light: Partial<Device> = { kind: 'lighting', receptacles: 0, switched: 'whole' };
	assert.deepEqual(
		[found(true, LOWER), found(false, LOWER), found(true, light), found(true, { switched: 'none' })],
		[1, 0, 0, 0]
	);
	const j = house(LOWER);
	const back = readReadingsCsv(writeReadingsCsv(j, [off({ value: 0, half: 'lower' })]), j, (n) => `n${n}`);
	assert.deepEqual(back.ok && back.value.map((r) => [r.half, r.switchAt]), [['lower', 'off']]);
});

test('of a three-way set each switch must put it off: the table has a column for each, and keeps what each read', () => {
	const sw = (id: string) => box(id, {}, { kind: 'switch', receptacles: 0, ways: 'three-way', controls: ['a'] });
	const j = job({
		boxes: [box('a', {}, { switched: 'whole' }), sw('s'), sw('t')],
		cables: [cable('p', 's', 10), cable('s', 't', 10), cable('t', 'a', 10)]
	});
	const [made] = j.boxes;
	assert.ok(made);
	const read = [
		off({ id: '1', value: 0.3, switchBy: 's' }),
		off({ id: '2', value: 119, switchBy: 't' }),
		off({ id: '3', value: 0 })
	];
	assert.deepEqual(
		switchedTable(j, { ...made, devices: made.devices.map((d) => ({ ...d, receptacles: 1 as const })) }, read).map(
			(c) => `${c.switchAt} ${c.by?.name} ${c.read?.id} ${c.level}`
		),
		['on undefined undefined null', 'off S 1 good', 'off T 2 bad']
	);
	assert.deepEqual(
		assess(j, read)
			.proofs.get('a')
			?.off.map((o) => `${o.reading.id} ${o.verdict.level}`),
		['1 good', '2 bad', '3 good']
	);
	const back = readReadingsCsv(writeReadingsCsv(j, read), j, (n) => `n${n}`);
	assert.deepEqual(back.ok && back.value.map((r) => [r.switchAt, r.switchBy]), [
		['off', 's'],
		['off', 't'],
		['off', undefined]
	]);
	const [head = '', first = ''] = writeReadingsCsv(j, read).split('\r\n');
	for (const wrong of ['off Z-9', 'half', 'on S off'])
		assert.equal(readReadingsCsv(`${head}\r\n${first.replace(/off S$/, wrong)}`, j, (n) => `n${n}`).ok, wrong === 'x', wrong);
});
test('what a timer or a sensor controls is marked with the word, the half and the sign', () => {
	const labels = (device: Of) =>
		faceLabels(editions['2023'], house({ controlled: true, ...device })).map((l) => `${l.text} ${l.sign}`);
	assert.deepEqual(
		[
			labels({ switched: 'whole' }),
			labels(LOWER),
			labels({ switched: 'half' }),
			labels({ switched: 'whole', controlled: false })
		],
		[['Controlled power'], ['Controlled, lower half power'], ['Controlled, ____ half power'], []]
	);
	const svg = (sign?: 'power') => labelSheets([{ text: 'Controlled', boxName: 'A', ...(sign ? { sign } : {}) }])[0] ?? '';
	assert.deepEqual([svg('power').includes('<path'), svg().includes('<path')], [true, false]);
});
