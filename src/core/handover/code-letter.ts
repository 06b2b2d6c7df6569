import { permitWords } from './permit-words';
import { houseOf } from '../house';
import type { Seen } from '../claims/outlet-case';
import { breakerWritten, saySpace } from '../model/breaker-name';
import { lastWorkAt, type Work } from '../model/work';
import { knownBefore } from '../model/written';
import { obligationsOf } from '../work/obligations';
import { BREAKER_WORDS, DEVICE_WORDS } from '../model/protections';
import { localDay } from '../units/day';
import type { RuledJob } from '../code/ruled-job';
import { knownOr, sayRating } from '../model/fact-words';
import type { Box, Circuit, Device, DeviceWas, Job, LiveEvent, Reading } from '../model/known';
import { indexOf, placeName } from '../model/job-index';
import { inWords } from '../model/kinds';
import type { Rule } from '../model/result';
import { counting } from '../model/latest-readings';
import { readingValue, readingWords } from '../model/reading';
import { boxClaims, claimsOf, isProven } from '../claims/claims-of';
import { MISSING } from '../claims/missing';
import { proofOf } from '../prove/assess-prove';
import { groundOf } from '../run/ground-at';
import { needOf } from '../protection/need-of';
import { BUTTON_PROVES, dutiesOf } from '../protection/articles/406-4-d-replace-advice';
import { cantTell, standingOf } from '../protection/standing';
import { standingWords } from '../protection/standing-words';

/** What is said of one outlet to whoever doubts it: facts, rules in our words, evidence, and what a tester will show. */
export interface CodeLetter {
	title: string;
	head: string;
	/** What stood there before the work. */
	facts: string[];
	/** What was read before it. */
	before: string[];
	/** What was put in, and what is only planned. */
	done: string[];
	/** How it was verified dead for it; that no test is recorded, where something was put in. */
	dead: string[];
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
	const seen = { readings, events };
	const work = lastWorkAt(job, box.id);
	const place = boxClaims({ edition, job }, seen, { box, proof: proofOf({ edition, job }, box, readings) });
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
		const proven = place.outlets.some((o) => o.device === device.id && o.gfci.is === 'yes');
		// A button that was not pressed, or failed, proves nothing.
		if (stands?.tester) tester.push(proven ? stands.tester : stands.tester.replace(` ${BUTTON_PROVES}`, ''));
	}
	const ground = groundOf(job, box, readings);
	const own = counting(readings).filter((r) => r.boxId === box.id);
	const isEarly = (r: Reading): boolean => work !== undefined && wasBefore(work, box, r);
	const evidence = own.filter((r) => !isEarly(r)).map(sayReading);
	return {
		title: `${box.name}, ${room?.name ?? 'room not known'}`,
		head: `${job.name}${job.place ? `, ${job.place}` : ''}. NEC ${edition.key}, ${permitWords(job)}.${job.amendments.length ? ` Local amendments: ${job.amendments.map((a) => `${a.section} (${a.reference})`).join('; ')}.` : ''}`,
		facts: [
			...foundOf(box, work),
			`Ground: ${ground.why}`,
			...foundBreaker(job, circuit, work, readings),
			...(box.note ? [box.note] : [])
		],
		before: own.filter(isEarly).map(sayReading),
		done: doneOf(job, box, work),
		dead: deadTests(job, box, work, events),
		left: [
			...(place.read
				? [
						`By its readings: ${place.word}${place.level === 'right' ? '; ground path not read' : ''}.`,
						...(isProven(place) ? [] : place.missing.map((m) => `Not proven: ${MISSING[m].words}.`))
					]
				: [box.devices.length ? 'Not tested.' : 'Splices behind a blank cover.']),
			...(work ? owedElsewhere(job, work, { seen, box }) : []),
			...(work?.skipped?.some((x) => x.step === 'prove')
				? ['Testing was skipped: what is listed here as not proven was not tested.']
				: [])
		],
		points,
		evidence: [...evidence, ...(photos ? [`${photos} ${photos === 1 ? 'photo' : 'photos'} with this job.`] : [])],
		tester,
		asks: [
			...asks,
			...(ground.ask ? [ground.ask] : []),
			...(evidence.length || !box.devices.length ? [] : ['No readings of this outlet yet.'])
		],
		closing:
			'This states what was checked and under which rules. Local code and the authority having jurisdiction decide, and may require more.'
	};
}
const sayReading = (r: Reading): string =>
	`${localDay(r.at)}, ${readingWords(r.kind)}: ${readingValue(r)}, by ${r.by || 'not entered'}, ${r.instrument || 'instrument not said'}`;
