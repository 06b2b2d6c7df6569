import { breakerName } from '../../model/breaker-name';
import { cite, type RuleRef } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { CircuitFeeds } from '../../code/shape/circuits';
import type { Box, Device, Job, Room } from '../../model/known';
import { indexOf } from '../../model/job-index';
import { inWords } from '../../model/kinds';
import type { Finding, Subject } from '../../model/result';
import { moveFix } from '../../run/moving';
import { isFixedInPlace } from './210-23-fixed-in-place';
import { outletsServed, type Run } from '../../run/runs';

/**
 * Small-appliance, laundry, bathroom and garage circuits feed their own receptacles and nothing else, each with its
 * exceptions. Outdoor receptacles come from a garage or a general circuit only.
 * @source 210.11(C), 210.52(B)
 */
export function feedFindings(edition: Edition, job: Job, run: Run): Finding[] {
	const { circuit } = run;
	const feeds = edition.circuits.feeds[circuit.kind];
	if (!feeds) return [];
	const severity = circuit.state === 'found' ? 'advice' : 'violation';
	const found: Finding[] = [];
	if (circuit.breakerA < feeds.leastA) {
		found.push({
			code: 'feeds-rating',
			id: `feeds-rating:${circuit.id}`,
			severity,
			rule: cite(edition, edition.circuits.required.find((r) => r.kind === circuit.kind)?.rule ?? feeds.rule),
			circuitId: circuit.id,
			subject: { kind: 'circuit', id: circuit.id },
			message: `A ${inWords(circuit.kind)} circuit is at least ${feeds.leastA} A; ${breakerName(job, circuit)} is ${circuit.breakerA} A.`,
			have: circuit.breakerA,
			need: feeds.leastA,
			unit: 'A',
			fix: {
				kind: 'size-circuit',
				label: `Make it ${feeds.leastA} A on 12 AWG`,
				circuitId: circuit.id,
				breakerA: feeds.leastA,
				poles: 1,
				awg: '12'
			}
		});
	}
	for (const { box, room, device, rule } of wrongOutlets(edition, job, run, feeds)) {
		const subject: Subject = { kind: 'box', id: box.id };
		found.push({
			code: 'feeds',
			id: `feeds:${circuit.id}:${box.id}`,
			severity,
			rule: cite(edition, rule),
			circuitId: circuit.id,
			subject,
			message: `${box.name}${room ? ` in ${room.name}` : ''}${outletWords(device)} is on ${breakerName(job, circuit)}, a ${inWords(circuit.kind)} circuit, which isn't allowed to supply it. Move it to another circuit.`,
			fix: moveFix({ edition, job }, { from: circuit, boxes: [box] })
		});
	}
	return found;
}
const outletWords = (device: Device): string => (device.receptacles ? '' : ` (${device.name || inWords(device.kind)})`);

interface Wrong {
	box: Box;
	room: Room | undefined;
	device: Device;
	rule: RuleRef;
}
/** Outlets that such a circuit may not feed: one for each box. A switch is no outlet. */
function wrongOutlets(edition: Edition, job: Job, run: Run, feeds: CircuitFeeds): Wrong[] {
	const { circuit } = run;
	const { rooms } = indexOf(job);
	const all = outletsServed(job, run).map(({ box, device }) => ({ box, device, room: rooms.get(box.roomId ?? '') }));
	// A box of which the room is not known yet cannot be judged.
	const placed = all.filter((o) => o.room);
	const own = new Set(placed.filter((o) => o.room && feeds.rooms.includes(o.room.kind)).map((o) => o.room?.id));
	const oneRoom = feeds.oneRoom && own.size === 1 && baysWithin(rooms.get([...own][0] ?? ''), feeds.oneRoom.bays);
	const wrong = placed.filter(({ box, room, device }) => {
		if (!room) return false;
		if (device.onlyFor && feeds.onlyFor?.uses.includes(device.onlyFor)) return false;
		if (oneRoom && own.has(room.id)) return false;
		if (!device.receptacles) return true;
		if (circuit.kind === 'small-appliance' && isFixedInPlace(edition, box, device)) return true;
		if (feeds.rooms.includes(room.kind)) return false;
		return !(feeds.also?.rooms.includes(room.kind) && box.readilyAccessible);
	});
	const { rule: fixed } = edition.circuits.kitchens.fixedInPlace;
	const ruleOf = (o: (typeof wrong)[number]) =>
		o.device.receptacles && circuit.kind === 'small-appliance' && isFixedInPlace(edition, o.box, o.device) ? fixed : feeds.rule;
	return [...new Map(wrong.map((o) => [o.box.id, { ...o, rule: ruleOf(o) }])).values()];
}
const baysWithin = (room: Room | undefined, most: number | undefined): boolean => most === undefined || (room?.bays ?? 1) <= most;
