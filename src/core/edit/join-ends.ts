import { breakerName, isUnnamed } from '../model/breaker-name';
import type { Circuit, Job } from '../model/job';
import { newCircuit } from '../model/new-job';
import { attachBox, feedCable, moveToCircuit } from './cables';
import { rowIn, type Command } from './command';

/** Ends are joined: what was seen in a box is the end of a cable to another place. Nothing of what was seen changes. */

/** Where the other end of a cable was found to be. */
interface EndAt {
	boxId: string;
	endId: string;
	/** A box or a panel; null: not known any more. */
	otherId: string | null;
	/** Of the cable, where there is none yet; of what feeds it, where nothing is known of that. */
	cableId: string;
	feedId: string;
	/** Of the circuit that both are on, where neither is known to be on one. */
	circuitId: string;
}

/**
 * Joins an end that was seen in a box to what is at the other end of its cable: a box, or the panel. Where no cable is drawn between
 * the two yet, there is one now, with what was seen of it; where no breaker is known for either, they share one that nobody has named.
 * @throws RangeError where nobody read whether it feeds the box or goes on, or where the two are on two breakers
 */
export const joinEnd =
	({ boxId, endId, otherId, cableId, feedId, circuitId: freshId }: EndAt): Command =>
	(draft) => {
		const box = rowIn(draft.boxes, boxId, 'box');
		const end = box.ends.find((e) => e.id === endId);
		if (!end) throw new RangeError(`That cable is not seen in ${box.name} any more.`);
		if (otherId === null) return void delete end.of;
		if (end.line === undefined) throw new RangeError(`Read it by itself first: whether it feeds ${box.name} or goes on from it.`);
		const [toId, fromId] = end.line ? [boxId, otherId] : [otherId, boxId];
		const circuit = sharedCircuit(draft, { boxId, otherId, freshId });
		const isBox = draft.boxes.some((b) => b.id === fromId);
		// What feeds the other one, nobody knows yet.
		if (isBox && !draft.cables.some((l) => l.circuitId === circuit.id && l.toId === fromId))
			attachBox(fromId, { cableId: feedId, circuitId: circuit.id, fromId: null, lengthFt: null })(draft);
		const there = draft.cables.find((l) => l.circuitId === circuit.id && l.toId === toId);
		if (there) feedCable(there.id, fromId)(draft);
		else attachBox(toId, { cableId, circuitId: circuit.id, fromId, lengthFt: null })(draft);
		end.of = there?.id ?? cableId;
	};

/** The breaker of two places that one cable joins. @throws RangeError where they are on two that were named */
function sharedCircuit(draft: Job, { boxId, otherId, freshId }: { boxId: string; otherId: string; freshId: string }): Circuit {
	const on = (id: string) => {
		const own = draft.cables.find((l) => l.toId === id)?.circuitId;
		return draft.circuits.find((c) => c.id === own);
	};
	const [one, other] = [on(boxId), on(otherId)];
	if (one && other && one !== other) {
		if (isUnnamed(one)) takeOver(one.id, other.id)(draft);
		else if (isUnnamed(other)) takeOver(other.id, one.id)(draft);
		else
			throw new RangeError(
				`One is on ${breakerName(draft, one)}, the other on ${breakerName(draft, other)}: one cable is on one of them. Find which.`
			);
		return isUnnamed(one) ? other : one;
	}
	const fromPanel = draft.circuits.filter((c) => c.panelId === otherId);
	const known = one ?? other ?? (fromPanel.length === 1 ? fromPanel[0] : undefined);
	if (known) return known;
	if (draft.panels.some((p) => p.id === otherId))
		throw new RangeError('Which breaker of that panel it is on is not known yet: find that first.');
	draft.circuits.push({ ...newCircuit({ id: freshId, name: '', panelId: null, state: 'found' }), breakerA: null });
	return rowIn(draft.circuits, freshId, 'circuit');
}

/**
 * Puts a box on the breaker that was found to feed it; what feeds it there nobody knows. Off another one it moves; with all that hang on
 * one that nobody had named it comes along.
 */
export const putOn =
	({ boxId, circuitId, cableId }: { boxId: string; circuitId: string; cableId: string }): Command =>
	(draft) => {
		const own = draft.cables.filter((l) => l.toId === boxId).map((l) => l.circuitId);
		if (own.includes(circuitId)) return;
		const now = draft.circuits.find((c) => own.includes(c.id));
		const to = { cableId, circuitId, fromId: null, lengthFt: null };
		if (!now) attachBox(boxId, to)(draft);
		else if (isUnnamed(now)) takeOver(now.id, circuitId)(draft);
		else moveToCircuit(boxId, now.id, to)(draft);
	};
/** The boxes of a circuit that nobody had named are those of this breaker: it was found. Their cables stay as they are. */
export const takeOver =
	(fromCircuitId: string, toCircuitId: string): Command =>
	(draft) => {
		rowIn(draft.circuits, toCircuitId, 'circuit');
		const fed = new Set(draft.cables.filter((l) => l.circuitId === toCircuitId).map((l) => l.toId));
		draft.cables = draft.cables.filter((l) => l.circuitId !== fromCircuitId || !fed.has(l.toId));
		for (const cable of draft.cables) if (cable.circuitId === fromCircuitId) cable.circuitId = toCircuitId;
		draft.circuits = draft.circuits.filter((c) => c.id !== fromCircuitId);
	};