/** Read before anything of the work at this box was in. */
const wasBefore = (work: Work, box: Box, r: Reading): boolean => {
	const [first] = work.parts.filter((p) => p.at === box.id || p.kind === 'breaker').flatMap((p) => p.put ?? []);
	return r.phase === 'before' || (first ? knownBefore(r, first) : !knownBefore(work.begun, r));
};
/** What stood in the box: as the work noted it, else as its devices tell. */
const foundOf = (box: Box, work: Work | undefined): string[] => {
	const noted = work?.found.devices.filter((f) => f.boxId === box.id) ?? [];
	if (noted.length) return noted.map((f) => faceOf(f.device));
	return box.devices.flatMap((d) =>
		d.was ? faceOf(d.was) : d.state === 'found' ? faceOf(d) : box.state === 'found' ? [] : 'No outlet: this is new work.'
	);
};
/** Its breaker as it was found: one that this work put in is among what was done. */
function foundBreaker(job: Job, circuit: Circuit | undefined, work: Work | undefined, readings: readonly Reading[]): string[] {
	if (!circuit) return ['Its circuit is not known.'];
	const noted = work?.found.breakers.find((b) => b.id === circuit.id);
	const protection = noted?.breaker ?? circuit.breaker;
	const pressed = noted !== undefined || buttonPressed(circuit, readings);
	const kind =
		protection === 'none' ? '' : `, ${BREAKER_WORDS[protection]} breaker${pressed ? '' : ', its button not pressed yet'}`;
	return [`On ${breakerWritten(job, circuit)}, ${sayRating(noted ?? circuit)}${kind}.`];
}
/** What this work did at the box and elsewhere for it, and what it only plans. */
function doneOf(job: Job, box: Box, work: Work | undefined): string[] {
	// What a sheet led through is said by what was done, and not as a device put in.
	const sheet = work?.sheet !== undefined;
	const devices = box.devices.flatMap((d) =>
		d.state === 'built'
			? sheet
				? `${work?.title},${d.installed ? ` ${d.installed}` : ''}${d.installedBy ? ` by ${d.installedBy}` : ''}: ${faceOf(d)}`
				: `Put in${d.installed ? ` ${d.installed}` : ''}${d.installedBy ? ` by ${d.installedBy}` : ''}: ${faceOf(d).replace(/^A /, 'a ')}`
			: d.state === 'planned'
				? `Planned, not put in yet: ${faceOf(d).replace(/^A /, 'a ')}`
				: []
	);
	if (!work) return devices;
	const { boxes, circuits } = indexOf(job);
	const parts = work.parts.flatMap((p): string[] => {
		if (p.kind === 'device' && p.at === box.id) return [];
		const by = p.put ? `${localDay(p.put.at)}${p.put.by ? ` by ${p.put.by}` : ''}` : '';
		const name = boxes.get(p.at)?.name ?? '';
		const put = (did: string, plans: string): string[] => [
			p.put ? `${did} ${by}`.trim() + '.' : `Planned, not done yet: ${plans}.`
		];
		const circuit = circuits.get(p.at);
		if (p.kind === 'breaker' && circuit) {
			const what = `a ${BREAKER_WORDS[p.breaker ?? circuit.breaker] || 'plain'} breaker in ${saySpace(job, circuit)}`;
			return put(`Put in ${what},`, what);
		}
		if (p.kind === 'jumper') return put(`Jumper between neutral and ground taken off at ${name},`, `the jumper off at ${name}`);
		if (p.kind === 'blank')
			return put(`Removed at ${name}, spliced, blank cover on,`, `the device at ${name} out, a blank cover on`);
		if (p.kind === 'splice') return put(`Opened, spliced on and closed at ${name},`, `the splice at ${name}`);
		if (p.newBox) return put(`New box at ${name}, its device in,`, `a new box at ${name}`);
		if (p.kind === 'label') return put(`Label "${p.words}" on ${name},`, `label "${p.words}" on ${name}`);
		return put(`Put in at ${name},`, `the device at ${name}`);
	});
	const { old, ended } = work;
	return [
		...devices,
		...parts,
		...(old
			? [`Removed: ${[old.age && `age ${old.age}`, old.seen, old.fate].filter(Boolean).join('; ') || 'nothing noted'}.`]
			: []),
		...(ended ? [`Ended unfinished, ${localDay(ended.at)}${ended.by ? ` by ${ended.by}` : ''}: ${ended.says}.`] : [])
	];
}
/** Every dead test of the box; hands were in it without one: that is said. */
function deadTests(job: Job, box: Box, work: Work | undefined, events: readonly LiveEvent[]): string[] {
	// A new box is live by the one that feeds it alone: that is where it was tested.
	const feeds = work?.parts.some((p) => p.newBox && p.at === box.id) ? work.boxId : null;
	const tests = events.filter((e) => e.kind === 'dead-test' && (e.boxId === box.id || (feeds !== null && e.boxId === feeds)));
	const at = (e: LiveEvent) => (e.boxId === box.id ? '' : `, at ${placeName(job, e.boxId)}`);
	if (tests.length)
		return tests.map((e) => `${localDay(e.at)} by ${e.by || 'not entered'}${at(e)}: ${e.note || 'verified dead'}.`);
	const handsIn =
		work?.parts.some((p) => p.put && p.at === box.id && p.kind !== 'label') || box.devices.some((d) => d.state === 'built');
	return handsIn ? ['Dead test not recorded.'] : [];
}
/** What the work owes at other places. */
const owedElsewhere = (job: Job, work: Work, { seen, box }: { seen: Seen; box: Box }): string[] =>
	obligationsOf(job, work, {
		claims: claimsOf(houseOf(job, seen.readings, seen.events)),
		readings: seen.readings
	})
		.filter((o) => o.state !== 'done' && o.at !== box.id)
		.map((o) => `Not proven: ${o.words}.`);
const buttonPressed = (circuit: { id: string }, readings: readonly Reading[]): boolean =>
	counting(readings).some(
		(r) => r.boxId === circuit.id && (r.kind === 'gfci-own' || r.kind === 'afci-own') && r.word === 'trips'
	);
const faceOf = (
	d: DeviceWas & Partial<Pick<Device, 'usb' | 'form' | 'switched' | 'nightLight' | 'withSwitch' | 'yoke'>>
): string =>
	d.receptacles
		? `${d.slots === 'two-slot' ? 'A two-slot' : 'A grounding'} receptacle, ${d.amps} A, ${d.volts} V${d.form ? `, ${d.form}` : ''}${d.usb ? ', with USB' : ''}${d.nightLight ? ', with a night light' : ''}${d.withSwitch ? ', with a switch' : ''}${d.yoke === 'dual-voltage' ? ', 125 and 250 V halves' : ''}${d.switched === 'half' ? ', one half switched' : ''}${d.protection === 'none' ? '' : `, ${DEVICE_WORDS[d.protection]} in it`}.`
		: `${d.name || inWords(d.kind)}.`;
