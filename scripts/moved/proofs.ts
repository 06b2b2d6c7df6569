import { assess } from '../../src/core/assess';
import { editionOf } from '../../src/core/code/amended-edition';
import { liveSign } from '../../src/core/makeup/live-sign';
import { deadStateAt, liveAlarms } from '../../src/core/makeup/live-alarm';
import { torqueSays } from '../../src/core/makeup/torque-says';
import type { Job, LiveEvent, Reading } from '../../src/core/model/job';
import { EVENT_KINDS, GUIDED_KINDS, METERS, READING_KINDS, TORQUE_UNITS, type ReadingKind } from '../../src/core/model/kinds';
import { knownJob } from '../../src/core/model/known';
import { isFigureKind, isWordKind, LAMP_STATES, READING_BOUNDS, READING_WORDS } from '../../src/core/model/reading';
import { ASKS, guidedAnswer, predictedAsks } from '../../src/core/prove/guided';
import { voltPattern } from '../../src/core/prove/pattern';
import { feetWords, likeConductors } from '../../src/core/prove/unknown-run';
import { soundOf } from '../../src/core/network/sound';
import { nextAt } from '../../src/core/next';
import { Random } from '../fuzz/random';
import { houseAtRandom } from './houses';

/** Figures about each limit of what is read, by unit. */
const READ: Readonly<Record<string, readonly number[]>> = {
	V: [
		0, 0.4, 1, 2, 3, 5, 10, 30, 50, 60, 80, 90, 104, 105, 108, 110, 113.9, 114, 115, 118, 119.5, 120, 121, 125, 126, 126.1, 127,
		130, 208, 228, 240, 252, 255
	],
	ohm: [0, 0.05, 0.1, 0.2, 0.25, 0.26, 0.3, 0.5, 0.51, 1, 1.01, 1.5, 2, 5, 25, 100, 1e3, 1e4, 1e5, 1e6],
	'%': [0, 1, 2, 2.9, 3, 3.1, 4.9, 5, 5.1, 7.9, 8, 8.1, 12, 20],
	'°C': [15, 20, 25, 30, 35, 40, 45, 50, 55, 60, 61, 75, 76, 90],
	A: [0, 0.05, 0.5, 1, 5, 10, 12, 12.1, 15, 15.1, 16, 16.1, 18, 20, 24, 25, 30],
	mA: [1, 3.9, 4, 5, 6, 6.1, 20, 30, 100],
	ms: [5, 24, 25, 26, 100, 199, 200, 201, 1000, 6000]
};
const pickRead = (r: Random, unit: string): number => r.pick(READ[unit] ?? [0, 1, 10, 100, 1000]);

export function readingAtRandom(r: Random, job: Job, n: number): Reading {
	const kind: ReadingKind = r.chance(0.4) ? r.pick(['hn', 'hg', 'ng', 'lamps', 'drop']) : r.pick(READING_KINDS);
	const box = r.pick(job.boxes.slice(0, 24));
	return {
		id: `at-random-${n}`,
		jobId: job.id,
		boxId: box.id,
		kind,
		value: isFigureKind(kind) ? pickRead(r, READING_BOUNDS[kind].unit) : null,
		lamps: kind === 'lamps' ? `${r.pick(LAMP_STATES)} ${r.pick(LAMP_STATES)} ${r.pick(LAMP_STATES)}` : null,
		...(isWordKind(kind) ? { word: r.pick(Object.keys(READING_WORDS[kind].allowed)) } : {}),
		...(kind === 'gfci-ms' ? { atMa: r.pick([6, 20, 30]) } : {}),
		...(r.chance(0.3) ? { half: r.pick(['upper', 'lower'] as const) } : {}),
		...(r.chance(0.15) ? { switchAt: r.pick(['on', 'off'] as const) } : {}),
		...(r.chance(0.2) ? { phase: r.pick(['before', 'after'] as const) } : {}),
		loadA: kind === 'drop' || r.chance(0.2) ? r.pick([10, 12, 15, 20]) : null,
		instrument: '',
		...(r.chance(0.3) ? { meter: r.pick(METERS) } : {}),
		at: `2026-11-2${r.below(6)}T1${r.below(9)}:00:00Z`,
		by: 'JB',
		struck: false,
		note: ''
	};
}
function eventAtRandom(r: Random, job: Job, n: number): LiveEvent {
	return {
		id: `event-${n}`,
		jobId: job.id,
		kind: r.pick(EVENT_KINDS),
		circuitId: r.pick([null, r.pick(job.circuits).id]),
		boxId: r.pick([null, r.pick(job.boxes.slice(0, 24)).id]),
		at: `2026-11-2${r.below(6)}T1${r.below(9)}:30:00Z`,
		by: 'JB',
		note: ''
	};
}
const HOUSES = [0, 1].map((seed) => houseAtRandom(seed, 0));

