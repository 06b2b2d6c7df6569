import { array, mixed, number, object, string, ValidationError, type AnyObject, type AnySchema } from 'yup';
import { EDITIONS } from './kinds';
import type { FieldFault } from './result';

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
type Told = { path: string; originalValue?: unknown; value?: unknown };
const got = ({ value, originalValue }: Told): string => said(originalValue === undefined ? value : originalValue);

export const text = (max = 200) =>
	string()
		.strict(true)
		.typeError((p) => `must be text, got ${got(p)}`)
		.max(max, (p) => `must have at most ${max} characters, got ${String(p.value).length}`);
/** Text that may not be empty. */
export const named = (max = 200) =>
	text(max).required((p) => (p.value === '' ? 'must not be empty' : `must be text, got ${got(p)}`));

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
export const whole = (min: number, max: number) => figure(min, max).integer((p) => `must be a whole number, got ${got(p)}`);
export const flag = () =>
	mixed<boolean>((v): v is boolean => typeof v === 'boolean').typeError((p) => `must be true or false, got ${got(p)}`);
export const oneOf = <const T extends readonly (string | number)[]>(allowed: T) =>
	mixed<T[number]>((v): v is T[number] => allowed.includes(v as never))
		.typeError((p) => `must be one of ${allowed.join(', ')}; got ${got(p)}`)
		.meta({ allowed });
export const list = (of: AnySchema, max: number, min = 0) =>
	array(of)
		.strict(true)
		.typeError((p) => `must be a list, got ${got(p)}`)
		.min(min, `must hold at least ${min}`)
		.max(max, (p) => `must hold at most ${max}, got ${(p.value as unknown[]).length}`);
export const must = <S extends AnySchema>(schema: S) =>
	schema.required((p: Told) => `must be given, got ${got(p)}`).nonNullable((p: Told) => `must be given, got ${got(p)}`);
/** May be left out or be null. */
export const maybe = <S extends AnySchema>(schema: S) => schema.nullable().optional();
export const DATE = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;
export const day = () =>
	text(10).test(
		'day',
		(p) => `must be a day like 2026-10-12, got ${got(p)}`,
		(v) => v == null || (DATE.test(v) && !Number.isNaN(Date.parse(v)))
	);
export const edition = () => must(oneOf(EDITIONS));

/** An object with these fields and no others; unknown ones are refused by name. */
export const shape = (fields: Record<string, AnySchema>, from = object()): AnySchema =>
	(from.shape(fields) as AnySchema)
		.strict(true)
		.typeError((p: Told) => `must be an object, got ${got(p)}`)
		.test('known', 'unknown field', function (value: unknown) {
			if (value === null || typeof value !== 'object' || Array.isArray(value)) return true;
			const extra = Object.keys(value as AnyObject).filter((key) => !(key in fields));
			if (!extra.length) return true;
			const allowed = Object.keys(fields).join(', ');
			const errors = extra
				.slice(0, 20)
				.map((key) =>
					this.createError({ path: this.path ? `${this.path}.${key}` : key, message: `is not a field here; allowed: ${allowed}` })
				);
			return new ValidationError(errors);
		});

export type Checked<T> = { ok: true; value: T } | { ok: false; faults: FieldFault[] };

/** Holds `value` to a schema and tells all faults at once. */
export function check<T>(schema: AnySchema, value: unknown): Checked<T> {
	try {
		return { ok: true, value: schema.validateSync(value, { abortEarly: false, strict: true }) as T };
	} catch (error) {
		if (!(error instanceof ValidationError)) throw error;
		const inner = error.inner.length ? error.inner : [error];
		const seen = new Set<string>();
		const faults = inner
			.map((e) => ({ path: e.path ?? '', message: e.message }))
			.filter((f) => !seen.has(f.path + f.message) && seen.add(f.path + f.message));
		return { ok: false, faults };
	}
}

/** What is wrong with one typed value, in words, or null: for a form's field. */
export const fieldFault =
	(schema: AnySchema) =>
	(value: unknown): string | null => {
		const checked = check(schema, typeof value === 'string' ? value.trim() : value);
		return checked.ok ? null : (checked.faults[0]?.message ?? null);
	};
