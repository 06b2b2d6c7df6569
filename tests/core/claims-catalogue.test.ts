import assert from 'node:assert/strict';
import test from 'node:test';
import { editions } from '../../src/core/code/editions';
import { UNSEEN } from '../../src/core/claims/good';
import { FAULTS, isLoose, type Fault, type FaultKind } from '../../src/core/faults/kinds';
import { houseAt, readHouse } from '../../src/core/instruments/job-instrument';
import type { Job, Reading } from '../../src/core/model/known';
import type { ReadingKind } from '../../src/core/model/kinds';
import { seeded } from '../../src/core/units/random';
import { box, cable, job, placesOf, reading, SEEN_WIRE } from './small-job';

/**
 * Every fault, and each with a bootleg beside it, at every outlet of twenty random runs, read as a person reads it with what is in
 * the bag: the outlet is never good. The readings are those of the solved network; who looks into the box sees what is there.
 */
const edition = editions['2023'];
const OHMS = 2;
/** What leaves every reading, and every look, as a sound run's: said with the word "good". */
const READS_SOUND: Readonly<Partial<Record<FaultKind, (bag: Bag, read: readonly Reading[]) => boolean>>> = {
	// Alike in all but what the ground carries: only a look shows it.
	'neutral-ground-swapped': (bag) => bag === 'analyzer',
	// In a splice, and so near to the bond of the panel that its loop is that of a sound run.
	'neutral-ground-touch': (_, read) => read.some((r) => r.word === 'cannot-tell')
};
/** Not of an outlet of its own: a device that is not on these runs, or what is behind the panel for all of them. */
const ELSEWHERE: readonly FaultKind[] = [
	'gfci-line-load-swapped',
	'gfci-dead',
	'gfci-tripped',
	'tab-left-in',
	'tab-removed',
	'breaker-worn',
	'both-hots-one-leg',
	'leg-lost',
	'supply-high',
	'supply-low',
	// The wiring is sound.
	'appliance',
	'neutral-borrowed',
	'circuits-joined',
	'service-neutral-open',
	'service-neutral-loose',
	'service-leg-loose',
	'breaker-off'
];
const LOCAL = FAULTS.filter((kind) => !ELSEWHERE.includes(kind));

function randomRun(seed: number): Job {
	const random = seeded(seed);
	const n = 2 + Math.floor(random() * 5);
	const ids = Array.from({ length: n }, (_, i) => `x${i}`);
	const awg = random() < 0.5 ? ('12' as const) : ('14' as const);
	return job({
		boxes: ids.map((id) => box(id, { state: 'found', ...SEEN_WIRE }, { state: 'found', slots: 'grounding' })),
		cables: ids.map((id, i) => {
			const from = i === 0 ? 'p' : (ids[Math.floor(random() * i)] ?? 'p');
			return cable(from, id, 6 + Math.floor(random() * 60), { awg, state: 'found' });
		})
	});
}
const round = (value: number, places: number): number => Number(value.toFixed(places));
/** What a look into the open box shows of its ground. */
const LOOKS: Readonly<Partial<Record<FaultKind, string>>> = {
	bootleg: 'jumper',
	'ground-contact-lost': 'not-landed',
	'neutral-ground-swapped': 'not-landed'
};

type Bag = 'lamps and a meter' | 'meter at low impedance, a look, the grip' | 'analyzer' | 'all of it';
const BAGS: readonly Bag[] = ['lamps and a meter', 'meter at low impedance, a look, the grip', 'analyzer', 'all of it'];
function readWith(bag: Bag, of: Job, boxId: string, faults: readonly Fault[]): Reading[] {
	const found = houseAt({ edition, job: of }, { boxId, faults });
	assert.ok(found.ok);
	const rows: Partial<Reading>[] = [];
	const add = (kind: ReadingKind, value: number | null | undefined, places: number, more: Partial<Reading> = {}) => {
		if (value !== null && value !== undefined) rows.push({ kind, value: round(Math.abs(value), places), ...more });
	};
	const [lamps, meter, analyzer] = [BAGS[0], BAGS[1], BAGS[2]].map((b) => bag === b || bag === 'all of it');
	for (const r of readHouse(found.house, 12)) {
		if ('dropPercent' in r) {
			if (!analyzer) continue;
			add('drop', r.dropPercent, 1, { loadA: 12 });
			add('ohm-hot', r.hotOhms, 2);
			add('ohm-neutral', r.neutralOhms, 2);
			add('ohm-ground', r.groundOhms, 2);
			rows.push({ kind: 'bootleg', value: null, word: r.bootleg });
		} else if (r.instrument === 'lamps' && 'hn' in r) {
			if (lamps) rows.push({ kind: 'lamps', value: null, lamps: `${r.hn} ${r.hg} ${r.ng}` });
		} else if ('hn' in r && 'hg' in r && typeof r.hn !== 'string') {
			const how: Partial<Reading> = { meter: meter ? 'low-impedance' : 'high-impedance', proven: true };
			add('hn', r.hn, 1, how);
			add('hg', Number(r.hg), 1, how);
			add('ng', Number(r.ng), 1, how);
		}
	}
	if (meter) {
		const here = faults.filter((f) => f.at === boxId);
		const seen = here.map((f) => LOOKS[f.kind]).find((x) => x !== undefined) ?? 'landed';
		rows.push({ kind: 'ground-look', value: null, word: seen }, { kind: 'grip', value: null, word: 'holds' });
	}
	return rows.map((r, i) => reading({ id: `r${i}`, boxId, at: `2026-11-30T09:${String(i).padStart(2, '0')}:00.000Z`, ...r }));
}

const withOhms = (kind: FaultKind, at: string): Fault => ({ kind, at, ...(isLoose(kind) ? { ohms: OHMS } : {}) });
for (const bag of BAGS)
	test(`no fault is called good, read with ${bag}`, () => {
		let good = 0;
		for (let seed = 1; seed <= 20; seed++) {
			const run = randomRun(seed);
			for (const { id } of run.boxes) {
				const sound = placesOf(run, readWith(bag, run, id, [])).get(id)?.outlets[0]?.good;
				if (sound?.is === 'yes') good += 1;
				for (const kind of LOCAL)
					for (const bootleg of kind === 'bootleg' ? [false] : [false, true]) {
						const faults = [withOhms(kind, id), ...(bootleg ? [withOhms('bootleg', id)] : [])];
						const readings = readWith(bag, run, id, faults);
						const claim = placesOf(run, readings).get(id)?.outlets[0]?.good;
						if (claim?.is !== 'yes') continue;
						assert.ok(
							READS_SOUND[kind]?.(bag, readings) && claim.why.includes(UNSEEN),
							`run ${seed}, ${id}: ${kind}${bootleg ? ' and a bootleg' : ''} is called good on ${readings.map((r) => `${r.kind} ${r.word ?? r.lamps ?? r.value}`).join(', ')}`
						);
					}
			}
		}
		if (bag === 'analyzer' || bag === 'all of it') assert.ok(good > 30, `a sound outlet is called good: ${good} of them`);
	});
