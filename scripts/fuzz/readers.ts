import { DEMOS } from '../../src/core/demo';
import { drawPlan } from '../../src/core/formats/plan-drawing';
import { editionOf } from '../../src/core/code/amended-edition';
import { guessRoles, readMapped, readTable } from '../../src/core/formats/csv-mapping';
import { readDxf, roomsFromDxf } from '../../src/core/formats/dxf-in';
import { planDxf } from '../../src/core/formats/dxf-out';
import { readJobFile } from '../../src/core/formats/job-json';
import { readReadingsCsv, writeReadingsCsv } from '../../src/core/formats/readings-csv';
import { writeJobFile } from '../../src/core/formats/write-job';
import { readLine } from '../../src/core/instruments/protocol';
import { jobFileSchema } from '../../src/core/model/file/schema';
import { takeFaults } from '../../src/core/edit/merge/take';
import type { JobFile } from '../../src/core/model/job';
import type { FieldFault } from '../../src/core/model/result';
import { closeWalk, drawWalk, readTape, sayWalk } from '../../src/core/edit/tape';
import { wrongWith } from './everything';
import type { Random } from './random';
import { garbled, lawful, placesIn, schemaAt, spoiled, withValue } from './values';

/** Files and lines thrown at everything that reads: refused with a path and a reason, or taken in and all of it works. */
export type Reader =
	'job, lawful changes' | 'job, spoiled' | 'job, garbled text' | 'CSV' | 'any table' | 'DXF' | 'tape' | 'instrument lines';
export const READERS: readonly Reader[] = [
	'job, lawful changes',
	'job, spoiled',
	'job, garbled text',
	'CSV',
	'any table',
	'DXF',
	'tape',
	'instrument lines'
];
export interface Tried {
	accepted: boolean;
	wrong: string[];
}
/** No file may take longer, ms. */
export const LONGEST_MS = 5000;

