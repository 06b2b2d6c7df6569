import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { editions } from '../../src/core/code/editions';
import { marrowStreet } from '../../src/core/demo/marrow-street';
import { codeLetter } from '../../src/core/handover/code-letter';
import { faceLabels } from '../../src/core/handover/labels';
import { placeProtection } from '../../src/core/edit/circuits';
import { applyFix } from '../../src/core/edit/fix';
import { attachBox } from '../../src/core/edit/cables';
import { editDevice } from '../../src/core/edit/boxes';
import type * as told from '../../src/core/model/job';
import type { Box, Circuit, Device, Job, Cable, Panel, Reading, Room } from '../../src/core/model/known';
import { EDITIONS, type EditionKey } from '../../src/core/model/kinds';
import { placingWays } from '../../src/core/protection/placing-case';
import { replaceAdvice } from '../../src/core/protection/articles/406-4-d-replace-advice';
import { standingOf } from '../../src/core/protection/standing';
import { box, circuit, den, job, cable, reading, provenGround, SEEN_WIRE } from './small-job';

/** What protects an outlet now, and is its ground proven: one question, and everything that is said of an outlet rests on it. */

const TWO_WIRE = { kind: 'two-wire', ground: false, state: 'found' } as const;
/** Two receptacles on two-wire cable in an old den, two slots each, in the order a, b. */
function old(
	more: { a?: Partial<Box>; b?: Partial<Box>; da?: Partial<Device>; db?: Partial<Device> } = {},
	change: Partial<Job> = {}
) {
	const found = { state: 'found', ground: 'none', material: 'metal', volumeCuIn: 18 } as const;
	const face = { slots: 'two-slot', state: 'found', tamperResistant: false } as const;
	return job({
		circuits: [circuit({ state: 'found', breakerA: 15 })],
		boxes: [
			box('a', { ...found, ...more.a }, { ...face, ...more.da }),
			box('b', { ...found, ...more.b }, { ...face, ...more.db })
		],
		cables: [cable('p', 'a', 30, { ...TWO_WIRE, awg: '14' }), cable('a', 'b', 10, { ...TWO_WIRE, awg: '14' })],
		...change
	});
}
const protect = (j: Job, readings: readonly Reading[] = []) => assess(j, readings).stages.protect.findings;
/** Severity and section of what is found about a box, by the sections asked for. */
const about = (j: Job, id: string, section: RegExp, readings: readonly Reading[] = []) =>
	protect(j, readings)
		.filter((f) => f.subject.id === id && section.test(f.rule.section))
		.map((f) => `${f.severity} ${f.rule.section}`);
const labels = (j: Job, id: string, readings: readonly Reading[] = []) =>
	faceLabels(editions[j.edition], j, { readings, events: [] })
		.filter((l) => l.boxId === id)
		.map((l) => l.text);
const letter = (j: Job, id: string) =>
	JSON.stringify(codeLetter({ edition: editions[j.edition], job: j }, j.boxes.find((b) => b.id === id) as Box, { readings: [] }));

