import type { Box, Circuit, Job, Reading } from '../model/job';
import { counting } from '../model/latest-readings';
import { FULL_V } from './independent-ground';
import { indexOf } from '../model/job-index';
import { isOneHot } from '../run/one-hot';

/** Points of a dead test by what is in the box: every pair of its conductors, and each of them to a separate earth. */
export interface DeadPoint {
	/** `hn`, `h2g`, `earth`: what it is kept under. */
	key: string;
	words: string;
	/** Must be read; what may not be there at all can be left out. */
	must: boolean;
}
interface Conductor {
	key: string;
	words: string;
	must: boolean;
}
const EARTH: DeadPoint = { key: 'earth', words: 'every conductor to an independent ground', must: true };

/**
 * @param readings of the job: a ground slot to which the hot read full volts while on is a point of the test like any ground
 * @returns one circuit and a ground: three pairs and the earth; two hots: six and the earth; two circuits: ten and the earth
 * @source facts on dead before touching: no ground in the box, the separate earth stands for it
 */
export function deadPoints(job: Job, box: Box, readings: readonly Reading[] = []): DeadPoint[] {
	const circuits = indexOf(job).circuitsOfBox.get(box.id) ?? [];
	const found = [...conductorsOf(job, box, circuits), ...groundOf(box, readings)];
	return [...pairs(found), EARTH];
}

/** A breaker that is worked on: the bus that it sits on and its load terminals. The line lugs stay live. */
export function breakerPoints(circuit: Pick<Circuit, 'poles'>): DeadPoint[] {
	const poles = circuit.poles === 2 ? ['', '2'] : [''];
	const named = (key: string, words: string) =>
		poles.map((n, i) => ({ key: key + n, words: poles.length > 1 ? `${words} ${i + 1}` : words, must: true }));
	const all = [
		...named('bus', 'bus'),
		...named('load', 'load terminal'),
		{ key: 'n', words: 'neutral bar', must: true },
		{ key: 'g', words: 'ground bar', must: true }
	];
	return pairs(all);
}

/** An appliance's disconnect: what comes in from the breaker and what goes on to the appliance, open or closed. */
export function disconnectPoints(circuit: Pick<Circuit, 'poles'>): DeadPoint[] {
	const poles = circuit.poles === 2 ? ['', '2'] : [''];
	const side = (key: string, words: string) =>
		poles.map((n, i) => ({ key: key + n, words: poles.length > 1 ? `${words} ${i + 1}` : words, must: true }));
	return [
		...pairs([
			...side('line', 'line terminal'),
			...side('load', 'load terminal'),
			{ key: 'n', words: 'neutral', must: false },
			{ key: 'g', words: 'ground', must: false }
		]),
		EARTH
	];
}

/** A panel with its cover off: its bars, behind the main. */
export const panelPoints = (): DeadPoint[] => [
	...pairs(
		[
			['bus', 'bus 1'],
			['bus2', 'bus 2'],
			['n', 'neutral bar'],
			['g', 'ground bar']
		].map(([key = '', words = '']) => ({ key, words, must: true }))
	),
	EARTH
];

function conductorsOf(job: Job, box: Box, circuits: readonly Circuit[]): Conductor[] {
	if (!circuits.length) {
		// Nothing is known of what feeds it: as many hots as its devices take. Only what takes 240 V alone may do without a neutral.
		const two = box.devices.some((d) => d.volts === 240 || d.yoke);
		const without = box.devices.length > 0 && box.devices.every((d) => d.volts === 240);
		return [...hots(two ? 2 : 1, 0), { key: 'n', words: 'neutral', must: !without }];
	}
	const neutrals = new Map<string, boolean>();
	const found: Conductor[] = [];
	let hot = 0;
	for (const c of circuits) {
		// Where one hot of two goes on, the other does not come in.
		const into = (indexOf(job).cablesInto.get(box.id) ?? []).filter((l) => l.circuitId === c.id);
		const come = into.length && into.every((l) => isOneHot(job, c, l)) ? 1 : c.poles;
		found.push(...hots(come, hot, circuits.length > 1 || come === 2));
		hot += come;
		// Two that share their neutral have one.
		const own =
			c.multiwire && circuits.some((o) => o.id === c.multiwire?.withId) ? [c.id, c.multiwire.withId].sort().join() : c.id;
		const there = come === 1 || hasNeutral(job, c);
		if (there !== false) neutrals.set(own, neutrals.get(own) === true || there === true);
	}
	[...neutrals.values()].forEach((must, i) =>
		found.push({ key: numbered('n', i), words: neutrals.size > 1 ? `neutral ${i + 1}` : 'neutral', must })
	);
	return found;
}
const numbered = (letter: string, i: number): string => (i ? `${letter}${i + 1}` : letter);
const hots = (count: number, from: number, many = count > 1): Conductor[] =>
	Array.from({ length: count }, (_, i) => ({
		key: numbered('h', from + i),
		words: many ? `hot ${from + i + 1}` : 'hot',
		must: true
	}));
/** null: nobody knows the conductors of its cables. */
function hasNeutral(job: Job, c: Circuit): boolean | null {
	const cables = indexOf(job).cablesOfCircuit.get(c.id) ?? [];
	if (cables.some((l) => (l.conductors ?? 0) >= 3)) return true;
	return cables.some((l) => l.conductors === null) ? null : false;
}

/** None in the box: the separate earth instead. Not known: read where there is one. */
function groundOf(box: Box, readings: readonly Reading[]): Conductor[] {
	const full = counting(readings).some(
		(r) =>
			r.boxId === box.id &&
			HOT_TO_GROUND.includes(r.kind) &&
			r.value !== null &&
			r.value >= FULL_V.least &&
			r.value <= FULL_V.most
	);
	if (full) return [{ key: 'g', words: 'ground', must: true }];
	return box.ground === 'none' ? [] : [{ key: 'g', words: 'ground', must: box.ground === 'present' }];
}
const HOT_TO_GROUND: readonly Reading['kind'][] = ['hg', 'h2g'];

const pairs = (all: readonly Conductor[]): DeadPoint[] =>
	all.flatMap((a, i) =>
		all.slice(i + 1).map((b) => ({ key: a.key + b.key, words: `${a.words} to ${b.words}`, must: a.must && b.must }))
	);
