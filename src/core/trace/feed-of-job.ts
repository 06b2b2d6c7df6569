import { liveSign } from '../makeup/live-sign';
import { asFoundId, LIT_BEFORE } from '../model/checks';
import type { Job, Reading } from '../model/job';
import { counting } from '../model/latest-readings';
import { feetBetween } from '../run/moving';
import type { Unordered } from './feed-order';

/** Boxes of a circuit of which nobody saw what feeds them, also where it was figured; none of those: all of them. */
export function unorderedBoxes(job: Job, circuitId: string): string[] {
	const cables = job.cables.filter((l) => l.circuitId === circuitId);
	const open = cables.filter((l) => l.fromId === null || l.guess !== undefined);
	return (open.length ? open : cables).map((l) => l.toId);
}
/** The question of their order: feet from the plan, cables counted in them, what was dead as they were opened. */
export function unorderedOf(
	job: Job,
	{ circuitId, boxIds, answers, asked }: { circuitId: string; boxIds: readonly string[] } & Pick<Unordered, 'answers' | 'asked'>
): Unordered {
	const panelId =
		job.circuits.find((c) => c.id === circuitId)?.panelId ?? (job.panels.length === 1 ? job.panels[0]?.id : undefined);
	const counted = new Map(job.boxes.map((b) => [b.id, b.ends.length || null] as const));
	return {
		boxes: boxIds,
		// Without a panel a home run has no length.
		feet: (from, to) => {
			const a = from ?? panelId;
			return a === undefined ? null : feetBetween(job, { a, b: to });
		},
		cables: (box) => counted.get(box) ?? null,
		answers,
		asked
	};
}

/** A box was seen live: by a reading, or something was lit there as it was found. What was dead all along goes dead with anything. */
export const wasLive = (job: Pick<Job, 'checks'>, readings: readonly Reading[], boxId: string): boolean =>
	job.checks.some((c) => c.id === asFoundId(boxId) && c.note === LIT_BEFORE) ||
	counting(readings).some((r) => r.boxId === boxId && liveSign(r) === 'live');
