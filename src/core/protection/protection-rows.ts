import type { RuledJob } from '../code/ruled-job';
import { indexOf } from '../model/job-index';
import { knownOr } from '../model/fact-words';
import type { Reading } from '../model/known';
import type { Finding } from '../model/result';
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
	/**
	 * `bad`: new work lacks what it needs, or the outlet promises a ground or a protection that is not there;
	 * `look`: an old one without what new work needs; null: nothing is required of it.
	 */
	level: 'good' | 'look' | 'bad' | null;
}
interface RowNeed {
	required: boolean;
	section: string;
	/** What gives it; null: nothing. */
	by: string | null;
	existing: boolean;
}

function levelOf(wrong: boolean, needs: readonly RowNeed[]): ProtectionRow['level'] {
	const lacking = needs.filter((n) => n.required && !n.by);
	if (wrong || lacking.some((n) => !n.existing)) return 'bad';
	if (lacking.length) return 'look';
	return needs.some((n) => n.required) ? 'good' : null;
}

/** Every outlet with a known room as a row of a table: need, what gives it, type and cover. */
export function protectionRows(
	{ edition, job }: RuledJob,
	readings: readonly Reading[] = [],
	findings: readonly Finding[] = []
): ProtectionRow[] {
	const index = indexOf(job);
	const wrong = new Set(findings.flatMap((f) => (f.severity === 'violation' && f.subject.kind === 'box' ? [f.subject.id] : [])));
	return job.boxes.flatMap((box) => {
		const room = box.roomId ? index.rooms.get(box.roomId) : undefined;
		if (!room) return [];
		const circuit = index.circuitsOfBox.get(box.id)?.[0];
		return box.devices.map((device): ProtectionRow => {
			const at = { room, box, device, circuit };
			const need = needOf({ edition, job }, at, { readings });
			const existing = device.state === 'found';
			const side = (against: 'gfci' | 'afci'): RowNeed => ({
				required: need[against].required,
				section: need[against].because[0]?.section ?? '',
				by: knownOr(
					job,
					() => protectedBy({ edition, job }, at, against)?.name ?? null,
					() => 'not known'
				),
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
				level: levelOf(wrong.has(box.id), [gfci, afci])
			};
		});
	});
}
