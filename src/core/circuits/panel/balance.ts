import { breakerName } from '../../model/breaker-name';
import type { Edition } from '../../code/shape/edition';
import type { Circuit, Job, Panel } from '../../model/known';
import { branchVa, panelLoad } from '../service/220-14-branch-load';
import { isFree, legOfSpace, mayStandIn, occupantsOf, spacesOf, spareSpaces, type ServiceLeg } from '../../run/spaces';

/** Which breaker goes where: places for those that have none, and exchanges that bring the two service legs nearer. */

interface SpaceMove {
	circuitId: string;
	space: number;
}
interface Balance {
	moves: SpaceMove[];
	/** Difference of the two legs, VA: now, and after the moves. */
	now: number;
	then: number;
}
const apart = (legs: Record<ServiceLeg, number>): number => Math.abs(legs.A - legs.B);

/**
 * Exchanges of single-pole breakers, and moves into spare slots, that bring the legs nearest; each one helps more than
 * any other would, so that few are needed. Breakers of a multiwire pair stay with each other, thin ones in their slot.
 * @returns never a worse balance than the one given
 */
export function proposeBalance(edition: Edition, job: Job, panel: Panel): Balance {
	const legs = { ...panelLoad(edition, job, panel).legs };
	const now = apart(legs);
	const spaces = new Map(movable(job, panel).map((c) => [c.id, { space: c.space as number, va: branchVa(edition, job, c) }]));
	const spare = new Set(spareSpaces(job, panel));
	const start = new Map([...spaces].map(([id, s]) => [id, s.space]));
	for (let best = bestStep(spaces, spare, legs); best; best = bestStep(spaces, spare, legs)) best();
	const moves = [...spaces].flatMap(([circuitId, { space }]) => (start.get(circuitId) === space ? [] : [{ circuitId, space }]));
	return { moves, now, then: apart(legs) };
}
const movable = (job: Job, panel: Panel): Circuit[] =>
	job.circuits.filter((c) => c.panelId === panel.id && c.poles === 1 && c.space !== null && !c.half && !c.multiwire);

interface Seat {
	space: number;
	va: number;
}
/** The step that brings the legs nearest; null when none brings them nearer by a volt-ampere. */
function bestStep(seats: Map<string, Seat>, spare: Set<number>, legs: Record<ServiceLeg, number>): (() => void) | null {
	const heavy: ServiceLeg = legs.A >= legs.B ? 'A' : 'B';
	const light: ServiceLeg = heavy === 'A' ? 'B' : 'A';
	const gap = legs[heavy] - legs[light];
	const on = (leg: ServiceLeg) => [...seats.values()].filter((s) => legOfSpace(s.space) === leg);
	const free = [...spare].find((s) => legOfSpace(s) === light);
	let least = gap - 1;
	let step: (() => void) | null = null;
	for (const a of on(heavy)) {
		const offer = (shift: number, make: () => void) => {
			const left = Math.abs(gap - 2 * shift);
			if (left >= least) return;
			least = left;
			step = () => {
				legs[heavy] -= shift;
				legs[light] += shift;
				make();
			};
		};
		if (free !== undefined)
			offer(a.va, () => {
				spare.delete(free);
				spare.add(a.space);
				a.space = free;
			});
		for (const b of on(light)) offer(a.va - b.va, () => ([a.space, b.space] = [b.space, a.space]));
	}
	return step;
}

/**
 * Slots for the breakers of a panel that have none: two-pole ones and multiwire pairs first, from the top; then the
 * heaviest single-pole ones, each on the lighter leg.
 * @returns those for which there is room; the rest is told by the panel's findings
 */
export function placeBreakers(edition: Edition, job: Job, panel: Panel): SpaceMove[] {
	let at = job;
	const moves: SpaceMove[] = [];
	const put = (c: Circuit, space: number | undefined) => {
		if (space === undefined) return;
		moves.push({ circuitId: c.id, space });
		at = { ...at, circuits: at.circuits.map((x) => (x.id === c.id ? { ...x, space } : x)) };
	};
	const waiting = job.circuits.filter((c) => c.panelId === panel.id && c.space === null);
	const all = Array.from({ length: panel.spaces }, (_, i) => i + 1);
	const double = all.filter((s) => Math.ceil(s / 2) % 2 === 1);
	for (const c of waiting.filter((c) => c.poles === 2)) {
		const fits = (space: number) => isFree(at, panel, { space, poles: 2 });
		put(c, double.find(fits) ?? all.find(fits));
	}
	for (const c of waiting.filter((c) => c.multiwire && c.poles === 1)) {
		const other = at.circuits.find((x) => x.id === c.multiwire?.withId);
		const beside =
			other?.space == null
				? all.find((s) => isFree(at, panel, { space: s, poles: 2 }))
				: [other.space - 2, other.space + 2].find((s) => isFree(at, panel, { space: s, poles: 1 }));
		put(c, beside);
	}
	const singles = waiting
		.filter((c) => c.poles === 1 && !c.multiwire)
		.map((c) => ({ c, va: branchVa(edition, job, c) }))
		.sort((x, y) => y.va - x.va);
	const { legs } = panelLoad(edition, at, panel);
	for (const { c, va } of singles) {
		const lighter: ServiceLeg = legs.A <= legs.B ? 'A' : 'B';
		const fits = all.filter((s) => isFree(at, panel, { space: s, poles: 1 }));
		const space = fits.find((s) => legOfSpace(s) === lighter) ?? fits[0];
		put(c, space);
		if (space !== undefined) legs[legOfSpace(space)] += va;
	}
	return moves;
}

/** A breaker goes to another slot; one of the same poles that is there takes its place. @throws RangeError where it does not fit */
export function moveBreaker(
	job: Job,
	panel: Panel,
	{ circuitId, space: space }: { circuitId: string; space: number }
): SpaceMove[] {
	const circuit = job.circuits.find((c) => c.id === circuitId);
	if (!circuit) throw new RangeError(`There is no circuit "${circuitId}" anymore.`);
	const poles = circuit.poles;
	if (spacesOf({ space, poles }).some((s) => s < 1 || s > panel.spaces))
		throw new RangeError(`${panel.name} has spaces 1 to ${panel.spaces}: ${breakerName(job, circuit)} does not fit at ${space}.`);
	if (mayStandIn(job, panel, { circuit, space })) return [{ circuitId, space }];
	const there = occupantsOf(job, panel.id).find((o) => o.id !== circuitId && spacesOf(o).includes(space));
	const [from, to] = [circuit.space, there?.space ?? null];
	const swaps = there?.kind === 'circuit' && there.poles === poles && from !== null && to !== null;
	if (!swaps || ![from, to].every((s) => isFree(job, panel, { space: s, poles, apart: [circuitId, there.id] }))) {
		const name =
			there?.kind === 'circuit'
				? there.circuit.name || breakerName(job, there.circuit)
				: (there?.panel.name ?? 'another breaker');
		throw new RangeError(`Space ${space} is taken by ${name}: move that first.`);
	}
	return [
		{ circuitId, space: to },
		{ circuitId: there.id, space: from }
	];
}
