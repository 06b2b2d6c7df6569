import { DEMOS } from '../../../src/core/demo';
import { readPlainJobFile } from '../../../src/core/formats/job-json';
import { jobFileSchema } from '../../../src/core/model/file/schema';
import type { JobFile } from '../../../src/core/model/job';
import { Random } from '../../../scripts/fuzz/random';
import { lawful, placesIn, schemaAt, valueAt, withValue, type Path } from '../../../scripts/fuzz/values';

/** Figures of the trade: inches, feet, amperes, volts, ohms; where a value is a figure, the limits are among them. */
export const FIGURES = [
	0, 0.03, 0.25, 0.5, 1, 1.25, 1.5, 2, 3, 4, 4.5, 5, 6, 6.5, 7, 8, 10, 12, 14, 15, 16, 18, 20, 22, 24, 25, 30, 32, 36, 40, 42, 44,
	48, 50, 54, 60, 66, 70, 72, 78, 79, 80, 90, 96, 100, 110, 114, 118, 119, 120, 121, 125, 126, 130, 144, 150, 180, 200, 225, 240,
	600, 1440, 1500, 1800, 2400, 3600, 4500, 5500, 8000, 12000
];
/** So many are tried at a time; where they do not go together none is taken. */
const BATCH = 4;
/** Lists that hold the most of a house: each as likely as the next, however long it is. */
const PARTS = ['rooms', 'boxes', 'legs', 'circuits', 'panels', 'practice', 'readings', 'other'] as const;

/** What stands under each field's name anywhere in the file. */
function poolOf(value: unknown, pool = new Map<string, unknown[]>()): Map<string, unknown[]> {
	if (!value || typeof value !== 'object') return pool;
	for (const [key, inner] of Object.entries(value)) {
		if (!Array.isArray(value)) pool.set(key, [...(pool.get(key) ?? []), inner].slice(-200));
		poolOf(inner, pool);
	}
	return pool;
}

/** Fields that the schema has and the file leaves out. */
function leftOutAt(value: unknown, path: Path): Path[] {
	const at = valueAt(value, path);
	const fields = (schemaAt(jobFileSchema, path) as { fields?: object } | null)?.fields;
	if (!at || typeof at !== 'object' || Array.isArray(at) || !fields) return [];
	return Object.keys(fields).flatMap((key) => (key in at ? [] : [[...path, key]]));
}

const partOf = ([top, part]: Path): (typeof PARTS)[number] => {
	if (top === 'readings') return 'readings';
	return PARTS.find((p) => p === part) ?? 'other';
};

/** Another value for a place: one that stands elsewhere under the same name, a figure of the trade, or any that is lawful. */
function another(file: unknown, { path, pool, r }: { path: Path; pool: Map<string, unknown[]>; r: Random }): unknown {
	const schema = schemaAt(jobFileSchema, path);
	if (!schema) return valueAt(file, path);
	const now = valueAt(file, path);
	const seen = pool.get(String(path.at(-1))) ?? [];
	if (schema.type === 'number') {
		// Within what a house has: a wall of a mile says little, slowly.
		if (typeof now !== 'number') return r.pick(seen.filter((v) => typeof v === 'number').concat(FIGURES));
		if (r.chance(0.5)) return r.pick(FIGURES.filter((f) => f >= now / 3 && f <= now * 3).concat(now));
		return r.pick([now * 0.9, now * 0.97, now * 1.03, now * 1.1, Math.round(now) + 1, Math.round(now) - 1]);
	}
	if (typeof now === 'string' && !(schema.spec.meta as { allowed?: unknown } | undefined)?.allowed) return r.pick(seen);
	if (seen.length && r.chance(0.3)) return r.pick(seen);
	const value = lawful(schema, r, []);
	// As it would come out of a file.
	return value === undefined ? undefined : JSON.parse(JSON.stringify(value));
}

/** A demo house with so many of its values given others; what does not go together is left as it was. */
export function houseAtRandom(seed: number, changes: number): JobFile {
	const r = new Random(seed);
	const make = Object.values(DEMOS)[seed % Object.keys(DEMOS).length];
	if (!make) throw new Error('no demo house');
	let at: unknown = make();
	const pool = poolOf(at);
	const places = placesIn(at, 1000).filter(
		(p) => p.length > 1 && ['job', 'readings'].includes(String(p[0])) && p.at(-1) !== 'id'
	);
	const byPart = new Map(PARTS.map((part): [string, Path[]] => [part, []]));
	for (const path of [...places, ...places.flatMap((p) => leftOutAt(at, p))]) byPart.get(partOf(path))?.push(path);
	for (let n = 0; n < changes; n += BATCH) {
		let next = at;
		for (let k = 0; k < BATCH; k++) {
			const path = r.pick(byPart.get(r.pick(PARTS)) ?? places);
			const parent = valueAt(next, path.slice(0, -1));
			const whole = valueAt(next, path);
			// A whole list or room is left: what is in it is changed.
			if (!parent || typeof parent !== 'object' || (whole && typeof whole === 'object')) continue;
			next = withValue(next, path, another(next, { path, pool, r }));
		}
		if (readPlainJobFile(next).ok) at = next;
	}
	const read = readPlainJobFile(at);
	if (!read.ok) throw new Error(`${read.faults[0]?.path} ${read.faults[0]?.message}`);
	return read.value;
}
/** What comes of it; where it throws, the words of that. */
export const told = (work: () => unknown): unknown => {
	try {
		return work();
	} catch (error) {
		return String(error);
	}
};
