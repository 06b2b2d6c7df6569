import { saySpace } from '../model/breaker-name';
import { gives } from '../model/protections';
import { byWriting } from '../model/written';
import { addDays, localDay } from '../units/day';
import { downstream, runOf } from '../run/runs';
import type { Box, Circuit, Device, Job, Reading } from '../model/job';
import { indexOf } from '../model/job-index';
import type { ReadingKind } from '../model/kinds';
import { worst, type Level } from './judgments';
import { latestReadings } from '../model/latest-readings';
import type { BoxProof } from './assess-prove';

/** Every GFCI of a job, with what hangs on it, its last test, and when the next is due. */
export interface GfciEntry {
	/** Of the device, or of the circuit whose breaker it is. */
	id: string;
	boxId: string | null;
	circuitId: string | null;
	name: string;
	where: string;
	/** Names of the boxes that go dead with it. */
	protects: string[];
	installed: string | null;
	/** Its last test by button or tester, and what it came to; null: never tested. */
	last: { at: string; level: Level; by: string } | null;
	milliamps: number | null;
	millis: number | null;
	/** ISO days; null: its age is not known. */
	nextDue: string | null;
	replaceBy: string | null;
	/** `not-passed`: tested, and no test of it was passed or failed. */
	state: 'failed' | 'overdue' | 'due-soon' | 'passed' | 'never-tested' | 'not-passed';
}
/** What wants doing first. */
const ORDER: readonly GfciEntry['state'][] = ['failed', 'overdue', 'not-passed', 'never-tested', 'due-soon', 'passed'];
export const DEFAULT_TEST_DAYS = 30;
/** Days before it is due that a test is told of. */
const SOON_DAYS = 7;
const TESTS: readonly ReadingKind[] = ['gfci-own', 'gfci-tester', 'gfci-ma', 'gfci-ms'];

const watches = (p: Device['protection'] | Circuit['breaker']): boolean => gives(p, 'gfci');
const addYears = (day: string, years: number): string =>
	`${Number(day.slice(0, 4)) + years}${day.slice(4, 10)}`.replace(/-02-29$/, '-02-28');

/**
 * The register, what wants doing first. @param today ISO day
 * @param proofs judged readings of the same job
 * @source maker's instructions (monthly test); the age is a setting of the shop
 */
