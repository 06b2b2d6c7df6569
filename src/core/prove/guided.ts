import type { RuledJob } from '../code/ruled-job';
import { WORN_BREAKER } from '../faults/thresholds';
import { knownOr } from '../model/fact-words';
import type { GuidedCheck, Job, Circuit, Device } from '../model/known';
import { guidedLevel, type GuidedAnswer, type GuidedPoint, type Question } from './guided-answer';
import {
	HEATER_ASKS,
	heaterCheck,
	heaterPredicted,
	LOADS_ASKS,
	loadsCheck,
	loadsPredicted,
	type PredictedAsks
} from './guided-loads';
import type { Step } from '../model/result';
import type { Awg } from '../units/gauge';
import type { Edition } from '../code/shape/edition';
import { indexOf } from '../model/job-index';
import type { GuidedKind } from '../model/kinds';
import { thinnestWire } from '../circuits/size/thinnest-wire';
import { standardBreaker } from '../code/240-6-breakers';
import { show, atMost } from '../units/quantity';
import { sayRise, sayTemp } from '../units/temperature';
import { hotTerminal, terminalSays } from './judge-breaker';
import { AT_BREAKER } from './limits';
import { carriesLoad, holdsLoad, triedLong } from './load-test';
import { jobWiring } from '../network/job-wiring';
import { build, planOf } from '../network/build';
import { type Network, Solution } from '../network/solve';
import { size } from '../network/phasor';
import { ARC_ASKS, arcCheck, GROUND_FAULT_ASKS, groundFaultCheck, RESET_ASKS, resetCheck } from './guided-trips';
import { shortCheck } from './short';

type Facts = Pick<GuidedCheck, 'figures' | 'words'>;
const BREAKER_ASKS: readonly Question[] = [
	{ key: 'loadA', words: 'Load on it when it trips', unit: 'A', max: 400, live: true },
	{ key: 'tripS', words: 'It holds for', unit: 's', max: 86_400 },
	{ key: 'terminalC', words: 'Its terminal', unit: '°C', max: 300 },
	{ key: 'neighborC', words: 'A neighbor’s terminal', unit: '°C', max: 300 },
	{ key: 'ambientC', words: 'The room', unit: '°C', max: 60 },
	{ key: 'look', words: 'Looks', allowed: { clean: 'clean', browned: 'discolored or melted', loose: 'loose on its bar' } },
	{
		key: 'listed',
		words: 'Type marked on it',
		allowed: { yes: 'listed for this panel', no: 'not listed for it', unread: 'not read' }
	},
	{ key: 'resetTrips', words: 'On reset', allowed: { holds: 'holds', 'at-once': 'trips at once' } },
	{ key: 'afterA', words: 'After the change: load', unit: 'A', max: 400, live: true },
	{ key: 'afterV', words: 'After the change: volts at that load', unit: 'V', max: 260, live: true },
	{ key: 'heldS', words: 'After the change: it held that load for', unit: 's', max: 86_400 }
];
const ELEMENT_ASKS: readonly Question[] = [
	{ key: 'watts', words: 'Element', unit: 'W', max: 20_000 },
	{ key: 'volts', words: 'at', unit: 'V', max: 260 },
	{ key: 'ohms', words: 'Cold, across its screws', unit: 'ohm', max: 1e6 },
	{ key: 'open', words: 'The meter shows', allowed: { figure: 'the figure above', open: 'open' } },
	{ key: 'sheath', words: 'Screw to sheath', allowed: { open: 'open: no reading', reads: 'it reads' } },
	{ key: 'shellOhms', words: 'It reads, screw to sheath', unit: 'ohm', max: 1e8 }
];
const DIMMING_ASKS: readonly Question[] = [
	{ key: 'loadA', words: 'Load that is switched on', unit: 'A', max: 100, live: true },
	{ key: 'nearIdle', words: 'Where it dims, before', unit: 'V', max: 260, live: true },
	{ key: 'nearLoaded', words: 'Where it dims, under load', unit: 'V', max: 260, live: true },
	{ key: 'panelIdle', words: 'At the panel, same leg, before', unit: 'V', max: 260, live: true },
	{ key: 'panelLoaded', words: 'At the panel, same leg, under load', unit: 'V', max: 260, live: true },
	{ key: 'otherIdle', words: 'At the panel, other leg, before', unit: 'V', max: 260, live: true },
	{ key: 'otherLoaded', words: 'At the panel, other leg, under load', unit: 'V', max: 260, live: true }
];
const SHORT_ASKS: readonly Question[] = [
	{ key: 'ohms', words: 'At the panel, breaker off and wire off it: the short reads', unit: 'ohm', max: 1e6 },
	{ key: 'leads', words: 'The meter’s own leads', unit: 'ohm', max: 10 }
];
export const ASKS = {
	breaker: BREAKER_ASKS,
	element: ELEMENT_ASKS,
	heater: HEATER_ASKS,
	loads: LOADS_ASKS,
	dimming: DIMMING_ASKS,
	short: SHORT_ASKS,
	'ground-fault': GROUND_FAULT_ASKS,
	'gfci-reset': RESET_ASKS,
	'arc-fault': ARC_ASKS
} as const satisfies Record<GuidedKind, readonly Question[]>;
export type { Question } from './guided-answer';
/** What is worked out from the job; where it lacks a fact, null, and a point that says which. */
const orPoint = <T>(job: Job, points: GuidedPoint[], read: () => T): T | null =>
	knownOr<T | null, null>(job, read, (why) => {
		points.push({ level: 'unknown', says: why.slice(0, -1) });
		return null;
	});
