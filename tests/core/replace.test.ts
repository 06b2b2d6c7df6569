import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { editions } from '../../src/core/code/editions';
import { marrowStreet } from '../../src/core/demo/marrow-street';
import { quillback } from '../../src/core/demo/quillback';
import { codeLetter } from '../../src/core/handover/code-letter';
import { faceLabels, labelSheets, sheetPlaces } from '../../src/core/handover/labels';
import { applyFix } from '../../src/core/edit/fix';
import type { Box, Device, Job, Reading } from '../../src/core/model/known';
import { EDITIONS } from '../../src/core/model/kinds';
import { compareEditions } from '../../src/core/protection/compare-editions';
import { groundOf } from '../../src/core/run/ground-at';
import { replaceAdvice, type ReplaceChoice } from '../../src/core/protection/articles/406-4-d-replace-advice';
import { box, job, cable, reading } from './small-job';

/** Replacing receptacles in old work, what their faces say, and the letter that argues for them. */
const { job: marrow, readings } = marrowStreet();
const e = editions[marrow.edition];
/** Three slots without a ground that the house came with. */
const asFound = ['SW-04', 'DN-01', 'DN-02', 'DN-03', 'BT-01'].map((n) => n.toLowerCase());
const at = (j: Job, name: string): Box => {
	const found = j.boxes.find((b) => b.name === name);
	assert.ok(found, name);
	return found;
};
const advice = (j: Job, name: string) => {
	const b = at(j, name);
	const got = replaceAdvice({ edition: editions[j.edition], job: j }, { box: b, device: b.devices[0] as Device }, readings);
	assert.ok(got);
	return got;
};
const choice = (j: Job, name: string, id: ReplaceChoice['id']) => advice(j, name).choices.find((c) => c.id === id);
const apply = (j: Job, choice: ReplaceChoice | undefined): Job => {
	assert.ok(choice?.fix, choice?.title);
	const { fix } = choice;
	return produce(
		j,
		applyFix(fix, () => 'n')
	);
};

const grounds: [what: string, more: Partial<Box>, cable: 'NM-B' | 'old-AC' | 'two-wire', state: string][] = [
	['none in the box', { ground: 'none' }, 'NM-B', 'none'],
	['not looked at', { ground: 'unknown' }, 'NM-B', 'unknown'],
	[
		'a ground wire seen in a plastic box',
		{ ground: 'present', groundProof: 'wiring-method', material: 'plastic' },
		'NM-B',
		'seen'
	],
	['the same, metal or plastic not looked at', { ground: 'present', groundProof: 'wiring-method' }, 'NM-B', 'unknown'],
	['its wiring method, on two-wire cable', { ground: 'present', groundProof: 'wiring-method' }, 'two-wire', 'said'],
	['not looked at, on two-wire cable', { ground: 'unknown' }, 'two-wire', 'none'],
	['a menu that says its path was read', { ground: 'present', groundProof: 'path-reading' }, 'two-wire', 'said'],
	['somebody’s word', { ground: 'present', groundProof: 'not-proven' }, 'NM-B', 'said'],
	[
		'a ground conductor made out in the box',
		{
			ground: 'present',
			conductors: [
				{ id: 'x', endId: null, color: 'bare', means: 'ground', alwaysLive: false, insulation: 'old', freeLengthIn: null }
			]
		},
		'NM-B',
		'seen'
	],
	[
		'a cable with a ground seen to end in it',
		{ ground: 'present', ends: [{ id: 'x', kind: 'NM-B', awg: '12', conductors: 2, ground: true, note: '' }] },
		'NM-B',
		'seen'
	],
	[
		'a metal box by its wiring method alone',
		{ ground: 'present', groundProof: 'wiring-method', material: 'metal' },
		'NM-B',
		'said'
	],
	['the same of a metal box', { ground: 'present', groundProof: 'path-reading', material: 'metal' }, 'NM-B', 'said'],
	['two lamps of a tester', { ground: 'present', groundProof: 'tester-lamps' }, 'NM-B', 'said'],
	['volts to the box', { ground: 'present', groundProof: 'volts-to-box', material: 'metal' }, 'NM-B', 'said'],
	['old armored cable without a strip', { ground: 'present', groundProof: 'path-reading', material: 'metal' }, 'old-AC', 'none']
];
for (const [what, more, kind, state] of grounds)
	test(`ground: ${what}: ${state}`, () => {
		const j = job({
			boxes: [box('a', { state: 'found', ...more })],
			cables: [cable('p', 'a', 10, { kind, ground: kind === 'NM-B' })]
		});
		assert.equal(groundOf(j, at(j, 'A'), []).state, state);
	});
