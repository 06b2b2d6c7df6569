import type { Edition } from '../code/edition';
import type { Box, Device, Job, Reading } from '../model/job';
import { indexOf } from '../model/job-index';
import { inWords } from '../model/kinds';
import type { Rule } from '../model/result';
import { readingValue, readingWords } from '../model/reading';
import { needOf } from '../protection/need-of';
import { protectedBy } from '../protection/reach';
import { groundOf, replaceAdvice } from '../protection/replace-advice';

/** What is said of one outlet to whoever doubts it: facts, rules in our words, evidence, and what a tester will show. */
export interface CodeLetter {
	title: string;
	head: string;
	facts: string[];
	points: { text: string; rule: Rule }[];
	evidence: string[];
	tester: string[];
	asks: string[];
	closing: string;
}

export function codeLetter(edition: Edition, job: Job, box: Box, readings: readonly Reading[], photos = 0): CodeLetter {
	const { rooms, circuitsOfBox } = indexOf(job);
	const room = box.roomId ? rooms.get(box.roomId) : undefined;
	const circuit = circuitsOfBox.get(box.id)?.[0];
	const points: CodeLetter['points'] = [];
	const tester: string[] = [];
	for (const device of box.devices) {
		if (!room) continue;
		const need = needOf(edition, job, { room, box, device, circuit });
		const given = (against: 'gfci' | 'afci') => (circuit && protectedBy(job, circuit, box, device, against)?.name) ?? 'none yet';
		if (need.gfci.required)
			points.push({
				text: `Ground-fault protection is asked for; it is given by ${given('gfci')}.`,
				rule: need.gfci.because[0] as Rule
			});
		if (need.afci.required)
			points.push({
				text: `Arc-fault protection is asked for; it is given by ${given('afci')}.`,
				rule: need.afci.because[0] as Rule
			});
		for (const rule of labelRules(edition, job, box, device, readings)) points.push(rule);
		tester.push(...testerWords(edition, job, box, device, readings));
	}
	const ground = groundOf(job, box, readings);
	const evidence = readings
		.filter((r) => r.boxId === box.id && !r.struck)
		.map(
			(r) =>
				`${r.at.slice(0, 10)}, ${readingWords(r.kind)}: ${readingValue(r)}, by ${r.by || 'not said'}, ${r.instrument || 'instrument not said'}`
		);
	return {
		title: `${box.name}, ${room?.name ?? 'room not known'}`,
		head: `${job.name}${job.place ? `, ${job.place}` : ''}. NEC ${edition.key}, permit of ${job.permitDate}.${job.amendments.length ? ` Local amendments: ${job.amendments.map((a) => `${a.section} (${a.reference})`).join('; ')}.` : ''}`,
		facts: [
			...box.devices.map((d) => faceOf(d)),
			`Ground: ${ground.why}`,
			circuit
				? `Circuit ${circuit.number}, ${circuit.breakerA} A${circuit.breaker === 'none' ? '' : `, ${circuit.breaker === 'dual' ? 'dual-function' : circuit.breaker.toUpperCase()} breaker`}.`
				: 'Its circuit is not known.',
			...(box.note ? [box.note] : [])
		],
		points,
		evidence: [...evidence, ...(photos ? [`${photos} ${photos === 1 ? 'photo' : 'photos'} with the job.`] : [])],
		tester,
		asks: [...(ground.ask ? [ground.ask] : []), ...(evidence.length ? [] : ['No reading of this outlet is with the job yet.'])],
		closing:
			'This tells what was checked, and by which rules. Local code and the authority having jurisdiction decide, and may ask for more.'
	};
}
const faceOf = (d: Device): string =>
	d.receptacles
		? `${d.slots === 'two-slot' ? 'A two-slot' : 'A grounding'} receptacle, ${d.amps} A, ${d.volts} V${d.protection === 'none' ? '' : `, ${d.protection === 'dual' ? 'GFCI and AFCI' : d.protection.toUpperCase()} in it`}, ${d.state}.`
		: `${d.name || inWords(d.kind)}, ${d.state}.`;

/** Labels that its face must bear, each with the paragraph that asks for it. */
function labelRules(edition: Edition, job: Job, box: Box, device: Device, readings: readonly Reading[]): CodeLetter['points'] {
	if (box.state !== 'found' || !device.receptacles || device.state === 'found') return [];
	const advice = replaceAdvice(edition, job, box, device, readings);
	const chosen = chosenOf(advice, device);
	if (!chosen) return [];
	return [
		{
			text: `${chosen.title}. ${chosen.does}${chosen.labels.length ? ` Marked: ${chosen.labels.map((l) => `"${l}"`).join(' and ')}.` : ''}`,
			rule: chosen.rule
		},
		...(advice?.duties ?? []).map(({ text, rule }) => ({ text, rule }))
	];
}
function chosenOf(advice: ReturnType<typeof replaceAdvice>, device: Device) {
	if (!advice) return undefined;
	const id =
		advice.ground.state === 'proven'
			? 'grounding'
			: device.slots === 'two-slot'
				? 'two-slot'
				: device.protection === 'none'
					? ['gfci-upstream', 'gfci-breaker']
					: 'gfci-here';
	return advice.choices.find((c) => (Array.isArray(id) ? id.includes(c.id) : c.id === id));
}
const testerWords = (edition: Edition, job: Job, box: Box, device: Device, readings: readonly Reading[]): string[] => {
	const words = device.receptacles ? chosenOf(replaceAdvice(edition, job, box, device, readings), device)?.tester : undefined;
	return words ? [words] : [];
};
