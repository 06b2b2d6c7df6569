import { inRaceway } from '../model/cable-kinds';
import type { Job, Leg } from '../model/job';
import type { State } from '../model/kinds';
import { reckonOf, type ReckonPractice } from '../model/practice';
import { cutList, type Cut, type CutList } from './cut-list';
import { cableName } from './take-off';

/** A leg as it is cut: its way, what is free at its ends, and the allowance, to the next whole foot. */
interface LegCut extends Cut {
	legId: string;
	wayFt: number;
	endsFt: number;
	allowanceFt: number;
}
interface CutsOfJob {
	cuts: LegCut[];
	list: CutList;
	/** Legs of which nobody knows the length. */
	unmeasured: Leg[];
	/** Longer than any roll that is sold. */
	tooLong: LegCut[];
	/** Conductors by themselves: bought by the foot, pulled into their raceway. */
	pulled: Leg[];
}
const INCHES = 12;

/**
 * What to buy and what to cut from which roll, for the cables of these states.
 * @example 40 ft from a panel to a box: 40 + 3.5 + 0.67 + 4 -> 49 ft
 */
export function cutsOf(job: Job, states: readonly State[]): CutsOfJob {
	const reckon = reckonOf(job.practice);
	const panels = new Set(job.panels.map((p) => p.id));
	const legs = job.legs.filter((l) => states.includes(l.state) && !l.inCableOf);
	const sheathed = legs.filter((l) => !inRaceway(l.cable));
	const all = sheathed.flatMap((l) => (l.lengthFt === null ? [] : [cutOf(l, l.lengthFt, { reckon, panels })]));
	const longest = Math.max(0, ...reckon.rollsFt);
	const cuts = all.filter((c) => c.ft <= longest);
	return {
		cuts,
		list: cutList(cuts, reckon.rollsFt),
		unmeasured: sheathed.filter((l) => l.lengthFt === null),
		tooLong: all.filter((c) => c.ft > longest),
		pulled: legs.filter((l) => inRaceway(l.cable))
	};
}
function cutOf(leg: Leg, wayFt: number, { reckon, panels }: { reckon: ReckonPractice; panels: ReadonlySet<string> }): LegCut {
	const endsFt = [leg.fromId, leg.toId].reduce(
		(sum, id) => sum + (id !== null && panels.has(id) ? reckon.panelFt : reckon.boxIn / INCHES),
		0
	);
	const allowanceFt = wayFt * reckon.allowance;
	return {
		id: leg.id,
		legId: leg.id,
		cable: cableName(leg),
		ft: Math.ceil(wayFt + endsFt + allowanceFt - 1e-9),
		wayFt,
		endsFt,
		allowanceFt
	};
}
