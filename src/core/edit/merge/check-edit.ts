import type { AnySchema } from 'yup';
import { check } from '../../model/file/fields';
import type { Job } from '../../model/job';
import { newReferenceFaults } from '../../model/file/references';
import type { FieldFault } from '../../model/result';
import { jobSchema } from '../../model/file/schema';

/**
 * Holds an edited job to the schema of the job file, so that what was let in can be saved and opened again. Only what
 * the edit made anew is looked at; a fault that stood there before is not this edit's.
 */
export function editFaults(before: Job, after: Job): FieldFault[] {
	if (before === after) return [];
	const fields = (jobSchema as AnySchema & { fields: Record<string, AnySchema> }).fields;
	const faults = Object.entries(fields).flatMap(([key, schema]) => {
		const [was, is] = [before[key as keyof Job] as unknown, after[key as keyof Job] as unknown];
		return was === is ? [] : fieldFaults(schema, was, is, key);
	});
	const unknown = Object.keys(after).filter((key) => !Object.hasOwn(fields, key));
	faults.push(...unknown.map((path) => ({ path, message: 'is not a field of a job' })));
	return faults.length ? faults : newReferenceFaults(before, after);
}

function fieldFaults(schema: AnySchema, was: unknown, is: unknown, path: string): FieldFault[] {
	const rowSchema = (schema as AnySchema & { innerType?: AnySchema }).innerType;
	const told = (of: AnySchema, value: unknown, at: string): FieldFault[] => {
		const checked = check(of, value);
		return checked.ok ? [] : checked.faults.map((f) => ({ ...f, path: f.path ? `${at}.${f.path}` : at }));
	};
	if (!rowSchema || !Array.isArray(was) || !Array.isArray(is)) return told(schema, is, path);
	// A list of rows: those that were made anew, and the list's own length.
	const old = new Set(was);
	const most = schema.describe().tests.find((t) => t.name === 'max')?.params?.max as number | undefined;
	if (most !== undefined && is.length > most && is.length > was.length)
		return [{ path, message: `must hold at most ${most}, got ${is.length}` }];
	return is.flatMap((row, i) => (old.has(row) ? [] : told(rowSchema, row, `${path}[${i}]`)));
}
