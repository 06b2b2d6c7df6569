import { assess } from '../../src/core/assess';
import { editionOf } from '../../src/core/code/amended-edition';
import { proposeBalance, placeBreakers } from '../../src/core/circuits/panel/balance';
import { sizeFeeder } from '../../src/core/circuits/panel/215-feeder';
import { panelLoad } from '../../src/core/circuits/service/220-14-branch-load';
import { measuredLoad } from '../../src/core/circuits/service/220-83-220-87-existing-load';
import { serviceLoad } from '../../src/core/circuits/service/220-82-service-load';
import { serviceCaseOf } from '../../src/core/circuits/service/service-of-job';
import { whyTogether } from '../../src/core/circuits/why-together';
import { applyFix } from '../../src/core/edit/fix';
import { changesBetween } from '../../src/core/edit/merge/change';
import { drawBox } from '../../src/core/formats/box-drawing';
import { boxSvg } from '../../src/core/formats/box-svg';
import { planDxf } from '../../src/core/formats/dxf-out';
import { readDxf, roomsFromDxf } from '../../src/core/formats/dxf-in';
import { drawPlan } from '../../src/core/formats/plan-drawing';
import { reachOf } from '../../src/core/formats/plan-reach';
import { planSvg } from '../../src/core/formats/plan-svg';
import { writeReadingsCsv } from '../../src/core/formats/readings-csv';
import { paperCaseOf } from '../../src/core/formats/report-request';
import { drawRun } from '../../src/core/formats/run-drawing';
import { runFigures } from '../../src/core/formats/run-figures';
import { runSvg } from '../../src/core/formats/run-svg';
import { drawSet } from '../../src/core/formats/set-drawing';
import { symbolOf } from '../../src/core/formats/symbols';
import { writeMaterialsCsv } from '../../src/core/formats/materials-csv';
import { codeLetter } from '../../src/core/handover/code-letter';
import { directoryOf } from '../../src/core/handover/directory';
import { allLabels, faceLabels, labelSheets } from '../../src/core/handover/labels';
import { makePaper } from '../../src/core/handover/make-paper';
import { PAPER_KINDS } from '../../src/core/model/kinds';
import { outerWalls, depthOf } from '../../src/core/layout/house';
import { punchList } from '../../src/core/layout/punch-list';
import { boxCase } from '../../src/core/makeup/box/of-job';
import { makeUp } from '../../src/core/makeup/box/make-up';
import { gateAt, gatePlace, tagsOver } from '../../src/core/makeup/gate';
import { breakerSuspects, deadStateAt, liveAlarms, signsAt } from '../../src/core/makeup/live-alarm';
import { materialList } from '../../src/core/makeup/material-takes';
import { panelMakeUp } from '../../src/core/makeup/panel/panel-make-up';
import { setOfBox } from '../../src/core/makeup/set/set-of-job';
import { produce } from 'immer';
import type { JobFile } from '../../src/core/model/job';
import { houseOf } from '../../src/core/house';
import { indexOf } from '../../src/core/model/job-index';
import { EDITIONS } from '../../src/core/model/kinds';
import { knownJob } from '../../src/core/model/known';
import type { Finding } from '../../src/core/model/result';
import { nextAt, nextOf } from '../../src/core/next';
import { beforeAndAfter } from '../../src/core/prove/before-after';
import { clearingOf, dropByCable } from '../../src/core/prove/clearing';
import { dropAlong } from '../../src/core/prove/drop-along';
import { expectedHere } from '../../src/core/prove/expected-here';
import { followersOf } from '../../src/core/prove/followers';
import { gfciRegister, dueByMonth } from '../../src/core/prove/gfci-register';
import { switchedTable } from '../../src/core/prove/switched';
import { compareEditions } from '../../src/core/protection/compare-editions';
import { placingWays } from '../../src/core/protection/placing-case';
import { practiceCosts } from '../../src/core/protection/practice-costs';
import { protectionRows } from '../../src/core/protection/protection-rows';
import { replaceAdvice } from '../../src/core/protection/articles/406-4-d-replace-advice';
import { boxChoice } from '../../src/core/rough/box-choice';
import { takesProtecting } from '../../src/core/rough/boxes-fit';
import { boxChecks, cableChecks, roughList } from '../../src/core/rough/check-list';
import { cutsOf } from '../../src/core/rough/cuts';
import { proposeRoute, routeLength } from '../../src/core/rough/routes/route';
import { supportsOf } from '../../src/core/rough/supports';
import { takeOff } from '../../src/core/rough/take-off';
import { trenchesOf } from '../../src/core/rough/trenches';
import { bandsOf } from '../../src/core/protection/reach';
import { groundOf } from '../../src/core/run/ground-at';
import { runOf } from '../../src/core/run/runs';
import { clashes, spaceMap, spareSpaces } from '../../src/core/run/spaces';
import { threadOf } from '../../src/core/thread';
import { walkRows, walkTargets } from '../../src/core/trace/walk-session';
import { foundInBoxes } from '../../src/core/walk/found-in-box';

