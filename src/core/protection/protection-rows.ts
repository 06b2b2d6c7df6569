import type { Edition } from '../code/edition';
import { indexOf } from '../model/job-index';
import type { Job, Reading } from '../model/job';
import { inWords } from '../model/kinds';
import { needOf } from './need-of';
import type { ProtectionAnswer } from './needs';
import { protectedBy } from './reach';

export interface ProtectionRow {
	boxId: string;
	boxName: string;
	roomName: string;
	deviceId: string;
	what: string;
	gfci: RowNeed;
	afci: RowNeed;
	tamperResistant: boolean;
	weatherResistant: boolean;
	cover: ProtectionAnswer['need']['cover'];
	/** Something it needs is not there, in new work. */
	open: boolean;
}
interface RowNeed {
	required: boolean;
	section: string;
	/** What gives it; null: nothing. */
	by: string | null;
	existing: boolean;
}

/** Every outlet with a known room as a row of a table: need, what gives it, type and cover. */
export function protectionRows(edition: Edition, job: Job, readings: readonly Reading[] = []): ProtectionRow[] {
	const index = indexOf(job);
	return job.boxes.flatMap((box) => {
		const room = box.roomId ? index.rooms.get(box.roomId) : undefined;
		if (!room) return [];
		const circuit = index.circuitsOfBox.get(box.id)?.[0];
		return box.devices.map((device): ProtectionRow => {
			const at = { room, box, device, circuit };
			const need = needOf(edition, job, at, { readings });
			const existing = device.state === 'found';
			const side = (against: 'gfci' | 'afci'): RowNeed => ({
				required: need[against].required,
				section: need[against].because[0]?.section ?? '',
				by: protectedBy(edition, job, at, against)?.name ?? null,
				existing
			});
			const [gfci, afci] = [side('gfci'), side('afci')];
			return {
				boxId: box.id,
				boxName: box.name,
				roomName: room.name,
				deviceId: device.id,
				what:
					device.name ||
					[device.volts === 240 && '240 V', device.serves && inWords(device.serves), inWords(device.kind)]
						.filter(Boolean)
						.join(' '),
				gfci,
				afci,
				tamperResistant: need.tamperResistant,
				weatherResistant: need.weatherResistant,
				cover: need.cover,
				open: !existing && [gfci, afci].some((n) => n.required && !n.by)
			};
		});
	});
}
