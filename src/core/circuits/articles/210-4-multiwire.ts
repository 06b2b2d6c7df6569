import { BreakerName, asTheyStand, breakerName, breakerNames, capital } from '../../model/breaker-name';
import { inRaceway } from '../../model/cable-kinds';
import { cite, type RuleRef } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { ifKnown, type Box, type Circuit, type Device, type Job } from '../../model/known';
import { indexOf } from '../../model/job-index';
import { inWords } from '../../model/kinds';
import type { Decision, Finding, Step } from '../../model/result';
import { feetBetween } from '../../run/moving';
import { isOneHot } from '../../run/one-hot';
import { runOf } from '../../run/runs';
import { sharedNeutralOnLoad } from '../../run/shared-neutral';
import { isFree, legOfSpace, spacesOf } from '../../run/spaces';

/**
 * Two hots on one neutral: lawful, and often torn out for want of a page that shows why. A pair of single-pole circuits
 * in one cable, or one two-pole circuit that feeds loads of 120 V.
 * @source 210.4, 210.7, 300.13(B)
 */
export interface Multiwire {
	/** One two-pole circuit, or the two of a pair. */
	circuits: readonly [Circuit] | readonly [Circuit, Circuit];
	findings: Finding[];
	/** What was checked, each with what was found. */
	points: Step[];
}

/** The multiwire circuit that this one is or belongs to; null where it shares no neutral. A pair is told of at its first circuit. */
export function multiwireOf(edition: Edition, job: Job, circuit: Circuit): Multiwire | null {
	const other = circuit.multiwire && indexOf(job).circuits.get(circuit.multiwire.withId);
	if (circuit.multiwire && other) return pairOf(edition, job, ...inOrder(circuit, other));
	if (circuit.poles === 2 && lineToNeutral(job, circuit).length) return twoPole(edition, job, circuit);
	return null;
}
const inOrder = (a: Circuit, b: Circuit): [Circuit, Circuit] => (asTheyStand(a, b) <= 0 ? [a, b] : [b, a]);

/** Devices of 120 V on a two-pole circuit, and yokes with a half of each. */
const lineToNeutral = (job: Job, circuit: Circuit): { box: Box; device: Device }[] =>
	devicesOn(job, circuit).filter(
		({ device }) => device.yoke === 'dual-voltage' || (device.volts === 120 && device.kind !== 'switch' && circuit.load === null)
	);
function devicesOn(job: Job, circuit: Circuit): { box: Box; device: Device }[] {
	const { boxes } = indexOf(job);
	return runOf(job, circuit).nodes.flatMap((n) => {
		const box = boxes.get(n.boxId);
		return box ? box.devices.map((device) => ({ box, device })) : [];
	});
}

/** What is looked at of a multiwire circuit; of a yoke with its device. */
type MultiwirePoint = 'adjoining' | 'cable' | 'legs' | 'loads' | 'neutral' | 'panel' | 'rating' | 'together' | 'yoke';

class Checked {
	readonly findings: Finding[] = [];
	readonly points: Step[] = [];
	constructor(
		private readonly edition: Edition,
		private readonly of: Circuit
	) {}
	/** What was looked at: as it ought to be, or a finding. */
	point(
		code: MultiwirePoint,
		rule: RuleRef,
		label: string,
		right: boolean,
		value: string,
		wrong: Partial<Omit<Finding, 'id' | 'code'>> & { message: string; of?: string }
	): void {
		const cited = cite(this.edition, rule);
		this.points.push({
			label,
			formula: right ? 'as required' : 'not met',
			value,
			unit: '',
			rule: cited,
			outcome: right ? 'met' : 'short'
		});
		if (right) return;
		const { of, ...found } = wrong;
		this.findings.push({
			circuitId: this.of.id,
			severity: this.of.state === 'found' ? 'caution' : 'violation',
			rule: cited,
			subject: { kind: 'circuit', id: this.of.id },
			...found,
			code: `multiwire-${code}`,
			id: `multiwire-${code}:${this.of.id}${of ? `:${of}` : ''}`
		});
	}
}