test('a metal box is proven by its wiring method together with a reading of the path', () => {
	const j = job({
		boxes: [box('b', { state: 'found', ground: 'present', groundProof: 'wiring-method', material: 'metal' })],
		cables: []
	});
	const noJumper = reading({ id: 'n', kind: 'bootleg', value: null, word: 'no' });
	const read = (value: number, ...more: Reading[]) =>
		groundOf(j, at(j, 'B'), [reading({ kind: 'ohm-ground', value }), ...more]).state;
	assert.deepEqual([read(0.4, noJumper), read(1, noJumper), read(1.01, noJumper)], ['proven', 'proven', 'said']);
	assert.equal(read(0.4), 'said', 'a jumper has low ohms too');
});
test('the newest reading of the path says: one that was good before, was struck out, corrected or read before the work proves nothing', () => {
	const j = job({
		boxes: [box('b', { state: 'found', ground: 'present', groundProof: 'wiring-method', material: 'metal' })],
		cables: []
	});
	const day = (n: number) => `2026-10-1${n}T09:00:00.000Z`;
	const path = (id: string, value: number, more: Parameters<typeof reading>[0] = {}) =>
		reading({ id, kind: 'ohm-ground', value, at: day(1), ...more });
	const clear = [reading({ id: 'n0', kind: 'bootleg', value: null, word: 'no', at: day(0) })];
	const state = (...readings: ReturnType<typeof reading>[]) => groundOf(j, at(j, 'B'), [...clear, ...readings]).state;
	const good = path('good', 0.3);
	assert.equal(state(good), 'proven');
	assert.equal(state(good, path('bad', 4, { at: day(2) })), 'said');
	assert.equal(state(path('bad', 4), path('good', 0.3, { at: day(2) })), 'proven');
	assert.equal(state({ ...good, struck: true }), 'said');
	assert.equal(state(good, path('right', 3, { at: day(2), corrects: 'good' })), 'said');
	assert.equal(state({ ...good, phase: 'before' }, reading({ id: 'n', at: day(2), phase: 'after' })), 'said');
	assert.equal(state(good, path('lower', 4, { half: 'lower' })), 'said', 'both halves that were read');
	const check = (word: 'yes' | 'no', n: number) => reading({ id: `c${n}`, kind: 'bootleg', value: null, word, at: day(n) });
	assert.equal(state(good, check('yes', 2)), 'none');
	assert.equal(state(good, check('yes', 2), check('no', 3)), 'proven');
});

