import type { RuledJob } from '../code/ruled-job';
import { runOf } from '../run/runs';
import { ifKnown, type Circuit } from '../model/known';
import { indexOf } from '../model/job-index';
import { build, planOf } from '../network/build';
import { jobWiring } from '../network/job-wiring';
import { Solution } from '../network/solve';
import { INSTANT_TIMES, poleAmps } from '../network/trips';
import type { BoxProof } from './assess-prove';
import { AGAINST_PREDICTED } from './limits';
import { predict, predictedFor } from './predict';

/** A bolted fault from hot to ground at a box: what flows, and whether the breaker opens at once. */
interface Clearing {
	boxId: string;
	boxName: string;
	/** By the run as it is drawn; null: a length is not known. */
	amps: number | null;
	/** With the ohms that were read of hot and ground; null: not read. */
	measuredAmps: number | null;
	/** The breaker opens at once from here on, A. */
	instantA: number;
	/** `at-once`, `in-time`: by heat, in seconds; `never`: less than it carries for ever, or no ground at all; `not-known`: no length and no reading. */
	clears: 'at-once' | 'in-time' | 'never' | 'not-known';
}

/** @source the breaker's instantaneous trip is taken at ten times its amps; 250.4(A)(5) asks for a path that opens it */
export function clearingOf({ edition, job }: RuledJob, circuit: Circuit, proofs: ReadonlyMap<string, BoxProof>): Clearing[] {
	const { boxes } = indexOf(job);
	const { wiring, guessed } = jobWiring(edition, job, [circuit]);
	const plan = planOf(wiring);
	const instantA = INSTANT_TIMES * circuit.breakerA;
	return runOf(job, circuit).nodes.map(({ boxId, path }): Clearing => {
		const known = path.every((l) => !guessed.includes(l.id));
		let amps: number | null = null;
		if (known) {
			const built = build(plan, [{ kind: 'short-hot-ground', at: boxId, circuitId: circuit.id }], { unplugged: true });
			amps = Math.max(0, ...poleAmps(built, new Solution(built.network), circuit.id));
		}
		const read = proofs.get(boxId)?.latest;
		const [hot, ground] = [read?.['ohm-hot']?.reading.value, read?.['ohm-ground']?.reading.value];
		const p = predict({ edition, job }, { circuit, boxId });
		const hotOhms = hot ?? (p.known ? predictedFor({ kind: 'ohm-hot', loadA: null }, p.value) : null);
		const measuredAmps =
			ground === null || ground === undefined || hotOhms === null
				? null
				: job.practice.supplyVolts / Math.max(1e-3, hotOhms + ground);
		const least = Math.min(amps ?? Infinity, measuredAmps ?? Infinity);
		const clears = least >= instantA ? 'at-once' : least > circuit.breakerA ? 'in-time' : 'never';
		return {
			boxId,
			boxName: boxes.get(boxId)?.name ?? boxId,
			amps,
			measuredAmps,
			instantA,
			clears: least === Infinity ? 'not-known' : clears
		};
	});
}

/** What each cable takes of the drop, as read against as it should be: where they part, a joint is suspect. */
interface CableDrop {
	cableId: string;
	fromName: string;
	toName: string;
	/** Percent points between its ends under the test load; null: not read at both ends. */
	read: number | null;
	should: number | null;
	/** Ohms of hot and neutral that it has too much, by the drop and its load. */
	excessOhms: number | null;
	suspect: boolean;
}
/** What each cable of a run loses, predicted and as read at its ends, V for each amp of load. */
export function dropByCable({ edition, job }: RuledJob, circuit: Circuit, proofs: ReadonlyMap<string, BoxProof>): CableDrop[] {
	const { boxes } = indexOf(job);
	const run = runOf(job, circuit);
	const panelId = ifKnown(() => circuit.panelId);
	const at = (boxId: string | null): { read: number | null; should: number | null; loadA: number } => {
		if (boxId === null) return { read: null, should: null, loadA: job.practice.testLoadA };
		if (boxId === panelId) return { read: 0, should: 0, loadA: job.practice.testLoadA };
		const reading = proofs.get(boxId)?.latest.drop?.reading;
		const loadA = reading?.loadA ?? job.practice.testLoadA;
		const p = predict({ edition, job }, { circuit, boxId }, { loadA });
		return { read: reading?.value ?? null, should: p.known ? p.value.dropPercent : null, loadA };
	};
	return run.nodes.map(({ boxId, fromId, cable }): CableDrop => {
		const [a, b] = [at(fromId), at(boxId)];
		const read = a.read === null || b.read === null ? null : b.read - a.read;
		const should = a.should === null || b.should === null ? null : b.should - a.should;
		const over = read === null || should === null ? null : read - should;
		const suspect =
			over !== null && should !== null && over > Math.max(AGAINST_PREDICTED.dropPoints, AGAINST_PREDICTED.share * should);
		return {
			cableId: cable.id,
			fromName: boxes.get(fromId ?? '')?.name ?? 'panel',
			toName: boxes.get(boxId)?.name ?? boxId,
			read,
			should,
			excessOhms: over === null || over <= 0 ? null : ((over / 100) * job.practice.supplyVolts) / b.loadA,
			suspect
		};
	});
}
