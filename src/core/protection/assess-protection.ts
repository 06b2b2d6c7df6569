import { inForce } from '../code/amendments';
import { cite, type Edition } from '../code/edition';
import { editionOf } from '../code/amended-edition';
import { indexOf } from '../model/job-index';
import type { Box, Circuit, Device, Job, Room } from '../model/job';
import { EDITIONS, inWords } from '../model/kinds';
import { remembered } from '../model/remember';
import { runOf } from '../circuits/runs';
import { labelLists } from '../circuits/slots';
import type { Decision, Finding, Fix, StageResult, Step, Subject } from '../model/result';
import type { OutletFacts } from '../code/outlet';
import { nearRooms } from './cord-path';
import { outletFacts } from './outlet-facts';
import { needOf } from './need-of';
import { protectionNeed, type ProtectionAnswer } from './needs';
import { isDelicate, sharesNeutral } from './placing-case';
import { protectedBy } from './reach';
import { tubZoneFindings } from './tub-zone';

const known = remembered<Box, StageResult[]>();

/** Protection of every device in the job: need, what gives it, and what is missing with its fix. */
export function assessProtection(edition: Edition, job: Job): StageResult {
	const { boxes, rooms, circuitsOfBox } = indexOf(job);
	const results = job.boxes.flatMap((box) => {
		const circuit = circuitsOfBox.get(box.id)?.[0];
		const path = (circuit && runOf(job, circuit).byBox.get(box.id)?.path) ?? [];
		const rows = [
			edition,
			job.permitDate,
			inForce(job),
			...nearOf(job, box.roomId ? rooms.get(box.roomId) : undefined),
			circuit,
			circuit && job.panels.find((p) => p.id === circuit.panelId),
			...path.map((leg) => boxes.get(leg.fromId))
		];
		return known(box, rows, () => [
			...box.devices.map((device) => assessDevice(edition, job, box, device)),
			inZone(edition, job, box)
		]);
	});
	return {
		findings: [...job.circuits.flatMap((c) => neutralFindings(edition, job, c)), ...results.flatMap((r) => r.findings)],
		decisions: results.flatMap((r) => r.decisions)
	};
}

/** A breaker that watches its neutral on a neutral that is not its own: it trips at once, or does not watch. @source 210.4(B), 110.3(B) */
function neutralFindings(edition: Edition, job: Job, circuit: Circuit): Finding[] {
	if (circuit.poles === 2 || (circuit.breaker !== 'gfci' && circuit.breaker !== 'dual')) return [];
	const why = sharesNeutral(job, circuit);
	if (!why) return [];
	const { multiwire } = circuit;
	return [
		{
			id: `neutral-watch:${circuit.id}`,
			severity: 'violation',
			rule: cite(edition, edition.panels.listed),
			subject: { kind: 'circuit', id: circuit.id },
			message: `${why} Its single-pole ${circuit.breaker === 'gfci' ? 'GFCI' : 'dual-function'} breaker wants a neutral of its own landed on it. Ways out: a two-pole one for both, separate neutrals, or devices at the outlets.`,
			fix: multiwire
				? {
						kind: 'pair-circuits',
						label: 'Two-pole breaker for both',
						circuitIds: [circuit.id, multiwire.withId],
						opens: 'two-pole'
					}
				: { kind: 'protect-breaker', label: 'A plain breaker; devices at the outlets', circuitId: circuit.id, protection: 'none' }
		}
	];
}

const inZone = (edition: Edition, job: Job, box: Box): StageResult => {
	const room = box.roomId ? indexOf(job).rooms.get(box.roomId) : undefined;
	return { findings: room ? tubZoneFindings(edition, job, room, box) : [], decisions: [] };
};

/** A cord may come from the next room. */
const nearOf = (job: Job, room: Room | undefined): readonly Room[] => (room ? nearRooms(job.rooms, room) : []);

interface Case {
	edition: Edition;
	job: Job;
	room: Room;
	box: Box;
	device: Device;
	circuit: Circuit | undefined;
	facts: OutletFacts;
	answer: ProtectionAnswer;
	subject: Subject;
}

