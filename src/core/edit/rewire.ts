import { attachBox, detachBox } from './cables';
import type { Command } from './command';
import type { Circuit, Job } from '../model/job';
import { feetBetween } from '../run/moving';

/** A box that is put elsewhere: on another circuit, or at another place of its run. Its cables are measured anew. */
export interface Rewire {
	boxId: string;
	/** null: it hangs on no circuit yet. */
	fromCircuitId: string | null;
	circuitId: string;
	/** The box or panel that feeds it there; left out: the nearest of that circuit. */
	afterId?: string | undefined;
	/** What that fed until now and is fed from this box from now on: it goes in between. */
	beforeId?: string | undefined;
}

/**
 * @throws RangeError where a cable that would be cut is in the wall already, or the box would feed itself
 * @example c dropped on the cable from a to b: a feeds c, c feeds b
 */
export const rewire =
	({ boxId, fromCircuitId, circuitId, afterId, beforeId }: Rewire, newId: () => string): Command =>
	(draft) => {
		const nameOf = (id: string | null) => draft.boxes.find((b) => b.id === id)?.name ?? 'the panel';
		const circuit = draft.circuits.find((c) => c.id === circuitId);
		if (!circuit) throw new RangeError('That circuit is gone.');
		const old = draft.cables.filter((l) => l.circuitId === fromCircuitId && (l.toId === boxId || l.fromId === boxId));
		const next = beforeId === undefined ? undefined : draft.cables.find((l) => l.circuitId === circuitId && l.toId === beforeId);
		const stands = [...old, ...(next ? [next] : [])].find((l) => l.state !== 'planned');
		if (stands)
			throw new RangeError(
				`The cable from ${nameOf(stands.fromId)} to ${nameOf(stands.toId)} is already installed: change it in the slip.`
			);
		if (afterId === boxId || beforeId === boxId) return;
		const after = afterId ?? nearest(draft, boxId, circuit);
		if (fromCircuitId !== null) {
			const fed = old.filter((l) => l.fromId === boxId).map((l) => l.toId);
			detachBox(boxId, fromCircuitId)(draft);
			measure(draft, fromCircuitId, fed);
		}
		attachBox(boxId, {
			cableId: newId(),
			circuitId,
			fromId: after,
			lengthFt: after === null ? null : feetBetween(draft, { a: after, b: boxId })
		})(draft);
		const own = draft.cables.find((l) => l.circuitId === circuitId && l.toId === boxId);
		if (own) own.state = 'planned';
		if (beforeId === undefined) return;
		const onward = draft.cables.find((l) => l.circuitId === circuitId && l.toId === beforeId);
		if (!onward || onward.fromId !== after)
			throw new RangeError(`${nameOf(beforeId)} is not fed from ${nameOf(after)}: nothing can be inserted there.`);
		onward.fromId = boxId;
		measure(draft, circuitId, [beforeId]);
	};

/** The lengths of the cables to these boxes, by their routes. */
function measure(job: Job, circuitId: string, boxIds: readonly string[]): void {
	for (const cable of job.cables)
		if (cable.circuitId === circuitId && boxIds.includes(cable.toId))
			cable.lengthFt = cable.fromId === null ? null : feetBetween(job, { a: cable.fromId, b: cable.toId });
}
function nearest(job: Job, boxId: string, { id, panelId }: Circuit): string | null {
	const spots = job.cables.filter((l) => l.circuitId === id && l.toId !== boxId).map((l) => l.toId);
	const far = (at: string) => feetBetween(job, { a: at, b: boxId }) ?? 1000;
	return spots.length ? spots.reduce((a, b) => (far(b) < far(a) ? b : a)) : panelId;
}
