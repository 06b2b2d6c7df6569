import { saySpace } from '../../model/breaker-name';
import { byWriting } from '../../model/written';
import { localDay } from '../../units/day';
import { indexOf, placeName } from '../../model/job-index';
import { counting } from '../../model/latest-readings';
import type { Box, Circuit, Job, Reading } from '../../model/known';
import { readingUnit, readingValue, readingWords } from '../../model/reading';
import { allOf } from '../../prove/assess-prove';
import { gfciRegister } from '../../prove/gfci-register';
import { MISSING } from '../../claims/missing';
import { runOf } from '../../run/runs';
import { counted, show } from '../../units/quantity';
import type { Block } from '../blocks';
import { CLOSING, headOf, type PaperCase } from '../paper';

const LEVELS = { good: 'good', look: 'look', bad: 'bad', unknown: 'not judged' } as const;

const atBreaker = (job: Job, c: Circuit | undefined): string => (c ? `breaker, ${saySpace(job, c)}` : 'breaker ?');
/** Every reading that counts, by circuit and box, with what was predicted and its verdict; GFCI tests; what was not tested. */
export function testRecord(c: PaperCase): { blocks: Block[]; missing: string[] } {
	const { job } = c.ruled;
	const list = counting(c.readings);
	const outlets = job.boxes.filter((b) => b.state !== 'planned' && b.devices.some((d) => d.receptacles > 0));
	const unread = outlets.flatMap((box) => unreadWords(c, box));
	const register = gfciRegister(job, { readings: c.readings, proofs: c.proofs }, c.today);
	return {
		blocks: [
			{ kind: 'title', text: 'Test record' },
			{ kind: 'paragraph', text: headOf(job) },
			{
				kind: 'paragraph',
				text: `${counted(list.length, 'reading')}; ${outlets.length - unread.length} of ${counted(outlets.length, 'outlet')} tested.`
			},
			...readingTables(c, list),
			...gfciTable(c, register),
			{ kind: 'heading', text: 'Not tested' },
			unread.length
				? { kind: 'paragraph', text: unread.join(', ') }
				: { kind: 'paragraph', text: outlets.length ? 'Every outlet that is there was read.' : 'No outlet is there yet.' },
			...torques(c),
			{ kind: 'signature', role: 'Electrician' },
			CLOSING
		],
		missing: missingWords(c, { list, register, unread: unread.length })
	};
}
/** The readings of each circuit in feed order, then those that hang on none. */
function readingTables(c: PaperCase, list: readonly Reading[]): Block[] {
	const { job } = c.ruled;
	const { circuits } = indexOf(job);
	const verdicts = new Map([...c.proofs.values()].flatMap((p) => allOf(p).map((j) => [j.reading.id, j.verdict] as const)));
	const rowOf = (r: Reading): string[] => {
		const verdict = verdicts.get(r.id);
		const unit = readingUnit(r.kind);
		return [
			placeName(job, r.boxId, atBreaker(job, circuits.get(r.boxId))),
			`${readingWords(r.kind)}${r.half === 'lower' ? ', lower' : ''}${r.switchAt === 'off' ? ', switch off' : ''}${r.phase ? `, ${r.phase}` : ''}`,
			readingValue(r),
			verdict && verdict.predicted !== null ? `${show(verdict.predicted, 2)} ${unit}`.trim() : '-',
			verdict ? LEVELS[verdict.level] : 'an earlier one',
			instrumentWords(c, r),
			r.by || '-',
			c.sayDay(localDay(r.at))
		];
	};
	const table = (rows: readonly Reading[]): Block => ({
		kind: 'table',
		head: ['Place', 'Reading', 'Read', 'Predicted', 'Verdict', 'Instrument', 'Who', 'When'],
		num: [2, 3],
		rows: rows.map(rowOf)
	});
	const done = new Set<string>();
	const ofCircuits = job.circuits.flatMap((circuit): Block[] => {
		const order = [circuit.id, ...runOf(job, circuit).nodes.map((n) => n.boxId)];
		const rows = order.flatMap((id) => list.filter((r) => r.boxId === id && !done.has(r.id)).sort(byWriting));
		for (const r of rows) done.add(r.id);
		return rows.length ? [{ kind: 'heading', text: `${circuit.name}, ${saySpace(job, circuit)}` }, table(rows)] : [];
	});
	const rest = list.filter((r) => !done.has(r.id));
	return rest.length ? [...ofCircuits, { kind: 'heading', text: 'On no circuit, and at panels' }, table(rest)] : ofCircuits;
}
/** An outlet of which no word is said yet, with what is missing. */
function unreadWords({ places }: PaperCase, box: Box): string[] {
	const place = places.get(box.id);
	if (!place?.read) return [box.name];
	if (place.level === 'right') return [`${box.name} (reads right; ground path not read)`];
	if (place.level !== 'unknown') return [];
	return [place.next ? `${box.name} (${MISSING[place.next].words})` : box.name];
}
type Register = ReturnType<typeof gfciRegister>;
function gfciTable({ sayDay }: PaperCase, register: Register): Block[] {
	if (!register.length) return [];
	return [
		{ kind: 'heading', text: 'GFCI and dual-function devices' },
		{
			kind: 'table',
			head: ['Device', 'Where', 'Goes dead with it', 'Last test', 'mA', 'ms', 'Next', 'Replace by'],
			num: [4, 5],
			rows: register.map((g) => [
				g.name,
				g.where,
				g.protects.join(', ') || '-',
				g.last ? `${LEVELS[g.last.level]}, ${sayDay(localDay(g.last.at))}${g.last.by ? `, ${g.last.by}` : ''}` : 'never tested',
				g.milliamps === null ? '-' : show(g.milliamps, 1),
				g.millis === null ? '-' : show(g.millis, 0),
				g.nextDue === null ? '-' : sayDay(g.nextDue),
				g.replaceBy === null ? 'age not known' : sayDay(g.replaceBy)
			])
		}
	];
}
interface Tested {
	list: readonly Reading[];
	register: Register;
	unread: number;
}
/** What the record lacks, said before it is signed. */
function missingWords({ places, calibrationOver }: PaperCase, { list, register, unread }: Tested): string[] {
	const bad = [...places.values()].filter((p) => p.level === 'bad').length;
	const overdue = (r: Reading) => calibrationOver?.({ instrument: r.instrument, day: localDay(r.at) });
	const rows: [boolean, string][] = [
		[unread > 0, `${counted(unread, 'outlet')} not tested`],
		[bad > 0, `${counted(bad, 'place')} read bad`],
		[register.some((g) => g.state === 'never-tested'), 'a GFCI never tested'],
		[register.some((g) => g.state === 'not-passed'), 'a GFCI that passed no test'],
		[list.some(overdue), 'readings by an instrument whose calibration had run out'],
		[list.some((r) => !r.by), 'readings without a name']
	];
	return rows.filter(([lacks]) => lacks).map(([, words]) => words);
}
/** An instrument of which the calibration had run out says so. */
function instrumentWords({ calibrationOver, sayDay }: PaperCase, r: Reading): string {
	const over = r.instrument && calibrationOver?.({ instrument: r.instrument, day: localDay(r.at) });
	return over ? `${r.instrument} (calibration ran to ${sayDay(over)})` : r.instrument || '-';
}
function torques({ told, ruled, sayDay }: PaperCase): Block[] {
	const rows = told.torques ?? [];
	if (!rows.length) return [];
	const { circuits } = indexOf(ruled.job);
	const placeOf = (id: string): string => placeName(ruled.job, id, atBreaker(ruled.job, circuits.get(id)));
	return [
		{ kind: 'heading', text: 'Torque' },
		{
			kind: 'table',
			head: ['Place', 'What', 'Tightened to', 'Marked', 'Tool', 'Who', 'When'],
			num: [2, 3],
			rows: rows.map((t) => [
				placeOf(t.placeId),
				t.what,
				`${show(t.value, 1)} ${t.unit}`,
				t.marked === null ? 'not read' : `${show(t.marked, 1)} ${t.unit}`,
				t.tool || '-',
				t.by,
				sayDay(localDay(t.at))
			])
		}
	];
}
