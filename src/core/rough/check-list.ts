import { breakerName } from '../model/breaker-name';
import type { RuledJob } from '../code/ruled-job';
import { cite } from '../code/rule';
import { indexOf, placeName } from '../model/job-index';
import type { Box, Job, Cable } from '../model/job';
import type { RuleRef } from '../code/rule';
import type { CableKind } from '../model/kinds';
import type { Rule } from '../model/result';
import { isApart } from '../run/buildings';
import { compareGauge } from '../units/gauge';
import { supportsOf } from './supports';

/** The rough-in as it is looked over before the walls close: per box and per cable, what is looked at, and whether it was. */
export interface RoughCheck {
	/** Kept as a check of the job, with its photos. */
	id: string;
	of: { kind: 'box' | 'cable'; id: string };
	words: string;
	/** Figure or section that stands behind it. */
	detail: string;
	rule: Rule | null;
	seen: 'done' | 'not-done' | null;
}
/** The key of one line of the list. @example roughCheckId('box', 'k-03', 'flush') -> 'rough:box:k-03:flush' */
export const roughCheckId = (kind: 'box' | 'cable', id: string, what: string): string => `rough:${kind}:${id}:${what}`;

/** Free length where the opening of a box is under 8 in. @source 300.14 */
const FREE = '6 in free from where the sheath ends, 3 in past the opening';

