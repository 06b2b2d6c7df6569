import assert from 'node:assert/strict';
import test from 'node:test';
import { coversSection } from '../../src/core/code/amendments';
import { editions } from '../../src/core/code/editions';
import { voltsToGround, type OutletFacts } from '../../src/core/code/outlet';
import type { Amendment } from '../../src/core/model/known';
import type { EditionKey } from '../../src/core/model/kinds';
import { protectAll, protectionNeed } from '../../src/core/protection/needs';

const need = (edition: EditionKey, outlet: Partial<OutletFacts>, permitDate = '2026-10-12', amendments: Amendment[] = []) =>
	protectionNeed(
		editions[edition],
		{ id: 'a', what: 'receptacle', room: 'bedroom', volts: 120, amps: 20, ...outlet },
		{ permitDate, amendments }
	);
const EDITIONS = ['2017', '2020', '2023'] as const;

// What each edition's GFCI rule says of one outlet: the section that asks, or null.
type GfciRow = [what: string, outlet: Partial<OutletFacts>, in2017: string | null, in2020: string | null, in2023: string | null];
const gfci: GfciRow[] = [
	['bedroom receptacle', {}, null, null, null],
	['bathroom receptacle', { room: 'bathroom' }, '210.8(A)(1)', '210.8(A)(1)', '210.8(A)(1)'],
	['garage receptacle', { room: 'garage' }, '210.8(A)(2)', '210.8(A)(2)', '210.8(A)(2)'],
	['garage 240 V receptacle, 50 A', { room: 'garage', volts: 240, amps: 50 }, null, '210.8(A)(2)', '210.8(A)(2)'],
	['accessory building', { room: 'accessory' }, '210.8(A)(2)', '210.8(A)(2)', '210.8(A)(2)'],
	['outdoors', { room: 'outdoors' }, '210.8(A)(3)', '210.8(A)(3)', '210.8(A)(3)'],
	['porch', { room: 'porch' }, '210.8(A)(3)', '210.8(A)(3)', '210.8(A)(3)'],
	['de-icing, out of reach', { room: 'outdoors', serves: 'deicing', readilyAccessible: false }, null, null, null],
	['de-icing, in reach', { room: 'outdoors', serves: 'deicing' }, '210.8(A)(3)', '210.8(A)(3)', '210.8(A)(3)'],
	['crawl space', { room: 'crawl-space' }, '210.8(A)(4)', '210.8(A)(4)', '210.8(A)(4)'],
	['unfinished basement', { room: 'basement' }, '210.8(A)(5)', '210.8(A)(5)', '210.8(A)(5)'],
	['finished basement', { room: 'basement', finished: true }, null, '210.8(A)(5)', '210.8(A)(5)'],
	['alarm supply in a basement', { room: 'basement', serves: 'alarm' }, null, null, null],
	['alarm supply in a garage', { room: 'garage', serves: 'alarm' }, '210.8(A)(2)', '210.8(A)(2)', null],
	['kitchen counter', { room: 'kitchen', serves: 'countertop' }, '210.8(A)(6)', '210.8(A)(6)', '210.8(A)(6)'],
	['kitchen refrigerator, 9 ft from the sink', { room: 'kitchen', serves: 'refrigerator', sinkFt: 9 }, null, null, '210.8(A)(6)'],
	[
		'kitchen refrigerator, exactly 6 ft from the sink',
		{ room: 'kitchen', serves: 'refrigerator', sinkFt: 6 },
		'210.8(A)(7)',
		'210.8(A)(7)',
		'210.8(A)(6)'
	],
	['kitchen range receptacle', { room: 'kitchen', serves: 'range', volts: 240, amps: 50 }, null, null, '210.8(A)(6)'],
	[
		'range receptacle within 6 ft of a sink',
		{ room: 'kitchen', serves: 'range', volts: 240, amps: 50, sinkFt: 4 },
		null,
		'210.8(A)(7)',
		'210.8(A)(6)'
	],
	['wet bar with food preparation', { room: 'family', foodPrep: true, sinkFt: 8 }, null, null, '210.8(A)(7)'],
	['workroom, 6 ft from a sink', { room: 'workroom', sinkFt: 6 }, '210.8(A)(7)', '210.8(A)(7)', '210.8(A)(8)'],
	[
		'workroom, 72 in through arithmetic',
		{ room: 'workroom', sinkFt: (72 * 0.1 + 72 * 0.2) / 0.3 / 12 },
		'210.8(A)(7)',
		'210.8(A)(7)',
		'210.8(A)(8)'
	],
	['workroom, 6.01 ft from a sink', { room: 'workroom', sinkFt: 6.01 }, null, null, null],
	['5 ft from a tub', { room: 'bedroom', tubFt: 5 }, '210.8(A)(9)', '210.8(A)(9)', '210.8(A)(10)'],
	['laundry', { room: 'laundry' }, '210.8(A)(10)', '210.8(A)(10)', '210.8(A)(11)'],
	['laundry dryer, 30 A 240 V', { room: 'laundry', serves: 'dryer', volts: 240, amps: 30 }, null, '210.8(A)(10)', '210.8(A)(11)'],
	['boathouse', { room: 'boathouse' }, '210.8(A)(8)', '210.8(A)(8)', '210.8(A)(9)'],
	['damp indoor place', { room: 'family', dampness: 'damp' }, null, '210.8(A)(11)', '210.8(A)(12)'],
	['attic', { room: 'attic' }, null, null, null],
	['dishwasher, hard-wired', { room: 'kitchen', what: 'hard-wired', serves: 'dishwasher' }, '210.8(D)', '210.8(D)', '210.8(D)'],
	[
		'sump pump, hard-wired, finished basement',
		{ room: 'basement', finished: true, what: 'hard-wired', serves: 'sump-pump' },
		null,
		'422.5(A)',
		'210.8(D)'
	],
	[
		'wall oven, hard-wired',
		{ room: 'kitchen', what: 'hard-wired', serves: 'wall-oven', volts: 240, amps: 30 },
		null,
		null,
		'210.8(D)'
	],
	[
		'dryer, hard-wired, over 60 A',
		{ room: 'laundry', what: 'hard-wired', serves: 'dryer', volts: 240, amps: 70 },
		null,
		null,
		null
	],
	['microwave in a pantry', { room: 'pantry', serves: 'microwave' }, null, null, '210.8(D)'],
	[
		'well pump outdoors, hard-wired',
		{ room: 'outdoors', what: 'hard-wired', volts: 240, amps: 20 },
		null,
		'210.8(F)',
		'210.8(F)'
	],
	['well pump outdoors, 60 A', { room: 'outdoors', what: 'hard-wired', volts: 240, amps: 60 }, null, null, null],
	['outdoor light', { room: 'outdoors', what: 'lighting', amps: 15 }, null, null, null],
	['kiln in a garage, hard-wired, 45 A', { room: 'garage', what: 'hard-wired', volts: 240, amps: 45 }, null, null, '210.8(F)'],
	['crawl-space light', { room: 'crawl-space', what: 'lighting', amps: 15 }, '210.8(E)', '210.8(C)', '210.8(C)'],
	['attic light', { room: 'attic', what: 'lighting', amps: 15 }, null, null, null],
	['service receptacle by the furnace, attic', { room: 'attic', serves: 'hvac' }, null, '210.8(E)', '210.8(E)'],
	[
		'vehicle charging receptacle, in a carport',
		{ room: 'family', serves: 'ev', volts: 240, amps: 50 },
		'625.54',
		'625.54',
		'625.54'
	],
	['277 V receptacle in a garage', { room: 'garage', volts: 277, amps: 20 }, null, null, null],
	['window unit in a bedroom', { room: 'bedroom', serves: 'hvac' }, null, null, null],
	['the same, said to be for servicing', { room: 'bedroom', serves: 'hvac', servicing: true }, null, '210.8(E)', '210.8(E)'],
	['service receptacle in a furnace closet', { room: 'closet', serves: 'hvac' }, null, '210.8(E)', '210.8(E)'],
	['a unit’s own receptacle in an attic', { room: 'attic', serves: 'hvac', servicing: false }, null, null, null],
	[
		'floor heat in a bathroom, 240 V',
		{ room: 'bathroom', what: 'hard-wired', serves: 'floor-heat', volts: 240 },
		'424.44(G)',
		'424.44(G)',
		'424.44(G)'
	],
	['floor heat in a den', { room: 'den', what: 'hard-wired', serves: 'floor-heat' }, null, null, null],
	['hydromassage tub', { room: 'bedroom', what: 'hard-wired', serves: 'hydromassage-tub' }, '680.71', '680.71', '680.71'],
	[
		'hot tub in a sunroom',
		{ room: 'sunroom', what: 'hard-wired', serves: 'spa', volts: 240, amps: 50 },
		'680.44',
		'680.44',
		'680.44'
	],
	['pool pump receptacle', { room: 'sunroom', serves: 'pool' }, '680.21(C)', '680.21(C)', '680.21(C)'],
	['fountain', { room: 'sunroom', serves: 'fountain' }, '680.51(A)', '680.51(A)', '680.51(A)'],
	['fan over a tub', { room: 'attic', what: 'hard-wired', serves: 'tub-fan', amps: 15 }, '110.3(B)', '110.3(B)', '110.3(B)'],
	['a light over a pool pump’s place is no outlet of it', { room: 'sunroom', what: 'lighting', serves: 'pool' }, null, null, null]
];
for (const [what, outlet, ...want] of gfci) {
	for (const [i, edition] of EDITIONS.entries()) {
		test(`GFCI ${edition}: ${what}: ${want[i] ?? 'not required'}`, () => {
			const { gfci } = need(edition, outlet).need;
			assert.equal(gfci.required, want[i] !== null);
			assert.equal(gfci.because[0]?.section ?? null, want[i]);
			assert.ok(gfci.because.every((r) => r.edition === edition));
		});
	}
}

