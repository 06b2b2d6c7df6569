import { inSpace } from '../model/breaker-name';
import { DEVICE_WORDS, gives, type Against } from '../model/protections';
import type { RuledJob } from '../code/ruled-job';
import type { Edition } from '../code/shape/edition';
import type * as told from '../model/job';
import { NotKnown, type Box, type Circuit, type Device, type Fact, type Job } from '../model/known';
import { indexOf } from '../model/job-index';
import { once } from '../model/remember';
import { runOf, seenBehind, seenUpstream, type Run } from '../run/runs';
import { afciBeginsAt } from './articles/210-12-afci-outlet';

/** Where a protection comes from: the breaker, a device upstream, or the device itself. */
export interface Source {
	kind: 'breaker' | 'device';
	/** Circuit or box that holds it. */
	id: string;
	/** Of a device: which one in its box. */
	deviceId?: string | undefined;
	/** Protects against ground faults and arcs, by one button. */
	dual?: boolean | undefined;
	name: string;
}

/** An outlet whose circuit may not be known. */
export interface Protected {
	box: Box;
	device: Device;
	circuit: Circuit | undefined;
}

/**
 * What protects a device against ground faults or arcs; null for nothing. Its own first: that needs no circuit to be known; then
 * one in its box on whose LOAD it hangs, then upstream, then the breaker. A device against arcs counts where it stands lawfully.
 */
export function protectedBy({ edition, job }: RuledJob, at: Protected, against: Against): Source | null {
	const { circuit, box, device } = at;
	// Fed by two circuits it is protected where both are.
	if (device.yoke === 'split' && !gives(device.protection, against)) {
		const all = indexOf(job).circuitsOfBox.get(box.id) ?? [];
		const sources = all.map((c) => onCircuit(edition, job, { ...at, circuit: c }, against));
		return sources.every((s) => s !== null) ? (sources[0] ?? null) : null;
	}
	return onCircuit(edition, job, { box, device, circuit }, against);
}
function onCircuit(edition: Edition, job: Job, at: Protected, against: Against): Source | null {
	const { circuit, box, device } = at;
	const counts = (holder: Box, d: Device) =>
		gives(d.protection, against) && (against === 'gfci' || afciBeginsAt({ edition, job }, at, holder));
	const of = (holder: Box, d: Device): Source => ({
		kind: 'device',
		id: holder.id,
		deviceId: d.id,
		name: holder.name,
		...(d.protection === 'dual' ? { dual: true } : {})
	});
	if (counts(box, device)) return of(box, device);
	// What shares its box hangs on LOAD with what follows; of a box on two circuits nobody knows which of them.
	const alone = (indexOf(job).circuitsOfBox.get(box.id) ?? []).length < 2;
	const mate = alone && box.devices.find((d) => d !== device && d.feedsLoad && counts(box, d));
	if (mate) return of(box, mate);
	if (!circuit) return null;
	for (const holder of upstreamHolders(job, circuit, box.id)) {
		const d = holder.devices.find((x) => x.feedsLoad && counts(holder, x));
		if (d) return of(holder, d);
	}
	const breaker = breakerOf(circuit);
	const lost = gives(breaker, against) ? null : lostFeed(job, circuit, box.id);
	if (lost) throw new NotKnown(lost);
	const dual = breaker === 'dual' ? { dual: true } : {};
	return gives(breaker, against)
		? { kind: 'breaker', id: circuit.id, name: `the breaker ${inSpace(job, circuit)}`, ...dual }
		: null;
}

/** What a breaker gives, or is to: what is planned counts while it is worked out what is required, and proves nothing. */
const breakerOf = (circuit: told.Circuit) => circuit.plannedBreaker ?? circuit.breaker;

/** A box upstream of which nobody saw what feeds it: something may protect it that nobody knows of, or nothing where one is guessed. */
function lostFeed(job: Job, circuit: Circuit, boxId: string): Fact | null {
	const cable = runOf(job, circuit)
		.byBox.get(boxId)
		?.path.find((l) => l.fromId === null || l.guess !== undefined);
	return cable ? { of: 'cable', id: cable.id, field: 'fromId' } : null;
}

/** Boxes upstream of one whose devices protect what is on their LOAD, the nearest first: found in one walk along the run. */
export const upstreamHolders = (job: Job, circuit: Circuit, boxId: string): readonly Box[] =>
	holdersAlong(job, circuit).get(boxId) ?? [];
const holdersAlong = once((job: Job, circuit: Circuit): ReadonlyMap<string, readonly Box[]> => {
	const { boxes } = indexOf(job);
	const run = runOf(job, circuit);
	const found = new Map<string, readonly Box[]>();
	/** Behind what a guess says it is behind nothing is protected. */
	const holders = (boxId: string): readonly Box[] => {
		const known = found.get(boxId);
		if (known) return known;
		// Set first: a loop in what was told must end.
		found.set(boxId, []);
		const cable = run.byBox.get(boxId)?.cable;
		const fromId = cable ? seenUpstream(cable) : null;
		if (fromId === null) return [];
		const holder = boxes.get(fromId);
		const holds = isOnCircuit(job, fromId, circuit) && holder?.devices.some((d) => d.feedsLoad && d.protection !== 'none');
		const all = holder && holds ? [holder, ...holders(fromId)] : holders(fromId);
		found.set(boxId, all);
		return all;
	};
	for (const { boxId } of run.nodes) holders(boxId);
	return found;
});

/**
 * The devices of a box are on this circuit: one whose cable only passes the box, another circuit's or the other hot of a shared
 * neutral, is not behind them. A box on several circuits has its devices on the first of them, as it is made up.
 */
const isOnCircuit = (job: told.Job, boxId: string | null, circuit: Pick<told.Circuit, 'id'>): boolean => {
	const [first] = indexOf(job).circuitsOfBox.get(boxId ?? '') ?? [];
	return first === undefined || first.id === circuit.id;
};
/** Bands of the run strip: each protection with the boxes it reaches, in feed order. */
export interface Band {
	source: Source;
	against: string;
	boxIds: string[];
}

/** Stretches of a run behind each device that protects, for the strip. */
export function bandsOf(job: told.Job, run: Run<told.Cable, told.Circuit>): Band[] {
	const { boxes } = indexOf(job);
	const { circuit } = run;
	const bands: Band[] = [];
	if (breakerOf(circuit) !== 'none') {
		bands.push({
			source: { kind: 'breaker', id: circuit.id, name: `the breaker ${inSpace(job, circuit)}` },
			against: DEVICE_WORDS[breakerOf(circuit)],
			boxIds: run.nodes.map((n) => n.boxId)
		});
	}
	for (const node of run.nodes) {
		const box = boxes.get(node.boxId);
		const device = box?.devices.find((d) => d.protection !== 'none');
		if (!box || !device || device.protection === 'none' || !isOnCircuit(job, box.id, circuit)) continue;
		bands.push({
			source: { kind: 'device', id: box.id, deviceId: device.id, name: box.name },
			against: DEVICE_WORDS[device.protection],
			boxIds: [box.id, ...(device.feedsLoad ? seenBehind(run, box.id) : [])]
		});
	}
	return bands;
}

/** Everything that goes dead when a source trips: the boxes it reaches. */
export const goesDead = (job: told.Job, run: Run<told.Cable, told.Circuit>, source: Source): string[] =>
	bandsOf(job, run).find((b) => b.source.kind === source.kind && b.source.id === source.id)?.boxIds ?? [];