/** How many fasteners were seen of those that its instructions require; what nobody counted is said. Null: neither. */
export function fastenerWords({ fasteners }: Box): string | null {
	const { seen = null, required = null } = fasteners ?? {};
	if (seen === null && required === null) return null;
	if (seen === null) return `${required} required, not counted yet`;
	return required === null
		? `${seen} seen, required number not known`
		: `${seen} of the ${required} that its instructions require`;
}
/** Both counts where fewer are seen than required; null: enough, or one of them is not known. @source 110.3(B) */
export function shortOfFasteners({ fasteners }: Box): { seen: number; required: number } | null {
	const { seen = null, required = null } = fasteners ?? {};
	return seen !== null && required !== null && seen < required ? { seen, required } : null;
}
/** What is looked at in one box. @source 110.3(B), 250.148, 300.14, 314.16, 314.17, 314.20, 314.23 */
export function boxChecks(ruled: RuledJob, box: Box): RoughCheck[] {
	const { job, edition } = ruled;
	const rule = edition.boxes.makeUp;
	const line = (what: string, words: string, detail: string, of: RoughCheck['rule'] = null) =>
		lineOf(job, { kind: 'box', id: box.id }, { what, words, detail, rule: of });
	return [
		line('free', 'Free conductor', FREE),
		line('sheath', 'Sheath in the box', 'at least 1/4 in inside', cite(edition, edition.supports.noClamp.rule)),
		line(
			'clamp',
			'Clamp or connector',
			box.material === 'metal' ? 'listed, tight on the cable' : 'each cable held, one in a hole unless marked for two'
		),
		line(
			'grounds',
			'Grounds made up',
			box.material === 'metal' ? 'joined, with a pigtail to the box' : 'joined, or one for each device',
			cite(edition, rule.grounds)
		),
		line('flush', 'Box flush', 'with the finish where it burns; else 1/4 in back at most'),
		line('fill', 'Fill', 'no more in it than it was figured for', cite(edition, edition.boxes.conductor.rule)),
		line('fasteners', 'Fasteners', fastenerWords(box) ?? 'as many as its instructions require', cite(edition, rule.listed))
	];
}
/** What is looked at along one cable. @source 300.4, 300.5(F), (J), 334.15(C), 334.23, 334.30, 408.4 */
export function cableChecks(ruled: RuledJob, cable: Cable): RoughCheck[] {
	const { job, edition } = ruled;
	const s = supportsOf(edition, job, cable);
	const line = (what: string, words: string, detail: string, of: RoughCheck['rule'] = null) =>
		lineOf(job, { kind: 'cable', id: cable.id }, { what, words, detail, rule: of });
	const near = [s.boxIn.from, s.boxIn.to].filter((x) => x !== null);
	const home = job.panels.some((p) => p.id === cable.fromId);
	return [
		line(
			'staples',
			s.what === 'straps' ? 'Straps' : 'Staples',
			s.everyIn === null
				? (s.why ?? '')
				: `within ${[...new Set(near)].join(' and ')} in of its boxes, then every ${feetWords(s.everyIn)}`,
			s.rule
		),
		line(
			'plates',
			'Plates',
			`where a hole is nearer than ${edition.supports.edge.leastIn} in to the edge, and at each notch`,
			cite(edition, edition.supports.edge.rule)
		),
		line('whole', 'Sheath whole', 'no kink, no cut, no splice outside a box'),
		...openNm(ruled, cable).map(({ what, words, detail, rule }) => line(what, words, detail, cite(edition, rule))),
		...(home
			? [line('label', 'Home run labeled', `with ${breakerName(job, indexOf(job).circuits.get(cable.circuitId))}, at the panel`)]
			: []),
		...(cable.route?.way === 'trench' || cable.lies === 'underground'
			? [
					line('slack', 'Slack', 'for ground that settles or freezes, at both ends', cite(edition, edition.supports.movement)),
					line('backfill', 'Looked at before backfill', 'cover measured, photo, inspector'),
					line('clean', 'Backfill', 'sand or fine soil, no stones or sharp fill', cite(edition, edition.supports.backfill))
				]
			: [])
	];
}
interface OpenLine {
	what: string;
	words: string;
	detail: string;
	rule: RuleRef;
}
/** What is asked of NM where it lies open, and of a hole into a garage. @source 334.15(C), 334.23, 320.23, 300.21 */
function openNm({ edition, job }: RuledJob, cable: Cable): OpenLine[] {
	const { rooms, boxes } = indexOf(job);
	const { exposed, fireStop } = edition.supports;
	const roomOf = (id: string | null) => {
		const at = boxes.get(id ?? '') ?? job.panels.find((p) => p.id === id);
		return rooms.get(at?.roomId ?? '');
	};
	const ends = [roomOf(cable.fromId), roomOf(cable.toId)].filter((r) => r !== undefined);
	const isNm = cable.kind !== null && NM.includes(cable.kind);
	const way = cable.route?.way;
	const low =
		way === 'basement' ||
		way === 'crawl-space' ||
		ends.some((r) => r.kind === 'crawl-space' || (r.kind === 'basement' && !r.finished));
	const { two, three } = exposed.onEdges;
	const small = cable.awg === null || compareGauge(cable.awg, (cable.conductors ?? 2) > 2 ? three : two) < 0;
	const high = way === 'attic' || ends.some((r) => r.kind === 'attic');
	const garages = ends.filter((r) => r.kind === 'garage' && !isApart(r)).length;
	return [
		...(isNm && low
			? [
					{
						what: 'joists',
						words: 'Under joists',
						detail: `${small ? 'through bored holes, or on running boards' : 'may be fastened to the lower edges'}; drops on walls in conduit`,
						rule: exposed.joists
					}
				]
			: []),
		...(isNm && high
			? [
					{
						what: 'guards',
						words: 'Guarded in the attic',
						detail:
							'guard strips over joists, and on rafters or studs within 7 ft of the floor; with no permanent stair or ladder only within 6 ft of the hatch',
						rule: exposed.attic
					}
				]
			: []),
		...(garages === 1 && ends.length > 1
			? [
					{
						what: 'fire-stop',
						words: 'Hole into the garage closed',
						detail: 'as the wall or ceiling is rated: the building code says how',
						rule: fireStop
					}
				]
			: [])
	];
}
const NM: readonly CableKind[] = ['NM-B', 'NM', 'UF-B'];
const feetWords = (inches: number): string => {
	const feet = Math.floor(inches / 12);
	return inches % 12 ? `${feet} ft ${inches % 12} in` : `${feet} ft`;
};
function lineOf(
	job: Job,
	of: RoughCheck['of'],
	line: { what: string; words: string; detail: string; rule: Rule | null }
): RoughCheck {
	const id = roughCheckId(of.kind, of.id, line.what);
	const { what: _, ...said } = line;
	return { id, of, ...said, seen: job.checks.find((c) => c.id === id)?.seen ?? null };
}
/** One for the whole of the rough-in. */
export const NOT_ENERGIZED = roughCheckId('box', '', 'not-energized');

export interface RoughGroup {
	of: RoughCheck['of'];
	name: string;
	checks: RoughCheck[];
}
/** Every new box and every new cable with its lines, boxes in feed order where they are on a circuit. @param circuitId null: of all */
export function roughList(ruled: RuledJob, circuitId: string | null = null): RoughGroup[] {
	const { job } = ruled;
	const nameOf = (id: string | null): string => placeName(job, id);
	const cables = job.cables.filter(
		(l) => l.state !== 'found' && !l.inCableOf && (circuitId === null || l.circuitId === circuitId)
	);
	const ofCircuit = new Set(cables.map((l) => l.toId));
	return [
		...job.boxes
			.filter((b) => b.state !== 'found' && (circuitId === null || ofCircuit.has(b.id)))
			.map((b): RoughGroup => ({ of: { kind: 'box', id: b.id }, name: b.name, checks: boxChecks(ruled, b) })),
		...cables.map((l): RoughGroup => ({
			of: { kind: 'cable', id: l.id },
			name: `${nameOf(l.fromId)} to ${nameOf(l.toId)}${l.guess === undefined ? '' : ', a guess'}`,
			checks: cableChecks(ruled, l)
		}))
	];
}
