import { expose } from 'comlink';
import { editionOf } from '../../core/code/amended-edition';
import { HIDDEN } from '../../core/demo';
import { hiddenFault, houseAt, houseLines, readHouse } from '../../core/instruments/job-instrument';
import { LINE_GREETING } from '../../core/instruments/protocol';
import type { Job } from '../../core/model/job';
import type { Fault } from '../../core/network/wiring';
import { indexOf } from '../../core/model/job-index';

/** What the simulated house hides: nothing, what the demo house has in its walls, or one fault that nobody is told. */
export type Hides = 'nothing' | 'demo' | 'something';
export interface SimRequest {
	job: Job;
	boxId: string;
	half: 'upper' | 'lower' | undefined;
	hides: Hides;
	seed: number;
	/** Boxes at which what was wrong has been mended. */
	mended: string[];
	loadA: number;
	noise: number;
	everyMs: number;
}
/** The faults of a simulated house, less what was mended. */
export function faultsOf({
	job,
	boxId,
	hides,
	seed,
	mended
}: Pick<SimRequest, 'job' | 'boxId' | 'hides' | 'seed' | 'mended'>): Fault[] {
	const circuit = indexOf(job).circuitsOfBox.get(boxId)?.[0];
	const hidden = hides === 'something' && circuit ? hiddenFault(job, circuit, seed) : null;
	const all = hides === 'demo' ? [...(HIDDEN[job.id] ?? [])] : hidden ? [hidden] : [];
	return all.filter((f) => !mended.includes(f.at));
}

let timer: ReturnType<typeof setInterval> | undefined;
const api = {
	/** Sends lines, a round of readings each time, until it is stopped or asked anew. @returns why it cannot, or null */
	start(request: SimRequest, online: (text: string) => void): string | null {
		clearInterval(timer);
		const { job, boxId, half, loadA, noise, everyMs } = request;
		const found = houseAt(editionOf(job), job, boxId, faultsOf(request), half);
		if (!found.ok) return found.why;
		const readings = readHouse(found.house, loadA);
		online(`${LINE_GREETING} simulated analyzer and meter\n`);
		const send = () => online(`${houseLines(readings, loadA, noise, Math.random).join('\n')}\n`);
		send();
		timer = setInterval(send, everyMs);
		return null;
	},
	/** For the stream of the server, which knows nothing of this job's hidden faults. */
	faults: (request: Pick<SimRequest, 'job' | 'boxId' | 'hides' | 'seed' | 'mended'>): Fault[] => faultsOf(request)
};
export type InstrumentApi = typeof api;
expose(api);
