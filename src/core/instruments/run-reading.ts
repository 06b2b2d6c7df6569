import type { Edition } from '../code/shape/edition';
import { build, planOf, type Built, type Contacts } from '../network/build';
import { runWiring, type RunCase } from '../network/run-wiring';
import { Solution } from '../network/solve';
import { currentTrips, trips, type Trip } from '../network/trips';
import type { Wiring } from '../network/wiring';
import { analyze, type AnalyzerReading } from './analyzer';
import { readLamps, readVolts, voltsAcross, type LampPattern, type Meter, type PairVolts } from './meter';
import { touchShell, PERSON_OHMS } from './touch';

export const RUN_INSTRUMENTS = ['voltmeter', 'low-impedance', 'lamps', 'analyzer', 'shell-touch'] as const;
export type RunInstrument = (typeof RUN_INSTRUMENTS)[number];
/** What is to be read where; `loadA` of the analyzer, A. */
export interface Ask {
	box: string;
	instrument: RunInstrument;
	loadA?: number | undefined;
}
/** Of a receptacle between two hots. */
interface TwoHots {
	hh: number | null;
	h2n: number | null;
	h2g: number | null;
}
export type RunReading = { box: string; instrument: RunInstrument } & (
	PairVolts | LampPattern | AnalyzerReading | TwoHots | { milliamps: number | null }
);
export const DEFAULT_LOAD_A = 12;

/** What an instrument reads at a box of a solved run. @param loadA what an analyzer draws, A */
export function readAt(built: Built, { box, instrument, loadA }: Ask): RunReading {
	const at = built.contacts(box);
	switch (instrument) {
		case 'voltmeter':
		case 'low-impedance':
			return {
				box,
				instrument,
				...(isTwoHot(built, box) ? readTwoHots(built, at, instrument) : readVolts(built, at, instrument))
			};
		case 'lamps':
			return { box, instrument, ...readLamps(built, at) };
		case 'analyzer':
			return { box, instrument, ...analyze(built, box, loadA ?? DEFAULT_LOAD_A) };
		case 'shell-touch':
			return { box, instrument, milliamps: touchShell(built, at)?.milliamps ?? null };
	}
}

const isTwoHot = ({ plan }: Built, id: string): boolean => {
	const i = plan.outletById.get(id);
	return i !== undefined && plan.wiring.outlets[i]?.ratedVolts === 240;
};
/** Each pair of a receptacle between two hots; with no neutral of its own, against its ground. */
export function readTwoHots(built: Built, at: Contacts, meter: Meter): PairVolts & TwoHots {
	const third = at.third ?? at.ground;
	const volts = (a: number | null, b: number | null) => voltsAcross(built, { a, b }, meter);
	return {
		hn: volts(at.hot, third),
		hg: volts(at.hot, at.ground),
		ng: volts(at.third, at.ground),
		hh: volts(at.hot, at.neutral),
		h2n: volts(at.neutral, third),
		h2g: volts(at.neutral, at.ground)
	};
}
/** What opens as the run stands, and what a reading itself would open: an analyzer's current, a person's. */
function runTrips(built: Built, asks: readonly Ask[]): { device: string; why: string }[] {
	const { wiring } = built.plan;
	const found = new Map<string, string>();
	const put = (all: readonly Trip[], when: string) => {
		for (const t of all) {
			const device = t.device === 'breaker' ? 'breaker' : t.at;
			if (!found.has(device)) found.set(device, when ? `${when}: ${t.why}` : t.why);
		}
	};
	put(trips(built, new Solution(built.network)), '');
	for (const ask of asks) {
		const { hot, neutral, ground } = built.contacts(ask.box);
		const with_ = built.network.copy();
		if (ask.instrument === 'shell-touch' && ground) with_.resistor(ground, 0, PERSON_OHMS);
		else if (ask.instrument === 'analyzer' && neutral !== null && hot !== neutral)
			with_.resistor(hot, neutral, wiring.supply.volts / (ask.loadA ?? DEFAULT_LOAD_A));
		else continue;
		put(currentTrips({ ...built, network: with_ }, new Solution(with_)), `${ask.instrument} at ${ask.box}`);
	}
	return [...found].map(([device, why]) => ({ device, why }));
}

interface RunAnswer {
	readings: RunReading[];
	trips: { device: string; why: string }[];
	wiring: Wiring;
	built: Built;
}
/** What every instrument asked for reads on a run with its faults. @throws RangeError for a place that is not there */
export function readRun(edition: Pick<Edition, 'resistance'>, run: RunCase, asks: readonly Ask[]): RunAnswer {
	const wiring = runWiring(edition, run);
	const built = build(planOf(wiring), run.faults ?? []);
	return { readings: asks.map((ask) => readAt(built, ask)), trips: runTrips(built, asks), wiring, built };
}
