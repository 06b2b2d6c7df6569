import { FILE_VERSION } from './migrations';
import { array, type AnySchema } from 'yup';
import { GAUGES } from '../../units/gauge';
import {
	check,
	day,
	edition,
	figure,
	flag,
	list,
	maybe,
	must,
	named,
	oneOf,
	shape,
	text,
	time,
	told,
	whole,
	type Checked
} from './fields';
import type { Job, JobFile, LiveEvent, Reading } from '../job';
import {
	AMENDABLE_FIGURES,
	AMENDMENT_CHANGES,
	BREAK_KINDS,
	BREAKER_FORMS,
	CABLES,
	CIRCUIT_KINDS,
	CONDUCTOR_COLORS,
	CONDUCTOR_MEANS,
	DAMPNESS,
	DEVICE_KINDS,
	DISCONNECTS,
	HOME_RUNS,
	ITEM_STATES,
	DWELLINGS,
	EDITIONS,
	EVENT_KINDS,
	FIXTURE_KINDS,
	GROUND_PROOFS,
	GUIDED_KINDS,
	INSULATIONS,
	LEADS_TO,
	LIES,
	LOAD_KINDS,
	METERS,
	OPENERS,
	OPENS_TOGETHER,
	PANEL_KINDS,
	PART_OF,
	PROTECTIONS,
	READING_KINDS,
	ROOM_KINDS,
	SERVES,
	SERVICE_KINDS,
	SIDES,
	STATES,
	SWITCH_WAYS,
	SWITCHED,
	WALL_MARKS,
	YOKES
} from '../kinds';
import { placesOf } from '../job-index';
import { MOST } from './limits';
import { readingFaults } from '../reading';
import { referenceFaults } from './references';
import type { FieldFault } from '../result';
import { mixedRecord, practice } from './schema-practice';

/** The job file as Yup schemas; the JSON Schema that the API publishes is made from these. */

