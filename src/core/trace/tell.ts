import { LAMPS } from '../instruments/meter';
import { atMost, counted, show } from '../units/quantity';
import type { Measurement } from './next';
import type { Answer } from './same';
import { sayFaults } from './say';
import { saysNothing, type Display } from './seen';
import { SAME_WITHIN } from './spread';

/** One of the ways in which a measurement may come out, and the answers that it speaks for. */
interface Outcome {
	/** What is read, in words. @example 'drop near 12%' */
	reads: string;
	answers: Answer[];
	probability: number;
}

/** How a measurement may come out: answers of which the readings are alike are one outcome, the likeliest first. */
export function outcomesOf({ shows }: Pick<Measurement, 'shows'>): Outcome[] {
	const found: (Outcome & { shown: Record<string, Display> })[] = [];
	for (const { answer, shown } of shows) {
		const same = found.find((o) => alike(o.shown, shown));
		if (same) {
			same.answers.push(answer);
			same.probability += answer.probability;
		} else found.push({ shown, reads: '', answers: [answer], probability: answer.probability });
	}
	const all = found.sort((a, b) => b.probability - a.probability);
	const [first] = all;
	const apart = first && telling(all.slice(1).flatMap((o) => differing(first.shown, o.shown)));
	return all.map(({ shown, ...o }) => ({ ...o, reads: sayShown(shown, apart) }));
}
/** Of the fields in which two readings differ, the one that a person looks at first. */
const telling = (fields: readonly string[]): string | undefined => LOOKED_AT.find((f) => fields.includes(f)) ?? fields[0];
const LOOKED_AT = ['bootleg', 'dropPercent', 'hn', 'volts', 'neutralOhms', 'hotOhms', 'groundOhms'];
const figure = (s: Display): number | null => ('value' in s && typeof s.value === 'number' && !saysNothing(s) ? s.value : null);
/** Near enough that nobody would call them different on a site. */
const NEAR = { volts: 6, drop: 2, ohms: 0.3, touch: 5 } as const;
function differ(a: Display, b: Display): boolean {
	if (a.of === 'lamp' && b.of === 'lamp') return lampWord(a.volts) !== lampWord(b.volts);
	if (a.of === 'word' || b.of === 'word') return !('value' in a && 'value' in b && a.value === b.value);
	const [x, y] = [figure(a), figure(b)];
	if (x === null || y === null) return (x === null) !== (y === null) && !saysNothing(a) && !saysNothing(b);
	const near = a.of === 'volts' || a.of === 'drop' || a.of === 'ohms' || a.of === 'touch' ? NEAR[a.of] : SAME_WITHIN;
	return Math.abs(x - y) > near;
}
const differing = (a: Record<string, Display>, b: Record<string, Display>): string[] =>
	Object.keys(a).filter((key) => a[key] && b[key] && differ(a[key], b[key]));
const alike = (a: Record<string, Display>, b: Record<string, Display>): boolean => !differing(a, b).length;

const lampWord = (volts: number): string => (volts >= LAMPS.onV ? 'on' : volts >= LAMPS.dimV ? 'dim' : 'off');
const NAMES: Readonly<Record<string, string>> = {
	hn: 'hot to neutral',
	hg: 'hot to ground',
	ng: 'neutral to ground',
	volts: 'hot to neutral',
	loadedVolts: 'under load',
	dropPercent: 'drop',
	hotOhms: 'hot',
	neutralOhms: 'neutral',
	groundOhms: 'ground',
	milliamps: 'shell to ground'
};
/** What an instrument shows, in words. @param key the field that tells most; left out: the first of them */
export function sayShown(shown: Record<string, Display>, key?: string): string {
	const lamps = ['hn', 'hg', 'ng'].flatMap((k) => (shown[k]?.of === 'lamp' ? [lampWord(shown[k].volts)] : []));
	if (lamps.length) return `lamps ${lamps.join(', ')}`;
	const at = key && shown[key] ? key : (Object.keys(shown)[0] ?? '');
	const s = shown[at];
	if (!s) return '';
	if (s.of === 'word') return `bootleg ground: ${s.value.replace('-', ' ')}`;
	if (s.of === 'use') return atMost(80, s.volts) ? 'it works' : 'it is dead';
	if (s.of === 'lamp') return lampWord(s.volts);
	const name = NAMES[at] ?? at;
	if (s.value === null || saysNothing(s)) return `no reading of ${name}`;
	const unit = s.of === 'volts' ? ' V' : s.of === 'drop' ? '%' : s.of === 'touch' ? ' mA' : ' ohm';
	return `${name} near ${show(s.value, s.of === 'ohms' ? 2 : s.of === 'drop' ? 1 : 0)}${unit}`;
}

/** Why a measurement is worth making: what it would mean if it reads this or that. @example 'b3 halves it: if drop near 4%, then ...' */
export function sayNext(m: Measurement, at: string, name: (at: string) => string): string {
	const [one, two, ...more] = outcomesOf(m);
	if (!one) return '';
	const means = (o: Outcome): string => {
		const [first] = o.answers;
		const others = o.answers.length - 1;
		const words = sayFaults(first?.members[0]?.hypothesis.faults ?? [], name);
		return `${o.reads}: ${words}${others ? ` or ${counted(others, 'other')}` : ''}`;
	};
	const rest = more.reduce((s, o) => s + o.probability, 0);
	const share = two ? `${at} parts ${asPercent(one.probability)} from ${asPercent(two.probability)}. ` : `${at} tells most. `;
	return `${share}${[one, ...(two ? [two] : [])].map(means).join('; ')}${rest > 0 && more.length ? `; ${more.length} other ways it may come out` : ''}.`;
}
const asPercent = (p: number): string => `${Math.round(100 * p)}%`;