test('a two-wire bedroom outlet: the lawful choices in order, each with its labels and what a tester shows', () => {
	const a = advice(marrow, 'BD-02');
	assert.equal(a.ground.state, 'none');
	assert.deepEqual(
		a.choices.map((c) => c.id),
		// By what each adds: 3; 22; 3 + 22; 3 + 55; a wire's way is not known.
		['two-slot', 'gfci-here', 'gfci-upstream', 'gfci-breaker', 'new-ground']
	);
	assert.deepEqual(
		a.choices.map((c) => c.price),
		[3, 22, 25, 58, null]
	);
	assert.deepEqual(
		a.choices.map((c) => c.labels),
		[[], ['No Equipment Ground'], ['GFCI Protected', 'No Equipment Ground'], ['GFCI Protected', 'No Equipment Ground'], []]
	);
	assert.ok(a.choices.slice(1, 4).every((c) => c.tester.includes('open ground')));
	assert.ok(a.choices.every((c) => c.rule.section.startsWith(c.id === 'new-ground' ? '250.130(C)' : '406.4(D)(2)')));
	assert.match(a.choices[2]?.title ?? '', /behind a GFCI at BD-01/);
});
test('in a bathroom GFCI is asked for now: no bare two-slot face', () => {
	assert.ok(!advice(marrow, 'BT-01').choices.some((c) => c.id === 'two-slot'));
	assert.ok(advice(marrow, 'BT-01').duties.some((d) => d.rule.section === '406.4(D)(3)'));
});
test('the local amendment lets AFCI off; without it the replacement brings it', () => {
	const has = (j: Job) => advice(j, 'BD-02').duties.some((d) => d.rule.section === '406.4(D)(4)');
	assert.deepEqual([has(marrow), has({ ...marrow, amendments: [] })], [false, true]);
	assert.match(choice({ ...marrow, amendments: [] }, 'BD-02', 'gfci-here')?.title ?? '', /GFCI \+ AFCI/);
});
test('what is chosen is planned with one press; its labels follow, and nothing of the code is left against it', () => {
	const here = apply(marrow, choice(marrow, 'BD-02', 'gfci-here'));
	assert.deepEqual(
		faceLabels(e, here)
			.filter((l) => l.boxName === 'BD-02')
			.map((l) => l.text),
		['No Equipment Ground']
	);
	const behind = apply(marrow, choice(marrow, 'BD-02', 'gfci-upstream'));
	assert.deepEqual(
		faceLabels(e, behind)
			.filter((l) => l.boxName === 'BD-02')
			.map((l) => l.text),
		['GFCI Protected', 'No Equipment Ground']
	);
	assert.equal(at(behind, 'BD-01').devices[0]?.protection, 'gfci');
	for (const j of [here, behind])
		assert.deepEqual(
			assess(j, readings)
				.stages.protect.findings.filter((f) => f.severity === 'violation' && !asFound.includes(f.subject.id))
				.map((f) => f.message),
			[]
		);
});
test('the freezer wants a real ground, and the cellar device that feeds it is found upstream', () => {
	const ungrounded = produce(marrow, (d) => void d.boxes.forEach((b) => b.name === 'PF-01' && (b.ground = 'none')));
	const pf = at(ungrounded, 'PF-01');
	const a = replaceAdvice({ edition: e, job: ungrounded }, { box: pf, device: pf.devices[0] as Device }, []);
	assert.ok(a?.choices.find((c) => c.id === 'gfci-here')?.warns.some((w) => w.includes('250.114')));
	const steps = assess(marrow).stages.protect.decisions.find(
		(d) => d.id === `protect:${at(marrow, 'PF-01').devices[0]?.id}`
	)?.steps;
	assert.equal(steps?.find((s) => s.label === 'GFCI from')?.value, 'CB-01');
});

test('a label sheet: true to size, each label once, on as many pages as it takes', () => {
	const many = Array.from({ length: 200 }, (_, i) => ({ text: 'GFCI Protected', boxName: `B-${i}` }));
	const perPage = sheetPlaces({ widthIn: 1.25, heightIn: 0.375 }).length;
	// (7.5 + 0.125) / 1.375 = 5 across, (10 + 0.125) / 0.5 = 20 down.
	assert.equal(perPage, 100);
	const pages = labelSheets(many);
	assert.equal(pages.length, 2);
	assert.equal(pages.join('').match(/GFCI Protected/g)?.length, 200);
	assert.ok(pages[0]?.includes('width="8.5in"'));
	assert.ok(labelSheets([{ text: '<&>', boxName: 'x' }])[0]?.includes('&lt;&amp;&gt;'));
	assert.deepEqual(labelSheets([]), []);
});
test('the letter for one outlet: facts, the rule in our words, readings as evidence, and what the tester will show', () => {
	const chosen = apply(marrow, choice(marrow, 'BD-02', 'gfci-upstream'));
	const letter = codeLetter({ edition: e, job: chosen }, at(chosen, 'BD-02'), { readings });
	assert.match(letter.head, /NEC 2020, permit dated 2026-10-20\. Local amendments: 406\.4\(D\)\(4\)/);
	assert.ok(letter.points.some((p) => p.rule.section === '406.4(D)(2)' && p.text.includes('"No Equipment Ground"')));
	assert.ok(letter.evidence.some((x) => x.includes('drop under load: 3.4%')));
	assert.ok(letter.tester[0]?.includes('open ground'));
	assert.ok(letter.asks.length === 0 || letter.asks.every((x) => x.length > 10));
	assert.ok(!/\bsafe\b/i.test(JSON.stringify(letter)));
});

