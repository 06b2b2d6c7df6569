import { asTheyStand } from '../model/breaker-name';
import { BREAKER_WORDS } from '../model/protections';
import type { House } from '../house';
import { lazily } from '../model/lazily';
import { inForce } from '../code/amendments';
import { missingFact, orMissingFact } from '../code/missing-fact';
import { knownOr } from '../model/fact-words';
import { cite } from '../code/rule';
import type { Edition } from '../code/shape/edition';
import { editionOf } from '../code/amended-edition';
import { indexOf } from '../model/job-index';
import type { Box, Circuit, Device, Job, Room } from '../model/known';
import { sharedNeutralOnLoad } from '../run/shared-neutral';
import { EDITIONS, inWords, type Serves } from '../model/kinds';
import { hasGround } from '../run/ground-at';
import type { Decision, Finding, StageResult, Step, Subject } from '../model/result';
import { missingFindings } from './missing';
import { protectionNeed, type ProtectionAnswer } from './needs';
import { outletFacts } from './outlet-facts';
import { isDelicate } from './placing-case';
import { WORDS, type ProtectionCase } from './protection-case';
import { rewiredFindings } from './articles/210-12-d-rewired';
import { sharesNeutral } from './articles/210-4-b-shared-neutral';
import { standingOf } from './standing';
import { tubZoneFindings } from './articles/406-9-c-tub-zone';
import { ungroundedFindings } from './articles/406-4-d-ungrounded';

export { protectionRows, type ProtectionRow } from './protection-rows';

/** Protection of every device in the job: need, what gives it, and what is missing with its fix. */
export function assessProtection(house: House): StageResult {
	const { edition, job, readings } = house;
	const results = job.boxes.flatMap((box) => [
		...box.devices.map((device) =>
			knownOr(
				job,
				() => assessDevice({ edition, job, readings }, box, device),
				(_, fact): StageResult => ({
					findings: [missingFact(job, cite(edition, edition.gfci.receptacle.rule), fact)],
					decisions: []
				})
			)
		),
		inZone(edition, job, box)
	]);
	return {
		findings: [
			...delaysOpen(edition, job),
			...job.circuits.flatMap((c) => [
				...neutralFindings(edition, job, c),
				...orMissingFact(job, cite(edition, edition.circuits.multiwire.neutral), () => loadNeutralFindings(edition, job, c)),
				...orMissingFact(job, cite(edition, edition.afci.rule), () => rewiredFindings(edition, job, c))
			]),
			...results.flatMap((r) => r.findings)
		],
		decisions: results.flatMap((r) => r.decisions)
	};
}

/** An amendment that delays a rule, where nobody entered the permit's day: the rule is taken as in force, and that is said. */
const delaysOpen = (edition: Edition, { id, amendments, permitDate }: Job): Finding[] =>
	amendments.flatMap((a): Finding[] =>
		a.until && permitDate === null
			? [
					{
						code: 'permit-day',
						id: `permit-day:${a.id}`,
						severity: 'advice',
						rule: { section: a.section, title: 'Local amendment', edition: edition.key, confidence: 'check' },
						subject: { kind: 'job', id },
						message: `${a.section} is delayed here for permits before ${a.until} (${a.reference}), and the permit date is not entered: it is judged as in force.`
					}
				]
			: []
	);

/** A device whose LOAD carries on a neutral of two hots protects nobody: the second hot trips it. @source 300.13(B) */
function loadNeutralFindings(edition: Edition, job: Job, circuit: Circuit): Finding[] {
	const other = circuit.multiwire && indexOf(job).circuits.get(circuit.multiwire.withId);
	if (other && asTheyStand(other, circuit) < 0) return [];
	return sharedNeutralOnLoad(job, other ? [circuit, other] : [circuit]).map(({ box, device }) => ({
		code: 'shared-neutral-load',
		id: `shared-neutral-load:${device.id}`,
		severity: 'violation',
		rule: cite(edition, edition.circuits.multiwire.neutral),
		circuitId: circuit.id,
		subject: { kind: 'box', id: box.id },
		message: `${box.name}: its LOAD carries on a neutral that two hots share, so the second hot trips it and nothing after it is protected. Splice the neutral; protect each hot where they part, or both on a two-pole breaker.`
	}));
}
/** A breaker that watches its circuit on a neutral that is not its own: it trips at once, or does not watch. @source 210.4(B), 110.3(B) */
function neutralFindings(edition: Edition, job: Job, circuit: Circuit): Finding[] {
	if (circuit.poles === 2 || circuit.breaker === 'none') return [];
	const why = sharesNeutral(job, circuit);
	if (!why) return [];
	const { multiwire } = circuit;
	const kind = BREAKER_WORDS[circuit.breaker];
	return [
		{
			code: 'neutral-watch',
			id: `neutral-watch:${circuit.id}`,
			severity: 'violation',
			rule: cite(edition, edition.panels.listed),
			circuitId: circuit.id,
			subject: { kind: 'circuit', id: circuit.id },
			message: `${why} Its single-pole ${kind} breaker needs its own neutral. Fix: one two-pole breaker for both, separate neutrals, or devices at the outlets.`,
			fix: multiwire
				? {
						kind: 'pair-circuits',
						label: 'Two-pole breaker for both',
						circuitIds: [circuit.id, multiwire.withId],
						opens: 'two-pole'
					}
				: // A standard breaker alone would leave its outlets without protection.
					undefined
		}
	];
}