test('outdoor heat pump, 2023: the exception ends on the permit day 2026-09-01', () => {
	const pump = { room: 'outdoors', what: 'hard-wired', serves: 'hvac', volts: 240, amps: 35 } as const;
	assert.equal(need('2023', pump, '2026-08-31').need.gfci.required, false);
	assert.equal(need('2023', pump, '2026-09-01').need.gfci.required, true);
	assert.match(need('2023', pump, '2026-08-31').steps[0]?.formula ?? '', /2026-09-01/);
	assert.equal(need('2020', pump).need.gfci.because[0]?.confidence, 'check');
	assert.equal(need('2017', pump).need.gfci.required, false);
	const off: Amendment = { id: 'x', section: '210.8(F)', change: 'off', only: 'hvac', reference: 'Ord. 1' };
	const amended = need('2023', pump, '2026-10-12', [off]);
	assert.equal(amended.need.gfci.required, false);
	assert.equal(amended.findings[0]?.amendedBy, 'Ord. 1');
	assert.equal(
		need('2023', { ...pump, serves: undefined }, '2026-10-12', [off]).need.gfci.required,
		true,
		'only heating and cooling is let off'
	);
	const on: Amendment = { id: 'y', section: '210.8(F)', change: 'on', reference: 'Ord. 2' };
	assert.equal(need('2023', pump, '2026-08-31', [on]).need.gfci.required, true, 'switched on before its date');
});
test('an amendment brings back another edition for one place, and says so', () => {
	const as2017: Amendment = { id: 'x', section: '210.8(A)(5)', change: 'as-edition', edition: '2017', reference: 'Ord. 4' };
	const finished = need('2020', { room: 'basement', finished: true }, '2026-10-12', [as2017]);
	assert.equal(finished.need.gfci.required, false);
	assert.equal(finished.findings[0]?.amendedBy, 'Ord. 4');
	const cellar = need('2020', { room: 'basement', finished: false }, '2026-10-12', [as2017]);
	assert.equal(cellar.need.gfci.because[0]?.edition, '2017');
	assert.equal(need('2020', { room: 'garage' }, '2026-10-12', [as2017]).findings.length, 0);
});
test('sections: an item goes with its list, and no longer one is taken for a shorter', () => {
	assert.ok(coversSection('210.8(A)', '210.8(A)(5)'));
	assert.ok(!coversSection('210.8(A)(1)', '210.8(A)(11)'));
	assert.ok(!coversSection('210.8(A)(5)', '210.8(A)'));
});

