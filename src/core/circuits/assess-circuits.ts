import { BreakerName } from '../model/breaker-name';
import type { StageResult, Finding, Decision, Subject, Fix } from '../model/result';
import { ifKnown, type Circuit, type Fact, type Job } from '../model/known';
import { ifKnownRow, missingFact, orMissingFact } from '../code/missing-fact';
import type { House } from '../house';
import { whyTogether } from './why-together';
import { applianceDecision, applianceFindings } from './articles/422-424-440-625-appliances';
import { assessMultiwire } from './articles/210-4-multiwire';
import { balanceHint, panelFindings, panelDecisions } from './panel/panel-findings';
import { panelLoad } from './service/220-14-branch-load';
import { requiredCircuits } from './articles/210-11-required-circuits';
import type { Edition } from '../code/shape/edition';
import { type Run, runOf } from '../run/runs';
import { feedFindings } from './articles/210-11-c-what-a-circuit-supplies';
import { equipmentGroundFault } from './articles/426-28-427-22-heat-outdoors';
import { dimmerFindings } from './articles/404-14-e-dimmers';
import { formFindings, pushInFindings } from './articles/406-4-f-forms';
import { ratingFindings } from './articles/210-21-b-receptacle-ratings';
import { sharedLoads, shareSteps } from './size/shared-loads';
import { cablesInTheWet } from './articles/300-5-300-9-wet-places';
import { knobAndTube } from './articles/394-knob-and-tube';
import { nameplateFindings } from './articles/110-3-b-nameplates';
import { terminalFindings } from './articles/110-14-c-terminals';
import { standardBreakerUpTo } from '../code/240-6-breakers';
import { cite } from '../code/rule';
import { dropAt, type DropAt } from './size/drop';
import { sizeCasesOf, receptaclesOn } from './size/circuit-case';
import { sizeCircuit, type SizeCase } from './size/size';
import { CURED_BY_SIZE } from './size/size-findings';
import { show, atMost } from '../units/quantity';
import { indexOf } from '../model/job-index';
import { leastFor } from '../code/240-4-d-pigtail';
import { ohmsPerKft } from '../code/chapter-9-resistance';
import { GAUGES, compareGauge } from '../units/gauge';

/** Findings of a circuit, and its advice on drop apart. */
interface Sized extends StageResult {
	drop: Finding[];
}
/** Sizing of every circuit, drop along every run, what a circuit of its kind may feed, shared neutrals and panels. */
export function assessCircuits({ edition, job, index, runs }: House): StageResult {
	const results = [...runs].map(([circuit, run]) => {
		const sized = assessCircuit(edition, job, circuit);
		const why = [...ifKnownRow(() => whyTogether(edition, job, run)), ...ifKnownRow(() => applianceDecision(edition, job, run))];
		return {
			findings: [...sharing(edition, job, run), ...sized.findings],
			decisions: [...sized.decisions, ...why],
			drop: sized.drop
		};
	});
	const multiwire = assessMultiwire(edition, job);
	const hints = job.panels.flatMap((p) => ifKnown(() => balanceHint(edition, p, panelLoad(edition, job, p).legs)) ?? []);
	return {
		findings: [
			...orMissingFact(job, cite(edition, edition.ampacity.rule), () => requiredCircuits(edition, job)),
			...panelFindings(edition, job),
			...multiwire.findings,
			...dimmerFindings(edition, job),
			...results.flatMap((r) => r.findings),
			...hints,
			// Advice on drop comes last: it must not bury what is required.
			...results.flatMap((r) => r.drop)
		].map((f) => (f.fact ? withEither({ edition, index, runs }, f, f.fact) : f)),
		decisions: [...results.flatMap((r) => r.decisions), ...multiwire.decisions, ...panelDecisions(edition, job)]
	};
}
const sharing = (edition: Edition, job: Job, run: Run): Finding[] =>
	[
		() => feedFindings(edition, job, run),
		() => ratingFindings(edition, job, run),
		() => formFindings(edition, job, run),
		() => pushInFindings(edition, job, run),
		() => sharedLoads(edition, job, run),
		() => applianceFindings(edition, job, run),
		() => cablesInTheWet(edition, job, run),
		() => knobAndTube(edition, job, run),
		() => equipmentGroundFault(edition, job, run),
		() => lostWay(edition, job, run)
	].flatMap((find) => orMissingFact(job, cite(edition, edition.ampacity.rule), find));
