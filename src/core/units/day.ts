/**
 * The day of the calendar on which a moment was, where the program runs: an evening in the west is not yet the next day.
 * @param at ISO moment, or a day, which stays as it is  @example in New York '2026-10-13T01:30:00Z' -> '2026-10-12'
 */
export function localDay(at: string): string {
	if (/^\d{4}-\d{2}-\d{2}$/.test(at)) return at;
	const d = new Date(at);
	const two = (n: number) => String(n).padStart(2, '0');
	return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}`;
}

/** @param day ISO day @example addDays('2026-01-31', 30) // 2026-03-02 */
export function addDays(day: string, days: number): string {
	const at = new Date(`${day.slice(0, 10)}T00:00:00.000Z`);
	at.setUTCDate(at.getUTCDate() + days);
	return at.toISOString().slice(0, 10);
}
