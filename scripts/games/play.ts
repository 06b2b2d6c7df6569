import { editions } from '../../src/core/code/editions';
import { planOf } from '../../src/core/network/build';
import { runWiring, type RunBox } from '../../src/core/network/run-wiring';
import type { RunInstrument } from '../../src/core/instruments/run-reading';
import { LAMPS } from '../../src/core/instruments/meter';
import { actFor } from '../../src/core/trace/acts';
import { contradictionsOf, withoutThem } from '../../src/core/trace/contradiction';
import { Search, type Diagnosis } from '../../src/core/trace/diagnose';
import { looseOf, type Hypothesis } from '../../src/core/trace/hypotheses';
import { runHypotheses } from '../../src/core/trace/run-hypotheses';
import type { Measurement } from '../../src/core/trace/next';
import type { Seen, Display } from '../../src/core/trace/seen';
import { shownAt, spreadOf } from '../../src/core/trace/seen';
import { Worlds, type Tried } from '../../src/core/trace/solved';
import { DONE_AT, LOOSE_OHMS, SPREAD } from '../../src/core/trace/spread';
import { seeded, type Random } from '../../src/core/units/random';

/** A circuit with a fault that nobody was told, to be found by measuring. */
export interface Game {
	run: Parameters<typeof runWiring>[1];
	truth: Hypothesis;
	ohms: number[];
	/** What the service really gives, V. */
	volts: number;
	random: Random;
	/** What is plugged in and on at each outlet, W; left out: nothing anywhere, and everybody knows it. */
	loads?: readonly number[];
	/** Of its readings by a meter the one, by its number, at which the meter shows nothing; left out: it never lies. */
	liesAt?: number;
}
export const INSTRUMENTS: readonly RunInstrument[] = ['lamps', 'voltmeter', 'low-impedance', 'analyzer'];
const LOAD_A = 12;
const FULL = 120;

/** What a conductor that hangs on nothing shows on a meter of 10 Mohm, V: anything. */
const GHOST = { fromV: 2, toV: 90 } as const;
const bell = (random: Random): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
const pick = <T>(all: readonly T[], random: Random): T => all[Math.floor(random() * all.length)] as T;

/** A load as it is found in a lived-in room: none, something small, a heater or an iron, W. */
const loadAt = (random: Random): number => {
	const kind = random();
	return kind < 0.5 ? 0 : kind < 0.9 ? 5 + Math.round(55 * random()) : 300 + Math.round(900 * random());
};

/** So many lived-in circuits have both hots on one neutral, and of those so many an appliance between the hots; W where it is on. */
const SHARED = { share: 0.25, between: 0.4, on: 0.6, fromW: 1000, toW: 4500 } as const;
/** Some boxes on the other hot, and at the end one between both. */
function shared(boxes: readonly RunBox[], random: Random): RunBox[] {
	const last = boxes.length - 1;
	const ends = random() < SHARED.between;
	return boxes.map((b, i): RunBox =>
		i === last && ends ? { ...b, twoHot: true } : { ...b, hots: [i === 0 ? 'a' : i === 1 ? 'b' : pick(LEGS, random)] }
	);
}
const LEGS = ['a', 'b'] as const;
const between = (random: Random): number =>
	random() < SHARED.on ? SHARED.fromW + Math.round((SHARED.toW - SHARED.fromW) * random()) : 0;

/** What its breaker holds, W. */
const MOST_ON_W = 2400;
/** @returns W at each box, together no more than its breaker holds */
function loadsOf(boxes: readonly RunBox[], random: Random): number[] {
	for (;;) {
		const loads = boxes.map((b) => (b.twoHot ? between(random) : loadAt(random)));
		if (boxes.reduce((sum, b, i) => sum + (b.twoHot ? 0 : (loads[i] as number)), 0) <= MOST_ON_W) return loads;
	}
}
/** One meter in so many lies, once. */
const LYING = 0.1;
/** A joint in a lived-in room is looked for from so many ohms on. */
const LIVED_IN_LEAST_OHMS = 0.15;
/** The same game for the same seed. @param boxes how many, from and to @param lived with loads on that nobody knows */
export function gameOf(seed: number, [from, to]: readonly [number, number], lived = false): Game {
	const random = seeded(seed * 2654435761 + 97);
	for (let i = 0; i < 20; i++) random();
	const many = from + Math.floor(random() * (to - from + 1));
	const boxes = Array.from({ length: many }, (_, i): RunBox => ({
		id: `b${i + 1}`,
		// Mostly a chain, now and then a tap.
		from: i === 0 ? 'panel' : random() < 0.8 ? `b${i}` : `b${1 + Math.floor(random() * i)}`,
		awg: random() < 0.6 ? '12' : '14',
		metal: 'Cu',
		lengthFt: i === 0 ? 20 + Math.floor(40 * random()) : 5 + Math.floor(20 * random()),
		ground: true,
		loadWatts: 0
	}));
	const two = lived && random() < SHARED.share;
	const run = {
		source: { volts: FULL, ohmsPerLeg: 0.03, ...(two ? { legs: 2 } : {}) },
		boxes: two ? shared(boxes, random) : boxes,
		terminationOhms: 0.002,
		conductorC: 25
	};
	// A fault that shows somewhere: nobody looks for what nothing tells of.
	const all = runHypotheses(run).filter((h) => h.faults.length);
	const sum = all.reduce((s, h) => s + h.weight, 0);
	for (;;) {
		let at = random() * sum;
		const truth = all.find((h) => (at -= h.weight) <= 0) ?? (all[0] as Hypothesis);
		const least = lived ? LIVED_IN_LEAST_OHMS : LOOSE_OHMS.least;
		const ohms = looseOf(truth).map(() => least * (LOOSE_OHMS.most / least) ** random());
		const loads = lived
			? { loads: loadsOf(run.boxes, random), ...(random() < LYING ? { liesAt: Math.floor(3 * random()) } : {}) }
			: {};
		const game = { run, truth, ohms, volts: FULL + SPREAD.serviceVolts * bell(random), random, ...loads };
		if (new Player(game).firsts().length) return game;
	}
}

