import { BreakerName, breakerName } from '../../model/breaker-name';
import { cite, type RuleRef } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { amendmentFor, inForce } from '../../code/amendments';
import { servesCounter } from '../../layout/serves-counter';
import type { Box, Circuit, Job, Room } from '../../model/known';
import { indexOf } from '../../model/job-index';
import { inWords } from '../../model/kinds';
import type { Finding, Fix, Subject } from '../../model/result';
import { counted } from '../../units/quantity';
import { isFixedInPlace } from './210-23-fixed-in-place';
import { moveFix } from '../../run/moving';
import { boxesServed, outletsServed, runOf } from '../../run/runs';
import { takesMore } from '../../run/spaces';
import { floorArea } from '../service/service-of-job';

/** Circuits that a dwelling must have, and what receptacles of kitchen-type rooms may hang on. @source 210.11, 210.52(B) */
export function requiredCircuits(edition: Edition, job: Job): Finding[] {
	return [
		...missingCircuits(edition, job),
		...countersOnTwo(edition, job),
		...kitchensOffTheirCircuits(edition, job),
		...roomsOffTheirCircuits(edition, job),
		...twoKitchens(edition, job),
		...generalByArea(edition, job)
	].filter((f) => amendmentFor(inForce(job), f.rule.section)?.change !== 'off');
}

interface Said {
	id: string;
	code: string;
	circuitId?: string;
	rule: RuleRef;
	subject?: Subject;
	message: string;
	have?: number;
	need?: number;
	unit?: string;
	fix?: Fix;
	existing: boolean;
}
const say = (edition: Edition, job: Job, { existing, rule, subject, ...f }: Said): Finding => ({
	...f,
	severity: existing ? 'advice' : 'violation',
	rule: cite(edition, rule),
	subject: subject ?? { kind: 'job', id: job.id }
});
/** A house of nothing but existing work need not be brought up to what new work needs. */
const isExisting = (job: Job): boolean => job.boxes.some((b) => b.state === 'found');

function missingCircuits(edition: Edition, job: Job): Finding[] {
	return edition.circuits.required.flatMap((want) => {
		const rooms = job.rooms.filter((r) => want.rooms.includes(r.kind) && hasPower(job, r));
		if (!rooms.length) return [];
		// What is smaller is told of at the circuit itself.
		const have = job.circuits.filter((c) => c.kind === want.kind).length;
		const lacking = want.least - have;
		if (lacking <= 0) return [];
		const [panel] = job.panels;
		const circuits = Array.from({ length: lacking }, (_, i) => ({
			name: want.least > 1 ? `${want.name} ${have + i + 1}` : want.name,
			kind: want.kind,
			breakerA: want.amps
		}));
		return [
			say(edition, job, {
				code: 'required',
				id: `required:${want.kind}`,
				rule: want.rule,
				message: `${counted(want.least, `${inWords(want.kind)} circuit`)} of ${want.amps} A ${want.least === 1 ? 'is' : 'are'} required; the job has ${have}.`,
				have,
				need: want.least,
				unit: 'circuits',
				fix:
					panel && !takesMore(job, panel, lacking)
						? undefined
						: { kind: 'add-circuits', label: `Add ${counted(lacking, 'circuit')}`, circuits },
				existing: isExisting(job)
			})
		];
	});
}
/** A detached garage without power asks for nothing. */
const hasPower = (job: Job, room: Room): boolean =>
	!room.detached || (room.powered ?? (indexOf(job).boxesOfRoom.get(room.id) ?? []).length > 0);

const receptacles = (box: Box) => box.devices.filter((d) => d.kind === 'receptacle' && d.receptacles > 0 && d.volts === 120);
const boxesIn = (job: Job, room: Room) => indexOf(job).boxesOfRoom.get(room.id) ?? [];
const feeding = (job: Job, box: Box): readonly Circuit[] => indexOf(job).circuitsOfBox.get(box.id) ?? [];

/** Counter receptacles of one kitchen on at least two circuits. Until all hang on a circuit it cannot be said. */
function countersOnTwo(edition: Edition, job: Job): Finding[] {
	const { rule, least } = edition.circuits.counters;
	return job.rooms
		.filter((r) => r.kind === 'kitchen')
		.flatMap((room) => {
			const counters = boxesIn(job, room).filter(
				(b) =>
					receptacles(b).some((d) => d.serves === 'countertop') ||
					(receptacles(b).length > 0 && servesCounter({ edition, job }, room, b))
			);
			const fed = counters.map((b) => feeding(job, b));
			if (counters.length < 2 || fed.some((c) => !c.length)) return [];
			const circuits = new Set(fed.flat().filter((c) => c.kind === 'small-appliance'));
			if (circuits.size >= least) return [];
			return [
				say(edition, job, {
					code: 'counters',
					id: `counters:${room.id}`,
					rule,
					subject: { kind: 'room', id: room.id },
					message: `The counter receptacles of ${room.name} are on ${counted(circuits.size, 'small-appliance circuit')}: at least ${least} must supply them.`,
					have: circuits.size,
					need: least,
					unit: 'circuits',
					existing: counters.every((b) => b.state === 'found')
				})
			];
		});
}

/**
 * A receptacle of a kitchen-type room on another circuit than a small-appliance one: the circuit that was treated as free.
 * Let off: an individual circuit for one appliance, and a switched receptacle that is the room's light.
 */
