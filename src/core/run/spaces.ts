import { ifKnown, type Circuit, type Job, type Panel } from '../model/known';
import type { BreakerForm } from '../model/kinds';

/** Where breakers sit: slots counted from the top, odd ones on the left, even ones on the right; rows take turns on the two service legs. */
export type ServiceLeg = 'A' | 'B';

/** @example slots 1 and 2 -> A, 3 and 4 -> B, 5 and 6 -> A */
export const legOfSpace = (space: number): ServiceLeg => (Math.ceil(space / 2) % 2 === 1 ? 'A' : 'B');

/** Slots that a breaker takes: a two-pole one the next one down on its side too. */
export const spacesOf = ({ space: space, poles }: { space: number | null; poles: 1 | 2 }): number[] =>
	space === null ? [] : poles === 2 ? [space, space + 2] : [space];

/** What takes a place in a panel: a circuit's breaker, or the breaker of a feeder to another panel. */
export type Occupant =
	| { kind: 'circuit'; id: string; circuit: Circuit; space: number | null; poles: 1 | 2; half?: 'upper' | 'lower' | undefined }
	| { kind: 'feeder'; id: string; panel: Panel; space: number | null; poles: 2; half?: undefined };

/** What is in each slot of a panel: breakers by their poles, and feeders of other panels. */
export function occupantsOf(job: Job, panelId: string): Occupant[] {
	return [
		...job.circuits
			.filter((c) => c.panelId === panelId)
			.map((circuit) => ({
				kind: 'circuit' as const,
				id: circuit.id,
				circuit,
				space: circuit.space,
				poles: circuit.poles,
				half: circuit.half
			})),
		...job.panels
			.filter((p) => p.feeder?.fromPanelId === panelId)
			.map((panel) => ({ kind: 'feeder' as const, id: panel.id, panel, space: panel.feeder?.space ?? null, poles: 2 as const }))
	];
}

/** Each slot of a panel with what is in it: nothing, one breaker, or two thin ones; more is a fault. */
export function spaceMap(job: Job, panel: Panel): Map<number, Occupant[]> {
	const map = new Map<number, Occupant[]>(Array.from({ length: panel.spaces }, (_, i) => [i + 1, []]));
	for (const o of occupantsOf(job, panel.id)) {
		for (const space of spacesOf(o)) map.set(space, [...(map.get(space) ?? []), o]);
	}
	return map;
}

/** Can stand in one slot together: two thin breakers, one above the other. */
const together = (a: Occupant, b: Occupant): boolean =>
	a.poles === 1 && b.poles === 1 && !!a.half && !!b.half && a.half !== b.half;

/** Pairs of breakers that claim one place. */
export function clashes(job: Job, panel: Panel): { space: number; first: Occupant; second: Occupant }[] {
	return [...spaceMap(job, panel)].flatMap(([space, all]) =>
		all.flatMap((first, i) => all.slice(i + 1).flatMap((second) => (together(first, second) ? [] : [{ space, first, second }])))
	);
}

/** A breaker of so many poles fits from this slot on, leaving out of account those that are named. */
export function isFree(
	job: Job,
	panel: Panel,
	{ space: space, poles, apart = [] }: { space: number; poles: 1 | 2; apart?: readonly string[] | undefined }
): boolean {
	const map = spaceMap(job, panel);
	return spacesOf({ space, poles }).every((s) => {
		const there = map.get(s);
		return s >= 1 && s <= panel.spaces && !!there && there.every((o) => apart.includes(o.id));
	});
}
/** The label of the panel lists such breakers; not entered, it bars none. */
export function labelLists(job: Job, panelId: string | null, form: BreakerForm): boolean {
	const forms = job.panels.find((p) => p.id === panelId)?.label?.forms ?? [];
	return !forms.length || forms.includes(form);
}
/** This breaker can stand there: in an empty place, or as one of two thin ones beside the other half. */
export function mayStandIn(job: Job, panel: Panel, { circuit, space: space }: { circuit: Circuit; space: number }): boolean {
	if (isFree(job, panel, { space, poles: circuit.poles, apart: [circuit.id] })) return true;
	const others = (spaceMap(job, panel).get(space) ?? []).filter((o) => o.id !== circuit.id);
	const half = circuit.half;
	return circuit.poles === 1 && !!half && others.every((o) => o.poles === 1 && !!o.half && o.half !== half);
}
/** Slots of a panel that nothing is in. */
export const spareSpaces = (job: Job, panel: Panel): number[] =>
	[...spaceMap(job, panel)].filter(([space, all]) => !all.length && space <= panel.spaces).map(([space]) => space);

/** So many more single-pole breakers can stand in it, beside those that wait for a space; what is not known of it bars none. */
export function takesMore(job: Job, panel: Panel, poles: number): boolean {
	if (!labelLists(job, panel.id, 'full-size')) return false;
	return (
		ifKnown(() => {
			const waiting = occupantsOf(job, panel.id).filter((o) => o.space === null);
			return spareSpaces(job, panel).length >= poles + waiting.reduce((sum, o) => sum + o.poles, 0);
		}) ?? true
	);
}
/** Is this where neutral and grounds are joined: the panel with the service disconnect, told or taken to be so. */
export const isService = (job: Job, panel: Panel): boolean =>
	!panel.feeder && (panel.service ?? !job.panels.some((p) => p.id !== panel.id && p.service));
