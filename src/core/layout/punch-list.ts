import { once } from '../model/remember';
import { amendmentFor, inForce } from '../code/amendments';
import { editionOf } from '../code/amended-edition';
import type { Edition } from '../code/shape/edition';
import type { RuleRef } from '../code/rule';
import { boxPoint } from '../model/geometry';
import type { Job, Point } from '../model/job';
import { indexOf } from '../model/job-index';
import type { Fix, NewPlace } from '../model/result';
import { ARTICLES } from './articles';
import { wallFix } from './articles/210-52-a-walls';
import { fewestCover } from './cover';
import { ofHouse, saidBy, severityIn, type Article, type ArticleResult, type PointNeed, type Requirement } from './requirement';
import { roomWalls, wallsCase } from './room-walls';
import { layoutWalls } from './walls';

/** Everything that the edition and the local amendments ask of this house, met, missing, not asked or not known. */

/** One line for each thing asked; what is missing carries the fix that places it. */
export const punchList = once((job: Job): Requirement[] => {
	const judged = ARTICLES.map((article) => judgeAmended(article, job));
	const requirements = judged.flatMap((j) => j.requirements);
	placeNeeds(
		job,
		requirements,
		judged.flatMap((j) => j.needs)
	);
	return requirements.map((r) => asLooked(job, r));
});

/** Of existing work that nobody has drawn, what is not recorded was not looked at: what was seen on site says whether it is there. */
function asLooked(job: Job, r: Requirement): Requirement {
	const room = r.roomId === null ? null : (indexOf(job).rooms.get(r.roomId) ?? null);
	const drawn = room ? room.outline !== null : job.rooms.some((x) => x.outline !== null);
	if (r.state !== 'missing' || drawn || severityIn(job, room) !== 'advice') return r;
	const check = job.checks.find((c) => c.id === r.id);
	if (check?.seen === 'not-done') return r;
	if (check?.seen === 'done') return { ...r, state: 'met', why: `Seen on site${check.by ? ` by ${check.by}` : ''}.` };
	// What is not recorded is not missing: nothing is said of what stands there.
	return { ...r, state: 'not-looked-at', why: 'None is recorded. Look whether one is there.' };
}

/** The edition in force for an article: the job's own, or the one that a local amendment names; null: not asked for here. */
export function editionInForce(job: Job, ref: RuleRef): Edition | null {
	const amendment = amendmentFor(inForce(job), ref.section);
	if (amendment?.change === 'off') return null;
	return editionOf(job, amendment?.change === 'as-edition' && amendment.edition ? amendment.edition : job.edition);
}

/** An article as local amendments leave it: off, or as another edition has it. */
function judgeAmended(article: Article, job: Job): ArticleResult {
	const own = editionOf(job);
	const ref = article.rule(own, job);
	const amendment = amendmentFor(inForce(job), ref.section);
	if (!amendment || amendment.change === 'on' || amendment.change === 'figure') return article.judge({ edition: own, job });
	if (amendment.change === 'off')
		return {
			requirements: [
				ofHouse({ edition: own, job }, ref, {
					title: ref.title,
					state: 'not-applicable',
					why: `switched off by a local amendment (${amendment.reference})`,
					amendedBy: saidBy(amendment)
				})
			],
			needs: []
		};
	const judged = article.judge({ edition: amendment.edition ? editionOf(job, amendment.edition) : own, job });
	for (const r of judged.requirements) r.amendedBy = saidBy(amendment);
	return judged;
}

const pointOfPlace = (job: Job, { roomId, place }: NewPlace): Point | null => boxPoint({ place }, indexOf(job).rooms.get(roomId));

/** Gives each unmet point need the box that meets it: one that the walls need anyway, else one of the fewest more. */
function placeNeeds(job: Job, requirements: readonly Requirement[], needs: readonly PointNeed[]): void {
	const byWalls = (need: PointNeed): Fix | undefined =>
		requirements.find(
			(r) =>
				r.fix?.kind === 'place-boxes' && r.fix.boxes.some((p) => p.device === 'receptacle' && need.meets(p, pointOfPlace(job, p)))
		)?.fix;
	const left: PointNeed[] = [];
	for (const need of needs) {
		const fix = byWalls(need) ?? withTheWalls(job, requirements, need);
		if (fix) need.requirement.fix = fix;
		else left.push(need);
	}
	// Needs that share no candidate are apart: each group is small.
	for (const group of groupsOf(job, left)) coverGroup(job, group);
}

