import { assess } from '../../src/core/assess';
import { editionOf } from '../../src/core/code/amended-edition';
import { whyTogether } from '../../src/core/circuits/why-together';
import { runOf } from '../../src/core/run/runs';
import { serviceCaseOf } from '../../src/core/circuits/service/service-of-job';
import { serviceLoad } from '../../src/core/circuits/service/220-82-service-load';
import { clashes, spaceMap, spareSpaces } from '../../src/core/run/spaces';
import { readJobFile } from '../../src/core/formats/job-json';
import { drawPlan } from '../../src/core/formats/plan-drawing';
import { planSvg } from '../../src/core/formats/plan-svg';
import { planDxf } from '../../src/core/formats/dxf-out';
import { drawRun } from '../../src/core/formats/run-drawing';
import { readReadingsCsv, writeReadingsCsv } from '../../src/core/formats/readings-csv';
import { writeJobFile } from '../../src/core/formats/write-job';
import { same } from '../../src/core/edit/merge/change';
import { codeLetter } from '../../src/core/handover/code-letter';
import { directoryOf } from '../../src/core/handover/directory';
import { faceLabels, labelSheets } from '../../src/core/handover/labels';
import { punchList } from '../../src/core/layout/punch-list';
import type { JobFile } from '../../src/core/model/job';
import { ifKnown, knownJob } from '../../src/core/model/known';
import { finder } from '../../src/lib/frame/find-anything';
import { gfciRegister } from '../../src/core/prove/gfci-register';
import type { BoxProof } from '../../src/core/prove/assess-prove';
import { beforeAndAfter } from '../../src/core/prove/before-after';
import { compareEditions } from '../../src/core/protection/compare-editions';
import { protectionRows } from '../../src/core/protection/protection-rows';
import { takeOff } from '../../src/core/rough/take-off';

/**
 * All that the pages of a job are made from, done once: what throws is named.
 * @returns what went wrong, each with where; an empty list: all went well
 */
export function wrongWith(file: JobFile): string[] {
	const { readings, events } = file;
	// As it was told, and as the rules read it.
	const told = file.job;
	const job = knownJob(told);
	const wrong: string[] = [];
	const tried = <T>(what: string, work: () => T): T | undefined => {
		try {
			return work();
		} catch (error) {
			const [where = ''] = /src\/core\/\S+/.exec(error instanceof Error ? (error.stack ?? '') : '') ?? [];
			wrong.push(`${what}: ${error instanceof Error ? error.message : String(error)} (${where})`);
			return undefined;
		}
	};
	const edition = tried('edition', () => editionOf(job));
	const assessed = tried('assess', () => assess(job, readings));
	const proofs = assessed?.proofs ?? new Map<string, BoxProof>();
	for (const [stage, result] of Object.entries(assessed?.stages ?? {})) {
		if (result.failed !== undefined) wrong.push(`${stage} failed: ${result.failed}`);
		tried(`${stage} as JSON`, () => noHoles(JSON.parse(JSON.stringify(result)), result));
	}
	if (!edition) return wrong;
	for (const story of new Set(job.rooms.map((r) => r.story))) {
		const plan = tried('plan', () => drawPlan(edition, job, story));
		if (!plan) continue;
		tried('plan as SVG', () => mustBeFinite(planSvg(plan, { name: job.name, sub: '' })));
		tried('plan as DXF', () => mustBeFinite(planDxf(plan, { name: job.name, sub: '' })));
	}
	for (const circuit of job.circuits) {
		const run = tried('run', () => runOf(job, circuit));
		if (!run) continue;
		tried('strip', () =>
			mustBeFinite(JSON.stringify(drawRun(told, runOf(told, told.circuits.find((c) => c.id === circuit.id) ?? circuit))))
		);
		tried('why together', () => ifKnown(() => whyTogether(edition, job, run)));
	}
	for (const panel of job.panels) {
		tried('slots', () => ifKnown(() => [spaceMap(job, panel), clashes(job, panel), spareSpaces(job, panel)]));
		tried('directory', () => directoryOf(job, panel));
	}
	tried('labels', () => labelSheets(faceLabels(edition, job, { readings, events: [] })));
	for (const box of job.boxes.slice(0, 4)) {
		tried('letter', () => codeLetter({ edition, job }, box, { readings }));
		tried('before and after', () => beforeAndAfter(readings, box.id));
	}
	tried('punch list', () => punchList(job));
	tried('take-off', () => takeOff(told, ['planned', 'built', 'found']));
	tried('rows of Protect', () => protectionRows({ edition, job }, readings));
	tried('two editions', () => compareEditions(job, { here: '2017', there: '2023' }));
	tried('GFCI register', () => gfciRegister(job, { readings, proofs }, '2026-11-26'));
	tried('find', () => finder(job, assess(job).stages)('k'));
	for (const method of ['standard', 'optional'] as const)
		tried('service load', () => {
			const c = serviceCaseOf(job, method);
			return c && serviceLoad(edition, c);
		});
	tried('CSV there and back', () => {
		const csv = writeReadingsCsv(job, readings);
		const back = readReadingsCsv(csv, job, String);
		if (readings.length && !back.ok) throw new Error(`${back.faults[0]?.path} ${back.faults[0]?.message}`);
	});
	tried('saved and opened', () => {
		const back = readJobFile(writeJobFile({ job: told, readings, events }));
		if (!back.ok) throw new Error(`${back.faults[0]?.path} ${back.faults[0]?.message}`);
		if (!same(back.value.job, told)) throw new Error('comes back as another job');
	});
	return wrong;
}
function mustBeFinite(text: string): void {
	const found = /.{0,30}\b(NaN|Infinity|undefined)\b.{0,20}/.exec(text);
	if (found) throw new Error(`says ${found[0]}`);
}
/** JSON makes `null` of what is no number: wherever it does, something was NaN or infinite. */
export function noHoles(json: unknown, was: unknown, path = ''): void {
	if (json === null && typeof was === 'number') throw new Error(`${path} is ${was}`);
	if (!json || typeof json !== 'object') return;
	for (const [key, value] of Object.entries(json)) noHoles(value, (was as Record<string, unknown>)[key], `${path}.${key}`);
}