const id = () => must(named(64));
/** Names as a form's field and a file hold them to the same bounds. */
export const NAMES = { job: named(80), box: named(24), room: named(60), circuit: named(80) };
const inches = (min = -100_000, max = 100_000) => figure(min, max);
/** A point of the plan, in. */
export const pointSchema = () =>
	must(array().of(must(inches())).strict(true).typeError('must be a point [x, y]').length(2, 'must be a point [x, y]')).meta({
		tuple: 2
	});

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
const wallBreak = shape({
	id: id(),
	wall: must(whole(0, MOST.walls - 1)),
	from: must(inches(0)),
	to: must(inches(0)),
	kind: must(oneOf(BREAK_KINDS)),
	hinge: maybe(oneOf(['from', 'to'] as const)),
	swingsIn: maybe(flag()),
	leadsTo: maybe(oneOf(LEADS_TO))
});
const counter = shape({
	id: id(),
	wall: must(whole(0, MOST.walls - 1)),
	from: must(inches(0)),
	to: must(inches(0)),
	depthIn: must(inches(1, 120)),
	topIn: maybe(inches(1, 96))
});
const fixture = shape({
	id: id(),
	kind: must(oneOf(FIXTURE_KINDS)),
	name: text().defined(),
	x: must(inches()),
	y: must(inches()),
	widthIn: must(inches(1, 1000)),
	depthIn: must(inches(1, 1000)),
	turnDeg: maybe(figure(-360, 360)),
	behindIn: maybe(inches(0, 120)),
	corner: maybe(flag()),
	topIn: maybe(inches(1, 96)),
	risers: maybe(whole(1, 40))
});
const studs = shape({ wall: must(whole(0, MOST.walls - 1)), spacing: must(inches(6, 96)), offset: must(inches(0, 96)) });
const mark = shape({
	id: id(),
	wall: must(whole(0, MOST.walls - 1)),
	from: must(inches(0)),
	to: must(inches(0)),
	kind: must(oneOf(WALL_MARKS)),
	note: text().defined()
});
const room = shape({
	id: id(),
	name: must(NAMES.room),
	kind: must(oneOf(ROOM_KINDS)),
	story: must(whole(-3, 9)),
	finished: must(flag()),
	outline: list(pointSchema(), MOST.walls, 3).nullable().defined(),
	breaks: must(list(wallBreak, MOST.breaks)),
	counters: must(list(counter, MOST.counters)),
	fixtures: must(list(fixture, MOST.fixtures)),
	foodPrep: must(flag()),
	studs: must(list(studs, MOST.walls)),
	marks: must(list(mark, MOST.walls)),
	side: maybe(oneOf(SIDES)),
	gapIn: maybe(inches(0, 1000)),
	aboveGradeIn: maybe(inches(-200, 1000)),
	fromInside: maybe(flag()),
	bays: maybe(whole(1, 12)),
	detached: maybe(flag()),
	powered: maybe(flag()),
	partOfHall: maybe(flag()),
	storage: maybe(flag())
});
const place = shape({
	kind: must(oneOf(['wall', 'point'] as const)),
	wall: whole(0, MOST.walls - 1),
	at: inches(0),
	x: inches(),
	y: inches()
}).test('place', 'must be a wall with its place along it, or a point with x and y', (p: unknown) => {
	const v = p as { kind?: string; wall?: number; at?: number; x?: number; y?: number } | null | undefined;
	return !v || (v.kind === 'wall' ? v.wall !== undefined && v.at !== undefined : v.x !== undefined && v.y !== undefined);
});
const state = () => must(oneOf(STATES));
const device = shape({
	id: id(),
	kind: must(oneOf(DEVICE_KINDS)),
	receptacles: must(oneOf([0, 1, 2] as const)),
	amps: must(figure(1, 200)),
	volts: must(oneOf([120, 240] as const)),
	slots: must(oneOf(['grounding', 'two-slot'] as const)),
	protection: must(oneOf(PROTECTIONS)),
	feedsLoad: must(flag()),
	tamperResistant: must(flag()),
	weatherResistant: must(flag()),
	switched: must(oneOf(SWITCHED)),
	serves: oneOf(SERVES).nullable().defined(),
	watts: must(figure(0, 100_000)),
	name: text().defined(),
	state: state(),
	installed: day().nullable().defined(),
	partOf: maybe(oneOf(PART_OF)),
	faceUp: maybe(oneOf(['listed', 'not-listed'] as const)),
	ways: maybe(oneOf(SWITCH_WAYS)),
	controls: list(must(text(64)), 40).optional(),
	yoke: maybe(oneOf(YOKES)),
	neutral: maybe(oneOf(['spliced', 'through-device'] as const)),
	onlyFor: maybe(oneOf(['clock', 'gas-cooking'] as const)),
	aluminumListed: maybe(flag()),
	dedicatedSpace: maybe(flag()),
	controlled: maybe(flag())
});
const cableSeen = shape({
	id: id(),
	cable: must(oneOf(CABLES)),
	awg: must(oneOf(GAUGES)),
	conductors: must(whole(1, 4)),
	ground: must(flag()),
	note: text().defined()
});
const conductor = shape({
	id: id(),
	cableId: text(64).nullable().defined(),
	color: must(oneOf(CONDUCTOR_COLORS)),
	means: must(oneOf(CONDUCTOR_MEANS)),
	alwaysLive: must(flag()),
	insulation: must(oneOf(INSULATIONS)),
	freeLengthIn: inches(0, 120).nullable().defined()
});
const box = shape({
	id: id(),
	name: must(NAMES.box),
	roomId: text(64).nullable().defined(),
	place: place.nullable().defined(),
	heightIn: inches(-200, 1000).nullable().defined(),
	material: must(oneOf(['plastic', 'metal'] as const)),
	gangs: must(whole(1, 8)),
	volumeCuIn: figure(0.1, 1000).nullable().defined(),
	depthIn: maybe(figure(0.5, 12)),
	ground: must(oneOf(['present', 'none', 'unknown'] as const)),
	groundProof: must(oneOf(GROUND_PROOFS)),
	cables: must(list(cableSeen, 20)),
	conductors: must(list(conductor, 60)),
	inCabinet: must(flag()),
	readilyAccessible: must(flag()),
	dampness: oneOf(DAMPNESS).nullable().defined(),
	devices: must(list(device, 12)),
	state: state(),
	note: text(2000).defined()
});
const leg = shape({
	id: id(),
	circuitId: id(),
	fromId: id(),
	toId: id(),
	cable: must(oneOf(CABLES)),
	awg: must(oneOf(GAUGES)),
	metal: must(oneOf(['Cu', 'Al'] as const)),
	conductors: must(whole(2, 4)),
	ground: must(flag()),
	lengthFt: figure(0, 2000).nullable().defined(),
	state: state(),
	lies: maybe(oneOf(LIES)),
	inCableOf: maybe(text(64))
});
const load = shape({
	kind: must(oneOf(LOAD_KINDS)),
	name: text().defined(),
	watts: figure(1, 100_000).nullable().defined(),
	amps: figure(0.1, 400).nullable().defined(),
	volts: must(oneOf([120, 240] as const)),
	continuous: must(flag()),
	mca: figure(0.1, 400).nullable().defined(),
	mocp: figure(1, 400).nullable().defined(),
	ratedVolts: maybe(figure(12, 480)),
	elements: list(must(figure(1, 100_000)), 6).optional(),
	together: maybe(flag()),
	counts: maybe(oneOf([...SERVICE_KINDS, 'none'] as const))
});
const circuit = shape({
	id: id(),
	number: must(whole(1, 999)),
	name: must(NAMES.circuit),
	kind: must(oneOf(CIRCUIT_KINDS)),
	panelId: id(),
	slot: whole(1, 200).nullable().defined(),
	poles: must(oneOf([1, 2] as const)),
	breakerA: must(figure(1, 400)),
	breaker: must(oneOf(PROTECTIONS)),
	load: load.nullable().defined(),
	mustStayOn: must(flag()),
	directory: text().defined(),
	proven: maybe(flag()),
	opener: maybe(oneOf(OPENERS)),
	disconnect: maybe(oneOf(DISCONNECTS)),
	borrowedNeutral: maybe(flag()),
	homeRun: maybe(oneOf(HOME_RUNS)),
	installed: day(),
	breakerType: maybe(text(40)),
	half: maybe(oneOf(['upper', 'lower'] as const)),
	multiwire: maybe(shape({ withId: id(), opens: must(oneOf(OPENS_TOGETHER)) }).default(undefined)),
	wiring: maybe(
		shape({
			ambientC: maybe(figure(-40, 85)),
			currentCarrying: maybe(whole(1, 100)),
			terminalC: maybe(oneOf([60, 75] as const))
		}).default(undefined)
	),
	state: state()
});
const panel = shape({
	id: id(),
	name: must(named(60)),
	roomId: text(64).nullable().defined(),
	place: place.nullable().defined(),
	service: maybe(flag()),
	mainA: must(figure(15, 400)),
	slots: must(whole(1, 200)),
	kind: maybe(oneOf(PANEL_KINDS)),
	feeder: maybe(
		shape({
			fromPanelId: id(),
			slot: whole(1, 200).nullable().defined(),
			breakerA: must(figure(15, 400)),
			cable: must(oneOf(CABLES)),
			awg: must(oneOf(GAUGES)),
			metal: must(oneOf(['Cu', 'Al'] as const)),
			conductors: must(whole(2, 4)),
			ground: must(flag()),
			lengthFt: figure(0, 2000).nullable().defined(),
			state: state(),
			terminalC: maybe(oneOf([60, 75] as const)),
			lies: maybe(oneOf(LIES)),
			bondMayStay: maybe(flag())
		}).default(undefined)
	),
	bonded: maybe(flag()),
	electrode: maybe(flag()),
	state: maybe(oneOf(STATES)),
	surge: maybe(flag()),
	outsideDisconnect: maybe(flag()),
	label: maybe(
		shape({ types: must(list(must(text(40)), 40)), forms: must(list(must(oneOf(BREAKER_FORMS)), 10)) }).default(undefined)
	)
});
const symptom = shape({ id: id(), text: must(named(1000)), boxId: text(64).nullable().defined(), open: must(flag()) });

