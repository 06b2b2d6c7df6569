import type { Box, Circuit, Device, Job } from '../model/job';
import type { Protection } from '../model/kinds';
import { indexOf } from '../model/job-index';
import { downstream, runOf, type Run } from '../circuits/runs';

/** Where a protection comes from: the breaker, a device upstream, or the device itself. */
export interface Source {
	kind: 'breaker' | 'device';
	/** Circuit or box that holds it. */
	id: string;
	name: string;
}
type Against = 'gfci' | 'afci';
export const gives = (protection: Protection, against: Against): boolean => protection === against || protection === 'dual';

/** What protects a device against ground faults or arcs; null for nothing. The first found from the device back to the panel. */
export function protectedBy(job: Job, circuit: Circuit, box: Box, device: Device, against: Against): Source | null {
	if (gives(device.protection, against)) return { kind: 'device', id: box.id, name: box.name };
	const { boxes } = indexOf(job);
	const upstream = [...(runOf(job, circuit).byBox.get(box.id)?.path ?? [])].reverse().map((leg) => boxes.get(leg.fromId));
	for (const at of upstream) {
		// A device protects what hangs on its LOAD; its own box-mates hang on LINE unless fed on.
		if (at?.devices.some((d) => d.feedsLoad && gives(d.protection, against))) return { kind: 'device', id: at.id, name: at.name };
	}
	return gives(circuit.breaker, against) ? { kind: 'breaker', id: circuit.id, name: `breaker ${circuit.number}` } : null;
}

/** Bands of the run strip: each protection with the boxes it reaches, in feed order. */
export interface Band {
	source: Source;
	against: 'GFCI' | 'AFCI' | 'GFCI + AFCI';
	boxIds: string[];
}
const WORDS: Record<Exclude<Protection, 'none'>, Band['against']> = { gfci: 'GFCI', afci: 'AFCI', dual: 'GFCI + AFCI' };

export function bandsOf(job: Job, run: Run): Band[] {
	const { boxes } = indexOf(job);
	const { circuit } = run;
	const bands: Band[] = [];
	if (circuit.breaker !== 'none') {
		bands.push({
			source: { kind: 'breaker', id: circuit.id, name: `breaker ${circuit.number}` },
			against: WORDS[circuit.breaker],
			boxIds: run.nodes.map((n) => n.boxId)
		});
	}
	for (const node of run.nodes) {
		const box = boxes.get(node.boxId);
		const device = box?.devices.find((d) => d.protection !== 'none');
		if (!box || !device || device.protection === 'none') continue;
		bands.push({
			source: { kind: 'device', id: box.id, name: box.name },
			against: WORDS[device.protection],
			boxIds: device.feedsLoad ? downstream(run, box.id) : [box.id]
		});
	}
	return bands;
}

/** Everything that goes dead when a source trips: the boxes it reaches. */
export const goesDead = (job: Job, run: Run, source: Source): string[] =>
	bandsOf(job, run).find((b) => b.source.kind === source.kind && b.source.id === source.id)?.boxIds ?? [];