export type Chooser = (
	d: Diagnosis,
	left: readonly { outlet: number; instrument: RunInstrument }[],
	random: Random
) => { outlet: number; instrument: RunInstrument } | null;
export interface Played {
	right: boolean;
	/** An answer that is not it was held to be at least as likely as one that ends a search. */
	wrong: boolean;
	measurements: number;
	/** Of every answer at every turn: how likely it was held to be, and whether it was the one. */
	held: { probability: number; was: boolean }[];
}

export class Player {
	private readonly tried: [Tried, ...Tried[]];
	private readonly outlets: readonly string[];
	/** Everything was unplugged: whatever is read from then on is read so. */
	private unplugged = false;
	/** Readings by a meter so far. */
	private metered = 0;
	private readonly hypotheses;
	private readonly world;
	private readonly sound;
	private readonly here;

	constructor(private readonly game: Game) {
		const { run, truth } = game;
		this.outlets = run.boxes.map((b) => b.id);
		const wired = (watts: (i: number) => number) =>
			planOf(runWiring(editions['2023'], { ...run, boxes: run.boxes.map((b, i) => ({ ...b, loadWatts: watts(i) })) }));
		const bare: Tried = { plan: wired(() => 0), outletIds: this.outlets };
		const on = (watts: (i: number) => number): Tried => ({ plan: wired(watts), outletIds: this.outlets, idle: bare.plan });
		const { loads } = game;
		this.tried = loads ? [{ ...bare, loadsUnknown: true }] : [bare];
		this.hypotheses = runHypotheses(run);
		const worlds = new Worlds(bare);
		this.world = (loads ? new Worlds(on((i) => loads[i] ?? 0)) : worlds).of(truth);
		this.sound = worlds.of({ faults: [], weight: 1 });
		this.here = { full: FULL, soundLoops: worlds.soundLoops };
	}

	private every(): { outlet: number; instrument: RunInstrument }[] {
		return this.outlets.flatMap((_, outlet) => INSTRUMENTS.map((instrument) => ({ outlet, instrument })));
	}
	/** Readings at which the fault shows. */
	firsts(): { outlet: number; instrument: RunInstrument }[] {
		return this.every().filter((m) => {
			const [is, ought] = [this.shown(m, this.world, this.game.ohms), this.shown(m, this.sound, [])];
			return Object.keys(is).some((key) => differs(is[key] as Display, ought[key] as Display));
		});
	}
	private shown(m: { outlet: number; instrument: RunInstrument }, world: Player['world'], ohms: readonly number[]) {
		const run = this.unplugged ? world.unplugged() : world;
		return shownAt(run.port(m.outlet, ohms), { ...m, loadA: LOAD_A }, this.here);
	}
	/** A reading as an instrument gives it: with its own error, and now and then wrong as a whole. @param proven its meter was proven before and after */
	private read(m: { outlet: number; instrument: RunInstrument }, proven = false): Seen {
		const { random, volts, ohms } = this.game;
		const scale = volts / FULL;
		const fields: Record<string, number | string | null> = {};
		const slipped = random() < SPREAD.slip;
		const byMeter = m.instrument === 'voltmeter' || m.instrument === 'low-impedance';
		const lies = byMeter && !proven && this.metered++ === this.game.liesAt;
		for (const [key, s] of Object.entries(this.shown(m, this.world, ohms))) {
			if (s.of === 'lamp') {
				const v = slipped ? random() * 130 : s.volts * scale + SPREAD.lampV * bell(random);
				fields[key] = v >= LAMPS.onV ? 'on' : v >= LAMPS.dimV ? 'dim' : 'off';
			} else if (s.of === 'word') fields[key] = slipped ? pick(['yes', 'no', 'cannot-tell'], random) : s.value;
			else if (lies) fields[key] = 0.3 * random();
			else if (s.of === 'volts' && s.ghost) fields[key] = GHOST.fromV + (GHOST.toV - GHOST.fromV) * random();
			else if ('value' in s) {
				const value = s.value === null ? null : s.of === 'volts' ? s.value * scale : s.value;
				const wrong = s.of === 'drop' ? 100 * random() : s.of === 'ohms' ? 25 * random() : 150 * random();
				fields[key] = slipped ? wrong : value === null ? null : value + spreadOf({ ...s, value } as Display) * bell(random);
			}
		}
		return {
			outlet: m.outlet,
			instrument: m.instrument,
			fields,
			loadA: LOAD_A,
			...(this.unplugged ? { unplugged: true } : {}),
			...(proven ? { proven: true } : {})
		};
	}

