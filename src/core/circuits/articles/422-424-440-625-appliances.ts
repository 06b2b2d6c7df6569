import type { RuledJob } from '../../code/ruled-job';
import { BreakerName, breakerName } from '../../model/breaker-name';
import { cite, type RuleRef } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { Box, Circuit, Device, Job } from '../../model/known';
import type { Decision, Finding, Fix, Step } from '../../model/result';
import { nameplateVa } from '../service/service-of-job';
import { moveFix } from '../../run/moving';
import { outletsServed, type Run } from '../../run/runs';

/**
 * What the appliance of a circuit asks beside wire and breaker: to stand alone, four wires, a disconnect, a cord of a
 * certain length.
 * @source 250.140, 422.12, 422.16(B), 422.31, 424.19, 440.14, 625.40
 */
export function applianceFindings(edition: Edition, job: Job, run: Run): Finding[] {
	const outlets = outletsServed(job, run);
	return [
		...standsAlone(edition, job, run, outlets),
		...fourWires(edition, run, outlets),
		...heatOutlets({ edition, job }, run, outlets),
		...disconnects({ edition, job }, run)
	];
}
type Outlet = { box: Box; device: Device };
const grave = (c: Circuit): 'caution' | 'violation' => (c.state === 'found' ? 'caution' : 'violation');
/** A central heating appliance, wired in. */
export const isFurnace = (d: Device): boolean => d.kind === 'hard-wired' && d.serves === 'furnace';

function standsAlone(edition: Edition, job: Job, run: Run, outlets: readonly Outlet[]): Finding[] {
	const { circuit } = run;
	const { appliances } = edition;
	const say = (rule: RuleRef, { box, device }: Outlet, what: string, fix: () => Fix | undefined): Finding => ({
		code: 'alone',
		id: `alone:${circuit.id}:${device.id}`,
		severity: grave(circuit),
		rule: cite(edition, rule),
		circuitId: circuit.id,
		subject: { kind: 'box', id: box.id },
		message: `${box.name}: ${what} requires its own circuit; ${breakerName(job, circuit)} also supplies ${outlets.length - 1} more.`,
		fix: fix()
	});
	if (outlets.length < 2) return [];
	return outlets.flatMap((o) => {
		const { box, device } = o;
		const fix = () => moveFix({ edition, job }, { from: circuit, boxes: [box], as: 'individual' });
		if (isFurnace(device))
			return outlets.some((x) => x !== o && !(x.device.serves && appliances.furnace.with.includes(x.device.serves)))
				? [say(appliances.furnace.rule, o, 'a furnace', fix)]
				: [];
		if (device.serves === 'ev') return [say(appliances.ev, o, 'vehicle charging', fix)];
		if (device.serves !== 'microwave' || device.receptacles === 0) return [];
		const { rule, fromIn } = appliances.overRange;
		// At a height that nobody entered it may be over a range or on a counter.
		if (box.heightIn === null) return [{ ...say(rule, o, 'a microwave, if it is over a range,', fix), severity: 'advice' }];
		return box.heightIn >= fromIn ? [say(rule, o, 'an over-range microwave on a cord', fix)] : [];
	});
}

/** Existing three-wire ranges and dryers may stay; new work keeps neutral and ground apart. */
function fourWires(edition: Edition, run: Run, outlets: readonly Outlet[]): Finding[] {
	const { circuit } = run;
	if (circuit.poles !== 2) return [];
	return outlets.flatMap(({ box, device }) => {
		const cable = run.byBox.get(box.id)?.cable;
		const asks = device.serves === 'range' || device.serves === 'dryer';
		if (!asks || !cable || cable.state === 'found' || (cable.conductors >= 3 && cable.ground)) return [];
		return [
			{
				code: 'four-wires',
				id: `four-wires:${cable.id}`,
				severity: 'violation',
				rule: cite(edition, edition.appliances.fourWires),
				circuitId: cable.circuitId,
				subject: { kind: 'box', id: box.id },
				message: `${box.name}: a ${device.serves} in new work needs two hots, a neutral and a ground; its cable has ${cable.conductors} conductors${cable.ground ? '' : ' and no ground'}.`,
				fix: {
					kind: 'edit-cable',
					label: 'Three conductors and ground',
					cableId: cable.id,
					change: { conductors: 3, ground: true }
				}
			}
		];
	});
}