/** Readings and events at random at the first boxes of a house: what they come to, one by one and together. */
export function* proofsOf(seeds: readonly number[]): Generator<readonly [string, unknown]> {
	for (const seed of seeds) {
		const r = new Random(seed);
		const { job, readings, events } = HOUSES[seed % 2] as (typeof HOUSES)[number];
		const read = [...readings, ...Array.from({ length: 60 }, (_, n) => readingAtRandom(r, job, n))];
		const done = [...events, ...Array.from({ length: 10 }, (_, n) => eventAtRandom(r, job, n))];
		const assessment = assess(job, read);
		for (const stage of ['walk', 'protect', 'trim', 'prove', 'trace'] as const)
			for (const f of assessment.stages[stage].findings) yield [`${stage} ${f.rule.section}`, f];
		yield ['proofs', [...assessment.proofs.values()]];
		yield [
			'live',
			[liveAlarms(job, read, done), job.boxes.slice(0, 24).map((b) => deadStateAt(job, { readings: read, events: done }, b.id))]
		];
		const situation = { job: knownJob(job), readings: read, events: done, assessment, today: '2026-11-26' };
		yield ['next', (['walk', 'protect', 'trim', 'prove', 'trace', 'handover'] as const).map((s) => nextAt(s, situation))];
	}
}
/** Guided checks with answers at random. */
export function* guidedOf(count: number): Generator<readonly [string, unknown]> {
	for (let i = 0; i < count; i++) {
		const r = new Random(i + 1);
		const { job } = HOUSES[i % 2] as (typeof HOUSES)[number];
		const kind = GUIDED_KINDS[i % GUIDED_KINDS.length] ?? 'breaker';
		const figures: Record<string, number> = {};
		const words: Record<string, string> = {};
		for (const ask of ASKS[kind]) {
			if (r.chance(0.25)) continue;
			if ('allowed' in ask && ask.allowed) words[ask.key] = r.pick(Object.keys(ask.allowed));
			else figures[ask.key] = ask.unit === 'W' ? r.pick([100, 1500, 3000, 3500, 4500, 5500]) : pickRead(r, ask.unit ?? '');
		}
		const check = { id: 'g', kind, of: r.pick(job.circuits).id, figures, words, at: '2026-11-26T10:00:00Z', by: '', note: '' };
		const known = knownJob(job);
		yield [kind, [guidedAnswer(editionOf(job), known, check), predictedAsks(check)]];
	}
}
/** What a few figures say by themselves. */
export function* signsOf(): Generator<readonly [string, unknown]> {
	const volts = READ.V ?? [];
	for (const hn of volts)
		for (const hg of volts.filter((_, i) => i % 3 === 0))
			yield ['pattern', [0, 2, 60, 120].map((ng) => [true, false].map((noGround) => voltPattern({ hn, hg, ng }, noGround)))];
	for (const kind of READING_KINDS)
		for (const value of isFigureKind(kind) ? (READ[READING_BOUNDS[kind].unit] ?? []) : [null])
			for (const lamps of kind === 'lamps' ? ['on off off', 'off off off', 'dim off on'] : [null])
				yield ['live sign', liveSign({ kind, value, lamps })];
	const { job } = HOUSES[0] as (typeof HOUSES)[number];
	const edition = editionOf(job);
	for (const hot of READ.ohm ?? [])
		for (const neutral of READ.ohm ?? []) yield ['like conductors', likeConductors(edition, hot, neutral)];
	for (const ohms of READ.ohm ?? []) yield ['feet', feetWords(edition, ohms, soundOf(job))];
	for (const unit of TORQUE_UNITS)
		for (const value of [10, 13, 14, 16, 18, 20, 25, 36])
			for (const marked of [null, 14, 18, 20, 36]) yield ['torque', torqueSays({ value, marked, unit })];
}