const THREE = { slots: 'grounding', state: 'planned', tamperResistant: true } as const;
const D2 = /^406\.4\(D\)\(2\)$/;
const threeSlots: [why: string, more: Parameters<typeof old>[0], want: string[], labels: string[]][] = [
	['three slots put in, no ground, nothing before it', { db: THREE }, ['violation 406.4(D)(2)'], []],
	['the same, built', { db: { ...THREE, state: 'built' } }, ['violation 406.4(D)(2)'], []],
	['the same, as found: the house’s own', { db: { ...THREE, state: 'found' } }, ['violation 406.4(D)(2)'], []],
	['two slots again', { db: { ...THREE, slots: 'two-slot' } }, [], []],
	['a GFCI here', { db: { ...THREE, protection: 'gfci' } }, [], ['No Equipment Ground']],
	[
		'behind a GFCI upstream, on its LOAD',
		{ da: { ...THREE, protection: 'gfci', feedsLoad: true }, db: THREE },
		[],
		['GFCI Protected', 'No Equipment Ground']
	],
	[
		'behind a GFCI upstream, on its LINE',
		{ da: { ...THREE, protection: 'gfci', feedsLoad: false }, db: THREE },
		['violation 406.4(D)(2)'],
		[]
	],
	['AFCI alone protects nobody from the shell', { db: { ...THREE, protection: 'afci' } }, ['violation 406.4(D)(2)'], []],
	[
		'a ground said by two lamps',
		{ b: { ground: 'present', groundProof: 'tester-lamps' }, db: THREE },
		['caution 406.4(D)(2)'],
		[]
	],
	[
		'a ground said by volts to the box',
		{ b: { ground: 'present', groundProof: 'volts-to-box' }, db: THREE },
		['caution 406.4(D)(2)'],
		[]
	],
	[
		'a menu that says its path was read',
		{ b: { ground: 'present', groundProof: 'path-reading' }, db: THREE },
		['caution 406.4(D)(2)'],
		[]
	],
	['a ground wire seen', { b: SEEN_WIRE, db: THREE }, [], []]
];
test('its path read, with no bootleg found: nothing', () => {
	const j = old({ b: { ground: 'present', groundProof: 'not-proven' }, db: THREE });
	assert.deepEqual(about(j, 'b', D2, provenGround('b')), []);
	assert.deepEqual(about(j, 'b', D2, provenGround('b').slice(0, 1)), ['caution 406.4(D)(2)'], 'a jumper has low ohms too');
});
for (const key of EDITIONS)
	for (const [why, more, want, texts] of threeSlots)
		test(`406.4(D)(2), ${key}: ${why}: ${want[0] ?? 'nothing'}`, () => {
			const j = { ...old(more), edition: key };
			assert.deepEqual(about(j, 'b', D2), want);
			assert.deepEqual(labels(j, 'b'), texts);
			// No letter names a source that is not there.
			if (want.length) assert.ok(!/GFCI Protected|behind/.test(letter(j, 'b')), letter(j, 'b'));
		});
test('a breaker that is a GFCI protects them all, and the letter names it', () => {
	const j = old({ db: THREE }, { circuits: [circuit({ state: 'found', breakerA: 15, breaker: 'gfci' })] });
	assert.deepEqual([about(j, 'b', D2), labels(j, 'b')], [[], ['GFCI Protected', 'No Equipment Ground']]);
	assert.match(letter(j, 'b'), /Three slots behind the breaker in space 1, without a ground/);
});
test('nobody has looked: an old face is no violation yet, one that is put in is told to be read first', () => {
	const b = { ground: 'unknown', roomId: null } as const;
	const alone = (state: Device['state']) => old({ b, db: { ...THREE, state } }, { cables: [] });
	assert.deepEqual(about(alone('found'), 'b', D2), ['advice 406.4(D)(2)']);
	assert.deepEqual(about(alone('planned'), 'b', D2), ['caution 406.4(D)(2)']);
	assert.deepEqual(about(alone('built'), 'b', D2), ['caution 406.4(D)(2)']);
});
test('a bootleg is no ground, whatever its path reads; checked again and clear, the reading counts', () => {
	const j = old({ b: { ground: 'present', groundProof: 'not-proven' }, db: THREE });
	const path = reading({ id: 'path', kind: 'ohm-ground', value: 0.2 });
	const word = (w: string, at: string) => reading({ id: at, kind: 'bootleg', value: null, word: w, at });
	assert.deepEqual(about(j, 'b', D2, [path, word('yes', '2026-10-13T09:00:00.000Z')]), ['violation 406.4(D)(2)']);
	assert.deepEqual(
		about(j, 'b', D2, [path, word('yes', '2026-10-13T09:00:00.000Z'), word('no', '2026-10-13T10:00:00.000Z')]),
		[]
	);
});

