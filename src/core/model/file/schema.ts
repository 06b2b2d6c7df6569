import type { Call, Unit } from '../job';
import type { AnySchema } from 'yup';
import {
	must,
	named,
	oneOf,
	edition,
	maybe,
	list,
	day,
	figure,
	text,
	shape,
	flag,
	type Checked,
	check,
	told,
	shapeOf
} from './fields';
import { AMENDMENT_CHANGES, CALL_KINDS, EDITIONS, NEW_SETS, SERVES, ROOM_KINDS, AMENDABLE_FIGURES, DWELLINGS } from '../kinds';
import { id, NAMES } from './schema-fields';
import { room } from './schema-rooms';
import { practice } from './schema-practice';
import { MOST } from './limits';
import { box, cable, circuit, panel } from './schema-wiring';
import {
	symptom,
	siteCheck,
	inspectorItem,
	guidedCheck,
	ruling,
	signature,
	supply,
	torque,
	readingSchema,
	eventSchema,
	photoSchema
} from './schema-records';
import { work } from './schema-works';
import { FILE_VERSION } from './migrations';
import type { JobFile, Job, Reading, LiveEvent } from '../job';
import { referenceFaults } from './references';
import { readingFaults } from '../reading';
import type { FieldFault } from '../result';
import { placesOf } from '../job-index';

/** What a local amendment is made of. */
export const amendmentFields = (): Record<string, AnySchema> => ({
	section: must(named(40)),
	change: must(oneOf(AMENDMENT_CHANGES)),
	edition: maybe(oneOf(EDITIONS)),
	only: maybe(oneOf(SERVES)),
	rooms: list(must(oneOf(ROOM_KINDS)), ROOM_KINDS.length).optional(),
	until: maybe(day()),
	figure: maybe(oneOf(AMENDABLE_FIGURES)),
	value: maybe(figure(0, 1000)),
	reference: must(text(200).defined())
});
const unit = shapeOf<Unit>()({
	groundLevel: must(flag()),
	ownEntrance: must(flag()),
	commonLaundry: must(flag()),
	laundryHere: must(flag()),
	parkingAway: must(flag())
}).default(undefined);
export const jobSchema = shapeOf<Job>()({
	id: id(),
	name: must(NAMES.job),
	place: text().defined(),
	edition: edition(),
	permitDate: day().nullable().defined(),
	dwelling: must(oneOf(DWELLINGS)),
	areaSqFt: figure(1, 100_000).nullable().defined(),
	amendments: must(
		list(
			shape({
				id: id(),
				...amendmentFields()
			}),
			100
		)
	),
	practice: must(practice),
	rooms: must(list(room, MOST.rooms)),
	boxes: must(list(box, MOST.boxes)),
	cables: must(list(cable, MOST.cables)),
	circuits: must(list(circuit, MOST.circuits)),
	panels: must(list(panel, MOST.panels)),
	symptoms: must(list(symptom, 200)),
	notes: must(list(must(text(2000).defined()), 200)),
	checks: must(list(siteCheck, 2000)),
	inspection: maybe(list(inspectorItem, 500)),
	guided: maybe(list(guidedCheck, 2000)),
	rulings: maybe(list(ruling, 500)),
	torques: maybe(list(torque, 2000)),
	supplies: maybe(list(supply, 2000)),
	signatures: maybe(list(signature, 500)),
	works: maybe(list(work, 2000)),
	call: maybe(
		shapeOf<Call>()({
			at: must(oneOf(CALL_KINDS)),
			id: text(64).nullable().defined(),
			wants: maybe(shapeOf<NonNullable<Call['wants']>>()({ set: must(oneOf(NEW_SETS)), spot: text(60).defined() }))
		})
	),
	unit: maybe(unit),
	peakKw: maybe(figure(0.1, 1000))
});
export const jobFileSchema = shape({
	hekto: must(oneOf(['job'] as const)),
	fileVersion: must(oneOf([FILE_VERSION] as const)),
	job: must(jobSchema),
	readings: must(list(readingSchema, MOST.readings)),
	events: must(list(eventSchema, MOST.events)),
	photos: list(photoSchema, MOST.photos).optional(),
	head: maybe(text(64)),
	history: maybe(list(must(text(64).defined()), 20_000))
});
/** Holds a job file of the present version to its schema, its references and the bounds of its readings: all faults at once. */
export function checkJobFile(value: unknown): Checked<JobFile> {
	const checked = check<JobFile>(jobFileSchema, value);
	if (!checked.ok) return checked;
	const { job, readings, events, photos = [] } = checked.value;
	const faults = [
		...referenceFaults(job).map((f) => ({ ...f, path: `job.${f.path}` })),
		...rowFaults(job, readings, 'readings'),
		...readings.flatMap((reading, i) => readingFaults(reading).map((f) => ({ ...f, path: `readings[${i}].${f.path}` }))),
		...rowFaults(job, events, 'events'),
		...rowFaults(
			job,
			photos.map(({ id, jobId, of }) => ({ id, jobId, boxId: of.kind === 'box' || of.kind === 'panel' ? of.id : null })),
			'photos'
		)
	];
	return faults.length ? { ok: false, faults: told(faults) } : checked;
}
function rowFaults(job: Job, rows: readonly Pick<Reading | LiveEvent, 'id' | 'jobId' | 'boxId'>[], list: string): FieldFault[] {
	const places = placesOf(job);
	const ids = new Set<string>();
	return rows.flatMap(({ id, jobId, boxId }, i) => {
		const faults: FieldFault[] = [];
		if (ids.has(id)) faults.push({ path: `${list}[${i}].id`, message: `appears twice in ${list}: "${id}"` });
		ids.add(id);
		if (jobId !== job.id)
			faults.push({ path: `${list}[${i}].jobId`, message: `must be the file's job "${job.id}", got "${jobId}"` });
		if (boxId !== null && !places.has(boxId))
			faults.push({ path: `${list}[${i}].boxId`, message: `names no box, panel or circuit of this job, got "${boxId}"` });
		return faults;
	});
}
