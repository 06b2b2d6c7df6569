import type {
	GuidedCheck,
	InspectorItem,
	LiveEvent,
	Photo,
	Reading,
	Ruling,
	Signature,
	SiteCheck,
	Supply,
	Symptom,
	Torque,
	Written
} from '../job';
import { shape, list, maybe, text, must, named, flag, oneOf, time, figure, day, whole, shapeOf } from './fields';
import { id, strokePoint } from './schema-fields';
import { MOST } from './limits';
import {
	GUIDED_KINDS,
	LOOK_FINDS,
	ITEM_STATES,
	READING_KINDS,
	METERS,
	EVENT_KINDS,
	PAPER_KINDS,
	PHOTO_OF,
	SYMPTOM_KINDS,
	SYMPTOM_SIGNS,
	TORQUE_UNITS
} from '../kinds';
import { mixedRecord } from './schema-practice';

/** What was said, seen and read: symptoms, checks, the inspector, readings, events, photos. */

const boxIds = () => list(must(named(64)), 500);
export const symptom = shapeOf<Symptom>()({
	id: id(),
	text: must(named(1000)),
	boxId: text(64).nullable().defined(),
	open: must(flag()),
	kind: maybe(oneOf(SYMPTOM_KINDS)),
	dead: maybe(boxIds()),
	works: maybe(boxIds()),
	signs: maybe(list(shape({ boxId: must(named(64)), sign: must(oneOf(SYMPTOM_SIGNS)) }), 500)),
	looks: maybe(list(shape({ look: must(oneOf(LOOK_FINDS)), found: must(flag()) }), LOOK_FINDS.length)),
	was: maybe(
		shapeOf<Symptom['was']>()({
			faults: must(list(shape({ kind: must(named(40)), at: must(named(64)) }), 10)),
			says: must(named(1000)),
			place: whole(1, 1000).nullable().defined(),
			readings: must(whole(0, 10_000)),
			at: must(time()),
			by: text(80).defined()
		})
	)
});
export const siteCheck = shapeOf<SiteCheck>()({
	id: must(named(200)),
	seen: oneOf(['done', 'not-done'] as const)
		.nullable()
		.defined(),
	note: text(2000).defined(),
	at: must(time()),
	by: text().defined()
});
export const guidedCheck = shapeOf<GuidedCheck>()({
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
export const torque = shapeOf<Torque>()({
	id: id(),
	placeId: id(),
	what: must(named(200)),
	value: must(figure(0.1, 1000)),
	marked: figure(0.1, 1000).nullable().defined(),
	unit: must(oneOf(TORQUE_UNITS)),
	tool: text(80).defined(),
	at: must(time()),
	by: text().defined()
});
const MOST_SIGNED = 2000;
export const signature = shapeOf<Signature>()({
	id: id(),
	paper: must(oneOf(PAPER_KINDS)),
	subject: maybe(text(64)),
	role: must(named(40)),
	name: must(named(80)),
	license: text(40).defined(),
	at: must(time()),
	strokes: must(list(must(list(strokePoint(), MOST_SIGNED)), 200)),
	width: must(figure(1, MOST_SIGNED)),
	height: must(figure(1, MOST_SIGNED)),
	fingerprint: must(text(64).matches(/^[0-9a-f]{64}$/, 'must be 64 hex digits'))
});
export const supply = shapeOf<Supply>()({
	id: must(named(200)),
	truck: must(figure(0, 1e6)),
	ordered: must(flag()),
	there: must(flag())
});
export const inspectorItem = shapeOf<InspectorItem>()({
	id: id(),
	item: must(named(500)),
	boxId: text(64).nullable().defined(),
	cited: text(40).defined(),
	answer: text(2000).defined(),
	evidence: text(2000).defined(),
	state: must(oneOf(ITEM_STATES)),
	again: day().nullable().defined()
});
export const ruling = shapeOf<Ruling>()({
	id: id(),
	section: must(named(40)),
	ruling: must(named(1000)),
	from: text(200).defined(),
	day: must(day())
});
/** The place of an entry in the order of its device. */
export const written = () =>
	shapeOf<Written>()({
		device: must(named(64)),
		n: must(whole(1, 1e9)),
		seen: maybe(mixedRecord(whole(1, 1e9), 'a number')),
		table: maybe(flag())
	});
export const readingSchema = shapeOf<Reading>()({
	id: id(),
	jobId: id(),
	boxId: id(),
	kind: must(oneOf(READING_KINDS)),
	value: figure(-1e7, 1e7).nullable().defined(),
	lamps: text(20).nullable().defined(),
	word: text(40),
	atMa: figure(0.1, 1000),
	deviceId: maybe(id()),
	half: oneOf(['upper', 'lower'] as const),
	switchAt: oneOf(['on', 'off'] as const),
	switchBy: text(64),
	phase: oneOf(['before', 'after'] as const),
	circuitId: text(64),
	corrects: text(64),
	unplugged: maybe(flag()),
	proven: maybe(flag()),
	loadA: figure(0.1, 400).nullable().defined(),
	instrument: text().defined(),
	meter: oneOf(METERS),
	at: must(time()),
	by: text().defined(),
	struck: must(flag()),
	strike: maybe(written()),
	wrote: maybe(written()),
	note: text(2000).defined()
});
export const eventSchema = shapeOf<LiveEvent>()({
	id: id(),
	jobId: id(),
	kind: must(oneOf(EVENT_KINDS)),
	circuitId: text(64).nullable().defined(),
	boxId: text(64).nullable().defined(),
	what: maybe(text(60)),
	withdraws: maybe(text(64)),
	locked: maybe(flag()),
	at: must(time()),
	wrote: maybe(written()),
	by: text().defined(),
	note: text(2000).defined()
});
/** 300 KB of picture, as base64. */
/** Three bytes are four characters. */
const MOST_JPEG = (MOST.pictureBytes / 3) * 4;
export const photoSchema = shapeOf<Photo>()({
	id: id(),
	jobId: id(),
	of: must(shape({ kind: must(oneOf(PHOTO_OF)), id: must(named(200)) })),
	caption: text().defined(),
	at: must(time()),
	by: text().defined(),
	widthPx: must(whole(1, 4000)),
	heightPx: must(whole(1, 4000)),
	jpeg: must(
		text(MOST_JPEG).matches(/^[A-Za-z0-9+/]+={0,2}$/, { message: 'must be base64 of a picture', excludeEmptyString: false })
	)
});
