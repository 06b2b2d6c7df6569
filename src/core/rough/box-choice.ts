import { SOLD_BOXES } from '../code/editions/supports';
import type { Edition } from '../code/shape/edition';
import type { SoldBox } from '../code/shape/supports';
import { ifKnown, type Box, type Job } from '../model/known';
import { boxFill } from './articles/314-16-box-fill';
import { fillCaseOf, neededDepth } from './boxes-fit';

/** Boxes that hold what a box is to have: the smallest, and the next one up. */
interface BoxChoice {
	/** What has to fit, cu in; null: its cables are not known. */
	needCuIn: number | null;
	/** Behind the deepest of its devices, in. */
	needDepthIn: number;
	/** The smallest first; the second is the next one up. */
	fits: SoldBox[];
	/** How it is set. */
	notes: string[];
}
/** Two devices against each other with more than this between them are parted, V. @source 404.8(B), 406.5(J) */
const BETWEEN_V = 300;
/** A box that is larger than any: told the volume is of no matter. */
const ANY_CU_IN = 1000;

/**
 * The boxes that the make-up and the devices of a box fit in.
 * @source 314.16, 314.20, 314.24, 404.8(B)
 */
export function boxChoice(edition: Edition, job: Job, box: Box): BoxChoice {
	const needDepthIn = neededDepth(edition, job, box);
	/** Of 4 AWG and larger no volume says which box it is. */
	let byRaceways = false;
	const needOf = (metal: boolean): number | null => {
		const c = ifKnown(() =>
			fillCaseOf(edition, job, {
				...box,
				volumeCuIn: ANY_CU_IN,
				material: metal ? 'metal' : 'plastic',
				clampsInside: box.clampsInside ?? metal
			})
		);
		if (!c) return null;
		const fill = boxFill(edition, c);
		byRaceways ||= fill.needs314_28;
		return fill.needs314_28 ? null : fill.usedCuIn;
	};
	const yokes = box.devices.some((d) => d.kind === 'receptacle' || d.kind === 'switch');
	const needs = { metal: needOf(true), plastic: needOf(false) };
	const fits = SOLD_BOXES.filter((b) => {
		const need = needs[b.material];
		if (need === null || b.cuIn < need - 1e-9) return false;
		if (box.material !== null && b.material !== box.material) return false;
		if (yokes && (b.use === 'round' || b.gangs < Math.min(box.gangs, 2))) return false;
		if (!yokes && b.use === 'device' && box.devices.length > 0) return false;
		return b.depthIn === null || b.depthIn >= needDepthIn - 1e-9;
	}).sort((a, b) => a.cuIn - b.cuIn || a.name.localeCompare(b.name));
	return {
		needCuIn: needs[box.material ?? 'plastic'],
		needDepthIn,
		fits,
		notes: [...(byRaceways ? [BY_RACEWAYS] : []), ...notesOf(box)]
	};
}
const BY_RACEWAYS =
	'4 AWG and larger: by its raceways (314.28): 8 times the largest straight, 6 times plus the others of that wall at an angle, U or splice.';
function notesOf(box: Box): string[] {
	const notes: string[] = [];
	const old = box.state === 'found';
	if (box.place?.kind === 'wall')
		notes.push(
			old
				? 'Old-work box: its ears on the finish, its clamps behind; no wider cut than its face.'
				: 'Face out by the thickness of the finish: 1/2 or 5/8 in. On the side of the stud that leaves the wall free of a door casing.'
		);
	if (old) notes.push('Too small or too far back: an extension ring adds its volume and brings the edge out.');
	if (box.devices.some((d) => d.protection !== 'none' || d.deepIn !== undefined))
		notes.push('A deep device: an adjustable-depth or a deeper box, and its conductors to the corners.');
	if (box.gangs > 1)
		notes.push(
			`Up to ${BETWEEN_V} V between neighboring devices no barrier: never reached on 120/240 V. Low voltage in the same box: a listed barrier, or a box of its part.`
		);
	if (box.devices.some((d) => d.kind === 'lighting'))
		notes.push('A fan, or a light over 50 lb: a box marked for it. A hickey or stud counts once in the fill.');
	return notes;
}
