import { cite } from '../code/rule';
import type { Edition } from '../code/shape/edition';
import type { IslandRule } from '../code/shape/places';
import type { Finding, Rule, Step } from '../model/result';
import { fromSixteenths, SIXTEENTHS, toSixteenths } from '../units/length';
import { fewest, uncovered, type Interval } from './placement';
import { sayLength } from './wall-spaces';

/** What stands in a counter, from and to inches along its back edge. */
export interface CounterBreak {
	from: number;
	to: number;
	kind: 'sink' | 'range' | 'cooktop' | 'refrigerator';
	/** Counter left behind it, in; none where left out. */
	behind?: number | undefined;
	corner?: boolean | undefined;
}
/** One counter, measured along its back edge round its corners. */
export interface CounterCase {
	id: string;
	length: number;
	breaks: readonly CounterBreak[];
	/** Those that count, inches along the back edge. */
	receptacles: readonly number[];
	/** Where a new one may go, inches; left out: anywhere. */
	feasible?: readonly Interval[] | undefined;
}
export interface IslandCase {
	id: string;
	kind: 'island' | 'peninsula';
	/** Of a peninsula: from the wall or counter it is joined to. */
	length: number;
	width: number;
	/** Of an island: measured from either end. */
	receptacles: readonly { fromOuterEnd: number }[];
	/** From and to inches from the outer end. */
	breaks?: readonly CounterBreak[] | undefined;
}

interface CounterSpace {
	id: string;
	from: number;
	to: number;
	length: number;
	required: boolean;
}
export interface CounterResult {
	id: string;
	spaces: CounterSpace[];
	uncovered: { space: string; from: number; to: number }[];
	proposal: number[];
	/** For the empty counter. */
	minimum: number;
	steps: Step[];
	findings: Finding[];
}
interface IslandResult {
	id: string;
	required: number;
	missing: number;
	/** None is asked for and none is there: only the means to add one later. */
	provisionOnly: boolean;
	/** The rule wants one at the outer end, and none is there. */
	outerEnd: boolean;
	steps: Step[];
	findings: Finding[];
}

type Counters = Edition['places']['counters'];

/**
 * Whether a sink, range, cooktop or refrigerator parts the counter: too little of it is left behind.
 * @source 210.52(C)(1); 2017: 210.52(C)(4)
 */
function partsCounter(rule: Counters, b: CounterBreak): boolean {
	if (b.kind === 'refrigerator') return true;
	return toSixteenths(b.behind ?? 0) < toSixteenths(b.corner ? rule.behindCornerIn : rule.behindIn);
}

/** The stretches of a counter between what parts it, in sixteenths. */
const counterSpaces = (rule: Counters, c: Pick<CounterCase, 'length' | 'breaks'>): Interval[] =>
	spacesBetween(
		toSixteenths(c.length),
		c.breaks.filter((b) => partsCounter(rule, b))
	);

function spacesBetween(length: number, cuts: readonly CounterBreak[]): Interval[] {
	const found: Interval[] = [];
	let at = 0;
	for (const cut of [...cuts].sort((a, b) => a.from - b.from)) {
		if (toSixteenths(cut.from) > at) found.push([at, toSixteenths(cut.from)]);
		at = Math.max(at, Math.min(toSixteenths(cut.to), length));
	}
	if (at < length) found.push([at, length]);
	return found;
}

/**
 * What the rule for wall counters asks of one counter, what is out of reach, and the fewest to add.
 * @param c lengths in inches along the back edge, judged to 1/16 in  @source 210.52(C)(1)
 * @example 130 in with a sink from 50 to 80 and 4 in behind it: two spaces of 50 in, two receptacles in each
 */