const siteCheck = shape({
	id: must(named(200)),
	seen: oneOf(['done', 'not-done'] as const)
		.nullable()
		.defined(),
	note: text(2000).defined(),
	at: must(time()),
	by: text().defined()
});
const guidedCheck = shape({
	id: id(),
	kind: must(oneOf(GUIDED_KINDS)),
	of: id(),
	other: text(64),
	figures: must(mixedRecord(figure(-1000, 1e7), 'a number')),
	words: must(mixedRecord(text(60), 'text')),
	at: must(time()),
	by: text().defined(),
	note: text(2000).defined()
});
const inspectorItem = shape({
	id: id(),
	item: must(named(500)),
	boxId: text(64).nullable().defined(),
	cited: text(40).defined(),
	answer: text(2000).defined(),
	evidence: text(2000).defined(),
	state: must(oneOf(ITEM_STATES)),
	again: day().nullable().defined()
});
const ruling = shape({
	id: id(),
	section: must(named(40)),
	ruling: must(named(1000)),
	from: text(200).defined(),
	day: must(day())
});
const unit = shape({
	groundLevel: must(flag()),
	ownEntrance: must(flag()),
	commonLaundry: must(flag()),
	laundryHere: must(flag()),
	parkingAway: must(flag())
}).default(undefined);

