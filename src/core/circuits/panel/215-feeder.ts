import type { RuledJob } from '../../code/ruled-job';
import { CABLE_MAKES } from '../../model/cable-kinds';
import { HOT_TO_HOT_V } from '../../units/volts';
import { ampacityOf } from '../../code/310-15-ampacity';
import { standardBreaker } from '../../code/240-6-breakers';
import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { egcFor } from '../../code/250-122-grounding';
import { dropVolts, ohmsPerKft } from '../../code/chapter-9-resistance';
import type { Feeder, Job, Panel } from '../../model/known';
import type { Finding, Step } from '../../model/result';
import { compareGauge, GAUGES, type Awg } from '../../units/gauge';
import { atMost, show } from '../../units/quantity';
import { loosely, servedArea } from '../service/220-14-branch-load';
import { buildingOf } from '../../run/buildings';
import { wholeDwellingWire } from '../service/310-12-service-conductors';
import { isService, occupantsOf } from '../../run/spaces';
import { feederInTheWet } from '../articles/300-5-300-9-wet-places';
import { appliancesOf } from '../service/service-of-job';
import { serviceLoad } from '../service/220-82-service-load';

/** A feeder to another panel: its load by Article 220, breaker, conductors, ground and drop. */
interface FeederSize {
	loadA: number;
	/** With 125 % of what is continuous. */
	designA: number;
	breakerA: number;
	awg: Awg | null;
	egcAwg: Awg | null;
	dropPercent: number | null;
	steps: Step[];
}
/** Continuous on a feeder by its own article; the 125 % of water heaters and space heat is for their branch circuits. @source 625.42, 220.51 */
const CONTINUOUS = ['ev'];

/** What a panel carries, A at 240 V: its circuits by the standard method, and what is continuous among them. */
export function feederLoad(edition: Edition, job: Job, panel: Panel): { loadA: number; designA: number; steps: Step[] } {
	const own = job.circuits.filter((c) => c.panelId === panel.id);
	const count = (kind: string) => own.filter((c) => c.kind === kind).length;
	const appliances = appliancesOf(job).filter((a) => a.circuit.panelId === panel.id);
	const { va, steps } = serviceLoad(edition, {
		method: 'standard',
		areaSqFt: servedArea(job, panel),
		smallApplianceCircuits: count('small-appliance'),
		laundryCircuits: count('laundry'),
		appliances
	});
	// The last two steps are those of a service: amps and rating.
	const own220 = steps.filter((s) => s.unit === 'VA' && s.value !== 0);
	const loose = loosely(edition, job, panel);
	if (loose)
		own220.push({
			label: 'receptacles and lights where no floor area counts',
			formula: `${edition.service.receptacle.va} VA a receptacle`,
			rule: cite(edition, edition.service.receptacle.rule),
			value: loose,
			unit: 'VA'
		});
	const further = job.panels
		.filter((p) => p.feeder?.fromPanelId === panel.id)
		.reduce((sum, p) => sum + feederLoad(edition, job, p).loadA * HOT_TO_HOT_V, 0);
	if (further) own220.push({ label: 'panels fed from it', formula: '', value: further, unit: 'VA' });
	const loadA = (va + loose + further) / HOT_TO_HOT_V;
	const continuousVa = appliances
		.filter((a) => a.circuit.load && CONTINUOUS.includes(a.circuit.load.kind))
		.reduce((s, a) => s + a.va, 0);
	const extra = ((edition.continuous.factor - 1) * continuousVa) / HOT_TO_HOT_V;
	const rule = cite(edition, edition.panels.feeder.load);
	return {
		loadA,
		designA: loadA + extra,
		steps: [
			...own220,
			{
				label: 'load of the feeder',
				formula: `${Math.round(va + loose + further)} VA / ${HOT_TO_HOT_V} V`,
				value: loadA,
				unit: 'A',
				rule
			},
			{
				label: `with ${show(edition.continuous.factor * 100)}% of what is continuous`,
				formula: `+ ${show(extra)} A`,
				value: loadA + extra,
				unit: 'A',
				rule
			}
		]
	};
}

/**
 * The feeder of a panel: the least breaker and wire for its load, or the wire for a breaker that is given.
 * @source 215.2, 215.3, 240.4(B), 250.122  @example 37.3 A of load, NM-B: 40 A, 8 AWG
 */
