import { HOT_TO_NEUTRAL_V } from '../units/volts';
import type { RunInstrument } from '../instruments/run-reading';
import type { Answer, AtHand } from './same';
import { deadOdds, lampOdds, saysNothing, shownAt, spreadOf, type Here, type Display } from './seen';
import { LEAST_BITS, SPREAD } from './spread';

/** A measurement that could be made, and how much it is expected to tell. */
export interface Measurement {
	outlet: number;
	instrument: RunInstrument;
	/** How far the answers are expected to draw apart, bits. */
	bits: number;
	/** What it would show by each answer, the likeliest first. */
	shows: readonly { answer: Answer; shown: Record<string, Display> }[];
}

/** How much of what is possible is looked at, and at most how many possible states of the run. */
const LOOKED_AT = 0.998;
const MOST_STATES = 90;
/** A word and a lack of a figure: how much they overlap. */
const LACK_OVERLAP = 2 * Math.sqrt(SPREAD.right * (1 - SPREAD.right));

interface State {
	answer: number;
	odds: number;
	port: (outlet: number) => ReturnType<Answer['members'][number]['world']['port']>;
}
/** The answers as states of the run, each with its odds: one of which ohms are not known stands as several. */
function statesOf(answers: readonly Answer[]): State[] {
	const found: State[] = [];
	let held = 0;
	for (const [i, a] of answers.entries()) {
		const [first] = a.members;
		if (!first || held >= LOOKED_AT || found.length >= MOST_STATES) break;
		held += a.probability;
		for (const { ohms, share } of first.stands)
			found.push({ answer: i, odds: a.probability * share, port: (outlet) => first.world.port(outlet, ohms) });
	}
	const all = found.reduce((s, f) => s + f.odds, 0);
	return found.map((f) => ({ ...f, odds: f.odds / all }));
}

/**
 * What every measurement that has not been made would tell, the most first: by how far the readings that the answers would give
 * overlap (an estimate of the mutual information by pairs; exact where they are wholly alike or wholly apart).
 * @param done readings that were made already
 */
export function measurements(
	answers: readonly Answer[],
	atHand: AtHand,
	{ here, done }: { here: Here; done: (outlet: number, instrument: RunInstrument) => boolean }
): Measurement[] {
	const states = statesOf(answers);
	const found: Measurement[] = [];
	for (let outlet = 0; outlet < atHand.outlets; outlet++) {
		const ports = states.map((s) => s.port(outlet));
		for (const instrument of atHand.instruments) {
			if (done(outlet, instrument)) continue;
			const shown = ports.map((p) => shownAt(p, { instrument, outlet, loadA: atHand.loadA }, here));
			const bits = toldBits(states, shown);
			if (bits < LEAST_BITS) continue;
			found.push({ outlet, instrument, bits, shows: firstOf(states, shown, answers) });
		}
	}
	return found.sort((a, b) => b.bits - a.bits);
}
function firstOf(
	states: readonly State[],
	shown: readonly Record<string, Display>[],
	answers: readonly Answer[]
): Measurement['shows'] {
	const rows = new Map<number, number[]>();
	states.forEach((s, i) => rows.set(s.answer, [...(rows.get(s.answer) ?? []), i]));
	// Of an answer that stands as several states, the middle one.
	return [...rows].map(([i, at]) => ({ answer: answers[i] as Answer, shown: shown[at[at.length >> 1] as number] ?? {} }));
}

/** Of all states: entropy of what is shown, less what is left of it when the answer is known. */
function toldBits(states: readonly State[], shown: readonly Record<string, Display>[]): number {
	const alike = overlaps(shown);
	const n = states.length;
	let all = 0;
	let within = 0;
	for (let i = 0; i < n; i++) {
		const a = states[i] as State;
		let sum = 0;
		let own = 0;
		let share = 0;
		for (let j = 0; j < n; j++) {
			const b = states[j] as State;
			const o = b.odds * (alike[i * n + j] as number);
			sum += o;
			if (a.answer !== b.answer) continue;
			own += o;
			share += b.odds;
		}
		all -= a.odds * Math.log2(sum);
		within -= a.odds * Math.log2(own / share);
	}
	return Math.max(0, all - within);
}
/** One thing that a state shows, made ready to be held against the others. */
interface Ready {
	/** Square roots of how likely each word is; null: a figure, a lack of one, or what says nothing. */
	words: readonly number[] | null;
	/** NaN: none is found. */
	value: number;
	spread: number;
	silent: boolean;
}
function readied(s: Display): Ready {
	const plain = { words: null, value: NaN, spread: 0, silent: false };
	if (s.of === 'lamp') {
		const { on, dim, off } = lampOdds(s.volts);
		return { ...plain, words: [on, dim, off].map(Math.sqrt) };
	}
	if (s.of === 'use') {
		const dead = deadOdds(s.volts);
		return { ...plain, words: [dead, 1 - dead].map(Math.sqrt) };
	}
	if (s.of === 'word')
		return { ...plain, words: BOOTLEG.map((w) => Math.sqrt(w === s.value ? SPREAD.right : (1 - SPREAD.right) / 2)) };
	if (saysNothing(s)) return { ...plain, silent: true };
	if (s.value === null) return plain;
	// With the service's own volts, that nobody knows to the volt.
	if (s.of === 'volts' && s.ghost) return { ...plain, value: GHOST_MIDDLE, spread: spreadOf(s) };
	const spread = s.of === 'volts' ? Math.hypot(spreadOf(s), (SPREAD.serviceVolts * s.value) / HOT_TO_NEUTRAL_V) : spreadOf(s);
	return { ...plain, value: s.value, spread };
}
/** A ghost is anything in its range. */
const GHOST_MIDDLE = (SPREAD.ghost.fromV + SPREAD.ghost.toV) / 2;
const BOOTLEG = ['yes', 'no', 'cannot-tell'];

/** How far what is shown by each two states overlaps: 1 alike, towards 0 apart. */
function overlaps(shown: readonly Record<string, Display>[]): Float64Array {
	const n = shown.length;
	// Loaded volts say nothing that the drop does not.
	const rows = shown.map((s) => Object.entries(s).flatMap(([key, x]) => (key === 'loadedVolts' ? [] : [readied(x)])));
	const out = new Float64Array(n * n);
	for (let i = 0; i < n; i++) {
		out[i * n + i] = 1;
		const a = rows[i] as Ready[];
		for (let j = 0; j < i; j++) {
			const b = rows[j] as Ready[];
			let overlap = 1;
			for (let k = 0; k < a.length && overlap > 1e-6; k++) overlap *= overlapOf(a[k] as Ready, b[k] as Ready);
			out[i * n + j] = out[j * n + i] = (1 - SPREAD.slip) * overlap + SPREAD.slip;
		}
	}
	return out;
}
function overlapOf(a: Ready, b: Ready): number {
	if (a.words && b.words) {
		let sum = 0;
		for (let i = 0; i < a.words.length; i++) sum += (a.words[i] as number) * (b.words[i] as number);
		return sum;
	}
	if (a.silent || b.silent || a.words || b.words) return 1;
	const [lackA, lackB] = [Number.isNaN(a.value), Number.isNaN(b.value)];
	if (lackA || lackB) return lackA === lackB ? 1 : LACK_OVERLAP;
	const both = a.spread * a.spread + b.spread * b.spread;
	const far = ((a.value - b.value) * (a.value - b.value)) / (4 * both);
	return far > 30 ? 0 : Math.sqrt((2 * a.spread * b.spread) / both) * Math.exp(-far);
}