const refusedWell = (faults: readonly FieldFault[]): string[] => [
	...(faults.length ? [] : ['refused without a reason']),
	...(faults.length > 51 ? [`${faults.length} faults told`] : []),
	...faults
		.filter((f) => !f.message || /undefined|\[object/.test(f.path + f.message))
		.map((f) => `says nothing: ${f.path} ${f.message}`)
];

/** The demo houses, and a small part of one: most files are small. */
const files: JobFile[] = Object.values(DEMOS).map((make) => make());
const small: JobFile[] = files.map((file) => {
	const rooms = file.job.rooms.slice(0, 3);
	const known = new Set(rooms.map((r) => r.id));
	const boxes = file.job.boxes.filter((b) => b.roomId !== null && known.has(b.roomId)).slice(0, 8);
	const ids = new Set(boxes.map((b) => b.id));
	const feeds = new Set([...ids, ...file.job.panels.map((p) => p.id)]);
	const cables = file.job.cables.filter((l) => ids.has(l.toId) && feeds.has(l.fromId ?? ''));
	const panels = file.job.panels.map((p) => ({ ...p, roomId: null, place: null }));
	const job = { ...file.job, rooms, boxes, cables, panels, inspection: [], symptoms: [] };
	return { ...file, job, readings: file.readings.filter((r) => ids.has(r.boxId)).slice(0, 12), events: [] };
});

export function tryReader(reader: Reader, r: Random): Tried {
	const file = r.chance(0.06) ? r.pick(files) : r.pick(small);
	switch (reader) {
		case 'job, lawful changes':
			return tryJob(JSON.stringify(changed(file, r)));
		case 'job, spoiled':
			return tryJob(JSON.stringify(spoiled(file, r)));
		case 'job, garbled text':
			return tryJob(garbled(writeJobFile(file), r));
		case 'CSV': {
			const read = readReadingsCsv(garbled(writeReadingsCsv(file.job, file.readings), r), file.job, (i) => `new-${i}`);
			if (!read.ok) return { accepted: false, wrong: refusedWell(read.faults) };
			return { accepted: true, wrong: taken(file, read.value) };
		}
		case 'any table': {
			const table = readTable(garbled(writeReadingsCsv(file.job, file.readings), r));
			let n = 0;
			const usual = { at: '2026-11-05T10:00:00Z', loadA: 12, by: '', instrument: '' };
			const { readings } = readMapped({
				table,
				roles: guessRoles(table.columns),
				job: file.job,
				usual,
				newId: () => `new-${++n}`
			});
			return { accepted: readings.length > 0, wrong: taken(file, readings) };
		}
		case 'DXF':
			return tryDxf(r.pick(drawings()), r);
		case 'tape':
			return tryTape(r);
		case 'instrument lines': {
			const line = garbled(r.pick(['HEKTO 1 meter', 'HN 118.2 V', 'LAMPS on on off', 'DROP 3.2 % 12 A', 'GROUND 0.22 ohm']), r);
			return { accepted: readLine(line) !== null, wrong: [] };
		}
	}
}

/** A demo house, most often a small part of one, with odd values in it that its schema has: most are lawful. */
export const changedFile = (r: Random): unknown => changed(r.chance(0.3) ? r.pick(files) : r.pick(small), r);
/** One to six places of a job given other values that its schema has. */
function changed(file: JobFile, r: Random): unknown {
	const ids = [...file.job.boxes, ...file.job.rooms, ...file.job.circuits, ...file.job.panels].map((row) => row.id);
	let at: unknown = file;
	for (let n = 1 + r.below(6); n > 0; n--) {
		const places = placesIn(at, 8).filter((p) => p[0] === 'job' && p.length > 1 && p.at(-1) !== 'id');
		const path = r.pick(places);
		const schema = schemaAt(jobFileSchema, path);
		if (schema) at = withValue(at, path, lawful(schema, r, ids));
	}
	return at;
}
function tryJob(text: string): Tried {
	const read = readJobFile(text);
	return read.ok ? { accepted: true, wrong: wrongWith(read.value) } : { accepted: false, wrong: refusedWell(read.faults) };
}
/** Readings that were read must be let in, and the job with them must work. */
function taken(file: JobFile, readings: JobFile['readings']): string[] {
	const own = new Set(readings.map((x) => x.id));
	const there = file.readings.filter((x) => !own.has(x.id));
	const [fault] = takeFaults(file.job, there, readings);
	if (fault) return [`was read, and is not let in: ${fault.path} ${fault.message}`];
	return wrongWith({ ...file, readings: [...there, ...readings] });
}

let drawn: string[] | null = null;
const drawings = (): string[] =>
	(drawn ??= files.map(({ job }) => planDxf(drawPlan(editionOf(job), job, 0), { name: job.name, sub: '' })));
function tryDxf(text: string, r: Random): Tried {
	// The part with the entities: what stands before it is the same in every drawing.
	const at = text.indexOf('ENTITIES');
	const cut = r.chance(0.5)
		? text.slice(0, at) + garbled(text.slice(at, at + 20_000), r) + text.slice(at + 20_000)
		: garbled(text, r);
	const read = readDxf(cut);
	if (!read.ok) return { accepted: false, wrong: refusedWell(read.faults) };
	const layer = r.pick(read.drawing.layers).name;
	const { rooms, faults } = roomsFromDxf(read.drawing, { layerName: layer, unit: r.pick(['inches', 'feet', 'millimeters']) });
	const bad = rooms.filter((room) => room.outline.length < 3 || room.outline.flat().some((v) => !Number.isFinite(v)));
	return {
		accepted: rooms.length > 0,
		wrong: bad.length ? ['a room without a lawful outline'] : rooms.length ? [] : refusedWell(faults)
	};
}
const TAPES = ["12' r 10' r 12' r 10'", "12'6 d30 4' r 9' w36 2' r 12'6 r 9'", '144 l 100 l 144 l 100'];
function tryTape(r: Random): Tried {
	const read = readTape(r.chance(0.3) ? r.pick(TAPES) : garbled(r.pick(TAPES), r));
	if (!read.ok) return { accepted: false, wrong: refusedWell(read.faults) };
	try {
		sayWalk(drawWalk(read.walk));
		for (const how of ['last-wall', 'spread'] as never[]) closeWalk(read.walk, how);
		return { accepted: true, wrong: [] };
	} catch (error) {
		return { accepted: true, wrong: error instanceof RangeError ? [] : [`tape: ${String(error)}`] };
	}
}
