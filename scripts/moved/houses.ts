import { DEMOS } from '../../src/core/demo';
import { readPlainJobFile } from '../../src/core/formats/job-json';
import { jobFileSchema } from '../../src/core/model/file/schema';
import type { AnySchema } from 'yup';
import type { JobFile } from '../../src/core/model/job';
import { Random } from '../fuzz/random';
import { lawful, placesIn, schemaAt, valueAt, withValue, type Inside, type Path } from '../fuzz/values';

/** Figures of the trade: inches, feet, amperes, volts, ohms; where a value is a figure, the limits are among them. */
export const FIGURES = [
	0, 0.03, 0.25, 0.5, 1, 1.25, 1.5, 2, 3, 4, 4.5, 5, 6, 6.5, 7, 8, 10, 12, 14, 15, 16, 18, 20, 22, 24, 25, 30, 32, 36, 40, 42, 44,
	48, 50, 54, 60, 66, 70, 72, 78, 79, 80, 90, 96, 100, 110, 114, 118, 119, 120, 121, 125, 126, 130, 144, 150, 180, 200, 225, 240,
	600, 1440, 1500, 1800, 2400, 3600, 4500, 5500, 8000, 12000
];
/** So many are tried at a time; where they do not go together none is taken. */
const BATCH = 4;
/** Lists that hold the most of a house: each as likely as the next, however long it is. */
const PARTS = ['rooms', 'boxes', 'cables', 'circuits', 'panels', 'practice', 'readings', 'other'] as const;

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
	return changed(make(), changes, r);
}
function changed(from: JobFile, changes: number, r: Random): JobFile {
	let at: unknown = from;
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
/** Every list of things that have an id, by its path. */
function listsIn(value: unknown, path: Path = []): Path[] {
	if (!value || typeof value !== 'object') return [];
	const inner = Object.entries(value).flatMap(([key, v]) => listsIn(v, [...path, Array.isArray(value) ? Number(key) : key]));
	return Array.isArray(value) && !value.length ? inner : Array.isArray(value) ? [path, ...inner] : inner;
}
/** Lists that a file may have and this one has not, or has empty. */
function emptyListsIn(file: unknown): Path[] {
	return placesIn(file, 1000).flatMap((path) => {
		const fields = (schemaAt(jobFileSchema, path) as { fields?: Record<string, { type: string }> } | null)?.fields ?? {};
		const at = valueAt(file, path) as Record<string, unknown> | undefined;
		return Object.keys(fields).flatMap((key): Path[] => {
			const list = at?.[key];
			return fields[key]?.type === 'array' && (list === undefined || (Array.isArray(list) && !list.length))
				? [[...path, key]]
				: [];
		});
	});
}
/** A thing as its schema lets it in, with figures of the trade and names of the house in it. */
function madeUp(schema: AnySchema, key: string, of: { pool: Map<string, unknown[]>; r: Random }): unknown {
	const { r, pool } = of;
	const { type, spec, tests, fields, innerType } = schema as unknown as Inside;
	if (key === 'id') return `n${r.below(1e9)}`;
	if (spec.optional && r.chance(0.4)) return undefined;
	if (spec.nullable && r.chance(0.25)) return null;
	if (spec.meta?.allowed) return r.pick(spec.meta.allowed);
	if (type === 'object')
		return Object.fromEntries(
			Object.entries(fields ?? {}).flatMap(([k, field]) => {
				const value = madeUp(field, k, of);
				return value === undefined ? [] : [[k, value]];
			})
		);
	if (type === 'array' && innerType)
		return Array.from({ length: r.below(4) }, () => madeUp(innerType, key, of)).filter((v) => v !== undefined);
	const limit = (name: string, none: number) =>
		Number(tests.find((t) => t.OPTIONS?.name === name)?.OPTIONS?.params?.[name] ?? none);
	const [least, most] = [limit('min', -1e6), limit('max', 1e6)];
	const fits = (v: unknown): boolean =>
		typeof v === 'number' ? type === 'number' && v >= least && v <= most : type === typeof v;
	const seen = (pool.get(key) ?? []).filter(fits);
	if (seen.length && r.chance(0.7)) return r.pick(seen);
	const figures = FIGURES.filter(fits);
	return type === 'number' && figures.length ? r.pick(figures) : lawful(schema, r, []);
}
/** A thing of a list is doubled under its own id, taken out, or made up as its schema lets it in. */
function otherwise(file: unknown, lists: readonly Path[], of: { pool: Map<string, unknown[]>; r: Random }): unknown {
	const { r } = of;
	const path = r.pick(lists);
	const list = (valueAt(file, path) ?? []) as unknown[];
	if (!Array.isArray(list)) return file;
	const way = list.length ? r.below(4) : 3;
	if (way === 0) return withValue(file, [...path, r.below(list.length)], undefined);
	if (way === 1) {
		const one = r.pick(list);
		const named = one && typeof one === 'object' && 'id' in one ? { ...one, id: `n${r.below(1e9)}` } : one;
		const own = path.at(-1) === 'boxes' ? { ...(named as object), name: `N-${r.below(1e4)}` } : named;
		return withValue(file, path, [...list, own]);
	}
	const inner = (schemaAt(jobFileSchema, path) as { innerType?: AnySchema } | null)?.innerType;
	const made = inner && madeUp(inner, String(path.at(-1)), of);
	return made === undefined ? file : withValue(file, path, [...list, made]);
}
/** Lists of a file, by the name of what they hold: each name as likely as the next. */
function listsByName(file: unknown): Path[][] {
	const by = new Map<string, Path[]>();
	for (const path of [...listsIn(file), ...emptyListsIn(file)]) {
		const name = path.filter((p) => typeof p === 'string').join('.');
		if (name !== 'job.rooms.outline') by.set(name, [...(by.get(name) ?? []), path]);
	}
	return [...by.values()];
}
/** A demo house whose lists grew, shrank and filled, with values of all that is in them given others. */
export function grownHouse(seed: number, { turns, changes }: { turns: number; changes: number }): JobFile {
	const r = new Random(seed);
	const make = Object.values(DEMOS)[seed % Object.keys(DEMOS).length];
	if (!make) throw new Error('no demo house');
	let at: unknown = make();
	const pool = poolOf(at);
	let lists = listsByName(at);
	for (let n = 0; n < turns; n++) {
		if (n % 10 === 9) lists = listsByName(at);
		const next = otherwise(at, r.pick(lists), { pool, r });
		if (readPlainJobFile(next).ok) at = next;
	}
	return changed(at as JobFile, changes, r);
}
/** What comes of it; where it throws, the words of that. */
export const told = (work: () => unknown): unknown => {
	try {
		return work();
	} catch (error) {
		return String(error);
	}
};
