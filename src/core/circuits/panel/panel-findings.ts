import { BreakerName, breakerNames } from '../../model/breaker-name';
import { cite, type RuleRef } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { Circuit, Feeder, Job, Panel, Room } from '../../model/known';
import { indexOf } from '../../model/job-index';
import { inWords, type BreakerForm } from '../../model/kinds';
import { orMissingFact } from '../../code/missing-fact';
import { ifKnown } from '../../model/known';
import type { Decision, Finding } from '../../model/result';
import { counted, show } from '../../units/quantity';
import { buildingOf, isApart } from '../../run/buildings';
import { feederFindings, sizeFeeder } from './215-feeder';
import { newService, panelPlaces } from './panel-places';
import { serviceFindings } from '../service/service-findings';
import { clashes, isService, occupantsOf, spacesOf, spareSpaces, type Occupant } from '../../run/spaces';

/** A panel: its slots, what its label lists, where neutral and grounds go, its feeder. @source 408, 110.3(B), 250.24, 250.32, 215, 225 */
export function panelFindings(edition: Edition, job: Job): Finding[] {
	return job.panels.flatMap((panel) =>
		[
			() => asFound(edition, panel),
			() => slotFindings(edition, job, panel),
			() => labelFindings(edition, job, panel),
			() => joinedFindings(edition, job, panel),
			() => detachedFindings(edition, job, panel),
			() => feederFindings(edition, job, panel),
			() => panelPlaces(edition, job, panel),
			() => newService({ edition, job }, panel, !!buildingOf(job, panel)),
			() => serviceFindings(edition, job, panel)
		].flatMap((find) => orMissingFact(job, cite(edition, edition.panels.devices), find))
	);
}
/** The feeder's arithmetic, for the slip of the panel that it feeds. */
export function panelDecisions(edition: Edition, job: Job): Decision[] {
	return job.panels.flatMap((panel) => {
		const joined = joinedDecision(edition, job, panel);
		return [...(panel.feeder ? (ifKnown(() => feederDecision(edition, job, panel, panel.feeder as Feeder)) ?? []) : []), joined];
	});
}
function feederDecision(edition: Edition, job: Job, panel: Panel, feeder: Feeder): Decision[] {
	const least = sizeFeeder({ edition, job }, panel, { feeder });
	const { awg, breakerA } = feeder;
	return [
		{
			code: 'feeder',
			id: `feeder:${panel.id}`,
			subject: { kind: 'panel' as const, id: panel.id },
			value: `${awg} AWG · ${breakerA} A`,
			title: 'feeder as planned',
			steps: least.steps,
			rules: [cite(edition, edition.panels.feeder.load), cite(edition, edition.panels.feeder.breaker)],
			alternatives: least.awg
				? [{ value: `${least.awg} AWG · ${least.breakerA} A`, why: 'the smallest that carries this load' }]
				: []
		}
	];
}
/** Where neutrals and grounds go in it. */
function joinedDecision(edition: Edition, job: Job, panel: Panel): Decision {
	const service = isService(job, panel);
	const rule = cite(edition, service ? edition.panels.joined : apartRule(edition, job, panel));
	return {
		code: 'joined',
		id: `joined:${panel.id}`,
		subject: at(panel),
		value: service ? 'neutral and grounds bonded' : 'neutral and grounds separate',
		title: service ? 'it holds the service disconnect' : 'it is fed from another panel',
		steps: [
			{
				label: service
					? 'all on bars that are bonded to the enclosure'
					: 'neutrals on a separate bar, grounds on one bonded to the enclosure',
				formula: service ? 'here, and nowhere downstream' : 'or the ground carries neutral current',
				value: panel.bonded === undefined ? 'to be checked' : panel.bonded ? 'joined' : 'apart',
				unit: '',
				rule
			}
		],
		rules: [rule],
		alternatives: []
	};
}

const nameOf = (job: Job, o: Occupant): string =>
	o.kind === 'circuit' ? o.circuit.name || 'a circuit' : `the feeder of ${o.panel.name}`;
const at = (panel: Panel): Finding['subject'] => ({ kind: 'panel', id: panel.id });

