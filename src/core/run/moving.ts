import { breakerWritten } from '../model/breaker-name';
import type { RuledJob } from '../code/ruled-job';
import type { Edition } from '../code/shape/edition';
import type * as told from '../model/job';
import type { Box, Circuit, Job } from '../model/known';
import { indexOf } from '../model/job-index';
import { type CircuitKind, inWords } from '../model/kinds';
import type { Fix } from '../model/result';
import { cableEnd, routeFt, type Way } from './route';
import { runOf } from './runs';

/** Where a box that hangs on the wrong circuit may hang instead. */

/** The kind of circuit that a box of this room is fed by. */
function kindFor(edition: Edition, job: Job, box: Box): CircuitKind {
	const room = box.roomId ? indexOf(job).rooms.get(box.roomId) : undefined;
	const receptacle = box.devices.some((d) => d.receptacles > 0 && d.volts === 120 && d.switched === 'none');
	if (!room || !receptacle) return 'general';
	const kinds = Object.entries(edition.circuits.feeds) as [CircuitKind, { rooms: readonly string[] }][];
	return kinds.find(([, feeds]) => feeds.rooms.includes(room.kind))?.[0] ?? 'general';
}

/** Feet of cable between two places of the job; null where one is not placed. */
export function feetBetween(
	job: told.Job,
	{ a, b }: { a: string; b: string },
	way: Way = job.practice.grouping?.way ?? 'attic'
): number | null {
	const [from, to] = [cableEnd(job, a), cableEnd(job, b)];
	return from && to ? routeFt(from, to, way) : null;
}

/**
 * One edit that puts boxes on a circuit of the right kind: the one with the nearest box that it can be fed from, else a new one.
 * @param as a circuit of its own, always a new one
 */
export function moveFix(
	{ edition, job }: RuledJob,
	{ from, boxes, as }: { from: Circuit; boxes: readonly Box[]; as?: 'individual' | undefined }
): Fix | undefined {
	const [first] = boxes;
	if (!first) return undefined;
	const kind = as ?? kindFor(edition, job, first);
	const target = as ? undefined : nearestFeed(job, from, kind, first, new Set(boxes.map((b) => b.id)));
	const circuitId = target?.circuit.id ?? null;
	let fromId: string | null = target?.fromId ?? from.panelId;
	const moves = boxes.map((box) => {
		const move = {
			boxId: box.id,
			fromCircuitId: from.id,
			circuitId,
			fromId,
			lengthFt: fromId === null ? null : feetBetween(job, { a: fromId, b: box.id })
		};
		fromId = box.id;
		return move;
	});
	const names = boxes.length > 2 ? `${boxes.length} boxes` : boxes.map((b) => b.name).join(' and ');
	if (target) return { kind: 'move-to-circuit', label: `Move ${names} to ${breakerWritten(job, target.circuit)}`, moves };
	const room = first.roomId ? indexOf(job).rooms.get(first.roomId)?.name : undefined;
	const own = first.devices.find((d) => d.kind !== 'switch');
	const alone = own?.name || (own?.serves ?? first.name);
	const fresh = { name: as ? inWords(alone) : `${room ?? first.name} receptacles`, kind, breakerA: 20, panelId: from.panelId };
	return { kind: 'move-to-circuit', label: `Move ${names} to a new ${inWords(kind)} circuit`, moves, fresh };
}

function nearestFeed(job: Job, not: Circuit, kind: CircuitKind, box: Box, moved: ReadonlySet<string>) {
	const { boxes } = indexOf(job);
	const spots = job.circuits
		.filter(
			(c) => c.id !== not.id && c.kind === kind && c.poles === 1 && !c.load && c.breakerA <= 20 && c.panelId === not.panelId
		)
		.flatMap((circuit) =>
			runOf(job, circuit)
				.nodes.filter((n) => !moved.has(n.boxId))
				.map((n) => ({ circuit, fromId: n.boxId, far: farness(job, box, boxes.get(n.boxId)) }))
		);
	return spots.sort((a, b) => a.far - b.far)[0];
}
/** Feet; a box of the same room without a place is near, anything else unplaced is far. */
function farness(job: Job, box: Box, other: Box | undefined): number {
	if (!other) return Infinity;
	return feetBetween(job, { a: other.id, b: box.id }) ?? (other.roomId !== null && other.roomId === box.roomId ? 10 : 1000);
}
