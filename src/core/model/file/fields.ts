import { array, mixed, number, object, string, ValidationError, type AnyObject, type AnySchema } from 'yup';
import { isTime } from './clock-time';
import { EDITIONS } from '../kinds';
import { leftOut } from './left-out';
import { passesOf } from './quick-check';
import type { FieldFault } from '../result';

/** Small makers from which every schema of Hekto is built, so that each message names what was seen and what is allowed. */

const said = (value: unknown): string => {
	const text =
		typeof value === 'string'
			? `"${value}"`
			: Array.isArray(value)
				? 'a list'
				: value === undefined
					? 'nothing'
					: JSON.stringify(value);
	return (text ?? String(value)).slice(0, 60);
};
type Told = { path: string; value?: unknown };
/** All fields are strict: what is looked at is what was given. */
const got = ({ value }: Told): string => said(value);

/** Text of at most so many characters. */
export const text = (max = 200) =>
	string()
		.strict(true)
		.typeError((p) => `must be text, got ${got(p)}`)
		.max(max, (p) => `must have at most ${max} characters, got ${String(p.value).length}`);
/** Text that may not be empty. */
export const named = (max = 200) =>
	text(max).required((p) => (p.value === '' ? 'must not be empty' : `must be text, got ${got(p)}`));

/** A finite number within limits. */
export const figure = (min: number, max: number) =>
	number()
		.strict(true)
		.typeError((p) => `must be a number, got ${got(p)}`)
		.test(
			'finite',
			(p) => `must be a number, got ${got(p)}`,
			(v) => v == null || Number.isFinite(v)
		)
		.min(min, (p) => `must be at least ${min}, got ${got(p)}`)
		.max(max, (p) => `must be at most ${max}, got ${got(p)}`);
/** A whole number within limits. */
export const whole = (min: number, max: number) => figure(min, max).integer((p) => `must be a whole number, got ${got(p)}`);
/** true or false, and nothing that could be taken for it. */
export const flag = () =>
	mixed<boolean>((v): v is boolean => typeof v === 'boolean').typeError((p) => `must be true or false, got ${got(p)}`);
/** One of a closed list; the fault names them all. */
export const oneOf = <const T extends readonly (string | number)[]>(allowed: T) =>
	mixed<T[number]>((v): v is T[number] => allowed.includes(v as never))
		.typeError((p) => `must be one of ${allowed.join(', ')}; got ${got(p)}`)
		.meta({ allowed });
/** A number within limits, or one of a few words. */
export const orWord = <const T extends readonly string[]>(min: number, max: number, words: T) =>
	mixed<number | T[number]>((v): v is number | T[number] => typeof v === 'number' || words.includes(v as never))
		.typeError((p) => `must be a number, or one of ${words.join(', ')}; got ${got(p)}`)
		.test(
			'within',
			(p) => `must be from ${min} to ${max}, got ${got(p)}`,
			(v) => typeof v !== 'number' || (v >= min && v <= max)
		)
		.meta({ orWord: { min, max, words } });
/** A list of so many rows. */
export const list = (of: AnySchema, max: number, min = 0) =>
	array(of)
		.strict(true)
		.typeError((p) => `must be a list, got ${got(p)}`)
		.min(min, `must hold at least ${min}`)
		.max(max, (p) => `must hold at most ${max}, got ${(p.value as unknown[]).length}`);
/** Must be given, and not null. */
export const must = <S extends AnySchema>(schema: S) =>
	schema.required((p: Told) => `must be given, got ${got(p)}`).nonNullable((p: Told) => `must be given, got ${got(p)}`);
/** May be left out or be null. */
export const maybe = <S extends AnySchema>(schema: S) => schema.nullable().optional();
/** May be left out; null is a thing that is said: nothing was found. */
export const orNothing = <S extends AnySchema>(schema: S) => maybe(schema).meta({ nullSays: true });
export const DATE = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;
/** A day of the calendar, as 2026-10-12. */
export const day = () =>
	text(10).test(
		'day',
		(p) => `must be a day like 2026-10-12, got ${got(p)}`,
		(v) => v == null || (DATE.test(v) && !Number.isNaN(Date.parse(v)))
	);
/** A moment, as 2026-10-12T09:30:00Z. */
export const time = () =>
	text(40).test(
		'time',
		(p) => `must be a time like 2026-10-12T09:30:00Z, got ${got(p)}`,
		(v) => v == null || isTime(v)
	);
/** One of the editions that Hekto knows. */
export const edition = () => must(oneOf(EDITIONS));

/** An object with these fields and no others; unknown ones are refused by name. */
export const shape = (fields: Record<string, AnySchema>, from = object()): AnySchema =>
	(from.shape(fields) as AnySchema)
		.strict(true)
		.typeError((p: Told) => `must be an object, got ${got(p)}`)
		.test('known', 'unknown field', function (value: unknown) {
			if (value === null || typeof value !== 'object' || Array.isArray(value)) return true;
			const extra = Object.keys(value as AnyObject).filter((key) => !Object.hasOwn(fields, key));
			if (!extra.length) return true;
			const allowed = Object.keys(fields).join(', ');
			const errors = extra
				.slice(0, 20)
				.map((key) =>
					this.createError({ path: this.path ? `${this.path}.${key}` : key, message: `is not a field here; allowed: ${allowed}` })
				);
			return new ValidationError(errors);
		});
