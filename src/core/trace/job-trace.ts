import { inSpace } from '../model/breaker-name';
import { editionOf } from '../code/amended-edition';
import type { RunInstrument } from '../instruments/run-reading';
import type { Job, LiveEvent, Reading } from '../model/job';
import { indexOf } from '../model/job-index';
import { knownJob } from '../model/known';
import { downstream, runOf } from '../run/runs';
import { readingValue, readingWords } from '../model/reading';
import type { LookFinds } from '../model/kinds';
import { actFor, type ActKind } from './acts';
import { contradictionsOf, withoutThem, type Contradiction } from './contradiction';
import { Search, type Diagnosis } from './diagnose';
import { fitsOutlet, readsDead } from './fits-outlet';
import type { Done } from './done';
import { gather, type Gathered } from './gather';
import { lookAct, looksFor } from './looks';
import type { Hypothesis, Suspected } from './hypotheses';
import { jobHypotheses, toldBy } from './job-hypotheses';
import { jobStops } from './job-stops';
import type { Measurement } from './next';
import { possibleRuns, type PossibleRuns } from './possible-runs';
import { fittedPort, type Fit, type Ranked } from './rank';
import type { Remedy } from '../faults/remedy';
import type { ShopRecord } from './shop-record';
import { makesShellLive } from '../faults/rows';
import { remediesOf } from './remedies';
import { sayFaults } from './say';
import type { Answer } from './same';
import { shownAt, type Seen } from './seen';
import { DONE_AT } from './spread';
import type { Stop } from './stop';
import { outcomesOf, sayShown } from './tell';
import { EFFORT, PRACTICE_WEIGHTS } from './weights';

/** The search for a fault on one circuit of a job: what explains what was read, and what to read next. Plain data, to go to a page. */
export interface Traced {
	answers: TracedAnswer[];
	/** All others together, and what nobody thought of. */
	others: number;
	unthought: number;
	next: TracedNext[];
	gathered: Gathered['rows'];
	/** Of each box: how likely the fault lies there or in the cable to it. */
	suspicion: Record<string, number>;
	/** One answer holds, or nothing that can be read tells more. */
	done: 'found' | 'no-more' | null;
	/** Boxes at which metal may be live besides what was found: to be read before the search is ended. */
	hazards: { boxId: string; probability: number }[];
	/** Volts that kill, or heat, on this circuit: nothing is read live before it is off. */
	stop: Stop | null;
	/** What is done before another reading tells anything; null: the next one. */
	act: TracedAct | null;
	/** Cheap looks for what people say is wrong, each with what it came to; null: nobody looked yet. */
	looks: { symptomId: string; look: LookFinds; why: string; found: boolean | null }[];
	/** Readings that the likeliest answer does not explain: while there are any, nothing is found. */
	misfits: Gathered['rows'];
	/** When a fault of this circuit was last found: what was read before says nothing of it now; null: none was. */
	since: string | null;
	/** What was taken each way, because nobody knows it. */
	taken: string[];
	/** Boxes of the circuit of which nobody knows what feeds them. */
	notOnRun: string[];
}
interface TracedAct {
	do: ActKind;
	/** null: at the panel. */
	boxId: string | null;
	half: 'upper' | 'lower' | undefined;
	why: string;
}
export interface TracedAnswer {
	faults: Suspected[];
	says: string;
	probability: number;
	/** The others that nothing at hand tells apart from it. */
	same: string[];
	fits: Fit[];
	/** Boxes that it speaks of. */
	boxIds: string[];
	/** What to do, fault by fault. */
	remedies: { of: string; remedy: Remedy }[];
	/** What each instrument would show at each box, in words: by box. */
	shows: Record<string, string[]>;
}
export interface TracedNext {
	boxId: string;
	outletId: string;
	half: 'upper' | 'lower' | undefined;
	instrument: RunInstrument;
	bits: number;
	effort: number;
	/** What it means if it reads this or that. */
	outcomes: { reads: string; means: string; probability: number }[];
}
export interface TraceAsk {
	circuitId: string;
	instruments: readonly RunInstrument[];
	/** Where the person stands: a box; left out: nobody said. */
	at?: string | undefined;
	/** What it was in the end, in this shop; left out: nothing was counted. */
	shop?: ShopRecord | undefined;
}
/** Why a fault is not held for the one: what was read, and how much better the best answer explains it. */
export interface Against {
	says: string;
	/** Times as likely under the best answer. */
	times: number;
}

