import type { Job } from '../model/job';
import { feetBetween } from '../run/moving';
import type { Unordered } from './feed-order';

/** Boxes of a circuit of which nobody knows what feeds them; none of those: all of them. */
export function unorderedBoxes(job: Job, circuitId: string): string[] {
	const cables = job.cables.filter((l) => l.circuitId === circuitId);
	const open = cables.filter((l) => l.fromId === null);
	return (open.length ? open : cables).map((l) => l.toId);
}
/** The question of their order: feet from the plan, cables counted in them, what was dead as they were opened. */
export function unorderedOf(
	job: Job,
	{
		circuitId,
		boxIds,
		answers
	}: { circuitId: string; boxIds: readonly string[]; answers: ReadonlyMap<string, readonly string[]> }
): Unordered {
	const panelId = job.circuits.find((c) => c.id === circuitId)?.panelId ?? job.panels[0]?.id ?? '';
	const counted = new Map(job.boxes.map((b) => [b.id, b.ends.length || null] as const));
	return {
		boxes: boxIds,
		feet: (from, to) => feetBetween(job, { a: from ?? panelId, b: to }),
		cables: (box) => counted.get(box) ?? null,
		answers
	};
}