export type Said = readonly [what: string, said: unknown];
const TODAY = '2026-11-26';

/** All that the pages, papers and files of a job say, each under its name. What throws says so: that is pinned too. */
export function* saidOf(file: JobFile): Generator<Said> {
	const { readings, events } = file;
	const told = file.job;
	const job = knownJob(told);
	const edition = editionOf(job);
	const ruled = { edition, job };
	const assessment = assess(told, readings, events);
	const { proofs, stages, quantities, todo } = assessment;

	for (const key of EDITIONS)
		yield* findingsOf(key, key === job.edition ? assessment : assess({ ...told, edition: key }, readings));
	for (const [stage, { decisions }] of Object.entries(stages)) yield [`decisions ${stage}`, decisions];
	yield ['quantities', [quantities, todo]];
	const situation = { job, readings, events, assessment, today: TODAY };
	yield ['next', [nextOf(situation), ...Object.keys(stages).map((s) => nextAt(s as Parameters<typeof nextAt>[0], situation))]];
	yield ['proofs', [...proofs.values()]];
	yield ['claims', [[...assessment.claims.places.values()], assessment.claims.breakers, assessment.claims.terminals]];
	yield ['rows of Protect', protectionRows(ruled, readings, stages.protect.findings)];
	yield ['practice costs', tried(() => practiceCosts(ruled))];
	yield ['editions', tried(() => compareEditions(job, { here: '2017', there: '2023' }, readings))];
	yield ['fixes', fixesOf(told, stages)];

	for (const circuit of job.circuits) {
		const run = runOf(job, circuit);
		yield ['run', run.nodes];
		yield ['bands', tried(() => bandsOf(told, runOf(told, circuit)))];
		yield ['strip', tried(() => runSvg(drawRun(told, runOf(told, circuit), { widthPx: 900 }), circuit.name))];
		yield [
			'figures',
			tried(() =>
				(['design', 'proved'] as const).map((as) => [...runFigures(ruled, run, { proofs, places: assessment.claims.places, as })])
			)
		];
		yield ['why together', tried(() => whyTogether(edition, job, run))];
		yield ['placing', tried(() => placingWays(ruled, circuit, { readings }))];
		yield ['drop along', tried(() => [dropAlong(ruled, circuit, proofs), dropByCable(ruled, circuit, proofs)])];
		yield ['clearing', tried(() => clearingOf(ruled, circuit, proofs))];
	}
	for (const panel of job.panels) {
		yield ['slots', tried(() => said([[...spaceMap(job, panel)], clashes(job, panel), spareSpaces(job, panel)]))];
		yield ['balance', tried(() => [proposeBalance(edition, job, panel), placeBreakers(edition, job, panel)])];
		yield ['panel load', tried(() => said(panelLoad(edition, job, panel)))];
		yield ['feeder', tried(() => panel.feeder && sizeFeeder(ruled, panel, { feeder: panel.feeder }))];
		yield ['directory', tried(() => directoryOf(job, panel))];
		yield ['panel make-up', tried(() => panelMakeUp(job, panel))];
		yield ['walks', tried(() => walkTargets(told, panel.id))];
	}
	yield ['rows of walks', walkRows(told)];
	for (const method of ['standard', 'optional'] as const)
		yield [`service ${method}`, tried(() => serviceLoad(edition, serviceCaseOf(job, method) ?? fail('no area')))];
	yield ['measured load', tried(() => measuredLoad(edition, 9.6, []))];
	yield* boxesSaid(file, assessment);
	yield* roughSaid(file);

	yield ['labels', tried(() => faceLabels(edition, job, { readings, events }))];
	yield ['label sheets', tried(() => labelSheets(allLabels(edition, job, { readings, events })))];
	yield ['punch list', tried(() => punchList(job))];
	yield ['register', tried(() => withDue(gfciRegister(job, { readings, proofs }, TODAY)))];
	yield ['alarms', tried(() => liveAlarms(told, readings, events))];
	yield ['readings as CSV', writeReadingsCsv(told, readings)];
	for (const story of new Set(told.rooms.map((r) => r.story))) {
		const plan = drawPlan(edition, job, story);
		yield ['plan', tried(() => planSvg(plan, { name: job.name, sub: '' }))];
		const dxf = planDxf(plan, { name: job.name, sub: '' });
		yield ['plan as DXF', dxf];
		yield ['plan out and in', tried(() => roomsBack(dxf))];
		yield ['walls', tried(() => [outerWalls(told, story), depthOf(told.rooms, story)])];
	}
	for (const room of told.rooms) yield ['reach', tried(() => reachOf(edition, told, room))];
	const papers = paperCaseOf(file, { today: TODAY, sayDay: (day) => day, subject: undefined });
	for (const key of PAPER_KINDS) yield [`paper ${key}`, tried(() => makePaper(key, papers))];
}