test('the presses: Replace with a GFCI at the head, Devices, the plain way: it is offered no more; by hand it is a violation with a way out', () => {
	const { job: marrow, readings } = marrowStreet();
	const e = editions[marrow.edition];
	const at = (j: Job, name: string) => j.boxes.find((b) => b.name === name) as Box;
	const bd2 = at(marrow, 'BD-02');
	const choice = replaceAdvice(
		{ edition: e, job: marrow },
		{ box: bd2, device: bd2.devices[0] as Device },
		readings
	)?.choices.find((c) => c.id === 'gfci-upstream');
	assert.ok(choice?.fix);
	const { fix } = choice;
	const replaced = produce(
		marrow,
		applyFix(fix, () => 'n')
	);
	const run = replaced.circuits.find((c) => replaced.cables.some((l) => l.circuitId === c.id && l.toId === bd2.id)) as Circuit;
	// No way that is offered leaves the three slots without protection.
	const { ways } = placingWays({ edition: e, job: replaced }, run, { readings });
	assert.ok(ways.length);
	for (const way of ways) {
		const placed = produce(
			replaced,
			placeProtection(run.id, { breaker: way.breaker, devices: way.devices, branchFeeder: way.branchFeeder })
		);
		assert.deepEqual(
			protect(placed, readings).filter((f) => f.subject.id === bd2.id && f.severity === 'violation'),
			[],
			way.breaker
		);
		assert.deepEqual(labels(placed, bd2.id, readings).includes('No Equipment Ground'), true);
	}
	// The plain way, by hand.
	const plain = produce(replaced, placeProtection(run.id, { breaker: 'none', devices: [] }));
	const [finding, ...more] = protect(plain, readings).filter((f) => f.subject.id === bd2.id && f.severity === 'violation');
	assert.deepEqual([finding?.rule.section, more], ['406.4(D)(2)', []]);
	assert.deepEqual(labels(plain, bd2.id, readings), []);
	assert.ok(finding?.fix);
	const way = finding.fix;
	const mended = produce(
		plain,
		applyFix(way, () => 'n')
	);
	assert.deepEqual(
		protect(mended, readings).filter((f) => f.subject.id === bd2.id && f.severity === 'violation'),
		[]
	);
});

// New outlets, and grounds that go on.
const fresh = (more: Partial<Box> = {}, wire: Partial<Cable> = {}, a: Partial<Box> = {}, change: Partial<Job> = {}) => {
	const j = old({ a }, change);
	return {
		...j,
		boxes: [j.boxes[0] as Box, box('n', { state: 'planned', ground: 'unknown', ...more })],
		cables: [...j.cables.slice(0, 1), cable('a', 'n', 8, { awg: '14', ...wire })]
	};
};
const outlets: [why: string, j: Job, want: string[]][] = [
	['fed from a box without a ground', fresh(), ['violation 406.4(A)']],
	['the same with GFCI: that excuses a replacement only', withGfci(fresh()), ['violation 406.4(A)']],
	[
		'its own cable without a ground',
		fresh({}, { kind: 'two-wire', ground: false }, { ground: 'present', groundProof: 'path-reading' }),
		['violation 406.4(A)']
	],
	[
		'fed from a box of which a menu says that its path was read',
		fresh({}, {}, { ground: 'present', groundProof: 'path-reading' }),
		['caution 406.4(A)']
	],
	['fed from a box with a ground wire', fresh({}, {}, SEEN_WIRE), []],
	['fed from a box nobody has looked into', fresh({}, {}, { ground: 'unknown', conductors: [] }, {}), ['violation 406.4(A)']],
	[
		'fed from a box of which only lamps tell',
		fresh({}, {}, { ground: 'present', groundProof: 'tester-lamps' }),
		['caution 406.4(A)']
	],
	['from the panel in new cable', job({ boxes: [box('n', { ground: 'unknown' })], cables: [cable('p', 'n', 10)] }), []],
	[
		'from the panel in cable without a ground',
		job({ boxes: [box('n', { ground: 'unknown' })], cables: [cable('p', 'n', 10, { ground: false })] }),
		['violation 406.4(A)']
	],
	['two boxes on from it', chained(), ['violation 406.4(A)']]
];
function withGfci(j: Job): Job {
	return {
		...j,
		boxes: j.boxes.map((b) =>
			b.id === 'n' ? { ...b, devices: b.devices.map((d) => ({ ...d, protection: 'gfci' as const })) } : b
		)
	};
}
function chained(): Job {
	const j = fresh();
	const mid = { ...(j.boxes[1] as Box), id: 'm', name: 'M' };
	return { ...j, boxes: [...j.boxes, mid], cables: [j.cables[0] as Cable, cable('a', 'm', 5), cable('m', 'n', 5)] };
}
for (const [why, j, want] of outlets)
	test(`a new outlet: ${why}: ${want[0] ?? 'nothing'}`, () => assert.deepEqual(about(j, 'n', /^406\.4\(A\)$/), want));
