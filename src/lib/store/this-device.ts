/** What a device remembers of who works with it: it goes into no job and no file. */
export type Remembered = 'readBy' | 'license' | 'torqueTool';

/** @returns '' where nothing is remembered */
export const remembered = (what: Remembered): string => localStorage.getItem(what) ?? '';
/** @param text as typed; empty: it is forgotten  @returns what is remembered */
export function remember(what: Remembered, text: string): string {
	const said = text.trim().slice(0, 40);
	if (said) localStorage.setItem(what, said);
	else localStorage.removeItem(what);
	return said;
}
/** The initials of who reads, tests and signs for what was done. */
export const whoReads = (): string => remembered('readBy');
