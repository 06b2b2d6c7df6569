import type { AnySchema, SchemaDescription } from 'yup';
import { isTime } from './clock-time';

/**
 * A quick yes made from what a Yup schema says of itself: a lawful job of 50,000 readings is let through in a blink, and Yup is asked only
 * of what this does not let through, for its words. What it does not know of a schema it leaves to Yup.
 */
type Passes = (value: unknown) => boolean;

const made = new WeakMap<AnySchema, Passes>();

/** A quick look made from a schema: true only where the schema has nothing to say; false says only that the schema must look. */
export function passesOf(schema: AnySchema): Passes {
	const before = made.get(schema);
	if (before) return before;
	const passes = make(schema);
	made.set(schema, passes);
	return passes;
}

function make(schema: AnySchema): Passes {
	const said = schema.describe() as Said;
	const holds = heldBy(schema, said);
	return (v) => (v === undefined ? said.optional : v === null ? said.nullable : holds(v));
}
/** With what our own makers add: the words of a closed list. */
type Said = SchemaDescription & { meta?: { allowed?: readonly unknown[] } };
/** The parts of an object or a list, as schemas; none of anything else. */
interface Parts {
	fields?: Record<string, AnySchema>;
	innerType?: AnySchema;
}

function heldBy(schema: AnySchema, said: Said): Passes {
	const { fields, innerType } = schema as Parts;
	const tests = said.tests.map(({ name = '', params = {} }) => knownTest(name, params));
	const asked: Passes = (v) => schema.isValidSync(v, { strict: true });
	const base = baseOf(schema, said, fields);
	if (!base) return asked;
	const known = tests.filter((t): t is Passes => typeof t === 'function');
	// The length of a list before any look at its items.
	const item = innerType ? passesOf(innerType) : null;
	const all: Passes = (v) => base(v) && known.every((test) => test(v)) && (!item || (v as unknown[]).every(item));
	return tests.some((t) => t === null) ? (v) => all(v) && asked(v) : all;
}

/** A test that is known by its name; `base`: the base looks after it; null: only Yup knows it. */
function knownTest(name: string, { min, max, length }: Record<string, unknown>): Passes | 'base' | null {
	const size = (v: unknown) => (typeof v === 'number' ? v : (v as { length: number }).length);
	switch (name) {
		case 'min':
			return (v) => size(v) >= Number(min);
		case 'max':
			return (v) => size(v) <= Number(max);
		case 'length':
			return (v) => size(v) === Number(length);
		case 'required':
			return (v) => (v as string | unknown[]).length > 0;
		case 'integer':
			return Number.isInteger;
		case 'finite':
			return Number.isFinite;
		case 'time':
			return (v) => isTime(v as string);
		case 'known':
			return 'base';
		default:
			return null;
	}
}

function baseOf(schema: AnySchema, { type, meta }: Said, fields: Record<string, AnySchema> | undefined): Passes | null {
	const allowed = meta?.allowed;
	switch (type) {
		case 'string':
			return (v) => typeof v === 'string';
		case 'number':
			return (v) => typeof v === 'number' && !Number.isNaN(v);
		case 'array':
			return Array.isArray;
		case 'object':
			return fields ? fieldsOf(fields) : null;
		case 'mixed':
			return allowed ? (v) => allowed.includes(v) : (v) => schema.isType(v);
		default:
			return null;
	}
}
/** An object with these fields and no others, of its own: what it has from its prototype is not in it. */
function fieldsOf(fields: Record<string, AnySchema>): Passes | null {
	const names = Object.keys(fields);
	if (!names.length) return null;
	const own = new Set(names);
	const checks = names.map((name) => [name, passesOf(fields[name] as AnySchema)] as const);
	return (v) =>
		typeof v === 'object' &&
		v !== null &&
		!Array.isArray(v) &&
		Object.keys(v).every((key) => own.has(key)) &&
		checks.every(([name, passes]) => passes(Object.hasOwn(v, name) ? (v as Record<string, unknown>)[name] : undefined));
}
