import type { Reading } from '../model/known';

/**
 * A row of a test page: box, hot-neutral idle, hot-ground, neutral-ground, lamps, drop in percent under the test load; and where its
 * ground was proven, the ohms of its path, with no bootleg found and the outlet seen dead by what protects it.
 */
export type TestRow = readonly [
	box: string,
	hn: number,
	hg: number | null,
	ng: number | null,
	lamps: string,
	drop: number,
	path?: number
];
/** The test buttons that were pressed: a box by its name, or a breaker by its circuit. */
export const buttonsOf = (
	jobId: string,
	rows: readonly (readonly [place: string, kind: 'gfci-own' | 'afci-own'])[],
	{ day, startMinute, by }: { day: string; startMinute: number; by: string }
): Reading[] =>
	rows.map(([place, kind], i) => ({
		id: `${place.toLowerCase()}-${kind}`,
		jobId,
		boxId: place.toLowerCase(),
		kind,
		value: null,
		lamps: null,
		word: 'trips',
		loadA: null,
		instrument: 'its own button',
		at: minuteOf(day, startMinute + i),
		by,
		struck: false,
		note: ''
	}));
const minuteOf = (day: string, minute: number): string =>
	new Date(Date.parse(`${day}T00:00:00.000Z`) + minute * 60_000).toISOString();

/** The readings of a page of tests, a minute apart. */
export function readingsOf(
	jobId: string,
	rows: readonly TestRow[],
	page: { day: string; startMinute: number; by: string; loadA: number }
): Reading[] {
	return rows.flatMap(([box, hn, hg, ng, lamps, drop, path], i) => {
		const boxId = box.toLowerCase();
		const base = {
			jobId,
			boxId,
			lamps: null,
			loadA: null,
			instrument: 'plug-in analyzer',
			at: minuteOf(page.day, page.startMinute + 2 * i),
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
			one('drop', { value: drop, loadA: page.loadA }),
			...(path === undefined
				? []
				: [
						one('ohm-ground', { value: path }),
						one('bootleg', { word: 'no' }),
						one('behind', { word: 'dead', instrument: 'its protection, by its button' })
					])
		];
	});
}
