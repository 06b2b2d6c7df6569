import type { AnySchema } from 'yup';
import type { Random } from './random';

/** Values to put in the place of others: lawful ones by the schema, and ones that nobody would send by mistake. */

/** What a schema of a file or a body says of itself. */
export interface Inside {
	type: string;
	spec: { optional: boolean; nullable: boolean; meta?: { allowed?: readonly unknown[] } };
	tests: { OPTIONS?: { name?: string; params?: Record<string, unknown> } }[];
	fields?: Record<string, AnySchema>;
	innerType?: AnySchema;
}

/** A value that the schema may let in, at its edges as often as within. @param ids that stand for things of the job */
export function lawful(schema: AnySchema, r: Random, ids: readonly string[]): unknown {
	const { type, spec, tests, fields, innerType } = schema as unknown as Inside;
	const param = (name: string) => tests.find((t) => t.OPTIONS?.name === name)?.OPTIONS?.params?.[name];
	if (spec.optional && r.chance(0.2)) return undefined;
	if (spec.nullable && r.chance(0.25)) return null;
	if (spec.meta?.allowed) return r.pick(spec.meta.allowed);
	switch (type) {
		case 'number': {
			const [least, most] = [Number(param('min') ?? -1e6), Number(param('max') ?? 1e6)];
			const value = r.chance(0.4) ? r.pick([least, most, 0, 1]) : least + r.next() * (most - least);
			return tests.some((t) => t.OPTIONS?.name === 'integer') ? Math.round(value) : value;
		}
		case 'string':
			return tests.some((t) => t.OPTIONS?.name === 'day')
				? r.pick(['2014-01-01', '2023-09-01', '2026-11-26'])
				: r.pick([...ids, 'x', '']);
		case 'array':
			return Array.from({ length: r.below(4) }, () => (innerType ? lawful(innerType, r, ids) : 0));
		case 'object':
			return Object.fromEntries(
				Object.entries(fields ?? {}).flatMap(([key, field]) => {
					const value = lawful(field, r, ids);
					return value === undefined ? [] : [[key, value]];
				})
			);
		default:
			return r.chance(0.5);
	}
}

const ODD: readonly unknown[] = [
	null,
	'',
	0,
	-1,
	1e308,
	-1e308,
	2 ** 53,
	5e-324,
	true,
	[],
	{},
	[[]],
	[null],
	'__proto__',
	'constructor',
	'../..',
	'\u0000',
	'\ud800',
	'<img src=x onerror=alert(1)>',
	'x'.repeat(300),
	{ toString: 1 },
	{ __proto__: null, length: 9 },
	Array.from({ length: 300 }, () => ({})),
	Array.from({ length: 5000 }, () => 0)
];
/** Something that does not belong there. */
export const odd = (r: Random): unknown => r.pick(ODD);

export type Path = (string | number)[];
/** All places in a plain value, to be picked from; the first of each long list. */
export function placesIn(value: unknown, most = 3): Path[] {
	const found: Path[] = [];
	const visit = (at: unknown, path: Path) => {
		found.push(path);
		if (Array.isArray(at)) at.slice(0, most).forEach((v, i) => visit(v, [...path, i]));
		else if (at && typeof at === 'object') for (const [key, v] of Object.entries(at)) visit(v, [...path, key]);
	};
	visit(value, []);
	return found;
}
/** The same with another value in one place; `undefined` takes it out. The rest is shared. */
export function withValue(value: unknown, path: Path, put: unknown): unknown {
	const [step, ...rest] = path;
	if (step === undefined) return put;
	if (Array.isArray(value)) {
		const inner = withValue(value[Number(step)], rest, put);
		return inner === undefined ? value.filter((_, i) => i !== step) : value.map((v, i) => (i === step ? inner : v));
	}
	const fields = { ...(value as Record<string, unknown>) };
	const inner = withValue(fields[step], rest, put);
	if (inner === undefined) delete fields[step];
	else Object.defineProperty(fields, step, { value: inner, enumerable: true, configurable: true, writable: true });
	return fields;
}
export const valueAt = (value: unknown, path: Path): unknown =>
	path.reduce<unknown>(
		(at, step) => (at && typeof at === 'object' ? (at as Record<string | number, unknown>)[step] : undefined),
		value
	);
/** The schema of the place that a path leads to, or null. */
export function schemaAt(schema: AnySchema, path: Path): AnySchema | null {
	return path.reduce<AnySchema | null>((at, step) => {
		const { fields, innerType } = (at ?? {}) as Partial<Inside>;
		if (typeof step === 'number') return innerType ?? null;
		return fields && Object.hasOwn(fields, step) ? (fields[step] ?? null) : null;
	}, schema);
}

/** A plain value with one to four things about it changed. */
export function spoiled(value: unknown, r: Random): unknown {
	let at = value;
	for (let n = 1 + r.below(4); n > 0; n--) {
		const path = r.pick(placesIn(at));
		const there = valueAt(at, path);
		const way = r.below(5);
		if (way === 0 && path.length) at = withValue(at, path, undefined);
		else if (way === 1 && Array.isArray(there) && there.length) at = withValue(at, path, [...there, there[0]]);
		else if (way === 2 && there && typeof there === 'object' && !Array.isArray(there))
			at = withValue(at, [...path, r.pick(['odd', '__proto__', 'constructor', 'x'.repeat(200)])], odd(r));
		else if (way === 3 && typeof there === 'number') at = withValue(at, path, there * r.pick([-1, 0, 1e6, 1e-9, 1.0000001]));
		else at = withValue(at, path, odd(r));
	}
	return at;
}
/** A text with pieces cut out, doubled, or put in. */
export function garbled(text: string, r: Random): string {
	let at = text;
	for (let n = 1 + r.below(5); n > 0; n--) {
		const from = r.below(at.length + 1);
		const to = Math.min(at.length, from + r.below(r.pick([2, 20, 400])));
		const piece = at.slice(from, to);
		const put = r.pick(['', piece + piece, '\n', ',', '"', '\t', '1e999', '-', 'é²', '\u0000', '9'.repeat(40), '=cmd()']);
		at = at.slice(0, from) + put + at.slice(to);
	}
	return at;
}
