import assert from 'node:assert/strict';
import test from 'node:test';
import { editions } from '../../src/core/code/editions';
import {
	answerDiagnose,
	checkDiagnose,
	type DiagnoseAnswer,
	type DiagnoseRequest
} from '../../src/core/formats/diagnose-request';
import type { Fault } from '../../src/core/faults/kinds';
import { readRun, type Ask, type RunInstrument } from '../../src/core/instruments/run-reading';
import { runHypotheses } from '../../src/core/trace/run-hypotheses';

/** Which faults explain what was seen: against readings that the network itself gives. */
const box = (id: string, from: string, lengthFt: number, more: object = {}) => ({
	id,
	from,
	awg: '12' as const,
	metal: 'Cu' as const,
	lengthFt,
	ground: true,
	...more
});
const run = {
	source: { volts: 120, ohmsPerLeg: 0.03 },
	boxes: [box('b1', 'panel', 40), box('b2', 'b1', 12), box('b3', 'b2', 15), box('b4', 'b2', 10)]
};
const asked = (more: object = {}): DiagnoseRequest => {
	const checked = checkDiagnose({ ...run, ...more });
	assert.ok(checked.ok, JSON.stringify(checked));
	return checked.value;
};
const read = (faults: Fault[], asks: [box: string, instrument: RunInstrument][], on: object = run) => {
	const { edition: _, ...request } = asked(on);
	return readRun(
		editions['2023'],
		{ ...request, faults },
		asks.map(([b, instrument]): Ask => ({ box: b, instrument }))
	).readings;
};
const kinds = (a: DiagnoseAnswer, i = 0) =>
	(a.hypotheses[i]?.faults ?? [])
		.map((f) => `${f.kind} ${f.at}`)
		.sort()
		.join(' + ');
const allKinds = (a: DiagnoseAnswer) =>
	[a.hypotheses[0]?.faults ?? [], ...(a.hypotheses[0]?.same ?? [])].map((fs) =>
		fs
			.map((f) => `${f.kind} ${f.at}`)
			.sort()
			.join(' + ')
	);
const total = (a: DiagnoseAnswer) => a.hypotheses.reduce((s, h) => s + h.probability, a.unexplained);

test('before anything was read the weights stand: off first, sound after it, all of it one', () => {
	const a = answerDiagnose(asked());
	assert.ok(Math.abs(total(a) - 1) < 1e-9);
	assert.deepEqual([kinds(a), allKinds(a).includes('open-hot b1'), kinds(a, 1)], ['off panel', true, '']);
	assert.equal(a.hypotheses.length, 20);
	assert.ok(a.next && a.next.gainBits > 1 && a.next.gainBits < Math.log2(100));
	// Off 20 and open hot 5 on the only cable from the panel; every box 11 kinds, 3 of them loose, and its pairs.
	const single = 20 + 5 + 4 * (3 * 5 + 3 * 5 + 3 * 2 + 3 * 0.5 + 3);
	const pairs = 4 * ((2 * 0.5) / 10 + (2 * 5) / 10 + 25 / 10 + 25 / 10) + ((1 + 2 + 3 + 3) * 0.5 * 5) / 10;
	const [off] = a.hypotheses;
	assert.ok(Math.abs((off?.probability ?? 0) - 25 / (single + pairs + 1)) < 1e-9, `${off?.probability}`);
});