const afci: [string, Partial<OutletFacts>, [boolean, boolean, boolean]][] = [
	['bedroom receptacle', {}, [true, true, true]],
	['bedroom light', { what: 'lighting', amps: 15 }, [true, true, true]],
	['hall switch', { what: 'switch', room: 'hallway', amps: 15 }, [true, true, true]],
	['kitchen counter', { room: 'kitchen', serves: 'countertop' }, [true, true, true]],
	['laundry', { room: 'laundry' }, [true, true, true]],
	['closet light', { what: 'lighting', room: 'closet', amps: 15 }, [true, true, true]],
	['workroom', { room: 'workroom' }, [true, true, true]],
	['bathroom', { room: 'bathroom' }, [false, false, false]],
	['garage', { room: 'garage' }, [false, false, false]],
	['unfinished basement', { room: 'basement' }, [false, false, false]],
	['finished basement', { room: 'basement', finished: true }, [true, true, true]],
	['attic', { room: 'attic' }, [false, false, false]],
	['outdoors', { room: 'outdoors' }, [false, false, false]],
	['240 V range', { room: 'kitchen', volts: 240, amps: 50 }, [false, false, false]],
	['120 V half of a 240 V circuit is judged by its circuit', { circuitVolts: 240 }, [false, false, false]],
	['30 A at 120 V', { amps: 30 }, [false, false, false]],
	['a 10 A lighting circuit, from 2023', { what: 'lighting', amps: 10 }, [false, false, true]],
	['short extension, nothing added', { existing: { extensionFt: 6, addsOutlets: false } }, [false, false, false]],
	['extension of 6.1 ft', { existing: { extensionFt: 6.1, addsOutlets: false } }, [true, true, true]],
	['short extension that adds an outlet', { existing: { extensionFt: 2, addsOutlets: true } }, [true, true, true]],
	['replacement', { replacement: { groundInBox: true, method: 'gfci-here' } }, [true, true, true]],
	[
		'replacement at the end of a short extension',
		{ existing: { extensionFt: 1, addsOutlets: false }, replacement: { groundInBox: true, method: 'gfci-here' } },
		[true, true, true]
	]
];
for (const [what, outlet, want] of afci) {
	for (const [i, edition] of EDITIONS.entries()) {
		test(`AFCI ${edition}: ${what}: ${want[i] ? 'required' : 'not required'}`, () => {
			const { afci } = need(edition, outlet).need;
			assert.equal(afci.required, want[i]);
			if (outlet.replacement) assert.equal(afci.because[0]?.section, '406.4(D)(4)');
		});
	}
}
test('AFCI cites its section by edition, with the extension rule where it is one', () => {
	assert.equal(need('2020', {}).need.afci.because[0]?.section, '210.12(A)');
	assert.equal(need('2023', {}).need.afci.because[0]?.section, '210.12(B)');
	assert.equal(need('2023', { existing: { extensionFt: 9, addsOutlets: false } }).need.afci.because[0]?.section, '210.12(E)');
	assert.equal(need('2023', { room: 'foyer' }).need.afci.because[0]?.confidence, 'check');
	const off: Amendment = { id: 'x', section: '406.4(D)(4)', change: 'off', reference: 'Ord. 3' };
	const replaced = need('2020', { replacement: { groundInBox: false, method: 'gfci-here' } }, '2026-10-20', [off]);
	assert.equal(replaced.need.afci.required, false);
	assert.equal(replaced.findings[0]?.amendedBy, 'Ord. 3');
	// Replacing only follows 210.12: an amendment of that lets both off; one of another section neither.
	const asks = (section: string, outlet: Partial<OutletFacts>, more: Partial<Amendment> = {}) =>
		need('2020', outlet, '2026-10-20', [{ id: 'x', section, change: 'off', reference: 'Ord. 3', ...more }]).need.afci.required;
	const old = { replacement: { groundInBox: false, method: 'gfci-here' } } as const;
	assert.deepEqual(
		[asks('210.12', old), asks('210.12(A)', old), asks('210.12', {}), asks('210.11', old), asks('406.4(D)(4)', {})],
		[false, false, false, true, true]
	);
	// Narrowed to rooms: only those are let off.
	const rooms = { rooms: ['kitchen', 'laundry'] as Amendment['rooms'] };
	assert.deepEqual(
		[asks('210.12', { room: 'kitchen' }, rooms), asks('210.12', { room: 'bedroom' }, rooms), asks('210.12', {}, { rooms: [] })],
		[false, true, false]
	);
	// As another edition has it: a 10 A lighting circuit came in with 2023.
	const ten = need('2023', { what: 'lighting', amps: 10 }, '2026-10-20', [
		{ id: 'x', section: '210.12', change: 'as-edition', edition: '2017', reference: 'Ord. 5' }
	]);
	assert.deepEqual([ten.need.afci.required, ten.findings[0]?.amendedBy], [false, 'Ord. 5']);
});

