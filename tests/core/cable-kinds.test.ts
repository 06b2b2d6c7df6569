import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { ampacityOf } from '../../src/core/code/310-15-ampacity';
import { editions } from '../../src/core/code/editions';
import { CABLE_MAKES, cablesFor } from '../../src/core/model/cable-kinds';
import { CABLES, RACEWAYS, type CableKind, type Lies, type Raceway } from '../../src/core/model/kinds';
import type { Box, Circuit, Job, Cable } from '../../src/core/model/known';
import { fillCaseOf } from '../../src/core/rough/boxes-fit';
import { cableName } from '../../src/core/rough/take-off';
import { groundOf } from '../../src/core/run/ground-at';
import { box, job, cable } from './small-job';

const e = editions['2023'];
const amps = (cable: CableKind, awg: '10' | '6') =>
	ampacityOf(e, { awg, metal: 'Cu', cable, ambientC: 30, currentCarrying: 2, terminalC: 75 })?.amps;
const last = (more: Partial<Cable>): Job =>
	job({ cables: [cable('p', 'a', 40), cable('a', 'b', 12), cable('b', 'c', 10, more)] });
const said = (j: Job, code: string) =>
	assess(j)
		.stages.circuit.findings.filter((f) => f.code === code)
		.map((f) => `${f.severity} ${f.rule.section}`)
		.join();
const lying = (cable: CableKind, lies: Lies, raceway?: Raceway) => said(last({ kind: cable, lies, raceway }), 'wet') || '-';

// kind, 10 AWG and 6 AWG copper on 75 °C terminals, inside, outdoors, in the ground. 10 AWG: 30 35 40, 6 AWG: 55 65 75.
const KINDS: [CableKind, number, number, string, string, string][] = [
	['NM-B', 30, 55, '-', 'violation 334.12', 'violation 300.5'],
	['NM', 30, 55, '-', 'violation 334.12', 'violation 300.5'],
	['UF-B', 30, 55, '-', '-', '-'],
	['MC', 35, 65, '-', 'caution 330.12', 'caution 330.12'],
	['AC', 30, 55, '-', 'violation 320.12', 'violation 300.5'],
	['old-AC', 30, 55, '-', 'violation 320.12', 'violation 300.5'],
	['SER', 30, 65, '-', '-', 'violation 300.5'],
	['SEU', 30, 65, '-', '-', 'violation 300.5'],
	['USE-2', 35, 65, 'caution 338.12(B)', '-', '-'],
	['THHN', 35, 65, '-', 'caution 300.9', 'caution 300.9'],
	['THWN-2', 35, 65, '-', '-', '-'],
	['XHHW-2', 35, 65, '-', '-', '-'],
	['TW', 30, 55, '-', '-', '-'],
	['two-wire', 30, 55, '-', 'violation 334.12', 'violation 300.5'],
	['knob-and-tube', 30, 55, '-', 'violation 394.12', 'violation 300.5']
];
test('every kind of cable: what it carries and where it may be', () => {
	assert.deepEqual(
		CABLES.map((c) => [
			c,
			amps(c, '10'),
			amps(c, '6'),
			...(['inside', 'outdoors', 'underground'] as const).map((l) => lying(c, l))
		]),
		CABLES.map((c) => KINDS.find(([k]) => k === c))
	);
});
test('a raceway outdoors or in the ground is not of plain flexible metal conduit', () => {
	for (const raceway of RACEWAYS)
		for (const lies of ['outdoors', 'underground'] as const)
			assert.equal(lying('THWN-2', lies, raceway), raceway === 'FMC' ? 'violation 348.12' : '-', raceway);
	assert.equal(lying('THWN-2', 'inside', 'FMC'), '-');
});

// kind, a ground wire or not, raceway -> the ground of the planned metal box behind it
const GROUNDS: [CableKind, boolean, Raceway | undefined, string][] = [
	['NM-B', true, undefined, 'seen'],
	['NM-B', false, undefined, 'none'],
	['AC', true, undefined, 'seen'],
	['old-AC', true, undefined, 'none'],
	['two-wire', true, undefined, 'none'],
	['knob-and-tube', true, undefined, 'none'],
	['THHN', true, 'PVC-40', 'seen'],
	['THHN', false, 'PVC-40', 'none'],
	['THHN', false, 'LFNC', 'none'],
	['THHN', false, 'RTRC', 'none'],
	['THHN', false, 'EMT', 'seen'],
	['THHN', false, 'RMC', 'seen'],
	['THHN', false, 'IMC', 'seen'],
	// Only up to 6 ft, which nobody says of it.
	['THHN', false, 'FMC', 'none'],
	['THHN', false, 'LFMC', 'none']
];
for (const [cable, ground, raceway, want] of GROUNDS)
	test(`ground through ${cable}${raceway ? ` in ${raceway}` : ''}, ${ground ? 'with' : 'without'} a ground wire: ${want}`, () => {
		const j = last({ kind: cable, ground, raceway });
		assert.equal(groundOf(j, inMetal(j), []).state, want);
	});