/** A place that meets the need and takes the stead of one that the walls of its room lack anyway. */
function withTheWalls(job: Job, requirements: readonly Requirement[], need: PointNeed): Fix | undefined {
	const room = job.rooms.find((r) => r.id === need.requirement.roomId);
	const edition: Edition = editionOf(job);
	const walls = room && edition.walls.rooms.includes(room.kind) ? roomWalls(edition, job, room) : null;
	if (!room || !walls?.proposal.length) return undefined;
	const c = wallsCase(room);
	const there = [...walls.boxesOf.values()].flat();
	const receptacles = (indexOf(job).boxesOfRoom.get(room.id) ?? [])
		.filter((b) => there.includes(b.id))
		.flatMap((b) => (b.place?.kind === 'wall' ? [{ wall: b.place.wall, at: b.place.at }] : []));
	for (const p of need.candidates.slice(0, MOST_TRIED)) {
		if (p.place?.kind !== 'wall') continue;
		const rest = layoutWalls(edition, { ...c, receptacles: [...receptacles, p.place] }).proposal;
		if (rest.length + 1 > walls.proposal.length) continue;
		const fix = wallFix(job, room, rest) ?? { kind: 'place-boxes' as const, label: '', boxes: [] };
		const whole: Fix = { kind: 'place-boxes', label: `Place ${rest.length + 1} here`, boxes: [...fix.boxes, p] };
		// The walls of that room, and not a divider in it, which this does not serve.
		const ofWalls = (r: Requirement): boolean =>
			r.roomId === room.id && r.subject.kind === 'room' && r.rule.section === edition.walls.rule.section;
		for (const r of requirements) if (r.fix && ofWalls(r)) r.fix = whole;
		return whole;
	}
	return undefined;
}
const MOST_TRIED = 80;

function groupsOf(job: Job, needs: readonly PointNeed[]): PointNeed[][] {
	const meets = (need: PointNeed, other: PointNeed) => other.candidates.some((p) => need.meets(p, pointOfPlace(job, p)));
	const groups: PointNeed[][] = [];
	for (const need of needs) {
		const joined = groups.filter((g) => g.some((o) => meets(need, o) || meets(o, need)));
		for (const g of joined) groups.splice(groups.indexOf(g), 1);
		groups.push([...joined.flat(), need]);
	}
	return groups;
}

function coverGroup(job: Job, group: readonly PointNeed[]): void {
	const candidates = group.flatMap((n) => n.candidates);
	const meets = candidates.map((p) => {
		const point = pointOfPlace(job, p);
		return group.flatMap((need, i) => (need.meets(p, point) ? [i] : []));
	});
	for (const c of fewestCover(group.length, meets)) {
		const place = candidates[c];
		if (!place) continue;
		const served = (meets[c] ?? []).map((i) => group[i]).filter((n): n is PointNeed => !!n && !n.requirement.fix);
		const fix: Fix = {
			kind: 'place-boxes',
			label: served.length > 1 ? `Place one that serves ${served.length}` : 'Place one',
			boxes: [place]
		};
		for (const need of served) need.requirement.fix = fix;
	}
}

type Placing = Extract<Fix, { kind: 'place-boxes' }>;
/** What is missing by violation, as fixes that do not overlap: of the house or of one room, receptacles or lights. */
export function missingPlaces(job: Job, device: 'receptacle' | 'lighting', roomId?: string): Placing[] {
	const wanted = punchList(job).flatMap((r) =>
		r.state === 'missing' && r.severity === 'violation' && r.fix?.kind === 'place-boxes' && r.fix.boxes[0]?.device === device
			? [r.fix]
			: []
	);
	return [...new Set(wanted)].filter((fix) => roomId === undefined || fix.boxes.some((b) => b.roomId === roomId));
}
