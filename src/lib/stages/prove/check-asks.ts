import type { Question } from '$core/prove/guided';
import { show } from '$core/units/quantity';
import { toC, toF } from '$core/units/temperature';

/** Temperatures are typed in °F, and kept in °C. */
const isTemp = (q: Question): boolean => q.unit === '°C';
export const askUnit = (q: Question): string => (isTemp(q) ? '°F' : (q.unit ?? ''));
const asKept = (q: Question, v: number): number => (isTemp(q) ? toC(v) : v);

/** Figures as they are kept, of what was typed and is a number. */
export const figuresOf = (asks: readonly Question[], typed: Readonly<Record<string, string>>): Record<string, number> =>
	Object.fromEntries(
		asks.flatMap((q) => {
			const text = typed[q.key]?.trim();
			return !q.allowed && text && Number.isFinite(Number(text)) ? [[q.key, asKept(q, Number(text))] as const] : [];
		})
	);
/** Words that were pressed. */
export const wordsOf = (asks: readonly Question[], typed: Readonly<Record<string, string>>): Record<string, string> =>
	Object.fromEntries(asks.flatMap((q) => (q.allowed && typed[q.key] ? [[q.key, typed[q.key] as string] as const] : [])));
/** The first figure that can't be: its name, what is allowed, what was typed; empty: none. */
export const faultIn = (asks: readonly Question[], typed: Readonly<Record<string, string>>): string =>
	asks
		.filter((q) => !q.allowed && typed[q.key]?.trim())
		.map((q) => {
			const v = asKept(q, Number(typed[q.key]));
			const most = isTemp(q) ? show(toF(q.max ?? 0), 0) : q.max;
			return Number.isFinite(v) && v >= 0 && v <= (q.max ?? 1e9)
				? ''
				: `${q.words}: ${isTemp(q) ? 32 : 0} to ${most} ${askUnit(q)}; got "${typed[q.key]}"`;
		})
		.find(Boolean) ?? '';
