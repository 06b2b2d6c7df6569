import { isUnnamed } from '../model/breaker-name';
import type { Box, Circuit, Job, LiveEvent, Panel, Reading } from '../model/job';
import { indexOf } from '../model/job-index';
import { knownBefore } from '../model/written';
import { breakerPoints, deadPoints, disconnectPoints, panelPoints, type DeadPoint } from './dead-points';
import { lastSwitched, lastSwitchedFor } from '../model/power';

/** What hands go into: a box with what is in it, a panel behind its cover, a breaker or fuse on its bus, an appliance's disconnect. */
type GatePlace =
	| { kind: 'box'; box: Box; circuits: readonly Circuit[] }
	| { kind: 'panel'; panel: Panel; circuits: readonly Circuit[] }
	| { kind: 'breaker'; circuit: Circuit; circuits: readonly Circuit[] }
	| { kind: 'disconnect'; circuit: Circuit; circuits: readonly Circuit[] };

/** Under what the dead tests of a circuit's disconnect are kept: its breaker goes by the circuit's id. */
export const disconnectId = (circuit: Pick<Circuit, 'id'>): string => `${circuit.id}/disconnect`;
/** It has one that can be opened: in sight of what it serves, or one that locks. */
export const hasDisconnect = (circuit: Pick<Circuit, 'disconnect'>): boolean =>
	circuit.disconnect !== undefined && circuit.disconnect !== 'none';

/** The place of a box's, a panel's, a circuit's or a disconnect's id; null: it is not in the job. A circuit's is its breaker. */
export function gatePlace(job: Job, id: string): GatePlace | null {
	const { boxes, circuitsOfBox, circuits } = indexOf(job);
	const box = boxes.get(id);
	if (box) return { kind: 'box', box, circuits: withNeutral(job, circuitsOfBox.get(id) ?? []) };
	const panel = job.panels.find((p) => p.id === id);
	if (panel) return { kind: 'panel', panel, circuits: job.circuits.filter((c) => c.panelId === id) };
	const circuit = circuits.get(id);
	if (circuit) return { kind: 'breaker', circuit, circuits: [circuit] };
	const disconnected = job.circuits.find((c) => hasDisconnect(c) && disconnectId(c) === id);
	return disconnected ? { kind: 'disconnect', circuit: disconnected, circuits: [disconnected] } : null;
}

/** Of a shared neutral both handles: the current of the other hot comes back through this box. One handle may switch both. */
function withNeutral(job: Job, circuits: readonly Circuit[]): readonly Circuit[] {
	const others = circuits.flatMap((c) => {
		const partner = job.circuits.find((o) => o.id === c.multiwire?.withId || o.multiwire?.withId === c.id);
		const opens = c.multiwire?.opens ?? partner?.multiwire?.opens;
		return partner && opens === 'each' && !circuits.includes(partner) ? [partner] : [];
	});
	return others.length ? [...circuits, ...new Set(others)] : circuits;
}

/** What is read at a place for it to be verified dead, and what stays live there all the same. */
export function gateAt(
	job: Job,
	place: GatePlace,
	readings: readonly Reading[] = []
): { points: DeadPoint[]; staysLive: string[] } {
	if (place.kind === 'box') return { points: deadPoints(job, place.box, readings), staysLive: atDisconnect(place) };
	if (place.kind === 'disconnect') return { points: disconnectPoints(place.circuit), staysLive: [] };
	const panel = place.kind === 'panel' ? place.panel : job.panels.find((p) => p.id === place.circuit.panelId);
	return {
		points: place.kind === 'panel' ? panelPoints() : breakerPoints(place.circuit),
		staysLive: !panel
			? ['Its panel is not known: what feeds the bus that it sits on is not known to be off.']
			: panel.feeder
				? [`${panel.name} is fed from another panel: switch off and tag its feeder there, or the main of that panel.`]
				: ['The line side of the main stays live: only the utility can switch it off. Keep its cover on.']
	};
}

/** What is hard-wired may be off at its disconnect: the line side of that stays live, until the breaker is off too. */
const atDisconnect = ({ box, circuits }: Extract<GatePlace, { kind: 'box' }>): string[] =>
	box.devices.some((d) => d.kind === 'hard-wired') && circuits.some(hasDisconnect)
		? ['Off at its disconnect, the line side in the disconnect stays live: to work in there, tag the breaker or fuse.']
		: [];

/** The panel that a circuit or a panel is behind, and those that it is fed through. */
function panelsBehind(job: Job, panelId: string | null | undefined): string[] {
	const found: string[] = [];
	for (let at = panelId; at && !found.includes(at); at = job.panels.find((p) => p.id === at)?.feeder?.fromPanelId) found.push(at);
	return found;
}
/** The main or the feeder that is off and tagged for a panel, or for one that it is fed through. */
const mainOff = (job: Job, events: readonly LiveEvent[], panelId: string | null): LiveEvent | undefined =>
	panelsBehind(job, panelId)
		.map((id) => lastSwitchedFor(events, id))
		.find((e) => e?.kind === 'off-tagged');

/** How a circuit was last switched; where its panel is off whole, that. */
const circuitTag = (job: Job, events: readonly LiveEvent[], circuit: Circuit): LiveEvent | undefined => {
	const own = lastSwitched(events, circuit.id);
	return own?.kind === 'off-tagged' ? own : (mainOff(job, events, circuit.panelId) ?? own);
};

/**
 * The tags that a place stands under, all of which must be off: of its circuits or their panel's main, or of what was switched off
 * for a box by its marking; work on a breaker needs the bus that it sits on dead, work in a panel all of it.
 */
export function tagsOver(job: Job, events: readonly LiveEvent[], place: GatePlace): (LiveEvent | undefined)[] {
	if (place.kind === 'panel') return [mainOff(job, events, place.panel.id)];
	if (place.kind === 'breaker') return [circuitTag(job, events, place.circuit), mainOff(job, events, place.circuit.panelId)];
	// What only opens the disconnect leaves its line side live: the circuit itself must be off.
	if (place.kind === 'disconnect') return [circuitTag(job, events, place.circuit)];
	const last = lastSwitchedFor(events, place.box.id);
	const circuits = place.circuits.filter((c) => !isUnnamed(c));
	// The tag of another breaker says nothing of a box that is known to hang on this one.
	const own = last?.circuitId && circuits.length ? undefined : last;
	const onSince = circuits.some(({ id }) => {
		const last = lastSwitched(events, id);
		return !!last && last.kind !== 'off-tagged' && !!own && !knownBefore(last, own);
	});
	// With two circuits in it one switch is not enough; what was switched on since is no longer off, whatever it is called.
	if (circuits.length < 2 && own?.kind === 'off-tagged' && !onSince) return [own];
	return circuits.length ? circuits.map((c) => circuitTag(job, events, c)) : [own];
}

/** Every tag that holds a place off: also the main behind a breaker that is off by itself. On means all of them. */
export function heldOffBy(job: Job, events: readonly LiveEvent[], place: GatePlace): LiveEvent[] {
	const circuits = place.kind === 'box' ? place.circuits : place.kind === 'panel' ? [] : [place.circuit];
	const mains = circuits.map((c) => mainOff(job, events, c.panelId));
	const all = [...mains, ...tagsOver(job, events, place)].flatMap((t) => (t?.kind === 'off-tagged' ? [t] : []));
	return [...new Map(all.map((t) => [t.id, t])).values()];
}
