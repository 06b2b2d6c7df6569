import type { RuledPlan } from '../../code/ruled-job';
import type { Box, Fixture, Job, Room } from '../../model/job';
import { boxPoint, distanceToFixture } from '../../model/geometry';
import type { NewPlace } from '../../model/result';
import type { Edition } from '../../code/shape/edition';
import { formatLength, fromSixteenths } from '../../units/length';
import { counterCase, counterRuns, islandCase, lieOf, onRun, placeOnRun, topOf, type CounterRun } from '../counter-runs';
import { layoutCounter, layoutIsland, type CounterResult } from '../counters';
import { INDIVIDUAL, onIndividual, receptaclesOf, whyNotCounted } from '../counts';
import { without, type Interval } from '../placement';
import { boxesIn, names, ofRoom, onWall, type Article, type ArticleCase, type Requirement } from '../requirement';

/** 210.52(C)(1): wall counters of kitchens and rooms like them. No point of a counter more than 2 ft from a receptacle. */
export const wallCounters: Article = {
	rule: (edition) => edition.places.counters.rule,
	judge: (c) => ({
		requirements: c.job.rooms
			.filter((r) => c.edition.places.counters.rooms.includes(r.kind))
			.flatMap((room) => counterRuns(room).flatMap((run) => ofRun(c, room, run))),
		needs: []
	})
};

/** Why a receptacle at a counter does not serve it; null when it does. @source 210.52(C)(3); 2017: (C)(5) */
function whyNotForCounter(edition: Edition, box: Box, topIn: number): string | null {
	const { aboveTopIn } = edition.places.counters;
	const why = whyNotCounted(edition, box);
	if (why) return why;
	if (receptaclesOf(box).every((d) => d.serves !== null && d.serves !== 'countertop'))
		return 'for an appliance in its dedicated space';
	if (box.heightIn === null) return null;
	if (box.heightIn < topIn) return 'below the counter top';
	if (box.heightIn > topIn + aboveTopIn) return `more than ${formatLength(aboveTopIn)} above the counter top`;
	return null;
}

/** What a run of counter has and lacks, with the boxes that serve it. */
export function counterResult(
	{ edition, job }: RuledPlan,
	room: Room,
	run: CounterRun
): CounterResult & { serving: { box: Box; at: number }[]; not: { box: Box; why: string }[] } {
	const serving: { box: Box; at: number }[] = [];
	const not: { box: Box; why: string }[] = [];
	for (const box of boxesIn(job, room)) {
		if (box.place?.kind !== 'wall' || !box.devices.some((d) => d.receptacles > 0)) continue;
		const position = onRun(run, box.place.wall, box.place.at);
		if (position === null) continue;
		const why =
			whyNotForCounter(edition, box, topOf(edition.places.counters, run, position)) ??
			(onIndividual(job, box) ? INDIVIDUAL : null);
		if (why) not.push({ box, why });
		else serving.push({ box, at: fromSixteenths(position) });
	}
	const result = layoutCounter(edition, {
		...counterCase(
			run,
			serving.map((s) => s.at)
		),
		feasible: freeOfMarks(room, run)
	});
	return { ...result, serving, not };
}

/** Where on a run a box may go, inches: off what is marked to be kept free. Absent: anywhere. */
function freeOfMarks(room: Room, run: CounterRun): Interval[] | undefined {
	const kept = room.marks
		.filter((m) => m.kind === 'keep-off')
		.flatMap((m): Interval[] =>
			run.parts.flatMap((p) => {
				const [a, b] = [Math.max(m.from, fromSixteenths(p.from)), Math.min(m.to, fromSixteenths(p.to))];
				const start = p.wall === m.wall && b > a ? onRun(run, m.wall, a) : null;
				return start === null ? [] : [[fromSixteenths(start), fromSixteenths(start) + b - a] as const];
			})
		);
	return kept.length ? without([[0, fromSixteenths(run.length)]], kept) : undefined;
}

