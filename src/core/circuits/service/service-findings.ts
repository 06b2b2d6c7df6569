import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { ifKnown, type Job, type Panel } from '../../model/known';
import type { Finding } from '../../model/result';
import { atMost, show } from '../../units/quantity';
import { existingLoad, measuredLoad } from './220-83-220-87-existing-load';
import { serviceLoad } from './220-82-service-load';
import type { ServiceAppliance } from './service-appliance';
import { appliancesOf, serviceCaseOf } from './service-of-job';
import { isService } from '../../run/spaces';

/** The load of a dwelling by one method. */
interface MethodLoad {
	method: string;
	amps: number;
}

/**
 * Every method that applies to this dwelling: standard; optional, of a service of 100 A or more; for a house that stands, by its
 * nameplates with what is added, and by its meter where that was read.
 * @returns none where the floor area is not known  @source 220 Part III, 220.82, 220.83, 220.87
 */
function methodsOf(edition: Edition, job: Job, ratingA: number): MethodLoad[] {
	const standard = serviceCaseOf(job, 'standard');
	const measured = (added: readonly ServiceAppliance[]): MethodLoad[] =>
		job.peakKw == null
			? []
			: [{ method: edition.service.measured.rule.section, amps: measuredLoad(edition, job.peakKw, added).amps }];
	const added = appliancesOf(job).filter((a) => a.circuit.state !== 'found');
	if (!standard) return measured(added);
	const there = { ...standard, appliances: standard.appliances.filter((a) => !added.some((x) => x === a || x.name === a.name)) };
	const stands = job.circuits.some((c) => c.state === 'found');
	return [
		{ method: 'standard', amps: serviceLoad(edition, standard).amps },
		...(ratingA >= edition.service.least.amps
			? [{ method: edition.service.optional.rule.section, amps: serviceLoad(edition, { ...standard, method: 'optional' }).amps }]
			: []),
		...(stands ? [{ method: edition.service.existing.rule.section, amps: existingLoad(edition, there, added).amps }] : []),
		...measured(added)
	];
}

/** A one-family house has a service of 100 A at least, where it is new or changed; a smaller one that was found is told, not faulted. @source 230.79(C) */
function underLeast(edition: Edition, job: Job, panel: Panel): Finding[] {
	const { rule, amps } = edition.service.least;
	const main = ifKnown(() => panel.mainA);
	if (job.dwelling !== 'one-family' || main === null || main >= amps) return [];
	const changed = panel.state === 'planned' || panel.state === 'built';
	return [
		{
			code: 'service-least',
			id: `service-least:${panel.id}`,
			severity: changed ? 'violation' : 'advice',
			rule: cite(edition, rule),
			subject: { kind: 'panel', id: panel.id },
			message: `${panel.name}: ${main} A. A new or changed service of a one-family house is at least ${amps} A${changed ? '' : '; this one was found, and may stay until it is changed'}.`,
			have: main,
			need: amps,
			unit: 'A'
		}
	];
}

/** Over its rating by every method that applies; to pass by one is enough. @source 230.42, 230.79 */
export function serviceFindings(edition: Edition, job: Job, panel: Panel): Finding[] {
	if (!isService(job, panel)) return [];
	const small = underLeast(edition, job, panel);
	// Without a circuit on it there is no load that anybody told of.
	if (!job.circuits.some((c) => c.load)) return small;
	const methods = methodsOf(edition, job, panel.mainA);
	const least = Math.min(...methods.map((m) => m.amps));
	if (!methods.length || atMost(least, panel.mainA)) return small;
	const words = methods.map((m) => `${show(m.amps, 0)} A by ${m.method}`).join(', ');
	return [
		...small,
		{
			code: 'service',
			id: `service:${panel.id}`,
			severity: 'violation',
			rule: cite(edition, edition.service.carries),
			subject: { kind: 'panel', id: panel.id },
			message: `The dwelling load is over the ${panel.mainA} A of ${panel.name} by every method that applies: ${words}.${job.peakKw == null && methods.length ? ` A year's peak demand (${edition.service.measured.rule.section}) is not entered: it may show otherwise.` : ''}`,
			have: panel.mainA,
			need: least,
			unit: 'A'
		}
	];
}
