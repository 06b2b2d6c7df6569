import { cite, type Edition, type RuleRef } from '../code/edition';
import type { Circuit, Job } from '../model/job';
import { indexOf } from '../model/job-index';
import { inWords } from '../model/kinds';
import { remembered } from '../model/remember';
import type { Decision, Finding, StageResult, Subject } from '../model/result';
import { formatFeet } from '../units/length';
import { atMost, show } from '../units/quantity';
import { circuitVolts, designLoad, dropAt, type DropAt } from './drop';
import { asLoadCase } from './load';
import { requiredCircuits } from './required-circuits';
import { runOf, type Run } from './runs';
import { sizeCircuit, type SizeCase } from './size';

const known = remembered<Circuit, StageResult>();

/** Sizing of every circuit, drop along every run, and what a circuit of its kind may feed. */
export function assessCircuits(edition: Edition, job: Job): StageResult {
	const { boxes, rooms } = indexOf(job);
	const results = job.circuits.map((circuit) => {
		const run = runOf(job, circuit);
		const onRun = run.nodes.map((n) => boxes.get(n.boxId));
		const roomsOf = onRun.map((box) => (box?.roomId ? rooms.get(box.roomId) : undefined));
		return known(circuit, [edition, job.practice, run, ...onRun, ...roomsOf], () => assessCircuit(edition, job, circuit));
	});
	return {
		findings: [...requiredCircuits(edition, job), ...results.flatMap((r) => r.findings)],
		decisions: results.flatMap((r) => r.decisions)
	};
}

function assessCircuit(edition: Edition, job: Job, circuit: Circuit): StageResult {
	const run = runOf(job, circuit);
	const subject: Subject = { kind: 'circuit', id: circuit.id };
	const findings = [...feedFindings(edition, job, run), ...ratingFindings(edition, job, run)];
	const homeRun = run.nodes[0]?.leg;
	if (!homeRun) {
		findings.push({
			id: `no-run:${circuit.id}`,
			severity: 'advice',
			rule: cite(edition, edition.ampacity.rule),
			subject,
			message: `Circuit ${circuit.number} has no run yet: its boxes and cables are not known, so nothing can be sized.`
		});
		return { findings, decisions: [] };
	}
	const { decisions, findings: sized } = sizingOf(edition, job, run);
	const drops = run.nodes.map((node) => dropAt(edition, job, run, node)).filter((d) => d !== null);
	findings.push(...sized, ...dropFindings(edition, job, run, drops));
	return { findings, decisions: [...decisions, ...drops.map((drop) => dropDecision(edition, circuit, drop))] };
}

/** The circuit as a case for the sizing of one branch circuit; the smallest wire on the run is the one that is judged. */
export function sizeCaseOf(edition: Edition, job: Job, run: Run): SizeCase | null {
	const legs = run.nodes.map((n) => n.leg);
	const first = legs[0];
	if (!first) return null;
	const { circuit } = run;
	const index = indexOf(job);
	const count = run.nodes.reduce(
		(sum, n) => sum + (index.boxes.get(n.boxId)?.devices.reduce((s, d) => s + d.receptacles, 0) ?? 0),
		0
	);
	const load = circuit.load
		? asLoadCase(circuit.load)
		: { kind: 'general' as const, amps: designLoad(edition, job, circuit).amps, volts: circuitVolts(circuit) };
	return {
		load,
		wiring: {
			cable: first.cable,
			metal: first.metal,
			lengthFt: Math.max(0, ...run.nodes.map((n) => n.feet ?? 0)),
			ambientC: 30,
			currentCarrying: 2,
			terminalC: 60
		},
		outlets: { kind: count ? 'receptacle' : 'hard-wired', count: Math.max(1, count) },
		breakerA: circuit.breakerA,
		awg: first.awg
	};
}

function sizingOf(edition: Edition, job: Job, run: Run): StageResult {
	const c = sizeCaseOf(edition, job, run);
	const { circuit } = run;
	const subject: Subject = { kind: 'circuit', id: circuit.id };
	if (!c) return { findings: [], decisions: [] };
	const asBuilt = sizeCircuit(edition, c);
	const free = sizeCircuit(edition, { ...c, breakerA: undefined, awg: undefined });
	if (!asBuilt.ok) {
		const why = asBuilt.faults.map((f) => f.message).join('; ');
		return {
			findings: [
				{
					id: `size:${circuit.id}`,
					severity: 'violation',
					rule: cite(edition, edition.ampacity.rule),
					subject,
					message: `Circuit ${circuit.number}: ${why}.`
				}
			],
			decisions: []
		};
	}
	const sized = asBuilt.value;
	const decision: Decision = {
		id: `size:${circuit.id}`,
		subject,
		value: `${sized.awg} AWG · ${sized.breakerA} A`,
		title: circuit.state === 'found' ? 'as found' : 'as planned',
		steps: sized.steps,
		rules: [...new Map(sized.steps.flatMap((s) => (s.rule ? [[s.rule.section, s.rule] as const] : []))).values()],
		alternatives: free.ok
			? [{ value: `${free.value.awg} AWG · ${free.value.breakerA} A`, why: 'the least that carries this load' }]
			: []
	};
	const findings = sized.findings.map((f): Finding => {
		const most = f.id === 'wire-breaker' && f.need !== undefined ? f.need : null;
		return {
			...f,
			id: `${f.id}:${circuit.id}`,
			subject,
			message: `Circuit ${circuit.number}: ${f.message}`,
			fix: most ? { kind: 'set-breaker', label: `Make it ${most} A`, circuitId: circuit.id, breakerA: most } : undefined
		};
	});
	return { findings, decisions: [decision] };
}

