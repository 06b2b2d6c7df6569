import type { JobFile } from '../model/job';
import { inUtc } from '../model/file/in-utc';
import { MOST } from '../model/file/limits';
import { FILE_VERSION, migrate } from '../model/file/migrations';
import type { FieldFault } from '../model/result';
import { checkJobFile } from '../model/file/schema';

/**
 * Reads the text of a job file: migrates older versions, refuses the rest with the path and the reason.
 * Nothing is changed anywhere: the caller writes only what comes back whole.
 */
export function readJobFile(
	text: string
): { ok: true; value: JobFile; migratedFrom: number | null } | { ok: false; faults: FieldFault[] } {
	const refuse = (path: string, message: string) => ({ ok: false as const, faults: [{ path, message }] });
	if (text.length > MOST.fileChars)
		return refuse('file', `must be at most ${MOST.fileChars / 1e6} MB, got ${Math.round(text.length / 1e6)} MB`);
	let plain: unknown;
	try {
		plain = JSON.parse(text);
	} catch (error) {
		return refuse('file', `can't be read as a job file (it may be cut off): ${(error as Error).message}`);
	}
	return readPlainJobFile(plain);
}

/** The same of what is JSON already. */
export function readPlainJobFile(
	plain: unknown
): { ok: true; value: JobFile; migratedFrom: number | null } | { ok: false; faults: FieldFault[] } {
	const refuse = (path: string, message: string) => ({ ok: false as const, faults: [{ path, message }] });
	if (!plain || typeof plain !== 'object' || Array.isArray(plain))
		return refuse('file', 'must be a job file, got something else');
	const file = plain as Record<string, unknown>;
	if (file.hekto !== 'job') return refuse('hekto', `must be "job", got ${JSON.stringify(file.hekto) ?? 'nothing'}`);
	const from = file.fileVersion;
	if (typeof from !== 'number' || !Number.isInteger(from) || from < 0)
		return refuse('fileVersion', `must be 0 to ${FILE_VERSION}, got ${JSON.stringify(from) ?? 'nothing'}`);
	if (from > FILE_VERSION)
		return refuse('fileVersion', `must be at most ${FILE_VERSION}, got ${from}: the file was made by a newer Hekto`);
	const checked = checkJobFile(migrate(file));
	return checked.ok ? { ok: true, value: inUtc(checked.value), migratedFrom: from === FILE_VERSION ? null : from } : checked;
}
