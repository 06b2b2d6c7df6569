import { editionOf } from '../../core/code/amended-edition';
import { HIDDEN } from '../../core/demo';
import { hiddenFault } from '../../core/faults/hidden-fault';
import { houseAt, houseLines, readHouse } from '../../core/instruments/job-instrument';
import { LINE_GREETING } from '../../core/instruments/protocol';
import type * as told from '../../core/model/job';
import { knownJob } from '../../core/model/known';
import type { Fault } from '../../core/faults/kinds';
import { indexOf } from '../../core/model/job-index';

/** What the simulated house hides: nothing, what the demo house has in its walls, one fault that nobody is told, or a directory that is wrong. */
export type Hides = 'nothing' | 'demo' | 'something' | 'wrong-breaker';
export interface SimRequest {
	job: told.Job;
	boxId: string;
	half: 'upper' | 'lower' | undefined;
	hides: Hides;
	seed: number;
	/** Circuits that are tagged off: their breakers are off here too, unless the directory is wrong. */
	off: string[];
	/** Boxes at which what was wrong has been mended. */
	mended: string[];
	loadA: number;
	noise: number;
	everyMs: number;
}
type FaultsOf = Pick<SimRequest, 'job' | 'boxId' | 'hides' | 'seed' | 'mended' | 'off'>;
/** The faults of a simulated house, less what was mended. */
export function faultsOf({ job: told, boxId, hides, seed, mended, off }: FaultsOf): Fault[] {
	const job = knownJob(told);
	const circuit = indexOf(job).circuitsOfBox.get(boxId)?.[0];
	const hidden = hides === 'something' && circuit ? hiddenFault(job, circuit, seed) : null;
	const all = hides === 'demo' ? [...(HIDDEN[job.id] ?? [])] : hidden ? [hidden] : [];
	const dead = hides === 'wrong-breaker' ? [] : off.map((at): Fault => ({ kind: 'breaker-off', at }));
	return [...dead, ...all.filter((f) => !mended.includes(f.at))];
}

let timer: ReturnType<typeof setInterval> | undefined;
export const instrumentApi = {
	/** Sends lines, a round of readings each time, until it is stopped or asked anew. @returns why it cannot, or null */
	start(request: SimRequest, online: (text: string) => void): string | null {
		clearInterval(timer);
		const { job: told, boxId, half, loadA, noise, everyMs } = request;
		const job = knownJob(told);
		const found = houseAt({ edition: editionOf(job), job }, { boxId, faults: faultsOf(request), half });
		if (!found.ok) return found.why;
		const readings = readHouse(found.house, loadA);
		online(`${LINE_GREETING} simulated analyzer and meter\n`);
		const send = () => online(`${houseLines(readings, { loadA, noise, random: Math.random }).join('\n')}\n`);
		send();
		timer = setInterval(send, everyMs);
		return null;
	},
	/** For the stream of the server, which knows nothing of this job's hidden faults. */
	faults: (request: FaultsOf): Fault[] => faultsOf(request)
};
export type InstrumentApi = typeof instrumentApi;