/** What was seen of a panel that needs nothing else to be said. @source 110.3(B), 408.7 */
function asFound(edition: Edition, panel: Panel): Finding[] {
	const { listed, fillers } = edition.panels;
	const say = (code: string, rule: RuleRef, message: string): Finding => ({
		code,
		id: `${code}:${panel.id}`,
		severity: 'caution',
		rule: cite(edition, rule),
		subject: at(panel),
		message
	});
	return [
		...(panel.mayNotTrip
			? [
					say(
						'may-not-trip',
						listed,
						`${panel.name} is of a kind whose breakers are known to fail to trip: don't rely on them for anything behind it. Advise replacing the panel.`
					)
				]
			: []),
		...(panel.openSpaces
			? [
					say(
						'fillers',
						fillers,
						`${panel.name} has open slots: live parts can be touched through them. Close them with fillers listed for it.`
					)
				]
			: [])
	];
}

function slotFindings(edition: Edition, job: Job, panel: Panel): Finding[] {
	const { devices } = edition.panels;
	const found: Finding[] = clashes(job, panel).map(({ space, first, second }) => ({
		code: 'slot',
		id: `slot:${panel.id}:${space}:${second.id}`,
		severity: 'violation',
		rule: cite(edition, devices),
		subject: at(panel),
		message: `Space ${space} of ${panel.name} is taken by both ${nameOf(job, first)} and ${nameOf(job, second)}. Move one, or use tandem breakers where the label lists them.`
	}));
	for (const o of occupantsOf(job, panel.id)) {
		const beyond = spacesOf(o).find((s) => s > panel.spaces);
		if (beyond === undefined) continue;
		found.push({
			code: 'beyond',
			id: `beyond:${panel.id}:${o.id}`,
			severity: 'violation',
			rule: cite(edition, devices),
			subject: at(panel),
			message: `${panel.name} has ${panel.spaces} spaces; ${nameOf(job, o)} would sit in space ${beyond}.`,
			have: beyond,
			need: panel.spaces
		});
	}
	const waiting = occupantsOf(job, panel.id).filter((o) => o.space === null);
	const poles = waiting.reduce((sum, o) => sum + o.poles, 0);
	const spare = spareSpaces(job, panel).length;
	// A directory that was only ever read by names says nothing of slots: found circuits may wait.
	if (poles > spare && waiting.some((o) => o.kind === 'feeder' || o.circuit.state !== 'found')) {
		found.push({
			code: 'full',
			id: `full:${panel.id}`,
			severity: 'violation',
			rule: cite(edition, devices),
			subject: at(panel),
			message: `${panel.name} has ${counted(spare, 'spare space')}; ${counted(poles, 'pole')} ${poles === 1 ? 'needs' : 'need'} a space. Add a subpanel, or use tandem breakers where the label lists them.`,
			have: spare,
			need: poles
		});
	}
	return found;
}

/** Kinds that a breaker is, for the label. */
const formsOf = (c: Pick<Circuit, 'poles' | 'half' | 'breaker'>): BreakerForm[] => [
	c.half ? 'tandem' : 'full-size',
	...(c.poles === 2 ? (['two-pole'] as const) : []),
	...(c.breaker === 'none' ? [] : [c.breaker])
];

function labelFindings(edition: Edition, job: Job, panel: Panel): Finding[] {
	const { listed, devices } = edition.panels;
	const own = job.circuits.filter((c) => c.panelId === panel.id && (c.opener ?? 'breaker') === 'breaker');
	const special = own.filter((c) => c.half || c.breaker !== 'none');
	if (!panel.label) {
		const asks = special.some((c) => c.state !== 'found') && panel.kind !== 'fuses';
		return asks
			? [
					{
						code: 'label',
						id: `label:${panel.id}`,
						severity: 'advice',
						rule: cite(edition, listed),
						subject: at(panel),
						message: `What the label of ${panel.name} lists is not entered: ${counted(special.length, 'breaker')} of a special kind can't be checked against it.`
					}
				]
			: [];
	}
	const { forms, types } = panel.label;
	return own.flatMap((c) => {
		const say = (code: string, rule: RuleRef, message: string): Finding => ({
			code,
			id: `${code}:${c.id}`,
			severity: c.state === 'found' ? 'caution' : 'violation',
			rule: cite(edition, rule),
			subject: { kind: 'circuit', id: c.id },
			message
		});
		const wrong = forms.length ? formsOf(c).filter((f) => !forms.includes(f)) : [];
		return [
			...wrong.map((f) =>
				say(
					`form-${f}`,
					f === 'tandem' ? devices : listed,
					`${BreakerName(job, c)} has a ${inWords(f)} breaker; the label of ${panel.name} lists ${forms.map(inWords).join(', ')}.`
				)
			),
			...(c.breakerType && types.length && !types.includes(c.breakerType)
				? [
						say(
							'type',
							listed,
							`${BreakerName(job, c)} has a breaker of type ${c.breakerType}; the label of ${panel.name} lists ${types.join(', ')}.`
						)
					]
				: [])
		];
	});
}

