import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { editions } from '../../src/core/code/editions';
import { marrowStreet } from '../../src/core/demo/marrow-street';
import { applyFix } from '../../src/core/edit/fix';
import { faceLabels } from '../../src/core/handover/labels';
import type { Circuit, Device, Job, Cable } from '../../src/core/model/known';
import { replaceable, replacePlans, type ReplacePlan, type Scope } from '../../src/core/protection/articles/406-4-d-replace-all';
import { pricesOf } from '../../src/core/protection/placing-case';
import { box, circuit, job, cable, SEEN_WIRE, putInAllAt } from './small-job';

const e = editions['2023'];
const RUN: Scope = { circuitId: 'c1' };
const prices = pricesOf(job());
const bare: Partial<Cable> = { state: 'found', ground: false, kind: 'two-wire' };
const old = (id: string, more: object = {}) =>
	box(id, { state: 'found', ground: 'none', ...more }, { state: 'found', slots: 'two-slot' });
/** Three old two-slot receptacles in a row. */
const run = (more: Partial<Job> = {}, c: Partial<Circuit> = {}): Job =>
	job({
		boxes: [old('a'), old('b'), old('c')],
		circuits: [circuit({ state: 'found', ...c })],
		cables: [cable('p', 'a', 40, bare), cable('a', 'b', 12, bare), cable('b', 'c', 10, bare)],
		...more
	});
const plansOf = (j: Job, scope = RUN) => replacePlans({ edition: e, job: j }, scope, []);
const plan = (j: Job, id: ReplacePlan['id']) => plansOf(j).find((p) => p.id === id);
const applied = (j: Job, p: ReplacePlan | undefined): Job => {
	assert.ok(p);
	return produce(
		j,
		applyFix(p.fix, () => 'n')
	);
};
const faces = (j: Job) => j.boxes.map((b) => `${b.devices[0]?.slots} ${b.devices[0]?.protection} ${b.devices[0]?.state}`);

