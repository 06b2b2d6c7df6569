import type { SymptomKind, SymptomSign } from '../model/kinds';
import { show } from '../units/quantity';

/**
 * Volts that kill and heat that burns: what is switched off before anything else is read, and on which no load is ever put.
 * @source practice: hot to neutral over 132 V; two legs off by over 5 % against each other; hot to ground right and hot to neutral
 * over 10 V more; a shell at 30 V and more at low impedance; warm, buzzing, smell, tingle
 */
export interface Stop {
	do: 'breaker-off' | 'both-poles-off' | 'main-off';
	/** What was read and where. */
	saw: string;
	/** The same with what it may be and what is done. */
	why: string;
}
/** What was read at one place, V; left out: not read. */
export interface StopRead {
	/** In words. */
	place: string;
	/** At a panel's bars: what is wrong there is wrong for every circuit. */
	atPanel?: boolean | undefined;
	hn?: number | undefined;
	hg?: number | undefined;
	/** Of the second hot of a panel, or of the other circuit of a shared neutral. */
	h2n?: number | undefined;
	/** Metal that can be touched, to a known ground. */
	shell?: number | undefined;
	shellAtLow?: boolean | undefined;
	sign?: SymptomSign | SymptomKind | 'buzz' | 'smell' | undefined;
}
const STOP_AT = {
	hnOverV: 132,
	legShare: 0.05,
	groundRight: { from: 108, to: 126 },
	overGroundV: 10,
	shellV: 30,
	legsApartV: 10
} as const;
const HOT_SIGNS: readonly StopRead['sign'][] = ['warm', 'buzz', 'smell', 'tingle'];

/** The gravest thing that was read; null: nothing stops the search. @param supplyV of one leg as it should be */
export function stopOf(read: readonly StopRead[], supplyV: number): Stop | null {
	const found = read.flatMap((r) => stopsAt(r, supplyV));
	return (
		(['main-off', 'both-poles-off', 'breaker-off'] as const).flatMap((kind) => found.filter((s) => s.do === kind))[0] ?? null
	);
}
function stopsAt(r: StopRead, supplyV: number): Stop[] {
	const found: Stop[] = [];
	const lost = r.atPanel ? 'main-off' : 'both-poles-off';
	const then = r.atPanel
		? 'the service neutral may be lost: main off, call the utility, put no load on'
		: 'a shared or service neutral may be lost: both handles off, the main if other circuits show it too; unplug what is dear, put no load on';
	const { hnOverV, legShare: legShare, groundRight, overGroundV, shellV, legsApartV } = STOP_AT;
	const { hn, hg, h2n, shell } = r;
	const stop = (what: Stop['do'], seen: string, act: string) => {
		const saw = `${r.place}: ${seen}`;
		found.push({ do: what, saw, why: `${saw}: ${act}` });
	};
	for (const v of [hn, h2n]) if (v !== undefined && v > hnOverV) stop(lost, `${show(v, 0)} V hot to neutral`, then);
	if (hn !== undefined && h2n !== undefined) {
		const [a, b] = [hn / supplyV - 1, h2n / supplyV - 1];
		const against = a * b < 0 && Math.min(Math.abs(a), Math.abs(b)) > legShare;
		if (against || (r.atPanel && Math.abs(hn - h2n) > legsApartV))
			stop(lost, `the legs read ${show(hn, 0)} and ${show(h2n, 0)} V`, then);
	}
	if (hn !== undefined && hg !== undefined && hg >= groundRight.from && hg <= groundRight.to && hn > hg + overGroundV)
		stop(lost, `${show(hn, 0)} V hot to neutral where hot to ground is ${show(hg, 0)}`, then);
	if (shell !== undefined && shell >= shellV && r.shellAtLow)
		stop('breaker-off', `its metal is at ${show(shell, 0)} V`, 'that circuit off, tagged, before anybody touches it');
	if (r.sign && HOT_SIGNS.includes(r.sign))
		stop(
			'breaker-off',
			r.sign === 'tingle' ? 'a tingle' : 'heat, a buzz or a smell',
			'that circuit off first, then only dead tests'
		);
	return found;
}
/** Metal that reads so on a meter of 10 Mohm is read again at low impedance: a filter leaks about half the volts. */
export const againAtLow = (r: Pick<StopRead, 'shell' | 'shellAtLow'>): boolean =>
	r.shell !== undefined && r.shell >= STOP_AT.shellV && !r.shellAtLow;
