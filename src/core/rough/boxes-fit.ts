import type { House } from '../house';
import { missingFact } from '../code/missing-fact';
import { cite } from '../code/rule';
import type { Edition } from '../code/shape/edition';
import { FILL_GAUGES, LARGE_GAUGES, type FillGauge, type LargeGauge } from '../code/shape/boxes';
import { tailFor } from '../code/240-4-d-pigtail';
import { cablesHere } from '../model/cable-ends';
import { knownOr } from '../model/fact-words';
import { ifKnown, NotKnown, type Box, type CableEnd, type Job, type Cable } from '../model/known';
import { CABLE_MAKES, inRaceway } from '../model/cable-kinds';
import { indexOf } from '../model/job-index';
import type { Finding, Fix, StageResult } from '../model/result';
import { show } from '../units/quantity';
import { boxFill, type FillCase } from './articles/314-16-box-fill';

/** Does what is planned for a box fit in it: its volume (314.16), and the depth behind a deep device (314.24). */

/** How far back a device reaches where nothing is said, in: an ordinary one, and one that protects. */
const DEPTH_IN = { plain: 1.1, protecting: 1.55 };
type Gauge = FillGauge | LargeGauge;
const ALL_GAUGES: readonly Gauge[] = [...FILL_GAUGES, ...LARGE_GAUGES];
const asGauge = (awg: string): Gauge => ALL_GAUGES.find((g) => g === awg) ?? '6';

/** What ends in a box by the cables of the job: all conductors of each cable, and its ground. */
export function fillCaseOf(edition: Edition, job: Job, box: Box): FillCase | null {
	const { volumeCuIn } = box;
	if (volumeCuIn === null) return null;
	const here = cablesHere(job, box);
	if (!here.length) return null;
	const ends = here.flatMap((c) => c.cable ?? []);
	const counted = here.map((c) => c.cable ?? asCounted(box, c.end));
	const yokes = box.devices.filter((d) => d.kind === 'receptacle' || d.kind === 'switch');
	return {
		volumeCuIn,
		conductors: counted.flatMap(({ kind: cable, awg, conductors, ground }) => [
			{ awg: asGauge(awg), count: conductors, role: 'ends' as const },
			// The strip of armored cable is folded back outside the box.
			...(ground && CABLE_MAKES[cable].ground !== 'armor'
				? [{ awg: groundOf(edition, { kind: cable, awg }), count: 1, role: 'ground' as const }]
				: [])
		]),
		internalClamps: box.clampsInside ?? false,
		supportFittings: 0,
		// A receptacle of 40 A and more is wider than one gang.
		yokes: yokes.map((d) => ({
			awg: ends.length ? tailOf(edition, job, box, ends) : thickest(counted.map((c) => asGauge(c.awg))),
			gangs: d.amps >= 40 ? 2 : 1
		}))
	};
}
/** A ground counts at its own size: 8 AWG cable as made carries a 10. */
const groundOf = ({ grounding }: Edition, { kind: cable, awg }: Pick<Cable, 'kind' | 'awg'>): Gauge =>
	asGauge(inRaceway(cable) ? awg : (grounding.asMade.nm[awg] ?? awg));
/** The largest conductor that a device of the box may be on: the tails of its circuits, and not the widest cable in the box. @source 314.16(B)(4) */
function tailOf(edition: Edition, job: Job, box: Box, ends: readonly Cable[]): Gauge {
	const { circuits, circuitsOfBox } = indexOf(job);
	const own = new Set((circuitsOfBox.get(box.id) ?? []).map((c) => c.id));
	const feeding = ends.filter((l) => own.has(l.circuitId));
	const tails = (feeding.length ? feeding : ends).map((l) => {
		// A tail is never larger than its run: where breaker or metal is not known, the run counts.
		const tail = ifKnown(() => {
			const breakerA = circuits.get(l.circuitId)?.breakerA;
			return breakerA === undefined ? l.awg : tailFor({ breakerA, run: l.awg, metal: l.metal }, edition);
		});
		return asGauge(tail ?? l.awg);
	});
	return thickest(tails);
}
const thickest = (all: readonly Gauge[]): Gauge =>
	all.reduce((a, b) => (ALL_GAUGES.indexOf(b) > ALL_GAUGES.indexOf(a) ? b : a), all[0] ?? '14');

type Counted = Pick<Cable, 'kind' | 'awg' | 'conductors' | 'ground'>;
/** A cable of which only its end in this box was seen. @throws NotKnown where its gauge, its conductors or its ground was not */
function asCounted(box: Box, end: CableEnd | null): Counted {
	const { kind = null, awg = null, conductors = null, ground = null } = end ?? {};
	if (awg === null || conductors === null || ground === null) throw new NotKnown({ of: 'box', id: box.id, field: 'ends' });
	return { kind: kind ?? 'NM-B', awg, conductors, ground };
}