function assessDevice(edition: Edition, job: Job, box: Box, device: Device): StageResult {
	const index = indexOf(job);
	const room = box.roomId ? index.rooms.get(box.roomId) : undefined;
	const subject: Subject = { kind: 'box', id: box.id };
	if (!room) {
		return {
			decisions: [],
			findings: [
				{
					id: `no-room:${device.id}`,
					severity: 'advice',
					rule: cite(edition, edition.gfci.receptacle.rule),
					subject,
					message: `${box.name}: which room it is in is not known, so what protection it needs cannot be told. Attach it to a room.`
				}
			]
		};
	}
	const circuit = index.circuitsOfBox.get(box.id)?.[0];
	const facts = outletFacts(edition, job, room, box, device, circuit);
	const answer = protectionNeed(edition, facts, job.permitDate, inForce(job), subject);
	const c: Case = { edition, job, room, box, device, circuit, facts, answer, subject };
	return {
		decisions: [decisionOf(c)],
		findings: [...answer.findings, ...missing(c, 'gfci'), ...missing(c, 'afci'), ...needless(c), ...marks(c)]
	};
}

const WORDS = { gfci: 'GFCI', afci: 'AFCI' } as const;
const saidNeed = ({ need }: ProtectionAnswer): string =>
	[need.gfci.required && 'GFCI', need.afci.required && 'AFCI'].filter(Boolean).join(' + ') || 'No GFCI, no AFCI';

function decisionOf({ edition, job, room, box, device, circuit, answer, subject }: Case): Decision {
	const sources = (['gfci', 'afci'] as const).flatMap((against) => {
		const by = circuit && protectedBy(job, circuit, box, device, against);
		return by ? [{ label: `${WORDS[against]} given by`, formula: '', value: by.name, unit: '' }] : [];
	});
	return {
		id: `protect:${device.id}`,
		subject,
		value: saidNeed(answer),
		title: device.name || (device.kind === 'receptacle' ? 'receptacle' : device.kind),
		steps: [...answer.steps, ...sources, ...switchedSteps(edition, device)],
		rules: [...answer.need.gfci.because, ...answer.need.afci.because],
		// What the other editions ask of the same outlet: where moving house between jurisdictions trips people.
		get alternatives() {
			return EDITIONS.filter((key) => key !== edition.key).map((key) => {
				const book = editionOf(job, key);
				const theirs = outletFacts(book, job, room, box, device, circuit);
				const other = protectionNeed(book, theirs, job.permitDate);
				const why = other.steps[0]?.formula ?? '';
				return { value: `${key}: ${saidNeed(other)}`, why };
			});
		}
	};
}

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
			formula: 'a timer, sensor or energy management takes its power away',
			value: `marked "${edition.controlled.text}", with which contacts`,
			unit: '',
			rule: cite(edition, edition.controlled.rule)
		});
	return steps;
}

function missing(c: Case, against: 'gfci' | 'afci'): Finding[] {
	const { job, box, device, circuit, answer, subject } = c;
	const need = answer[against];
	const rule = need.because[0];
	if (!need.required || !rule) return [];
	if (!circuit) {
		return [
			{
				id: `${against}-unknown:${device.id}`,
				severity: 'caution',
				rule,
				subject,
				message: `${box.name} needs ${WORDS[against]} (${need.reasons[0]}); its circuit is not known, so whether it has it cannot be told.`
			}
		];
	}
	if (protectedBy(job, circuit, box, device, against)) return [];
	const existing = device.state === 'found';
	// Old work comes under the rule when it is touched; for shock protection that is worth saying before.
	if (existing && against === 'afci') return [];
	return [
		{
			id: `${against}:${device.id}`,
			severity: existing ? 'advice' : 'violation',
			rule,
			subject,
			message: existing
				? `${box.name} has no ${WORDS[against]}; it is existing work, and comes under the rule when it is replaced or extended (${need.reasons[0]}).`
				: `${WORDS[against]} required, none on this outlet: ${need.reasons[0]}.`,
			fix: fixFor(c, circuit, against)
		}
	];
}

/**
 * At the outlet where a receptacle can hold it and be reached; else at the breaker, of a kind that its panel lists and that its
 * neutral lets be. Arc-fault protection begins at the breaker.
 */
