import { placeName } from '../model/job-index';
import { cite } from '../code/rule';
import { unmeasuredCables } from '../circuits/assess-circuits';
import type { Edition } from '../code/shape/edition';
import type { House } from '../house';
import { CABLE_MAKES } from '../model/cable-kinds';
import { ifKnown, type Cable } from '../model/known';
import type { Finding, StageResult } from '../model/result';
import { bundlesOf } from '../run/bundles';
import { show } from '../units/quantity';
import { burial } from './articles/300-5-burial';
import { metalIntoPlastic } from './articles/314-3-metal-into-plastic';
import { singleConductors } from './articles/300-3-single-conductors';
import { assessFit } from './boxes-fit';
import { shortOfFasteners } from './check-list';
import { routeLength } from './routes/route';
import { segmentsOf, trenchesOf, type Trench } from './trenches';

/** Rough-in: cables that are not measured, boxes too small, ways that do not agree, what was found in the ground, fasteners. */
export function assessRough(house: House): StageResult {
	const fit = assessFit(house);
	return {
		findings: [
			...unmeasuredCables(house),
			...fit.findings,
			...house.job.cables.flatMap((l) => ofCable(house, l)),
			...metalIntoPlastic(house.edition, house.job),
			...singleConductors(house.edition, house.job),
			...foundTrenches(house),
			...fasteners(house),
			...bundled(house)
		],
		decisions: fit.decisions
	};
}
const nameOf = ({ job }: House, id: string | null): string => placeName(job, id);
const cableName = (house: House, cable: Cable): string =>
	`The cable from ${nameOf(
		house,
		ifKnown(() => cable.fromId)
	)} to ${nameOf(house, cable.toId)}`;

