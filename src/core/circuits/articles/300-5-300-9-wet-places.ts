import type { RuledJob } from '../../code/ruled-job';
import { cite, type RuleRef } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { feedOf, type Feeder, type Job, type Leg, type Panel, type Room } from '../../model/known';
import { indexOf } from '../../model/job-index';
import type { Cable, Lies } from '../../model/kinds';
import type { Finding, Subject } from '../../model/result';
import { orLacking } from '../../code/lacking';
import { isApart } from '../../run/buildings';
import type { Run } from '../../run/runs';

/**
 * Cable outdoors and in the ground. Where a cable lies follows from its two ends, or is said: NM-B, old cable and armored cable
 * are for dry places inside; wire in a raceway out there is marked for wet.
 * @source 334.12, 300.5, 300.9
 */

/** For dry places only. */
const DRY_ONLY: readonly Cable[] = ['NM-B', 'two-wire', 'old-AC'];

type Where = Lies | 'through-wall';
/** A panel of which the room is not said is inside, of the house. */
const INDOORS = 'indoors';
type At = Room | typeof INDOORS | undefined;
/** @returns null: inside, or not known of one of its ends */
function whereOf(one: At, other: At, open: ReadonlySet<Room['kind']>): Where | null {
	if (!one || !other) return null;
	const out = (r: At) => r !== INDOORS && !!r && open.has(r.kind);
	const apart = (r: At) => r !== INDOORS && isApart(r);
	// From one building to another: in the ground, or over it.
	if (apart(one) !== apart(other) || (apart(one) && one !== other)) return 'underground';
	if (out(one) && out(other)) return 'outdoors';
	return out(one) || out(other) ? 'through-wall' : null;
}

/** Where new cable between two places of a job would lie. */
export function liesBetween({ edition, job }: RuledJob, fromId: string, toId: string): Where | null {
	const open = new Set<Room['kind']>(edition.weather.wetRooms);
	const { boxes, rooms } = indexOf(job);
	const roomOf = (id: string): At => {
		const box = boxes.get(id);
		const panel = box ? undefined : job.panels.find((p) => p.id === id);
		return rooms.get((box ?? panel)?.roomId ?? '') ?? (panel ? INDOORS : undefined);
	};
	return whereOf(roomOf(fromId), roomOf(toId), open);
}

interface Lying {
	cable: Cable;
	where: Where;
	found: boolean;
	id: string;
	circuitId?: string;
	subject: Subject;
	name: string;
	fix?: Finding['fix'];
}
function judged(edition: Edition, { cable, where, found, id, circuitId, subject, name, fix }: Lying): Finding[] {
	const { nm, buried, raceway } = edition.circuits.wet;
	const say = (rule: RuleRef, severity: Finding['severity'], message: string): Finding[] => [
		{
			id,
			code: 'wet',
			circuitId,
			severity: found && severity === 'violation' ? 'caution' : severity,
			rule: cite(edition, rule),
			subject,
			message,
			fix
		}
	];
	const place = where === 'underground' ? 'in the ground' : 'outdoors';
	if (DRY_ONLY.includes(cable)) {
		if (where === 'through-wall')
			return say(
				nm,
				'caution',
				`${name} is ${cable} to a box outdoors: allowed only where it comes through the wall into the back of the box, with no part outside. Say where it runs, or use UF-B or a raceway.`
			);
		return say(
			where === 'underground' ? buried : nm,
			'violation',
			`${name} is ${cable} ${place}: NM-B is for dry indoor places only (${nm.section}). Use UF-B, or conductors with a W rating in a raceway.`
		);
	}
	// A short piece in the back of a box is dry; a run outdoors or in the ground is wet inside its raceway.
	if (cable === 'THHN' && where !== 'through-wall')
		return say(
			raceway,
			'caution',
			`${name} is in a raceway ${place}, which counts as wet inside: use THWN or THWN-2, not plain THHN.`
		);
	return [];
}

/** Of a branch circuit: each leg by the places of its two ends, or as it was said to lie. */
export function legsInTheWet(edition: Edition, job: Job, run: Run): Finding[] {
	const { boxes } = indexOf(job);
	const wet = (leg: Leg): Finding[] => {
		if (leg.inCableOf) return [];
		const from = boxes.get(leg.fromId ?? '') ?? job.panels.find((p) => p.id === leg.fromId);
		const where = leg.lies ?? liesBetween({ edition, job }, feedOf(leg), leg.toId);
		if (!where || where === 'inside') return [];
		// How old cable comes to a box outside nobody has looked at.
		if (where === 'through-wall' && leg.state === 'found') return [];
		return judged(edition, {
			cable: leg.cable,
			where,
			found: leg.state === 'found',
			id: `wet:${leg.id}`,
			circuitId: leg.circuitId,
			subject: { kind: 'leg', id: leg.id },
			name: `The cable from ${from?.name ?? 'the panel'} to ${boxes.get(leg.toId)?.name ?? '?'}`,
			fix: wayOut(leg, where)
		});
	};
	const rule = cite(edition, edition.ampacity.rule);
	return run.nodes.flatMap(({ leg }) => orLacking(job, rule, () => wet(leg)));
}
/** What is planned is planned in another cable; what comes through the wall is said to. */
function wayOut(leg: Leg, where: Where): Finding['fix'] {
	if (where === 'through-wall')
		return { kind: 'edit-leg', label: 'It comes through the wall', legId: leg.id, change: { lies: 'inside' } };
	if (leg.state !== 'planned' || leg.cable !== 'NM-B') return undefined;
	return { kind: 'edit-leg', label: 'Make it UF-B', legId: leg.id, change: { cable: 'UF-B' } };
}

/** Of a feeder: between two buildings it lies in the ground, or as it was said to. */
export function feederInTheWet({ edition, job }: RuledJob, panel: Panel, feeder: Feeder): Finding[] {
	const where = feeder.lies ?? liesBetween({ edition, job }, feeder.fromPanelId, panel.id);
	if (!where || where === 'inside') return [];
	return judged(edition, {
		cable: feeder.cable,
		where,
		found: feeder.state === 'found',
		id: `wet:${panel.id}`,
		subject: { kind: 'panel', id: panel.id },
		name: `The feeder of ${panel.name}`
	});
}