export function gfciRegister(
	job: Job,
	{ readings, proofs }: { readings: readonly Reading[]; proofs: ReadonlyMap<string, BoxProof> },
	today: string
): GfciEntry[] {
	const latest = latestReadings(readings);
	const { rooms, circuitsOfBox, boxes } = indexOf(job);
	const entry = (
		at: string,
		facts: Omit<GfciEntry, 'last' | 'milliamps' | 'millis' | 'nextDue' | 'replaceBy' | 'state'>
	): GfciEntry => {
		const kinds = latest.get(at);
		const tests = TESTS.flatMap((k) => kinds?.get(k) ?? []);
		const newest = [...tests].sort((a, b) => byWriting(b, a))[0];
		// One that failed by any of its tests has failed, until that very test is passed again.
		const levels = TESTS.flatMap((k) => proofs.get(at)?.latest[k]?.verdict.level ?? []);
		const last = newest ? { at: newest.at, level: worst(levels), by: newest.by } : null;
		// Only what was passed puts the next one off.
		const passed = tests
			.filter((r) => proofs.get(at)?.latest[r.kind]?.verdict.level === 'good')
			.sort((a, b) => byWriting(b, a))[0];
		const nextDue = passed ? addDays(localDay(passed.at), job.practice.gfciTestDays ?? DEFAULT_TEST_DAYS) : today;
		const replaceBy = facts.installed ? addYears(facts.installed, job.practice.gfciYears) : null;
		return {
			...facts,
			last,
			milliamps: kinds?.get('gfci-ma')?.value ?? null,
			millis: kinds?.get('gfci-ms')?.value ?? null,
			nextDue,
			replaceBy,
			state: stateOf({ level: last?.level ?? null, passed: !!passed, nextDue, replaceBy }, today)
		};
	};
	const ofDevice = (box: Box, d: Device): GfciEntry => {
		const circuit = circuitsOfBox.get(box.id)?.[0];
		const onward = circuit && d.feedsLoad ? downstream(runOf(job, circuit), box.id).slice(1) : [];
		return entry(box.id, {
			id: d.id,
			boxId: box.id,
			circuitId: circuit?.id ?? null,
			name: d.name || `GFCI at ${box.name}`,
			where: (box.roomId && rooms.get(box.roomId)?.name) || box.name,
			protects: [box.name, ...onward.map((id) => boxes.get(id)?.name ?? id)],
			installed: d.installed
		});
	};
	const ofBreaker = (c: Circuit): GfciEntry =>
		entry(c.id, {
			id: c.id,
			boxId: null,
			circuitId: c.id,
			name: `${c.breaker === 'dual' ? 'Dual-function' : 'GFCI'} breaker, ${saySpace(job, c)}`,
			where: job.panels.find((p) => p.id === c.panelId)?.name ?? 'panel',
			protects: runOf(job, c).nodes.map((n) => boxes.get(n.boxId)?.name ?? n.boxId),
			installed: c.installed ?? null
		});
	return [
		...job.boxes.flatMap((b) => b.devices.filter((d) => watches(d.protection)).map((d) => ofDevice(b, d))),
		...job.circuits.filter((c) => watches(c.breaker)).map(ofBreaker)
	].sort((a, b) => ORDER.indexOf(a.state) - ORDER.indexOf(b.state) || (a.nextDue ?? '').localeCompare(b.nextDue ?? ''));
}
function stateOf(
	{ level, passed, nextDue, replaceBy }: { level: Level | null; passed: boolean; nextDue: string; replaceBy: string | null },
	today: string
): GfciEntry['state'] {
	if (level === 'bad') return 'failed';
	if (replaceBy !== null && replaceBy <= today) return 'overdue';
	if (level === null) return 'never-tested';
	if (!passed) return 'not-passed';
	if (nextDue <= today) return 'overdue';
	return nextDue <= addDays(today, SOON_DAYS) ? 'due-soon' : 'passed';
}

/** A day on which something is to be done, for a calendar. */
export interface DueDay {
	uid: string;
	day: string;
	title: string;
	text: string;
	/** Days after which it comes again. */
	everyDays?: number | undefined;
}
/** Days on which devices are due for their test, as a calendar takes them. */
export const dueDays = (job: Job, register: readonly GfciEntry[]): DueDay[] =>
	register.flatMap((g): DueDay[] => [
		{
			uid: `${job.id}-${g.id}-test`,
			day: g.nextDue ?? '',
			title: `Test ${g.name}, ${g.where}`,
			text: `${job.name}. Press its test button: it must trip and these go dead: ${g.protects.join(', ')}. Then reset.`,
			everyDays: job.practice.gfciTestDays ?? DEFAULT_TEST_DAYS
		},
		...(g.replaceBy
			? [
					{
						uid: `${job.id}-${g.id}-replace`,
						day: g.replaceBy,
						title: `Replace ${g.name}, ${g.where}`,
						text: `${job.name}. Installed ${g.installed}, ${job.practice.gfciYears} years ago by then.`
					}
				]
			: [])
	]);
/** How many are due in each month from this one on; what is overdue counts in the first. @returns months as 2026-10 */
export function dueByMonth(
	register: readonly GfciEntry[],
	today: string,
	months = 12
): { month: string; tests: number; replacements: number }[] {
	const first = today.slice(0, 7);
	const at = (k: number) => {
		const n = Number(first.slice(0, 4)) * 12 + Number(first.slice(5)) - 1 + k;
		return `${Math.floor(n / 12)}-${String((n % 12) + 1).padStart(2, '0')}`;
	};
	return Array.from({ length: months }, (_, k) => {
		const month = at(k);
		const inIt = (day: string | null) => day !== null && (day.slice(0, 7) === month || (k === 0 && day < today));
		return {
			month,
			tests: register.filter((g) => inIt(g.nextDue)).length,
			replacements: register.filter((g) => inIt(g.replaceBy)).length
		};
	});
}
