import type { Edition } from '../code/shape/edition';
import type { Support } from '../code/shape/supports';
import { cite, type RuleRef } from '../code/rule';
import { inRaceway } from '../model/cable-kinds';
import { indexOf } from '../model/job-index';
import type { Box, Job, Cable } from '../model/job';
import type { Rule, Step } from '../model/result';
import { show } from '../units/quantity';

/** What fastens one cable. What it lies in, or how long it is, may not be known. */
interface CableSupports {
	cableId: string;
	/** Staples or straps; null: its length or its kind is not known. */
	count: number | null;
	what: 'staples' | 'straps';
	everyIn: number | null;
	/** From each box, in. */
	boxIn: { from: number | null; to: number | null };
	rule: Rule | null;
	steps: Step[];
	/** What is not known, in words; null: all of it is. */
	why: string | null;
}
const INCHES = 12;

/** Staples and straps of a cable, by its kind: one for every distance, and one at each box. @source 334.30, 314.17(C), facts on reckoning cable */
export function supportsOf(edition: Edition, job: Job, cable: Cable): CableSupports {
	const none = (why: string): CableSupports => ({
		cableId: cable.id,
		count: null,
		what: 'staples',
		everyIn: null,
		boxIn: { from: null, to: null },
		rule: null,
		steps: [],
		why
	});
	const strapped = cable.raceway !== undefined;
	if (!strapped && cable.kind === null) return none('its cable is not known');
	if (!strapped && cable.kind && inRaceway(cable.kind)) return none('its raceway is not known');
	const support =
		strapped && cable.raceway
			? edition.supports.raceways[cable.raceway]
			: cable.kind
				? edition.supports.cables[cable.kind]
				: undefined;
	if (!support) return none('it stands as it was found');
	const ends = {
		from: endIn(edition, job, cable.fromId, support, strapped),
		to: endIn(edition, job, cable.toId, support, strapped)
	};
	const of = {
		cableId: cable.id,
		what: strapped ? ('straps' as const) : ('staples' as const),
		everyIn: support.everyIn,
		boxIn: ends,
		rule: cite(edition, support.rule)
	};
	if (cable.lengthFt === null) return { ...of, count: null, steps: [], why: 'it is not measured' };
	// In the ground and in a slab nothing is fastened between its ends.
	const between =
		cable.route?.way === 'trench' || cable.route?.way === 'slab' || cable.lies === 'underground'
			? 0
			: Math.ceil((cable.lengthFt * INCHES) / support.everyIn - 1e-9);
	return {
		...of,
		count: between + 2,
		steps: [
			{
				label: 'along it',
				formula: `${show(cable.lengthFt, 1)} ft every ${show(support.everyIn / INCHES, 1)} ft`,
				value: between,
				unit: of.what
			},
			{
				label: 'at its two boxes',
				formula: `within ${ends.from ?? support.boxIn} and ${ends.to ?? support.boxIn} in`,
				value: 2,
				unit: of.what
			}
		],
		why: null
	};
}
/** How near to a box: nearer at a single-gang plastic one without a clamp. @source 314.17(C) */
function endIn({ supports }: Edition, job: Job, id: string | null, support: Support, strapped: boolean): number | null {
	const box: Box | undefined = indexOf(job).boxes.get(id ?? '');
	if (!box || strapped) return support.boxIn;
	if (box.material === null) return Math.min(support.boxIn, supports.noClamp.boxIn);
	return box.material === 'plastic' && box.gangs === 1 ? supports.noClamp.boxIn : support.boxIn;
}

/** A hole or a notch in wood, as it is to be bored. */
export interface HoleCase {
	member: 'bearing-stud' | 'stud' | 'joist';
	/** Its width across, from the edge that is nailed to the other, in: 3-1/2 of a 2 x 4. */
	depthIn: number;
	/** Diameter of a hole, or how deep a notch cuts. */
	sizeIn: number;
	notch: boolean;
	/** From the nearest edge to the edge of the hole; left out: it is in the middle. */
	edgeIn?: number | undefined;
	/** Of a joist: in the middle third of its span. */
	middleThird?: boolean | undefined;
}
interface HoleAnswer {
	/** To the near edge of the wood, in. */
	edgeIn: number;
	plate: boolean;
	points: { level: 'good' | 'bad' | 'look'; says: string; rule?: RuleRef }[];
}
/**
 * Common limits of holes and notches in light framing, as shares of the member's depth. They are the building code's, not the
 * NEC's, and engineered wood and trusses have their own.
 */
const FRAMING = {
	'bearing-stud': { hole: 0.4, notch: 0.25 },
	stud: { hole: 0.6, notch: 0.4 },
	joist: { hole: 1 / 3, notch: 1 / 6 }
} as const;
/** From the edge of a stud or of a joist to a hole, in, by the building code. */
const FRAMING_EDGE_IN = { 'bearing-stud': 0.625, stud: 0.625, joist: 2 } as const;

/** Is a hole far enough from the edge that is nailed, and does the wood bear it. @source 300.4(A); the building code's common limits */
export function holeCheck({ supports }: Edition, c: HoleCase): HoleAnswer {
	const edgeIn = c.notch ? 0 : (c.edgeIn ?? (c.depthIn - c.sizeIn) / 2);
	const plate = c.notch || edgeIn < supports.edge.leastIn - 1e-9;
	const points: HoleAnswer['points'] = [];
	points.push(
		plate
			? {
					level: 'look',
					says: `${c.notch ? 'A notch' : `${show(edgeIn, 2)} in from the edge`}: a steel plate of 1/16 in over it`,
					rule: supports.edge.rule
				}
			: {
					level: 'good',
					says: `${show(edgeIn, 2)} in from the edge: no plate needed (${supports.edge.leastIn} in)`,
					rule: supports.edge.rule
				}
	);
	const most = FRAMING[c.member][c.notch ? 'notch' : 'hole'] * c.depthIn;
	const what = c.notch ? 'notch' : 'hole';
	points.push(
		c.sizeIn > most + 1e-9
			? {
					level: 'bad',
					says: `A ${what} of ${show(c.sizeIn, 2)} in is more than ${show(most, 2)} in, the common most for it: ask the building official`
				}
			: { level: 'good', says: `A ${what} of ${show(c.sizeIn, 2)} in; ${show(most, 2)} in is the common most` }
	);
	if (!c.notch && edgeIn < FRAMING_EDGE_IN[c.member] - 1e-9)
		points.push({ level: 'bad', says: `Closer than ${FRAMING_EDGE_IN[c.member]} in to the edge of the wood` });
	if (c.member === 'joist' && c.notch && c.middleThird)
		points.push({ level: 'bad', says: 'No notch in the middle third of a joist' });
	return { edgeIn, plate, points };
}
