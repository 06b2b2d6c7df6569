import type { Reading } from '../model/known';

/** A row of a test page: box, hot-neutral idle, hot-ground, neutral-ground, lamps, drop in percent under the test load. */
export type TestRow = readonly [box: string, hn: number, hg: number | null, ng: number | null, lamps: string, drop: number];

/** The readings of a page of tests, a minute apart. */
export function readingsOf(
	jobId: string,
	rows: readonly TestRow[],
	page: { day: string; startMinute: number; by: string; loadA: number }
): Reading[] {
	const time = (k: number) => new Date(Date.parse(`${page.day}T00:00:00.000Z`) + (page.startMinute + k) * 60_000).toISOString();
	return rows.flatMap(([box, hn, hg, ng, lamps, drop], i) => {
		const boxId = box.toLowerCase();
		const base = {
			jobId,
			boxId,
			lamps: null,
			loadA: null,
			instrument: 'plug-in analyzer',
			at: time(2 * i),
			by: page.by,
			struck: false,
			note: ''
		};
		const one = (kind: Reading['kind'], more: Partial<Reading>): Reading => ({
			...base,
			id: `${boxId}-${kind}`,
			kind,
			value: null,
			...more
		});
		return [
			one('lamps', { lamps, instrument: 'three-lamp tester' }),
			one('hn', { value: hn }),
			...(hg === null ? [] : [one('hg', { value: hg })]),
			...(ng === null ? [] : [one('ng', { value: ng })]),
			one('drop', { value: drop, loadA: page.loadA })
		];
	});
}
