import { missingFact } from '../code/missing-fact';
import { cite } from '../code/rule';
import type { House } from '../house';
import type { Box, Circuit } from '../model/known';
import type { Finding, StageResult } from '../model/result';
import { boxFindings } from './box/make-up';
import { boxCase } from './box/of-job';
import { switchNeutral } from './404-2-c-switch-neutral';

/**
 * What the make-up of each new box comes up against: cables with too few conductors for what the switches ask of them, colors, a
 * terminal for which nothing comes, a switch whose light is on another circuit. What is old stands as it was found.
 */

/** What is told elsewhere too, or is a matter of the package, stays on the card of the box. */
const TOLD_HERE: readonly string[] = ['color', 'nothing-for-terminal', 'not-split', 'no-neutral-at-switch'];

/** Findings of every new box, by what its make-up comes up against. @source 200.6, 200.7, 250.119, 300.3(B), 404.2(C) */
export function assessMakeUp(house: House): StageResult {
	const isOld = (box: Box) => box.state === 'found' && box.devices.every((d) => d.state === 'found');
	const findings = house.job.boxes.flatMap((box) =>
		isOld(box) ? [] : ofBox(house, box, house.index.circuitsOfBox.get(box.id) ?? [])
	);
	return { findings, decisions: [] };
}
function ofBox({ job, edition, index }: House, box: Box, circuits: readonly Circuit[]): Finding[] {
	const subject = { kind: 'box', id: box.id } as const;
	const apart = box.devices.flatMap((d): Finding[] => {
		const far = (d.controls ?? []).find((id) => {
			const at = index.circuitsOfBox.get(id) ?? [];
			return d.kind === 'switch' && circuits.length > 0 && at.length > 0 && !at.some((c) => circuits.includes(c));
		});
		return far === undefined
			? []
			: [
					{
						id: `switch-circuit:${d.id}`,
						code: 'switch-circuit',
						severity: 'violation',
						rule: cite(edition, edition.circuits.borrowed),
						subject,
						message: `${box.name} controls ${index.boxes.get(far)?.name ?? '?'}, which is on another circuit: a switch and its light take hot and neutral of one circuit.`
					}
				];
	});
	const of = boxCase({ edition, job }, box);
	if (!of.known)
		return [
			...apart,
			...(of.fact ? [missingFact(job, cite(edition, edition.boxes.makeUp.listed), of.fact)] : []),
			...(of.thin
				? [
						{
							id: `conductors:${box.id}`,
							code: 'conductors',
							severity: 'violation' as const,
							rule: cite(edition, edition.boxes.makeUp.listed),
							subject,
							message: `${box.name}: ${of.why}`,
							fix: of.fix
						}
					]
				: [])
		];
	const told = boxFindings(of.case)
		.filter((f) => TOLD_HERE.includes(f.code))
		.flatMap((f) => (f.code === 'no-neutral-at-switch' ? (switchNeutral({ edition, job }, box, f) ?? []) : f));
	return [
		...apart,
		...told.map((f) => ({
			...f,
			id: `${f.id}:${box.id}`,
			subject,
			message: `${f.message.startsWith(box.name) ? '' : `${box.name}: `}${inNames(f.message, box, of.names)}`
		}))
	];
}
/** Ids of devices and cables as the page names them. */
export function inNames(text: string, box: Box, cables: ReadonlyMap<string, string>): string {
	let named = text;
	for (const d of box.devices) named = named.replaceAll(d.id, d.name || d.kind);
	for (const [id, name] of cables) named = named.replaceAll(id, `the cable ${name}`);
	return named;
}
