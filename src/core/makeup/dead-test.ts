import type { LiveEvent } from '../model/job';
import type { FieldFault } from '../model/result';

/** Dead means under this on a low-impedance meter, on every pair, V. */
export const DEAD_BELOW_V = 1;
/** Up to here a meter of 10 Mohm may show a ghost: what a conductor that hangs on nothing picks up, V. */
export const GHOST_UP_TO_V = 50;

export interface DeadTest {
	/** The meter was proved on a known live source before and after. */
	provedBefore: boolean;
	provedAfter: boolean;
	/** Volts on a low-impedance meter; every conductor in the box to a known separate earth is the last. */
	hn: number | null;
	hg: number | null;
	ng: number | null;
	earth: number | null;
	by: string;
}
const POINTS = [
	['hn', 'hot to neutral'],
	['hg', 'hot to ground'],
	['ng', 'neutral to ground'],
	['earth', 'every conductor to a separate earth']
] as const;

/** Why a test does not prove a box dead, by field; none: it is recorded. Live, dead, live: a gap in it proves nothing. */
export function deadTestFaults(test: DeadTest): FieldFault[] {
	const faults: FieldFault[] = [];
	if (!test.provedBefore) faults.push({ path: 'provedBefore', message: 'Prove the meter on a known live source first.' });
	for (const [key, words] of POINTS) {
		const volts = test[key];
		if (volts === null || !Number.isFinite(volts) || volts < 0)
			faults.push({ path: key, message: `${words}: volts must be a number, 0 or more` });
		else if (volts >= DEAD_BELOW_V)
			faults.push({
				path: key,
				message: `${words} reads ${volts} V: not proved dead (it must be under ${DEAD_BELOW_V} V)${
					volts <= GHOST_UP_TO_V
						? '; of a high-impedance meter: test again at low impedance, and still there it is not proved dead'
						: ''
				}`
			});
	}
	if (!test.provedAfter)
		faults.push({ path: 'provedAfter', message: 'Prove the meter again on the live source: it may have failed in between.' });
	if (!test.by.trim()) faults.push({ path: 'by', message: 'Say who tested.' });
	return faults;
}

export const deadTestNote = (test: DeadTest): string =>
	`low-impedance meter, proved before and after: ${POINTS.map(([key, words]) => `${words} ${test[key]} V`).join(', ')}`;

export interface DeadState {
	/** The circuit is off and tagged now. */
	tag: LiveEvent | null;
	/** This box was proved dead since it was tagged. */
	test: LiveEvent | null;
}

/** Whether hands may go in: the circuits' last tag, and a test of this very box after it. A circuit switched on again voids it. */
export function deadState(events: readonly LiveEvent[], circuitIds: readonly string[], boxId: string): DeadState {
	const lastOf = (circuitId: string) => events.filter((e) => e.circuitId === circuitId && e.kind !== 'dead-test').at(-1);
	const tags = circuitIds.map(lastOf);
	// A box on two circuits is dead only with both off.
	if (!tags.length || tags.some((t) => t?.kind !== 'off-tagged')) return { tag: null, test: null };
	const tag =
		tags
			.filter((t): t is LiveEvent => !!t)
			.sort((a, b) => a.at.localeCompare(b.at))
			.at(-1) ?? null;
	const test = events.filter((e) => e.kind === 'dead-test' && e.boxId === boxId && tag && e.at >= tag.at).at(-1) ?? null;
	return { tag, test };
}