function pairOf(edition: Edition, job: Job, a: Circuit, b: Circuit): Multiwire {
	const { multiwire } = edition.circuits;
	const c = new Checked(edition, a);
	const both = breakerNames(job, [a, b]);
	c.point(
		'panel',
		multiwire.rule,
		'from one panel',
		a.panelId === b.panelId,
		a.panelId === b.panelId ? 'the same' : 'two panels',
		{
			message: `The hots of ${both} come from two panels: with a shared neutral both must come from one.`
		}
	);
	opposed(c, job, multiwire.rule, a, b);
	const opens = a.multiwire?.opens === b.multiwire?.opens ? (a.multiwire?.opens ?? 'each') : 'each';
	c.point(
		'together',
		multiwire.together,
		'both hots open together',
		opens !== 'each',
		opens === 'each' ? 'each one alone' : inWords(opens),
		{
			// A neutral that is opened while the other half is live is what kills.
			severity: 'violation',
			message: `The hots of ${both} open separately: with one off, the other still drives current into the shared neutral. Use a two-pole breaker, or a handle tie listed for the breakers.`,
			fix: { kind: 'pair-circuits', label: 'Two-pole breaker', circuitIds: [a.id, b.id], opens: 'two-pole' }
		}
	);
	if (opens !== 'each') adjoining(c, edition.circuits.adjoining, { job, a, b, twoPole: opens === 'two-pole' });
	throughDevices(c, job, multiwire.neutral, [a, b]);
	onLoads(c, job, multiwire.neutral, [a, b]);
	lineToLine(c, job, multiwire.loads, [a, b], opens === 'two-pole');
	yokes(c, job, multiwire.yoke, [a, b], opens !== 'each');
	sharedCable(c, job, multiwire.grouped, a, b);
	return { circuits: [a, b], ...c };
}

function opposed(c: Checked, job: Job, rule: RuleRef, a: Circuit, b: Circuit): void {
	if (a.space === null || b.space === null) return;
	const legs = [legOfSpace(a.space), legOfSpace(b.space)];
	const panel = job.panels.find((p) => p.id === a.panelId);
	const beside = [a.space + 2, a.space - 2].find((s) => panel && isFree(job, panel, { space: s, poles: 1, apart: [b.id] }));
	c.point(
		'legs',
		rule,
		'hots on opposite service legs',
		legs[0] !== legs[1],
		`space ${a.space} on ${legs[0]}, space ${b.space} on ${legs[1]}`,
		{
			severity: 'violation',
			message: `${capital(breakerNames(job, [a, b]))} share a neutral on one service leg, ${legs[0]}: the neutral carries the sum of both, up to ${a.breakerA + b.breakerA} A, and no breaker protects it.`,
			have: a.breakerA + b.breakerA,
			need: Math.max(a.breakerA, b.breakerA),
			unit: 'A',
			fix:
				beside === undefined
					? undefined
					: {
							kind: 'edit-circuit',
							label: `Put ${breakerName(job, b)} in space ${beside}`,
							circuitId: b.id,
							change: { space: beside }
						}
		}
	);
}

/** One breaker of two poles, or a handle tie, joins slots that are next to each other; the poles of one breaker have one rating. @source 210.4(B), 240.15(B) */
function adjoining(
	c: Checked,
	rule: RuleRef,
	{ job, a, b, twoPole }: { job: Job; a: Circuit; b: Circuit; twoPole: boolean }
): void {
	const what = twoPole ? 'a two-pole breaker' : 'a handle tie';
	if (a.space !== null && b.space !== null) {
		const beside = Math.abs(a.space - b.space) === 2;
		c.point('adjoining', rule, 'in adjacent spaces', beside, `spaces ${a.space} and ${b.space}`, {
			severity: 'violation',
			message: `${capital(breakerNames(job, [a, b]))} are entered as opening together by ${what}, but are not adjacent: each opens alone. Move one, or correct the entry.`
		});
	}
	if (twoPole)
		c.point('rating', rule, 'both poles the same rating', a.breakerA === b.breakerA, `${a.breakerA} and ${b.breakerA} A`, {
			severity: 'violation',
			message: `${capital(breakerNames(job, [a, b]))} are entered as one two-pole breaker, but with ${a.breakerA} and ${b.breakerA} A: both poles have the same rating.`
		});
}