const cases: [what: string, faults: Fault[], reads: [string, RunInstrument][], first: string, also?: string][] = [
	[
		'sound all over',
		[],
		[
			['b3', 'analyzer'],
			['b4', 'analyzer'],
			['b1', 'analyzer']
		],
		''
	],
	[
		'open hot by lamps and a meter',
		[{ kind: 'open-hot', at: 'b3' }],
		[
			['b3', 'lamps'],
			['b2', 'low-impedance']
		],
		'open-hot b3'
	],
	[
		'open neutral at a branch',
		[{ kind: 'open-neutral', at: 'b4' }],
		[
			['b4', 'low-impedance'],
			['b4', 'lamps'],
			['b2', 'analyzer']
		],
		'open-neutral b4'
	],
	[
		'open ground',
		[{ kind: 'open-ground', at: 'b2' }],
		[
			['b3', 'analyzer'],
			['b4', 'analyzer'],
			['b1', 'analyzer']
		],
		'open-ground b2'
	],
	['reversed', [{ kind: 'reversed', at: 'b3' }], [['b3', 'voltmeter']], 'reversed b3'],
	[
		'hot on ground',
		[{ kind: 'hot-ground-reversed', at: 'b1' }],
		[
			['b1', 'voltmeter'],
			['b1', 'lamps']
		],
		'hot-ground-reversed b1'
	],
	[
		'bootleg',
		[{ kind: 'bootleg', at: 'b3' }],
		[
			['b3', 'analyzer'],
			['b3', 'lamps'],
			['b4', 'analyzer']
		],
		'bootleg b3',
		'bootleg b3 + reversed b3'
	],
	[
		'bootleg under a lost neutral',
		[
			{ kind: 'bootleg', at: 'b3' },
			{ kind: 'open-neutral', at: 'b3' }
		],
		[
			['b3', 'voltmeter'],
			['b3', 'analyzer'],
			['b2', 'analyzer']
		],
		'bootleg b3 + open-neutral b3'
	],
	[
		'short',
		[{ kind: 'short-hot-neutral', at: 'b4' }],
		[
			['b4', 'low-impedance'],
			['b3', 'low-impedance'],
			['b2', 'low-impedance'],
			['b1', 'low-impedance']
		],
		'short-hot-neutral b4'
	]
];
for (const [what, faults, reads, first, also] of cases)
	test(`explained: ${what}`, () => {
		// Below an open neutral a lamp that is left on reads like hot on ground: there nothing was left on.
		const a = answerDiagnose(asked({ observations: read(faults, reads), loads: 'unplugged' }));
		const told = allKinds(a);
		assert.ok(
			told.includes(first) && (!also || told.includes(also)),
			`${kinds(a)} ${a.hypotheses[0]?.probability}; same: ${told.join('; ')}`
		);
		assert.ok(
			(a.hypotheses[0]?.probability ?? 0) > 0.6,
			`${a.hypotheses[0]?.probability} then ${kinds(a, 1)} ${a.hypotheses[1]?.probability}`
		);
		assert.ok(Math.abs(total(a) - 1) < 1e-9);
	});

test('a loose neutral is fitted, with its range; the branch it lies on is found by the reading that is asked for', () => {
	const faults: Fault[] = [{ kind: 'loose-neutral', at: 'b2', ohms: 0.8 }];
	let observations: object[] = read(faults, [['b3', 'analyzer']]);
	for (let n = 0; n < 6; n++) {
		const a = answerDiagnose(asked({ observations }));
		const [best] = a.hypotheses;
		const [fault] = best?.faults ?? [];
		if ((best?.probability ?? 0) >= 0.9 && fault) {
			assert.deepEqual([fault.kind, fault.at, n <= 2], ['loose-neutral', 'b2', true]);
			const { ohms = 0, ohmsFrom = 0, ohmsTo = 0 } = fault;
			assert.ok(ohmsFrom < 0.8 && 0.8 < ohmsTo && Math.abs(ohms - 0.8) < 0.08, `${ohmsFrom} ${ohms} ${ohmsTo}`);
			return;
		}
		const { next } = a;
		assert.ok(next?.do === 'read');
		assert.ok(
			!observations.some((o) => 'box' in o && o.box === next.box && 'instrument' in o && o.instrument === next.instrument)
		);
		assert.ok(next.why.includes(next.box));
		observations = [...observations, ...read(faults, [[next.box, next.instrument]])];
	}
	assert.fail('not found in six readings');
});

