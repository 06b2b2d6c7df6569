import type { AnySchema } from 'yup';

/** A Yup schema as JSON Schema (2020-12): made from the schema's own description, so that the two cannot differ. */
export type JsonSchema = Record<string, unknown>;

interface Described {
	type: string;
	meta?: {
		allowed?: readonly unknown[];
		tuple?: number;
		orWord?: { min: number; max: number; words: readonly string[] };
	};
	nullable?: boolean;
	optional?: boolean;
	tests?: { name?: string; params?: Record<string, unknown> }[];
	fields?: Record<string, Described>;
	innerType?: Described;
}

/** A Yup schema as JSON Schema, draft 2020-12: types, limits, closed lists, fields that must be given. */
export const jsonSchemaOf = (schema: AnySchema): JsonSchema => convert(schema.describe() as unknown as Described);

function convert(d: Described): JsonSchema {
	const made = base(d);
	if (!d.nullable) return made;
	if (made.enum) return { ...made, enum: [...(made.enum as unknown[]), null] };
	return typeof made.type === 'string' ? { ...made, type: [made.type, 'null'] } : made;
}

function base(d: Described): JsonSchema {
	const param = (test: string, name = test) => d.tests?.find((t) => t.name === test)?.params?.[name];
	const given = (pairs: Record<string, unknown>): JsonSchema =>
		Object.fromEntries(Object.entries(pairs).filter(([, v]) => v !== undefined));
	if (d.meta?.allowed) return { enum: [...d.meta.allowed] };
	if (d.meta?.orWord) {
		const { min, max, words } = d.meta.orWord;
		return {
			oneOf: [{ type: 'number', minimum: min, maximum: max }, { enum: [...words] }, ...(d.nullable ? [{ type: 'null' }] : [])]
		};
	}
	switch (d.type) {
		case 'object': {
			const fields = d.fields ?? {};
			return {
				type: 'object',
				properties: Object.fromEntries(Object.entries(fields).map(([key, field]) => [key, convert(field)])),
				required: Object.entries(fields)
					.filter(([, field]) => !field.optional)
					.map(([key]) => key),
				additionalProperties: false
			};
		}
		case 'array':
			return given({
				type: 'array',
				items: d.innerType && convert(d.innerType),
				minItems: d.meta?.tuple ?? param('min'),
				maxItems: d.meta?.tuple ?? param('max')
			});
		case 'number':
			return given({
				type: d.tests?.some((t) => t.name === 'integer') ? 'integer' : 'number',
				minimum: param('min'),
				maximum: param('max')
			});
		case 'string':
			return given({ type: 'string', maxLength: param('max') });
		default:
			return { type: 'boolean' };
	}
}