/** Fill and depth of each box of which the volume is known. */
export function assessFit({ edition, job }: House): StageResult {
	const all = job.boxes.map((box) => boxFits(edition, job, box));
	return { findings: all.flatMap((r) => r.findings), decisions: all.flatMap((r) => r.decisions) };
}
/** The same of one box. */
export function boxFits(edition: Edition, job: Job, box: Box): StageResult {
	const lacks: Finding[] = [];
	const rule = cite(edition, edition.boxes.conductor.rule);
	const c = knownOr(
		job,
		() => fillCaseOf(edition, job, box),
		(_, fact) => (lacks.push(missingFact(job, rule, fact)), null)
	);
	if (!c) return { findings: [...lacks, ...shallow(edition, job, box)], decisions: [] };
	const subject = { kind: 'box', id: box.id } as const;
	let fill = boxFill(edition, c, subject);
	// A metal box may hold its cables by clamps inside: where only that decides, somebody must look.
	if (box.clampsInside === undefined && box.material !== 'plastic' && fill.fits) {
		const clamped = boxFill(edition, { ...c, internalClamps: true }, subject);
		if (clamped.fits) fill = clamped;
		else
			lacks.push(missingFact(job, rule, { of: 'box', id: box.id, field: box.material === null ? 'material' : 'clampsInside' }));
	}
	const old = isAsFound(job, box);
	return {
		findings: [...lacks, ...fill.findings.map((f) => filled(edition, box, old, f)), ...shallow(edition, job, box)],
		decisions: [
			{
				id: `fill:${box.id}`,
				code: 'fill',
				subject: { kind: 'box', id: box.id },
				value: `${show(fill.usedCuIn)} of ${show(c.volumeCuIn)} cu in${fill.needs314_28 ? ', and 314.28' : ''}`,
				title: 'box fill',
				steps: fill.steps,
				rules: [rule],
				alternatives: []
			}
		]
	};
}
/** Nothing in it is new: neither a device nor a cable. */
const isAsFound = (job: Job, box: Box): boolean =>
	box.state === 'found' &&
	box.devices.every((d) => d.state === 'found') &&
	cablesHere(job, box).every((c) => !c.cable || c.cable.state === 'found');
function filled(edition: Edition, box: Box, old: boolean, f: Finding): Finding {
	if (f.code === 'pull-box') return { ...f, id: `pull-box:${box.id}`, message: `${box.name}: ${f.message}` };
	const next = edition.boxes.common.find((v) => v >= (f.need ?? Infinity));
	const fix: Fix | undefined =
		box.state === 'found' || next === undefined
			? undefined
			: { kind: 'edit-box', label: `Use a ${next} cu in box`, boxId: box.id, change: { volumeCuIn: next } };
	const ways = next === undefined ? 'Use a larger box, or fewer cables.' : `The next common box has ${next} cu in.`;
	return {
		...f,
		id: `fill:${box.id}`,
		severity: old ? 'advice' : 'violation',
		message: `${box.name}: box fill is ${show(f.need ?? 0)} cu in; the box has ${show(f.have ?? 0)}. ${ways}`,
		fix
	};
}

/** How far back the deepest device of a box reaches, in: as it was read, else the usual of its kind. */
const deepestOf = (job: Job, box: Box): number =>
	Math.max(
		0,
		...box.devices.map(
			(d) => d.deepIn ?? (d.protection === 'none' ? DEPTH_IN.plain : (job.practice.protectingDeviceIn ?? DEPTH_IN.protecting))
		)
	);
/** Depth that a box needs behind its devices, in. @source 314.24 */
export function neededDepth({ boxes }: Edition, job: Job, box: Box): number {
	const deepest = deepestOf(job, box);
	return deepest > boxes.depth.fromIn ? deepest + boxes.depth.moreIn : deepest;
}
/** A device that protects reaches further back than an ordinary one. */
function shallow(edition: Edition, job: Job, box: Box): Finding[] {
	const { depthIn } = box;
	if (depthIn == null) return [];
	const deepest = deepestOf(job, box);
	const need = neededDepth(edition, job, box);
	if (depthIn >= need) return [];
	return [
		{
			code: 'depth',
			id: `depth:${box.id}`,
			severity: 'caution',
			rule: cite(edition, edition.boxes.depth.rule),
			subject: { kind: 'box', id: box.id },
			message: `${box.name} is ${show(depthIn, 2)} in deep; its device is ${show(deepest, 2)} in deep. Use a deeper box, or put the protection upstream or at the breaker.`,
			have: depthIn,
			need,
			unit: 'in'
		}
	];
}
/** Would a protecting device fit in this box: by its volume as it stands, and its depth. */
export function takesProtecting(edition: Edition, job: Job, box: Box): { fits: boolean; why: string } {
	const c = ifKnown(() => fillCaseOf(edition, job, box));
	const full = `the box is full: ${show(c?.volumeCuIn ?? 0)} cu in`;
	if (c && !boxFill(edition, c).fits) return { fits: false, why: full };
	// With clamps in it, where nobody looked for them.
	if (c && box.clampsInside === undefined && box.material !== 'plastic' && !boxFill(edition, { ...c, internalClamps: true }).fits)
		return { fits: false, why: `if its cable clamps are inside, ${full}` };
	const need = job.practice.protectingDeviceIn ?? DEPTH_IN.protecting;
	if (box.depthIn != null && box.depthIn < need) return { fits: false, why: `the box is ${show(box.depthIn, 2)} in deep` };
	return { fits: true, why: '' };
}