const inMetal = (j: Job): Box => ({ ...(j.boxes[2] as Box), material: 'metal' });
test('armor or a metal raceway alone grounds nothing in a plastic box (314.3); a wire does', () => {
	for (const [cable, ground, raceway, want] of [
		['THHN', false, 'EMT', 'none'],
		['THHN', true, 'EMT', 'seen'],
		['NM-B', true, undefined, 'seen']
	] as const) {
		const j = last({ kind: cable, ground, raceway });
		assert.equal(groundOf(j, j.boxes[2] as Box, []).state, want, `${cable} ${raceway}`);
	}
	const armored = last({ kind: 'AC', ground: false });
	assert.equal(groundOf(armored, armored.boxes[2] as Box, []).state, 'none');
	assert.equal(groundOf(armored, inMetal(armored), []).state, 'none', 'told without a ground, it has none');
});
test('a found box is without a ground by what its cable is', () => {
	for (const [cable, why] of [
		['knob-and-tube', 'It is wired by knob and tube, without a ground.'],
		['two-wire', 'Its cable is two-wire, without a ground.']
	] as const) {
		const j = {
			...last({ kind: cable, ground: false, state: 'found' }),
			boxes: [box('a'), box('b'), box('c', { state: 'found', ground: 'unknown' })]
		};
		assert.deepEqual(groundOf(j, j.boxes[2] as Box, []), { state: 'none', why, ask: null });
	}
});

test('knob and tube is told once, and nothing planned goes on from it', () => {
	const j = job({
		cables: [
			cable('p', 'a', 40, { state: 'found', kind: 'knob-and-tube', ground: false }),
			cable('a', 'b', 12),
			cable('b', 'c', 10)
		]
	});
	assert.equal(said(j, 'knob-and-tube'), 'caution 394.12');
	assert.equal(said(j, 'knob-and-tube-extended'), 'violation 394.10');
	assert.equal(said(job(), 'knob-and-tube'), '');
	const fresh = { ...j, cables: j.cables.map((l) => (l.id === 'a-b' ? { ...l, fromId: 'p' } : l)) };
	assert.equal(said(fresh, 'knob-and-tube-extended'), '', 'it is fed from the panel');
	const foundOn = { ...j, cables: j.cables.map((l) => ({ ...l, state: 'found' as const })) };
	assert.equal(said(foundOn, 'knob-and-tube-extended'), '', 'it was there');
});

test('arc-fault protection may begin at the first outlet only behind a raceway of metal', async () => {
	const { lawfulHomeRun } = await import('../../src/core/protection/articles/210-12-afci-outlet');
	const { runOf } = await import('../../src/core/run/runs');
	const lawful = (kind: CableKind, raceway?: Raceway) => {
		const j = job({ cables: [cable('p', 'a', 40, { kind, raceway })] });
		const c = { ...(j.circuits[0] as Circuit), homeRun: 'metal-raceway' as const };
		return lawfulHomeRun({ edition: e, job: { ...j, circuits: [c] } }, runOf({ ...j, circuits: [c] }, c), j.boxes[0] as Box);
	};
	assert.deepEqual(
		[lawful('THHN'), lawful('XHHW-2', 'EMT'), lawful('THHN', 'FMC'), lawful('THHN', 'PVC-40'), lawful('NM-B'), lawful('MC')],
		[true, true, true, false, false, false]
	);
});

test('armored cable brings its strip, which fills nothing; conductors in a raceway a ground of their own size', () => {
	const grounds = (more: Partial<Cable>) => {
		const j = { ...last({ awg: '8', ...more }), boxes: [box('a'), box('b'), box('c', { volumeCuIn: 30 })] };
		return fillCaseOf(e, j, j.boxes[2] as Box)
			?.conductors.filter((c) => c.role === 'ground')
			.map((c) => c.awg);
	};
	assert.deepEqual([grounds({ kind: 'NM-B' }), grounds({ kind: 'AC' }), grounds({ kind: 'THWN-2' })], [['10'], [], ['8']]);
});

test('old kinds are for what is found; a cable is named by its kind', () => {
	const old = CABLES.filter((c) => CABLE_MAKES[c].old);
	assert.deepEqual(old, ['two-wire', 'old-AC', 'NM', 'TW', 'knob-and-tube']);
	assert.deepEqual(cablesFor('found').length, CABLES.length);
	assert.deepEqual(
		cablesFor('planned').filter((c) => old.includes(c)),
		[]
	);
	assert.equal(
		cableName({ kind: 'knob-and-tube', awg: '14', metal: 'Cu', conductors: 2, ground: false }),
		'14-2 knob and tube, no ground'
	);
});