/** A GFCI's LOAD would carry the shared neutral on. @source 300.13(B) */
function onLoads(c: Checked, job: Job, rule: RuleRef, circuits: readonly Circuit[]): void {
	for (const { box, device } of sharedNeutralOnLoad(job, circuits))
		c.point('neutral', rule, `${box.name}: the neutral does not go through LOAD`, false, 'through its LOAD', {
			of: `load:${device.id}`,
			severity: 'violation',
			subject: { kind: 'box', id: box.id },
			message: `${box.name}: the LOAD of its GFCI carries on a neutral that two hots share. Without the device both hots are in series across 240 V, and with it the second hot trips it. Splice the neutral; protect each hot where they part, or both on a two-pole breaker.`
		});
}
/** Boxes where the shared neutral goes on, with a device in them. */
function throughDevices(c: Checked, job: Job, rule: RuleRef, circuits: readonly Circuit[]): void {
	const { boxes } = indexOf(job);
	const onward = [
		...new Set(
			circuits.flatMap((x) =>
				runOf(job, x)
					.nodes.filter((n) => n.children.length && (circuits.length === 1 || sharedAt(job, circuits, n.boxId)))
					.map((n) => n.boxId)
			)
		)
	].flatMap((id) => boxes.get(id) ?? []);
	const told = onward.flatMap((box) => box.devices.filter((d) => d.kind !== 'switch').map((device) => ({ box, device })));
	const through = told.find(({ device }) => device.neutral === 'through-device');
	const unknown = told.filter(({ device }) => device.neutral === undefined);
	const value = through
		? `through the device of ${through.box.name}`
		: unknown.length
			? `not known at ${unknown.map((x) => x.box.name).join(', ')}`
			: 'spliced, with a pigtail';
	if (!through && unknown.length) {
		c.points.push({ label: 'the neutral does not depend on a device', formula: 'to be checked', value, unit: '' });
		return;
	}
	c.point('neutral', rule, 'the neutral does not depend on a device', !through, value, {
		severity: 'violation',
		subject: through && { kind: 'box', id: through.box.id },
		message: `${through?.box.name}: the shared neutral feeds through the device. Remove the device and everything downstream is in series across 240 V. Splice the neutral and pigtail to the device.`,
		fix: through && {
			kind: 'edit-device',
			label: 'Spliced, with a pigtail',
			boxId: through.box.id,
			deviceId: through.device.id,
			change: { neutral: 'spliced' }
		}
	});
}
const sharedAt = (job: Job, circuits: readonly Circuit[], boxId: string): boolean =>
	circuits.every((c) => runOf(job, c).byBox.has(boxId));

function lineToLine(c: Checked, job: Job, rule: RuleRef, circuits: readonly Circuit[], twoPole: boolean): void {
	const at240 = circuits
		.flatMap((x) => devicesOn(job, x))
		.find(({ device }) => device.volts === 240 || device.yoke === 'dual-voltage');
	c.point(
		'loads',
		rule,
		'line-to-neutral loads only, or one device opens all hots',
		!at240 || twoPole,
		at240 ? `${at240.box.name} takes 240 V` : 'line to neutral only',
		{
			subject: at240 && { kind: 'box', id: at240.box.id },
			message: `${at240?.box.name} takes 240 V on a multiwire circuit: it requires one two-pole breaker; a handle tie isn't enough.`
		}
	);
}

/** Two circuits on one yoke open together; a half of 250 V wants both hots, a neutral and a ground in the cable. */
function yokes(c: Checked, job: Job, rule: RuleRef, circuits: readonly Circuit[], together: boolean): void {
	for (const { box, device } of devicesOn(job, circuits[0] as Circuit).filter(({ device }) => device.yoke)) {
		const cable = runOf(job, circuits[0] as Circuit).byBox.get(box.id)?.cable;
		const wires = !!cable && cable.conductors >= 3 && cable.ground;
		c.point(
			'yoke',
			rule,
			`${box.name}: one yoke fed by two hots`,
			together && wires,
			wires ? '3 conductors and ground' : 'too few conductors',
			{
				of: device.id,
				subject: { kind: 'box', id: box.id },
				message: wires
					? `${box.name}: both hots on its yoke must open together at the panel.`
					: `${box.name}: ${device.yoke === 'split' ? 'a split duplex on two circuits' : 'a duplex with a half of 125 V and one of 250 V'} needs two hots, one neutral and a ground; its cable has ${cable?.conductors ?? 0} conductors${cable?.ground ? '' : ' and no ground'}.`
			}
		);
	}
}