function heatOutlets({ edition, job }: RuledJob, run: Run, outlets: readonly Outlet[]): Finding[] {
	const { circuit } = run;
	const { rule, upToA } = edition.appliances.heatCircuits;
	if (circuit.load?.kind !== 'fixed-heat' || outlets.length < 2 || circuit.breakerA <= upToA) return [];
	return [
		{
			code: 'heat-outlets',
			id: `heat-outlets:${circuit.id}`,
			severity: grave(circuit),
			rule: cite(edition, rule),
			circuitId: circuit.id,
			subject: { kind: 'circuit', id: circuit.id },
			message: `${BreakerName(job, circuit)} feeds ${outlets.length} fixed-heat outlets at ${circuit.breakerA} A: with several outlets at most ${upToA} A.`,
			have: circuit.breakerA,
			need: upToA,
			unit: 'A'
		}
	];
}

/** The disconnect that such a load asks for; null where it asks for none of its own. */
function disconnectRule(edition: Edition, circuit: Circuit): { rule: RuleRef; inSight: boolean } | null {
	const { load } = circuit;
	const { disconnect } = edition.appliances;
	if (!load) return null;
	if (load.kind === 'hvac') return { rule: disconnect.hvac, inSight: true };
	if (load.kind === 'fixed-heat') return { rule: disconnect.heat, inSight: false };
	const cord = ['range', 'dryer', 'ev'].includes(load.kind);
	return !cord && nameplateVa(load) > disconnect.aboveVa ? { rule: disconnect.rule, inSight: false } : null;
}
function disconnects({ edition, job }: RuledJob, run: Run): Finding[] {
	const { circuit } = run;
	const asked = disconnectRule(edition, circuit);
	const { disconnect } = circuit;
	if (!asked || disconnect === undefined || disconnect === 'in-sight' || (disconnect === 'lockable' && !asked.inSight)) return [];
	return [
		{
			code: 'disconnect',
			id: `disconnect:${circuit.id}`,
			severity: grave(circuit),
			rule: cite(edition, asked.rule),
			circuitId: circuit.id,
			subject: { kind: 'circuit', id: circuit.id },
			message: `${BreakerName(job, circuit)}: ${circuit.load?.name || 'its appliance'} has ${disconnect === 'none' ? 'no disconnect' : 'only a lockable breaker'}; required: one ${asked.inSight ? 'in sight of it' : 'in sight of it, or a lockable breaker'}.`
		}
	];
}

/** What its appliance asks, for the slip; null for general circuits. */
export function applianceDecision(edition: Edition, job: Job, run: Run): Decision | null {
	const { circuit } = run;
	const { cords, fourWires: four, ev, furnace } = edition.appliances;
	const steps: Step[] = [];
	const add = (label: string, formula: string, value: string, rule: RuleRef) =>
		steps.push({ label, formula, value, unit: '', rule: cite(edition, rule) });
	const asked = disconnectRule(edition, circuit);
	if (asked)
		add(
			'disconnect',
			asked.inSight ? 'in sight of the equipment' : 'in sight, or a lockable breaker',
			circuit.disconnect === undefined ? 'to be checked' : circuit.disconnect.replaceAll('-', ' '),
			asked.rule
		);
	const inches = ([least, most]: readonly [number, number]) => `${least} to ${most} in`;
	for (const { device } of outletsServed(job, run)) {
		if (device.serves === 'dishwasher' && device.receptacles)
			add('cord of the dishwasher', 'from the receptacle', inches(cords.dishwasher), cords.rule);
		if (device.serves === 'disposer' && device.receptacles)
			add('cord of the disposer', 'from the receptacle', inches(cords.disposer), cords.rule);
		if ((device.serves === 'range' || device.serves === 'dryer') && device.volts === 240)
			add(
				'wires',
				'two hots, neutral, ground',
				`${run.nodes[0]?.cable.conductors ?? 0} and ${run.nodes[0]?.cable.ground ? 'ground' : 'no ground'}`,
				four
			);
		if (device.serves === 'ev') add('circuit', 'nothing else on it', 'its own', ev);
		if (isFurnace(device)) add('circuit', 'nothing but its own equipment', 'its own', furnace.rule);
	}
	if (!steps.length) return null;
	return {
		code: 'appliance',
		id: `appliance:${circuit.id}`,
		subject: { kind: 'circuit', id: circuit.id },
		value: circuit.load?.name || circuit.name,
		title: 'what its appliance requires',
		steps,
		rules: steps.flatMap((s) => (s.rule ? [s.rule] : [])),
		alternatives: []
	};
}