const dropDecision = (edition: Edition, circuit: Circuit, drop: DropAt): Decision => ({
	id: `drop:${circuit.id}:${drop.boxId}`,
	subject: { kind: 'box', id: drop.boxId },
	value: `${show(drop.percent, 1)} %`,
	title: 'drop here at the design load, 75 °C',
	steps: drop.steps,
	rules: [cite(edition, edition.drop.rule)],
	alternatives: []
});

function dropFindings(edition: Edition, job: Job, run: Run, drops: readonly DropAt[]): Finding[] {
	const { circuit } = run;
	const boxes = indexOf(job).boxes;
	const found: Finding[] = [];
	for (const { leg } of run.nodes) {
		if (leg.lengthFt !== null) continue;
		found.push({
			id: `length:${leg.id}`,
			severity: 'advice',
			rule: cite(edition, edition.drop.rule),
			subject: { kind: 'leg', id: leg.id },
			message: `The length of ${boxes.get(leg.fromId)?.name ?? 'panel'} to ${boxes.get(leg.toId)?.name ?? '?'} is not known: drop beyond it cannot be figured.`
		});
	}
	const worst = [...drops].sort((a, b) => b.percent - a.percent)[0];
	const most = job.practice.dropPercent;
	if (worst && !atMost(worst.percent, most)) {
		found.push({
			id: `drop:${circuit.id}`,
			severity: 'advice',
			rule: cite(edition, edition.drop.rule),
			subject: { kind: 'box', id: worst.boxId },
			message: `Circuit ${circuit.number} loses ${show(worst.percent, 1)} % at ${boxes.get(worst.boxId)?.name}; advised is at most ${most} %.`,
			have: worst.percent,
			need: most,
			unit: '%'
		});
	}
	return found;
}

/** Small-appliance, laundry, bathroom and garage circuits feed their own places and nothing else. */
function feedFindings(edition: Edition, job: Job, run: Run): Finding[] {
	const { circuit } = run;
	const feeds = edition.circuitFeeds[circuit.kind];
	if (!feeds) return [];
	const found: Finding[] = [];
	const say = (id: string, subject: Subject, message: string, rule: RuleRef = feeds.rule) =>
		found.push({
			id: `${id}:${circuit.id}:${subject.id}`,
			severity: circuit.state === 'found' ? 'advice' : 'violation',
			rule: cite(edition, rule),
			subject,
			message
		});
	if (circuit.breakerA < feeds.leastA) {
		say(
			'feeds-rating',
			{ kind: 'circuit', id: circuit.id },
			`A ${inWords(circuit.kind)} circuit is at least ${feeds.leastA} A; circuit ${circuit.number} is ${circuit.breakerA} A.`
		);
	}
	const index = indexOf(job);
	for (const node of run.nodes) {
		const box = index.boxes.get(node.boxId);
		const room = box?.roomId ? index.rooms.get(box.roomId) : undefined;
		if (!box || !room || !feeds.rooms || feeds.rooms.includes(room.kind)) continue;
		say(
			'feeds',
			{ kind: 'box', id: box.id },
			`${box.name} in ${room.name} hangs on ${inWords(circuit.kind)} circuit ${circuit.number}, which may not feed it. Move it to another circuit.`
		);
	}
	return found;
}

/** Receptacle ratings against the circuit's. */
function ratingFindings(edition: Edition, job: Job, run: Run): Finding[] {
	const { circuit } = run;
	const index = indexOf(job);
	const receptacles = run.nodes.flatMap((n) => {
		const box = index.boxes.get(n.boxId);
		return box?.devices.filter((d) => d.receptacles > 0).map((device) => ({ box, device })) ?? [];
	});
	const count = receptacles.reduce((sum, r) => sum + r.device.receptacles, 0);
	const allowed = edition.receptacleCircuits.allowed[circuit.breakerA];
	return receptacles
		.filter(({ device }) => (count > 1 ? !!allowed && !allowed.includes(device.amps) : device.amps < circuit.breakerA))
		.map(({ box, device }): Finding => ({
			id: `rating:${circuit.id}:${device.id}`,
			severity: 'violation',
			rule: cite(edition, count > 1 ? edition.receptacleCircuits.rule : edition.receptacleCircuits.single),
			subject: { kind: 'box', id: box.id },
			message:
				count > 1
					? `${box.name}: a ${device.amps} A receptacle on a ${circuit.breakerA} A circuit of several; allowed are ${allowed?.join(' or ')} A.`
					: `${box.name}: a single receptacle of ${device.amps} A on a ${circuit.breakerA} A circuit must be rated at least as high.`,
			have: device.amps,
			unit: 'A'
		}));
}

/** Feet of a run, for a table. */
export const runFeet = (run: Run): string => {
	const feet = run.nodes.reduce<number | null>(
		(sum, n) => (sum === null || n.leg.lengthFt === null ? null : sum + n.leg.lengthFt),
		0
	);
	return feet === null ? 'not all measured' : formatFeet(feet);
};
