import type { Reading } from '../model/job';

/**
 * Cells that every table of readings may have: upper or lower, on or off, struck out or not. What is written there and not
 * understood is told, never taken for nothing.
 */
interface ReadingCells<Name extends string> {
	/** Of a column by its name, trimmed; empty: nothing is there. */
	text: (name: Name) => string;
	/** Told of a cell, after the name of its column. */
	fault: (name: Name, message: string) => void;
}

/** One of some words, in any letters; undefined: nothing is written, or none of them. */
export function wordIn<Name extends string, const T extends readonly string[]>(
	{ text, fault }: ReadingCells<Name>,
	name: Name,
	allowed: T
): T[number] | undefined {
	const written = text(name);
	const found = allowed.find((a) => a === written.toLowerCase());
	if (written && !found) fault(name, `must be one of ${allowed.join(', ')}; got "${written}"`);
	return found;
}
const STRUCK = ['yes', 'true', '1', 'x'] as const;
const NOT_STRUCK = ['no', 'false', '0'] as const;
/** Whether a reading was struck out; nothing written: it was not. */
export function struckIn<Name extends string>(cells: ReadingCells<Name>, name: Name): boolean {
	const word = wordIn(cells, name, [...STRUCK, ...NOT_STRUCK]);
	return word !== undefined && (STRUCK as readonly string[]).includes(word);
}
/** On or off, and of several switches the box of the one that was thrown: `off SW-02`. @param places ids by name in small letters */
export function switchIn<Name extends string>(
	{ text, fault }: ReadingCells<Name>,
	name: Name,
	places: ReadonlyMap<string, string>
): Pick<Reading, 'switchAt' | 'switchBy'> {
	const written = text(name);
	if (!written) return {};
	const [, at, by] = /^(on|off)(?:\s+(.+))?$/i.exec(written) ?? [];
	const switchBy = by === undefined ? undefined : places.get(by.toLowerCase());
	if (at === undefined || (by !== undefined && switchBy === undefined)) {
		fault(name, `must be on or off, then the box of its switch where there are several; got "${written}"`);
		return {};
	}
	return { switchAt: at.toLowerCase() as 'on' | 'off', ...(switchBy ? { switchBy } : {}) };
}
