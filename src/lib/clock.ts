import { format, isValid, parseISO } from 'date-fns';
import { localDay } from '$core/units/day';

/** The clock of the interface: local days and times in one form on the screen, ISO in files. */

/** This moment, ISO. */
export const now = (): string => new Date().toISOString();
/** Today by the calendar on the wall, ISO day. */
export const today = (): string => localDay(now());

const shown = (at: string, form: string): string => {
	// A day alone is parsed as a local one.
	const date = parseISO(at);
	return isValid(date) ? format(date, form) : at;
};
/** @param at ISO day or moment  @example '2026-10-12' -> 'Oct 12, 2026' */
export const sayDay = (at: string): string => shown(at, 'MMM d, yyyy');
/** @example 'Oct 12, 2026, 9:30 AM' */
export const sayMoment = (at: string): string => shown(at, 'MMM d, yyyy, h:mm a');
/** @example '9:30 AM' */
export const sayTime = (at: string): string => shown(at, 'h:mm a');

/** A day as typed: ISO, and one that there is. */
export const isDay = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text));
/** A local moment as typed, 2026-10-12T09:30. @returns ISO, or null where there is none such */
export function momentOf(text: string): string | null {
	const at = parseISO(text);
	return isValid(at) ? at.toISOString() : null;
}
/** A moment as such a field shows it. */
export const typedMoment = (at: string): string => shown(at, "yyyy-MM-dd'T'HH:mm");
