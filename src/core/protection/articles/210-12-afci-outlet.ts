import type { RuledJob } from '../../code/ruled-job';
import type { Box, Circuit, Device, Job } from '../../model/known';
import { inRaceway, isMetalRaceway } from '../../model/cable-kinds';
import { indexOf } from '../../model/job-index';
import { runOf, type Run } from '../../run/runs';
import { sharesNeutral } from './210-4-b-shared-neutral';
import { atMost } from '../../units/quantity';

/**
 * Where arc-fault protection may begin at an outlet and not at the breaker: at the first outlet of a lawful home run; on an old
 * circuit that is extended or changed at its first receptacle; at a receptacle that is replaced, or upstream of it.
 * @source 210.12 (means 2 to 6; work on existing circuits), 406.4(D)(4)
 */
export function afciBeginsAt(
	{ edition, job }: RuledJob,
	at: { box: Box; device: Device; circuit: Circuit | undefined },
	holder: Box
): boolean {
	const { box, device, circuit } = at;
	// What is only found is told as it stands; it comes under the rule when it is touched.
	if (device.state === 'found') return true;
	const replaced = box.state === 'found' && device.kind === 'receptacle';
	if (replaced) return true;
	if (!circuit) return false;
	const run = runOf(job, circuit);
	if (lawfulHomeRun({ edition, job }, run, holder)) return true;
	return circuit.state === 'found' && isFirstReceptacle(job, run, holder);
}

/** The first box of the run that holds a receptacle. */
export function isFirstReceptacle(job: Job, run: Run, holder: Box): boolean {
	const { boxes } = indexOf(job);
	const first = run.nodes.find((n) => boxes.get(n.boxId)?.devices.some((d) => d.receptacles > 0));
	return first?.boxId === holder.id;
}

/** Which of the means of 210.12 lets it begin at this box. Of a listed combination the home run must be measured, and short enough. */
export function lawfulHomeRun({ edition, job }: RuledJob, run: Run, holder: Box): boolean {
	const node = run.byBox.get(holder.id);
	const { circuit } = run;
	if (!node || node.fromId !== circuit.panelId) return false;
	const most = edition.afci.homeRunFt[node.cable.awg];
	switch (circuit.homeRun) {
		case 'branch-feeder-breaker':
			return circuit.poles === 2 || !sharesNeutral(job, circuit);
		case 'metal-raceway':
			// Sheathed cable is no raceway, whatever is said of it.
			return inRaceway(node.cable.kind) && (node.cable.raceway === undefined || isMetalRaceway(node.cable.raceway));
		case 'listed-combination':
			return most !== undefined && node.cable.lengthFt !== null && atMost(node.cable.lengthFt, most);
		case undefined:
			return false;
		default:
			return circuit.homeRun satisfies never;
	}
}
