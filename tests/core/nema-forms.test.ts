import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { asForm, formOf, NEMA, needsOfForm } from '../../src/core/code/nema-forms';
import { faceOf } from '../../src/core/formats/face-drawing';
import { NEMA_FORMS, type NemaKey } from '../../src/core/model/kinds';
import type { Device } from '../../src/core/model/job';
import { box, circuit, job, cable } from './small-job';

/** Each form by hand: volts, amps, its contacts (X, Y hots, W neutral, G ground), plugs that fit. */
const FORMS: Record<NemaKey, [volts: number, amps: number, contacts: string, accepts?: string]> = {
	'5-15': [120, 15, 'XWG'],
	'5-20': [120, 20, 'XWG', '5-15'],
	'6-15': [240, 15, 'XYG'],
	'6-20': [240, 20, 'XYG', '6-15'],
	'6-30': [240, 30, 'XYG'],
	'6-50': [240, 50, 'XYG'],
	'14-30': [240, 30, 'XYWG'],
	'14-50': [240, 50, 'XYWG'],
	'L5-20': [120, 20, 'XWG'],
	'L5-30': [120, 30, 'XWG'],
	'L6-20': [240, 20, 'XYG'],
	'L6-30': [240, 30, 'XYG'],
	'L14-20': [240, 20, 'XYWG'],
	'L14-30': [240, 30, 'XYWG'],
	'10-30': [240, 30, 'XYW'],
	'10-50': [240, 50, 'XYW']
};
for (const key of NEMA_FORMS)
	test(`form ${key}: figures, contacts, and a face that shows each of them once, apart, inside its rim`, () => {
		const [volts, amps, contacts, accepts = ''] = FORMS[key];
		const form = NEMA[key];
		assert.deepEqual([form.volts, form.amps, form.accepts.join()], [volts, amps, accepts]);
		const has = ['X', form.hots === 2 && 'Y', form.neutral && 'W', form.ground && 'G'].filter(Boolean).join('');
		assert.equal(has, contacts);
		assert.equal(form.locking, key.startsWith('L'));
		assert.equal(form.onlyFound, !form.ground);
		const face = faceOf(key);
		assert.equal([...'XYWG'].filter((c) => face.some((s) => s.contact === c)).join(''), contacts);
		assert.equal(face.length, contacts.length);
		for (const [i, a] of face.entries()) {
			assert.ok(Math.hypot(...a.at) <= 18, `${key} ${a.contact} stands on the rim`);
			for (const b of face.slice(i + 1))
				assert.ok(Math.hypot(a.at[0] - b.at[0], a.at[1] - b.at[1]) > 5, `${a.contact} on ${b.contact}`);
		}
	});
test('what a form needs, and which form a receptacle is where nobody said', () => {
	assert.equal(needsOfForm(NEMA['14-30']), 'two hots, a neutral and a ground');
	assert.equal(needsOfForm(NEMA['6-20']), 'two hots and a ground');
	assert.equal(needsOfForm(NEMA['10-30']), 'two hots and a neutral');
	const of = (d: Partial<Device>) => formOf({ volts: 120, amps: 15, receptacles: 2, ...d });
	assert.deepEqual([of({}), of({ amps: 20 }), of({ amps: 30 }), of({ volts: 240, amps: 20 })], ['5-15', '5-20', null, null]);
	assert.deepEqual([of({ form: 'L6-30' }), of({ receptacles: 0 })], ['L6-30', null]);
	assert.deepEqual(asForm('10-50'), { form: '10-50', volts: 240, amps: 50, slots: 'two-slot' });
});

