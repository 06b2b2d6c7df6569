import type { RuledJob } from '../code/ruled-job';
import { indexOf } from '../model/job-index';
import { knownOr, sayNotKnown } from '../model/fact-words';
import type { Job, Reading } from '../model/known';
import type { Finding } from '../model/result';
import { inWords } from '../model/kinds';
import { needOf } from './need-of';
import type { ProtectionAnswer } from './needs';
import { cantTell, standingOf, type Standing } from './standing';

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
	 * `look`: an old one without what new work needs; `given`: something that is there, or planned, gives all that is required:
	 * whether it does is its claim; null: nothing is required of it, or that can't be told.
	 */
	level: 'given' | 'look' | 'bad' | null;
}
interface RowNeed {
	required: boolean;
	section: string;
	/** What gives it; null: nothing that is known. */
	by: string | null;
	/** Whether it is required, or given, rests on what nobody saw: never good, and never called missing. */
	notKnown: string | null;
	existing: boolean;
}

function levelOf(wrong: boolean, needs: readonly RowNeed[]): ProtectionRow['level'] {
	const lacking = needs.filter((n) => n.required && !n.by && !n.notKnown);
	if (wrong || lacking.some((n) => !n.existing)) return 'bad';
	if (lacking.length) return 'look';
	if (needs.some((n) => n.notKnown)) return null;
	return needs.some((n) => n.required) ? 'given' : null;
}

/** Why it can't be told what protects an outlet. */
const whyUntold = (job: Job, { lacks }: Standing): string => (lacks ? sayNotKnown(job, lacks) : 'Its circuit is not known.');

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
			const existing = device.state === 'found';
			const asked = knownOr(
				job,
				() => ({ need: needOf({ edition, job }, at, { readings }) }),
				(why) => ({ why })
			);
			const need = 'need' in asked ? asked.need : null;
			const standing = standingOf({ edition, job }, at, readings);
			const untold = !need || cantTell(standing) ? ('why' in asked ? asked.why : whyUntold(job, standing)) : null;
			const side = (against: 'gfci' | 'afci'): RowNeed => ({
				required: need?.[against].required ?? false,
				section: need?.[against].because[0]?.section ?? '',
				by: standing[against]?.name ?? null,
				notKnown: need ? (need[against].required && !standing[against] ? untold : null) : untold,
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
				tamperResistant: need?.tamperResistant ?? false,
				weatherResistant: need?.weatherResistant ?? false,
				cover: need?.cover ?? 'none',
				level: levelOf(wrong.has(box.id), [gfci, afci])
			};
		});
	});
}
