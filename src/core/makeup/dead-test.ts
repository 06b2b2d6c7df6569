import type { LiveEvent } from '../model/job';
import { byWriting, knownBefore, type Entry } from '../model/written';
import type { Meter } from '../model/kinds';
import type { FieldFault } from '../model/result';
import { isSwitching, sourceOf } from '../model/power';
import type { DeadPoint } from './dead-points';
import { EARTH_FROM, independentGround, type EarthFrom } from './independent-ground';
import { DEAD_BELOW_V, GHOST_UP_TO_V } from './live-sign';

export { DEAD_BELOW_V, GHOST_UP_TO_V } from './live-sign';

export interface DeadTest {
	/** The meter was proved on a known live source before and after. */
	provedBefore: boolean;
	provedAfter: boolean;
	/** null: nobody said which. */
	meter: Meter | null;
	/** Volts by the key of each point; null: not read. */
	volts: Readonly<Record<string, number | null>>;
	/** The highest is typed; one press said that every other point is under the limit. */
	othersUnder?: boolean | undefined;
	/** Where the independent ground comes from, and a known hot to it, V; left out: not said. */
	earth?: { from: EarthFrom | null; hotV: number | null } | undefined;
	/** A non-contact tester was held to it: a first look, and no proof. */
	firstLook?: boolean | undefined;
	/** With the device out of the box: a loose wire can hide a live one behind it. */
	deviceOut?: boolean | undefined;
	by: string;
}

/** Why a test does not prove a box dead, by field; none: it is recorded. Live, dead, live: a gap in it proves nothing. */
export function deadTestFaults(test: DeadTest, points: readonly DeadPoint[]): FieldFault[] {
	const faults: FieldFault[] = [];
	if (test.meter === null) faults.push({ path: 'meter', message: 'Say which meter: at 10 Mohm 1 to 50 V is not verified.' });
	if (!test.provedBefore) faults.push({ path: 'provedBefore', message: 'Check the meter on a known live source first.' });
	const said = test.othersUnder === true && points.some(({ key }) => test.volts[key] != null);
	if (test.othersUnder && !said)
		faults.push({ path: 'othersUnder', message: 'Type the highest of the readings first, then "all others".' });
	for (const { key, words, must } of points) {
		const volts = test.volts[key] ?? null;
		if (volts === null && (!must || said)) continue;
		if (volts === null || !Number.isFinite(volts) || volts < 0)
			faults.push({ path: key, message: `${words}: volts must be a number, 0 or more` });
		else if (volts >= DEAD_BELOW_V)
			faults.push({
				path: key,
				message: `${words} reads ${volts} V: not verified dead (it must be under ${DEAD_BELOW_V} V)${
					test.meter === 'high-impedance' && volts <= GHOST_UP_TO_V ? '; test again at low impedance' : ''
				}`
			});
	}
	if (!test.provedAfter)
		faults.push({ path: 'provedAfter', message: 'Check the meter again on the live source: it may have failed in between.' });
	const ground = test.earth && test.earth.hotV !== null ? independentGround(test.earth.hotV) : null;
	if (ground?.level === 'bad') faults.push({ path: 'earth', message: `The independent ground: ${ground.says}.` });
	if (!test.by.trim()) faults.push({ path: 'by', message: 'Enter who tested.' });
	return faults;
}

/** A point of it that says the box is live, or null: it is evidence, and is kept. */
export function liveAt(test: DeadTest, points: readonly DeadPoint[]): { point: DeadPoint; volts: number } | null {
	const most = test.meter === 'low-impedance' ? DEAD_BELOW_V : GHOST_UP_TO_V;
	for (const point of points) {
		const volts = test.volts[point.key] ?? 0;
		if (Number.isFinite(volts) && (test.meter === 'low-impedance' ? volts >= most : volts > most)) return { point, volts };
	}
	return null;
}

/** One line of a dead test for the record: where, between which points, what was read. */
export function deadTestNote(test: DeadTest, points: readonly DeadPoint[]): string {
	const how = [
		`${test.meter === 'low-impedance' ? 'low-impedance' : '10 Mohm'} meter, checked before and after`,
		...(test.deviceOut ? ['device out'] : []),
		...(test.firstLook ? ['non-contact tester as a first look'] : []),
		...earthNote(test.earth)
	];
	const read = [
		...points.filter(({ key }) => test.volts[key] != null).map(({ key, words }) => `${words} ${test.volts[key]} V`),
		...(test.othersUnder ? [`all others under ${DEAD_BELOW_V} V`] : [])
	];
	return `${how.join(', ')}: ${read.join(', ')}`;
}
const earthNote = (earth: DeadTest['earth']): string[] =>
	earth && (earth.from || earth.hotV !== null)
		? [
				`independent ground${earth.from ? ` from ${EARTH_FROM[earth.from]}` : ''}, ${earth.hotV === null ? 'not proven' : `${earth.hotV} V from a known hot`}`
			]
		: [];

export interface DeadState {
	/** The circuit is off and tagged now. */
	tag: LiveEvent | null;
	/** This box was proved dead since it was tagged, and nothing read since says otherwise. */
	test: LiveEvent | null;
	/** What voided a test: a live reading under this tag, or volts that a 10 Mohm meter left open. */
	voided: string | null;
}

/** Signs of life since a tag: under any box of its circuits, and what is left open at this box itself. */
export interface Signs {
	live: readonly Moment[];
	open: readonly Moment[];
}
/** When something was entered. */
type Moment = Omit<Entry, 'id'>;
const NO_SIGNS: Signs = { live: [], open: [] };

/** Whether something was switched: what it was tagged or switched on by, the last before a moment. */
const switchedBefore = (events: readonly LiveEvent[], key: string | null, at: Moment): LiveEvent | undefined =>
	events.filter((e) => sourceOf(e) === key && !knownBefore(at, e) && isSwitching(e)).at(-1);
/** What was switched on that was off during a test: the place may have been dead by that, and not by its tag. */
const switchedOnSince = (events: readonly LiveEvent[], test: LiveEvent): LiveEvent[] =>
	events
		.filter((e) => (e.kind === 'on' || e.kind === 'look') && !knownBefore(e, test))
		.filter((on) => switchedBefore(events, sourceOf(on), test)?.kind === 'off-tagged');

/**
 * Whether hands may go in: the last of the tags over a place, and a test of this very place after it. What is switched on again
 * voids it, and so does a sign of life.
 * @param tags all of which must be off: a box on two circuits is dead only with both off
 */
export function deadState(
	events: readonly LiveEvent[],
	{ tags, placeId }: { tags: readonly (LiveEvent | undefined)[]; placeId: string },
	signs: Signs = NO_SIGNS
): DeadState {
	if (!tags.length || tags.some((t) => t?.kind !== 'off-tagged')) return { tag: null, test: null, voided: null };
	const tag =
		tags
			.filter((t): t is LiveEvent => !!t)
			.sort(byWriting)
			.at(-1) ?? null;
	const after = events.filter((e) => e.kind === 'dead-test' && e.boxId === placeId && tag && !knownBefore(e, tag)).at(-1) ?? null;
	// A sign of life voids it, but one that is known to have been seen before it.
	const voids = after && [...signs.live, ...signs.open, ...switchedOnSince(events, after)].filter((m) => !knownBefore(m, after));
	const last = voids?.at(-1);
	return { tag, test: last ? null : after, voided: last?.at ?? null };
}