type Row = [what: string, form: NemaKey | null, poles: 1 | 2, wires: [number, boolean], found: boolean, want: string[]];
const onCircuit: Row[] = [
	['5-15 on one pole', '5-15', 1, [2, true], false, []],
	['6-20 on one pole', '6-20', 1, [2, true], false, ['violation volts 406.4(F)']],
	['6-20 on two poles', '6-20', 2, [2, true], false, []],
	['6-20, no ground in its cable', '6-20', 2, [2, false], false, ['violation ground 406.4(C)']],
	['14-30 on a three-wire cable and ground', '14-30', 2, [3, true], false, []],
	['14-30 on a two-wire cable and ground', '14-30', 2, [2, true], false, ['violation neutral 110.3(B)']],
	['14-50 on two wires, no ground', '14-50', 2, [2, false], true, ['violation neutral 110.3(B)', 'violation ground 406.4(C)']],
	['5-15 between two hots', '5-15', 2, [2, true], false, ['violation volts 406.4(F)']],
	['5-15 on a two-pole circuit with a neutral', '5-15', 2, [3, true], false, []],
	['10-30 as found', '10-30', 2, [3, false], true, ['advice old 250.140']],
	['10-30 in new work', '10-30', 2, [3, true], false, ['violation old 250.140']],
	['240 V, form not read, on one pole', null, 1, [2, true], true, ['violation volts 406.4(F)']],
	['240 V, form not read, on two', null, 2, [2, false], true, []]
];
for (const [what, form, poles, [conductors, ground], found, want] of onCircuit)
	test(`form on its circuit: ${what}`, () => {
		const state = found ? 'found' : 'planned';
		const device = form ? asForm(form) : { volts: 240 as const, amps: 30 };
		const j = job({
			boxes: [box('a', { state }, { ...device, receptacles: 1, state })],
			circuits: [circuit({ poles, breakerA: device.amps })],
			cables: [cable('p', 'a', 20, { conductors, ground, state })]
		});
		const got = assess(j).stages.circuit.findings.filter((f) => f.code === 'form');
		assert.deepEqual(
			got.map((f) => `${f.severity} ${f.id.split(':')[1]} ${f.rule.section}`),
			want
		);
	});
test('a form on cables that were seen and are not drawn; a yoke of two circuits; conductors nobody counted', () => {
	const seen = (
		conductors: number | null,
		ground: boolean | null,
		form: NemaKey = '14-30',
		material: 'plastic' | 'metal' = 'plastic'
	) => {
		const cables = [{ id: 's', kind: null, awg: null, conductors, ground, note: '' }];
		const j = job({ boxes: [box('a', { ends: cables, material }, { ...asForm(form), receptacles: 1 })], cables: [] });
		return assess(j)
			.stages.walk.findings.filter((f) => f.code === 'seen-form')
			.map((f) => f.id.split(':')[2]);
	};
	assert.deepEqual(seen(2, false), ['neutral', 'ground']);
	assert.deepEqual([seen(3, true), seen(null, null), seen(2, true, '6-20'), seen(3, false, '14-30', 'metal')], [[], [], [], []]);
	// The ground of a metal box may be the box: of one that nobody looked at it is asked.
	const asked = (ground: boolean | null, material: 'plastic' | 'metal' | null) => {
		const cables = [{ id: 's', kind: null, awg: null, conductors: 3, ground, note: '' }];
		const j = job({ boxes: [box('a', { ends: cables, material }, { ...asForm('14-30'), receptacles: 1 })], cables: [] });
		return assess(j).stages.walk.findings.filter((f) => f.fact?.field === 'material').length;
	};
	assert.deepEqual([asked(false, null), asked(true, null), asked(null, null), asked(false, 'metal')], [1, 0, 0, 0]);
	const codes = (more: Partial<Device>, legMore: object) =>
		assess(
			job({
				boxes: [box('a', {}, { ...asForm('14-30'), ...more })],
				circuits: [circuit({ poles: more.yoke ? 1 : 2 })],
				cables: [cable('p', 'a', 20, legMore)]
			})
		)
			.stages.circuit.findings.filter((f) => f.code === 'form' || f.fact)
			.map((f) => f.fact?.field ?? f.code);
	assert.deepEqual(codes({ yoke: 'dual-voltage', ...asForm('6-20') }, {}), []);
	assert.ok(codes({}, { conductors: null }).includes('conductors'));
});
test('push-in: 14 AWG copper on 15 A, nothing else; a device that was measured goes before the usual depth', () => {
	const pushed = (legMore: object, breakerA = 15) =>
		assess(
			job({
				boxes: [box('a', {}, { connects: 'push-in' })],
				circuits: [circuit({ breakerA })],
				cables: [cable('p', 'a', 20, legMore)]
			})
		).stages.circuit.findings.filter((f) => f.code === 'push-in').length;
	assert.deepEqual(
		[pushed({ awg: '14' }), pushed({ awg: '12' }), pushed({ awg: '12', metal: 'Al' }), pushed({ awg: '14' }, 20)],
		[0, 1, 1, 1]
	);
	const depth = (deepIn: number) =>
		assess(job({ boxes: [box('a', { depthIn: 2 }, { deepIn })], cables: [cable('p', 'a', 10)] }))
			.stages.rough.findings.filter((f) => f.code === 'depth')
			.map((f) => f.need);
	// Over 1 7/8 in it needs a quarter more behind it.
	assert.deepEqual([depth(1.7), depth(1.875), depth(1.9)], [[], [], [2.15]]);
});
