import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { multiwireOf } from '../../src/core/circuits/articles/210-4-multiwire';
import { runOf } from '../../src/core/run/runs';
import { editions } from '../../src/core/code/editions';
import { quillback } from '../../src/core/demo/quillback';
import { applyFix } from '../../src/core/edit/fix';
import type { Command } from '../../src/core/edit/command';
import { pairCircuits } from '../../src/core/edit/circuits';
import type { Circuit, Job, Cable } from '../../src/core/model/known';
import type { Finding } from '../../src/core/model/result';

/** What goes wrong in practice, made on purpose in the demo house: each is named with its section, and its fix clears it. */
const { job: demo } = quillback();
const byName = (name: string) => demo.boxes.find((b) => b.name === name)?.id ?? '';
const byNumber = (job: Job, number: number): Circuit => {
	const found = job.circuits.find((c) => c.id === `c${number}`);
	assert.ok(found, `circuit ${number}`);
	return found;
};
const circuitFindings = (job: Job): Finding[] => assess(job).stages.circuit.findings;
/** Findings that the change brought. */
function brought(change: Command): { before: Job; found: Finding[] } {
	const had = new Set(circuitFindings(demo).map((f) => f.id));
	const before = produce(demo, change);
	return { before, found: circuitFindings(before).filter((f) => !had.has(f.id)) };
}
function fixed(job: Job, finding: Finding): Job {
	assert.ok(finding.fix, `${finding.id} has a fix`);
	let n = 0;
	return produce(
		job,
		applyFix(finding.fix, () => `fix-${++n}`)
	);
}
const cable = (circuitId: string, fromId: string, toId: string, more: Partial<Cable> = {}): Cable => ({
	id: `made-${toId}`,
	circuitId,
	fromId,
	toId,
	kind: 'NM-B',
	awg: '12',
	metal: 'Cu',
	conductors: 2,
	ground: true,
	lengthFt: 20,
	state: 'planned',
	...more
});

test('the kitchen circuit that wanders off to another room: L-05 on circuit 3, 210.52(B)(2); it goes to circuit 13', () => {
	const found = circuitFindings(demo).find((f) => f.id.startsWith('feeds:') && f.subject.id === byName('L-05'));
	assert.ok(found);
	assert.equal(found.rule.section, '210.52(B)(2)');
	assert.match(found.message, /L-05 in Living is on space 5, a small appliance circuit/);
	const after = fixed(demo, found);
	assert.ok(!circuitFindings(after).some((f) => f.id === found.id));
	assert.equal(after.cables.find((l) => l.toId === byName('L-05'))?.circuitId, byNumber(demo, 13).id);
});

test('the third kitchen circuit treated as free: 210.52(B)(1), and counted it adds 1500 VA', () => {
	const third = byNumber(demo, 3).id;
	const { before, found } = brought((draft) => {
		const c = draft.circuits.find((x) => x.id === third);
		if (c) c.kind = 'general';
		// Without the living room's box it feeds nothing but kitchen-type rooms.
		draft.cables = draft.cables.filter((l) => l.toId !== byName('L-05'));
	});
	const kitchen = found.find((f) => f.rule.section === '210.52(B)(1)');
	assert.ok(kitchen);
	assert.match(kitchen.message, /is on space 5, a general circuit/);
	const after = fixed(before, kitchen);
	assert.equal(byNumber(after, 3).kind, 'small-appliance');
	assert.ok(!circuitFindings(after).some((f) => f.rule.section === '210.52(B)(1)'));
});

test('ordinary receptacles carried on from a larger circuit: 210.21(B)(3), and they move to an ordinary one', () => {
	const dryer = byNumber(demo, 8).id;
	const { before, found } = brought((draft) => {
		const from = byName('LA-03');
		draft.cables = draft.cables.filter((l) => l.toId !== byName('LA-02'));
		draft.cables.push(cable(dryer, from, byName('LA-02'), { awg: '10' }));
	});
	const rating = found.find((f) => f.rule.section === '210.21(B)(3)' && f.subject.id === byName('LA-02'));
	assert.ok(rating);
	assert.match(rating.message, /20 A receptacle on a 30 A circuit/);
	const after = fixed(before, rating);
	assert.equal(after.cables.find((l) => l.toId === byName('LA-02'))?.circuitId, byNumber(demo, 7).id);
	assert.ok(!circuitFindings(after).some((f) => f.id === rating.id));
});

