import { rowIn, type Command } from './command';
import type { Box, Device, Job, Room } from '../model/job';
import { detachBox } from './cables';

/** Changes what is said of a box. @throws RangeError where another box has the name already */
export const editBox =
	(id: string, change: Partial<Omit<Box, 'id' | 'devices'>>): Command =>
	(draft) => {
		const box = rowIn(draft.boxes, id, 'box');
		if (
			change.name !== undefined &&
			draft.boxes.some((b) => b.id !== id && b.name.toLowerCase() === change.name?.toLowerCase())
		) {
			throw new RangeError(`Another box is named ${change.name} already.`);
		}
		Object.assign(box, change);
	};
/** Changes what is said of one device of a box. */
export const editDevice =
	(boxId: string, deviceId: string, change: Partial<Omit<Device, 'id'>>): Command =>
	(draft) =>
		changeDevice(rowIn(rowIn(draft.boxes, boxId, 'box').devices, deviceId, 'device'), change);
/** What was found stays on record beside what is planned in its place. */
export function changeDevice(device: Device, change: Partial<Device>): void {
	const { kind, receptacles, amps, volts, slots, protection, name } = device;
	if (device.state === 'found' && change.state && change.state !== 'found')
		device.was = { kind, receptacles, amps, volts, slots, protection, name };
	if (change.state === 'found') delete device.was;
	Object.assign(device, change);
}
/** Adds a device to a box, or takes one out. A box keeps at least its place: it may stand without a device. */
export const addDevice =
	(boxId: string, device: Device): Command =>
	(draft) =>
		void rowIn(draft.boxes, boxId, 'box').devices.push(device);
/** Takes a device out of a box; the box stays. */
export const removeDevice =
	(boxId: string, deviceId: string): Command =>
	(draft) => {
		const box = rowIn(draft.boxes, boxId, 'box');
		box.devices = box.devices.filter((d) => d.id !== deviceId);
	};
/** What is added to a house of which all is new is planned; in any other it was found. */
export const stateOfNew = ({ boxes }: Pick<Job, 'boxes'>): 'planned' | 'found' =>
	boxes.length > 0 && boxes.every((b) => b.state !== 'found') ? 'planned' : 'found';
/** Adds a box as given. */
export const addBox =
	(box: Box): Command =>
	(draft) =>
		void draft.boxes.push(box);
/** The next free number after the names a room uses already. @example B2-01, B2-02 -> B2-03 */
export function freeName(job: Job, room: Room): string {
	const own = job.boxes.find((b) => b.roomId === room.id)?.name.split('-')[0];
	const stem =
		own ??
		(room.name
			.replace(/[^A-Za-z0-9]/g, '')
			.slice(0, 2)
			.toUpperCase() ||
			'B');
	const taken = new Set(job.boxes.map((b) => b.name));
	for (let n = 1; ; n++) {
		const name = `${stem}-${String(n).padStart(2, '0')}`;
		if (!taken.has(name)) return name;
	}
}
/** A name for a box that nobody has named yet. @example 95 boxes -> Box 96 */
export function freeBoxName(job: Job): string {
	const taken = new Set(job.boxes.map((b) => b.name));
	let n = job.boxes.length + 1;
	while (taken.has(`Box ${n}`)) n++;
	return `Box ${n}`;
}
/** Takes a box out of the job: off every run, what it fed hangs on the box before it. Symptoms seen there stay, of no box. */
export const removeBox =
	(boxId: string): Command =>
	(draft) => {
		rowIn(draft.boxes, boxId, 'box');
		const circuits = new Set(draft.cables.filter((l) => l.toId === boxId).map((l) => l.circuitId));
		for (const circuitId of circuits) detachBox(boxId, circuitId)(draft);
		const others = (ids: readonly string[]) => ids.filter((id) => id !== boxId);
		for (const symptom of draft.symptoms) {
			if (symptom.boxId === boxId) symptom.boxId = null;
			if (symptom.dead) symptom.dead = others(symptom.dead);
			if (symptom.works) symptom.works = others(symptom.works);
			if (symptom.signs) symptom.signs = symptom.signs.filter((s) => s.boxId !== boxId);
		}
		for (const item of draft.inspection ?? []) if (item.boxId === boxId) item.boxId = null;
		for (const cable of draft.cables) if (cable.behind === boxId) delete cable.behind;
		draft.boxes = draft.boxes.filter((b) => b.id !== boxId);
	};
