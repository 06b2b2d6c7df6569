import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { assess, type JobAssessment } from '../../src/core/assess';
import { DEMOS } from '../../src/core/demo';
import type { Fact } from '../../src/core/model/known';
import type { Finding } from '../../src/core/model/result';
import { wrongWith } from '../../scripts/fuzz/everything';
import { factsOf, without } from './erased';
import { box, circuit, job, leg } from './small-job';

/** What nobody saw is not filled in: nothing is faulted for it, and what it held up is said. */
const RUNS = Number(process.env.ERASED_RUNS ?? 60);

const all = ({ stages }: JobAssessment): Finding[] => Object.values(stages).flatMap((s) => s.findings);
/** One shortfall of one thing, whatever its words say of figures that are not known. */
const keyOf = (f: Finding): string => `${f.code} ${f.subject.kind} ${f.subject.id} ${f.circuitId ?? ''} ${f.rule.section}`;
const violations = (a: JobAssessment): Map<string, Finding> =>
	new Map(all(a).flatMap((f) => (f.severity === 'violation' ? [[keyOf(f), f]] : [])));
const nameOf = ({ of, id, field }: Fact): string => `${of} ${id} ${field}`;

for (const [name, make] of Object.entries(DEMOS)) {
	const { job, readings, events } = make();
	const facts = factsOf(job);
	const whole = violations(assess(job, readings));

	function holds(gone: readonly Fact[]): void {
		const less = without(job, gone);
		const seen = assess(less, readings);
		for (const [stage, { failed }] of Object.entries(seen.stages)) assert.equal(failed, undefined, `${stage} failed: ${failed}`);
		const left = violations(seen);
		for (const [key, f] of left) assert.ok(whole.has(key), `not a violation of the whole job: ${key}: ${f.message}`);
		const missing = new Set(all(seen).flatMap((f) => (f.fact ? [nameOf(f.fact)] : [])));
		const erased = gone.map(nameOf);
		for (const [key, f] of whole)
			if (!left.has(key))
				assert.ok(
					erased.some((e) => missing.has(e)),
					`gone, and nothing says what is not known: ${key}: ${f.message}`
				);
	}

	test(`${name}: each fact alone, erased`, () => {
		for (const fact of facts) {
			try {
				holds([fact]);
			} catch (error) {
				throw new Error(`${nameOf(fact)}: ${error instanceof Error ? error.message : String(error)}`);
			}
		}
	});
	test(`${name}: any set of facts, erased`, () => {
		fc.assert(
			fc.property(fc.subarray(facts), (gone) => holds(gone)),
			{ numRuns: RUNS, seed: 16 }
		);
	});
	test(`${name}: with nothing known of panel, circuits and cables every page can be made`, () => {
		const bare = without(job, facts);
		assert.deepEqual(wrongWith({ hekto: 'job', fileVersion: 4, job: bare, readings, events }), []);
		holds(facts);
	});
}

test('a circuit of which the wire or the breaker is not known is told what holds for either', () => {
	const facts = (change: Partial<{ leg: object; circuit: object }>) => {
		const j = job({
			boxes: [box('a')],
			legs: [leg('p', 'a', 30, (change.leg ?? {}) as never)],
			circuits: [circuit((change.circuit ?? {}) as never)]
		});
		return assess(j).stages.circuit.findings.flatMap((f) => (f.fact ? [f.message] : []));
	};
	assert.deepEqual(facts({}), []);
	assert.deepEqual(facts({ leg: { awg: null } }), [
		'The gauge of the cable from Panel to A is not known. What depends on it is not judged. On 20 A copper must be 12 AWG or larger.'
	]);
	assert.ok(facts({ circuit: { breakerA: null } }).some((m) => m.endsWith('By its thinnest known wire it may be 20 A at most.')));
	assert.deepEqual(facts({ leg: { fromId: null } }).slice(0, 1), [
		'What feeds A is not known. What depends on it is not judged.'
	]);
});
test('a panel that was looked at: breakers that may not trip, open slots; nothing where nobody looked', () => {
	const codes = (panel: object) =>
		assess(job({ panels: [{ id: 'p', name: 'Panel', roomId: null, place: null, mainA: 100, slots: 20, ...panel }] }))
			.stages.circuit.findings.filter((f) => ['may-not-trip', 'fillers'].includes(f.code))
			.map((f) => `${f.severity} ${f.code} ${f.rule.section}`);
	assert.deepEqual(codes({}), []);
	assert.deepEqual(codes({ mayNotTrip: true, openSlots: true }), ['caution may-not-trip 110.3(B)', 'caution fillers 408.7']);
	assert.deepEqual(codes({ mayNotTrip: false, openSlots: false }), []);
});