interface WireOn {
	awg: Awg;
	carries: number;
	most: number;
	/** What it is known by: nobody need have seen it. */
	as: string;
}
/** The thinnest wire of a circuit and the most that its breaker may be. @source 240.4, small conductors and next size up; motors and heaters by their own articles */
function rightForWire(edition: Edition, job: Job, circuit: Circuit): WireOn | null {
	const thinnest = thinnestWire(edition, job, circuit);
	if (!thinnest) return null;
	const { cable: thin, carries } = thinnest;
	const next = standardBreaker(carries, edition) ?? carries;
	const nameplate = circuit.load && edition.loads[circuit.load.kind].nameplate;
	const small = nameplate ? undefined : edition.smallConductor[thin.metal][thin.awg];
	const most = nameplate ? (circuit.load?.mocp ?? next) : Math.min(next, small ?? Infinity);
	return {
		awg: thin.awg,
		carries,
		most,
		as: { found: 'as found', planned: 'planned', built: 'built' }[thin.state]
	};
}
/** What is known at a breaker, and what of it has been said so far. */
interface AtBreaker extends Facts {
	job: Job;
	/** Its rating; null: not read. */
	amps: number | null;
	points: GuidedPoint[];
	steps: Step[];
}
function breakerForWire({ amps, points, steps }: AtBreaker, wire: WireOn | null): void {
	if (!wire) return;
	steps.push({ label: `${wire.awg} AWG, the smallest on it`, formula: 'ampacity as installed', value: wire.carries, unit: 'A' });
	if (amps === null) return;
	if (amps > wire.most)
		points.push({
			level: 'bad',
			says: `${amps} A is too large for ${wire.awg} AWG, ${wire.as} (at most ${show(wire.most, 0)} A): look at the wire on its screw, and change the breaker before anything else`
		});
	else points.push({ level: 'good', says: `${amps} A is right for ${wire.awg} AWG, ${wire.as}` });
}
/** Heat takes seconds at the least: what opens sooner is a short, an arc, a rush of current, or the breaker itself. Practice. */
const AT_ONCE_S = 0.1;
function tripsAtOnce({ figures: { tripS }, words, points }: AtBreaker): void {
	const timed = tripS !== undefined && tripS < AT_ONCE_S;
	if (timed)
		points.push({
			level: 'bad',
			says: `It trips in ${show(tripS, 2)} s: a short or ground fault, an arc, or the breaker itself; an overload takes longer. Do not reset it again: find the fault on the dead circuit, by ohms`
		});
	else if (words.resetTrips === 'at-once')
		points.push({
			level: 'bad',
			says: 'It trips at once on reset: one try, then stop. Find the fault on the dead circuit first, by ohms'
		});
}
/** Trips well below its rating: worn, or heat from a loose terminal. */
function tripsAtLoad({ amps, figures: { loadA, tripS }, words, points, steps }: AtBreaker): void {
	if (loadA === undefined || amps === null) return;
	const share = loadA / amps;
	steps.push({ label: 'load against rating', formula: `${show(loadA, 1)} / ${amps}`, value: 100 * share, unit: '%' });
	const held = tripS === undefined ? '' : ` after ${show(tripS, 0)} s`;
	if (tripS !== undefined && tripS < AT_ONCE_S) return;
	if (share > 1)
		points.push({
			level: 'look',
			says: `It carries ${show(loadA, 1)} A on ${amps} A: overloaded, and the breaker is doing its job. Move loads to another circuit`
		});
	else if (words.resetTrips !== 'at-once')
		points.push({
			level: share < WORN_BREAKER.calledUnderShare ? 'bad' : 'look',
			says: `It trips${held} at ${show(100 * share, 0)}% of its rating: worn, or heated by a loose terminal. Check torque, swap with the type listed for this panel, load-test after`
		});
}
function besideNeighbor({ figures, points, steps }: AtBreaker): void {
	const { terminalC, neighborC, ambientC, loadA, afterA } = figures;
	if (terminalC === undefined || neighborC === undefined) return;
	const { over, level, says } = terminalSays({ terminalC, neighborC, ambientC, loaded: (loadA ?? afterA ?? 0) > 0 });
	steps.push({
		label: 'over its neighbor',
		formula: `${show(terminalC, 0)} - ${show(neighborC, 0)}`,
		value: over,
		unit: '°C'
	});
	points.push({ level, says: `Its ${says}` });
}
/** What its words say by themselves, in the order in which they are asked. */
const SEEN_AT_BREAKER: readonly (GuidedPoint & { key: string; is: string })[] = [
	{
		key: 'look',
		is: 'browned',
		level: 'bad',
		says: 'Discolored or melted: replace it, and look at the bar and at the wire under its screw'
	},
	{
		key: 'look',
		is: 'loose',
		level: 'bad',
		says: 'Loose on its bar: the bus or the clip is burnt. Use another space, or ask the panel manufacturer'
	},
	{ key: 'listed', is: 'no', level: 'bad', says: "It fits but isn't listed: replace it with the type on the panel label" },
	{ key: 'listed', is: 'unread', level: 'look', says: 'Read the panel label before buying a breaker' }
];
/** Without its neighbor a terminal is held against the room, under load. */
function oneTerminal({ figures: { terminalC, neighborC, ambientC, loadA, afterA }, points }: AtBreaker): void {
	if (terminalC === undefined) {
		if (neighborC !== undefined) points.push({ level: 'unknown', says: 'Its own terminal is not read, only its neighbor' });
		return;
	}
	if (neighborC !== undefined) return;
	const hot = hotTerminal(terminalC, ambientC);
	if (hot) points.push({ level: hot.level, says: `Its ${hot.says}` });
	else if (ambientC === undefined)
		points.push({
			level: 'unknown',
			says: `Its terminal is at ${sayTemp(terminalC)}: read the room, or its neighbor, beside it`
		});
	else if (!((loadA ?? afterA ?? 0) > 0))
		points.push({
			level: 'unknown',
			says: `Its terminal is ${sayRise(terminalC - ambientC)} over the room, with no load said: read it under load`
		});
	else points.push({ level: 'good', says: `Its terminal is ${sayRise(terminalC - ambientC)} over the room, under load` });
}
/** Since the change it held enough, for long enough. */
const holdsNow = (at: AtBreaker): boolean => at.amps !== null && holdsLoad(at.job, at.amps, at.figures);
const before = ({ says }: GuidedPoint): GuidedPoint => ({
	level: 'good',
	says: `Before the change: ${says.charAt(0).toLowerCase()}${says.slice(1)}`
});
/** A breaker that holds little, or not long, was not tried; nothing is load-tested by nothing. */
function loadTested(at: AtBreaker): void {
	const {
		amps,
		figures: { afterA, afterV, heldS },
		points
	} = at;
	if (!afterA) {
		if ([afterA, afterV, heldS].some((v) => v !== undefined))
			points.push({ level: 'unknown', says: 'Not load-tested after: at what load is not entered, or none was on' });
		return;
	}
	if (amps === null) return;
	const fine = carriesLoad(at.job, amps, at.figures);
	const tried = triedLong(amps, at.figures);
	const what = `${show(afterA, 1)} A${afterV === undefined ? '' : ` at ${show(afterV, 1)} V`}`;
	if (fine && !tried)
		points.push({
			level: 'unknown',
			says: `Held ${what}${heldS === undefined ? '' : ` for ${show(heldS, 0)} s`}: that proves nothing. At least ${show(AT_BREAKER.holdsShare * amps, 0)} A for ${AT_BREAKER.holdsS / 60} min`
		});
	else points.push({ level: fine ? 'good' : 'look', says: `Load-tested after: ${what}` });
}
/** A breaker that trips: is it right for its wire, is it overloaded, is it worn, is it hot. */
export function breakerCheck({ edition, job }: RuledJob, circuit: Circuit, { figures, words }: Facts): GuidedAnswer {
	const points: GuidedPoint[] = [];
	const amps = orPoint(job, points, () => circuit.breakerA);
	const wire = orPoint(job, points, () => rightForWire(edition, job, circuit));
	const at: AtBreaker = { job, figures, words, amps, points, steps: [] };
	breakerForWire(at, wire);
	// What was planned or found of the wire is nothing that was read at the breaker.
	if (![...Object.values(figures), ...Object.values(words)].some((v) => v !== undefined))
		points.push({ level: 'unknown', says: 'Nothing is read at the breaker yet' });
	const trips: AtBreaker = { ...at, points: [] };
	tripsAtOnce(trips);
	tripsAtLoad(trips);
	// What it did before the change is not what it does since it held its load.
	points.push(...(holdsNow(at) ? trips.points.map(before) : trips.points));
	besideNeighbor(at);
	for (const { key, is, level, says } of SEEN_AT_BREAKER) if (words[key] === is) points.push({ level, says });
	if (figures.tripS !== undefined && figures.loadA === undefined)
		points.push({ level: 'unknown', says: 'At what load it trips is not entered' });
	oneTerminal(at);
	loadTested(at);
	return guidedLevel(points, at.steps, 'Enter what was read.');
}
/** A heating element: cold ohms against V^2 / W, and to its shell. Never energized dry. */
export function elementCheck({ figures, words }: Facts): GuidedAnswer {
	const { watts, volts, ohms, shellOhms } = figures;
	const points: GuidedPoint[] = [];
	const steps: Step[] = [];
	if (watts && volts) {
		const should = (volts * volts) / watts;
		steps.push({ label: 'cold ohms', formula: `${show(volts, 0)}² / ${show(watts, 0)}`, value: should, unit: 'ohm' });
		if (words.open === 'open')
			points.push({
				level: 'bad',
				says: 'Open: burned out. Replace with the same volts, watts, length and mounting, and never energize it dry'
			});
		else if (ohms !== undefined) {
			const off = Math.abs(ohms - should) / should;
			points.push(
				atMost(off, ELEMENT_SHARE)
					? { level: 'good', says: `${show(ohms)} ohm against ${show(should)}: element OK` }
					: {
							level: atMost(off, 2 * ELEMENT_SHARE) ? 'look' : 'bad',
							says: `${show(ohms)} ohm against ${show(should)}: ${ohms < should ? 'partly shorted, or a different element' : 'a bad connection, or a different element'}`
						}
			);
		}
	}
	// What nobody read is not open.
	if (shellOhms !== undefined || words.sheath === 'reads')
		points.push({
			level: 'bad',
			says: `${shellOhms === undefined ? 'A reading' : `${show(shellOhms, 0)} ohm`} to the sheath: it leaks. Replace it; there should be no reading to the sheath`
		});
	else if (words.sheath === 'open') points.push({ level: 'good', says: 'Open to its sheath' });
	else if (points.length)
		points.push({
			level: 'unknown',
			says: 'Not read to its sheath yet, one lead on a screw: it may leak though its ohms are right'
		});
	if (points.length && (!steps.length || (ohms === undefined && words.open !== 'open')))
		points.push({ level: 'unknown', says: 'Enter its watts and volts, and its cold ohms across its screws' });
	return guidedLevel(points, steps, 'Enter its watts and volts, and what the meter shows.');
}
const ELEMENT_SHARE = 0.1;
/**
 * Lights that dim on another circuit than the load: the joint is in what both share. Volts at two places while the load
 * goes on tell whether the fall is in the service, in what lies between panel and outlet, or in both.
 */
