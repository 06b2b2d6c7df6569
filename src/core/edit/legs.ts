import { rowIn, type Command } from './command';
import type { Circuit, Leg, Job, Route } from '../model/job';

/** Changes what is said of one leg's cable. */
export const editLeg =
	(
		id: string,
		change: Partial<
			Pick<
				Leg,
				'lengthFt' | 'awg' | 'cable' | 'ground' | 'conductors' | 'metal' | 'state' | 'lies' | 'raceway' | 'route' | 'trench'
			>
		>
	): Command =>
	(draft) =>
		void Object.assign(rowIn(draft.legs, id, 'leg'), change);
/** Lays ways on the plan, each with its length. */
export const putRoutes =
	(rows: readonly { legId: string; route: Route; lengthFt: number }[]): Command =>
	(draft) => {
		for (const { legId, route, lengthFt } of rows) Object.assign(rowIn(draft.legs, legId, 'leg'), { route, lengthFt });
	};
/** Says what feeds the box of a leg. @param sure under 1: nobody saw it, it was reckoned @throws RangeError where that is not on the run, or the box would feed itself */
export const feedLeg =
	(legId: string, fromId: string | null, sure = 1): Command =>
	(draft) => {
		const leg = rowIn(draft.legs, legId, 'leg');
		const circuit = rowIn(draft.circuits, leg.circuitId, 'circuit');
		const name = rowIn(draft.boxes, leg.toId, 'box').name;
		if (fromId !== null && fromId !== circuit.panelId && !draft.legs.some((l) => l.circuitId === circuit.id && l.toId === fromId))
			throw new RangeError(`Circuit ${circuit.number} has no box to feed ${name} from there.`);
		if (fromId !== null && isDownstream(draft, circuit.id, leg.toId, fromId))
			throw new RangeError(`${name} cannot be fed from a box that it feeds itself.`);
		leg.fromId = fromId;
		if (sure < 1) leg.guess = sure;
		else delete leg.guess;
	};
/** Under this a reckoned feed is not written: it is only the next thing to test. */
export const FEED_SURE = 0.9;
/**
 * Writes a reckoned feed order: each cable keeps how likely its feed is, until somebody sees it.
 * @param best what feeds each box; null: the panel @throws RangeError where one of them is less likely than `FEED_SURE`
 */
export const writeFeeds =
	(
		circuitId: string,
		best: ReadonlyMap<string, { fromId: string | null; sure: number }>,
		feet: (fromId: string, boxId: string) => number | null
	): Command =>
	(draft) => {
		const { panelId } = rowIn(draft.circuits, circuitId, 'circuit');
		const doubtful = [...best].find(([, { sure }]) => sure < FEED_SURE);
		if (doubtful)
			throw new RangeError(`What feeds ${rowIn(draft.boxes, doubtful[0], 'box').name} is not known well enough to be written.`);
		// Cut all of them loose first, so that no order passes through an old one.
		for (const l of draft.legs) if (l.circuitId === circuitId && best.has(l.toId)) l.fromId = null;
		const waiting = new Map(best);
		while (waiting.size) {
			const ready = [...waiting].filter(([, { fromId }]) => fromId === null || !waiting.has(fromId));
			if (!ready.length) break;
			for (const [boxId, { fromId, sure }] of ready) {
				waiting.delete(boxId);
				const leg = draft.legs.find((l) => l.circuitId === circuitId && l.toId === boxId);
				const from = fromId ?? panelId;
				if (!leg || from === null) continue;
				feedLeg(leg.id, from, sure)(draft);
				leg.lengthFt ??= feet(from, boxId);
			}
		}
	};
/** Where a box is put on a circuit. */
interface Attach {
	legId: string;
	circuitId: string;
	/** The box or panel that feeds it; null: not known. */
	fromId: string | null;
	lengthFt: number | null;
	/** What was seen of the cable; what is left out was not seen. */
	cable?: Partial<Pick<Leg, 'cable' | 'awg' | 'metal' | 'conductors' | 'ground'>> | undefined;
}
/** Puts a box on its circuit: fed from a box of that run or from the panel, by a leg that may not be measured yet. */
export const attachBox =
	(boxId: string, to: Attach): Command =>
	(draft) => {
		const circuit = rowIn(draft.circuits, to.circuitId, 'circuit');
		const box = rowIn(draft.boxes, boxId, 'box');
		const like = draft.legs.find((l) => l.circuitId === to.circuitId);
		const onRun =
			to.fromId === null ||
			to.fromId === circuit.panelId ||
			draft.legs.some((l) => l.circuitId === circuit.id && l.toId === to.fromId);
		if (!onRun) throw new RangeError(`Circuit ${circuit.number} has no box to feed ${box.name} from there.`);
		if (to.fromId !== null && isDownstream(draft, circuit.id, boxId, to.fromId))
			throw new RangeError(`${box.name} cannot be fed from a box that it feeds itself.`);
		// A box keeps what it feeds; only its own feed moves.
		draft.legs = draft.legs.filter((l) => !(l.toId === boxId && l.circuitId === to.circuitId));
		draft.legs.push({
			id: to.legId,
			circuitId: to.circuitId,
			fromId: to.fromId,
			toId: boxId,
			...(box.state === 'found' ? NOBODY_SAW : plannedCable(circuit, like)),
			...to.cable,
			lengthFt: to.lengthFt,
			state: box.state
		});
	};
