import { cite } from '../code/rule';
import type { Edition } from '../code/shape/edition';
import type { Job, Room } from '../model/known';
import { DEFAULT_GROUPING } from '../model/practice';
import { indexOf } from '../model/job-index';
import { inWords } from '../model/kinds';
import type { Decision, Step } from '../model/result';
import { counted } from '../units/quantity';
import { boxesServed, type Run } from '../run/runs';

/**
 * Why the outlets of a circuit stand on it together: the rule for its kind, what practice counts, the rooms that go dead
 * with it. Practice is no rule, and more outlets than it has are no fault.
 * @source 210.11(C), 210.23
 */
export function whyTogether(edition: Edition, job: Job, run: Run): Decision | null {
	const { circuit } = run;
	if (!run.nodes.length) return null;
	const { rooms } = indexOf(job);
	const onRun = boxesServed(job, run);
	const outlets = onRun.flatMap((b) => b.devices.filter((d) => d.kind !== 'switch')).length;
	const inRooms = [...new Set(onRun.flatMap((b) => rooms.get(b.roomId ?? '') ?? []))];
	const names = inRooms.map((r) => r.name);
	const own = circuit.kind === 'individual';
	const { feeds, general, nameplate, required } = edition.circuits;
	const rule = own
		? nameplate
		: (required.find((r) => r.kind === circuit.kind)?.rule ?? feeds[circuit.kind]?.rule ?? general.rule);
	const steps: Step[] = [
		{
			label: own ? 'one appliance only' : `${inWords(circuit.kind)} circuit`,
			formula: own ? circuit.load?.name || circuit.name : names.join(', ') || 'rooms not known',
			value: circuit.breakerA,
			unit: 'A',
			rule: cite(edition, rule)
		}
	];
	const most = practiceMost(job, circuit.breakerA);
	if (!own && most !== null)
		steps.push({
			label: 'outlets on it',
			formula: `shop practice: ${most} maximum on ${circuit.breakerA} A; the code sets no limit`,
			value: outlets,
			unit: outlets === 1 ? 'outlet' : 'outlets'
		});
	const dark = inRooms.filter((room) => wholly(job, run, room)).map((r) => r.name);
	if (!own)
		steps.push({
			label: 'with its breaker off',
			formula: dark.length ? 'goes completely dark' : 'no room goes completely dark',
			value: dark.length ? dark.join(', ') : 'none',
			unit: ''
		});
	return {
		code: 'group',
		id: `group:${circuit.id}`,
		subject: { kind: 'circuit', id: circuit.id },
		value: own ? 'its own circuit' : `${counted(outlets, 'outlet')}, ${counted(names.length, 'room')}`,
		title: own ? 'why it has its own circuit' : 'why these share a circuit',
		steps,
		rules: steps.flatMap((s) => (s.rule ? [s.rule] : [])),
		alternatives: []
	};
}
/** Outlets that practice puts on a general circuit of this rating; null for larger ones. */
export function practiceMost(job: Job, breakerA: number): number | null {
	const { perCircuit15, perCircuit20 } = job.practice.grouping ?? DEFAULT_GROUPING;
	return breakerA > 20 ? null : breakerA > 15 ? perCircuit20 : perCircuit15;
}
/** Every outlet of a room of several hangs on this circuit. */
function wholly(job: Job, run: Run, room: Room): boolean {
	const own = (indexOf(job).boxesOfRoom.get(room.id) ?? []).filter((b) => b.devices.some((d) => d.kind !== 'switch'));
	return own.length > 1 && own.every((b) => run.byBox.has(b.id));
}