const inZone = (edition: Edition, job: Job, box: Box): StageResult => {
	const room = box.roomId ? indexOf(job).rooms.get(box.roomId) : undefined;
	return { findings: room ? tubZoneFindings({ edition }, room, box) : [], decisions: [] };
};

type Of = Pick<ProtectionCase, 'edition' | 'job' | 'readings'>;
function assessDevice(of: Of, box: Box, device: Device): StageResult {
	const { edition, job, readings } = of;
	const index = indexOf(job);
	const room = box.roomId ? index.rooms.get(box.roomId) : undefined;
	const subject: Subject = { kind: 'box', id: box.id };
	const circuit = index.circuitsOfBox.get(box.id)?.[0];
	const at = { box, device, circuit };
	const standing = standingOf({ edition, job }, at, readings);
	const facts = outletFacts({ edition, job }, { room: room ?? NOWHERE, ...at }, readings);
	const answer = protectionNeed(edition, facts, { permitDate: job.permitDate, amendments: inForce(job), subject });
	const c: ProtectionCase = { ...of, room: room ?? NOWHERE, ...at, facts, answer, standing, subject };
	// What a face promises, and what new work must have, does not depend on the room.
	const rule = cite(edition, edition.gfci.receptacle.rule);
	const grounds = [
		...orMissingFact(job, rule, () => ungroundedFindings(c)),
		...(standing.ground.lacks ? [missingFact(job, rule, standing.ground.lacks)] : [])
	];
	if (!room) return { decisions: [], findings: [...grounds, noRoom(c)] };
	return {
		decisions: [decisionOf(c)],
		findings: [
			...answer.findings,
			...orMissingFact(job, rule, () => missingFindings(c)),
			...grounds,
			...needless(c),
			...orMissingFact(job, rule, () => marks(c))
		]
	};
}
/** Stands for a room that is not known: no rule of places speaks of it. */
const NOWHERE: Room = {
	id: '',
	name: '',
	kind: 'attic',
	story: 0,
	finished: false,
	outline: null,
	breaks: [],
	counters: [],
	fixtures: [],
	foodPrep: false,
	studs: [],
	marks: []
};
const noRoom = ({ edition, box, device, subject }: ProtectionCase): Finding => ({
	code: 'no-room',
	id: `no-room:${device.id}`,
	severity: 'advice',
	rule: cite(edition, edition.gfci.receptacle.rule),
	subject,
	message: `${box.name}: its room is not known, so required protection can't be determined. Assign it to a room.`
});

const saidNeed = ({ need }: ProtectionAnswer): string =>
	[need.gfci.required && 'GFCI', need.afci.required && 'AFCI'].filter(Boolean).join(' + ') || 'No GFCI, no AFCI';
/** Why, each reason beside what it is the reason of; what asks for neither says what was looked at. */
const saidWhy = ({ gfci, afci, steps }: ProtectionAnswer): string =>
	[gfci.required && `GFCI: ${gfci.reasons.join('; ')}`, afci.required && `AFCI: ${afci.reasons.join('; ')}`]
		.filter(Boolean)
		.join('. ') ||
	(steps[0]?.formula ?? '');

