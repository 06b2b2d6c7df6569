import assert from 'node:assert/strict';
import test from 'node:test';
import { asideCsv, figureOf, guessRoles, readMapped, readTable, unitOfHeading } from '../../src/core/formats/csv-mapping';
import { readPricesCsv } from '../../src/core/formats/materials-csv';
import { readReadingsCsv, writeReadingsCsv } from '../../src/core/formats/readings-csv';
import type { Reading } from '../../src/core/model/known';
import { job, reading } from './small-job';

const usual = { at: '2026-10-12T09:00:00.000Z', loadA: 12, by: 'JM', instrument: 'meter' };
let n = 0;
const read = (text: string, roles?: ReturnType<typeof guessRoles>) => {
	const table = readTable(text);
	return {
		table,
		...readMapped({ table, roles: roles ?? guessRoles(table.columns), job: job(), usual, newId: () => `n${++n}` })
	};
};
const HEADINGS: [heading: string, role: string][] = [
	['Receptacle', 'box'],
	['Date', 'at'],
	['Tester', 'by'],
	['Volts H-N', 'read:hn'],
	['H-G (V)', 'read:hg'],
	['neutral to ground, mV', 'read:ng'],
	['% drop @ 12A', 'read:drop'],
	['Ground impedance (mΩ)', 'read:ohm-ground'],
	['ohms neutral', 'read:ohm-neutral'],
	['Ground (mΩ)', 'read:ohm-ground'],
	['Lamps', 'read:lamps'],
	['GFCI trip time, ms', 'read:gfci-ms'],
	['Remarks', 'note'],
	['weather', 'skip'],
	['ohm-hot', 'read:ohm-hot']
];
for (const [heading, role] of HEADINGS)
	test(`a column "${heading}" holds ${role}`, () => assert.deepEqual(guessRoles([heading]), [role]));

