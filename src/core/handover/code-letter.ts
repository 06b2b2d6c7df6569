import { permitWords } from './paper';
import { breakerWritten } from '../model/breaker-name';
import { BREAKER_WORDS, DEVICE_WORDS } from '../model/protections';
import { localDay } from '../units/day';
import type { RuledJob } from '../code/ruled-job';
import { knownOr, sayRating } from '../model/fact-words';
import type { Box, DeviceWas, LiveEvent, Reading } from '../model/known';
import { indexOf } from '../model/job-index';
import { inWords } from '../model/kinds';
import type { Rule } from '../model/result';
import { counting } from '../model/latest-readings';
import { readingValue, readingWords } from '../model/reading';
import { boxClaims, isProven } from '../claims/claims-of';
import { MISSING } from '../claims/missing';
import { proofOf } from '../prove/assess-prove';
import { groundOf } from '../run/ground-at';
import { needOf } from '../protection/need-of';
import { dutiesOf } from '../protection/articles/406-4-d-replace-advice';
import { cantTell, standingOf } from '../protection/standing';
import { standingWords } from '../protection/standing-words';

/** What is said of one outlet to whoever doubts it: facts, rules in our words, evidence, and what a tester will show. */
export interface CodeLetter {
	title: string;
	head: string;
	/** What stood there before the work. */
	facts: string[];
	/** What was put in, and what is only planned. */
	done: string[];
	/** What stands there now, with what is not proven of it. */
	left: string[];
	points: { text: string; rule: Rule }[];
	evidence: string[];
	tester: string[];
	asks: string[];
	closing: string;
}

/** The basis in the code of what stands at a box, as a letter: what was found, what is required, what was done. @param photos how many are with it */
export function codeLetter(
	{ edition, job }: RuledJob,
	box: Box,
	{
		readings,
		events = [],
		photos = 0
	}: { readings: readonly Reading[]; events?: readonly LiveEvent[]; photos?: number | undefined }
): CodeLetter {
	const { rooms, circuitsOfBox } = indexOf(job);
	const room = box.roomId ? rooms.get(box.roomId) : undefined;
	const circuit = circuitsOfBox.get(box.id)?.[0];
	const points: CodeLetter['points'] = [];
	const place = boxClaims({ edition, job }, { readings, events }, box, proofOf({ edition, job }, box, readings));
	const tester: string[] = [];
	const asks: string[] = [];
	for (const device of box.devices) {
		if (!room) continue;
		const asked = knownOr(
			job,
			() => ({ need: needOf({ edition, job }, { room, box, device, circuit }, { readings }) }),
			(why) => ({ why })
		);
		if ('why' in asked) {
			asks.push(`${asked.why} The protection it needs rests on that.`);
			continue;
		}
		const { need } = asked;
		const standing = standingOf({ edition, job }, { box, device, circuit }, readings);
		for (const [against, words] of [
			['gfci', 'Ground-fault'],
			['afci', 'Arc-fault']
		] as const) {
			const [rule] = need[against].because;
			if (!need[against].required || !rule) continue;
			const given = standing[against]?.name;
			const proven = device.state !== 'planned' && place.outlets.some((o) => o.device === device.id && o[against].is === 'yes');
			points.push({
				text: `${words} protection is required; ${given ? (proven ? `provided by ${given}` : `to be provided by ${given}, not proven yet`) : cantTell(standing) ? 'whether something upstream provides it is not known' : 'none yet'}.`,
				rule
			});
		}
		const stands = standingWords(edition, { box, device }, standing);
		if (stands) points.push(stands);
		if (stands && device.state !== 'found') points.push(...dutiesOf(edition, need).map(({ text, rule }) => ({ text, rule })));
		if (stands?.tester) tester.push(stands.tester);
	}
	const ground = groundOf(job, box, readings);
	const evidence = counting(readings)
		.filter((r) => r.boxId === box.id)
		.map(
			(r) =>
				`${localDay(r.at)}, ${readingWords(r.kind)}: ${readingValue(r)}, by ${r.by || 'not entered'}, ${r.instrument || 'instrument not said'}`
		);
	return {
		title: `${box.name}, ${room?.name ?? 'room not known'}`,
		head: `${job.name}${job.place ? `, ${job.place}` : ''}. NEC ${edition.key}, ${permitWords(job)}.${job.amendments.length ? ` Local amendments: ${job.amendments.map((a) => `${a.section} (${a.reference})`).join('; ')}.` : ''}`,
		facts: [
			...box.devices.flatMap((d) =>
				d.was ? faceOf(d.was) : d.state === 'found' ? faceOf(d) : box.state === 'found' ? [] : 'No outlet: this is new work.'
			),
			`Ground: ${ground.why}`,
			circuit
				? `On ${breakerWritten(job, circuit)}, ${sayRating(circuit)}${circuit.breaker === 'none' ? '' : `, ${BREAKER_WORDS[circuit.breaker]} breaker${buttonPressed(circuit, readings) ? '' : ', its button not pressed yet'}`}.`
				: 'Its circuit is not known.',
			...(box.note ? [box.note] : [])
		],
		done: box.devices.flatMap((d) =>
			d.state === 'built'
				? `Put in${d.installed ? ` ${d.installed}` : ''}${d.installedBy ? ` by ${d.installedBy}` : ''}: ${faceOf(d).replace(/^A /, 'a ')}`
				: d.state === 'planned'
					? `Planned, not put in yet: ${faceOf(d).replace(/^A /, 'a ')}`
					: []
		),
		left: place.read
			? [
					`By its readings: ${place.word}${place.level === 'right' ? '; ground path not read' : ''}.`,
					...(isProven(place) ? [] : place.missing.map((m) => `Not proven: ${MISSING[m].words}.`))
				]
			: ['Not tested.'],
		points,
		evidence: [...evidence, ...(photos ? [`${photos} ${photos === 1 ? 'photo' : 'photos'} with this job.`] : [])],
		tester,
		asks: [...asks, ...(ground.ask ? [ground.ask] : []), ...(evidence.length ? [] : ['No readings of this outlet yet.'])],
		closing:
			'This states what was checked and under which rules. Local code and the authority having jurisdiction decide, and may require more.'
	};
}
const buttonPressed = (circuit: { id: string }, readings: readonly Reading[]): boolean =>
	counting(readings).some(
		(r) => r.boxId === circuit.id && (r.kind === 'gfci-own' || r.kind === 'afci-own') && r.word === 'trips'
	);
const faceOf = (d: DeviceWas): string =>
	d.receptacles
		? `${d.slots === 'two-slot' ? 'A two-slot' : 'A grounding'} receptacle, ${d.amps} A, ${d.volts} V${d.protection === 'none' ? '' : `, ${DEVICE_WORDS[d.protection]} in it`}.`
		: `${d.name || inWords(d.kind)}.`;