test('an appliance wired by guess: its nameplate is asked for, 110.3(B), and a generic one to begin with is offered', () => {
	const microwave = byNumber(demo, 5).id;
	const { before, found } = brought((draft) => {
		const c = draft.circuits.find((x) => x.id === microwave);
		if (c) c.load = null;
	});
	const guess = found.find((f) => f.id === `nameplate:${microwave}`);
	assert.ok(guess);
	assert.equal(guess.rule.section, '110.3(B)');
	const after = fixed(before, guess);
	assert.equal(byNumber(after, 5).load?.watts, 1500);
	assert.ok(!circuitFindings(after).some((f) => f.id === guess.id));
});

test('6 AWG NM-B for a 60 A continuous duty: 55 A by its 60 column, and the fix makes it 4 AWG', () => {
	const kiln = byNumber(demo, 20).id;
	const { before, found } = brought((draft) => {
		const c = draft.circuits.find((x) => x.id === kiln);
		if (c) {
			c.load = {
				kind: 'ev',
				name: 'vehicle charger',
				watts: 11_520,
				amps: null,
				volts: 240,
				continuous: true,
				mca: null,
				mocp: null
			};
			c.breakerA = 60;
		}
		for (const l of draft.cables) if (l.circuitId === kiln) Object.assign(l, { awg: '6', state: 'planned' });
	});
	const wire = found.find((f) => f.id.startsWith('wire-load:'));
	assert.ok(wire);
	assert.deepEqual([wire.have, wire.need, wire.rule.section], [55, 60, '310.16']);
	const after = fixed(before, wire);
	assert.equal(after.cables.find((l) => l.circuitId === kiln)?.awg, '4');
	assert.ok(!circuitFindings(after).some((f) => f.subject.id === kiln && f.severity === 'violation'));
});

test('drop figured at 240 V for a 120 V load: found by 210.6, and reckoned at its own voltage meanwhile', () => {
	const dishwasher = byNumber(demo, 4).id;
	const at = (job: Job) => assess(job).stages.circuit.decisions.find((d) => d.id.startsWith(`drop:${dishwasher}`))?.value;
	const { before, found } = brought((draft) => {
		const c = draft.circuits.find((x) => x.id === dishwasher);
		if (c?.load) c.load.volts = 240;
	});
	const volts = found.find((f) => f.id === `volts:${dishwasher}`);
	assert.ok(volts);
	assert.equal(volts.rule.section, '210.6');
	assert.equal(at(before), at(demo));
	const after = fixed(before, volts);
	assert.equal(byNumber(after, 4).load?.volts, 120);
	assert.ok(!circuitFindings(after).some((f) => f.id === volts.id));
});

test('a lawful multiwire circuit: nothing found, and a page that shows each point with its section', () => {
	const [a, b] = [byNumber(demo, 12).id, byNumber(demo, 13).id];
	const paired = produce(demo, (draft) => {
		pairCircuits(a, b, 'two-pole')(draft);
		for (const box of draft.boxes) for (const d of box.devices) if (d.kind === 'receptacle') d.neutral = 'spliced';
	});
	// Paired by word alone: each still has a cable of its own.
	const [apart, ...others] = multiwireOf(editions[demo.edition], paired, byNumber(paired, 12))?.findings ?? [];
	assert.ok(apart);
	assert.deepEqual([apart.rule.section, others], ['210.4(D)', []]);
	const lawful = fixed(paired, apart);
	const m = multiwireOf(editions[demo.edition], lawful, byNumber(lawful, 12));
	assert.ok(m);
	assert.deepEqual(m.findings, []);
	const sections = m.points.map((p) => p.rule?.section);
	for (const section of ['210.4(A)', '210.4(B)', '210.4(C)', '210.4(D)', '300.13(B)'])
		assert.ok(sections.includes(section), section);
	assert.equal(assess(lawful).stages.circuit.decisions.find((d) => d.id === `multiwire:${a}`)?.value, 'multiwire, as required');
	// One three-wire cable to the first box, and every box still hangs on its circuit.
	const home = lawful.cables.filter((l) => l.fromId === byNumber(demo, 12).panelId && [a, b].includes(l.circuitId));
	assert.deepEqual(
		home.map((l) => [l.conductors, l.toId]),
		[
			[3, home[0]?.toId],
			[3, home[0]?.toId]
		]
	);
	assert.equal(runOf(lawful, byNumber(lawful, 13)).nodes.length, runOf(demo, byNumber(demo, 13)).nodes.length + 1);
});
