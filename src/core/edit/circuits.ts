import { BreakerName } from '../model/breaker-name';
import type { CircuitLoad, Circuit, Job, Cable, Panel } from '../model/job';
import { newCircuit } from '../model/new-job';
import type { Awg } from '../units/gauge';
import type { OpensTogether, Protection } from '../model/kinds';
import { changeDevice } from './boxes';
import { attachBox, detachBox } from './cables';
import { planBreaker } from './plan-breaker';
import { type Command, rowIn } from './command';
import type { CircuitMove, Fix, NewCircuitFor } from '../model/result';

/** Edits of circuits: what they are made of, and what hangs on them. */

/** Breaker, poles and wire of a circuit at once; every cable of it becomes that wire. */
export const sizeAs =
	(as: { circuitId: string; breakerA: number; poles: 1 | 2; awg: Awg }): Command =>
	(draft) => {
		const circuit = rowIn<Circuit>(draft.circuits, as.circuitId, 'circuit');
		circuit.breakerA = as.breakerA;
		circuit.poles = as.poles;
		for (const cable of draft.cables) if (cable.circuitId === as.circuitId) cable.awg = as.awg;
	};

/** Boxes change their circuit, all at once; the new cables are planned. @param fresh made first, for the moves that name none */
export const moveBoxes =
	(moves: readonly CircuitMove[], fresh: NewCircuitFor | undefined, newId: () => string): Command =>
	(draft) => {
		const freshId = fresh && makeCircuit(draft, fresh, newId);
		for (const move of moves) {
			const circuitId = move.circuitId ?? freshId;
			if (!circuitId) throw new RangeError('A box that moves needs a circuit to go to.');
			const cableId = newId();
			if (draft.cables.some((l) => l.circuitId === move.fromCircuitId && l.toId === move.boxId))
				detachBox(move.boxId, move.fromCircuitId)(draft);
			attachBox(move.boxId, { cableId, circuitId, fromId: move.fromId, lengthFt: move.lengthFt })(draft);
			const cable = draft.cables.find((l) => l.circuitId === circuitId && l.toId === move.boxId);
			if (cable) cable.state = 'planned';
		}
	};
function makeCircuit(draft: Job, c: NewCircuitFor, newId: () => string): string {
	const circuitId = newId();
	addCircuit({ circuitId, panelId: c.panelId, name: c.name, breakerA: c.breakerA, state: 'planned' })(draft);
	const circuit = rowIn<Circuit>(draft.circuits, circuitId, 'circuit');
	Object.assign(circuit, { kind: c.kind, panelId: c.panelId ?? circuit.panelId });
	return circuitId;
}

/** All cables of a circuit of this gauge, whatever its breaker is. */
export const wireAs =
	(circuitId: string, awg: Awg): Command =>
	(draft) => {
		for (const cable of draft.cables) if (cable.circuitId === circuitId) cable.awg = awg;
	};

/** Takes a circuit out with its cables; its boxes stay, on no circuit. What shared its neutral no longer does. */
export const removeCircuit =
	(circuitId: string): Command =>
	(draft) => {
		rowIn(draft.circuits, circuitId, 'circuit');
		const gone = new Set(draft.cables.filter((l) => l.circuitId === circuitId).map((l) => l.id));
		draft.cables = draft.cables.filter((l) => !gone.has(l.id));
		for (const cable of draft.cables) if (cable.inCableOf && gone.has(cable.inCableOf)) delete cable.inCableOf;
		for (const c of draft.circuits) if (c.multiwire?.withId === circuitId) delete c.multiwire;
		draft.circuits = draft.circuits.filter((c) => c.id !== circuitId);
	};

/** Circuits that another proposal may replace: only planned, no cable in the wall, and no nameplate entered that would be lost. */
export const plannedOnly = (job: Job): string[] => {
	const built = new Set(job.cables.filter((l) => l.state !== 'planned').map((l) => l.circuitId));
	return job.circuits.filter((c) => c.state === 'planned' && !c.load && !built.has(c.id)).map((c) => c.id);
};
/** Takes several circuits out, one after another. */
export const removeCircuits =
	(ids: readonly string[]): Command =>
	(draft) => {
		for (const id of ids) removeCircuit(id)(draft);
	};

/** Two circuits share their neutral, and open so; null: they share none any more, and each cable is its own. */
export const pairCircuits =
	(a: string, b: string, opens: OpensTogether | null): Command =>
	(draft) => {
		const pair = [rowIn<Circuit>(draft.circuits, a, 'circuit'), rowIn<Circuit>(draft.circuits, b, 'circuit')] as const;
		if (a === b) throw new RangeError('A circuit shares its neutral with another one.');
		for (const c of draft.circuits) {
			if (c.multiwire && c.id !== a && c.id !== b && (c.multiwire.withId === a || c.multiwire.withId === b)) delete c.multiwire;
		}
		pair.forEach((c, i) => {
			if (opens) c.multiwire = { withId: i ? a : b, opens };
			else delete c.multiwire;
		});
		shareCables(draft, a, b, opens !== null);
	};