export function dimmingCheck({ edition, job }: RuledJob, circuit: Circuit | undefined, { figures }: Facts): GuidedAnswer {
	const { loadA, nearIdle, nearLoaded, panelIdle, panelLoaded, otherIdle, otherLoaded } = figures;
	const points: GuidedPoint[] = [];
	const steps: Step[] = [];
	if (!loadA || panelIdle === undefined || panelLoaded === undefined)
		return guidedLevel(points, steps, 'Read the panel before and under the load.');
	// Legs that are apart before any load was put on: nothing more is put on.
	if (otherIdle !== undefined && Math.abs(panelIdle - otherIdle) > LEGS_APART_V) {
		points.push({
			level: 'bad',
			says: `The legs are ${show(Math.abs(panelIdle - otherIdle), 1)} V apart with nothing on: the service neutral may be open. Stop, main off, call the utility. Put no load on`
		});
		return guidedLevel(points, steps, '');
	}
	const sound = orPoint(job, points, () => soundLegs(edition, job, circuit, loadA));
	if (sound === null) return guidedLevel(points, steps, '');
	const should = sound.falls;
	const atPanel = panelIdle - panelLoaded;
	steps.push(
		{
			label: 'drop at a good panel',
			formula: `${show(loadA, 1)} A through the service and its feeders, solved`,
			value: should,
			unit: 'V'
		},
		{ label: 'drop at the panel', formula: `${show(panelIdle, 1)} - ${show(panelLoaded, 1)}`, value: atPanel, unit: 'V' },
		{ label: 'shared ohms', formula: `${show(atPanel)} / ${show(loadA, 1)}`, value: atPanel / loadA, unit: 'ohm' }
	);
	const rise = otherIdle === undefined || otherLoaded === undefined ? null : otherLoaded - otherIdle;
	const neutral = rise === null ? null : neutralSays({ rise, atPanel, sound });
	if (rise !== null)
		steps.push({
			label: 'the other leg',
			formula: `${show(otherLoaded ?? 0, 1)} - ${show(otherIdle ?? 0, 1)}, ${show(sound.rises, 1)} at a good service`,
			value: rise,
			unit: 'V'
		});
	if (neutral) points.push(neutral);
	else if (atPanel > Math.max(2 * should, should + 1)) {
		points.push({
			level: 'bad',
			says: `The panel drops ${show(atPanel, 1)} V where ${show(should, 1)} is normal: the bad connection is in the service, the main or the feeder, which both circuits share`
		});
	} else if (atPanel < -RISE_V)
		points.push({
			level: 'look',
			says: `It rises by ${show(-atPanel, 1)} V under the load: another leg was read, or the service neutral is loose. Read both legs, before and under it`
		});
	else if (loadA < LOADED_FROM_A)
		points.push({
			level: 'unknown',
			says: `${show(loadA, 1)} A is too little to tell: switch on ${LOADED_FROM_A} A or more, and read again`
		});
	else
		points.push({
			level: 'good',
			says: `The panel drops ${show(atPanel, 1)} V, as a good service does: what both share is OK`
		});
	if (rise === null)
		points.push({
			level: 'unknown',
			says: 'The other leg was not read before and under the load: a loose service neutral is not ruled out'
		});
	if (nearIdle !== undefined && nearLoaded !== undefined) {
		const near = nearIdle - nearLoaded;
		const between = near - atPanel;
		steps.push({
			label: 'between panel and outlet',
			formula: `${show(near, 1)} - ${show(atPanel, 1)}`,
			value: between,
			unit: 'V'
		});
		if (between > BETWEEN_V)
			points.push({
				level: 'look',
				says: `Between the panel and there ${show(between, 1)} V drop with the load on another circuit: they share a neutral, a connection or a splice on the way. Follow the neutral`
			});
		else points.push({ level: 'good', says: 'It drops as much as the panel does, no more' });
	}
	return guidedLevel(points, steps, '');
}
/** How the legs move under a load on one of them, V. */
interface Legs {
	falls: number;
	rises: number;
}
/**
 * The neutral of the service: one leg falls while the other rises, by more than this service's own wires give.
 * @source practice: caution from 2 V beyond, stop from 5% of the nominal volts
 */
