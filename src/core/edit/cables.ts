import { BreakerName, breakerName } from '../model/breaker-name';
import { rowIn, type Command } from './command';
import type { Awg } from '../units/gauge';
import type { Circuit, Cable, Job, Route } from '../model/job';

/** Changes what is said of a cable. */
export const editCable =
	(
		id: string,
		change: Partial<
			Pick<
				Cable,
				'lengthFt' | 'awg' | 'kind' | 'ground' | 'conductors' | 'metal' | 'state' | 'lies' | 'raceway' | 'route' | 'trench'
			>
		>
	): Command =>
	(draft) =>
		void Object.assign(rowIn(draft.cables, id, 'cable'), change);
/** Lays ways on the plan, each with its length. */
export const putRoutes =
	(rows: readonly { cableId: string; route: Route; lengthFt: number }[]): Command =>
	(draft) => {
		for (const { cableId, route, lengthFt } of rows) Object.assign(rowIn(draft.cables, cableId, 'cable'), { route, lengthFt });
	};
/** Says what feeds the box of a cable. @param sure under 1: nobody saw it, it was reckoned @throws RangeError where that is not on the run, or the box would feed itself */
export const feedCable =
	(cableId: string, fromId: string | null, sure = 1): Command =>
	(draft) => {
		const cable = rowIn(draft.cables, cableId, 'cable');
		const circuit = rowIn(draft.circuits, cable.circuitId, 'circuit');
		const name = rowIn(draft.boxes, cable.toId, 'box').name;
		if (
			fromId !== null &&
			fromId !== circuit.panelId &&
			!draft.cables.some((l) => l.circuitId === circuit.id && l.toId === fromId)
		)
			throw new RangeError(`${BreakerName(draft, circuit)} has no box to feed ${name} from there.`);
		if (fromId !== null && isDownstream(draft, circuit.id, cable.toId, fromId))
			throw new RangeError(`${name} cannot be fed from a box that it feeds itself.`);
		cable.fromId = fromId;
		if (sure < 1) cable.guess = sure;
		else delete cable.guess;
	};
/**
 * Writes what was measured at an opened box: these were dead with its hots parted, and live with them joined. What is already known
 * to be behind another box, and that one behind this, keeps the nearer.
 */
export const writeBehind =
	(circuitId: string, openedId: string, deadIds: readonly string[]): Command =>
	(draft) => {
		const own = draft.cables.filter((l) => l.circuitId === circuitId);
		const behindOf = new Map(own.flatMap((l) => (l.behind ? [[l.toId, l.behind] as const] : [])));
		const isBefore = (id: string, seen: readonly string[] = []): boolean => {
			const up = behindOf.get(id);
			return up !== undefined && !seen.includes(up) && (up === openedId || deadIds.includes(up) || isBefore(up, [...seen, up]));
		};
		for (const cable of own) {
			if (cable.toId === openedId) continue;
			if (deadIds.includes(cable.toId)) cable.behind = cable.behind && isBefore(cable.toId) ? cable.behind : openedId;
			else if (cable.behind === openedId) delete cable.behind;
		}
	};
/** Under this a reckoned feed is not written: it is only the next thing to test. */
export const FEED_SURE = 0.9;
/** What was reckoned is never all certain: only a look makes it so. */
const MOST_SURE = 0.99;
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
		for (const l of draft.cables) if (l.circuitId === circuitId && best.has(l.toId)) l.fromId = null;
		const waiting = new Map(best);
		while (waiting.size) {
			const ready = [...waiting].filter(([, { fromId }]) => fromId === null || !waiting.has(fromId));
			if (!ready.length) break;
			for (const [boxId, { fromId, sure }] of ready) {
				waiting.delete(boxId);
				const cable = draft.cables.find((l) => l.circuitId === circuitId && l.toId === boxId);
				const from = fromId ?? panelId;
				if (!cable || from === null) continue;
				feedCable(cable.id, from, Math.min(sure, MOST_SURE))(draft);
				cable.lengthFt ??= feet(from, boxId);
			}
		}
	};
/** Where a box is put on a circuit. */
interface Attach {
	cableId: string;
	circuitId: string;
	/** The box or panel that feeds it; null: not known. */
	fromId: string | null;
	lengthFt: number | null;
	/** What was seen of the cable; what is left out was not seen. */
	cable?: Partial<Pick<Cable, 'kind' | 'awg' | 'metal' | 'conductors' | 'ground'>> | undefined;
}
/** Puts a box on its circuit: fed from a box of that run or from the panel, by a cable that may not be measured yet. */
export const attachBox =
	(boxId: string, to: Attach): Command =>
	(draft) => {
		const circuit = rowIn(draft.circuits, to.circuitId, 'circuit');
		const box = rowIn(draft.boxes, boxId, 'box');
		const like = draft.cables.find((l) => l.circuitId === to.circuitId);
		const onRun =
			to.fromId === null ||
			to.fromId === circuit.panelId ||
			draft.cables.some((l) => l.circuitId === circuit.id && l.toId === to.fromId);
		if (!onRun) throw new RangeError(`${BreakerName(draft, circuit)} has no box to feed ${box.name} from there.`);
		if (to.fromId !== null && isDownstream(draft, circuit.id, boxId, to.fromId))
			throw new RangeError(`${box.name} cannot be fed from a box that it feeds itself.`);
		// A box keeps what it feeds; only its own feed moves. A cable in the wall is the same piece, with all that is known of it.
		const before = draft.cables.find((l) => l.toId === boxId && l.circuitId === to.circuitId);
		const piece = before && before.state !== 'planned' && box.state === 'found' ? before : null;
		draft.cables = draft.cables.filter((l) => l !== before);
		draft.cables.push({
			id: piece?.id ?? to.cableId,
			circuitId: to.circuitId,
			fromId: to.fromId,
			toId: boxId,
			...(piece ? knownOf(piece) : box.state === 'found' ? NOBODY_SAW : plannedCable(circuit, like)),
			...to.cable,
			lengthFt: to.lengthFt,
			state: box.state
		});
	};
