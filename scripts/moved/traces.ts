import { editionOf } from '../../src/core/code/amended-edition';
import { houseAt, readHouse } from '../../src/core/instruments/job-instrument';
import type { Job, Reading, Symptom } from '../../src/core/model/job';
import { SYMPTOM_KINDS, SYMPTOM_SIGNS } from '../../src/core/model/kinds';
import { knownJob } from '../../src/core/model/known';
import { JobTrace } from '../../src/core/trace/job-trace';
import { Random } from '../fuzz/random';
import { houseAtRandom, told } from './houses';
import { readingAtRandom } from './proofs';

const INSTRUMENTS = ['lamps', 'voltmeter', 'low-impedance', 'analyzer'] as const;
const SHORT_RUN = [2, 3, 4];
const HOUSES = [0, 1].map((seed) => houseAtRandom(seed, 0));

function symptomAtRandom(r: Random, places: readonly string[]): Symptom {
	const some = () => places.filter(() => r.chance(0.15));
	return {
		id: 's',
		text: '',
		boxId: r.pick(places),
		open: true,
		kind: r.pick(SYMPTOM_KINDS),
		...(r.chance(0.5) ? { dead: some(), works: some() } : {}),
		...(r.chance(0.4) ? { signs: [{ boxId: r.pick(places), sign: r.pick(SYMPTOM_SIGNS) }] } : {})
	};
}
/** What a meter and an analyzer show at a box of a job with a fault; none where nothing can be read. */
function shownAt(job: Job, boxId: string, fault: Parameters<typeof houseAt>[1]['faults'][number]): Partial<Reading>[] {
	const known = knownJob(job);
	const house = houseAt({ edition: editionOf(known), job: known }, { boxId, faults: [fault] });
	if (!house.ok) return [];
	return readHouse(house.house, 12).flatMap((shown): Partial<Reading>[] => {
		if ('dropPercent' in shown) return [{ kind: 'drop', value: shown.dropPercent, loadA: 12 }, ...ohms(shown)];
		if (!('hn' in shown)) return [];
		if (shown.instrument === 'lamps') return [{ kind: 'lamps', lamps: `${shown.hn} ${shown.hg} ${shown.ng}` }];
		return (['hn', 'hg', 'ng'] as const).map((kind) => ({ kind, value: shown[kind] as number | null }));
	});
}
const ohms = (of: { hotOhms: number | null; neutralOhms: number | null; groundOhms: number | null; bootleg: string }) =>
	[
		{ kind: 'ohm-hot', value: of.hotOhms },
		{ kind: 'ohm-neutral', value: of.neutralOhms },
		{ kind: 'ohm-ground', value: of.groundOhms },
		{ kind: 'bootleg', value: null, word: of.bootleg }
	] satisfies Partial<Reading>[];

/** Faults put into circuits of both houses and searched for: by what is read of them, what people say, and a reading at random. */
export function* tracesOf(seeds: readonly number[]): Generator<readonly [string, unknown]> {
	for (const seed of seeds) {
		const r = new Random(seed);
		const { job } = HOUSES[seed % 2] as (typeof HOUSES)[number];
		// Short runs: a search tries every pair of faults.
		const circuit = r.pick(job.circuits.filter((c) => SHORT_RUN.includes(job.cables.filter((l) => l.circuitId === c.id).length)));
		const places = job.cables.flatMap((l) => (l.circuitId === circuit.id ? [l.toId] : []));
		const of = { ...job, symptoms: r.chance(0.7) ? [symptomAtRandom(r, places)] : [] };
		const fault = {
			kind: r.pick(['loose-hot', 'loose-neutral', 'open-neutral', 'open-ground', 'open-hot'] as const),
			at: r.pick(places),
			ohms: 1
		};
		const made = (n: number, more: Partial<Reading>): Reading => ({
			...readingAtRandom(new Random(n), job, n),
			...{ struck: false, half: undefined, switchAt: undefined, phase: undefined, lamps: null, loadA: null },
			boxId: r.pick(places),
			...more
		});
		const readings = [
			...[r.pick(places), r.pick(places)].flatMap((boxId) => shownAt(job, boxId, fault).map((s, n) => made(n, { boxId, ...s }))),
			{ ...readingAtRandom(r, job, 99), boxId: r.pick(places) }
		];
		const trace = told(() => JobTrace.of(of, circuit.id)) as JobTrace | null;
		if (!trace) continue;
		const instruments = INSTRUMENTS.filter(() => r.chance(0.8));
		yield ['traced', told(() => trace.ask(readings, { instruments, at: r.chance(0.5) ? r.pick(places) : undefined }))];
		for (const boxId of places.slice(0, 3))
			yield ['why not', trace.faultsAt(boxId).map(({ fault: f, says }) => [says, told(() => trace.whyNot(f))])];
	}
}