const FIGURES: [
	cell: string,
	kind: 'hn' | 'ohm-ground' | 'ng' | 'drop' | 'dead-ohm-hn' | 'gfci-ma' | 'gfci-ms',
	unit: string | null,
	value: number | null | 'refused'
][] = [
	['121.4', 'hn', null, 121.4],
	['121.4 V', 'hn', null, 121.4],
	['121,4', 'hn', null, 121.4],
	['480 mΩ', 'ohm-ground', null, 0.48],
	['480', 'ohm-ground', 'mω', 0.48],
	['0.48 ohm', 'ohm-ground', 'mω', 0.48],
	['2 MΩ', 'ohm-ground', null, 2_000_000],
	['850', 'ng', 'mv', 0.85],
	['4.8%', 'drop', null, 4.8],
	['0.12 kV', 'hn', null, 120],
	['118500 mV', 'hn', null, 118.5],
	['480 mohm', 'ohm-ground', null, 0.48],
	['0.5 Ω', 'ohm-ground', null, 0.5],
	['3 ohms', 'ohm-ground', null, 3],
	['1.5 kΩ', 'ohm-ground', null, 1500],
	['1.5 kohm', 'ohm-ground', null, 1500],
	['2 megohm', 'ohm-ground', null, 2_000_000],
	['6', 'gfci-ma', 'ma', 6],
	['0.006 A', 'gfci-ma', null, 6],
	['24', 'gfci-ms', 'ms', 24],
	['0.024 s', 'gfci-ms', null, 24],
	['OL', 'dead-ohm-hn', null, null],
	['4.8 V', 'drop', null, 'refused'],
	['about 120', 'hn', null, 'refused'],
	['OL', 'ohm-ground', null, 'refused']
];
for (const [cell, kind, unit, value] of FIGURES) {
	test(`"${cell}" as ${kind}${unit ? ` in a column of ${unit}` : ''}: ${value}`, () => {
		const got = figureOf(cell, kind, unit);
		assert.deepEqual(got.ok ? got.value : 'refused', value);
	});
}
test('units of headings', () => {
	assert.deepEqual(['H-N (V)', 'ground, mΩ', 'Z [ohm]', 'Volts'].map(unitOfHeading), ['v', 'mω', 'ohm', null]);
});
test('a wide table in any order: one row is several readings; bad rows are set aside whole, the others are not lost', () => {
	const { readings, aside, table } = read(
		[
			'H-N (V),Receptacle,Drop %,Lamps,Remarks',
			'121.4,a,2.1,on on off,fine',
			'119.9,B,4.8,correct,',
			'118,attic,3,,',
			'hot,C,2,,'
		].join('\n')
	);
	assert.deepEqual(
		readings.map((r) => [r.boxId, r.kind, r.value ?? r.lamps, r.loadA]),
		[
			['a', 'hn', 121.4, null],
			['a', 'drop', 2.1, 12],
			['a', 'lamps', 'on on off', null],
			['b', 'hn', 119.9, null],
			['b', 'drop', 4.8, 12],
			['b', 'lamps', 'on on off', null]
		]
	);
	assert.deepEqual(
		aside.map((a) => a.row),
		[4, 5]
	);
	assert.match(aside[0]?.why.join() ?? '', /no box or panel is named "attic"/);
	assert.match(asideCsv(table, aside), /why it was set aside/);
	assert.equal(readings[0]?.note, 'fine');
});
test('a long table of kind and value; times as they are written; a row without a place, or with a kind of none', () => {
	const { readings, aside } = read(
		'kind,value,box,at,by\nhn,120,a,2026-10-12 08:30,RV\ngrip,holds,a,,\nhunch,3,a,,\nhn,9999,b,,\nhn,120,c,soon,'
	);
	assert.deepEqual(
		readings.map((r) => [r.kind, r.value ?? r.word, r.by]),
		[
			['hn', 120, 'RV'],
			['grip', 'holds', 'JM']
		]
	);
	assert.deepEqual(
		aside.map((a) => a.row),
		[4, 5, 6]
	);
});
test('nothing but rubbish is no reading and no fault of ours', () => {
	for (const text of ['', '\uFEFF', 'a,b\n', '"', '\u0000,\u0001\n1,2']) assert.deepEqual(read(text).readings, []);
});
test('what Hekto itself wrote comes back the same through the mapping: lamps, words, halves, struck rows', () => {
	const own = [
		reading({ id: '1', boxId: 'a', kind: 'lamps', value: null, lamps: 'on on off', by: 'RV' }),
		reading({ id: '2', boxId: 'a', kind: 'grip', value: null, word: 'slips', half: 'lower' }),
		reading({ id: '3', boxId: 'p', kind: 'hh', value: 241, phase: 'before' }),
		reading({ id: '4', boxId: 'b', kind: 'drop', value: 4.8, loadA: 15, struck: true }),
		reading({ id: '5', boxId: 'b', kind: 'gfci-ms', value: 24, atMa: 30 }),
		reading({ id: '6', boxId: 'b', value: 0, switchAt: 'off', switchBy: 'a' })
	];
	const j = job();
	const text = writeReadingsCsv(j, own);
	const plain = (rows: Reading[]) => rows.map(({ id: _id, ...r }) => r);
	assert.deepEqual(plain(read(text).readings), plain(own));
	const strict = readReadingsCsv(text, j, String);
	assert.deepEqual(strict.ok && plain(strict.value), plain(own));
});

const NOT_TAKEN: [what: string, heading: string, cell: string, kind: string, why: RegExp][] = [
	['a trip time of which no leakage is written', 'Remarks', '', 'gfci-ms', /a trip time needs its leakage, in mA/],
	['a leakage that is no number', 'leakage, mA', 'some', 'gfci-ms', /the leakage must be a number of mA, got "some"/],
	['a half that is none', 'half', 'top', 'hn', /half must be one of upper, lower; got "top"/],
	['a phase that is none', 'phase', 'mid', 'hn', /phase must be one of before, after; got "mid"/],
	['struck out or not', 'struck', 'perhaps', 'hn', /struck must be one of yes/],
	['a switch that is neither', 'switch', 'up', 'hn', /switch must be on or off/],
	['a switch in no box', 'switch', 'off attic', 'hn', /switch must be on or off/]
];
for (const [what, heading, cell, kind, why] of NOT_TAKEN)
	test(`set aside, never filled in: ${what}`, () => {
		const { readings, aside } = read(`box,kind,value,"${heading}"\na,${kind},24,${cell}`);
		assert.deepEqual(readings, []);
		assert.match(aside[0]?.why.join() ?? '', why);
	});