/** In the same building 250.142(B); in one apart 250.32(B). */
const apartRule = (edition: Edition, job: Job, panel: Panel): RuleRef =>
	buildingOf(job, panel) ? edition.panels.detached.ground : edition.panels.apart;

/** Neutral and ground joined in a panel whose feeder brings no ground wire. @source 250.32(B)(1) Ex. 1, 250.142(B) */
function oldBond(edition: Edition, job: Job, panel: Panel, feeder: Feeder): Finding {
	const apart = !!buildingOf(job, panel);
	const mayStay = apart && feeder.state === 'found' && feeder.bondMayStay === true;
	return {
		code: 'joined',
		id: `joined:${panel.id}`,
		severity: mayStay ? 'advice' : apart && feeder.state === 'found' ? 'caution' : 'violation',
		rule: cite(edition, mayStay || apart ? edition.panels.detached.bond : edition.panels.apart),
		subject: at(panel),
		message: mayStay
			? `${panel.name} has its neutral and ground bonded on an old feeder without a ground wire: it may stay. Do not separate them without running a ground first.`
			: `${panel.name} has its neutral and ground bonded, and its feeder has no ground wire. Run a ground first, then separate them: separated without one, fault current has no path back.${apart ? ' It may stay only where no metal path connects the buildings and the service has no ground-fault protection: say so at the feeder.' : ''}`
	};
}

function joinedFindings(edition: Edition, job: Job, panel: Panel): Finding[] {
	const { joined, detached } = edition.panels;
	if (panel.bonded === undefined) return [];
	const service = isService(job, panel);
	if (service === panel.bonded) return [];
	// Parting an old bond without a ground wire would leave the building without any way back: the ground comes first.
	if (!service && panel.feeder && !panel.feeder.ground) return [oldBond(edition, job, panel, panel.feeder)];
	const apart = service ? joined : buildingOf(job, panel) ? detached.ground : apartRule(edition, job, panel);
	return [
		{
			code: 'joined',
			id: `joined:${panel.id}`,
			severity: 'violation',
			rule: cite(edition, apart),
			subject: at(panel),
			message: service
				? `${panel.name} has the service disconnect: bond its neutral and grounds there.`
				: `${panel.name} is fed from another panel: keep neutrals and grounds on separate bars, or the ground carries neutral current.`,
			fix: {
				kind: 'edit-panel',
				label: service ? 'Join them' : 'Separate them',
				panelId: panel.id,
				change: { bonded: service }
			}
		}
	];
}