/** In one cable the conductors are grouped by it; in raceway they are tied together. Two cables of two conductors have each a neutral of its own. */
function sharedCable(c: Checked, job: Job, rule: RuleRef, a: Circuit, b: Circuit): void {
	const { cablesOfCircuit, boxes } = indexOf(job);
	const cables = [...(cablesOfCircuit.get(a.id) ?? []), ...(cablesOfCircuit.get(b.id) ?? [])];
	const own = new Map(cables.map((l) => [l.id, l]));
	const joint = cables.flatMap((l) => (l.inCableOf ? (own.get(l.inCableOf) ?? []) : []));
	const thin = joint.find((l) => l.conductors < 3);
	const home = joint.some((l) => l.fromId === a.panelId);
	if (!cables.length) return;
	if (!home && cables.every((l) => inRaceway(l.kind))) {
		c.points.push({
			label: 'grouped in the panel',
			formula: 'to be checked',
			value: 'in raceway: tied together at the panel',
			unit: ''
		});
		return;
	}
	const first = runOf(job, a).nodes[0];
	const planned = cables.every((l) => l.fromId !== a.panelId || l.state === 'planned');
	c.point(
		'cable',
		rule,
		'grouped in the panel, in a cable of two hots and a neutral',
		home && !thin,
		thin ? `${thin.conductors} conductors` : home ? 'by the cable that holds them' : 'two cables, each with its own neutral',
		{
			message: thin
				? `The cable that ${breakerNames(job, [a, b])} share has ${thin.conductors} conductors; two hots and a neutral make three.`
				: `${capital(breakerNames(job, [a, b]))} are entered as sharing a neutral, but no cable from the panel holds both. Run both in one three-wire cable, or correct the entry.`,
			fix:
				thin || !first || !planned || !runOf(job, b).nodes.length
					? undefined
					: {
							kind: 'share-home-run',
							label: `One three-wire cable to ${boxes.get(first.boxId)?.name ?? 'the first box'}`,
							circuitIds: [a.id, b.id],
							feet: runOf(job, b)
								.nodes.filter((n) => n.fromId === b.panelId && n.boxId !== first.boxId)
								.map((n) => ({ boxId: n.boxId, lengthFt: feetBetween(job, { a: first.boxId, b: n.boxId }) }))
						}
		}
	);
}

function twoPole(edition: Edition, job: Job, circuit: Circuit): Multiwire {
	const { multiwire } = edition.circuits;
	const c = new Checked(edition, circuit);
	const thin = runOf(job, circuit).nodes.find((n) => n.cable.conductors < HOTS_AND_NEUTRAL && !isOneHot(job, circuit, n.cable));
	const name = indexOf(job).boxes.get(thin?.boxId ?? '')?.name;
	c.point('cable', multiwire.rule, 'two hots and a neutral', !thin, thin ? `two conductors to ${name}` : 'three conductors', {
		message: `${BreakerName(job, circuit)} supplies 120 V loads on two poles, and the cable to ${name} has no neutral.`,
		fix:
			thin?.cable.state === 'planned'
				? {
						kind: 'edit-cable',
						label: 'Make it a three-wire cable',
						cableId: thin.cable.id,
						change: { conductors: HOTS_AND_NEUTRAL }
					}
				: undefined
	});
	const [upper, lower] = spacesOf(circuit);
	if (upper !== undefined && lower !== undefined)
		c.points.push({
			label: 'hots on opposite service legs',
			formula: 'by the two-pole breaker',
			value: `space ${upper} on ${legOfSpace(upper)}, space ${lower} on ${legOfSpace(lower)}`,
			unit: '',
			rule: cite(edition, multiwire.rule)
		});
	c.points.push({
		label: 'both hots open together',
		formula: 'as required',
		value: 'two-pole breaker',
		unit: '',
		outcome: 'met',
		rule: cite(edition, multiwire.together)
	});
	throughDevices(c, job, multiwire.neutral, [circuit]);
	onLoads(c, job, multiwire.neutral, [circuit]);
	lineToLine(c, job, multiwire.loads, [circuit], true);
	yokes(c, job, multiwire.yoke, [circuit], true);
	return { circuits: [circuit], ...c };
}