test('a table of our own refuses what is not understood too: a half, a mark, a switch', () => {
	const [head = ''] = writeReadingsCsv(job(), [reading({ boxId: 'a' })]).split('\r\n');
	const columns = head.split(',');
	const paths = (cells: Record<string, string>) => {
		const row = { box: 'a', kind: 'hn', value: '120', at: '2026-10-12T09:30', ...cells };
		const got = readReadingsCsv(`${head}\n${columns.map((c) => row[c as keyof typeof row] ?? '').join()}`, job(), String);
		return got.ok ? got.value[0]?.struck : got.faults.map((f) => f.path);
	};
	assert.deepEqual(
		[
			paths({ half: 'top' }),
			paths({ struck: 'perhaps' }),
			paths({ switch: 'up' }),
			paths({ struck: 'X' }),
			paths({ struck: 'no' })
		],
		[['row 2.half'], ['row 2.struck'], ['row 2.switch'], true, false]
	);
});
test('the leakage of a trip time, a crossed row and a switch in words are read', () => {
	const { readings } = read('box,kind,value,at_ma,struck,switch\na,gfci-ms,24,30 mA,,\nb,hn,120,,X,On\nb,hn,121,,no,');
	assert.deepEqual(
		readings.map((r) => [r.atMa, r.struck, r.switchAt]),
		[
			[30, false, undefined],
			[undefined, true, 'on'],
			[undefined, false, undefined]
		]
	);
});

test('an empty line among the readings holds none, and the lines after it keep their number', () => {
	const kept = [reading({ id: 'r1', boxId: 'a' }), reading({ id: 'r2', boxId: 'b' })];
	const [head, one, two] = writeReadingsCsv(job(), kept).split('\r\n');
	const got = readReadingsCsv([head, one, '', two].join('\r\n'), job(), (i) => `n${i}`);
	assert.deepEqual(got.ok && got.value.map((r) => r.boxId), ['a', 'b']);
	const bad = readReadingsCsv([head, one, '', two?.replace('hn', 'hunch')].join('\r\n'), job(), (i) => `n${i}`);
	assert.deepEqual(!bad.ok && bad.faults.map((f) => f.path), ['row 4.kind']);
});

test('in a table of any columns too; a price list likewise', () => {
	const { readings, aside } = read('H-N (V),Receptacle\n121,a\n\n ,\n119,attic\n118,b');
	assert.deepEqual([readings.map((r) => r.boxId), aside.map((a) => a.row)], [['a', 'b'], [5]]);
	// Empty lines do not hide what parts the cells.
	const spaced = read('H-N (V);Receptacle\n\n121;a\n\n119;b\n\n118;c');
	assert.deepEqual(
		spaced.readings.map((r) => [r.boxId, r.value]),
		[
			['a', 121],
			['b', 119],
			['c', 118]
		]
	);
	assert.deepEqual(readPricesCsv('\nItem;price\n\nwire;2\n\nplate;1\n'), { prices: { wire: 2, plate: 1 }, faults: [] });
	for (const heading of ['item,cost', 'name,price'])
		assert.match(readPricesCsv(`${heading}\nwire,2`).faults[0] ?? '', /are needed/);
	const many = (n: number) => readPricesCsv(`item,price\n${Array.from({ length: n }, (_, i) => `i${i},1`).join('\n')}`).faults;
	assert.deepEqual([many(5000), many(5001)], [[], ['at most 5000 lines, got 5001']]);
	assert.deepEqual(readPricesCsv('item,price\nwire,2\n\nbox,dear\nplate,1'), {
		prices: { wire: 2, plate: 1 },
		faults: ['line 4: price must be 0 to 100000, got "dear"']
	});
});
