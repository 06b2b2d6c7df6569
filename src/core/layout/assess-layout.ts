import { cite, type Edition } from '../code/edition';
import type { Box, Job, Room } from '../model/job';
import { indexOf } from '../model/job-index';
import { inWords } from '../model/kinds';
import type { Decision, Finding, Fix, StageResult, Step } from '../model/result';
import { formatLength, toSixteenths } from '../units/length';
import { layoutWalls, type WallsResult } from './walls';
import { outlineFaults, positionIn, wallSpaces } from './wall-spaces';

/** Spacing of wall receptacles in every measured room that has the rule. */
export function assessLayout(edition: Edition, job: Job): StageResult {
	const results = job.rooms
		.filter((room) => edition.walls.rooms.includes(room.kind))
		.map((room) => assessRoom(edition, job, room));
	return { findings: results.flatMap((r) => r.findings), decisions: results.flatMap((r) => r.decisions) };
}

/** Why a receptacle in a box does not count for the wall; null when it does. @source 210.52 */
export function whyNotCounted(edition: Edition, box: Box): string | null {
	const receptacles = box.devices.filter((d) => d.receptacles > 0 && d.volts === 120 && d.amps <= 20);
	if (box.place?.kind !== 'wall') return 'not on a wall';
	if (!receptacles.length) return 'no 15 or 20 A, 120 V receptacle';
	if (box.inCabinet) return 'inside a cabinet';
	if (box.heightIn !== null && box.heightIn > edition.walls.maxHeightIn)
		return `more than ${formatLength(edition.walls.maxHeightIn)} above the floor`;
	if (receptacles.every((d) => d.serves === 'countertop')) return 'a countertop receptacle';
	if (receptacles.every((d) => d.switched === 'whole' || (d.switched === 'half' && d.receptacles < 2)))
		return 'switched as the lighting outlet';
	return null;
}

/** Receptacles on the walls of a room that serve no wall space, each with why. @source 210.52 */
const notCounted = (edition: Edition, boxes: readonly Box[]): Step[] =>
	boxes
		.filter((box) => box.place?.kind === 'wall' && box.devices.some((d) => d.receptacles > 0))
		.flatMap((box) => {
			const why = whyNotCounted(edition, box);
			return why
				? [{ label: box.name, formula: why, value: 'not counted', unit: '', rule: cite(edition, edition.walls.counts) }]
				: [];
		});

const roomsKnown = new WeakMap<Job, Map<string, WallsResult | null>>();

/** The walls of one room as the rule sees them: shared by the findings, the plan and the check list. Null: not measured, or not lawful as drawn. */
export function roomWalls(edition: Edition, job: Job, room: Room): WallsResult | null {
	const rooms = roomsKnown.get(job) ?? new Map<string, WallsResult | null>();
	roomsKnown.set(job, rooms);
	const before = rooms.get(room.id);
	if (before !== undefined) return before;
	const result = reckon(edition, job, room);
	rooms.set(room.id, result);
	return result;
}

function reckon(edition: Edition, job: Job, room: Room): WallsResult | null {
	if (!room.outline || outlineFaults(room.outline).length) return null;
	const breaks = [...room.breaks, ...room.counters.map((c) => ({ ...c, kind: 'counter' as const }))];
	const receptacles = (indexOf(job).boxesOfRoom.get(room.id) ?? []).flatMap((box) =>
		box.place?.kind === 'wall' && whyNotCounted(edition, box) === null ? [{ wall: box.place.wall, at: box.place.at }] : []
	);
	const inAWallSpace = wallSpaces(edition, room.kind, room.outline, breaks);
	const counted = receptacles.filter((r) => inAWallSpace.some((s) => positionIn(s, r.wall, toSixteenths(r.at)) !== null));
	return layoutWalls(edition, { roomKind: room.kind, outline: room.outline, breaks, receptacles: counted });
}

function assessRoom(edition: Edition, job: Job, room: Room): StageResult {
	const rule = cite(edition, edition.walls.rule);
	const subject = { kind: 'room' as const, id: room.id };
	if (!room.outline) {
		return {
			decisions: [],
			findings: [
				{
					id: `unmeasured:${room.id}`,
					severity: 'advice',
					rule,
					subject,
					message: `${room.name} has no outline yet: its wall spaces cannot be checked. Type its walls in Walk.`
				}
			]
		};
	}
	const faults = outlineFaults(room.outline);
	if (faults.length) {
		return {
			decisions: [],
			findings: faults.map((f, i) => ({
				id: `outline:${room.id}:${i}`,
				severity: 'violation' as const,
				rule,
				subject,
				message: `${room.name}: ${f.message}.`
			}))
		};
	}
	const walls = roomWalls(edition, job, room);
	if (!walls) return { decisions: [], findings: [] };
	const fix: Finding['fix'] = walls.proposal.length
		? { kind: 'add-receptacles', label: `Place ${walls.proposal.length} here`, roomId: room.id, places: walls.proposal }
		: undefined;
	const boxes = indexOf(job).boxesOfRoom.get(room.id) ?? [];
	// A room of nothing but existing work need not be brought up to the spacing rule: worth knowing, no violation.
	const existing = boxes.length > 0 && boxes.every((box) => box.state === 'found');
	const findings = walls.findings.map((f): Finding => ({
		...f,
		severity: existing ? 'advice' : f.severity,
		id: `${f.id}:${room.id}`,
		subject: { ...subject, stretch: f.subject.stretch },
		message: f.message.replace(/wall space s\d+/, room.name),
		fix: f.id.startsWith('wall:') ? fix : undefined
	}));
	const decision: Decision = {
		id: `walls:${room.id}`,
		subject,
		value: walls.proposal.length ? `${walls.proposal.length} to add` : 'every wall in reach',
		title: `wall receptacles, ${inWords(room.kind)}`,
		steps: [
			...walls.steps,
			{ label: 'least for the empty room', formula: '', value: walls.minimum, unit: 'needed', rule },
			...notCounted(edition, boxes),
			{ label: 'stretches out of reach now', formula: '', value: walls.uncovered.length, unit: '' }
		],
		rules: [rule],
		alternatives: []
	};
	return { findings, decisions: [decision] };
}

/** What is missing in rooms where there is new work: one fix a room. Rooms of nothing but existing work are left as they are. */
export function missingPlaces(edition: Edition, job: Job): Extract<Fix, { kind: 'add-receptacles' }>[] {
	return assessLayout(edition, job).findings.flatMap((f, i, all) => {
		const first = all.findIndex((other) => other.fix?.kind === 'add-receptacles' && other.subject.id === f.subject.id) === i;
		return f.severity === 'violation' && f.fix?.kind === 'add-receptacles' && first ? [f.fix] : [];
	});
}