function fixFor({ job, box, device, facts }: Case, circuit: Circuit, against: 'gfci' | 'afci'): Fix | undefined {
	const here = against === 'gfci' && facts.what === 'receptacle' && device.volts === 120 && device.amps <= 20;
	if (here && box.readilyAccessible && device.receptacles === 2) {
		return { kind: 'protect-device', label: `Make ${box.name} a GFCI`, boxId: box.id, deviceId: device.id, protection: 'gfci' };
	}
	const other = against === 'gfci' ? 'afci' : 'gfci';
	const protection = circuit.breaker === other ? 'dual' : against;
	const may = labelLists(job, circuit.panelId, protection) && (protection === 'afci' || !sharesNeutral(job, circuit));
	if (!may) return undefined;
	return { kind: 'protect-breaker', label: `Protect it at breaker ${circuit.number}`, circuitId: circuit.id, protection };
}

/** What spoils or falls silent unseen hangs on the LOAD of a device elsewhere, and nothing asks for that. */
function needless({ edition, job, box, device, circuit, answer, subject }: Case): Finding[] {
	if (!circuit || answer.gfci.required || !isDelicate(device)) return [];
	const source = protectedBy(job, circuit, box, device, 'gfci');
	if (source?.kind !== 'device' || source.id === box.id) return [];
	const name = device.name || (device.kind === 'alarm' ? 'alarm' : inWords(device.serves ?? 'outlet'));
	return [
		{
			id: `needless:${device.id}`,
			severity: 'advice',
			rule: cite(edition, edition.gfci.access),
			subject,
			message: `${box.name}: the ${name} hangs on the LOAD of the GFCI at ${source.name}, and nothing asks for that here. When it trips, nobody sees it: put what follows on LINE there.`
		}
	];
}

function marks({ edition, box, device, answer, subject }: Case): Finding[] {
	if (device.state === 'found') return [];
	const found: Finding[] = [];
	if (answer.need.tamperResistant && !device.tamperResistant) {
		found.push({
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
			id: `weather:${device.id}`,
			severity: 'violation',
			rule: cite(edition, edition.weather.resistant),
			subject,
			message: `${box.name} is in a damp or wet place: it must be a weather-resistant receptacle under a ${answer.need.cover} cover.`,
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

export interface ProtectionRow {
	boxId: string;
	boxName: string;
	roomName: string;
	deviceId: string;
	what: string;
	gfci: RowNeed;
	afci: RowNeed;
	tamperResistant: boolean;
	weatherResistant: boolean;
	cover: ProtectionAnswer['need']['cover'];
	/** Something it needs is not there, in new work. */
	open: boolean;
}
interface RowNeed {
	required: boolean;
	section: string;
	/** What gives it; null: nothing. */
	by: string | null;
	existing: boolean;
}

/** Every outlet with a known room as a row of a table: need, what gives it, type and cover. */
export function protectionRows(edition: Edition, job: Job): ProtectionRow[] {
	const index = indexOf(job);
	return job.boxes.flatMap((box) => {
		const room = box.roomId ? index.rooms.get(box.roomId) : undefined;
		if (!room) return [];
		const circuit = index.circuitsOfBox.get(box.id)?.[0];
		return box.devices.map((device): ProtectionRow => {
			const need = needOf(edition, job, { room, box, device, circuit });
			const existing = device.state === 'found';
			const side = (against: 'gfci' | 'afci'): RowNeed => ({
				required: need[against].required,
				section: need[against].because[0]?.section ?? '',
				by: (circuit && protectedBy(job, circuit, box, device, against)?.name) ?? null,
				existing
			});
			const [gfci, afci] = [side('gfci'), side('afci')];
			return {
				boxId: box.id,
				boxName: box.name,
				roomName: room.name,
				deviceId: device.id,
				what:
					device.name ||
					[device.volts === 240 && '240 V', device.serves && inWords(device.serves), inWords(device.kind)]
						.filter(Boolean)
						.join(' '),
				gfci,
				afci,
				tamperResistant: need.tamperResistant,
				weatherResistant: need.weatherResistant,
				cover: need.cover,
				open: !existing && [gfci, afci].some((n) => n.required && !n.by)
			};
		});
	});
}