function* findingsOf(key: string, { stages }: Pick<ReturnType<typeof assess>, 'stages'>): Generator<Said> {
	for (const [stage, { findings, failed }] of Object.entries(stages)) {
		if (failed !== undefined) yield [`${key} ${stage} failed`, failed];
		for (const f of findings) yield [`${key} ${stage} ${f.rule.section}`, f];
	}
}
const fail = (why: string): never => {
	throw new RangeError(why);
};
/** What it gives, or why it can't. */
function tried<T>(work: () => T): T | string {
	try {
		return work();
	} catch (error) {
		return error instanceof Error ? `${error.name}: ${error.message}` : String(error);
	}
}
/** Read to its end, so that what is not known in it is met here. */
function said<T>(what: T): T {
	JSON.stringify(what);
	return what;
}
const withDue = (register: Parameters<typeof dueByMonth>[0]) => [register, dueByMonth(register, TODAY)];

/** Each kind of way out, done once. */
function fixesOf(job: JobFile['job'], stages: ReturnType<typeof assess>['stages']): unknown[] {
	const seen = new Map<string, number>();
	return Object.values(stages)
		.flatMap((s) => s.findings)
		.flatMap((f: Finding) => {
			const times = (seen.get(f.rule.section) ?? 0) + 1;
			seen.set(f.rule.section, times);
			if (!f.fix || times > 2) return [];
			let n = 0;
			const { fix } = f;
			return [
				tried(() =>
					changesBetween(
						job,
						produce(
							job,
							applyFix(fix, () => `made-${++n}`)
						)
					)
				)
			];
		});
}