test('a new light on a circuit without a ground is told by the section for extensions; a new switch box is no outlet', () => {
	const as = (kind: 'lighting' | 'switch') => {
		const j = fresh();
		return {
			...j,
			boxes: j.boxes.map((b) =>
				b.id === 'n' ? { ...b, devices: b.devices.map((d) => ({ ...d, kind, receptacles: 0 as const })) } : b
			)
		};
	};
	assert.deepEqual(about(as('lighting'), 'n', /^250\.130/), ['violation 250.130(C)']);
	assert.deepEqual(about(as('switch'), 'n', /^250\.130|^406\.4/), []);
});
test('a planned cable without a ground is planned with one by one press', () => {
	const j = job({ boxes: [box('n', { ground: 'unknown' })], cables: [cable('p', 'n', 10, { ground: false, kind: 'two-wire' })] });
	const fix = protect(j).find((f) => f.rule.section === '406.4(A)')?.fix;
	assert.ok(fix);
	const done = produce(
		j,
		applyFix(fix, () => 'n')
	);
	assert.deepEqual([about(done, 'n', /^406\.4\(A\)$/), done.cables[0]?.kind], [[], 'NM-B']);
});
test('a ground that goes on from a GFCI without one is a violation; from one with a proven ground, or cable without, it is none', () => {
	const gfci = { ...THREE, protection: 'gfci', feedsLoad: true } as const;
	const on = (ground: boolean, a: Partial<Box> = {}) =>
		old({ a, da: gfci }, { cables: [cable('p', 'a', 30, TWO_WIRE), cable('a', 'b', 10, { ground, state: 'found' })] });
	const told = (j: Job) =>
		protect(j)
			.filter((f) => f.id.startsWith('ground-onward'))
			.map((f) => [f.severity, f.rule.section, f.subject.id]);
	assert.deepEqual(told(on(true)), [['violation', '406.4(D)(2)', 'a']]);
	assert.deepEqual([told(on(false)), told(on(true, SEEN_WIRE))], [[], []]);
});
test('a found box that is attached to a circuit brings no ground that nobody saw', () => {
	const attach = (ground: Box['ground']) => {
		const j = job({ boxes: [box('a', { state: 'found', ground })], cables: [] });
		return produce(j as told.Job, attachBox('a', { cableId: 'l', circuitId: 'c1', fromId: 'p', lengthFt: null })).cables[0];
	};
	const { kind, awg, metal, conductors, ground } = attach('present') ?? {};
	assert.deepEqual(
		{ kind, awg, metal, conductors, ground },
		{ kind: null, awg: null, metal: null, conductors: null, ground: null }
	);
	assert.deepEqual([attach('unknown')?.ground, attach('none')?.ground], [null, null]);
});

