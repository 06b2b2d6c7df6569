import assert from 'node:assert/strict';
import { test } from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { applyFix } from '../../src/core/edit/fix';
import type { Job } from '../../src/core/model/known';
import type { Finding } from '../../src/core/model/result';
import { houseAtRandom } from '../../scripts/moved/houses';
import { box, cable, job } from './small-job';
import { ALL } from './few';

/** What Hekto offers as a way out leaves no more violations than before, none that was not there, and not the one it was offered for. */
const all = (of: ReturnType<typeof assess>): Finding[] => Object.values(of.stages).flatMap((s) => s.findings);
const violations = (of: ReturnType<typeof assess>): Finding[] => all(of).filter((f) => f.severity === 'violation');

const HOUSES = ALL ? 300 : 8;
test(`every fix that is offered over ${HOUSES} random houses brings no violation, and clears its own`, () => {
	let tried = 0;
	for (let seed = 1; seed <= HOUSES; seed++) {
		const { job: of, readings, events } = houseAtRandom(seed, 25);
		const before = assess(of, readings, events);
		const had = new Set(violations(before).map((f) => f.id));
		const kinds = new Set<string>();
		for (const f of all(before)) {
			if (!f.fix || kinds.has(`${f.code} ${f.fix.kind}`)) continue;
			kinds.add(`${f.code} ${f.fix.kind}`);
			let n = 0;
			const after = violations(
				assess(
					produce(
						of,
						applyFix(f.fix, () => `fix-${++n}`)
					),
					readings,
					events
				)
			);
			tried += 1;
			const tells = `house ${seed}, ${f.message} by "${f.fix.label}"`;
			assert.deepEqual(
				after.filter((x) => !had.has(x.id)).map((x) => x.message),
				[],
				tells
			);
			assert.ok(after.length <= had.size && !(f.severity === 'violation' && after.some((x) => x.id === f.id)), tells);
		}
	}
	assert.ok(tried > HOUSES, `${tried} fixes were tried`);
});

test('what is added to an old house does not make a new one of it: what is missing elsewhere stays advice', () => {
	const old: Job = job({
		boxes: [box('a', { state: 'found' }, { state: 'found' })],
		cables: [cable('p', 'a', 20, { state: 'found' })]
	});
	const added = { ...old, boxes: [...old.boxes, box('b')] };
	const fresh = job({ boxes: [box('a'), box('b')] });
	const missing = (of: Job) => new Set(assess(of).stages.layout.findings.map((f) => f.severity));
	assert.deepEqual([[...missing(old)], [...missing(added)]], [['advice'], ['advice']]);
	assert.ok(missing(fresh).has('violation'), 'its new twin is held to all of it');
});
test('a GFCI that is offered for an old receptacle comes with what is asked of its type', () => {
	const of = job({
		boxes: [box('a', { state: 'found', roomId: 'den' }, { state: 'found', slots: 'grounding', tamperResistant: false })],
		cables: [cable('p', 'a', 20, { state: 'found' })]
	});
	const bath: Job = { ...of, rooms: of.rooms.map((r) => ({ ...r, kind: 'bathroom' as const })) };
	const fix = assess(bath).stages.protect.findings.find((f) => f.fix?.kind === 'protect-device')?.fix;
	assert.ok(fix?.kind === 'protect-device');
	assert.deepEqual(fix.type, { tamperResistant: true, weatherResistant: false });
	const put = produce(
		bath,
		applyFix(fix, () => 'x')
	).boxes[0]?.devices[0];
	assert.deepEqual([put?.protection, put?.tamperResistant, put?.state], ['gfci', true, 'planned']);
});