function ofRun(c: ArticleCase, room: Room, run: CounterRun): Requirement[] {
	const result = counterResult({ edition: c.edition, job: c.job }, room, run);
	return result.spaces
		.filter((s) => s.required)
		.map((space) => {
			const open = result.uncovered.filter((u) => u.space === space.id);
			const left = open.reduce((sum, u) => sum + u.to - u.from, 0);
			const by = result.serving.filter((s) => s.at >= space.from && s.at <= space.to).map((s) => s.box);
			const here = result.proposal.filter((at) => at >= space.from && at <= space.to);
			const first = open[0];
			const start = placeOnRun(run, first?.from ?? space.from);
			const reach = formatLength(c.edition.places.counters.reachIn);
			return ofRoom(
				c,
				{ ref: c.edition.places.counters.rule, room },
				{
					part: space.id,
					title: `counter of ${formatLength(space.length)}, wall ${start.wall + 1}`,
					state: left ? 'missing' : 'met',
					why: left
						? `${formatLength(left)} of the counter in ${room.name} is more than ${reach} from a receptacle.${notServing(result.not)}`
						: `every point within ${reach} of ${names(by)}`,
					metBy: left ? [] : by.map((b) => b.id),
					subject: { kind: 'room', id: room.id, stretch: first && stretchOf(run, first.from, first.to) },
					have: left || undefined,
					need: left ? 0 : undefined,
					unit: left ? 'in' : undefined,
					fix: left
						? {
								kind: 'place-boxes',
								label: `Place ${here.length} at the counter`,
								boxes: here.map((at) => counterPlace(c.job, room, run, at))
							}
						: undefined
				}
			);
		});
}
const notServing = (not: readonly { box: Box; why: string }[]): string =>
	not.length ? ` Not counted: ${not.map((n) => `${n.box.name}, ${n.why}`).join('; ')}.` : '';

/** The first stretch of wall of a piece of counter. */
function stretchOf(run: CounterRun, from: number, to: number) {
	const a = placeOnRun(run, from);
	const part = run.parts.find((p) => p.wall === a.wall);
	return { wall: a.wall, from: a.at, to: Math.min(a.at + to - from, part ? fromSixteenths(part.to) : a.at + to - from) };
}
function counterPlace(job: Job, room: Room, run: CounterRun, at: number): NewPlace {
	const p = placeOnRun(run, at);
	return {
		roomId: room.id,
		place: onWall(p.wall, p.at),
		heightIn: job.practice.counterHeightIn,
		device: 'receptacle',
		serves: 'countertop'
	};
}

const isTop = (f: Fixture) => f.kind === 'island' || f.kind === 'peninsula';
const tops = (kind: 'island' | 'peninsula'): Article => ({
	rule: (edition) => edition.places[kind].rule,
	judge: (c) => ({
		requirements: c.job.rooms
			.filter((r) => c.edition.places.counters.rooms.includes(r.kind))
			.flatMap((room) => room.fixtures.filter((f) => isTop(f) && f.kind === kind).map((f) => ofTop(c, room, f))),
		needs: []
	})
});
/** 210.52(C)(2): islands. */
export const islands = tops('island');
/** 210.52(C)(2), in 2017 (C)(3): peninsulas. */
export const peninsulas = tops('peninsula');

/** A box in or on an island or peninsula stands within its edges, or in its face. */
const FACE_IN = 3;
const TOP_IN = 36;

/** Boxes that serve an island, and those that do not, with why. @source 210.52(C)(3); 2017: (C)(5) */
export function boxesOfTop(edition: Edition, { room, f }: { room: Room; f: Fixture }, boxes: readonly Box[]) {
	const { aboveTopIn, belowTopIn } = edition.places.islandPlace;
	const top = f.topIn ?? TOP_IN;
	const here = boxes.filter((box) => {
		const p = boxPoint(box, room);
		return box.place?.kind === 'point' && !!p && box.devices.some((d) => d.receptacles > 0) && distanceToFixture(p, f) <= FACE_IN;
	});
	const judged = here.map((box) => {
		const counted = whyNotCounted(edition, box);
		const h = box.heightIn;
		const below = h !== null && h < top - (belowTopIn ?? 0);
		const high = h !== null && h > top + aboveTopIn;
		const why =
			counted ??
			(below
				? belowTopIn === null
					? 'below the top, where this edition allows none'
					: `more than ${formatLength(belowTopIn)} below the top`
				: high
					? `more than ${formatLength(aboveTopIn)} above the top`
					: null);
		return { box, why };
	});
	return {
		serving: judged.filter((j) => !j.why).map((j) => j.box),
		not: judged.flatMap((j) => (j.why ? [{ box: j.box, why: j.why }] : []))
	};
}

