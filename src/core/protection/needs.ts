import { afciNeed } from '../code/210-12-afci';
import { editionOf } from '../code/amended-edition';
import { coversSection, inForce } from '../code/amendments';
import { cite } from '../code/rule';
import type { Edition } from '../code/shape/edition';
import { gfciNeed } from '../code/210-8-gfci';
import type { Need, OutletFacts } from '../code/outlet';
import { replacementLabels } from '../code/406-4-d-replacement-labels';
import { tamperNeed } from '../code/406-12-tamper-resistant';
import { weatherNeed, type Cover } from '../code/406-9-weather-resistant';
import type { Amendment } from '../model/known';
import type { Finding, Rule, Step, Subject } from '../model/result';
import { inWords, roomWords, type EditionKey } from '../model/kinds';

export interface ProtectionNeed {
	id: string;
	gfci: { required: boolean; because: Rule[] };
	afci: { required: boolean; because: Rule[] };
	tamperResistant: boolean;
	weatherResistant: boolean;
	cover: Cover;
	labels: string[];
}
export interface ProtectionAnswer {
	need: ProtectionNeed;
	gfci: Need;
	afci: Need;
	steps: Step[];
	findings: Finding[];
}

/** Everything that protects one outlet: GFCI, AFCI, tamper- and weather-resistant type, cover, labels, each with its reason. */
export function protectionNeed(
	edition: Edition,
	outlet: OutletFacts,
	{
		permitDate,
		amendments = [],
		subject = { kind: 'input', id: outlet.id }
	}: { permitDate: string | null; amendments?: readonly Amendment[] | undefined; subject?: Subject | undefined }
): ProtectionAnswer {
	const gfci = gfciNeed(edition, outlet, { permitDate, amendments });
	const afci = afciNeed(edition, outlet, amendments);
	const tamper = tamperNeed(edition, outlet);
	const weather = weatherNeed(edition, outlet);
	const { labels, rule: labelRule } = replacementLabels(edition, outlet);
	const steps: Step[] = [
		needStep('GFCI', outlet, gfci),
		needStep('AFCI', outlet, afci),
		{
			label: 'tamper-resistant',
			formula: tamper.why,
			value: tamper.required ? 'required' : 'not required',
			unit: '',
			rule: tamper.rule
		}
	];
	if (weather.rules[0]) {
		steps.push({
			label: weather.resistant ? 'weather-resistant, cover' : 'cover',
			formula: 'damp or wet place',
			value: inWords(weather.cover),
			unit: '',
			rule: weather.rules[0]
		});
	}
	if (labelRule)
		steps.push({
			label: 'labels',
			formula: 'no ground in the box',
			value: labels.join(', ') || 'none',
			unit: '',
			rule: labelRule
		});
	return {
		need: {
			id: outlet.id,
			gfci: { required: gfci.required, because: gfci.because },
			afci: { required: afci.required, because: afci.because },
			tamperResistant: tamper.required,
			weatherResistant: weather.resistant,
			cover: weather.cover,
			labels
		},
		gfci,
		afci,
		steps,
		findings: amendedFindings(edition, outlet, subject, [gfci, afci])
	};
}

function needStep(label: string, outlet: OutletFacts, need: Need): Step {
	const excused = need.excused[0];
	const where = `${inWords(outlet.what)}, ${roomWords(outlet.room)}, ${outlet.volts} V ${outlet.amps} A`;
	return {
		label,
		formula: need.reasons.join('; ') || (excused ? excused.because : `no listed place or use: ${where}`),
		value: need.required ? 'required' : 'not required',
		unit: '',
		rule: need.because[0] ?? excused?.rule
	};
}

/** Every result that an amendment changed says so. */
function amendedFindings(edition: Edition, outlet: OutletFacts, subject: Subject, needs: Need[]): Finding[] {
	return needs.flatMap((need) =>
		need.amendedBy.map((a): Finding => {
			const changed = need.excused.find((e) => coversSection(a.section, e.rule.section))?.rule ?? need.because[0];
			return {
				code: 'amended',
				id: `amended:${outlet.id}:${a.section}`,
				severity: 'advice',
				rule: changed ?? cite(edition, { section: a.section, title: 'Local amendment', confidence: 'check' }),
				subject,
				message: `A local amendment to ${a.section} changed this result (${a.reference || 'no reference given'}).`,
				amendedBy: a.reference || a.section
			};
		})
	);
}

/** Of an outlet by itself, of which it is not known what stands upstream. @source 210.8, 210.12 */
function accessFindings(edition: Edition, outlet: OutletFacts, { gfci, afci }: ProtectionAnswer): Finding[] {
	if (!(gfci.required || afci.required) || outlet.readilyAccessible !== false) return [];
	return [
		{
			code: 'access',
			id: `access:${outlet.id}`,
			severity: 'caution',
			rule: cite(edition, edition.gfci.access),
			subject: { kind: 'input', id: outlet.id },
			message: `This place is not readily accessible: put the ${gfci.required ? 'GFCI' : 'AFCI'} upstream or at the breaker.`
		}
	];
}

/** Many outlets of one dwelling at once. The kinds of dwelling do not differ in these rules; they do in those for places. */
export function protectAll(c: {
	edition: EditionKey;
	permitDate: string | null;
	outlets: readonly OutletFacts[];
	amendments?: readonly Omit<Amendment, 'id'>[];
}): { outlets: ProtectionNeed[]; steps: Step[]; findings: Finding[] } {
	const amendments = (c.amendments ?? []).map((a, i) => ({ ...a, id: `a${i + 1}` }));
	const held = inForce({ amendments, permitDate: c.permitDate });
	const edition = editionOf({ edition: c.edition, amendments: [...held] });
	const answers = c.outlets.map((outlet) => {
		const answer = protectionNeed(edition, outlet, { permitDate: c.permitDate, amendments: held });
		return { ...answer, findings: [...answer.findings, ...accessFindings(edition, outlet, answer)] };
	});
	return {
		outlets: answers.map((a) => a.need),
		steps: answers.flatMap((a) => a.steps.map((s) => ({ ...s, label: `${a.need.id}: ${s.label}` }))),
		findings: answers.flatMap((a) => a.findings)
	};
}