test('dead and works alone say which stretch; tripped says a short or that it was off', () => {
	const say = (box: string, instrument: string) => ({ box, instrument });
	const half = answerDiagnose(asked({ observations: [say('b3', 'dead'), say('b4', 'works'), say('b1', 'works')] }));
	assert.deepEqual(new Set([kinds(half), kinds(half, 1)]), new Set(['open-hot b3', 'open-neutral b3']));
	const trip = answerDiagnose(asked({ observations: [say('panel', 'tripped'), say('b1', 'dead'), say('b3', 'dead')] }));
	const by = new Map(trip.hypotheses.map((_, i) => [kinds(trip, i), trip.hypotheses[i]?.probability ?? 0]));
	assert.ok((by.get('off panel') ?? 0) > 0.4 && (by.get('short-hot-ground b1') ?? 0) > 0.02, JSON.stringify([...by]));
	const shorts = trip.hypotheses.filter((_, i) => kinds(trip, i).startsWith('short')).reduce((s, h) => s + h.probability, 0);
	assert.ok(shorts > 0.2, `${shorts}`);
	const none = answerDiagnose(asked({ observations: [say('b1', 'dead'), say('b3', 'dead')] }));
	const without = none.hypotheses.filter((_, i) => kinds(none, i).startsWith('short')).reduce((s, h) => s + h.probability, 0);
	assert.ok(without < shorts / 2, `${without} of ${shorts}`);
});
test('a GFCI that has tripped is off at its box, alone or with a neutral that touches ground beyond', () => {
	const gfci = { gfciAt: ['b2'] };
	const observations = [
		{ box: 'b2', instrument: 'tripped' },
		{ box: 'b3', instrument: 'dead' },
		{ box: 'b1', instrument: 'works' }
	];
	const a = answerDiagnose(asked({ ...gfci, observations }));
	assert.equal(kinds(a), 'off b2');
	assert.ok(
		a.hypotheses.some((_, i) => kinds(a, i) === 'neutral-ground-touch b3 + off b2' || kinds(a, i) === 'neutral-ground-touch b3')
	);
});
test('readings that contradict each other raise what is not explained, and it is said', () => {
	const odd = [
		{ box: 'b1', instrument: 'voltmeter', hn: 37, hg: 91, ng: 64 },
		{ box: 'b3', instrument: 'voltmeter', hn: 119, hg: 12, ng: 88 },
		{ box: 'b4', instrument: 'voltmeter', hn: 71, hg: 143, ng: 15 }
	];
	const a = answerDiagnose(asked({ observations: odd }));
	assert.ok(a.unexplained > 0.5, `${a.unexplained}`);
	assert.ok(a.findings.some((f) => f.code === 'unexplained'));
});
test('one wrong reading among good ones does not carry the day', () => {
	const good = read(
		[{ kind: 'open-neutral', at: 'b2' }],
		[
			['b2', 'low-impedance'],
			['b3', 'low-impedance'],
			['b1', 'low-impedance']
		]
	);
	const a = answerDiagnose(asked({ observations: [...good, { box: 'b4', instrument: 'works' }] }));
	assert.equal(kinds(a), 'open-neutral b2');
});
test('what no instrument at hand tells apart is one answer; near the panel a jumper is a sound run, and the shell is warned of', () => {
	const near = { ...run, boxes: [box('b1', 'panel', 4)] };
	const a = answerDiagnose(
		asked({
			...near,
			observations: read(
				[{ kind: 'bootleg', at: 'b1' }],
				[
					['b1', 'analyzer'],
					['b1', 'lamps']
				],
				near
			)
		})
	);
	assert.ok(allKinds(a).includes('bootleg b1') && allKinds(a).includes(''), allKinds(a).join('; '));
	assert.ok(a.findings.some((f) => f.code === 'shell-live'));
	// Lamps alone cannot see ohms: a loose connection is as good as none.
	const lamps = answerDiagnose(
		asked({
			instruments: ['lamps'],
			observations: read(
				[],
				[
					['b1', 'lamps'],
					['b2', 'lamps'],
					['b3', 'lamps'],
					['b4', 'lamps']
				]
			)
		})
	);
	assert.ok(['loose-hot b3', 'bootleg b4', 'neutral-ground-swapped b2'].every((k) => allKinds(lamps).includes(k)));
	assert.equal(lamps.next, null);
});
test('an outlet on two-wire cable: no ground of its own to be open, a jumper all the same', () => {
	const two = runHypotheses({ boxes: [box('b1', 'panel', 20, { ground: false })] });
	const told = two.map((h) => h.faults.map((f) => f.kind).join('+'));
	assert.ok(!told.some((k) => k.includes('ground') && (k.startsWith('open') || k.startsWith('loose'))), told.join(' '));
	assert.ok(told.includes('bootleg') && told.includes('bootleg+open-neutral'));
});