export function sizeFeeder(
	{ edition, job }: RuledJob,
	panel: Panel,
	{ feeder, breakerA }: { feeder: Feeder; breakerA?: number | undefined }
): FeederSize {
	const { loadA, designA, steps } = feederLoad(edition, job, panel);
	const chosen = breakerA ?? standardBreaker(designA, edition) ?? feeder.breakerA;
	const whole = carriesAll(job, panel, feeder);
	const carries = (awg: Awg) => wireHolds(edition, feeder, awg, chosen, designA, whole);
	const awg = GAUGES.find(carries) ?? null;
	const egcAwg =
		awg && chosen <= (edition.grounding.rows.at(-1)?.upToA ?? 0)
			? egcFor({ breakerA: chosen, metal: feeder.metal, circuitAwg: awg }, edition)
			: null;
	const percent = awg && dropPercent(edition, feeder, awg, loadA);
	return {
		loadA,
		designA,
		breakerA: chosen,
		awg,
		egcAwg,
		dropPercent: percent,
		steps: [
			...steps,
			{
				label: 'breaker',
				formula: `carries ${show(designA)} A`,
				value: chosen,
				unit: 'A',
				rule: cite(edition, edition.panels.feeder.breaker)
			},
			{
				label: 'conductors',
				formula: `${CABLE_MAKES[feeder.kind].name} ${feeder.metal}, on ${chosen} A`,
				value: awg ?? 'none here is large enough',
				unit: 'AWG',
				rule: cite(edition, whole ? edition.panels.wholeDwelling.rule : edition.panels.feeder.load)
			},
			...(egcAwg
				? [
						{
							label: 'ground',
							formula: `${chosen} A breaker`,
							value: egcAwg,
							unit: 'AWG',
							rule: cite(edition, edition.grounding.rule)
						}
					]
				: []),
			...(percent === null
				? []
				: [
						{
							label: `drop over ${feeder.lengthFt} ft`,
							formula: `at ${show(loadA)} A of ${HOT_TO_HOT_V} V`,
							value: percent,
							unit: '%',
							rule: cite(edition, edition.drop.rule)
						}
					])
		]
	};
}
/** Amps that the wire of a feeder bears where it lies: at its cable's column, and at its terminals. */
function feederAmpacity(edition: Edition, feeder: Feeder, awg: Awg, breakerA: number): number | null {
	const { terminals } = edition;
	return (
		ampacityOf(edition, {
			awg,
			metal: feeder.metal,
			cable: feeder.kind,
			ambientC: 30,
			currentCarrying: 2,
			terminalC: feeder.terminalC ?? (breakerA > terminals.upToA ? terminals.above : 60)
		})?.amps ?? null
	);
}
/** It carries the whole dwelling: nothing of the house hangs before it. @source 310.12 */
function carriesAll(job: Job, panel: Panel, feeder: Feeder): boolean {
	const from = job.panels.find((p) => p.id === feeder.fromPanelId);
	return !!from && isService(job, from) && !buildingOf(job, panel) && occupantsOf(job, from.id).length === 1;
}
function wireHolds(edition: Edition, feeder: Feeder, awg: Awg, breakerA: number, designA: number, whole: boolean): boolean {
	const { fromA, toA } = edition.panels.wholeDwelling;
	if (whole && breakerA >= fromA && breakerA <= toA) {
		const least = wholeDwellingWire(edition, breakerA, feeder.metal);
		return least !== null && compareGauge(awg, least) >= 0;
	}
	const amps = feederAmpacity(edition, feeder, awg, breakerA);
	if (amps === null || !atMost(designA, amps)) return false;
	const small = edition.smallConductor[feeder.metal][awg];
	return atMost(breakerA, Math.min(small ?? Infinity, standardBreaker(amps, edition) ?? amps));
}
function dropPercent(edition: Edition, feeder: Feeder, awg: Awg, loadA: number): number | null {
	if (feeder.lengthFt === null) return null;
	return (100 * dropVolts(loadA, feeder.lengthFt, ohmsPerKft(awg, feeder.metal, edition))) / HOT_TO_HOT_V;
}

