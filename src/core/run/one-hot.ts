import { indexOf } from '../model/job-index';
import type * as told from '../model/job';
import { ifKnown } from '../model/known';
import { downstream, runOf } from './runs';

/**
 * A cable of two conductors that goes on from where both hots and the neutral of a two-pole circuit come in, to 120 V outlets only:
 * one hot and the neutral go on, at 120 V. Between two hots nothing there would be right.
 * @source 210.4(C): what opens both hots together may feed both; each hot is judged by itself
 */
export function isOneHot(job: told.Job, circuit: told.Circuit, cable: told.Cable): boolean {
	if (circuit.poles !== 2 || ifKnown(() => cable.conductors) !== 2) return false;
	const run = runOf(job, circuit);
	const from = run.byBox.get(cable.fromId ?? '');
	if (!from) return false;
	if (isOneHot(job, circuit, from.cable)) return true;
	if ((ifKnown(() => from.cable.conductors) ?? 0) < 3) return false;
	const { boxes } = indexOf<told.Job>(job);
	const devices = downstream(run, cable.toId).flatMap((id) => boxes.get(id)?.devices ?? []);
	return devices.length > 0 && devices.every((d) => d.volts === 120 && !d.yoke);
}