const refused: [what: string, body: object, path: string][] = [
	['no such box', { observations: [{ box: 'x', instrument: 'lamps', hn: 'on' }] }, 'observations[0].box'],
	['a tripped box without a GFCI', { observations: [{ box: 'b1', instrument: 'tripped' }] }, 'observations[0].box'],
	['a meter that reads a lamp', { observations: [{ box: 'b1', instrument: 'voltmeter', hn: 'on' }] }, 'observations[0].hn'],
	['lamps that read volts', { observations: [{ box: 'b1', instrument: 'lamps', hn: 12 }] }, 'observations[0].hn'],
	[
		'a drop of a meter',
		{ observations: [{ box: 'b1', instrument: 'voltmeter', dropPercent: 3 }] },
		'observations[0].dropPercent'
	],
	['volts below none', { observations: [{ box: 'b1', instrument: 'voltmeter', hn: -1 }] }, 'observations[0].hn'],
	['an unknown instrument', { instruments: ['nose'] }, 'instruments[0]'],
	['no instrument', { instruments: [] }, 'instruments'],
	['faults, which are what is asked', { faults: [] }, 'faults'],
	['too many boxes', { boxes: Array.from({ length: 61 }, (_, i) => box(`c${i}`, 'panel', 10)) }, 'boxes']
];
for (const [what, body, path] of refused)
	test(`refused: ${what}`, () => {
		const checked = checkDiagnose({ ...run, ...body });
		assert.ok(!checked.ok && checked.faults.some((f) => f.path === path), JSON.stringify(checked).slice(0, 300));
	});
test('null is a reading: nothing found; words of other fields are refused', () => {
	assert.ok(
		checkDiagnose({ ...run, observations: [{ box: 'b1', instrument: 'analyzer', dropPercent: null, hotOhms: null }] }).ok
	);
	assert.ok(!checkDiagnose({ ...run, observations: [{ box: 'b1', instrument: 'lamps', hn: 'bright' }] }).ok);
});

// Lived in: loads on, meters that lie, volts that kill.
const seen = (b: string, instrument: string, more: object = {}) => ({ box: b, instrument, ...more });
const lamp = { ...run, boxes: run.boxes.map((b) => (b.id === 'b3' ? { ...b, loadWatts: 60 } : b)) };
const probability = (a: DiagnoseAnswer, fault: string) =>
	a.hypotheses.reduce(
		(s, h) => s + ([h.faults, ...h.same].some((fs) => fs.map((f) => `${f.kind} ${f.at}`).join() === fault) ? h.probability : 0),
		0
	);