// What protects it.
const sources: [
	why: string,
	more: { a?: Partial<Device>; b?: Partial<Device>; unknown?: true; mate?: Partial<Device> },
	gfci: string | null
][] = [
	['nothing', {}, null],
	['its own', { b: { protection: 'gfci' } }, 'B'],
	['its own, its circuit not known', { b: { protection: 'gfci' }, unknown: true }, 'B'],
	['one upstream that feeds on', { a: { protection: 'dual', feedsLoad: true } }, 'A'],
	['one upstream on LINE', { a: { protection: 'dual' } }, null],
	['one upstream, the circuit not known', { a: { protection: 'dual', feedsLoad: true }, unknown: true }, null],
	['its box-mate, on whose LOAD it hangs', { mate: { protection: 'gfci', feedsLoad: true } }, 'B'],
	['its box-mate, on LINE', { mate: { protection: 'gfci' } }, null]
];
for (const [why, { a = {}, b = {}, unknown, mate }, want] of sources)
	test(`GFCI is given by: ${why}`, () => {
		const made = box('b', {}, b);
		const second = mate ? [{ ...(made.devices[0] as Device), id: 'mate', protection: 'none' as const, ...mate }] : [];
		const full = { ...made, devices: [...made.devices, ...second] };
		const j = job({ boxes: [box('a', {}, a), full], cables: unknown ? [] : [cable('p', 'a', 10), cable('a', 'b', 10)] });
		const at = { box: full, device: full.devices[0] as Device, circuit: unknown ? undefined : j.circuits[0] };
		const standing = standingOf({ edition: editions['2023'], job: j }, at, []);
		assert.deepEqual([standing.gfci?.name ?? null, standing.circuitKnown], [want, !unknown]);
	});
test('a yoke on two circuits is protected where both are', () => {
	const on = (one: Circuit['breaker'], two: Circuit['breaker']) => {
		const circuits = [circuit({ breaker: one }), circuit({ id: 'c2', breaker: two })];
		const j = job({
			circuits,
			boxes: [box('a', {}, { yoke: 'split' })],
			cables: [cable('p', 'a', 10), cable('p', 'a', 10, { id: 'l2', circuitId: 'c2' })]
		});
		const b = j.boxes[0] as Box;
		return (
			standingOf({ edition: editions['2023'], job: j }, { box: b, device: b.devices[0] as Device, circuit: j.circuits[0] }, [])
				.gfci?.name ?? null
		);
	};
	assert.deepEqual([on('gfci', 'gfci'), on('gfci', 'none'), on('none', 'dual')], ['the breaker in space 1', null, null]);
});

// AFCI at an outlet counts only where it stands lawfully.
interface Home {
	homeRun?: Circuit['homeRun'];
	wire?: Partial<Cable>;
	state?: Circuit['state'];
	at?: 'a' | 'b';
	old?: boolean;
}
function withAfci({ homeRun, wire = {}, state = 'planned', at = 'a', old: replaced = false }: Home): Job {
	const found = replaced ? ({ state: 'found', ground: 'present', groundProof: 'path-reading' } as const) : ({} as const);
	const d = (id: string) => ({
		state: 'planned' as const,
		...(id === at ? { protection: 'afci' as const, feedsLoad: true } : {})
	});
	return job({
		circuits: [circuit({ state, homeRun })],
		boxes: [box('a', found, d('a')), box('b', found, d('b'))],
		cables: [cable('p', 'a', 40, wire), cable('a', 'b', 10)]
	});
}
const afciAt: [why: string, home: Home, missing: string[]][] = [
	['a plain home run', {}, ['a', 'b']],
	['a listed combination of 70 ft of 12 AWG', { homeRun: 'listed-combination', wire: { lengthFt: 70 } }, []],
	['of 70.1 ft', { homeRun: 'listed-combination', wire: { lengthFt: 70.1 } }, ['a', 'b']],
	['of 50 ft of 14 AWG', { homeRun: 'listed-combination', wire: { lengthFt: 50, awg: '14' } }, []],
	['of 50.1 ft of 14 AWG', { homeRun: 'listed-combination', wire: { lengthFt: 50.1, awg: '14' } }, ['a', 'b']],
	['of a length that is not known', { homeRun: 'listed-combination', wire: { lengthFt: null } }, ['a', 'b']],
	['in metal raceway', { homeRun: 'metal-raceway', wire: { kind: 'THHN' } }, []],
	['said to be in metal, in sheathed cable', { homeRun: 'metal-raceway' }, ['a', 'b']],
	['behind a branch/feeder breaker', { homeRun: 'branch-feeder-breaker' }, []],
	['the same, at the second box', { homeRun: 'branch-feeder-breaker', at: 'b' }, ['a', 'b']],
	['an old circuit that is extended, at its first receptacle', { state: 'found' }, []],
	['an old circuit that is extended, at its second', { state: 'found', at: 'b' }, ['a', 'b']],
	['receptacles that are replaced: at the first', { old: true }, []],
	['receptacles that are replaced: at the second, which it is for', { old: true, at: 'b' }, ['a']]
];
for (const key of ['2017', '2020', '2023'] as EditionKey[])
	for (const [why, home, want] of afciAt)
		test(`an outlet AFCI, ${key}: ${why}: ${want.length ? `none at ${want.join(', ')}` : 'protects'}`, () => {
			const j = { ...withAfci(home), edition: key };
			const missing = protect(j).filter((f) => f.id.startsWith('afci:') && f.severity === 'violation');
			assert.deepEqual(
				missing.map((f) => f.subject.id),
				want
			);
			assert.ok(missing.every((f) => /^210\.12\([ABDE]\)$|^406\.4\(D\)\(4\)$/.test(f.rule.section)));
		});
