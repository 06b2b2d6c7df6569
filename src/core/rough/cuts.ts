import { inRaceway } from '../model/cable-kinds';
import type { Job, Cable } from '../model/job';
import type { State } from '../model/kinds';
import { reckonOf, type ReckonPractice } from '../model/practice';
import { cutList, type Cut, type CutList } from './cut-list';
import { cableName } from './take-off';

/** A cable as it is cut: its way, what is free at its ends, and the allowance, to the next whole foot. */
interface LegCut extends Cut {
	cableId: string;
	wayFt: number;
	endsFt: number;
	allowanceFt: number;
}
interface CutsOfJob {
	cuts: LegCut[];
	list: CutList;
	/** Cables of which nobody knows the length. */
	unmeasured: Cable[];
	/** Longer than any roll that is sold. */
	tooLong: LegCut[];
	/** Conductors by themselves: bought by the foot, pulled into their raceway. */
	pulled: Cable[];
}
const INCHES = 12;

/**
 * What to buy and what to cut from which roll, for the cables of these states.
 * @example 40 ft from a panel to a box: 40 + 3.5 + 0.67 + 4 -> 49 ft
 */
export function cutsOf(job: Job, states: readonly State[]): CutsOfJob {
	const reckon = reckonOf(job.practice);
	const panels = new Set(job.panels.map((p) => p.id));
	const cables = job.cables.filter((l) => states.includes(l.state) && !l.inCableOf);
	const sheathed = cables.filter((l) => !inRaceway(l.kind));
	const all = sheathed.flatMap((l) => (l.lengthFt === null ? [] : [cutOf(l, l.lengthFt, { reckon, panels })]));
	const longest = Math.max(0, ...reckon.rollsFt);
	const cuts = all.filter((c) => c.ft <= longest);
	return {
		cuts,
		list: cutList(cuts, reckon.rollsFt),
		unmeasured: sheathed.filter((l) => l.lengthFt === null),
		tooLong: all.filter((c) => c.ft > longest),
		pulled: cables.filter((l) => inRaceway(l.kind))
	};
}
function cutOf(cable: Cable, wayFt: number, { reckon, panels }: { reckon: ReckonPractice; panels: ReadonlySet<string> }): LegCut {
	const endsFt = [cable.fromId, cable.toId].reduce(
		(sum, id) => sum + (id !== null && panels.has(id) ? reckon.panelFt : reckon.boxIn / INCHES),
		0
	);
	const allowanceFt = wayFt * reckon.allowance;
	return {
		id: cable.id,
		cableId: cable.id,
		cable: cableName(cable),
		ft: Math.ceil(wayFt + endsFt + allowanceFt - 1e-9),
		wayFt,
		endsFt,
		allowanceFt
	};
}
