import { deadStateAt, liveAlarms, type LiveAlarm } from '../makeup/live-alarm';
import { gatePlace } from '../makeup/gate';
import { lastSwitched, lastSwitchedFor, openTags } from '../model/power';
import { once } from '../model/remember';
import type { Circuit, Job, LiveEvent, Reading } from '../model/job';
import { limitsOf } from '../prove/limits';
import { supplyVolts } from '../prove/judge-volts';
import type { JudgedReading } from '../prove/assess-prove';
import { readingValue } from '../model/reading';
import { no, notRequired, unknown, yes, type Claim } from './claim';
import { idsOf, isUnprovenZero, ofKind, type OutletCase, type Seen } from './outlet-case';

/** Whether a place is off, verified dead, energized. */

const alarmsOf = once((job: Job, readings: readonly Reading[], events: readonly LiveEvent[]) =>
	liveAlarms(job, readings, events)
);
const NOT_TAGGED = unknown(['tag']);

/** Off, and verified dead: of a box, a panel, a breaker or a disconnect. */
export function offAndDead(job: Job, { readings, events }: Seen, placeId: string): { off: Claim; dead: Claim } {
	if (!openTags(events).length) return { off: NOT_TAGGED, dead: NOT_TAGGED };
	const alarm = alarmUnder(job, { readings, events }, placeId);
	if (alarm) return { off: live(alarm), dead: live(alarm) };
	const { tag, test, voided } = deadStateAt(job, { readings, events }, placeId);
	if (!tag) return { off: NOT_TAGGED, dead: NOT_TAGGED };
	const off = yes(`off and tagged${tag.by ? ` by ${tag.by}` : ''}`, [tag.id]);
	if (test) return { off, dead: yes(`verified dead${test.by ? ` by ${test.by}` : ''}`, [tag.id, test.id]) };
	return { off, dead: unknown(['dead-test'], voided ? 'its dead test no longer stands' : undefined) };
}
/** Live at this place, or anywhere on the load side of what is tagged for it. */
function alarmUnder(job: Job, { readings, events }: Seen, placeId: string): LiveAlarm | undefined {
	const own = new Set(gatePlace(job, placeId)?.circuits.map((c) => c.id));
	return alarmsOf(job, readings, events).find(
		(a) => a.boxId === placeId || a.circuits.some((c) => own.has(c.id)) || (a.tag.circuitId !== null && own.has(a.tag.circuitId))
	);
}
/** A breaker: off by its own tag or its panel's main; dead where it was tested, with its bus off. */
export function breakerPower(job: Job, seen: Seen, circuit: Pick<Circuit, 'id' | 'panelId'>): { off: Claim; dead: Claim } {
	const { dead } = offAndDead(job, seen, circuit.id);
	const alarm = alarmUnder(job, seen, circuit.id);
	if (alarm) return { off: live(alarm), dead };
	const tags = [
		lastSwitched(seen.events, circuit.id),
		circuit.panelId ? lastSwitchedFor(seen.events, circuit.panelId) : undefined
	];
	const tag = tags.find((t) => t?.kind === 'off-tagged');
	return { off: tag ? yes(`off and tagged${tag.by ? ` by ${tag.by}` : ''}`, [tag.id]) : NOT_TAGGED, dead };
}
const live = ({ id, seen }: LiveAlarm): Claim => no(`live where it is tagged off: ${seen}`, [id]);

/** Hot to neutral, or hot to hot, by a voltmeter, within what the utility supplies. */
export function energized(c: OutletCase): Claim {
	if (c.contradicts) return unknown(['contradiction']);
	const asks = c.twoHots ? 'hot-to-hot' : 'volts';
	const read = c.twoHots && ofKind(c, 'hh').length ? ofKind(c, 'hh') : ofKind(c, 'hn');
	const claims = read.filter((j) => j.reading.value !== null).map((j) => fromVolts(c, j, asks));
	return claims.find((x) => x.is === 'no') ?? claims.find((x) => x.is === 'unknown') ?? claims[0] ?? unknown([asks]);
}
function fromVolts(c: OutletCase, j: JudgedReading, asks: 'volts' | 'hot-to-hot'): Claim {
	const {
		ruled: { edition, job },
		twoHots
	} = c;
	const { reading } = j;
	const limits = limitsOf(job);
	const { level, says } = supplyVolts({ edition, reading }, limits[twoHots ? 'outlet-hh' : 'outlet']);
	if (isUnprovenZero(c, reading)) return unknown(['meter-proof'], says, idsOf(j));
	if (level === 'bad') return no(says, idsOf(j));
	if (level === 'look') return unknown([reading.meter === 'low-impedance' ? asks : 'low-impedance'], says, idsOf(j));
	return yes(`${readingValue(reading)} ${twoHots ? 'hot to hot' : 'hot to neutral'}`, idsOf(j));
}

/** How a plug holds. */
export function contacts(c: OutletCase): Claim {
	if (!c.device.receptacles) return notRequired('nothing is plugged in here');
	const grip = c.read.grip;
	if (!grip) return unknown(['grip']);
	return grip.verdict.level === 'good'
		? yes('a plug holds', idsOf(grip))
		: no(grip.verdict.judgments[0]?.says ?? '', idsOf(grip));
}