const TOLD = { answers: 12, same: 12, outcomes: 4, next: 3 } as const;
/** How likely a shell that is live must be to be looked for. */
const LEAST_HAZARD = 0.02;
/** Of an answer's own probability: what is less is not looked for there. */
const LEAST_SHARE = 0.1;
/** Under this a place is not said to be suspected. */
const LEAST_SAID = 0.001;

/** Whether some faults are all of the others, and more. */
const contains = (all: readonly Suspected[], some: readonly Suspected[]): boolean =>
	some.length > 0 && some.every((f) => all.some((x) => x.kind === f.kind && x.at === f.at));
const asDone = ({ look, found }: Traced['looks'][number]): Done[] =>
	found === null ? [] : [{ do: 'look', found: found ? look : null, at: [look] }];
/** Searches one circuit; asked again after each reading it solves nothing twice. */
export class JobTrace {
	private readonly possible: PossibleRuns;
	private readonly search: Search;
	private readonly hypotheses: Hypothesis[];
	private last: { diagnosis: Diagnosis; gathered: Gathered; question: Parameters<Search['ask']>[0] } | null = null;

	private constructor(
		private readonly job: Job,
		private readonly circuitId: string,
		{ possible, shop }: { possible: PossibleRuns; shop: ShopRecord }
	) {
		this.possible = possible;
		const told = toldBy(this.symptoms());
		this.hypotheses = jobHypotheses(knownJob(job), possible.wiring, { circuitId, told, shop });
		this.search = new Search(possible.runs, this.hypotheses, PRACTICE_WEIGHTS.pairOver);
	}
	/** @param shop what it was in the end, in this shop @returns null where nothing of the circuit is known to be fed from a panel, or nothing of it can be read */
	static of(job: Job, circuitId: string, shop: ShopRecord = {}): JobTrace | null {
		const possible = possibleRuns(editionOf(job), job, circuitId);
		return possible?.outlets.length ? new JobTrace(job, circuitId, { possible, shop }) : null;
	}
	private symptoms() {
		const here = new Set(this.job.cables.flatMap((l) => (l.circuitId === this.circuitId ? [l.toId] : [])));
		return this.job.symptoms.filter(
			(s) =>
				s.open && (s.boxId === null || here.has(s.boxId) || [...(s.dead ?? []), ...(s.works ?? [])].some((id) => here.has(id)))
		);
	}

