import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { assess, type JobAssessment } from '../../src/core/assess';
import { DEMOS } from '../../src/core/demo';
import type { Fact } from '../../src/core/model/known';
import type { Finding } from '../../src/core/model/result';
import { wrongWith } from '../../scripts/fuzz/everything';
import { factsOf, without } from './erased';

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