	/** From a first reading where the fault shows until one answer holds, or nothing more can be told. */
	play(choose: Chooser, most = 20): Played {
		const { random } = this.game;
		const seen = [this.read(pick(this.firsts(), random))];
		const held: Played['held'] = [];
		const search = new Search(this.tried, this.hypotheses);
		let acts = 1;
		for (;;) {
			const contradictions = contradictionsOf(seen, (up, at) => this.feeds(up, at));
			const d = search.ask({
				evidence: { seen: withoutThem(seen, contradictions), tripped: [] },
				full: FULL,
				atHand: { instruments: INSTRUMENTS, loadA: LOAD_A }
			});
			for (const a of d.answers.slice(0, 40)) held.push({ probability: a.probability, was: this.holds(a) });
			const [best] = d.answers;
			const left = this.every().filter((m) => !seen.some((s) => s.outlet === m.outlet && s.instrument === m.instrument));
			const first = this.game.loads ? actFor(seen, { contradictions, stop: null, loadsKnown: this.unplugged }) : null;
			if (first && first.outlet !== null && acts < most) {
				// One act: everything out, or the meter proven; and the same read again.
				const zero = contradictions[0] && seen[contradictions[0].zero];
				const again =
					first.do === 'prove-meter'
						? zero
						: seen.findLast((s) => s.outlet === first.outlet && INSTRUMENTS.some((i) => i === s.instrument));
				if (first.do === 'unplug') this.unplugged = true;
				acts += 1;
				const instrument = INSTRUMENTS.find((i) => i === again?.instrument);
				if (again && instrument) {
					const proven = first.do === 'prove-meter';
					if (proven) seen.splice(seen.indexOf(again), 1);
					seen.push(this.read({ outlet: again.outlet, instrument }, proven));
				}
				continue;
			}
			const next = (best?.probability ?? 0) >= DONE_AT || acts >= most ? null : choose(d, left, random);
			if (!next) {
				const right = !!best && this.holds(best);
				return { right, wrong: !right && (best?.probability ?? 0) >= DONE_AT, measurements: acts, held };
			}
			acts += 1;
			seen.push(this.read(next));
		}
	}
	/** Whether what one outlet shows comes through the other's box. */
	private feeds(up: number, at: number): boolean {
		const { boxes } = this.game.run;
		for (let id = this.outlets[at]; id; id = boxes.find((b) => b.id === id)?.from) if (id === this.outlets[up]) return true;
		return false;
	}
	private readonly holds = (a: Diagnosis['answers'][number]): boolean =>
		a.members.some((m) => sameFaults(m.hypothesis, this.game.truth));
}
const nameOf = (h: Hypothesis): string =>
	h.faults
		.map((f) => `${f.kind} ${f.at}`)
		.sort()
		.join();
const sameFaults = (a: Hypothesis, b: Hypothesis): boolean => nameOf(a) === nameOf(b);
function differs(a: Display, b: Display): boolean {
	if (a.of === 'lamp' && b.of === 'lamp') return a.volts >= LAMPS.onV !== b.volts >= LAMPS.onV;
	if (a.of === 'word' || b.of === 'word') return 'value' in a && 'value' in b && a.value !== b.value;
	if (!('value' in a) || !('value' in b)) return false;
	if (a.value === null || b.value === null) return a.value !== b.value;
	return Math.abs(Number(a.value) - Number(b.value)) > 4 * Math.max(spreadOf(a), spreadOf(b));
}

/** What tells most. */
export const byBits: Chooser = (d) => d.next[0] ?? null;
/** With an analyzer from the panel on, box by box. */
export const boxByBox: Chooser = (d, left) =>
	d.next.length ? (left.find((m) => m.instrument === 'analyzer') ?? left[0] ?? null) : null;
export const atRandom: Chooser = (d, left, random) => (d.next.length ? pick(left, random) : null);
export type { Measurement };
