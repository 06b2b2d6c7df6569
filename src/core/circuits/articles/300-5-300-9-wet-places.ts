import type { RuledJob } from '../../code/ruled-job';
import { cite, type RuleRef } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { feedOf, type Feeder, type Job, type Cable, type Panel, type Room } from '../../model/known';
import { indexOf } from '../../model/job-index';
import { CABLE_MAKES, inRaceway } from '../../model/cable-kinds';
import type { CableKind, Lies, Raceway } from '../../model/kinds';
import type { Finding, Subject } from '../../model/result';
import { orMissingFact } from '../../code/missing-fact';
import { isApart } from '../../run/buildings';
import type { Run } from '../../run/runs';

/**
 * Cable outdoors and in the ground. Where a cable lies follows from its two ends, or is said; where each kind may lie is data of
 * the edition. Wire in a raceway out there is marked for wet.
 * @source 334.12, 320.12, 330.12, 338.12, 300.5, 300.9, 348.12
 */

type Where = Lies | 'through-wall';
/** A panel of which the room is not said is inside, of the house. */
const INDOORS = 'indoors';
type At = Room | typeof INDOORS | undefined;
/** @returns null: not known of one of its ends */
function whereOf(one: At, other: At, open: ReadonlySet<Room['kind']>): Where | null {
	if (!one || !other) return null;
	const out = (r: At) => r !== INDOORS && !!r && open.has(r.kind);
	const apart = (r: At) => r !== INDOORS && isApart(r);
	// From one building to another: in the ground, or over it.
	if (apart(one) !== apart(other) || (apart(one) && one !== other)) return 'underground';
	if (out(one) && out(other)) return 'outdoors';
	return out(one) || out(other) ? 'through-wall' : 'inside';
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

/** Where a cable lies: as it was said, by its way on the plan, or by its two ends. */
export const liesOf = (ruled: RuledJob, cable: Pick<Cable, 'lies' | 'route' | 'toId'>, fromId: string): Where | null =>
	cable.lies ?? (cable.route?.way === 'trench' ? 'underground' : liesBetween(ruled, fromId, cable.toId));

interface Lying {
	cable: CableKind;
	raceway: Raceway | undefined;
	where: Where;
	found: boolean;
	id: string;
	circuitId?: string;
	subject: Subject;
	name: string;
	fix?: Finding['fix'];
}
function judged(edition: Edition, { cable, raceway, where, found, id, circuitId, subject, name, fix }: Lying): Finding[] {
	const { buried, flexible } = edition.circuits.wet;
	const { places } = edition.cables[cable];
	const allowed = where === 'underground' ? places.buried : where === 'inside' ? places.inside : places.outdoors;
	const kind = CABLE_MAKES[cable].name;
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
	const place = where === 'underground' ? 'in the ground' : where === 'inside' ? 'inside' : 'outdoors';
	if (raceway === 'FMC' && (where === 'outdoors' || where === 'underground'))
		return say(
			flexible,
			'violation',
			`${name} is in flexible metal conduit ${place}: it is not allowed in wet places. Use liquidtight conduit.`
		);
	if (allowed === 'no') {
		if (where === 'through-wall')
			return say(
				places.rule,
				'caution',
				`${name} is ${kind} to a box outdoors: allowed only where it comes through the wall into the back of the box, with no part outside. Say where it runs, or use UF-B or a raceway.`
			);
		const why = places.outdoors === 'no' ? 'it is for dry indoor places only' : 'it is not allowed underground';
		return say(
			where === 'underground' ? buried : places.rule,
			'violation',
			`${name} is ${kind} ${place}: ${why} (${places.rule.section}). Use UF-B, or conductors with a W rating in a raceway.`
		);
	}
	// A short piece in the back of a box is dry; a run outdoors or in the ground is wet inside its raceway.
	if (allowed === 'if-marked' && where !== 'through-wall')
		return say(places.rule, 'caution', `${name} ${markedFor(cable, place)}`);
	return [];
}
/** What a cable must be marked for, to lie there. */
function markedFor(cable: CableKind, place: string): string {
	const { name } = CABLE_MAKES[cable];
	if (place === 'inside')
		return `is ${name} inside: allowed only where its conductors are also marked for a raceway inside, as RHW-2 is. Check the marking.`;
	return inRaceway(cable)
		? `is in a raceway ${place}, which counts as wet inside: use THWN or THWN-2, not plain THHN.`
		: `is ${name} ${place}: allowed only with a jacket listed for it. Check the marking.`;
}

/** Of a branch circuit: each cable by the places of its two ends, or as it was said to lie. */
export function cablesInTheWet(edition: Edition, job: Job, run: Run): Finding[] {
	const { boxes } = indexOf(job);
	const wet = (cable: Cable): Finding[] => {
		if (cable.inCableOf) return [];
		const from = boxes.get(cable.fromId ?? '') ?? job.panels.find((p) => p.id === cable.fromId);
		const where = liesOf({ edition, job }, cable, feedOf(cable));
		if (!where || (where === 'inside' && edition.cables[cable.kind].places.inside === 'yes')) return [];
		// How old cable comes to a box outside nobody has looked at.
		if (where === 'through-wall' && cable.state === 'found') return [];
		return judged(edition, {
			cable: cable.kind,
			raceway: cable.raceway,
			where,
			found: cable.state === 'found',
			id: `wet:${cable.id}`,
			circuitId: cable.circuitId,
			subject: { kind: 'cable', id: cable.id },
			name: `The cable from ${from?.name ?? 'the panel'} to ${boxes.get(cable.toId)?.name ?? '?'}`,
			fix: wayOut(cable, where)
		});
	};
	const rule = cite(edition, edition.ampacity.rule);
	return run.nodes.flatMap(({ cable }) => orMissingFact(job, rule, () => wet(cable)));
}
/** What is planned is planned in another cable; what comes through the wall is said to. */
function wayOut(cable: Cable, where: Where): Finding['fix'] {
	if (where === 'through-wall')
		return { kind: 'edit-cable', label: 'It comes through the wall', cableId: cable.id, change: { lies: 'inside' } };
	if (cable.state !== 'planned' || cable.kind !== 'NM-B') return undefined;
	return { kind: 'edit-cable', label: 'Make it UF-B', cableId: cable.id, change: { kind: 'UF-B' } };
}

/** Of a feeder: between two buildings it lies in the ground, or as it was said to. */
export function feederInTheWet({ edition, job }: RuledJob, panel: Panel, feeder: Feeder): Finding[] {
	const where = feeder.lies ?? liesBetween({ edition, job }, feeder.fromPanelId, panel.id);
	if (!where || (where === 'inside' && edition.cables[feeder.kind].places.inside === 'yes')) return [];
	return judged(edition, {
		cable: feeder.kind,
		raceway: feeder.raceway,
		where,
		found: feeder.state === 'found',
		id: `wet:${panel.id}`,
		subject: { kind: 'panel', id: panel.id },
		name: `The feeder of ${panel.name}`
	});
}
