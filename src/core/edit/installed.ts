import type { Command } from './command';
import { rowIn } from './command';

/**
 * What was planned in a box is in it now: its devices, the box itself where it is new, and the cables that end in it.
 * @param day ISO day  @throws RangeError where nothing is planned there
 */
export const installed =
	(boxId: string, { day, by }: { day: string; by: string }): Command =>
	(draft) => {
		const box = rowIn(draft.boxes, boxId, 'box');
		const planned = box.devices.filter((d) => d.state === 'planned');
		if (!planned.length && box.state !== 'planned') throw new RangeError(`Nothing is planned at ${box.name}.`);
		for (const device of planned) {
			Object.assign(device, { state: 'built', installed: day });
			if (by) device.installedBy = by;
		}
		if (box.state === 'planned') box.state = 'built';
		for (const cable of draft.cables) if (cable.toId === boxId && cable.state === 'planned') cable.state = 'built';
	};
/** The same of several boxes at once: those of them where something is planned. @throws RangeError where nothing is */
export const installedAll =
	(boxIds: readonly string[], by: { day: string; by: string }): Command =>
	(draft) => {
		const planned = boxIds.filter((id) => {
			const box = rowIn(draft.boxes, id, 'box');
			return box.state === 'planned' || box.devices.some((d) => d.state === 'planned');
		});
		if (!planned.length) throw new RangeError('Nothing is planned at these boxes.');
		for (const id of planned) installed(id, by)(draft);
	};