test('two editions side by side move exactly the outlets that the facts say', () => {
	const { job: demo } = quillback();
	const moved = (here: '2017' | '2020', there: '2020' | '2023') =>
		compareEditions({ ...demo, amendments: [] }, { here, there })
			.changes.flatMap((c) => c.changes.map((x) => `${c.boxName} ${x.of} ${x.here === 'asked' ? 'off' : 'on'}`))
			.sort();
	// 2023: every kitchen receptacle (K-11 to K-14 are within 6 ft of the sink, and had it), and hard-wired outlets in garages. The
	// permit of October 2026 is past the date for the heat pump.
	assert.deepEqual(
		moved('2020', '2023'),
		['G-03', 'K-06', 'K-08', 'K-09', 'K-10'].map((n) => `${n} GFCI on`)
	);
	assert.ok(moved('2017', '2020').includes('HP-01 GFCI on'));
	const same = compareEditions(demo, { here: '2023', there: '2023' });
	assert.deepEqual([same.changes, same.price.here === same.price.there], [[], true]);
	const cost = compareEditions({ ...demo, amendments: [] }, { here: '2017', there: '2023' }).price;
	assert.ok((cost.there ?? 0) > (cost.here ?? 0), 'more protection costs more');
});

test('a half-switched receptacle says which half counts, a controlled one how it is marked; both editions of that paragraph', () => {
	const steps = (edition: '2020' | '2023', more: Partial<Device>) => {
		const j = { ...job({ boxes: [box('a', {}, more)], cables: [cable('p', 'a', 10)] }), edition };
		return assess(j).stages.protect.decisions.find((d) => d.id === 'protect:a-d1')?.steps ?? [];
	};
	assert.ok(steps('2023', { switched: 'half' }).some((s) => s.formula === 'hot-side tab out, neutral tab stays'));
	assert.equal(steps('2020', { controlled: true }).find((s) => s.label === 'controlled')?.rule?.section, '406.3(E)');
	assert.equal(steps('2023', { controlled: true }).find((s) => s.label === 'controlled')?.rule?.section, '406.3(F)');
	const marked = { ...job({ boxes: [box('a', {}, { controlled: true })] }) };
	assert.deepEqual(
		faceLabels(editions['2023'], marked).map((l) => l.text),
		['Controlled']
	);
});
test('a new outlet on an old circuit comes under the rule for extensions, whatever its length', () => {
	const j = job({ boxes: [box('a')], cables: [cable('p', 'a', 2)] });
	const old = { ...j, circuits: j.circuits.map((c) => ({ ...c, state: 'found' as const })) };
	const rule = (x: Job) => assess(x).stages.protect.findings.find((f) => f.id.startsWith('afci:'))?.rule.section;
	assert.deepEqual([rule(j), rule(old)], ['210.12(B)', '210.12(E)']);
});
test('a freezer on the LOAD of a device elsewhere is told, where nothing asks for that', () => {
	const told = assess(marrow).stages.protect.findings.filter((f) => f.id.startsWith('needless:'));
	assert.deepEqual(told.map((f) => f.subject.id).sort(), [at(marrow, 'KT-03').id, at(marrow, 'PF-01').id].sort());
	const found = told.find((f) => f.subject.id === at(marrow, 'PF-01').id);
	assert.ok(found);
	assert.match(found.message, /freezer is on the LOAD side of the GFCI at CB-01/);
});
test('one device at the head serves the whole run of ungrounded outlets: one press plans them all, each with its labels', () => {
	const choice = advice(marrow, 'BD-02').choices.find((c) => c.id === 'gfci-upstream');
	assert.ok(choice?.wholeRun);
	const { wholeRun } = choice;
	assert.equal(wholeRun.label, 'All 5 downstream of BD-01');
	const done = produce(
		marrow,
		applyFix(wholeRun, () => 'n')
	);
	const texts = (name: string) =>
		faceLabels(e, done)
			.filter((l) => l.boxName === name)
			.map((l) => l.text);
	for (const name of ['BD-02', 'SW-01', 'SW-02', 'SW-03', 'SW-04'])
		assert.deepEqual(texts(name), ['GFCI Protected', 'No Equipment Ground'], name);
	assert.deepEqual(texts('BD-01'), ['No Equipment Ground']);
	assert.deepEqual(
		assess(done, readings)
			.stages.protect.findings.filter((f) => f.severity === 'violation' && !asFound.includes(f.subject.id))
			.map((f) => f.message),
		[]
	);
});
test('every breaker that is offered is held to the label and to the neutral: where none may stand, none is offered', () => {
	const bath = (forms: NonNullable<Job['panels'][number]['label']>['forms']) => {
		const j = job({
			boxes: [box('a', { readilyAccessible: false }, { serves: 'countertop' })],
			cables: [cable('p', 'a', 10)],
			rooms: [{ ...(job().rooms[0] as Job['rooms'][number]), kind: 'bathroom' }]
		});
		const listed = { ...j, panels: j.panels.map((p) => ({ ...p, label: { types: [], forms } })) };
		return assess(listed).stages.protect.findings.find((f) => f.id.startsWith('gfci:'))?.fix?.kind;
	};
	assert.deepEqual([bath(['full-size', 'gfci']), bath(['full-size', 'afci'])], ['protect-breaker', undefined]);
	const plain = { ...marrow, panels: marrow.panels.map((p) => ({ ...p, label: { types: [], forms: ['full-size' as const] } })) };
	assert.ok(!advice(plain, 'BD-02').choices.some((c) => c.id === 'gfci-breaker'));
});
test('a head that gives arc-fault protection already keeps it when it is made the GFCI of the run', () => {
	const withAfci = produce(
		marrow,
		(d) =>
			void d.boxes.forEach(
				(b) => b.name === 'BD-01' && (b.devices[0] as Device) && ((b.devices[0] as Device).protection = 'afci')
			)
	);
	const done = apply(
		withAfci,
		advice(withAfci, 'BD-02').choices.find((c) => c.id === 'gfci-upstream')
	);
	assert.equal(at(done, 'BD-01').devices[0]?.protection, 'dual');
});

// A replacement where GFCI is now required: its own section, the place's beside it; new work cites the place alone.
for (const key of EDITIONS)
	test(`a replaced kitchen receptacle without GFCI is cited by 406.4(D)(3), ${key}; a new one by 210.8`, () => {
		const of = (state: 'found' | 'planned'): Job => {
			const base = job({
				edition: key,
				boxes: [box('b', { state, roomId: 'k', ground: 'present', groundProof: 'wiring-method' }, { state: 'planned' })],
				cables: [cable('p', 'b', 20, { state: 'found' })]
			});
			return { ...base, rooms: base.rooms.map((r) => ({ ...r, id: 'k', kind: 'laundry' as const })) };
		};
		const [replaced] = assess(of('found')).stages.protect.findings.filter((f) => f.code === 'gfci');
		assert.equal(replaced?.rule.section, '406.4(D)(3)');
		assert.match(replaced?.message ?? '', /\(210\.8\(A\)\(\d+\)\)/);
		const [fresh] = assess(of('planned')).stages.protect.findings.filter((f) => f.code === 'gfci');
		assert.match(fresh?.rule.section ?? '', /^210\.8\(A\)/);
		assert.doesNotMatch(fresh?.message ?? '', /210\.8/);
	});
