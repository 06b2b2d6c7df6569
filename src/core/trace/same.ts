import { lampVoltsAt } from '../instruments/port';
import { LAMPS } from '../instruments/meter';
import type { RunInstrument } from '../instruments/run-reading';
import type { Hypothesis } from './hypotheses';
import { fittedPort, type Ranked } from './rank';
import { saysNothing, shownAt, spreadOf, type Here } from './seen';
import { SAME_WITHIN } from './spread';

/** Hypotheses that nothing at hand can tell apart: one answer, told by the heaviest of them. */
export interface Answer {
	/** The heaviest first. */
	members: readonly Ranked[];
	probability: number;
}
/** What may be read: where, and by what. */
export interface AtHand {
	outlets: number;
	instruments: readonly RunInstrument[];
	/** Of an analyzer, A. */
	loadA: number;
}

/** Finds which hypotheses are the same; what does not change from one question to the next is kept. */
export class Signatures {
	private readonly kept = new Map<string, WeakMap<Hypothesis, Signature>>();

	/**
	 * The answers, most likely first. The same are those of which at every outlet and instrument at hand lamps, words and what cannot
	 * be found agree, and figures lie within two standard deviations.
	 */
	merge(ranked: readonly Ranked[], atHand: AtHand, here: Here): Answer[] {
		const key = `${atHand.instruments.join()} ${atHand.loadA} ${here.full}`;
		const kept = this.kept.get(key) ?? new WeakMap<Hypothesis, Signature>();
		this.kept.set(key, kept);
		/** By the words that they show everywhere: only those are compared further. */
		const byWords = new Map<string, { signature: Signature; members: Ranked[] }[]>();
		const all: Ranked[][] = [];
		for (const r of ranked) {
			// What is next to impossible stands by itself: nobody will be told of it.
			if (r.probability < NEXT_TO_NONE) {
				all.push([r]);
				continue;
			}
			const signature = kept.get(r.hypothesis) ?? signatureOf(r, atHand, here);
			if (!r.fits.length) kept.set(r.hypothesis, signature);
			const alike = byWords.get(signature.words);
			const same = alike?.find((a) => agree(a.signature, signature));
			if (same) {
				same.members.push(r);
				continue;
			}
			const members = [r];
			all.push(members);
			if (alike) alike.push({ signature, members });
			else byWords.set(signature.words, [{ signature, members }]);
		}
		return all
			.map((members) => ({ members, probability: members.reduce((s, m) => s + m.probability, 0) }))
			.sort((a, b) => b.probability - a.probability);
	}
}

const NEXT_TO_NONE = 1e-9;
interface Signature {
	words: string;
	/** Figures and how far each strays; NaN: says nothing. */
	figures: Float64Array;
	spreads: Float64Array;
}
function signatureOf(r: Ranked, { outlets, instruments, loadA }: AtHand, here: Here): Signature {
	let words = '';
	const figures: number[] = [];
	const spreads: number[] = [];
	for (let outlet = 0; outlet < outlets; outlet++) {
		const port = fittedPort(r, outlet);
		for (const instrument of instruments) {
			if (instrument === 'lamps') {
				const { hn, hg, ng } = lampVoltsAt(port);
				words += lampLetter(hn) + lampLetter(hg) + lampLetter(ng);
				continue;
			}
			for (const s of Object.values(shownAt(port, { instrument, outlet, loadA }, here))) {
				if (s.of === 'word') words += s.value[0];
				else if (s.of === 'drop') {
					// On no volts a drop says nothing: the volts themselves tell.
					figures.push(saysNothing(s) ? NaN : (s.value ?? NaN));
					spreads.push(spreadOf(s));
				} else if (saysNothing(s)) words += '~';
				else if ('value' in s) {
					words += s.value === null ? '-' : '#';
					if (s.value === null) continue;
					figures.push(s.value);
					spreads.push(spreadOf(s));
				}
			}
		}
	}
	return { words, figures: Float64Array.from(figures), spreads: Float64Array.from(spreads) };
}
const lampLetter = (volts: number): string => (volts >= LAMPS.onV ? '1' : volts >= LAMPS.dimV ? 'd' : '0');
function agree(a: Signature, b: Signature): boolean {
	if (a.figures.length !== b.figures.length) return false;
	for (let i = 0; i < a.figures.length; i++) {
		const [x, y] = [a.figures[i] as number, b.figures[i] as number];
		if (Number.isNaN(x) || Number.isNaN(y)) continue;
		if (Math.abs(x - y) > SAME_WITHIN * (a.spreads[i] as number)) return false;
	}
	return true;
}