test('a den of three: the plans by what they add, what they share paid for once', () => {
	const j = run();
	const { device, breaker } = prices;
	// A den asks for AFCI with a replacement: what protects is dual.
	assert.deepEqual(
		plansOf(j).map((p) => [p.id, p.price, p.boxes, p.without]),
		[
			['two-slot', 3 * device.none, ['A', 'B', 'C'], []],
			['first-box', device.dual + 2 * device.none, ['A', 'B', 'C'], []],
			['breaker', breaker.dual + 3 * device.none, ['A', 'B', 'C'], []],
			['each', 3 * device.dual, ['A', 'B', 'C'], []]
		].sort((a, b) => Number(a[1]) - Number(b[1]))
	);
});
test('one device at the first box: it alone protects, all have three slots, each its labels, no finding is left of the faces', () => {
	const j = applied(run(), plan(run(), 'first-box'));
	assert.deepEqual(faces(j), ['grounding dual planned', 'grounding none planned', 'grounding none planned']);
	assert.equal(j.boxes[0]?.devices[0]?.feedsLoad, true);
	const texts = faceLabels(e, j).map((l) => `${l.boxName} ${l.text}`);
	assert.deepEqual(texts.filter((t) => t.startsWith('C')).length, 2);
	const faults = assess(j).stages.protect.findings.filter((f) => f.severity === 'violation');
	assert.deepEqual(
		faults.map((f) => f.id),
		[]
	);
});
test('at the breaker, at each, two slots again', () => {
	const j = run();
	const atBreaker = applied(j, plan(j, 'breaker'));
	assert.deepEqual(
		[atBreaker.circuits[0]?.breaker, atBreaker.circuits[0]?.plannedBreaker, ...faces(atBreaker)],
		['none', 'dual', ...Array<string>(3).fill('grounding none planned')]
	);
	assert.deepEqual(faces(applied(j, plan(j, 'each'))), Array<string>(3).fill('grounding dual planned'));
	assert.deepEqual(faces(applied(j, plan(j, 'two-slot'))), Array<string>(3).fill('two-slot none planned'));
});
test('a plan says where it does not reach, and is none where it serves one box only', () => {
	// One that cannot be reached holds no device of its own.
	const hidden = run({ boxes: [old('a'), old('b'), old('c', { readilyAccessible: false })] });
	assert.deepEqual([plan(hidden, 'each')?.boxes, plan(hidden, 'each')?.without], [['A', 'B'], ['C']]);
	const fuses = run({}, { opener: 'plug-fuse' });
	assert.equal(plan(fuses, 'breaker'), undefined);
	assert.deepEqual(plansOf(run({ boxes: [old('a')], cables: [cable('p', 'a', 40, bare)] })), []);
	// A bathroom asks for a GFCI: two slots again is no answer.
	const bath = run({ rooms: job().rooms.map((r) => ({ ...r, kind: 'bathroom' as const })) });
	assert.equal(plan(bath, 'two-slot'), undefined);
});
test('a box with a ground of its own keeps to it in every plan', () => {
	const mixed = run({ boxes: [old('a'), old('b'), old('c', SEEN_WIRE)] });
	const own = applied(mixed, plan(mixed, 'breaker'));
	assert.equal(own.boxes[2]?.devices[0]?.slots, 'grounding');
	assert.ok(!faceLabels(e, own).some((l) => l.boxName === 'C' && /ground/i.test(l.text)));
});
test('the scope: existing 120 V receptacles of a room or of a circuit', () => {
	const j = run({ boxes: [old('a'), old('b', { roomId: null }), box('c')] });
	const names = (scope: Scope) => replaceable({ job: j }, scope).map(({ box: b }) => b.name);
	assert.deepEqual([names(RUN), names({ roomId: 'den' }), names({ roomId: 'none' })], [['A', 'B'], ['A'], []]);
});
test('what was planned together is installed together, and nothing else', () => {
	const j = applied(run(), plan(run(), 'first-box'));
	const done = produce(j, putInAllAt(['a', 'b', 'c'], '2026-10-12T09:00:00.000Z', 'T'));
	assert.deepEqual(
		done.boxes.map((b) => `${b.devices[0]?.state} ${b.devices[0]?.installed} ${b.devices[0]?.installedBy}`),
		Array<string>(3).fill('built 2026-10-12 T')
	);
	const one = produce(run(), (d) => void Object.assign(d.boxes[1]?.devices[0] ?? {}, { state: 'planned' }));
	assert.deepEqual(
		produce(one, putInAllAt(['a', 'b', 'c'], '2026-10-12T09:00:00.000Z', '')).boxes.map((b) => b.devices[0]?.state),
		['found', 'built', 'found']
	);
	assert.throws(() => produce(run(), putInAllAt(['a'], '2026-10-12T09:00:00.000Z', '')), /Nothing is planned/);
});
test('the old house: every room and circuit of it, each plan lawful where it is used', () => {
	const { job: marrow, readings } = marrowStreet();
	const ruled = { edition: editions[marrow.edition], job: marrow };
	const scopes: Scope[] = [...marrow.rooms.map((r) => ({ roomId: r.id })), ...marrow.circuits.map((c) => ({ circuitId: c.id }))];
	const all = scopes.flatMap((scope) => replacePlans(ruled, scope, readings));
	assert.ok(all.length > 4, `${all.length} plans`);
	const bad = (j: Job) =>
		assess(j, readings)
			.stages.protect.findings.filter((f) => f.severity === 'violation')
			.map((f) => f.id);
	const before = new Set(bad(marrow));
	for (const p of all) {
		const made = produce(
			marrow,
			applyFix(p.fix, () => 'n')
		);
		// A label that says so goes on when it is installed; nothing else may be wrong that was not before.
		assert.deepEqual(
			bad(made).filter((id) => !before.has(id)),
			[],
			`${p.title}: ${p.boxes.join()}`
		);
	}
});

test('a device that protects is replaced by one that protects: itself, and what follows it', async () => {
	const { replaceAdvice } = await import('../../src/core/protection/articles/406-4-d-replace-advice');
	const made = (
		room: 'bathroom' | 'den',
		protection: 'gfci' | 'dual' | 'none',
		feedsLoad: boolean,
		breaker: 'none' | 'gfci' = 'none'
	) => {
		const guard = box('a', { state: 'found', ...SEEN_WIRE }, { state: 'found', protection, feedsLoad });
		const j = run({ rooms: job().rooms.map((r) => ({ ...r, kind: room })), boxes: [guard, old('b')] }, { breaker });
		const advice = replaceAdvice({ edition: e, job: j }, { box: guard, device: guard.devices[0] as Device }, []);
		const fix = advice?.choices.find((c) => c.id === 'grounding')?.fix;
		return fix?.kind === 'edit-device' ? `${fix.change.protection} ${fix.change.feedsLoad}` : 'none';
	};
	assert.deepEqual(
		[
			made('bathroom', 'gfci', false),
			made('bathroom', 'none', false),
			made('bathroom', 'gfci', true, 'gfci'),
			// A den asks for none of its own; what follows is protected by this one.
			made('den', 'gfci', true),
			made('den', 'gfci', false),
			made('den', 'dual', true)
		],
		['gfci true', 'gfci true', 'gfci true', 'dual true', 'afci true', 'dual true']
	);
});
