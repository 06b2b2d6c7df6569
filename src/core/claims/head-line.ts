import { tagWords } from '../makeup/live-alarm';
import type { Job, LiveEvent } from '../model/job';
import { indexOf } from '../model/job-index';
import type { Claim } from './claim';
import type { OutletClaims, PlaceClaims } from './claims-of';

/**
 * What stands at a box in one line, the power first.
 * @example ['off space 7', 'verified dead 9:04 AM KR', 'no ground', 'GFCI not tested']
 */
export function headLine(
	job: Job,
	{ place, events }: { place: PlaceClaims; events: readonly LiveEvent[] },
	sayTime: (at: string) => string
): string[] {
	const [row] = place.outlets;
	if (!row) return [];
	const byId = (id: string | undefined) => events.find((e) => e.id === id);
	const power = (): string[] => {
		if (row.off.is === 'no') return ['LIVE where it is tagged off'];
		const tag = row.off.is === 'yes' ? byId(row.off.from[0]) : undefined;
		if (!tag) return [];
		const off = `off ${tagWords(job, tag, indexOf(job).circuitsOfBox.get(place.id)).split(',')[0]}`;
		const test = row.dead.is === 'yes' ? byId(row.dead.from[1]) : undefined;
		return [off, test ? `verified dead ${[sayTime(test.at), test.by].filter(Boolean).join(' ')}` : 'not verified dead'];
	};
	const rows = place.outlets;
	return [
		...power(),
		...(row.off.is === 'yes' || row.off.is === 'no' ? [] : wordsOf(rows, 'energized', { yes: 'energized', no: 'not energized' })),
		...groundWords(job, place, rows),
		...wordsOf(rows, 'gfci', { yes: 'GFCI tested', no: 'GFCI failed', unknown: 'GFCI not tested' }),
		...wordsOf(rows, 'afci', { yes: 'AFCI tested', no: 'AFCI failed', unknown: 'AFCI not tested' }),
		...wordsOf(rows, 'polarity', { no: 'wrong polarity' }),
		...wordsOf(rows, 'joints', { no: 'bad connection' }),
		...wordsOf(rows, 'contacts', { no: 'worn grip' })
	];
}
/** The gravest of all outlets of the box. */
function wordsOf(
	rows: readonly OutletClaims[],
	key: 'energized' | 'polarity' | 'ground' | 'gfci' | 'afci' | 'joints' | 'contacts',
	words: Partial<Record<Claim['is'], string>>
): string[] {
	const is = (['no', 'unknown', 'yes'] as const).find((x) => rows.some((r) => r[key].is === x));
	const says = is && words[is];
	return says ? [says] : [];
}
function groundWords(job: Job, place: PlaceClaims, rows: readonly OutletClaims[]): string[] {
	if (indexOf(job).boxes.get(place.id)?.ground === 'none') return ['no ground'];
	return wordsOf(rows, 'ground', { yes: 'ground read', no: 'no good ground', unknown: 'ground not read' });
}