type CableOf = Pick<Leg, 'cable' | 'awg' | 'metal' | 'conductors' | 'ground'>;
/** Of a cable that is in the wall already only what is said of it is known. */
const NOBODY_SAW: CableOf = { cable: null, awg: null, metal: null, conductors: null, ground: null };
/** New cable is as the rest of its run; else copper NM-B with a ground, of the least gauge for its breaker. */
const plannedCable = (circuit: Circuit, like: Leg | undefined): CableOf => ({
	cable: like?.cable ?? 'NM-B',
	awg: like?.awg ?? (circuit.breakerA === null ? null : leastFor(circuit.breakerA)),
	metal: like?.metal ?? 'Cu',
	conductors: like?.conductors ?? 2,
	ground: like?.ground ?? true
});
/** Least copper for a breaker, for new cable. */
const LEAST_WIRE: readonly (readonly [upToA: number, awg: Leg['awg']])[] = [
	[15, '14'],
	[20, '12'],
	[30, '10'],
	[40, '8'],
	[55, '6'],
	[70, '4'],
	[95, '2']
];
const leastFor = (breakerA: number): Leg['awg'] => LEAST_WIRE.find(([upToA]) => breakerA <= upToA)?.[1] ?? '1/0';
/**
 * Feeds the boxes of a circuit from others than now, all at once. A leg that stays keeps its measured length.
 * @throws RangeError where a box is not on the circuit, or the run would not hang together
 */
export const setFeeds =
	(circuitId: string, feeds: readonly { boxId: string; fromId: string; feet: number }[]): Command =>
	(draft) => {
		const circuit = rowIn(draft.circuits, circuitId, 'circuit');
		const legs = draft.legs.filter((l) => l.circuitId === circuitId);
		for (const { boxId, fromId, feet } of feeds) {
			const leg = legs.find((l) => l.toId === boxId);
			if (!leg) throw new RangeError(`${rowIn(draft.boxes, boxId, 'box').name} is not on circuit ${circuit.number}.`);
			if (leg.fromId === fromId) continue;
			leg.fromId = fromId;
			leg.lengthFt = feet;
		}
		for (const leg of legs) {
			let at: string | null | undefined = leg.fromId;
			for (let n = 0; at !== circuit.panelId; n++) {
				at = legs.find((l) => l.toId === at)?.fromId;
				if (at === undefined || n > legs.length)
					throw new RangeError(`Circuit ${circuit.number} would not connect back to its panel.`);
			}
		}
	};
function isDownstream(job: Job, circuitId: string, boxId: string, at: string): boolean {
	const feeds = (id: string) => job.legs.find((l) => l.circuitId === circuitId && l.toId === id)?.fromId;
	for (let id: string | null | undefined = at, n = 0; id && n <= job.legs.length; id = feeds(id), n++)
		if (id === boxId) return true;
	return false;
}
/**
 * Takes a box off a circuit: what it fed is fed from the box before it, by a cable whose length is not known any more.
 * The last leg of a run simply goes.
 */
export const detachBox =
	(boxId: string, circuitId: string): Command =>
	(draft) => {
		const own = draft.legs.find((l) => l.circuitId === circuitId && l.toId === boxId);
		if (!own) throw new RangeError(`${rowIn(draft.boxes, boxId, 'box').name} is not on that circuit.`);
		for (const leg of draft.legs) {
			if (leg.circuitId !== circuitId || leg.fromId !== boxId) continue;
			leg.fromId = own.fromId;
			leg.lengthFt = null;
		}
		draft.legs = draft.legs.filter((l) => l.id !== own.id);
	};
/** Moves a box from one circuit to another as one edit. */
export const moveToCircuit =
	(boxId: string, fromCircuitId: string, to: Parameters<typeof attachBox>[1]): Command =>
	(draft) => {
		detachBox(boxId, fromCircuitId)(draft);
		attachBox(boxId, to)(draft);
	};