test('an open neutral with one lamp left on: both stand, unplug and read again comes first, and that tells', () => {
	const faults: Fault[] = [{ kind: 'open-neutral', at: 'b3' }];
	const observations = read(
		faults,
		[
			['b3', 'lamps'],
			['b3', 'voltmeter']
		],
		lamp
	);
	assert.deepEqual(observations[0], { box: 'b3', instrument: 'lamps', hn: 'off', hg: 'on', ng: 'on' });
	const a = answerDiagnose(asked({ observations }));
	// Which of the cables on the way has lost its neutral is not told yet: none of them tells how many lamps hang behind it.
	const openOf = (of: typeof a) => ['b1', 'b2', 'b3'].map((at) => probability(of, `open-neutral ${at}`));
	const neutrals = openOf(a);
	const [neutral, ground] = [neutrals.reduce((x, y) => x + y), probability(a, 'hot-ground-reversed b3')];
	assert.ok(neutral > 0.4 && Math.max(...neutrals) < 2.5 * Math.min(...neutrals), `${neutrals}`);
	assert.ok(ground > 0.05 && ground < 0.5, `${ground}`);
	assert.deepEqual([a.next?.do, a.next?.box], ['unplug', 'b3']);
	assert.ok(!a.hypotheses.some((h) => h.faults.length > 1 && h.probability > 0.05), 'no second fault that one load explains');
	const bare = read(faults, [['b3', 'voltmeter']]).map((r) => ({ ...r, unplugged: true }));
	const then = answerDiagnose(asked({ observations: [...observations, ...bare] }));
	const told = openOf(then).reduce((x, y) => x + y);
	assert.ok(told > 0.8, `one of the cables on the way, ghosts tell no more: ${told}`);
	const swapped = read(
		[{ kind: 'hot-ground-reversed', at: 'b3' }],
		[
			['b3', 'lamps'],
			['b3', 'voltmeter']
		]
	);
	const twin = answerDiagnose(asked({ observations: [...swapped, { ...swapped[1], unplugged: true }] }));
	assert.ok(probability(twin, 'hot-ground-reversed b3') > 0.6, `its sound twin: ${kinds(twin)}`);
});
test('two zeros against two that work: a contradiction, and the meter is proven before any answer', () => {
	const observations = [
		seen('b1', 'voltmeter', { hn: 0, hg: 0, ng: 0 }),
		seen('b2', 'voltmeter', { hn: 0, hg: 0, ng: 0 }),
		seen('b3', 'works'),
		seen('b4', 'works')
	];
	const a = answerDiagnose(asked({ observations }));
	assert.deepEqual(a.contradiction?.observations, [0, 2]);
	assert.deepEqual([a.next?.do, a.next?.box], ['prove-meter', 'b1']);
	assert.ok(probability(a, 'off panel') < 0.1, `${probability(a, 'off panel')}`);
	const proven = answerDiagnose(
		asked({ observations: observations.map((o) => ({ ...o, ...(o.instrument === 'voltmeter' ? { proven: true } : {}) })) })
	);
	assert.equal(proven.contradiction, null);
	assert.equal(
		answerDiagnose(asked({ observations: observations.slice(0, 2) })).contradiction,
		null,
		'its sound twin: zeros alone'
	);
	const up = [seen('b3', 'voltmeter', { hn: 0, hg: 0, ng: 0 }), seen('b1', 'works')];
	assert.equal(answerDiagnose(asked({ observations: up })).contradiction, null, 'life upstream contradicts nothing');
});
const STOPS: [what: string, observation: object, stop: string | null][] = [
	['160, 120, 40', seen('b2', 'voltmeter', { hn: 160, hg: 120, ng: 40 }), 'both-poles-off'],
	['132 V', seen('b2', 'voltmeter', { hn: 132 }), null],
	['132.1 V', seen('b2', 'voltmeter', { hn: 132.1 }), 'both-poles-off'],
	['10 V more than to ground', seen('b2', 'voltmeter', { hn: 130, hg: 120 }), null],
	['11 V more', seen('b2', 'voltmeter', { hn: 131, hg: 120 }), 'both-poles-off'],
	['over a ground of 108 V', seen('b2', 'voltmeter', { hn: 118.1, hg: 108 }), 'both-poles-off'],
	['over a ground that is low itself', seen('b2', 'voltmeter', { hn: 118.1, hg: 107.9 }), null],
	['a shell at 118 V', seen('b2', 'shell', { volts: 118, meter: 'low-impedance' }), 'breaker-off'],
	['a shell at 30 V', seen('b2', 'shell', { volts: 30, meter: 'low-impedance' }), 'breaker-off'],
	['a shell at 29.9 V', seen('b2', 'shell', { volts: 29.9, meter: 'low-impedance' }), null],
	['warm', seen('b2', 'sign', { sign: 'warm' }), 'breaker-off'],
	['a tingle', seen('b2', 'sign', { sign: 'tingle' }), 'breaker-off'],
	['damp', seen('b2', 'sign', { sign: 'damp' }), null],
	['a right outlet', seen('b2', 'voltmeter', { hn: 120, hg: 120, ng: 0 }), null]
];
for (const [what, observation, stop] of STOPS)
	test(`volts that kill: ${what}: ${stop ?? 'goes on'}`, () => {
		const a = answerDiagnose(asked({ observations: [observation] }));
		assert.equal(a.stop?.do ?? null, stop);
		if (stop) assert.equal(a.next?.do, 'switch-off', 'no load is put on, nothing is read live');
	});
test('a shell on a 10 Mohm meter is read again at low impedance first', () => {
	const a = answerDiagnose(asked({ observations: [seen('b2', 'shell', { volts: 60, meter: 'voltmeter' })] }));
	assert.deepEqual([a.stop, a.next?.do, a.next?.box], [null, 'again-low-impedance', 'b2']);
});
for (const kind of ['loose-hot', 'loose-neutral'] as const)
	test(`a ${kind} of 0.3 ohm is not called sound`, () => {
		const faults: Fault[] = [{ kind, at: 'b2', ohms: 0.3 }];
		const a = answerDiagnose(
			asked({
				observations: read(faults, [
					['b1', 'analyzer'],
					['b2', 'analyzer'],
					['b3', 'analyzer']
				])
			})
		);
		assert.equal(kinds(a), `${kind} b2`);
		const ohms = a.hypotheses[0]?.faults[0]?.ohms ?? 0;
		assert.ok(Math.abs(ohms - 0.3) < 0.06, `${ohms}`);
	});
