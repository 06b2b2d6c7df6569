import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { assess, type JobAssessment } from '../../src/core/assess';
import { DEMOS } from '../../src/core/demo';
import { editionOf } from '../../src/core/code/amended-edition';
import type { Job as Told } from '../../src/core/model/job';
import { knownJob, type Fact } from '../../src/core/model/known';
import { protectionRows } from '../../src/core/protection/protection-rows';
import type { Finding } from '../../src/core/model/result';
import { clearingOf, dropByCable } from '../../src/core/prove/clearing';
import { breakerCheck } from '../../src/core/prove/guided';
import { shortCheck } from '../../src/core/prove/short';
import { wrongWith } from '../../scripts/fuzz/everything';
import { factsOf, without } from './erased';
import { box, circuit, job, cable, only, reading } from './small-job';
import { few, runs } from './few';

/** What nobody saw is not filled in: nothing is faulted for it, and what it held up is said. */

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

	const rowsOf = (j: Told) => {
		const known = knownJob(j);
		return protectionRows({ edition: editionOf(known), job: known }, readings);
	};
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
		for (const fact of few(facts, 40)) {
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
			{ numRuns: runs(60), seed: 16 }
		);
	});
	test(`${name}: what a table shows as protected is, and what can't be told is neither good nor missing`, () => {
		const sure = new Map(rowsOf(job).map((r) => [r.deviceId, r]));
		for (const field of ['fromId', 'breakerA', 'panelId', 'awg'] as const) {
			const rows = rowsOf(
				without(
					job,
					facts.filter((f) => f.field === field)
				)
			);
			for (const row of rows) {
				const was = sure.get(row.deviceId);
				for (const of of ['gfci', 'afci'] as const) {
					if (row[of].by) assert.equal(row[of].by, was?.[of].by, `${row.boxName} by ${row[of].by}, ${field} erased`);
					if (row[of].required && was?.[of].by && !row[of].by)
						assert.ok(row[of].notKnown, `${row.boxName} loses ${was[of].by}, ${field} erased`);
					assert.ok(!(row[of].notKnown && row.level === 'given'), `${row.boxName} is called good`);
				}
			}
		}
	});
	test(`${name}: with nothing known of panel, circuits and cables every page can be made`, () => {
		const bare = without(job, facts);
		assert.deepEqual(wrongWith({ hekto: 'job', fileVersion: 5, job: bare, readings, events }), []);
		holds(facts);
	});
}

test('a circuit of which the wire or the breaker is not known is told what holds for either', () => {
	const facts = (change: Partial<{ cable: object; circuit: object }>) => {
		const j = job({
			boxes: [box('a')],
			cables: [cable('p', 'a', 30, (change.cable ?? {}) as never)],
			circuits: [circuit((change.circuit ?? {}) as never)]
		});
		return assess(j).stages.circuit.findings.flatMap((f) => (f.fact ? [f.message] : []));
	};
	assert.deepEqual(facts({}), []);
	assert.deepEqual(facts({ cable: { awg: null } }), [
		'The gauge of the cable from Panel to A is not known. What depends on it is not judged. On 20 A copper must be 12 AWG or larger.'
	]);
	assert.ok(facts({ circuit: { breakerA: null } }).some((m) => m.endsWith('By its thinnest known wire it may be 20 A at most.')));
	assert.deepEqual(facts({ cable: { fromId: null } }).slice(0, 1), [
		'What feeds A is not known. What depends on it is not judged.'
	]);
});
test('a panel that was looked at: breakers that may not trip, open slots; nothing where nobody looked', () => {
	const codes = (panel: object) =>
		assess(job({ panels: [{ id: 'p', name: 'Panel', roomId: null, place: null, mainA: 100, spaces: 20, ...panel }] }))
			.stages.circuit.findings.filter((f) => ['may-not-trip', 'fillers'].includes(f.code))
			.map((f) => `${f.severity} ${f.code} ${f.rule.section}`);
	assert.deepEqual(codes({}), []);
	assert.deepEqual(codes({ mayNotTrip: true, openSpaces: true }), ['caution may-not-trip 110.3(B)', 'caution fillers 408.7']);
	assert.deepEqual(codes({ mayNotTrip: false, openSpaces: false }), []);
});
test('what readings of a run mean is not known where its lengths or its breaker are not: neither good nor bad', () => {
	const with_ = (legMore: object, circuitMore: object = {}) => {
		const j = job({
			boxes: [box('a')],
			cables: [cable('p', 'a', 30, legMore as never)],
			circuits: [circuit(circuitMore as never)]
		});
		const known = knownJob(j);
		const readings = [reading({ boxId: 'a', kind: 'drop', value: 1.5, loadA: 12 })];
		const ruled = { edition: editionOf(known), job: known };
		return { ruled, circuit: only(known.circuits), proofs: assess(j, readings).proofs };
	};
	const drop = (of: ReturnType<typeof with_>) => {
		const l = only(dropByCable(of.ruled, of.circuit, of.proofs));
		return [l.read, l.should === null, l.suspect];
	};
	const clears = (of: ReturnType<typeof with_>) => only(clearingOf(of.ruled, of.circuit, new Map())).clears;
	const short = (of: ReturnType<typeof with_>) =>
		shortCheck(of.ruled, of.circuit, { figures: { ohms: 0.2 }, words: {} }).points.map((p) => /distance/.test(p.says));
	const [whole, noLength] = [with_({}), with_({ lengthFt: null })];
	assert.deepEqual(
		[drop(whole), drop(noLength)],
		[
			[1.5, false, false],
			[1.5, true, false]
		]
	);
	assert.deepEqual([clears(whole), clears(noLength)], ['at-once', 'not-known']);
	assert.deepEqual([short(whole)[0], short(noLength)[0], short(with_({ awg: null }))[0]], [true, false, false]);
	const breaker = (of: ReturnType<typeof with_>, figures = {}) => {
		const { level, says } = breakerCheck(of.ruled, of.circuit, { figures, words: {} });
		return `${level}: ${says}`;
	};
	// That the wire is right for it is no reading.
	assert.equal(breaker(whole), 'unknown: Nothing is read at the breaker yet');
	assert.equal(breaker(whole, { terminalC: 41, neighborC: 40, afterA: 12, heldS: 180 }), 'good: Nothing wrong in what was read.');
	assert.equal(breaker(with_({}, { breakerA: null })), 'unknown: The rating of the breaker in space 1 is not known');
	assert.equal(breaker(with_({ awg: null })), 'unknown: The gauge of the cable from Panel to A is not known');
	// A terminal that is hot is hot whatever the rating.
	assert.match(breaker(with_({}, { breakerA: null }), { terminalC: 70, neighborC: 40 }), /^bad: Its terminal is 54 °F/);
});