export function layoutCounter(edition: Edition, c: CounterCase): CounterResult {
	const { counters } = edition.places;
	const rule = cite(edition, counters.rule);
	const result: CounterResult = { id: c.id, spaces: [], uncovered: [], proposal: [], minimum: 0, steps: [], findings: [] };
	const reach = toSixteenths(counters.reachIn);
	const given = c.receptacles.map(toSixteenths);
	const spaces = counterSpaces(counters, c);
	spaces.forEach(([from, to], i) => {
		const id = `${c.id}-${i + 1}`;
		const length = to - from;
		const required = length >= toSixteenths(counters.leastIn);
		result.spaces.push({
			id,
			from: fromSixteenths(from),
			to: fromSixteenths(to),
			length: fromSixteenths(length),
			required
		});
		if (!required) return;
		const need = Math.ceil(length / (2 * reach));
		result.minimum += need;
		result.steps.push({
			label: `counter space ${id}, ${sayLength(length)}`,
			formula: `one for each ${sayLength(2 * reach)} or part`,
			value: need,
			unit: 'needed',
			rule
		});
		const placing = {
			length,
			cyclic: false,
			reach,
			existing: given.filter((at) => at >= from && at <= to).map((at) => at - from),
			feasible: c.feasible && within(c.feasible, from, to)
		};
		const open = uncovered(placing);
		result.uncovered.push(...open.map(([a, b]) => ({ space: id, from: fromSixteenths(from + a), to: fromSixteenths(from + b) })));
		result.findings.push(...open.map(([a, b]) => openFinding(rule, id, reach, from, [a, b])));
		const added = fewest(placing) ?? fewest({ ...placing, feasible: undefined }) ?? [];
		result.proposal.push(...added.map((at) => fromSixteenths(from + at)));
	});
	result.findings.push(...strays(edition, c, spaces));
	return result;
}

const within = (feasible: readonly Interval[], from: number, to: number): Interval[] =>
	feasible
		.map(([a, b]): Interval => [Math.max(toSixteenths(a), from) - from, Math.min(toSixteenths(b), to) - from])
		.filter(([a, b]) => a <= b);

const openFinding = (rule: Rule, id: string, reach: number, start: number, [a, b]: Interval): Finding => ({
	code: 'counter',
	id: `counter:${id}:${a}`,
	severity: 'violation',
	rule,
	subject: { kind: 'input', id, stretch: { wall: 0, from: fromSixteenths(start + a), to: fromSixteenths(start + b) } },
	message: `${sayLength(b - a)} of counter space ${id} is more than ${sayLength(reach)} from a receptacle.`,
	have: fromSixteenths(b - a),
	need: 0,
	unit: 'in'
});

/** Behind a sink, range or cooktop that parts the counter a receptacle serves no space. */
function strays(edition: Edition, c: CounterCase, spaces: readonly Interval[]): Finding[] {
	const lost = c.receptacles.filter((at) => !spaces.some(([a, b]) => toSixteenths(at) >= a && toSixteenths(at) <= b));
	return lost.map((at, i) => ({
		code: 'stray',
		id: `stray:${c.id}:${i}`,
		severity: 'caution',
		rule: cite(edition, edition.places.counters.location),
		subject: { kind: 'input', id: c.id },
		message: `The receptacle at ${at} in of counter ${c.id} is behind or inside what divides it, and doesn't count.`
	}));
}

const SQ_FT = (12 * SIXTEENTHS) ** 2;

/**
 * What an island or peninsula is asked for.
 * @param c inches  @source 210.52(C)(2); 2017: (C)(2), (C)(3), (C)(4)
 * @example 2020, a peninsula of 72 in by 36 in: 18 sq ft, one for the first 9 and one for the rest, one of them at its outer end
 */
