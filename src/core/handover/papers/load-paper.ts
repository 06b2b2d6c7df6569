import { spaceNumber } from '../../model/breaker-name';
import { BREAKER_WORDS } from '../../model/protections';
import { existingLoad, measuredLoad } from '../../circuits/service/220-83-220-87-existing-load';
import { panelLoad } from '../../circuits/service/220-14-branch-load';
import { serviceConductors } from '../../circuits/service/310-12-service-conductors';
import { serviceLoad } from '../../circuits/service/220-82-service-load';
import { serviceCaseOf, serviceLacks, serviceRating } from '../../circuits/service/service-of-job';
import { knownOr, sayRating } from '../../model/fact-words';
import { indexOf } from '../../model/job-index';
import { ifKnown, type Circuit, type Panel } from '../../model/known';
import { cableName } from '../../rough/take-off';
import { show } from '../../units/quantity';
import { ledgerOf, type Block } from '../blocks';
import { CLOSING, headOf, type PaperCase } from '../paper';

/** The load of the dwelling by both methods, existing by its own, every line with its section; panel schedules and conductors. @source 220 Parts III and IV, 310.12 */
export function loadPaper(c: PaperCase): { blocks: Block[]; missing: string[] } {
	const { edition, job } = c.ruled;
	const missing: string[] = [];
	const lacks = <T>(read: () => T): T | null =>
		knownOr<T | null, null>(job, read, (why) => {
			missing.push(why);
			return null;
		});
	// What the sums lack makes each of them the least that it can be.
	const open = serviceLacks(job);
	missing.push(...open);
	const least = open.length ? 'at least ' : '';
	const method = (way: 'standard' | 'optional', title: string): Block[] => {
		const of = lacks(() => serviceCaseOf(job, way));
		if (!of) {
			return [
				{ kind: 'heading', text: title },
				{ kind: 'paragraph', text: 'The floor area is not known: measure the rooms, or enter it.' }
			];
		}
		const load = serviceLoad(edition, of);
		return [
			{
				kind: 'heading',
				text: `${title}: ${least}${show(load.va, 0)} VA, ${show(load.amps, 1)} A${load.serviceA === null || least ? '' : `, service ${load.serviceA} A`}`
			},
			{ kind: 'ledger', rows: ledgerOf(load.steps) },
			...load.findings.map((f): Block => ({ kind: 'paragraph', text: `${f.message} (${f.rule.section})` }))
		];
	};
	const optional = lacks(() => serviceCaseOf(job, 'optional'));
	const existing = optional ? existingLoad(edition, optional, []) : null;
	const rating = lacks(() => serviceRating(job));
	const peak = c.told.peakKw;
	return {
		blocks: [
			{ kind: 'title', text: 'Load calculation' },
			{ kind: 'paragraph', text: headOf(job) },
			...(open.length ? [{ kind: 'paragraph', text: `Not known: ${open.join('; ')}.` } as const] : []),
			...method('standard', 'Standard method'),
			...method('optional', 'Optional method'),
			...(existing
				? [
						{
							kind: 'heading',
							text: `Existing dwelling: ${least}${show(existing.va, 0)} VA, ${show(existing.amps, 1)} A`
						} as const,
						{ kind: 'ledger', rows: ledgerOf(existing.steps) } as const
					]
				: []),
			...(peak === undefined
				? []
				: [
						{ kind: 'heading', text: 'By the greatest demand that was measured' } as const,
						{ kind: 'ledger', rows: ledgerOf(measuredLoad(edition, peak, []).steps) } as const
					]),
			...(rating
				? [
						{ kind: 'heading', text: `Service of ${rating} A: conductors` } as const,
						{ kind: 'ledger', rows: ledgerOf(serviceConductors(edition, rating).steps) } as const
					]
				: []),
			...job.panels.flatMap((panel) => schedule(c, panel)),
			{ kind: 'signature', role: 'Electrician' },
			CLOSING
		],
		missing: [...new Set(missing)]
	};
}
function schedule({ ruled, stages }: PaperCase, panel: Panel): Block[] {
	const { job, edition } = ruled;
	const load = ifKnown(() => panelLoad(edition, job, panel));
	const vaOf = new Map(
		(load?.rows ?? []).flatMap((r) => (r.occupant.kind === 'circuit' ? [[r.occupant.circuit.id, r.va] as const] : []))
	);
	const rows = job.circuits.filter((x) => x.panelId === panel.id).sort((a, b) => (a.space ?? Infinity) - (b.space ?? Infinity));
	const feeder = stages.circuit.decisions.find((d) => d.id === `feeder:${panel.id}`);
	return [
		{ kind: 'page' },
		{ kind: 'heading', text: `Panel schedule: ${panel.name}` },
		...(load
			? [{ kind: 'paragraph', text: `Leg A ${show(load.legs.A, 0)} VA, leg B ${show(load.legs.B, 0)} VA.` } as const]
			: []),
		...(feeder ? [{ kind: 'ledger', rows: ledgerOf(feeder.steps) } as const] : []),
		{
			kind: 'table',
			head: ['Space', 'Circuit', 'Breaker', 'Protection', 'Conductors', 'VA'],
			num: [0, 5],
			rows: rows.map((x) => [
				spaceNumber(x) || 'not known',
				x.name,
				`${sayRating(x)}${x.poles === 2 ? ', 2 P' : ''}`,
				BREAKER_WORDS[x.breaker],
				wireOf(ruled, x),
				vaOf.has(x.id) ? show(vaOf.get(x.id) ?? 0, 0) : '-'
			])
		}
	];
}
function wireOf({ job }: PaperCase['ruled'], circuit: Circuit): string {
	const cables = indexOf(job).cablesOfCircuit.get(circuit.id) ?? [];
	return [...new Set(cables.map((l) => ifKnown(() => cableName(l)) ?? 'not known'))].join('; ') || 'not drawn';
}