	/** When a fault of this circuit was last found; empty: none was. */
	private since(): string {
		const here = new Set(this.job.cables.flatMap((l) => (l.circuitId === this.circuitId ? [l.toId] : [])));
		const ours = this.job.symptoms.filter(
			(s) =>
				s.was &&
				(here.has(s.boxId ?? '') ||
					s.was.faults.some((f) => f.at === this.circuitId || here.has(this.boxOf({ kind: 'off', at: f.at }) ?? '')))
		);
		return ours.reduce((last, s) => (s.was && s.was.at > last ? s.was.at : last), '');
	}
	ask(readings: readonly Reading[], { instruments, at }: Omit<TraceAsk, 'circuitId'>, events: readonly LiveEvent[] = []): Traced {
		const { outlets, taken } = this.possible;
		const gathered = gather(outlets, {
			readings,
			symptoms: this.symptoms(),
			since: this.since(),
			says: (r) => `${readingWords(r.kind)} ${readingValue(r)}`.trim()
		});
		const contradictions = contradictionsOf(gathered.seen, (up, at) => this.feeds(up, at));
		const stop = this.stopped(readings, events);
		const looks = this.looks();
		const act = this.act(gathered.seen, { contradictions, stop, looks });
		const question = {
			evidence: { seen: withoutThem(gathered.seen, contradictions), tripped: this.tripped(), acts: looks.flatMap(asDone) },
			full: this.job.practice.supplyVolts,
			atHand: { instruments: [...instruments], loadA: this.job.practice.testLoadA },
			readWhole: ({ instrument, fields }: Seen) => instrument !== 'analyzer' || Object.keys(fields).length > 1
		};
		const diagnosis = this.search.ask(question);
		this.last = { diagnosis, gathered, question };
		const answers = diagnosis.answers.slice(0, TOLD.answers).map((a) => this.answer(a, { diagnosis, instruments }));
		const hazards = this.hazards(diagnosis);
		// No answer stands on what contradicts itself, on a load that nobody unplugged, or where volts kill.
		const misfits = this.misfits(diagnosis, gathered, question);
		const found = !act && !misfits.length && this.found(diagnosis);
		const first = found ? hazards.map((h) => h.boxId) : [];
		const next = stop ? [] : this.next(diagnosis, at, { first, seen: gathered.seen });
		return {
			answers,
			others: Math.max(0, 1 - diagnosis.unthought - answers.reduce((s, a) => s + a.probability, 0)),
			unthought: diagnosis.unthought,
			next,
			gathered: gathered.rows,
			suspicion: this.suspicion(diagnosis),
			done: found ? 'found' : next.length || act ? null : 'no-more',
			stop,
			act,
			looks,
			misfits,
			hazards,
			since: this.since() || null,
			taken,
			notOnRun: this.job.cables.flatMap((l) => (l.circuitId === this.circuitId && l.fromId === null ? [l.toId] : []))
		};
	}
	/** Whether what one outlet shows must come through the other's box. */
	private feeds(up: number, at: number): boolean {
		const [a, b] = [this.possible.outlets[up], this.possible.outlets[at]];
		if (!a || !b) return false;
		// A half that is wired apart may be dead by itself.
		if (up === at || a.half !== undefined) return up === at;
		const circuit = this.job.circuits.find((c) => c.id === this.circuitId);
		return a.at === b.at || (circuit !== undefined && downstream(runOf(this.job, circuit), a.at).includes(b.at));
	}
	private stopped(readings: readonly Reading[], events: readonly LiveEvent[]): Stop | null {
		const here = new Set(this.possible.outlets.map((o) => o.at));
		const circuit = this.job.circuits.find((c) => c.id === this.circuitId);
		const [stop] = jobStops(this.job, readings, events).filter((s) => here.has(s.placeId) || s.placeId === circuit?.panelId);
		return stop ?? null;
	}
	private misfits({ answers }: Diagnosis, { seen, rows }: Gathered, question: Parameters<Search['ask']>[0]): Gathered['rows'] {
		const best = answers[0]?.members[0]?.hypothesis;
		if (!best) return [];
		const odd = new Set(this.search.misfits(best, question).map((i) => question.evidence.seen[i]));
		return rows.filter((_, i) => odd.has(seen[i]));
	}
	/** The looks that an open symptom asks for, once each. */
	private looks(): Traced['looks'] {
		const found = this.symptoms().flatMap((s) =>
			looksFor(s.kind, { boxes: this.possible.outlets }).map(({ look, why }) => ({
				symptomId: s.id,
				look,
				why,
				found: s.looks?.find((l) => l.look === look)?.found ?? null
			}))
		);
		return found.filter((l, i) => found.findIndex((x) => x.look === l.look) === i);
	}
	private act(
		seen: readonly Seen[],
		{ contradictions, stop, looks }: { contradictions: readonly Contradiction[]; stop: Stop | null; looks: Traced['looks'] }
	): TracedAct | null {
		const told = seen.map(({ instrument }) => ({ box: '', instrument }));
		const left = looks.some((l) => l.found) ? [] : looks.filter((l) => l.found === null);
		const act = actFor(seen, { contradictions, stop, loadsKnown: false }) ?? lookAct(left, told, [this.symptomAt()]);
		if (act?.do === 'look') return { do: 'look', boxId: this.symptomAt() || null, half: undefined, why: act.why };
		const outlet = act && act.outlet !== null ? this.possible.outlets[act.outlet] : undefined;
		return act && { do: act.do, boxId: outlet?.at ?? null, half: outlet?.half, why: act.why };
	}
	/** Where the symptom was told of; empty: nowhere in particular. */
	private symptomAt(): string {
		return this.symptoms().find((s) => s.boxId !== null)?.boxId ?? '';
	}
	/** One answer holds; or all that hold speak of the same boxes, so that opening those settles it. */
	private found({ answers }: Diagnosis): boolean {
		const [best] = answers;
		if (!best) return false;
		const key = this.boxesOf(best).join();
		const there = answers.reduce((s, a) => s + (this.boxesOf(a).join() === key ? a.probability : 0), 0);
		return there >= DONE_AT && (best.probability >= DONE_AT || key !== '');
	}
	/** A shell that may be live without anybody having said so: the likeliest answer does not speak of it, and it was not ruled out. */
	private hazards({ answers }: Diagnosis): Traced['hazards'] {
		const told = new Set(answers[0] ? this.boxesOf(answers[0]) : []);
		const at = new Map<string, number>();
		for (const a of answers)
			for (const { hypothesis, probability } of a.members)
				for (const f of hypothesis.faults) {
					const boxId = makesShellLive(f.kind) ? this.boxOf(f) : null;
					if (boxId && !told.has(boxId)) at.set(boxId, (at.get(boxId) ?? 0) + probability);
				}
		return [...at]
			.map(([boxId, probability]) => ({ boxId, probability }))
			.filter((h) => h.probability >= LEAST_HAZARD)
			.sort((a, b) => b.probability - a.probability);
	}
	private boxesOf({ members }: Answer): string[] {
		return [...new Set(members[0]?.hypothesis.faults.flatMap((f) => this.boxOf(f) ?? []))].sort();
	}
	private tripped(): string[] {
		return this.symptoms().some((s) => s.kind === 'trips-at-once') ? [this.circuitId] : [];
	}

