import { isProven, type JobClaims, type PlaceClaims } from '../claims/claims-of';
import type { Missing } from '../claims/missing';
import { saySpace } from '../model/breaker-name';
import { indexOf } from '../model/job-index';
import type { Job, Reading } from '../model/job';
import { counting } from '../model/latest-readings';
import type { Work, WorkPart } from '../model/work';
import { knownBefore } from '../model/written';
import { followersOf } from '../prove/followers';
import { AT_BREAKER } from '../prove/limits';
import { heldSince } from '../prove/load-test';

/** What a work owes before it is proven: of each of its parts, wherever it is, and nothing else. */
export interface Obligation {
	id: string;
	partId: string;
	/** A box; of a breaker its circuit. */
	at: string;
	/** In words, as a line of a list. */
	words: string;
	/** What would settle it; null: it is done, or something else than a reading is owed. */
	missing: Missing | null;
	state: 'done' | 'owed' | 'failed';
}

/** @param claims of the same job @param readings all of it */
export function obligationsOf(
	job: Job,
	work: Work,
	{ claims, readings }: { claims: JobClaims; readings: readonly Reading[] }
): Obligation[] {
	return work.parts.flatMap((part) => OWES[part.kind]({ job, part, claims, readings }));
}
interface Case {
	job: Job;
	part: WorkPart;
	claims: JobClaims;
	readings: readonly Reading[];
}
type State = Obligation['state'];
const OWES: Readonly<Record<WorkPart['kind'], (c: Case) => Obligation[]>> = {
	device({ job, part, claims, readings }) {
		const box = indexOf(job).boxes.get(part.at);
		const device = box?.devices.find((d) => d.id === part.deviceId);
		if (!box || !device) return [];
		const place = claims.places.get(box.id);
		const own = device.receptacles ? ofOutlet(place) : ofWired({ part, place, readings });
		return [
			{ id: `${part.id}:read`, partId: part.id, at: box.id, words: box.name, ...(part.put ? own : NOT_IN) },
			...followersOf(job, box, readings).map((f): Obligation => {
				const state: State = !part.put || f.seen === null ? 'owed' : f.seen === 'dead' ? 'done' : 'failed';
				return {
					id: `${part.id}:${f.box.id}`,
					partId: part.id,
					at: f.box.id,
					words: `${f.box.name} dead with ${box.name} tripped`,
					missing: state === 'done' ? null : 'outlet-dead-by-it',
					state
				};
			})
		];
	},
	breaker({ job, part, claims }) {
		const circuit = indexOf(job).circuits.get(part.at);
		if (!circuit) return [];
		// Without a button it is proven by what it carries.
		if ((part.breaker ?? circuit.breaker) === 'none') {
			const held = part.put ? heldSince(job, circuit, part.put) : null;
			const words = `${saySpace(job, circuit)}: ${LOAD_TEST}`;
			const state: State = held === 'held' ? 'done' : held === 'tripped' ? 'failed' : 'owed';
			return [{ id: `${part.id}:held`, partId: part.id, at: part.at, words, missing: null, state }];
		}
		const of = claims.breakers.find((b) => b.circuit === part.at);
		if (!of) return [];
		const all = [of.gfci, of.afci];
		const state: State = !part.put
			? 'owed'
			: all.some((c) => c.is === 'no')
				? 'failed'
				: all.some((c) => c.is === 'yes')
					? 'done'
					: 'owed';
		const words = `${saySpace(job, circuit)}: its own button`;
		return [
			{ id: `${part.id}:button`, partId: part.id, at: part.at, words, missing: state === 'done' ? null : 'breaker-button', state }
		];
	},
	// Its words are proven with the devices that they speak of.
	label: () => [],
	// What goes on from a blanked box is read where it goes: nothing is left here to be read.
	blank: () => [],
	splice({ job, part, claims, readings }) {
		const box = indexOf(job).boxes.get(part.at);
		if (!box) return [];
		const words = `${box.name}, closed again`;
		const [device] = box.devices;
		// Nothing in it that could be read: what it feeds speaks for it.
		if (!device) return [];
		const own = ofWired({ part: { ...part, deviceId: device.id }, place: claims.places.get(box.id), readings });
		return [{ id: `${part.id}:read`, partId: part.id, at: box.id, words, ...(part.put ? own : NOT_IN) }];
	},
	jumper({ job, part, readings }) {
		const box = indexOf(job).boxes.get(part.at);
		const { put } = part;
		if (!box) return [];
		const since = put ? counting(readings).filter((r) => r.boxId === box.id && knownBefore(put, r)) : [];
		const words = since.filter((r) => r.kind === 'bootleg' || r.kind === 'ground-look').map((r) => r.word);
		const state: State = words.some((w) => w === 'yes' || w === 'jumper') ? 'failed' : words.length ? 'done' : 'owed';
		return [
			{
				id: `${part.id}:again`,
				partId: part.id,
				at: box.id,
				words: `${box.name}: no jumper any more, read or looked at again`,
				missing: state === 'done' ? null : 'bootleg-check',
				state
			}
		];
	}
};
/** What proves a breaker that has no button. */
const LOAD_TEST = `load-tested, at least ${100 * AT_BREAKER.holdsShare}% of its rating for ${AT_BREAKER.holdsS / 60} min`;
const NOT_IN: Pick<Obligation, 'missing' | 'state'> = { missing: null, state: 'owed' };
/** A receptacle: good, or "reads right" as far as a multimeter reaches. */
const ofOutlet = (place: PlaceClaims | undefined): Pick<Obligation, 'missing' | 'state'> => ({
	missing: isProven(place) ? null : (place?.next ?? 'volts'),
	state: isProven(place) ? 'done' : place?.level === 'bad' ? 'failed' : 'owed'
});
/** What is wired in, or was only opened and closed: energized since the work, and nothing against it. */
function ofWired({
	part: { at, deviceId, put },
	place,
	readings
}: {
	part: WorkPart;
	place: PlaceClaims | undefined;
	readings: readonly Reading[];
}): Pick<Obligation, 'missing' | 'state'> {
	if (place?.level === 'bad') return { missing: null, state: 'failed' };
	const since = put ? counting(readings).filter((r) => r.boxId === at && knownBefore(put, r)) : [];
	// Seen to come on and go off: no voltmeter says more of a light.
	const works = since.findLast((r) => r.kind === 'works');
	if (works) return works.word === 'works' ? { missing: null, state: 'done' } : { missing: null, state: 'failed' };
	const rows = place?.outlets.filter((o) => o.device === deviceId) ?? [];
	const open = rows.find((o) => o.energized.is !== 'yes');
	if (open) return { missing: open.energized.missing[0] ?? 'volts', state: 'owed' };
	return rows.length || since.length ? { missing: null, state: 'done' } : { missing: 'volts', state: 'owed' };
}

/** Where a work stands: what is not in, what is owed, which labels are not on. */
export interface WorkState {
	toPut: WorkPart[];
	owed: Obligation[];
	labels: WorkPart[];
	isIn: boolean;
	isProven: boolean;
	/** Skipped by name: what was not tested is printed so. */
	untested: boolean;
}
/** What of a work is not in, not proven, not labeled. */
export function stateOf(job: Job, work: Work, seen: { claims: JobClaims; readings: readonly Reading[] }): WorkState {
	const toPut = work.parts.filter((p) => p.kind !== 'label' && !p.put);
	const owed = obligationsOf(job, work, seen).filter((o) => o.state !== 'done');
	const isIn = toPut.length === 0 && work.parts.some((p) => p.kind !== 'label');
	return {
		toPut,
		owed,
		labels: work.parts.filter((p) => p.kind === 'label' && !p.put),
		isIn,
		isProven: isIn && owed.length === 0,
		untested: work.skipped?.some((s) => s.step === 'prove') ?? false
	};
}
