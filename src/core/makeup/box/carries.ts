import { indexOf } from '../../model/job-index';
import { feedOf, type Box, type Circuit, type Device, type Job, type Cable } from '../../model/known';
import { once } from '../../model/remember';
import { downstream, runOf, type RunNode } from '../../run/runs';

/**
 * What the cables of a job must carry beside hot, neutral and ground, by which switch controls what: a switched hot to the light, a
 * loop to a switch and back, the travelers between the switches of a set. The model draws circuits; this follows from it.
 */

/** Switches that control the same outlets: one, or the two and more of a three-way set, in feed order. */
export interface SwitchSet {
	id: string;
	/** Boxes of its switches, nearest to the supply first, each with the device. */
	switches: { boxId: string; device: Device }[];
	targets: readonly string[];
}
/** Every set of a circuit. */
export const switchSets = once((job: Job, circuit: Circuit): readonly SwitchSet[] => {
	const { boxes } = indexOf(job);
	const sets = new Map<string, SwitchSet>();
	const run = runOf(job, circuit);
	for (const { boxId } of run.nodes)
		for (const device of boxes.get(boxId)?.devices ?? []) {
			// What is on another circuit is not switched by this one.
			const controls = device.controls?.filter((id) => run.byBox.has(id)) ?? [];
			if (device.kind !== 'switch' || !controls.length) continue;
			const together = (device.ways ?? 'single-pole') !== 'single-pole';
			const id = together ? [...controls].sort().join(' ') : device.id;
			const set = sets.get(id) ?? { id, switches: [], targets: controls };
			set.switches.push({ boxId, device });
			sets.set(id, set);
		}
	return [...sets.values()];
});

/** What one cable carries. */
export interface Carried {
	/** Something beyond it is live whatever any switch does. */
	hot: boolean;
	/** Sets of which the switched hot runs in it. */
	switched: string[];
	/** Of these, those of which the switch is beyond it and the light is not: the loop of a switch. */
	back: string[];
	/** Sets of which the two travelers run in it. */
	travelers: string[];
	/** Nothing but switches lies beyond it: nothing there takes a neutral. */
	loop: boolean;
	/** Smoke alarms lie on both of its sides: where it has a conductor left, they sound together by it. */
	interconnect: boolean;
}
/** A light or a fan that a switch controls, or a receptacle that it takes all the power of. */
const isSwitchedWhole = (d: Device): boolean =>
	d.receptacles > 0 ? d.switched === 'whole' : d.kind !== 'switch' && d.kind !== 'alarm';
/** Does a device of a box need the always-live hot there? */
function needsHot(box: Box, d: Device, sets: readonly SwitchSet[]): boolean {
	if (d.kind === 'switch') {
		const set = sets.find((s) => s.switches.some((x) => x.device.id === d.id));
		// A switch that controls nothing that is known is fed all the same; of a set the first has the hot.
		return !set || set.switches[0]?.device.id === d.id;
	}
	return !(isSwitchedWhole(d) && sets.some((s) => s.targets.includes(box.id)));
}
/**
 * Boxes that may hang beyond a cable though nobody knows what feeds them. What was found in the wall hangs on no new cable.
 */
function mayHangBeyond(nodes: readonly RunNode[], cable: Cable): RunNode[] {
	const root = nodes.find((n) => n.boxId === cable.toId)?.path[0];
	return nodes.filter(({ path: [first] }) => {
		const loose = first && first !== root && first.fromId === null;
		return loose && (cable.state === 'found' || first.state !== 'found');
	});
}
/** @throws NotKnown where what lies beyond the cable hangs on what feeds a box of the circuit, and nobody knows that */
export function carriedBy(
	{ job, circuit, sets }: { job: Job; circuit: Circuit; sets: readonly SwitchSet[] },
	cable: Cable
): Carried {
	const { boxes } = indexOf(job);
	const { nodes } = runOf(job, circuit);
	const loose = sets.length ? mayHangBeyond(nodes, cable) : [];
	const inSet = (id: string) => sets.some((s) => s.targets.includes(id) || s.switches.some((x) => x.boxId === id));
	for (const { boxId, path } of loose) if (inSet(boxId) && path[0]) feedOf(path[0]);
	const beyond = new Set(downstream(runOf(job, circuit), cable.toId));
	const carried: Carried = { hot: false, switched: [], back: [], travelers: [], loop: true, interconnect: false };
	for (const id of beyond) {
		const box = boxes.get(id);
		if (!box) continue;
		if (!box.devices.length || box.devices.some((d) => d.kind !== 'switch')) carried.loop = false;
		// A box with nothing in it yet keeps the hot that it is fed by.
		if (!box.devices.length || box.devices.some((d) => needsHot(box, d, sets))) carried.hot = true;
	}
	// Whatever else hangs there needs the hot and a neutral: it changes nothing where both go along already.
	if (!carried.hot || carried.loop) for (const { path } of loose) if (path[0]) feedOf(path[0]);
	const alarms = nodes.filter((n) => boxes.get(n.boxId)?.devices.some((d) => d.kind === 'alarm'));
	carried.interconnect = alarms.some((n) => beyond.has(n.boxId)) && alarms.some((n) => !beyond.has(n.boxId));
	for (const set of sets) {
		const inside = set.switches.filter((s) => beyond.has(s.boxId)).length;
		if (inside > 0 && inside < set.switches.length) carried.travelers.push(set.id);
		// What the last switch of a set gives goes to its lights, whichever way they lie.
		const last = set.switches.at(-1);
		const out = !!last && beyond.has(last.boxId);
		if (set.targets.some((t) => beyond.has(t) !== out)) carried.switched.push(set.id);
		if (out && set.targets.some((t) => !beyond.has(t))) carried.back.push(set.id);
	}
	return carried;
}
/** Insulated conductors that a cable needs for all of it, its neutral among them. */
export const conductorsFor = ({ hot, switched, travelers }: Carried): number =>
	Number(hot) + switched.length + 2 * travelers.length + 1;