const rest: [string, Partial<OutletFacts>, Partial<ReturnType<typeof need>['need']>][] = [
	['indoors', {}, { tamperResistant: true, weatherResistant: false, cover: 'none' }],
	['66 in up', { heightIn: 66 }, { tamperResistant: true }],
	['over 66 in up', { heightIn: 66.1 }, { tamperResistant: false }],
	['behind an appliance', { dedicatedSpace: true }, { tamperResistant: false }],
	['part of a luminaire or appliance', { builtIn: true }, { tamperResistant: false }],
	['66 in through arithmetic', { heightIn: 0.1 * 3 * 220 }, { tamperResistant: true }],
	['30 A', { amps: 30 }, { tamperResistant: false }],
	['240 V, 20 A', { volts: 240 }, { tamperResistant: true }],
	['240 V, 20 A, turned to lock', { volts: 240, locking: true }, { tamperResistant: false }],
	['outdoors is wet', { room: 'outdoors' }, { weatherResistant: true, cover: 'in-use' }],
	['a roofed porch said damp', { room: 'porch', dampness: 'damp' }, { weatherResistant: true, cover: 'weatherproof' }],
	['outdoors, 50 A', { room: 'outdoors', volts: 240, amps: 50 }, { weatherResistant: false, cover: 'in-use' }],
	[
		'GFCI in place of two slots, no ground',
		{ replacement: { groundInBox: false, method: 'gfci-here' } },
		{ labels: ['No Equipment Ground'] }
	],
	[
		'fed through a GFCI, no ground',
		{ replacement: { groundInBox: false, method: 'gfci-upstream' } },
		{ labels: ['GFCI Protected', 'No Equipment Ground'] }
	],
	['two slots again', { replacement: { groundInBox: false, method: 'two-slot' } }, { labels: [], tamperResistant: false }],
	[
		'three slots that nothing protects, no ground: nothing is printed of a GFCI',
		{ replacement: { groundInBox: false, method: 'unprotected' } },
		{ labels: [] }
	],
	['a ground in the box', { replacement: { groundInBox: true, method: 'gfci-here' } }, { labels: [] }]
];
for (const [what, outlet, want] of rest) {
	test(`type, cover, labels: ${what}`, () => {
		const have = need('2023', outlet).need;
		for (const [key, value] of Object.entries(want)) assert.deepEqual(have[key as keyof typeof have], value, key);
	});
}
test('GFCI that is asked for where hands do not reach: the device goes elsewhere', () => {
	const access = (room: 'kitchen' | 'bedroom' | 'attic', readilyAccessible: boolean) =>
		protectAll({
			edition: '2023',
			permitDate: '2026-10-12',
			outlets: [{ id: 'a', what: 'receptacle', room, volts: 120, amps: 20, readilyAccessible }]
		}).findings.map((f) => f.message.match(/GFCI|AFCI/)?.[0]);
	assert.deepEqual(
		[access('kitchen', false), access('bedroom', false), access('attic', false), access('kitchen', true)],
		[['GFCI'], ['AFCI'], [], []]
	);
	assert.equal(voltsToGround(240), 120);
	assert.equal(voltsToGround(277), 277);
});
test('every place row of every edition is reached by some outlet of this table', () => {
	for (const edition of EDITIONS) {
		const seen = new Set(gfci.flatMap(([, outlet]) => need(edition, outlet).need.gfci.because.map((r) => r.section)));
		const rows = [...editions[edition].gfci.places, ...editions[edition].gfci.outlets];
		assert.deepEqual(
			rows.map((r) => r.rule.section).filter((s) => !seen.has(s)),
			edition === '2023' ? ['210.8(A)(7)'].filter((s) => !seen.has(s)) : []
		);
	}
});