function* boxesSaid({ job: told, readings, events }: JobFile, { claims }: ReturnType<typeof assess>): Generator<Said> {
	const job = knownJob(told);
	const edition = editionOf(job);
	const ruled = { edition, job };
	const index = indexOf(job);
	const seen = { readings, events };
	yield ['found in boxes', tried(() => foundInBoxes(houseOf(job, readings)))];
	for (const box of told.boxes) {
		const known = index.boxes.get(box.id) ?? fail(box.id);
		const circuit = index.circuitsOfBox.get(box.id)?.[0];
		yield ['symbol', symbolOf(box)];
		yield ['thread', tried(() => threadOf(told, { ...seen, claims }, box))];
		yield [
			'dead',
			tried(() => [deadStateAt(told, seen, box.id), signsAt(told, seen, box.id), breakerSuspects(told, seen, box.id)])
		];
		yield ['gate', tried(() => gateSaid(told, events, box.id))];
		yield ['make-up', tried(() => madeUp(ruled, known))];
		yield ['set', tried(() => drawSet(setOfBox(ruled, known), 'top'))];
		yield ['box choice', tried(() => [boxChoice(edition, job, known), takesProtecting(edition, job, known)])];
		yield ['ground', tried(() => groundOf(job, known, readings))];
		yield ['expected', tried(() => expectedSaid(ruled, known, circuit))];
		yield ['switched', tried(() => switchedTable(told, box, readings))];
		yield ['before and after', beforeAndAfter(readings, box.id)];
		yield ['followers', tried(() => followersOf(told, box, readings))];
		yield ['letter', tried(() => codeLetter(ruled, known, { readings }))];
		yield ['checks', tried(() => boxChecks(ruled, known))];
		for (const device of known.devices) yield ['replace', tried(() => replaceAdvice(ruled, { box: known, device }, readings))];
	}
}
function gateSaid(told: JobFile['job'], events: JobFile['events'], boxId: string): unknown {
	const place = gatePlace(told, boxId) ?? fail(boxId);
	return [gateAt(told, place), tagsOver(told, events, place)];
}
function madeUp(ruled: Parameters<typeof boxCase>[0], box: Parameters<typeof boxCase>[1]): unknown {
	const of = boxCase(ruled, box);
	if (!of.known) return of;
	const made = makeUp(of.case);
	return [of.case, made, boxSvg(drawBox(of.case, made, { cables: of.names, devices: new Map() }), box.name)];
}
function expectedSaid(
	ruled: Parameters<typeof expectedHere>[0],
	box: Parameters<typeof boxCase>[1],
	circuit: Parameters<typeof expectedHere>[1]['circuit']
): unknown {
	const here = expectedHere(ruled, { box, circuit }, { loadA: 12, half: 'upper' });
	const kinds = ['hn', 'hg', 'ng', 'drop', 'amps'] as const;
	return [here.prediction, here.lamps, kinds.map((k) => [here.figure(k, false), here.figure(k, true)])];
}

function* roughSaid({ job: told }: JobFile): Generator<Said> {
	const job = knownJob(told);
	const ruled = { edition: editionOf(job), job };
	const states = ['planned', 'roughed', 'built', 'found'] as unknown as Parameters<typeof takeOff>[1];
	for (const cable of job.cables)
		yield [
			'cable',
			[
				tried(() => routeLength(ruled, cable)),
				tried(() => proposeRoute(ruled, cable)),
				tried(() => supportsOf(ruled.edition, job, cable)),
				tried(() => cableChecks(ruled, cable))
			]
		];
	yield ['rough list', tried(() => roughList(ruled))];
	yield ['cuts', tried(() => cutsOf(told, states))];
	yield ['take-off', tried(() => takeOff(told, states))];
	yield ['trenches', tried(() => trenchesOf(ruled))];
	const list = tried(() => materialList(ruled));
	yield ['materials', list];
	if (typeof list !== 'string') yield ['materials as CSV', writeMaterialsCsv(list.lines, {}, [])];
}
function roomsBack(dxf: string): unknown {
	const read = readDxf(dxf);
	if (!read.ok) return read.faults;
	return read.drawing.layers.map((l) => tried(() => roomsFromDxf(read.drawing, { layerName: l.name, unit: 'inches' })));
}