test('where an AFCI device stands and does not count, the finding says so and why', () => {
	const message = (home: Home) => protect(withAfci(home)).find((f) => f.id.startsWith('afci:'))?.message ?? '';
	assert.match(message({}), /The AFCI device at A doesn't count here/);
	assert.match(message({ homeRun: 'listed-combination', wire: { lengthFt: null } }), /the length of this home run is not known/);
});

// Wiring of an old circuit run anew.
const rewired: [why: string, feet: (number | null)[], change: Partial<Circuit>, want: string | null][] = [
	['6 ft', [6], {}, null],
	['6 ft through arithmetic', [0.1 + 0.2, 5.7], {}, null],
	['6.1 ft', [6.1], {}, 'violation'],
	['two pieces of 4 ft', [4, 4], {}, 'violation'],
	['not measured', [null], {}, 'caution'],
	['10 ft behind an AFCI breaker', [10], { breaker: 'afci' }, null],
	['10 ft behind a dual-function breaker', [10], { breaker: 'dual' }, null],
	['10 ft behind a GFCI breaker', [10], { breaker: 'gfci' }, 'violation'],
	['10 ft of a new circuit: told at its outlets', [10], { state: 'planned' }, null],
	['10 ft of a 30 A circuit', [10], { breakerA: 30 }, null]
];
for (const key of EDITIONS)
	for (const [why, feet, change, want] of rewired)
		test(`wiring run anew without a new outlet, ${key}: ${why}: ${want ?? 'nothing'}`, () => {
			const ids = ['a', 'b'].slice(0, feet.length);
			const j = job({
				edition: key,
				circuits: [circuit({ state: 'found', ...change })],
				boxes: ids.map((id) => box(id, { state: 'found', groundProof: 'wiring-method' }, { state: 'found' })),
				cables: ids.map((id, i) => cable(i ? 'a' : 'p', id, feet[i] ?? null, { state: 'planned' }))
			});
			const found = protect(j).filter((f) => f.id.startsWith('rewired'));
			assert.deepEqual(
				found.map((f) => [f.severity, f.rule.section]),
				want ? [[want, key === '2023' ? '210.12(E)' : '210.12(D)']] : []
			);
		});
test('wiring run anew in a garage, or let off by an amendment, asks for nothing; at the first receptacle a device will do', () => {
	const of = (more: Partial<Job>, device: Partial<Device> = {}) =>
		protect(
			job({
				circuits: [circuit({ state: 'found' })],
				boxes: [box('a', { state: 'found', groundProof: 'wiring-method' }, { state: 'found', ...device })],
				cables: [cable('p', 'a', 20, { state: 'planned' })],
				...more
			})
		).filter((f) => f.id.startsWith('rewired')).length;
	const garage: Room = { ...den, kind: 'garage' };
	const off = (section: string) => ({ amendments: [{ id: 'x', section, change: 'off' as const, reference: 'Ord. 1' }] });
	assert.deepEqual(
		[of({}), of({ rooms: [garage] }), of(off('210.12')), of(off('210.12(E)')), of({}, { protection: 'afci', feedsLoad: true })],
		[1, 0, 0, 0, 0]
	);
});

test('a single-pole breaker that watches a shared neutral: GFCI, AFCI and dual function alike; a plain one, or two-pole, is none', () => {
	const found = (breaker: Circuit['breaker'], opens: 'handle-tie' | 'two-pole' | 'each') => {
		const j = job({
			circuits: [
				circuit({ breaker, multiwire: { withId: 'c2', opens } }),
				circuit({ id: 'c2', space: 3, multiwire: { withId: 'c1', opens } })
			]
		});
		return protect(j).filter((f) => f.id.startsWith('neutral-watch')).length;
	};
	assert.deepEqual(
		(['none', 'gfci', 'afci', 'dual'] as const).map((b) => found(b, 'handle-tie')),
		[0, 1, 1, 1]
	);
	assert.deepEqual([found('afci', 'each'), found('afci', 'two-pole')], [1, 0]);
});

test('ready access: a device out of reach is told; what is protected upstream needs nothing', () => {
	const bath: Room = { ...den, kind: 'bathroom' };
	const found = (b: Partial<Device>, a: Partial<Device> = {}) =>
		protect(
			job({
				rooms: [bath],
				boxes: [box('a', {}, { protection: 'gfci', feedsLoad: true, ...a }), box('b', { readilyAccessible: false }, b)],
				cables: [cable('p', 'a', 10), cable('a', 'b', 10)]
			})
		)
			.filter((f) => f.subject.id === 'b')
			.map((f) => f.id.split(':')[0]);
	assert.deepEqual(found({}), []);
	assert.deepEqual(found({ protection: 'gfci' }), ['access']);
	assert.deepEqual(found({}, { feedsLoad: false }), ['gfci']);
	assert.deepEqual(found({ protection: 'afci' }), ['access']);
	const severity = (state: 'planned' | 'found') =>
		protect(
			job({ boxes: [box('b', { readilyAccessible: false }, { protection: 'gfci', state })], cables: [cable('p', 'b', 10)] })
		).find((f) => f.id.startsWith('access'))?.severity;
	assert.deepEqual([severity('planned'), severity('found')], ['violation', 'caution']);
});
test('a box without a place in a room with a sink: how far is not known, and that is said', () => {
	const sink = { id: 's', kind: 'sink' as const, name: 'sink', x: 10, y: 10, widthIn: 20, depthIn: 20 };
	const found = (more: Partial<Box>, room: Partial<Room> = {}) =>
		protect(job({ rooms: [{ ...den, fixtures: [sink], ...room }], boxes: [box('a', more)], cables: [] }))
			.filter((f) => f.id.startsWith('distance-unknown'))
			.map((f) => `${f.severity} ${f.rule.section}`);
	assert.deepEqual(found({}), ['caution 210.8(A)(8)']);
	assert.deepEqual(found({ place: { kind: 'point', x: 140, y: 110 } }), []);
	assert.deepEqual(found({}, { fixtures: [] }), []);
	assert.deepEqual(found({}, { fixtures: [{ ...sink, kind: 'tub' }] }), ['caution 210.8(A)(10)']);
	// In a kitchen of 2023 every receptacle is asked for anyway.
	assert.deepEqual(found({}, { kind: 'kitchen' }), []);
});
test('equipment that wants a real ground is told of where there is none; a lamp is not', () => {
	const told = (serves: Device['serves'], ground: Partial<Box> = {}, kind: Room['kind'] = 'den') => {
		const j = old({ b: ground, db: { ...THREE, protection: 'gfci', serves } }, { rooms: [{ ...den, kind }] });
		return about(j, 'b', /^250\.114$/);
	};
	for (const serves of [
		'refrigerator',
		'freezer',
		'air-conditioner',
		'washer',
		'dryer',
		'dishwasher',
		'disposer',
		'range',
		'computer',
		'sump-pump',
		'aquarium',
		'hand-tools'
	] as const)
		assert.deepEqual(told(serves), ['caution 250.114'], serves);
	assert.deepEqual([told(null), told('microwave'), told('ev')], [[], [], []]);
	assert.deepEqual(told(null, {}, 'laundry'), ['caution 250.114']);
	assert.deepEqual(told('washer', { ground: 'present', groundProof: 'path-reading' }), []);
});
test('a counter receptacle is one by where it stands, marked or not', () => {
	const kitchen: Room = { ...den, kind: 'kitchen', counters: [{ id: 'k', wall: 2, from: 0, to: 144, depthIn: 25 }] };
	const asks = (heightIn: number, wall: number, more: Partial<Device> = {}) => {
		const j = job({
			edition: '2017',
			rooms: [kitchen],
			boxes: [box('a', { place: { kind: 'wall', wall, at: 60 }, heightIn }, more)],
			cables: [cable('p', 'a', 10)]
		});
		return protect(j).some((f) => f.id.startsWith('gfci:') && f.rule.section === '210.8(A)(6)');
	};
	assert.deepEqual([asks(44, 2), asks(16, 2), asks(44, 1), asks(44, 2, { serves: 'refrigerator' })], [true, false, false, false]);
});

test('replacing in a grounded box: here, before it or at the breaker, by what each adds', () => {
	const bath: Room = { ...den, kind: 'bathroom' };
	const grounded = SEEN_WIRE;
	const j = old(
		{ a: grounded, b: grounded, da: { slots: 'grounding' }, db: { slots: 'grounding' } },
		{ rooms: [bath], cables: [cable('p', 'a', 30, { state: 'found' }), cable('a', 'b', 10, { state: 'found' })] }
	);
	const b = j.boxes[1] as Box;
	const choices = (k: Job) =>
		replaceAdvice({ edition: editions['2023'], job: k }, { box: b, device: b.devices[0] as Device }, [])?.choices.map((c) => [
			c.id,
			c.price,
			c.labels.length
		]);
	assert.deepEqual(choices(j), [
		['grounding', 22, 0],
		['gfci-upstream', 25, 0],
		['gfci-breaker', 58, 0]
	]);
	// What stands upstream already is not bought again, and nothing more is asked.
	const head = produce(j, editDevice('a', 'a-d1', { protection: 'gfci', feedsLoad: true }));
	assert.deepEqual(choices(head), [['grounding', 3, 0]]);
});
test('two slots behind a GFCI that stands are lawful where GFCI is required, and named; without one they are not offered', () => {
	const bath: Room = { ...den, kind: 'bathroom' };
	const offered = (da: Partial<Device>) => {
		const j = old({ da }, { rooms: [bath] });
		const b = j.boxes[1] as Box;
		return replaceAdvice({ edition: editions['2023'], job: j }, { box: b, device: b.devices[0] as Device }, [])?.choices.find(
			(c) => c.id === 'two-slot'
		)?.does;
	};
	assert.equal(offered({}), undefined);
	assert.match(offered({ protection: 'gfci', feedsLoad: true }) ?? '', /A protects it/);
});
test('a panel that lists no AFCI breaker: on an old circuit the device at its first receptacle is offered', () => {
	const panels: Panel[] = [{ ...(job().panels[0] as Panel), label: { types: [], forms: ['full-size', 'two-pole'] } }];
	const ways = (state: Circuit['state']) => {
		const j = job({
			panels,
			circuits: [circuit({ state })],
			boxes: [box('a'), box('b')],
			cables: [cable('p', 'a', 10), cable('a', 'b', 10)]
		});
		return placingWays({ edition: editions['2023'], job: j }, j.circuits[0] as Circuit).ways[0]?.devices;
	};
	assert.deepEqual(ways('found'), [{ boxId: 'a', protection: 'afci', feedsLoad: true }]);
	assert.equal(ways('planned'), undefined);
});
test('the reason of an edition stands beside its own result', () => {
	const kitchen: Room = { ...den, kind: 'kitchen' };
	const j = job({ rooms: [kitchen], boxes: [box('a')], cables: [cable('p', 'a', 10)] });
	const of2017 = assess(j).stages.protect.decisions.find((d) => d.id === 'protect:a-d1')?.alternatives[0];
	assert.equal(of2017?.value, '2017: AFCI');
	assert.match(of2017.why, /^AFCI: a 120 V, 15 A outlet or device in a kitchen$/);
});