/** A detached building: one supply, a disconnect at it, an electrode, a ground apart from the neutral. @source 225.30 to 225.36, 250.32 */
function detachedFindings(edition: Edition, job: Job, panel: Panel): Finding[] {
	const { detached } = edition.panels;
	const { rooms } = indexOf(job);
	const room = panel.roomId ? rooms.get(panel.roomId) : undefined;
	const found: Finding[] = [];
	if (panel.feeder && isApart(room) && panel.electrode !== true) {
		found.push({
			code: 'electrode',
			id: `electrode:${panel.id}`,
			severity: panel.feeder.state === 'found' ? 'caution' : 'violation',
			rule: cite(edition, detached.electrode),
			subject: at(panel),
			message: `${room?.name ?? 'The building'} has its own panel: a grounding electrode is required there.`,
			fix: { kind: 'edit-panel', label: 'Installed', panelId: panel.id, change: { electrode: true } }
		});
	}
	if (panel.feeder && isApart(room)) found.push(...disconnectRating(edition, job, panel, room));
	return [...found, ...suppliesOf(edition, job, panel)];
}
/** More than one supply of a building apart: told once, at the first panel that any of them comes from. @source 225.30 */
function suppliesOf(edition: Edition, job: Job, panel: Panel): Finding[] {
	const { boxes, cablesOfCircuit } = indexOf(job);
	return job.rooms.filter(isApart).flatMap((building): Finding[] => {
		const own = new Set(job.panels.flatMap((p) => (p.roomId === building.id ? [p.id] : [])));
		const outside = (panelId: string | null) => panelId === null || !own.has(panelId);
		const feeders = job.panels.flatMap((p) => (own.has(p.id) && p.feeder && outside(p.feeder.fromPanelId) ? [p.feeder] : []));
		const fed = job.circuits.filter(
			(c) => outside(c.panelId) && (cablesOfCircuit.get(c.id) ?? []).some((l) => boxes.get(l.toId)?.roomId === building.id)
		);
		// Two that share a neutral are one supply.
		const circuits = fed.filter((c, i) => !fed.slice(0, i).some((o) => o.id === c.multiwire?.withId));
		const from = new Set([...feeders.map((f) => f.fromPanelId), ...fed.map((c) => c.panelId)]);
		const have = feeders.length + circuits.length;
		if (have <= 1 || job.panels.find((p) => from.has(p.id)) !== panel) return [];
		return [
			{
				code: 'supply',
				id: `supply:${panel.id}:${building.id}`,
				severity: [...feeders, ...fed].every((s) => s.state === 'found') ? 'caution' : 'violation',
				rule: cite(edition, edition.panels.detached.oneSupply),
				subject: { kind: 'room', id: building.id },
				message: `${building.name} is a separate building with ${have} feeds${fed.length ? ` (${breakerNames(job, fed)})` : ''}: a building gets one supply. A multiwire circuit counts as one; for more, run a feeder to a panel there.`,
				have,
				need: 1
			}
		];
	});
}

/** The disconnect of a building apart: 15 A for one circuit, 30 for two of two wires, 100 for a dwelling, 60 for all else. @source 225.39 */
function disconnectRating(edition: Edition, job: Job, panel: Panel, room: Room | undefined): Finding[] {
	const { rule, one, two, dwelling, other } = edition.panels.detached.rating;
	const fed = occupantsOf(job, panel.id);
	if (!fed.length) return [];
	const twoWire = fed.every((o) => o.kind === 'circuit' && o.poles === 1 && !o.circuit.multiwire);
	const lived = (room && edition.walls.rooms.includes(room.kind)) ?? false;
	const need = lived ? dwelling : fed.length === 1 ? one : fed.length === 2 && twoWire ? two : other;
	if (panel.mainA >= need) return [];
	return [
		{
			code: 'building-rating',
			id: `building-rating:${panel.id}`,
			severity: panel.feeder?.state === 'found' ? 'caution' : 'violation',
			rule: cite(edition, rule),
			subject: at(panel),
			message: `The disconnect of ${room?.name ?? 'the building'} is ${panel.mainA} A; with ${counted(fed.length, 'circuit')} it must be at least ${need} A.`,
			have: panel.mainA,
			need,
			unit: 'A'
		}
	];
}

/** Service cables far apart: a hint. */
export function balanceHint(edition: Edition, panel: Panel, legs: { A: number; B: number }): Finding[] {
	const [more, less] = [Math.max(legs.A, legs.B), Math.min(legs.A, legs.B)];
	if (more < 2 * 2400 || less > 0.6 * more) return [];
	return [
		{
			code: 'balance',
			id: `balance:${panel.id}`,
			severity: 'advice',
			rule: cite(edition, edition.panels.balance),
			subject: at(panel),
			message: `${panel.name}: service leg A carries ${show(legs.A / 1000, 1)} kVA and B ${show(legs.B / 1000, 1)}. The panel page suggests a swap.`
		}
	];
}