function neutralSays({ rise, atPanel, sound }: { rise: number; atPanel: number; sound: Legs }): GuidedPoint | null {
	const beyond = rise - sound.rises;
	const apart = rise + atPanel - sound.rises - sound.falls;
	const said = `The other leg rises by ${show(rise, 1)} V while this one is loaded, where ${show(Math.max(0, sound.rises), 1)} is normal`;
	if (beyond > RISE_V && apart >= STOP_APART_V)
		return { level: 'bad', says: `${said}: the service neutral is open or loose. Stop, main off, call the utility` };
	return beyond >= CAUTION_RISE_V
		? { level: 'look', says: `${said}: the service neutral may be loose. Put no larger load on; have the utility measure it` }
		: null;
}
/** What the bars of a circuit's panel fall by, and those of the other leg rise by, under a load: everything on the way to them sound. */
function soundLegs(edition: Edition, job: Job, circuit: Circuit | undefined, loadA: number): Legs {
	const { wiring } = jobWiring(edition, job, circuit ? [circuit] : []);
	const at = circuit ? wiring.breakers.find((b) => b.circuitId === circuit.id)?.poles[0]?.bar : wiring.supply.bars.a;
	const neutral = circuit ? `${circuit.panelId}:n` : wiring.supply.bars.neutral;
	const built = build(planOf(wiring), [], { unplugged: true });
	if (!at) return { falls: 0, rises: 0 };
	const other = otherBar(at, wiring.supply.bars, circuit?.panelId);
	const legs = (network: Network) => {
		const solved = new Solution(network);
		const volts = (bar: string) => size(solved.between(built.point(bar), built.point(neutral)));
		return { at: volts(at), other: other === null ? 0 : volts(other) };
	};
	const loaded = built.network.copy();
	loaded.resistor(built.point(at), built.point(neutral), wiring.supply.volts / loadA);
	const [idle, under] = [legs(built.network), legs(loaded)];
	return { falls: idle.at - under.at, rises: under.other - idle.other };
}
/** The bar of the other leg in the same panel. */
function otherBar(at: string, supply: { a: string; b: string | null }, panelId: string | null | undefined): string | null {
	if (at === supply.a) return supply.b;
	if (at === supply.b) return supply.a;
	const own = panelId ? { a: `${panelId}:a`, b: `${panelId}:b` } : supply;
	return at === own.a ? own.b : own.a;
}
const RISE_V = 1;
const CAUTION_RISE_V = 2;
/** 5% of 120 V. */
const STOP_APART_V = 6;
/** Unequal legs as found: no load is added. @source practice */
const LEGS_APART_V = 10;
const BETWEEN_V = 1;
/** Under this a bad connection of a tenth of an ohm loses less than a meter and a service stray. Practice. A */
const LOADED_FROM_A = 8;
/** What a guided check says so far, and what to read next. */
export function guidedAnswer(edition: Edition, job: Job, check: GuidedCheck): GuidedAnswer {
	const { circuits } = indexOf(job);
	const circuit = circuits.get(check.of);
	if (check.kind === 'breaker') return circuit ? breakerCheck({ edition, job }, circuit, check) : GONE;
	if (check.kind === 'short') return circuit ? shortCheck({ edition, job }, circuit, check) : GONE;
	if (check.kind === 'ground-fault') return circuit ? groundFaultCheck({ edition, job }, circuit, check) : GONE;
	if (check.kind === 'arc-fault') return circuit ? arcCheck({ edition, job }, circuit, check) : GONE;
	if (check.kind === 'gfci-reset') return resetCheck(check);
	if (check.kind === 'heater') return heaterCheck(check);
	if (check.kind === 'loads') return loadsCheck(check);
	return check.kind === 'element' ? elementCheck(check) : dimmingCheck({ edition, job }, circuit, check);
}
/** What a sound thing reads for the questions of a check, where that can be told. */
export const predictedAsks = (check: Pick<GuidedCheck, 'kind' | 'figures' | 'words'>): PredictedAsks =>
	check.kind === 'heater' ? heaterPredicted(check) : check.kind === 'loads' ? loadsPredicted(check) : {};
const GONE: GuidedAnswer = { level: 'unknown', says: 'Its circuit is no longer in the job.', points: [], steps: [] };
/** Watts and volts of the element on a box, where its nameplate was entered. */
export const elementOf = (device: Device | undefined): Record<string, number> =>
	device?.watts ? { watts: device.watts, volts: device.volts, ratedV: device.volts } : {};