function decisionOf(c: ProtectionCase): Decision {
	const { edition, job, room, box, device, circuit, readings, answer, subject, standing } = c;
	const sources = (['gfci', 'afci'] as const).flatMap((against) => {
		const by = standing[against];
		return by ? [{ label: `${WORDS[against]} from`, formula: '', value: by.name, unit: '' }] : [];
	});
	// What the other editions ask of the same outlet: where moving house between jurisdictions trips people.
	const alternatives = lazily(() =>
		EDITIONS.filter((key) => key !== edition.key).map((key) => {
			const book = editionOf(job, key);
			const theirs = outletFacts({ edition: book, job }, { room, box, device, circuit }, readings);
			const other = protectionNeed(book, theirs, { permitDate: job.permitDate });
			return { value: `${key}: ${saidNeed(other)}`, why: saidWhy(other) };
		})
	);
	return {
		code: 'protect',
		id: `protect:${device.id}`,
		subject,
		value: saidNeed(answer),
		title: device.name || (device.kind === 'receptacle' ? 'receptacle' : device.kind),
		steps: [...answer.steps, ...sources, groundStep(c), ...switchedSteps(edition, device)],
		rules: [...answer.need.gfci.because, ...answer.need.afci.because],
		get alternatives() {
			return alternatives();
		}
	};
}
const GROUND_WORDS = {
	proven: 'proven',
	seen: 'there, not read yet',
	said: 'not proven',
	none: 'none',
	unknown: 'not known'
} as const;
const groundStep = ({ standing: { ground } }: ProtectionCase): Step => ({
	label: 'ground',
	formula: ground.why,
	value: GROUND_WORDS[ground.state],
	unit: ''
});

/** How a half-switched or a controlled receptacle is made, and which half still counts along the wall. */
function switchedSteps(edition: Edition, device: Device): Step[] {
	const steps: Step[] = [];
	if (device.switched === 'half')
		steps.push({
			label: 'half switched',
			formula: 'hot-side tab out, neutral tab stays',
			value: 'the other half counts for spacing',
			unit: '',
			rule: cite(edition, edition.walls.counts)
		});
	if (device.controlled)
		steps.push({
			label: 'controlled',
			formula: 'controlled by a timer, sensor or energy management',
			value: `marked "${edition.controlled.text}", with which contacts`,
			unit: '',
			rule: cite(edition, edition.controlled.rule)
		});
	return steps;
}

const DELICATE_WORDS: Partial<Record<Serves, string>> = { alarm: 'alarm' };
/** What spoils or falls silent unseen hangs on the LOAD of a device elsewhere, and nothing asks for that. */
function needless({ edition, box, device, answer, subject, standing }: ProtectionCase): Finding[] {
	const source = standing.gfci;
	// Where it stands in for a ground it is asked for.
	if (device.slots === 'grounding' && device.receptacles && !hasGround(standing.ground)) return [];
	if (answer.gfci.required || !isDelicate(device) || source?.kind !== 'device' || source.id === box.id) return [];
	const serves = device.serves ?? (device.kind === 'alarm' ? 'alarm' : null);
	const name = device.name || (serves ? (DELICATE_WORDS[serves] ?? inWords(serves)) : 'outlet');
	return [
		{
			code: 'needless',
			id: `needless:${device.id}`,
			severity: 'advice',
			rule: cite(edition, edition.gfci.access),
			subject,
			message: `${box.name}: the ${name} is on the LOAD side of the GFCI at ${source.name}, which isn't required here. Nobody notices a trip: move the downstream wiring to LINE there.`
		}
	];
}

function marks({ edition, box, device, answer, subject }: ProtectionCase): Finding[] {
	if (device.state === 'found') return [];
	const found: Finding[] = [];
	if (answer.need.tamperResistant && !device.tamperResistant) {
		found.push({
			code: 'tamper',
			id: `tamper:${device.id}`,
			severity: 'violation',
			rule: cite(edition, edition.tamper.rule),
			subject,
			message: `${box.name} must be a tamper-resistant receptacle.`,
			fix: { kind: 'mark-device', label: 'Make it tamper-resistant', boxId: box.id, deviceId: device.id, mark: 'tamperResistant' }
		});
	}
	if (answer.need.weatherResistant && !device.weatherResistant) {
		found.push({
			code: 'weather',
			id: `weather:${device.id}`,
			severity: 'violation',
			rule: cite(edition, edition.weather.resistant),
			subject,
			message: `${box.name} is in a damp or wet place: it must be a weather-resistant receptacle under ${answer.need.cover === 'in-use' ? 'an in-use' : `a ${answer.need.cover}`} cover.`,
			fix: {
				kind: 'mark-device',
				label: 'Make it weather-resistant',
				boxId: box.id,
				deviceId: device.id,
				mark: 'weatherResistant'
			}
		});
	}
	return found;
}