/** What feeds a run, and what feeds its boxes, where nobody knows. */
const lostWay = (edition: Edition, job: Job, { circuit, nodes }: Run): Finding[] => {
	const facts: Fact[] = [
		...(circuit.panelId === null ? [{ of: 'circuit' as const, id: circuit.id, field: 'panelId' as const }] : []),
		...nodes.flatMap(({ cable }) =>
			cable.fromId === null ? [{ of: 'cable' as const, id: cable.id, field: 'fromId' as const }] : []
		)
	];
	return facts.map((fact) => missingFact(job, cite(edition, edition.ampacity.rule), fact));
};
function assessCircuit(edition: Edition, job: Job, circuit: Circuit): Sized {
	const run = runOf(job, circuit);
	const rule = cite(edition, edition.ampacity.rule);
	const findings = [() => nameplateFindings(edition, job, run), () => terminalFindings(edition, job, run)].flatMap((find) =>
		orMissingFact(job, rule, find)
	);
	if (!run.nodes.length) {
		// A space that was only named, or read off a directory, owes nobody a run.
		if (circuit.state !== 'found')
			findings.push({
				code: 'no-run',
				id: `no-run:${circuit.id}`,
				severity: 'advice',
				rule: cite(edition, edition.ampacity.rule),
				circuitId: circuit.id,
				subject: { kind: 'circuit', id: circuit.id },
				message: `${BreakerName(job, circuit)} has no run yet: its boxes and cables are not entered, so nothing can be sized.`
			});
		return { findings, decisions: [], drop: [] };
	}
	const decisions: Decision[] = [];
	const sized = orMissingFact(job, rule, () => {
		const { decisions: made, findings: found } = sizingOf(edition, job, run);
		decisions.push(...made);
		return found;
	});
	const drops = run.nodes.flatMap((node) => ifKnownRow(() => dropAt({ edition, job }, run, node)));
	findings.push(...sized);
	return {
		findings,
		decisions: [...decisions, ...drops.map((drop) => dropDecision(edition, circuit, drop))],
		drop: orMissingFact(job, rule, () => dropFindings(edition, job, run, drops))
	};
}
/** Every wire of the run is judged; the slip shows the one that bears least. */
function sizingOf(edition: Edition, job: Job, run: Run): StageResult {
	const { circuit } = run;
	const subject: Subject = { kind: 'circuit', id: circuit.id };
	const cases = sizeCasesOf(edition, job, run);
	const judged = cases.map((c) => ({ c, sized: sizeCircuit(edition, c) }));
	const faults = judged.flatMap(({ sized }) => (sized.ok ? [] : sized.faults.map((f) => f.message)));
	const good = judged.flatMap(({ c, sized }) => (sized.ok ? [{ c, value: sized.value }] : []));
	const weakest = good.sort((x, y) => x.value.ampacityA - y.value.ampacityA)[0];
	const findings: Finding[] = [...new Set(faults)].map((why, i) => ({
		code: 'size',
		id: `size${i || ''}:${circuit.id}`,
		severity: 'violation',
		rule: cite(edition, edition.ampacity.rule),
		circuitId: circuit.id,
		subject,
		message: `${BreakerName(job, circuit)}: ${why}.`
	}));
	if (!weakest) return { findings, decisions: [] };
	const free = sizeCircuit(edition, { ...weakest.c, breakerA: undefined, awg: undefined });
	const seen = new Set<string>();
	for (const { value } of good) {
		for (const f of value.findings) {
			if (seen.has(f.id)) continue;
			seen.add(f.id);
			const message = `${BreakerName(job, circuit)}: ${f.message}`;
			findings.push({
				...f,
				id: `${f.id}:${circuit.id}`,
				circuitId: circuit.id,
				subject,
				message,
				fix: sizeFix(edition, job, circuit, run, weakest.c, f)
			});
		}
	}
	const sized = weakest.value;
	const steps = [...sized.steps, ...(circuit.load ? [] : shareSteps(edition, circuit.breakerA, receptaclesOn(job, run)))];
	const decision: Decision = {
		code: 'size',
		id: `size:${circuit.id}`,
		subject,
		value: `${sized.awg} AWG · ${sized.breakerA} A`,
		title: circuit.state === 'found' ? 'as found' : 'as planned',
		steps,
		rules: [...new Map(steps.flatMap((s) => (s.rule ? [[s.rule.section, s.rule] as const] : []))).values()],
		alternatives: free.ok
			? [{ value: `${free.value.awg} AWG · ${free.value.breakerA} A`, why: 'the smallest that carries this load' }]
			: []
	};
	return { findings, decisions: [decision] };
}
/** A breaker too large for cable that is in the wall comes down; what is only planned is made as large as the load asks. */
function sizeFix(edition: Edition, job: Job, circuit: Circuit, run: Run, c: SizeCase, f: Finding): Fix | undefined {
	const planned = run.nodes.every((n) => n.cable.state === 'planned');
	const right = sizeCircuit(edition, { ...c, awg: undefined, breakerA: undefined });
	// The load of a circuit for general use follows from its breaker: there only the breaker can be wrong.
	if (planned && circuit.load && right.ok && CURED_BY_SIZE.includes(f.code)) {
		const { awg, breakerA, poles } = right.value;
		// A larger breaker than its receptacles stand is no way out.
		const ratings = (of: Circuit) => ratingFindings(edition, job, { ...run, circuit: of }).length;
		if (ratings({ ...circuit, breakerA }) > ratings(circuit)) return undefined;
		return { kind: 'size-circuit', label: `Make it ${awg} AWG on ${breakerA} A`, circuitId: circuit.id, awg, breakerA, poles };
	}
	if (f.code !== 'wire-breaker' || f.need === undefined) return undefined;
	const breakerA = standardBreakerUpTo(f.need, edition);
	if (breakerA === null || !standsAt(edition, job, run, breakerA)) return undefined;
	return { kind: 'set-breaker', label: `Make it ${breakerA} A`, circuitId: circuit.id, breakerA };
}
/** With that breaker its wires, its load and its receptacles have nothing against it that they had not before. */
function standsAt(edition: Edition, job: Job, run: Run, breakerA: number): boolean {
	const shortsOf = (of: Run): Set<string> =>
		new Set([
			...sizeCasesOf(edition, job, of).flatMap((c) => {
				const sized = sizeCircuit(edition, c);
				return sized.ok ? sized.value.findings.filter((f) => f.severity === 'violation').map((f) => f.code) : ['size'];
			}),
			...ratingFindings(edition, job, of).map((f) => f.id)
		]);
	const before = shortsOf(run);
	return [...shortsOf({ ...run, circuit: { ...run.circuit, breakerA } })].every((code) => before.has(code));
}
/** What holds for each value that may be: the wire that a breaker asks for, the breaker that a wire stands. @source 240.4(D) */
function withEither({ edition, index, runs }: Pick<House, 'edition' | 'index' | 'runs'>, f: Finding, fact: Fact): Finding {
	const circuit = index.circuits.get(f.circuitId ?? '');
	const run = circuit && runs.get(circuit);
	return run ? { ...f, message: `${f.message}${eitherWay(edition, run, fact)}` } : f;
}
function eitherWay(edition: Edition, run: Run, { field }: Fact): string {
	const breakerA = ifKnown(() => run.circuit.breakerA);
	const { Cu } = edition.smallConductor;
	if (field === 'awg' && breakerA !== null) {
		const least = leastFor(breakerA, 'Cu', edition);
		return least ? ` On ${breakerA} A copper must be ${least} AWG or larger.` : '';
	}
	const known = run.nodes.flatMap(({ cable }) => ifKnown(() => cable.awg) ?? []);
	const most = Math.min(...known.map((awg) => Cu[awg] ?? Infinity));
	return field === 'breakerA' && Number.isFinite(most) ? ` By its thinnest known wire it may be ${most} A at most.` : '';
}
const dropDecision = (edition: Edition, circuit: Circuit, drop: DropAt): Decision => ({
	code: 'drop',
	id: `drop:${circuit.id}:${drop.boxId}`,
	subject: { kind: 'box', id: drop.boxId },
	value: `${show(drop.percent, 1)}%`,
	title: 'drop here at the design load, 75 °C',
	get steps() {
		return drop.steps;
	},
	rules: [cite(edition, edition.drop.rule)],
	alternatives: []
});
/** Cables of which the length is not known: beyond them nothing can be figured. They are told where cable is pulled. */
export function unmeasuredCables({ edition, index: { boxes }, runs }: House): Finding[] {
	return [...runs.values()]
		.flatMap((run) => run.nodes)
		.filter(({ cable }) => cable.lengthFt === null)
		.map(({ cable }) => ({
			code: 'length',
			id: `length:${cable.id}`,
			severity: 'advice',
			rule: cite(edition, edition.drop.rule),
			circuitId: cable.circuitId,
			subject: { kind: 'cable', id: cable.id },
			message: `The length of ${boxes.get(cable.fromId ?? '')?.name ?? 'panel'} to ${boxes.get(cable.toId)?.name ?? '?'} is not entered: drop past it can't be figured.`
		}));
}
/** Advice once a circuit, at its worst outlet, with what load that is reckoned. */
function dropFindings(edition: Edition, job: Job, run: Run, drops: readonly DropAt[]): Finding[] {
	const { circuit } = run;
	const boxes = indexOf(job).boxes;
	const found: Finding[] = [];
	const worst = [...drops].sort((a, b) => b.percent - a.percent)[0];
	const most = job.practice.dropPercent;
	if (worst && !atMost(worst.percent, most)) {
		found.push({
			code: 'drop',
			id: `drop:${circuit.id}`,
			severity: 'advice',
			rule: cite(edition, edition.drop.rule),
			circuitId: circuit.id,
			subject: { kind: 'box', id: worst.boxId },
			message: `${BreakerName(job, circuit)} drops ${show(worst.percent, 1)}% at ${boxes.get(worst.boxId)?.name} with ${worst.load}; recommended: ${most}% maximum.`,
			have: worst.percent,
			need: most,
			unit: '%',
			fix: enlarged(edition, circuit, run, worst, most)
		});
	}
	return found;
}
/** All planned cable of the run larger, so that the farthest outlet keeps its volts; a device's screws take no more than so much. */
function enlarged(edition: Edition, circuit: Circuit, run: Run, worst: DropAt, most: number): Fix | undefined {
	const [first] = run.nodes;
	if (
		!first ||
		run.nodes.some((n) => n.cable.state !== 'planned' || n.cable.awg !== first.cable.awg || n.cable.metal !== first.cable.metal)
	)
		return undefined;
	const { metal } = first.cable;
	const { largest, upToA } = edition.circuits.deviceTerminals;
	const now = ohmsPerKft(first.cable.awg, metal, edition);
	const awg = GAUGES.find(
		(g) =>
			compareGauge(g, first.cable.awg) > 0 &&
			(circuit.breakerA > upToA || compareGauge(g, largest) <= 0) &&
			atMost((worst.percent * ohmsPerKft(g, metal, edition)) / now, most)
	);
	if (!awg) return undefined;
	const { breakerA, poles } = circuit;
	return { kind: 'size-circuit', label: `Make it ${awg} AWG`, circuitId: circuit.id, awg, breakerA, poles };
}