function ofTop(c: ArticleCase, room: Room, f: Fixture): Requirement {
	const kind = f.kind === 'peninsula' ? 'peninsula' : 'island';
	const { serving, not } = boxesOfTop(c.edition, { room, f }, boxesIn(c.job, room));
	const result = layoutIsland(c.edition, islandCase(room, f, serving));
	const draft = {
		part: f.id,
		subject: { kind: 'fixture' as const, id: f.id },
		title: `${f.name || kind}, ${formatLength(f.widthIn)} x ${formatLength(f.depthIn)}`,
		metBy: serving.map((b) => b.id)
	};
	const ref = c.edition.places[kind].rule;
	const under = serving.filter((b) => b.heightIn !== null && b.heightIn < (f.topIn ?? TOP_IN));
	// Whether the top overhangs, and what stands on it, is not drawn.
	const toSee = under.length
		? `; ${names(under)} below the top is allowed only where the top overhangs 6" or less and is flat with nothing within 20" above to mount on, or for a user who can't reach: check on site`
		: '';
	const misplaced = not.length ? `Not counted: ${not.map((n) => `${n.box.name}, ${n.why}`).join('; ')}.` : '';
	if (result.provisionOnly)
		return ofRoom(
			c,
			{ ref, room },
			{
				...draft,
				...(f.provision
					? { state: 'met', why: 'none required; a way to add one later is made' }
					: {
							state: f.provision === false ? 'missing' : 'unknown',
							why: `No receptacle is required in the ${f.name && f.name !== kind ? f.name : kind} of ${room.name}; a way to add one later is: a box, raceway or cable. ${f.provision === false ? 'None is made.' : 'Whether it is made is not entered.'} ${misplaced}`.trim()
						})
			}
		);
	if (!result.missing)
		return ofRoom(
			c,
			{ ref, room },
			{
				...draft,
				state: result.required ? 'met' : 'not-applicable',
				why: result.required
					? `served by ${names(serving)}${toSee}`
					: `none required${serving.length ? `; ${names(serving)} is there` : ': too small'}`
			}
		);
	return ofRoom(
		c,
		{ ref, room },
		{
			...draft,
			state: 'missing',
			metBy: [],
			why: `${f.name || `The ${kind}`} in ${room.name} is missing ${result.missing} of ${result.required}${result.outerEnd ? ', one within 2 ft of its outer end' : ''}. ${misplaced}`.trim(),
			have: result.required - result.missing,
			need: result.required,
			unit: 'receptacles',
			fix: { kind: 'place-boxes', label: `Place ${result.missing} in it`, boxes: topPlaces(c, room, f, result.missing, serving) }
		}
	);
}

/** In the end or the long face of an island, from the outer end inward, away from what is there. */
function topPlaces(c: ArticleCase, room: Room, f: Fixture, missing: number, serving: readonly Box[]): NewPlace[] {
	const lie = lieOf(room, f);
	const top = f.topIn ?? TOP_IN;
	const count = missing + serving.length;
	const spots = Array.from({ length: count }, (_, i) =>
		count === 1 ? INSET_IN : INSET_IN + (i * (lie.length - 2 * INSET_IN)) / (count - 1)
	);
	const taken = islandCase(room, f, serving).receptacles.map((r) => r.fromOuterEnd);
	// The spots nearest to what is there give way.
	const free = spots
		.map((at) => ({ at, apart: Math.min(Infinity, ...taken.map((t) => Math.abs(t - at))) }))
		.sort((a, b) => b.apart - a.apart || a.at - b.at)
		.slice(0, missing)
		.map((s) => s.at);
	const below = c.edition.places.islandPlace.belowTopIn;
	return free.map((at): NewPlace => ({
		roomId: room.id,
		place: { kind: 'point', x: lie.outer[0] + lie.along[0] * at, y: lie.outer[1] + lie.along[1] * at },
		heightIn: below === null ? top + 2 : top - BELOW_IN,
		device: 'receptacle',
		serves: 'countertop'
	}));
}
const INSET_IN = 6;
const BELOW_IN = 6;
