import type { Circuit, Job } from '../model/job';
import { planWalks, type WalkCheck, type WalkFound, type WalkPlan } from './walks';

/** What is switched as one: a breaker, a two-pole one, or two that are tied. */
export interface Switched {
	/** Its first slot: what it goes by. */
	space: number;
	spaces: number[];
	circuitIds: string[];
	/** As the old directory has it. */
	directory: string;
}
interface WalkTargets {
	switched: Switched[];
	/** Never switched: found by what is left. */
	staysOn: Switched[];
}

/** The breakers of a panel to be told apart. @param more slots of which the job has no circuit yet */
export function walkTargets(job: Job, panelId: string, more: readonly number[] = []): WalkTargets {
	const here = job.circuits
		.filter((c) => c.panelId === panelId && c.space !== null)
		.sort((a, b) => (a.space ?? 0) - (b.space ?? 0));
	const found = new Map<string, Switched & { on: boolean }>();
	for (const c of here) {
		const mate = c.multiwire && c.multiwire.opens !== 'each' ? found.get(c.multiwire.withId) : undefined;
		const spaces = slotsOf(c);
		if (mate) {
			mate.spaces.push(...spaces);
			mate.circuitIds.push(c.id);
			mate.on ||= !!c.mustStayOn;
			continue;
		}
		found.set(c.id, {
			space: spaces[0] ?? 0,
			spaces,
			circuitIds: [c.id],
			directory: c.directory ?? '',
			on: !!c.mustStayOn
		});
	}
	const taken = new Set([...found.values()].flatMap((s) => s.spaces));
	const others = [...new Set(more)]
		.filter((space) => !taken.has(space))
		.map((space) => ({ space, spaces: [space], circuitIds: [], directory: '', on: false }));
	// As they stand: one that is named in the middle of it keeps its place among them.
	const all = [...found.values(), ...others].sort((a, b) => a.space - b.space);
	const plain = ({ on: _, ...s }: Switched & { on: boolean }): Switched => s;
	return { switched: all.filter((s) => !s.on).map(plain), staysOn: all.filter((s) => s.on).map(plain) };
}
const slotsOf = (c: Circuit): number[] => (c.space === null ? [] : c.poles === 2 ? [c.space, c.space + 2] : [c.space]);

/** The walks for these; null: there is nothing to switch. */
export const sessionPlan = ({ switched }: WalkTargets, check: WalkCheck): WalkPlan | null =>
	switched.length
		? planWalks(
				switched.map((s) => s.space),
				check
			)
		: null;

/** A box by what the walks found: its breaker, and how that stands to what the job had it on. */
interface Mapped extends WalkFound {
	boxId: string;
	circuitId: string | null;
	/** The circuit that the job has it on, where it is another one. */
	was: string | null;
}
/** What is tapped in a walk: a box, or each half of a receptacle with two. */
interface WalkRow {
	outlet: string;
	boxId: string;
	name: string;
}
/** Boxes with something to try; both halves of a receptacle that has two. */
export const walkRows = (job: Job): WalkRow[] =>
	job.boxes.flatMap((b): WalkRow[] => {
		if (!b.devices.length) return [];
		const halves = b.devices.some((d) => d.receptacles === 2 && (d.yoke || d.switched === 'half'));
		const whole = { outlet: b.id, boxId: b.id, name: b.name };
		return halves
			? [
					{ ...whole, name: `${b.name}, upper` },
					{ outlet: `${b.id}/lower`, boxId: b.id, name: `${b.name}, lower` }
				]
			: [whole];
	});

/** The boxes by what the walks found. @param rows what was tapped */
export function mapped(
	job: Job,
	{ switched }: WalkTargets,
	{ rows, found }: { rows: readonly WalkRow[]; found: readonly WalkFound[] }
): Mapped[] {
	const boxOf = new Map(rows.map((r) => [r.outlet, r.boxId]));
	return found.map((f) => {
		const boxId = boxOf.get(f.outlet) ?? f.outlet;
		const unit = switched.find((s) => s.space === f.breaker);
		const cables = job.cables.filter((l) => l.toId === boxId);
		const on = cables.find((l) => unit?.circuitIds.includes(l.circuitId))?.circuitId ?? cables[0]?.circuitId ?? null;
		// Of two tied circuits nobody knows which: the one that the job has it on, if it is one of them.
		const circuitId = unit
			? (unit.circuitIds.find((id) => id === on) ?? (unit.circuitIds.length === 1 ? (unit.circuitIds[0] ?? null) : null))
			: null;
		return { ...f, boxId, circuitId, was: on !== null && circuitId !== null && on !== circuitId ? on : null };
	});
}

/** One outlet found from the panel, by something that is heard or seen there: half of what is left is switched off each time. */
export function halveAlone(spaces: readonly number[], wentOff: readonly boolean[]): { left: number[]; off: number[] } {
	let left = [...spaces];
	const halfOf = (all: readonly number[]) => all.slice(0, Math.ceil(all.length / 2));
	for (const went of wentOff) {
		const half = new Set(halfOf(left));
		left = left.filter((s) => half.has(s) === went);
	}
	return { left, off: left.length > 1 ? halfOf(left) : [] };
}