/**
 * The second circuit of a pair comes with the first in one three-wire cable to its first box, and goes on from there.
 * @throws RangeError where one of them has no run
 */
export const shareHomeRun =
	({ circuitIds, feet }: Pick<Extract<Fix, { kind: 'share-home-run' }>, 'circuitIds' | 'feet'>, newId: () => string): Command =>
	(draft) => {
		const [a, b] = circuitIds.map((id) => rowIn<Circuit>(draft.circuits, id, 'circuit')) as [Circuit, Circuit];
		const home = draft.cables.find((l) => l.circuitId === a.id && l.fromId === a.panelId);
		if (!home) throw new RangeError(`${BreakerName(draft, a)} has no cable from its panel yet.`);
		const there = draft.cables.find((l) => l.circuitId === b.id && l.toId === home.toId);
		for (const cable of draft.cables) {
			if (cable.circuitId !== b.id || cable.fromId !== b.panelId || cable.toId === home.toId) continue;
			cable.fromId = home.toId;
			cable.lengthFt = feet.find((f) => f.boxId === cable.toId)?.lengthFt ?? null;
		}
		home.conductors = Math.max(3, home.conductors ?? 0);
		if (there)
			Object.assign(there, { fromId: b.panelId, lengthFt: home.lengthFt, inCableOf: home.id, conductors: home.conductors });
		else draft.cables.push({ ...home, id: newId(), circuitId: b.id, inCableOf: home.id });
	};

/** Where both run between the same two places they lie in one cable of three conductors. */
function shareCables(draft: Job, a: string, b: string, shared: boolean): void {
	for (const second of draft.cables.filter((l) => l.circuitId === b)) {
		const first = draft.cables.find((l) => l.circuitId === a && l.toId === second.toId && l.fromId === second.fromId);
		if (!first) continue;
		if (shared) {
			second.inCableOf = first.id;
			first.conductors = second.conductors = Math.max(3, first.conductors ?? 0);
		} else if (second.inCableOf === first.id) {
			delete second.inCableOf;
			first.conductors = second.conductors = 2;
		}
	}
}

/**
 * Circuits as proposed, with their cables; a job without a panel gets the one that they hang on.
 * @throws RangeError where a box has been wired or taken out since, and then nothing is made
 */
export const addRuns =
	({
		circuits,
		cables: cables,
		panel
	}: {
		circuits: readonly Circuit[];
		cables: readonly Cable[];
		panel: Panel | null;
	}): Command =>
	(draft) => {
		for (const cable of cables) {
			const box = rowIn(draft.boxes, cable.toId, 'box');
			if (draft.cables.some((l) => l.toId === box.id))
				throw new RangeError(`${box.name} is on a circuit now: propose the circuits again.`);
		}
		if (panel) draft.panels.push(panel);
		for (const c of circuits) if (c.panelId !== null) rowIn(draft.panels, c.panelId, 'panel');
		draft.circuits.push(...circuits);
		draft.cables.push(...cables);
	};

/** Breaker and devices of a run at once: a duplex that is not named protects nothing any more. */
export const placeProtection =
	(
		circuitId: string,
		{
			breaker,
			devices,
			branchFeeder = false
		}: {
			breaker: Protection;
			devices: readonly { boxId: string; protection: Protection; feedsLoad: boolean }[];
			branchFeeder?: boolean | undefined;
		}
	): Command =>
	(draft) => {
		const circuit = rowIn<Circuit>(draft.circuits, circuitId, 'circuit');
		planBreaker(circuit, breaker);
		if (branchFeeder) circuit.homeRun = 'branch-feeder-breaker';
		else if (circuit.homeRun === 'branch-feeder-breaker') delete circuit.homeRun;
		const onRun = new Set(draft.cables.filter((l) => l.circuitId === circuitId).map((l) => l.toId));
		const put = new Map(devices.map((d) => [d.boxId, d]));
		for (const box of draft.boxes) {
			if (!onRun.has(box.id)) continue;
			const device = box.devices.find((d) => d.receptacles === 2 && d.volts === 120 && d.amps <= 20);
			const own = put.get(box.id);
			if (!device) {
				if (own) throw new RangeError(`${box.name} has no duplex to replace with a protective device.`);
				continue;
			}
			const to = { protection: own?.protection ?? ('none' as const), feedsLoad: own?.feedsLoad ?? false };
			const stands = device.state === 'found' && (device.protection !== to.protection || device.feedsLoad !== to.feedsLoad);
			// Another device in place of one that was found is planned.
			changeDevice(device, { ...to, ...(stands ? { state: 'planned' } : {}) });
		}
	};

