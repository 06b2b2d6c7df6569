import { breakerName } from '../../src/core/model/breaker-name';
import assert from 'node:assert/strict';
import { readFileSync, writeFileSync } from 'node:fs';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { runOf } from '../../src/core/run/runs';
import { editionOf } from '../../src/core/code/amended-edition';
import { DEMOS } from '../../src/core/demo';
import { directoryOf } from '../../src/core/handover/directory';
import { faceLabels } from '../../src/core/handover/labels';
import { takeOff } from '../../src/core/rough/take-off';
import type { Job, JobFile } from '../../src/core/model/known';
import { EDITIONS } from '../../src/core/model/kinds';
import type { Finding, Step } from '../../src/core/model/result';
import { compareEditions } from '../../src/core/protection/compare-editions';
import { placingWays } from '../../src/core/protection/placing-case';
import { replaceAdvice } from '../../src/core/protection/articles/406-4-d-replace-advice';
import { predict } from '../../src/core/prove/predict';
import { proposeCircuits } from '../../src/core/propose/propose-circuits';

/**
 * All that the two demo houses come to, line by line: findings with their ways out, decisions with their arithmetic, placements,
 * labels, directories, predictions. A line that changes is read, and the file written anew with `HOUSES=write`.
 */
const round = (v: unknown): unknown => (typeof v === 'number' ? Number(v.toPrecision(5)) : v);
const json = (v: unknown): string => JSON.stringify(v, (_, x) => round(x)) ?? '';
const step = (s: Step): string =>
	`${s.label} [${s.formula}] = ${round(s.value)} ${s.unit}${s.rule ? ` (${s.rule.section})` : ''}`;
const finding = (f: Finding): string =>
	`${f.severity} ${f.rule.section} ${f.subject.kind}:${f.subject.id}: ${f.message} ${json([f.have, f.need, f.unit])}${f.fix ? ` -> ${json(f.fix)}` : ''}`;

function* lines({ job, readings }: JobFile): Generator<string> {
	for (const key of EDITIONS) {
		const { stages } = assess({ ...job, edition: key }, readings);
		for (const [stage, { findings }] of Object.entries(stages)) for (const f of findings) yield `${key} ${stage}: ${finding(f)}`;
	}
	const edition = editionOf(job);
	const { stages, quantities } = assess(job, readings);
	for (const { decisions } of Object.values(stages))
		for (const d of decisions)
			yield `decided ${d.id}: ${d.value} (${d.title}) ${d.steps.map(step).join('; ')} | ${json(d.alternatives)} | ${d.rules.map((r) => r.section).join(' ')}`;
	yield `quantities ${json(quantities)}`;
	for (const key of EDITIONS) yield `against ${key}: ${json(compareEditions(job, { here: job.edition, there: key }, readings))}`;
	for (const circuit of job.circuits) {
		yield `placed on ${breakerName(job, circuit)}: ${json(placingWays({ edition, job }, circuit, { readings }))}`;
		for (const { boxId } of runOf(job, circuit).nodes)
			yield `predicted at ${boxId}: ${json(predict({ edition, job }, { circuit, boxId }))}`;
	}
	for (const box of job.boxes)
		for (const device of box.devices) {
			const advice = replaceAdvice({ edition, job }, { box, device }, readings);
			if (advice) yield `replace ${box.name}: ${json(advice)}`;
		}
	yield* faceLabels(edition, job, { readings, events: [] }).map((l) => `label ${json(l)}`);
	for (const panel of job.panels) for (const row of directoryOf(job, panel).rows) yield `directory ${json(row)}`;
	yield `cable ${json(takeOff(job, ['planned', 'roughed', 'built', 'found'] as Parameters<typeof takeOff>[1]))}`;
}
/** A long line goes on in the next, further in: a change of it shows where it is. */
const FOLD = '\n    ';
const WIDE = 190;
function folded(line: string): string {
	if (line.length <= WIDE) return line;
	const at = Math.max(...[' ', ',', ';'].map((c) => line.lastIndexOf(c, WIDE - 1))) + 1 || WIDE;
	return `${line.slice(0, at)}${FOLD}${folded(line.slice(at))}`;
}
/** The house without its circuits, and what is proposed for it. */
function proposed(job: Job): string[] {
	let n = 0;
	const { circuits, cables } = proposeCircuits({ ...job, circuits: [], cables: [] }, () => `n${++n}`);
	return [...circuits, ...cables].map((c) => `proposed ${json(c)}`);
}

for (const name of ['quillback', 'marrow-street']) {
	test(`${name}: every line that it comes to stands as it was read`, () => {
		const file = DEMOS[name]?.();
		assert.ok(file, name);
		const have = [...lines(file), ...(name === 'quillback' ? proposed(file.job) : [])];
		const at = new URL(`../samples/${name}.txt`, import.meta.url);
		if (process.env.HOUSES === 'write') writeFileSync(at, `${have.map(folded).join('\n')}\n`);
		const want = readFileSync(at, 'utf8').trimEnd().replaceAll(FOLD, '').split('\n');
		const lost = want.filter((l) => !have.includes(l));
		const fresh = have.filter((l) => !want.includes(l));
		assert.deepEqual([lost.slice(0, 3), fresh.slice(0, 3)], [[], []], `${lost.length} lines gone, ${fresh.length} new`);
	});
}