function kitchensOffTheirCircuits(edition: Edition, job: Job): Finding[] {
	const { rule, rooms } = edition.circuits.kitchens;
	return job.rooms
		.filter((r) => rooms.includes(r.kind))
		.flatMap((room) =>
			boxesIn(job, room).flatMap((box) => {
				const own = receptacles(box).filter((d) => d.switched === 'none' && !isFixedInPlace(edition, box, d));
				const wrong = own.length
					? feeding(job, box).find((c) => c.kind !== 'small-appliance' && !isIndividual(job, c))
					: undefined;
				if (!wrong) return [];
				return [
					say(edition, job, {
						code: 'kitchen',
						id: `kitchen:${box.id}`,
						rule,
						subject: { kind: 'box', id: box.id },
						message: `${box.name} in ${room.name} is on ${breakerName(job, wrong)}, a ${inWords(wrong.kind)} circuit: receptacles of ${inWords(room.kind)} rooms go on 20 A small-appliance circuits, which supply nothing else.`,
						fix: countedOrMoved(edition, job, wrong, box),
						existing: box.state === 'found'
					})
				];
			})
		);
}
/** A circuit that feeds nothing but such receptacles is counted as what it is; from another one the box moves. */
function countedOrMoved(edition: Edition, job: Job, circuit: Circuit, box: Box): Fix | undefined {
	const { rooms } = indexOf(job);
	const { kitchens, feeds } = edition.circuits;
	const least = feeds['small-appliance']?.leastA ?? 0;
	const all = boxesServed(job, runOf(job, circuit));
	const own = all.every(
		(b) => b.devices.every((d) => d.receptacles > 0) && kitchens.rooms.includes(rooms.get(b.roomId ?? '')?.kind ?? 'living')
	);
	if (!own || circuit.breakerA < least) return moveFix({ edition, job }, { from: circuit, boxes: [box] });
	return {
		kind: 'edit-circuit',
		label: 'Count it as a small-appliance circuit: 1500 VA more',
		circuitId: circuit.id,
		change: { kind: 'small-appliance' }
	};
}

/** A bathroom, laundry area or garage of which every receptacle hangs on circuits of another kind. */
function roomsOffTheirCircuits(edition: Edition, job: Job): Finding[] {
	return edition.circuits.required
		.filter((want) => want.kind !== 'small-appliance')
		.flatMap((want) =>
			job.rooms
				.filter((r) => want.rooms.includes(r.kind))
				.flatMap((room) => {
					const own = boxesIn(job, room).filter((b) => receptacles(b).length);
					const fed = own.map((b) => feeding(job, b));
					// Until all hang on a circuit it cannot be said.
					if (!own.length || fed.some((c) => !c.length) || fed.flat().some((c) => c.kind === want.kind)) return [];
					const shared = own.find((_, i) => fed[i]?.some((c) => !isIndividual(job, c)));
					const from = shared && feeding(job, shared)[0];
					return [
						say(edition, job, {
							code: 'own',
							id: `own:${room.id}`,
							rule: want.rule,
							subject: { kind: 'room', id: room.id },
							message: `No receptacle in ${room.name} is on a ${inWords(want.kind)} circuit.`,
							fix: from && moveFix({ edition, job }, { from, boxes: own.filter((b) => feeding(job, b)[0]?.id === from.id) }),
							existing: own.every((b) => b.state === 'found')
						})
					];
				})
		);
}
/** One receptacle or one appliance, and nothing else. */
function isIndividual(job: Job, circuit: Circuit): boolean {
	return circuit.kind === 'individual' && outletsServed(job, runOf(job, circuit)).length <= 1;
}

function twoKitchens(edition: Edition, job: Job): Finding[] {
	const { rooms } = indexOf(job);
	return job.circuits
		.filter((c) => c.kind === 'small-appliance')
		.flatMap((circuit) => {
			const kitchens = new Set(
				boxesServed(job, runOf(job, circuit)).flatMap((box) => {
					const room = rooms.get(box.roomId ?? '');
					return room?.kind === 'kitchen' ? [room.name] : [];
				})
			);
			if (kitchens.size < 2) return [];
			return [
				say(edition, job, {
					code: 'kitchens',
					id: `kitchens:${circuit.id}`,
					rule: edition.circuits.oneKitchen,
					subject: { kind: 'circuit', id: circuit.id },
					message: `${BreakerName(job, circuit)} serves ${[...kitchens].join(' and ')}: a small-appliance circuit serves one kitchen.`,
					existing: circuit.state === 'found'
				})
			];
		});
}

/** 3 VA for each square foot over 120 V gives the least number of 15 or 20 A general circuits. */
function generalByArea(edition: Edition, job: Job): Finding[] {
	const area = floorArea(job);
	const general = job.circuits.filter((c) => c.kind === 'general' && c.poles === 1 && !c.load);
	// With no general circuit yet there is nothing to judge: the stage says so itself.
	if (area === null || !general.length) return [];
	const { rule, vaPerSqFt, volts } = edition.circuits.general;
	const need = (area * vaPerSqFt) / volts;
	const have = general.reduce((sum, c) => sum + c.breakerA, 0);
	if (have >= need) return [];
	return [
		say(edition, job, {
			code: 'general-area',
			id: 'general-area',
			rule,
			message: `${Math.round(area)} sq ft require ${Math.round(need * 10) / 10} A of general circuits; this job has ${have} A.`,
			have,
			need,
			unit: 'A',
			existing: isExisting(job)
		})
	];
}
