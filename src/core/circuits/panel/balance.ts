import type { Edition } from '../../code/shape/edition';
import type { Circuit, Job, Panel } from '../../model/known';
import { branchVa, panelLoad } from '../service/220-14-branch-load';
import { isFree, legOfSlot, mayStandIn, occupantsOf, slotsOf, spareSlots, type ServiceLeg } from '../../run/slots';

/** Which breaker goes where: places for those that have none, and exchanges that bring the two service legs nearer. */

interface SlotMove {
	circuitId: string;
	slot: number;
}
interface Balance {
	moves: SlotMove[];
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
	const slots = new Map(movable(job, panel).map((c) => [c.id, { slot: c.slot as number, va: branchVa(edition, job, c) }]));
	const spare = new Set(spareSlots(job, panel));
	const start = new Map([...slots].map(([id, s]) => [id, s.slot]));
	for (let best = bestStep(slots, spare, legs); best; best = bestStep(slots, spare, legs)) best();
	const moves = [...slots].flatMap(([circuitId, { slot }]) => (start.get(circuitId) === slot ? [] : [{ circuitId, slot }]));
	return { moves, now, then: apart(legs) };
}
const movable = (job: Job, panel: Panel): Circuit[] =>
	job.circuits.filter((c) => c.panelId === panel.id && c.poles === 1 && c.slot !== null && !c.half && !c.multiwire);

interface Seat {
	slot: number;
	va: number;
}
/** The step that brings the legs nearest; null when none brings them nearer by a volt-ampere. */
function bestStep(seats: Map<string, Seat>, spare: Set<number>, legs: Record<ServiceLeg, number>): (() => void) | null {
	const heavy: ServiceLeg = legs.A >= legs.B ? 'A' : 'B';
	const light: ServiceLeg = heavy === 'A' ? 'B' : 'A';
	const gap = legs[heavy] - legs[light];
	const on = (leg: ServiceLeg) => [...seats.values()].filter((s) => legOfSlot(s.slot) === leg);
	const free = [...spare].find((s) => legOfSlot(s) === light);
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
				spare.add(a.slot);
				a.slot = free;
			});
		for (const b of on(light)) offer(a.va - b.va, () => ([a.slot, b.slot] = [b.slot, a.slot]));
	}
	return step;
}

/**
 * Slots for the breakers of a panel that have none: two-pole ones and multiwire pairs first, from the top; then the
 * heaviest single-pole ones, each on the lighter leg.
 * @returns those for which there is room; the rest is told by the panel's findings
 */
export function placeBreakers(edition: Edition, job: Job, panel: Panel): SlotMove[] {
	let at = job;
	const moves: SlotMove[] = [];
	const put = (c: Circuit, slot: number | undefined) => {
		if (slot === undefined) return;
		moves.push({ circuitId: c.id, slot });
		at = { ...at, circuits: at.circuits.map((x) => (x.id === c.id ? { ...x, slot } : x)) };
	};
	const waiting = job.circuits.filter((c) => c.panelId === panel.id && c.slot === null);
	const all = Array.from({ length: panel.slots }, (_, i) => i + 1);
	const double = all.filter((s) => Math.ceil(s / 2) % 2 === 1);
	for (const c of waiting.filter((c) => c.poles === 2)) {
		const fits = (slot: number) => isFree(at, panel, { slot, poles: 2 });
		put(c, double.find(fits) ?? all.find(fits));
	}
	for (const c of waiting.filter((c) => c.multiwire && c.poles === 1)) {
		const other = at.circuits.find((x) => x.id === c.multiwire?.withId);
		const beside =
			other?.slot == null
				? all.find((s) => isFree(at, panel, { slot: s, poles: 2 }))
				: [other.slot - 2, other.slot + 2].find((s) => isFree(at, panel, { slot: s, poles: 1 }));
		put(c, beside);
	}
	const singles = waiting
		.filter((c) => c.poles === 1 && !c.multiwire)
		.map((c) => ({ c, va: branchVa(edition, job, c) }))
		.sort((x, y) => y.va - x.va);
	const { legs } = panelLoad(edition, at, panel);
	for (const { c, va } of singles) {
		const lighter: ServiceLeg = legs.A <= legs.B ? 'A' : 'B';
		const fits = all.filter((s) => isFree(at, panel, { slot: s, poles: 1 }));
		const slot = fits.find((s) => legOfSlot(s) === lighter) ?? fits[0];
		put(c, slot);
		if (slot !== undefined) legs[legOfSlot(slot)] += va;
	}
	return moves;
}

/** A breaker goes to another slot; one of the same poles that is there takes its place. @throws RangeError where it does not fit */
export function moveBreaker(job: Job, panel: Panel, { circuitId, slot }: { circuitId: string; slot: number }): SlotMove[] {
	const circuit = job.circuits.find((c) => c.id === circuitId);
	if (!circuit) throw new RangeError(`There is no circuit "${circuitId}" anymore.`);
	const poles = circuit.poles;
	if (slotsOf({ slot, poles }).some((s) => s < 1 || s > panel.slots))
		throw new RangeError(`${panel.name} has spaces 1 to ${panel.slots}: circuit ${circuit.number} does not fit at ${slot}.`);
	if (mayStandIn(job, panel, { circuit, slot })) return [{ circuitId, slot }];
	const there = occupantsOf(job, panel.id).find((o) => o.id !== circuitId && slotsOf(o).includes(slot));
	const [from, to] = [circuit.slot, there?.slot ?? null];
	const swaps = there?.kind === 'circuit' && there.poles === poles && from !== null && to !== null;
	if (!swaps || ![from, to].every((s) => isFree(job, panel, { slot: s, poles, apart: [circuitId, there.id] }))) {
		const name = there?.kind === 'circuit' ? `circuit ${there.circuit.number}` : (there?.panel.name ?? 'another breaker');
		throw new RangeError(`Space ${slot} is taken by ${name}: move that first.`);
	}
	return [
		{ circuitId, slot: to },
		{ circuitId: there.id, slot: from }
	];
}