	/** Which readings speak against a fault that somebody has in mind, the strongest first. */
	whyNot(fault: Suspected): Against[] {
		const { last } = this;
		const h = this.hypotheses.find(
			(x) => x.faults.length === 1 && x.faults[0]?.kind === fault.kind && x.faults[0].at === fault.at
		);
		const best = last?.diagnosis.answers[0]?.members[0]?.hypothesis;
		if (!last || !h || !best) return [];
		const { seen } = last.question.evidence;
		const [those, these] = [this.search.each(h, last.question), this.search.each(best, last.question)];
		return seen
			.flatMap((_, i): Against[] => {
				const times = Math.exp((these[i] ?? 0) - (those[i] ?? 0));
				const row = last.gathered.rows[i];
				return row && times > 2 ? [{ says: `${this.name(row.boxId)}: ${row.says}`, times }] : [];
			})
			.sort((a, b) => b.times - a.times);
	}
	/** Faults that can be asked about, at one box. */
	faultsAt(boxId: string): { fault: Suspected; says: string }[] {
		return this.hypotheses.flatMap((h) => {
			const [fault] = h.faults;
			return h.faults.length === 1 && fault && this.boxOf(fault) === boxId ? [{ fault, says: this.say(h.faults) }] : [];
		});
	}

	private answer(
		a: Answer,
		{ diagnosis, instruments }: { diagnosis: Diagnosis; instruments: readonly RunInstrument[] }
	): TracedAnswer {
		const [first] = a.members;
		const faults = [...(first?.hypothesis.faults ?? [])];
		return {
			faults,
			says: this.say(faults),
			probability: a.probability,
			// A second fault beside the first one that shows nowhere is not worth a word.
			same: a.members
				.slice(1)
				.filter((m) => !contains(m.hypothesis.faults, faults))
				.slice(0, TOLD.same)
				.map((m) => this.say(m.hypothesis.faults)),
			fits: [...(first?.fits ?? [])],
			boxIds: [
				...new Set(
					a.members
						.filter((m) => m.probability >= LEAST_SHARE * a.probability)
						.flatMap((m) => m.hypothesis.faults.flatMap((f) => this.boxOf(f) ?? []))
				)
			],
			remedies: remediesOf(faults).map((r) => ({ of: this.say(r.faults), remedy: r.remedy })),
			shows: first ? this.shows(first, diagnosis, instruments) : {}
		};
	}
	private shows(r: Ranked, { here }: Diagnosis, instruments: readonly RunInstrument[]): Record<string, string[]> {
		const rows: Record<string, string[]> = {};
		this.possible.outlets.forEach((o, outlet) => {
			if (rows[o.at]) return;
			const port = fittedPort(r, outlet);
			rows[o.at] = instruments.map((instrument) =>
				sayShown(
					shownAt(port, { instrument, outlet, loadA: this.job.practice.testLoadA }, here),
					instrument === 'analyzer' ? 'dropPercent' : undefined
				)
			);
		});
		return rows;
	}
	/** @param first boxes that are read before any other @param seen what was read: a dead outlet drives no instrument */
	private next(
		diagnosis: Diagnosis,
		at: string | undefined,
		{ first, seen }: { first: readonly string[]; seen: readonly Seen[] }
	): TracedNext[] {
		const here = indexOf(this.job).boxes.get(at ?? '')?.roomId;
		const all = diagnosis.next.flatMap((m) => {
			const outlet = this.possible.outlets[m.outlet];
			if (!outlet || !fitsOutlet(m.instrument, this.deviceOf(outlet), readsDead(seen, m.outlet))) return [];
			return [{ m, outlet, effort: this.effort(outlet, here) }];
		});
		return all
			.sort(
				(a, b) =>
					Number(first.includes(b.outlet.at)) - Number(first.includes(a.outlet.at)) || b.m.bits / b.effort - a.m.bits / a.effort
			)
			.slice(0, TOLD.next)
			.map(({ m, outlet, effort }): TracedNext => ({
				boxId: outlet.at,
				outletId: outlet.id,
				half: outlet.half,
				instrument: m.instrument,
				bits: m.bits,
				effort,
				outcomes: this.outcomes(m)
			}));
	}
	private outcomes(m: Measurement): TracedNext['outcomes'] {
		return outcomesOf(m)
			.slice(0, TOLD.outcomes)
			.map(({ reads, answers, probability }) => {
				const [first, ...more] = answers;
				const words = this.say(first?.members[0]?.hypothesis.faults ?? []);
				return { reads, probability, means: more.length ? `${words}, or ${more.length} more` : words };
			});
	}
	/** Plugging in where one stands is 1; another room half more; what has no face to plug into must be opened behind the gate. */
	private deviceOf({ id, at }: PossibleRuns['outlets'][number]) {
		return indexOf(this.job)
			.boxes.get(at)
			?.devices.find((d) => d.id === id || `${d.id}/lower` === id);
	}
	private effort(outlet: PossibleRuns['outlets'][number], room: string | null | undefined): number {
		const box = indexOf(this.job).boxes.get(outlet.at);
		const device = this.deviceOf(outlet);
		const face = !device || device.receptacles > 0;
		return (face ? EFFORT.plugIn : EFFORT.openBox + EFFORT.gate) + (room && box?.roomId !== room ? EFFORT.anotherRoom : 0);
	}
	private suspicion({ answers }: Diagnosis): Record<string, number> {
		const at: Record<string, number> = {};
		for (const a of answers)
			for (const { hypothesis, probability } of a.members) {
				const boxes = new Set(hypothesis.faults.flatMap((f) => this.boxOf(f) ?? []));
				for (const boxId of boxes) at[boxId] = (at[boxId] ?? 0) + probability;
			}
		return Object.fromEntries(Object.entries(at).filter(([, p]) => p >= LEAST_SAID));
	}
	/** The box that a fault is at; null: it is at the panel or the service. */
	private boxOf(f: Suspected): string | null {
		if (indexOf(this.job).boxes.has(f.at)) return f.at;
		return this.possible.wiring.outlets.find((o) => o.id === f.at)?.at ?? null;
	}
	private readonly name = (at: string): string => {
		const { boxes, circuits } = indexOf(this.job);
		const box = this.boxOf({ kind: 'off', at });
		const circuit = circuits.get(at);
		return box ? (boxes.get(box)?.name ?? box) : circuit ? `the breaker ${inSpace(this.job, circuit)}` : at;
	};
	private readonly say = (faults: readonly Suspected[]): string => sayFaults(faults, this.name);
}