export function layoutIsland(edition: Edition, c: IslandCase): IslandResult {
	const table = edition.places[c.kind];
	const rule = cite(edition, table.rule);
	const [length, width] = [toSixteenths(c.length), toSixteenths(c.width)];
	const { required, missing, outerEnd, formula } = ASKED[table.by](table as never, { c, length, width });
	const provisionOnly = table.by === 'provision' && !c.receptacles.length;
	const steps: Step[] = [{ label: `${c.kind} ${c.id}`, formula, value: required, unit: 'required', rule }];
	const findings: Finding[] = [];
	const subject = { kind: 'input' as const, id: c.id };
	if (missing > 0)
		findings.push({
			code: 'island',
			id: `island:${c.id}`,
			severity: 'violation',
			rule,
			subject,
			message: `The ${c.kind} ${c.id} is missing ${missing} of ${required} ${required === 1 ? 'receptacle' : 'receptacles'}${outerEnd ? ', one at its outer end' : ''}.`,
			have: required - missing,
			need: required,
			unit: 'receptacles'
		});
	if (provisionOnly)
		findings.push({
			code: 'island',
			id: `island:${c.id}`,
			severity: 'advice',
			rule,
			subject,
			message: `The ${c.kind} ${c.id} requires no receptacle, but a way to add one later: a box or raceway.`
		});
	return { id: c.id, required, missing, provisionOnly, outerEnd, steps, findings };
}

interface Asked {
	required: number;
	missing: number;
	outerEnd: boolean;
	formula: string;
}
interface Top {
	c: IslandCase;
	length: number;
	width: number;
}
type Of<B extends IslandRule['by']> = Extract<IslandRule, { by: B }>;
const ASKED: { [B in IslandRule['by']]: (rule: Of<B>, top: Top) => Asked } = {
	provision: () => ({ required: 0, missing: 0, outerEnd: false, formula: 'none required' }),
	size(rule, { c, length, width }) {
		const least = [toSixteenths(rule.longIn), toSixteenths(rule.shortIn)] as const;
		const cuts = (c.breaks ?? []).filter(
			(b) => b.kind !== 'refrigerator' && toSixteenths(b.behind ?? 0) < toSixteenths(rule.behindIn)
		);
		const pieces = spacesBetween(length, cuts).filter(
			([a, b]) => Math.max(b - a, width) >= least[0] && Math.min(b - a, width) >= least[1]
		);
		const served = pieces.filter(([a, b]) =>
			c.receptacles.some(({ fromOuterEnd: at }) => toSixteenths(at) >= a && toSixteenths(at) <= b)
		);
		return {
			required: pieces.length,
			missing: pieces.length - served.length,
			outerEnd: false,
			formula: `one for each top of ${sayLength(least[0])} by ${sayLength(least[1])} or more`
		};
	},
	area(rule, { c, length, width }) {
		const beyond = Math.max(0, length * width - rule.firstSqFt * SQ_FT);
		const required = 1 + Math.ceil(beyond / (rule.furtherSqFt * SQ_FT));
		const near = rule.nearOuterEndIn === null ? null : toSixteenths(rule.nearOuterEndIn);
		const outerEnd = near !== null && !c.receptacles.some((r) => toSixteenths(r.fromOuterEnd) <= near);
		const missing = Math.max(required - c.receptacles.length, outerEnd ? 1 : 0);
		return {
			required,
			missing,
			outerEnd,
			formula: `${sayArea(length * width)}: one for the first ${rule.firstSqFt} sq ft, one for each further ${rule.furtherSqFt} or part`
		};
	}
};
const sayArea = (sixteenthsSquared: number): string => `${Math.round((sixteenthsSquared / SQ_FT) * 100) / 100} sq ft`;

/** All counters and islands of one request, as the API answers them: steps and findings of all together. */
export function layoutCounters(edition: Edition, request: { counters: readonly CounterCase[]; islands: readonly IslandCase[] }) {
	const counters = request.counters.map((c) => layoutCounter(edition, c));
	const islands = request.islands.map((c) => layoutIsland(edition, c));
	const all = [...counters, ...islands];
	return {
		counters: counters.map(({ id, spaces, uncovered: open, proposal, minimum }) => ({
			id,
			spaces,
			uncovered: open,
			proposal,
			minimum
		})),
		islands: islands.map(({ id, required, missing, provisionOnly }) => ({ id, required, missing, provisionOnly })),
		steps: all.flatMap((r) => r.steps),
		findings: all.flatMap((r) => r.findings)
	};
}