/** Of a union, the fields of all of its members. */
type KeyOf<T> = T extends unknown ? keyof T : never;
/** The same for a type of the model: a field that is in one of the two and not in the other does not compile. */
export const shapeOf =
	<T>() =>
	(fields: Record<KeyOf<NonNullable<T>>, AnySchema>): AnySchema =>
		shape(fields);

export type Checked<T> = { ok: true; value: T } | { ok: false; faults: FieldFault[] };

/** At most so many faults are told one by one. */
export const MOST_FAULTS = 50;
/** The first faults, and a word of how many more there are. */
export const told = (faults: readonly FieldFault[], more = 0): FieldFault[] => {
	const left = more + Math.max(0, faults.length - MOST_FAULTS);
	const first = faults.slice(0, MOST_FAULTS);
	return left ? [...first, { path: '', message: `and ${left.toLocaleString('en-US')} more` }] : first;
};

/**
 * Holds `value` to a schema and tells its faults. How deep it is, how much it holds and how long its lists are is looked
 * at before anything in it, and what passes is never looked at twice.
 */
export function check<T>(schema: AnySchema, value: unknown): Checked<T> {
	const much = tooMuch(value);
	if (much) return { ok: false, faults: [{ path: '', message: much }] };
	if (passesOf(schema)(value)) return { ok: true, value: leftOut(schema, value as T) };
	const found: Found = { faults: [], seen: new Set(), more: 0 };
	look(schema, value, '', found);
	return { ok: false, faults: told(found.faults, found.more) };
}

/** No job is so deep, and none holds so many values. */
const MOST_DEEP = 16;
const MOST_VALUES = 3_000_000;
/** Why a plain value is not looked at at all, or null: walked level by level, so that no input makes it go deep. */
function tooMuch(value: unknown): string | null {
	let level: unknown[] = [value];
	let count = 1;
	for (let deep = 0; level.length; deep++) {
		if (deep > MOST_DEEP) return `must be at most ${MOST_DEEP} levels deep`;
		const next: unknown[] = [];
		for (const at of level) {
			if (typeof at !== 'object' || at === null) continue;
			for (const inner of Array.isArray(at) ? at : Object.values(at)) {
				count += 1;
				if (typeof inner === 'object' && inner !== null) next.push(inner);
			}
			if (count > MOST_VALUES) return `must hold at most ${MOST_VALUES.toLocaleString('en-US')} values`;
		}
		level = next;
	}
	return null;
}

interface Found {
	faults: FieldFault[];
	seen: Set<string>;
	more: number;
}
type Parts = AnySchema & { fields?: Record<string, AnySchema>; innerType?: AnySchema; type: string };

/** Goes down only where something does not pass, as deep as the schema and no deeper. */
function look(schema: AnySchema, value: unknown, path: string, found: Found): void {
	if (passesOf(schema)(value)) return;
	if (found.faults.length >= MOST_FAULTS) return void (found.more += 1);
	const { type, fields, innerType } = schema as Parts;
	const before = found.faults.length;
	if (type === 'array' && innerType && Array.isArray(value) && lengthPasses(schema, value)) {
		value.forEach((item, i) => look(innerType, item, `${path}[${i}]`, found));
	} else if (type === 'object' && fields && value !== null && typeof value === 'object' && !Array.isArray(value)) {
		const own = value as AnyObject;
		sayUnknown(Object.keys(fields), own, path, found);
		for (const [key, field] of Object.entries(fields))
			look(field, Object.hasOwn(own, key) ? own[key] : undefined, path ? `${path}.${key}` : key, found);
	}
	if (found.faults.length === before) byYup(schema, value, path, found);
}
/** A list that is too long is not looked into. */
function lengthPasses(schema: AnySchema, value: readonly unknown[]): boolean {
	const param = (name: string) => schema.describe().tests.find((t) => t.name === name)?.params?.[name];
	const [least, most, exact] = [param('min'), param('max'), param('length')];
	return (
		value.length >= Number(least ?? 0) && value.length <= Number(most ?? Infinity) && (exact ?? value.length) === value.length
	);
}
function sayUnknown(allowed: readonly string[], value: AnyObject, path: string, found: Found): void {
	const known = new Set(allowed);
	for (const key of Object.keys(value)) {
		if (known.has(key)) continue;
		const name = key.slice(0, 60);
		say({ path: path ? `${path}.${name}` : name, message: `is not a field here; allowed: ${allowed.join(', ')}` }, found);
	}
}
function byYup(schema: AnySchema, value: unknown, path: string, found: Found): void {
	try {
		// A list that is refused for its length is not looked into.
		const abortEarly = Array.isArray(value) && !lengthPasses(schema, value);
		schema.validateSync(value, { abortEarly, strict: true });
	} catch (error) {
		if (!(error instanceof ValidationError)) throw error;
		for (const e of error.inner.length ? error.inner : [error])
			say({ path: [path, e.path].filter(Boolean).join('.').replaceAll('.[', '['), message: e.message }, found);
	}
}
function say(fault: FieldFault, found: Found): void {
	const key = fault.path + fault.message;
	if (found.seen.has(key)) return;
	found.seen.add(key);
	if (found.faults.length >= MOST_FAULTS) found.more += 1;
	else found.faults.push(fault);
}

/** What is wrong with one typed value, in words, or null: for a form's field. */
export const fieldFault =
	(schema: AnySchema) =>
	(value: unknown): string | null => {
		const checked = check(schema, typeof value === 'string' ? value.trim() : value);
		return checked.ok ? null : (checked.faults[0]?.message ?? null);
	};