/** The feeder as it is, against its load, its breaker and its panel. @source 215.2, 215.3, 408.36, 250.32(B), 334.12 */
export function feederFindings(edition: Edition, job: Job, panel: Panel): Finding[] {
	const { feeder } = panel;
	if (!feeder) return [];
	const { panels } = edition;
	const from = job.panels.find((p) => p.id === feeder.fromPanelId);
	const { designA } = feederLoad(edition, job, panel);
	const needed = sizeFeeder({ edition, job }, panel, {
		feeder,
		breakerA: Math.max(feeder.breakerA, standardBreaker(designA, edition) ?? 0)
	});
	const found: Finding[] = [];
	const say = (code: string, f: Omit<Finding, 'id' | 'code' | 'subject' | 'severity'> & Partial<Pick<Finding, 'severity'>>) =>
		found.push({
			severity: feeder.state === 'found' ? 'caution' : 'violation',
			...f,
			code,
			id: `${code}:${panel.id}`,
			subject: { kind: 'panel', id: panel.id }
		});
	const set = (label: string, change: Partial<Feeder>): Finding['fix'] => ({
		kind: 'edit-panel',
		label,
		panelId: panel.id,
		change: { feeder: { ...feeder, ...change } }
	});
	if (!atMost(designA, feeder.breakerA)) {
		say('feeder-load', {
			// Too little for its load is no lesser fault for being old.
			severity: 'violation',
			rule: cite(edition, panels.feeder.breaker),
			message: `The feeder of ${panel.name} must carry ${show(designA)} A; its breaker is ${feeder.breakerA} A.`,
			have: feeder.breakerA,
			need: designA,
			unit: 'A',
			fix: needed.awg
				? set(`Make it ${needed.breakerA} A on ${needed.awg} AWG`, { breakerA: needed.breakerA, awg: needed.awg })
				: undefined
		});
	}
	const whole = carriesAll(job, panel, feeder);
	const bears = feederAmpacity(edition, feeder, feeder.awg, feeder.breakerA);
	const larger =
		needed.awg && compareGauge(needed.awg, feeder.awg) > 0
			? set(`Make it ${needed.awg} AWG`, { awg: needed.awg, breakerA: needed.breakerA })
			: undefined;
	if (!wireHolds(edition, feeder, feeder.awg, feeder.breakerA, designA, whole)) {
		const overloaded = !whole && (bears === null || !atMost(designA, bears));
		const carries = bears === null ? 'is not in the table' : `carries ${show(bears)} A`;
		say('feeder-wire', {
			...(overloaded ? { severity: 'violation' as const } : {}),
			rule: cite(edition, overloaded ? panels.feeder.load : whole ? panels.wholeDwelling.rule : edition.smallConductor.wire),
			message: overloaded
				? `${feeder.awg} AWG ${CABLE_MAKES[feeder.kind].name} ${carries}; the feeder of ${panel.name} must carry ${show(designA)} A.`
				: `${feeder.awg} AWG ${CABLE_MAKES[feeder.kind].name} ${carries}: too small for the ${feeder.breakerA} A breaker of the feeder of ${panel.name}.`,
			have: bears ?? 0,
			need: overloaded ? designA : feeder.breakerA,
			unit: 'A',
			fix: larger
		});
	}
	if (feeder.breakerA > panel.mainA) {
		say('feeder-panel', {
			rule: cite(edition, panels.protection),
			message: `${panel.name} is rated ${panel.mainA} A, and the breaker that protects it is ${feeder.breakerA} A.`,
			have: feeder.breakerA,
			need: panel.mainA,
			unit: 'A'
		});
	}
	const detached = buildingOf(job, panel) !== buildingOf(job, from ?? panel);
	// An old three-wire feeder to a building apart may keep its bond; it is told of at the bond.
	const mayStay = detached && feeder.state === 'found' && feeder.bondMayStay && panel.bonded !== false;
	if ((feeder.conductors < 3 || !feeder.ground) && !mayStay) {
		say('feeder-wires', {
			rule: cite(edition, detached ? panels.detached.ground : panels.apartFeeder),
			message: `The feeder of ${panel.name} needs four wires: two hots, a neutral and a separate ground.`,
			fix: set('Four wires', { conductors: 3, ground: true })
		});
	}
	found.push(...feederInTheWet({ edition, job }, panel, feeder));
	const percent = dropPercent(edition, feeder, feeder.awg, feederLoad(edition, job, panel).loadA);
	if (percent !== null && !atMost(percent, edition.drop.percent)) {
		say('feeder-drop', {
			severity: 'advice',
			rule: cite(edition, edition.drop.rule),
			message: `The feeder of ${panel.name} drops ${show(percent, 1)}% at its load; recommended: ${edition.drop.percent}% maximum, ${edition.drop.totalPercent}% with the branch circuit.`,
			have: percent,
			need: edition.drop.percent,
			unit: '%'
		});
	}
	return found;
}
