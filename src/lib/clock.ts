import { isValid } from 'date-fns/isValid';
import { lightFormat } from 'date-fns/lightFormat';
import { parseISO } from 'date-fns/parseISO';
import { localDay } from '$core/units/day';

/** The clock of the interface: local days and times in one form on the screen, ISO in files. */

/** This moment, ISO. */
export const now = (): string => new Date().toISOString();
/** Today by the calendar on the wall, ISO day. */
export const today = (): string => localDay(now());

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;
const DAY = 'd, yyyy';
const TIME = 'h:mm a';
/** One form everywhere, and without the browser's own formats: to load those holds up the first page. */
function shown(at: string, say: (date: Date) => string): string {
	// A day alone is parsed as a local one.
	const date = parseISO(at);
	return isValid(date) ? say(date) : at;
}
const withMonth = (date: Date, form: string): string => `${MONTHS[date.getMonth()]} ${lightFormat(date, form)}`;
/** @param at ISO day or moment  @example '2026-10-12' -> 'Oct 12, 2026' */
export const sayDay = (at: string): string => shown(at, (date) => withMonth(date, DAY));
/** @example 'Oct 12, 2026, 9:30 AM' */
export const sayMoment = (at: string): string => shown(at, (date) => withMonth(date, `${DAY}, ${TIME}`));
/** @example '9:30 AM' */
export const sayTime = (at: string): string => shown(at, (date) => lightFormat(date, TIME));

/** A day as typed: ISO, and one that there is. */
export const isDay = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text));
/** A local moment as typed, 2026-10-12T09:30. @returns ISO, or null where there is none such */
export function momentOf(text: string): string | null {
	const at = parseISO(text);
	return isValid(at) ? at.toISOString() : null;
}
/** A moment as such a field shows it. */
export function typedMoment(at: string): string {
	const date = parseISO(at);
	return isValid(date) ? lightFormat(date, "yyyy-MM-dd'T'HH:mm") : at;
}