/** Findings and the code basis of each multiwire circuit, once. */
export function assessMultiwire(edition: Edition, job: Job): { findings: Finding[]; decisions: Decision[] } {
	const all = job.circuits.flatMap((c) => {
		const m = multiwireOf(edition, job, c);
		return m && m.circuits[0].id === c.id ? [m] : [];
	});
	return {
		findings: [...all.flatMap((m) => m.findings), ...loneYokes(edition, job), ...borrowed(edition, job)],
		decisions: all.flatMap((m) =>
			m.circuits.map((c): Decision => ({
				code: 'multiwire',
				id: `multiwire:${c.id}`,
				subject: { kind: 'circuit', id: c.id },
				value: m.findings.length ? `multiwire: ${m.findings.length} not met` : 'multiwire, as required',
				title: 'why two hots may share this neutral',
				steps: m.points,
				rules: [...new Map(m.points.flatMap((p) => (p.rule ? [[p.rule.section, p.rule] as const] : []))).values()],
				alternatives: []
			}))
		)
	};
}

/** A neutral that is another circuit's: it carries both, and is live with its own breaker off. @source 200.4, 300.3(B) */
function borrowed(edition: Edition, job: Job): Finding[] {
	return job.circuits
		.filter((c) => c.borrowedNeutral)
		.map((c): Finding => ({
			code: 'borrowed',
			id: `borrowed:${c.id}`,
			severity: 'violation',
			rule: cite(edition, edition.circuits.borrowed),
			subject: { kind: 'circuit', id: c.id },
			message: `${BreakerName(job, c)} uses another circuit's neutral: that neutral can be overloaded, and it is live with its own breaker off. Fix: run its own neutral, move its hot to that circuit's breaker, or make the two a multiwire circuit in adjacent spaces that open together.`,
			fix: { kind: 'edit-circuit', label: 'It has its own neutral now', circuitId: c.id, change: { borrowedNeutral: false } }
		}));
}

/** A yoke with two voltages, or a split one, on a circuit that has only one hot for it. */
/** Every cable of it has a second hot beside hot and neutral. */
const carriesBoth = (job: Job, circuit: Circuit): boolean =>
	job.cables.every((l) => l.circuitId !== circuit.id || (ifKnown(() => l.conductors) ?? 0) >= HOTS_AND_NEUTRAL);
const HOTS_AND_NEUTRAL = 3;
function loneYokes(edition: Edition, job: Job): Finding[] {
	return job.circuits
		.filter((c) => c.poles === 1 && !c.multiwire)
		.flatMap((c) =>
			devicesOn(job, c)
				.filter(
					({ box, device }) =>
						device.yoke && (device.yoke === 'dual-voltage' || (indexOf(job).circuitsOfBox.get(box.id) ?? []).length > 1)
				)
				.map(({ box, device }): Finding => ({
					code: 'yoke',
					id: `yoke:${c.id}:${device.id}`,
					severity: 'violation',
					rule: cite(edition, edition.circuits.multiwire.yoke),
					circuitId: c.id,
					subject: { kind: 'box', id: box.id },
					message:
						device.yoke === 'dual-voltage'
							? `${box.name}: the 250 V half needs both hots; ${breakerName(job, c)} has one pole.`
							: `${box.name}: its yoke is on two circuits that do not open together at the panel.`,
					fix:
						device.yoke === 'dual-voltage' && devicesOn(job, c).length === 1 && carriesBoth(job, c)
							? { kind: 'edit-circuit', label: 'Make it two-pole', circuitId: c.id, change: { poles: 2, space: null } }
							: undefined
				}))
		);
}
