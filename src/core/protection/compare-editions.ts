import { knownOr } from '../model/fact-words';
import { editionOf } from '../code/amended-edition';
import type { Device, Job, Reading } from '../model/known';
import { indexOf } from '../model/job-index';
import type { EditionKey } from '../model/kinds';
import type { Rule } from '../model/result';
import { needOf } from './need-of';
import { placingWays } from './placing-case';

/** The same job under two editions: which outlets change, by which rules, and what the difference costs by the shop's list. */
interface EditionChange {
	boxId: string;
	boxName: string;
	roomName: string;
	what: string;
	changes: {
		of: 'GFCI' | 'AFCI' | 'tamper-resistant' | 'weather-resistant' | 'cover';
		here: string;
		there: string;
		rule: Rule | undefined;
	}[];
}
interface EditionCompare {
	changes: EditionChange[];
	/** Outlets that can't be compared for want of a fact, each with it. */
	notKnown: string[];
	/** Least price of breakers and devices that meet each; null: some need cannot be met, or can't be told. */
	price: { here: number | null; there: number | null };
}

/** Each outlet whose protection is required differently under two editions, with both reasons. */
export function compareEditions(
	job: Job,
	{ here, there }: { here: EditionKey; there: EditionKey },
	readings: readonly Reading[] = []
): EditionCompare {
	const { rooms, circuitsOfBox } = indexOf(job);
	const notKnown: string[] = [];
	const changes = job.boxes.flatMap((box) => {
		const room = box.roomId ? rooms.get(box.roomId) : undefined;
		if (!room) return [];
		const circuit = circuitsOfBox.get(box.id)?.[0];
		return box.devices.flatMap((device): EditionChange[] => {
			const [a, b] = knownOr(
				job,
				() =>
					[here, there].map((key) => {
						const edition = editionOf(job, key);
						return needOf({ edition, job }, { room, box, device, circuit }, { readings });
					}),
				(why) => (notKnown.push(`${box.name}: ${why}`), [])
			);
			if (!a || !b) return [];
			const yes = (asked: boolean) => (asked ? 'asked' : 'not required');
			const found: EditionChange['changes'] = [];
			for (const [of, key] of [
				['GFCI', 'gfci'],
				['AFCI', 'afci']
			] as const)
				if (a[key].required !== b[key].required)
					found.push({
						of,
						here: yes(a[key].required),
						there: yes(b[key].required),
						rule: (a[key].required ? a : b)[key].because[0]
					});
			if (a.tamperResistant !== b.tamperResistant)
				found.push({ of: 'tamper-resistant', here: yes(a.tamperResistant), there: yes(b.tamperResistant), rule: undefined });
			if (a.weatherResistant !== b.weatherResistant)
				found.push({ of: 'weather-resistant', here: yes(a.weatherResistant), there: yes(b.weatherResistant), rule: undefined });
			if (a.cover !== b.cover) found.push({ of: 'cover', here: a.cover, there: b.cover, rule: undefined });
			return found.length
				? [{ boxId: box.id, boxName: box.name, roomName: room.name, what: whatOf(device), changes: found }]
				: [];
		});
	});
	return { changes, notKnown, price: { here: leastPrice(job, here), there: leastPrice(job, there) } };
}
const whatOf = (d: Device): string =>
	d.name || (d.receptacles ? `${d.volts} V ${d.amps} A receptacle` : d.kind.replace('-', ' '));
function leastPrice(job: Job, key: EditionKey): number | null {
	let sum = 0;
	for (const circuit of job.circuits) {
		const { ways, needs, lacks } = placingWays({ edition: editionOf(job, key), job }, circuit);
		const [first] = ways;
		if (lacks || (!first && needs)) return null;
		sum += first?.price ?? 0;
	}
	return sum;
}