/** Breakers change their slots, all at once. */
export const moveSpaces =
	(moves: readonly { circuitId: string; space: number }[]): Command =>
	(draft) => {
		for (const { circuitId, space } of moves) rowIn<Circuit>(draft.circuits, circuitId, 'circuit').space = space;
	};

/** A circuit is fed from another panel: its home run begins there, unmeasured unless told; its breaker has no slot there yet. */
export const moveToPanel =
	(circuitId: string, panelId: string, lengthFt: (boxId: string) => number | null): Command =>
	(draft) => {
		const circuit = rowIn<Circuit>(draft.circuits, circuitId, 'circuit');
		rowIn(draft.panels, panelId, 'panel');
		const before = circuit.panelId;
		circuit.panelId = panelId;
		circuit.space = null;
		for (const cable of draft.cables) {
			if (cable.circuitId !== circuitId || cable.fromId !== before) continue;
			cable.fromId = panelId;
			cable.lengthFt = lengthFt(cable.toId);
		}
	};

/** What a circuit was made for, by its nameplate; null: general use. */
export const setLoad =
	(id: string, load: CircuitLoad | null): Command =>
	(draft) =>
		void (rowIn(draft.circuits, id, 'circuit').load = load);
/** Changes what is said of a circuit, but its load. */
export const editCircuit =
	(id: string, change: Partial<Omit<Circuit, 'id' | 'load'>>): Command =>
	(draft) =>
		void Object.assign(rowIn(draft.circuits, id, 'circuit'), change);
/** Adds a circuit with no run yet; a job without a panel gets one to hang it on. */
export const addCircuit =
	(c: {
		circuitId: string;
		/** Of the panel that is made where a planned circuit has none to go to; null: not known. */
		panelId: string | null;
		name: string;
		/** null: not read yet. */
		breakerA: number | null;
		state: Circuit['state'];
	}): Command =>
	(draft) => {
		// What is found is on a panel that nobody may have seen yet.
		if (!draft.panels.length && c.panelId !== null && c.state !== 'found')
			draft.panels.push({ id: c.panelId, name: 'Panel', roomId: null, place: null, mainA: null, spaces: null });
		const [only] = draft.panels;
		const panelId = c.state !== 'found' || draft.panels.length === 1 ? (only?.id ?? null) : null;
		const { circuitId: id, name, breakerA, state } = c;
		draft.circuits.push({ ...newCircuit({ id, name, panelId, state }), breakerA });
	};
/**
 * What the walks to the panel found: boxes on their circuits, fed from where nobody has looked yet; one that is on another circuit
 * moves. The directory of each circuit that was found says what it feeds, and is proven.
 * @param id makes an id
 */
export const mapBoxes =
	(
		rows: readonly { boxId: string; circuitId: string }[],
		{ id, by, at }: { id: () => string; by: string; at: string }
	): Command =>
	(draft) => {
		for (const { boxId, circuitId } of rows) {
			const on = draft.cables.filter((l) => l.toId === boxId);
			if (on.some((l) => l.circuitId === circuitId)) continue;
			// Its other half may be on another circuit, and stay there.
			const stays = new Set(rows.flatMap((r) => (r.boxId === boxId ? [r.circuitId] : [])));
			for (const l of on) if (!stays.has(l.circuitId)) detachBox(boxId, l.circuitId)(draft);
			attachBox(boxId, { cableId: id(), circuitId, fromId: null, lengthFt: null })(draft);
		}
		for (const circuitId of new Set(rows.map((r) => r.circuitId))) {
			const circuit = rowIn(draft.circuits, circuitId, 'circuit');
			circuit.directory = feeds(draft, circuitId);
			circuit.proven = true;
			circuit.provenBy = { by, at };
		}
	};
/** Most letters of a directory's line. */
const LINE = 200;
/** What a circuit feeds, by the rooms of its boxes. */
function feeds(job: Job, circuitId: string): string {
	const boxIds = new Set(job.cables.flatMap((l) => (l.circuitId === circuitId ? [l.toId] : [])));
	const boxes = job.boxes.filter((b) => boxIds.has(b.id));
	const rooms = [...new Set(boxes.map((b) => job.rooms.find((r) => r.id === b.roomId)?.name ?? b.name))];
	return rooms.join(', ').slice(0, LINE);
}
