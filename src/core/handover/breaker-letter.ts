import { knownOr, sayRating } from '../model/fact-words';
import { breakerWritten, capital, saySpace } from '../model/breaker-name';
import type { RuledJob } from '../code/ruled-job';
import { cite } from '../code/rule';
import type { Circuit, GuidedCheck, LiveEvent, Reading } from '../model/known';
import { counting } from '../model/latest-readings';
import { BREAKER_WORDS } from '../model/protections';
import { readingValue, readingWords } from '../model/reading';
import type { Work } from '../model/work';
import { claimsOf } from '../claims/claims-of';
import { houseOf } from '../house';
import { breakerCheck } from '../prove/guided';
import { ASKS } from '../prove/guided';
import { thinnestWire } from '../circuits/size/thinnest-wire';
import { localDay } from '../units/day';
import { show } from '../units/quantity';
import { toF } from '../units/temperature';
import { obligationsOf } from '../work/obligations';
import type { CodeLetter } from './code-letter';
import { permitWords } from './permit-words';

/** What was found at a breaker, what was done, and what is proven of it: for whoever doubts it, as the letter of an outlet. */
export function breakerLetter(
	{ edition, job }: RuledJob,
	circuit: Circuit,
	{ readings, events = [] }: { readings: readonly Reading[]; events?: readonly LiveEvent[] }
): CodeLetter {
	const works = (job.works ?? []).filter((w) => w.parts.some((p) => p.kind === 'breaker' && p.at === circuit.id));
	const work = works.at(-1);
	const part = work?.parts.find((p) => p.kind === 'breaker' && p.at === circuit.id);
	const put = part?.put;
	const noted = work?.found.breakers.find((b) => b.id === circuit.id);
	const was = noted ?? circuit;
	const checks = (job.guided ?? []).filter((c) => c.kind === 'breaker' && c.of === circuit.id);
	const isBefore = (at: string): boolean => !put || Date.parse(at) < Date.parse(put.at);
	const own = counting(readings).filter((r) => r.boxId === circuit.id);
	const early = [
		...checks.filter((c) => isBefore(c.at)).map((c) => sayCheck(c, false)),
		...own.filter((r) => isBefore(r.at)).map(sayReading)
	];
	const late = [
		...checks.filter((c) => !isBefore(c.at)).map((c) => sayCheck(c, true)),
		...own.filter((r) => !isBefore(r.at)).map(sayReading)
	];
	const last = checks.at(-1);
	const owed = work
		? obligationsOf(job, work, { claims: claimsOf(houseOf(job, readings, events)), readings }).filter((o) => o.state !== 'done')
		: [];
	const wire = knownOr(
		job,
		() => {
			const thin = thinnestWire(edition, job, circuit);
			return thin ? `The smallest conductor on it is ${thin.cable.awg} AWG.` : 'Its conductors are not known.';
		},
		(why) => why
	);
	return {
		title: capital(breakerWritten(job, circuit)),
		head: `${job.name}${job.place ? `, ${job.place}` : ''}. NEC ${edition.key}, ${permitWords(job)}.`,
		facts: [
			`${capital(saySpace(job, circuit))}: ${sayRating(was)}, ${circuit.poles === 2 ? 'two poles' : 'one pole'}, ${was.breaker === 'none' ? 'no test button' : BREAKER_WORDS[was.breaker]}.`,
			wire,
			...job.symptoms.filter((s) => s.open).map((s) => s.text)
		],
		before: early,
		done: doneAt(job, circuit, work),
		dead: deadOf(circuit, work, events),
		left: [
			...(last ? [`By its check: ${breakerCheck({ edition, job }, circuit, last).says}`] : ['Nothing was read at the breaker.']),
			...owed.map((o) => `Not proven: ${o.words}.`)
		],
		points: [
			{ text: 'A breaker is of the type that the panel’s label lists.', rule: cite(edition, edition.panels.listed) },
			{
				text: 'Its rating is no more than its conductors allow, but for motors and the like.',
				rule: cite(edition, edition.smallConductor.rule)
			}
		],
		evidence: late,
		tester: [],
		asks: wire.includes('not known') ? ['The gauge and the metal of the conductor on its screw: read it, dead.'] : [],
		closing:
			'This states what was checked and under which rules. Local code and the authority having jurisdiction decide, and may require more.'
	};
}
const doneAt = (job: RuledJob['job'], circuit: Circuit, work: Work | undefined): string[] =>
	(work?.parts ?? []).flatMap((p) => {
		if (p.kind !== 'breaker' || p.at !== circuit.id) return [];
		const what = `${p.breakerA ? `a ${p.breakerA} A ` : 'a '}${p.breaker && p.breaker !== 'none' ? `${BREAKER_WORDS[p.breaker]} ` : ''}breaker in ${saySpace(job, circuit)}`;
		return [
			p.put ? `Put in ${what}, ${localDay(p.put.at)}${p.put.by ? ` by ${p.put.by}` : ''}.` : `Planned, not done yet: ${what}.`
		];
	});
/** Dead tests at the breaker; hands were at it without one: that is said. */
function deadOf(circuit: Circuit, work: Work | undefined, events: readonly LiveEvent[]): string[] {
	const tests = events.filter((e) => e.kind === 'dead-test' && (e.circuitId === circuit.id || e.boxId === circuit.id));
	if (tests.length) return tests.map((e) => `${localDay(e.at)} by ${e.by || 'not entered'}: ${e.note || 'verified dead'}.`);
	return work?.parts.some((p) => p.kind === 'breaker' && p.put) ? ['Dead test not recorded.'] : [];
}
/** What tells of the old one only. */
const OF_THE_OLD = ['loadA', 'tripS'];
/** The figures and words of a check, as they were asked. */
function sayCheck(check: GuidedCheck, since: boolean): string {
	const told = ASKS.breaker.flatMap((q) => {
		if (since && OF_THE_OLD.includes(q.key)) return [];
		const figure = check.figures[q.key];
		const word = check.words[q.key];
		if (figure !== undefined)
			return [
				`${q.words.toLowerCase()} ${q.unit === '°C' ? `${show(toF(figure), 0)} °F` : `${show(figure, 1)} ${q.unit ?? ''}`}`.trim()
			];
		return word ? [`${q.words.toLowerCase()}: ${q.allowed?.[word] ?? word}`] : [];
	});
	return `${localDay(check.at)}, ${told.join('; ')}, by ${check.by || 'not entered'}`;
}
const sayReading = (r: Reading): string =>
	`${localDay(r.at)}, ${readingWords(r.kind)}: ${readingValue(r)}, by ${r.by || 'not entered'}, ${r.instrument || 'instrument not said'}`;