function ofCable(house: House, cable: Cable): Finding[] {
	const { edition, job } = house;
	if (!cable.route || cable.inCableOf) return [];
	const subject = { kind: 'cable', id: cable.id } as const;
	const found: Finding[] = [];
	const way = ifKnown(() => routeLength({ edition, job }, cable));
	if (way && cable.state === 'planned' && cable.lengthFt !== null && way.feet !== Math.ceil(cable.lengthFt))
		found.push({
			id: `route-length:${cable.id}`,
			code: 'route-length',
			circuitId: cable.circuitId,
			severity: 'advice',
			rule: cite(edition, edition.drop.rule),
			subject,
			message: `${cableName(house, cable)} is ${way.feet} ft by its way on the plan; ${show(cable.lengthFt, 1)} ft is entered.`,
			have: cable.lengthFt,
			need: way.feet,
			unit: 'ft',
			fix: { kind: 'edit-cable', label: `Make it ${way.feet} ft`, cableId: cable.id, change: { lengthFt: way.feet } }
		});
	const kind = ifKnown(() => cable.kind);
	if (cable.route.way === 'slab' && kind && CABLE_MAKES[kind].made === 'sheathed' && !cable.raceway)
		found.push({
			id: `in-concrete:${cable.id}`,
			code: 'in-concrete',
			circuitId: cable.circuitId,
			severity: cable.state === 'found' ? 'caution' : 'violation',
			rule: cite(edition, edition.supports.concrete),
			subject,
			message: `${cableName(house, cable)} is ${CABLE_MAKES[kind].name} in a slab: no cable is embedded in concrete. Use a raceway with conductors marked for wet places, or another way.`
		});
	return found;
}
/** Trenches that were opened: cover and riser as measured, against what is due today. @source 300.5, 300.5(D)(1), 300.6 */
function foundTrenches({ edition, job }: House): Finding[] {
	return trenchesOf({ edition, job }).flatMap((t) => foundTrench(edition, t));
}
function foundTrench(edition: Edition, t: Trench): Finding[] {
	const { facts, name } = t;
	const severity = t.state === 'found' ? ('caution' as const) : ('violation' as const);
	const say = (code: string, rule: Finding['rule'], message: string, more: Partial<Finding> = {}): Finding => ({
		code,
		id: `${code}:${t.what === 'cable' ? '' : `${t.what}:`}${t.of.id}`,
		severity,
		rule,
		subject: t.of,
		message,
		...more
	});
	// The utility's own conductors are not judged by this code.
	if (t.case.circuit.service === 'utility') return [];
	const due = segmentsOf(t)
		.map((s) => burial(edition, { ...t.case, ...s }))
		.reduce((a, b) => (b.coverIn > a.coverIn ? b : a));
	const { corrosion, riser, rule } = edition.ground;
	const rises = t.case.method === 'direct-burial' || riser.raceways;
	return [
		facts.coverIn !== undefined &&
			facts.coverIn < due.coverIn &&
			say(
				'found-cover',
				cite(edition, rule),
				`${name} lies ${show(facts.coverIn, 1)} in deep; ${due.coverIn} in is required (column ${due.column}). ${waysOut(edition, t, facts.coverIn)}`,
				{ have: facts.coverIn, need: due.coverIn, unit: 'in' }
			),
		rises &&
			facts.riserFromIn !== undefined &&
			facts.riserFromIn < due.riser.fromIn &&
			say(
				'found-riser',
				cite(edition, riser.rule),
				`${name}: its protection begins ${show(facts.riserFromIn, 1)} in down; from ${due.riser.fromIn} in is required.`,
				{ have: facts.riserFromIn, need: due.riser.fromIn, unit: 'in' }
			),
		rises &&
			facts.riserToFt !== undefined &&
			facts.riserToFt < due.riser.toFt &&
			say(
				'found-riser-top',
				cite(edition, riser.rule),
				`${name}: its protection ends ${show(facts.riserToFt, 1)} ft up; to ${due.riser.toFt} ft, or to the enclosure, is required.`,
				{ have: facts.riserToFt, need: due.riser.toFt, unit: 'ft' }
			),
		!!facts.corroded &&
			say(
				'found-corroded',
				cite(edition, t.case.method === 'emt' ? corrosion.emt : corrosion.any),
				`${name}: its raceway is corroded. Read the ground path under load; replace what is eaten through.`
			)
	].filter((f) => f !== false);
}
/** What would make that cover enough: only what does. @source Table 300.5 columns 2 and 4 */
function waysOut(edition: Edition, t: Trench, coverIn: number): string {
	const enough = (c: Trench['case']) => segmentsOf(t).every((s) => burial(edition, { ...c, ...s }).coverIn <= coverIn);
	const { circuit } = t.case;
	const behind = { ...circuit, gfci: true };
	const alone = [
		enough({ ...t.case, method: 'rigid' }) && 'put it in rigid conduit',
		enough({ ...t.case, circuit: behind }) && 'protect the circuit with a GFCI before it (column 4)'
	].filter((w) => w !== false);
	const both = enough({ ...t.case, method: 'rigid', circuit: behind }) ? ['put it in rigid conduit behind a GFCI'] : [];
	return `${['Lower it', ...(alone.length ? alone : both)].join(', or ')}.`;
}
/** Fewer fasteners than the instructions ask for. @source 110.3(B), 314.23 */
function fasteners({ edition, job }: House): Finding[] {
	return job.boxes.flatMap((box): Finding[] => {
		const f = shortOfFasteners(box);
		if (!f) return [];
		return [
			{
				id: `fasteners:${box.id}`,
				code: 'fasteners',
				severity: 'violation',
				rule: cite(edition, edition.boxes.makeUp.listed),
				subject: { kind: 'box', id: box.id },
				message: `${box.name} has ${f.seen} of the ${f.required} fasteners that its instructions require. Put in the rest.`,
				have: f.seen,
				need: f.required
			}
		];
	});
}
/** Cables that lie through the same holes: more than two are said once, at the largest. @source 310.15(C)(1), 334.80 */
function bundled(house: House): Finding[] {
	const { edition, job } = house;
	const { bundle } = edition.supports;
	const seen = new Set<string>();
	return [...bundlesOf(job, bundle.fromIn).values()]
		.sort((a, b) => b.cableIds.length - a.cableIds.length)
		.flatMap(({ cableIds }): Finding[] => {
			if (cableIds.length < SAID_FROM || cableIds.some((id) => seen.has(id))) return [];
			for (const id of cableIds) seen.add(id);
			const cables = cableIds.flatMap((id) => job.cables.find((l) => l.id === id) ?? []);
			const [first] = cables;
			if (!first) return [];
			return [
				{
					id: `bundle:${first.id}`,
					code: 'bundle',
					severity: 'advice',
					rule: cite(edition, bundle.rule),
					subject: { kind: 'cable', id: first.id },
					message: `${cableIds.length} cables share their holes for more than ${bundle.fromIn} in (to ${cables.map((l) => nameOf(house, l.toId)).join(', ')}): ${2 * cableIds.length} current-carrying conductors count for each. Space them apart, or bore a second row.`
				}
			];
		});
}
const SAID_FROM = 3;
