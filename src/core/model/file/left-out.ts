import type { AnySchema } from 'yup';

interface Inside {
	type: string;
	spec: { optional: boolean; nullable: boolean; meta?: { nullSays?: boolean } };
	fields?: Record<string, AnySchema>;
	innerType?: AnySchema;
}

/**
 * A checked value with every `null` taken out where a field may be left out or be null: code sees one way of not
 * saying it. What needs nothing taken out is given back as it is.
 */
export function leftOut<T>(schema: AnySchema, value: T): T {
	const { type, fields, innerType } = schema as unknown as Inside;
	if (value === null || typeof value !== 'object') return value;
	if (type === 'array' && innerType && Array.isArray(value)) {
		if (!mayHold(innerType)) return value;
		const rows = value.map((row: unknown) => leftOut(innerType, row));
		return rows.some((row, i) => row !== value[i]) ? (rows as T) : value;
	}
	if (type !== 'object' || !fields) return value;
	let made: Record<string, unknown> | null = null;
	for (const [key, there] of Object.entries(value as Record<string, unknown>)) {
		const field = fields[key];
		if (!field) continue;
		const { optional, nullable, meta } = (field as unknown as Inside).spec;
		const gone = there === null && optional && nullable && !meta?.nullSays;
		const kept = gone ? undefined : leftOut(field, there);
		if (kept === there && !gone) continue;
		made ??= { ...(value as Record<string, unknown>) };
		if (gone) delete made[key];
		else made[key] = kept;
	}
	return (made ?? value) as T;
}
const mayHold = (schema: AnySchema): boolean => ['object', 'array'].includes((schema as unknown as Inside).type);