/** What was found of a piece of cable, wherever it turns out to come from. */
const knownOf = ({ kind, awg, metal, conductors, ground, raceway, lies }: Cable) => ({
	kind,
	awg,
	metal,
	conductors,
	ground,
	...(raceway ? { raceway } : {}),
	...(lies ? { lies } : {})
});
type CableOf = Pick<Cable, 'kind' | 'awg' | 'metal' | 'conductors' | 'ground'>;
/** Of a cable that is in the wall already only what is said of it is known. */
const NOBODY_SAW: CableOf = { kind: null, awg: null, metal: null, conductors: null, ground: null };
/** New cable is as the rest of its run; else copper NM-B with a ground, of the least gauge for its breaker. */
const plannedCable = (circuit: Circuit, like: Cable | undefined): CableOf => ({
	kind: like?.kind ?? 'NM-B',
	awg: like?.awg ?? (circuit.breakerA === null ? null : leastFor(circuit.breakerA)),
	metal: like?.metal ?? 'Cu',
	conductors: like?.conductors ?? 2,
	ground: like?.ground ?? true
});
/** Least copper for a breaker, for new cable. */
const LEAST_WIRE: readonly (readonly [upToA: number, awg: Awg])[] = [
	[15, '14'],
	[20, '12'],
	[30, '10'],
	[40, '8'],
	[55, '6'],
	[70, '4'],
	[95, '2']
];
/** @returns the least copper for a breaker of so many amperes */
export const leastFor = (breakerA: number): Awg => LEAST_WIRE.find(([upToA]) => breakerA <= upToA)?.[1] ?? '1/0';
/**
 * Feeds the boxes of a circuit from others than now, all at once. A cable that stays keeps its measured length.
 * @throws RangeError where a box is not on the circuit, or the run would not hang together
 */
export const setFeeds =
	(circuitId: string, feeds: readonly { boxId: string; fromId: string; feet: number }[]): Command =>
	(draft) => {
		const circuit = rowIn(draft.circuits, circuitId, 'circuit');
		const cables = draft.cables.filter((l) => l.circuitId === circuitId);
		for (const { boxId, fromId, feet } of feeds) {
			const cable = cables.find((l) => l.toId === boxId);
			if (!cable) throw new RangeError(`${rowIn(draft.boxes, boxId, 'box').name} is not on ${breakerName(draft, circuit)}.`);
			if (cable.fromId === fromId) continue;
			cable.fromId = fromId;
			cable.lengthFt = feet;
		}
		for (const cable of cables) {
			let at: string | null | undefined = cable.fromId;
			for (let n = 0; at !== circuit.panelId; n++) {
				at = cables.find((l) => l.toId === at)?.fromId;
				if (at === undefined || n > cables.length)
					throw new RangeError(`${BreakerName(draft, circuit)} would not connect back to its panel.`);
			}
		}
	};
function isDownstream(job: Job, circuitId: string, boxId: string, at: string): boolean {
	const feeds = (id: string) => job.cables.find((l) => l.circuitId === circuitId && l.toId === id)?.fromId;
	for (let id: string | null | undefined = at, n = 0; id && n <= job.cables.length; id = feeds(id), n++)
		if (id === boxId) return true;
	return false;
}
/**
 * Takes a box off a circuit. What is planned to be fed by it is fed from the box before it, by a cable of unknown length; what feeds a
 * cable in the wall then, nobody knows. The last cable of a run simply goes.
 */
export const detachBox =
	(boxId: string, circuitId: string): Command =>
	(draft) => {
		const own = draft.cables.find((l) => l.circuitId === circuitId && l.toId === boxId);
		if (!own) throw new RangeError(`${rowIn(draft.boxes, boxId, 'box').name} is not on that circuit.`);
		for (const cable of draft.cables) {
			if (cable.circuitId !== circuitId || cable.fromId !== boxId) continue;
			cable.fromId = cable.state === 'planned' ? own.fromId : null;
			cable.lengthFt = null;
		}
		draft.cables = draft.cables.filter((l) => l.id !== own.id);
	};
/** Moves a box from one circuit to another as one edit. */
export const moveToCircuit =
	(boxId: string, fromCircuitId: string, to: Parameters<typeof attachBox>[1]): Command =>
	(draft) => {
		const own = draft.cables.find((l) => l.circuitId === fromCircuitId && l.toId === boxId);
		const piece = own && own.state !== 'planned' ? { ...own } : null;
		detachBox(boxId, fromCircuitId)(draft);
		// Another breaker, the same piece of cable.
		attachBox(boxId, piece ? { ...to, cableId: piece.id, cable: { ...knownOf(piece), ...to.cable } } : to)(draft);
	};