export const jobSchema = shape({
	id: id(),
	name: must(NAMES.job),
	place: text().defined(),
	edition: edition(),
	permitDate: must(day()),
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
	legs: must(list(leg, MOST.legs)),
	circuits: must(list(circuit, MOST.circuits)),
	panels: must(list(panel, MOST.panels)),
	symptoms: must(list(symptom, 200)),
	notes: must(list(must(text(2000).defined()), 200)),
	checks: must(list(siteCheck, 2000)),
	inspection: maybe(list(inspectorItem, 500)),
	guided: maybe(list(guidedCheck, 2000)),
	rulings: maybe(list(ruling, 500)),
	unit: maybe(unit),
	peakKw: maybe(figure(0.1, 1000))
});
export const readingSchema = shape({
	id: id(),
	jobId: id(),
	boxId: id(),
	kind: must(oneOf(READING_KINDS)),
	value: figure(-1e7, 1e7).nullable().defined(),
	lamps: text(20).nullable().defined(),
	word: text(40),
	atMa: figure(0.1, 1000),
	half: oneOf(['upper', 'lower'] as const),
	phase: oneOf(['before', 'after'] as const),
	circuitId: text(64),
	corrects: text(64),
	loadA: figure(0.1, 400).nullable().defined(),
	instrument: text().defined(),
	meter: oneOf(METERS),
	at: must(time()),
	by: text().defined(),
	struck: must(flag()),
	note: text(2000).defined()
});
export const eventSchema = shape({
	id: id(),
	jobId: id(),
	kind: must(oneOf(EVENT_KINDS)),
	circuitId: text(64).nullable().defined(),
	boxId: text(64).nullable().defined(),
	at: must(time()),
	by: text().defined(),
	note: text(2000).defined()
});
/** 300 KB of picture, as base64. */
const MOST_JPEG = 400_000;
export const photoSchema = shape({
	id: id(),
	jobId: id(),
	of: must(shape({ kind: must(oneOf(['box', 'room', 'check'] as const)), id: must(named(200)) })),
	caption: text().defined(),
	at: must(time()),
	by: text().defined(),
	widthPx: must(whole(1, 4000)),
	heightPx: must(whole(1, 4000)),
	jpeg: must(
		text(MOST_JPEG).matches(/^[A-Za-z0-9+/]+={0,2}$/, { message: 'must be base64 of a picture', excludeEmptyString: false })
	)
});
export const jobFileSchema = shape({
	hekto: must(oneOf(['job'] as const)),
	fileVersion: must(oneOf([FILE_VERSION] as const)),
	job: must(jobSchema),
	readings: must(list(readingSchema, MOST.readings)),
	events: must(list(eventSchema, MOST.events)),
	photos: list(photoSchema, MOST.photos).optional(),
	head: maybe(text(64))
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
			photos.map(({ id, jobId, of }) => ({ id, jobId, boxId: of.kind === 'box' ? of.id : null })),
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
