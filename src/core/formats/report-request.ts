import { assess } from '../assess';
import type { PaperCase } from '../handover/paper';
import { houseOf } from '../house';
import { knownJob } from '../model/known';
import type { Checked } from '../model/file/fields';
import { PAPER_KINDS, type PaperKind } from '../model/kinds';
import type { JobFile } from '../model/job';
import type { FieldFault } from '../model/result';
import { readPlainJobFile } from './job-json';

/** A paper of a job file, or the whole package. */
export const DOCUMENTS = [...PAPER_KINDS, 'package'] as const;
type DocumentKey = (typeof DOCUMENTS)[number];
export interface ReportRequest {
	file: JobFile;
	document: DocumentKey;
	subject?: string | undefined;
}
const isObject = (x: unknown): x is Record<string, unknown> => typeof x === 'object' && x !== null && !Array.isArray(x);

/** @returns the request with its file held to the schema, or every fault with its path */
export function checkReport(body: unknown): Checked<ReportRequest> {
	if (!isObject(body)) return { ok: false, faults: [{ path: '', message: 'must be an object' }] };
	const faults: FieldFault[] = Object.keys(body)
		.filter((key) => !['file', 'document', 'subject'].includes(key))
		.map((key) => ({ path: key, message: 'is not a field of this request' }));
	const document = DOCUMENTS.find((d) => d === body.document);
	if (!document)
		faults.push({
			path: 'document',
			message: `must be one of ${DOCUMENTS.join(', ')}, got ${JSON.stringify(body.document) ?? 'nothing'}`
		});
	const { subject } = body;
	if (subject !== undefined && typeof subject !== 'string')
		faults.push({ path: 'subject', message: `must be an id, got ${JSON.stringify(subject)}` });
	if (body.file === undefined) return { ok: false, faults: [...faults, { path: 'file', message: 'must be a job file' }] };
	const read = readPlainJobFile(body.file);
	if (!read.ok)
		return { ok: false, faults: [...faults, ...read.faults.map((f) => ({ ...f, path: f.path ? `file.${f.path}` : 'file' }))] };
	if (typeof subject === 'string' && !subjectsOf(read.value, document).includes(subject))
		faults.push({
			path: 'subject',
			message: `names no ${document === 'directory' ? 'panel' : 'box or circuit'} of this job that this document can be of, got ${JSON.stringify(subject)}`
		});
	return faults.length || !document
		? { ok: false, faults }
		: { ok: true, value: { file: read.value, document, ...(typeof subject === 'string' ? { subject } : {}) } };
}
/** What a document can be of. */
function subjectsOf({ job }: JobFile, document: DocumentKey | undefined): string[] {
	if (document === 'directory') return job.panels.map((p) => p.id);
	if (document === 'code-letter') return [...job.boxes, ...job.circuits].map((x) => x.id);
	return [];
}

/** What papers are made from, of a job file. @param today ISO day @param sayDay a day as it is read */
export function paperCaseOf(
	{ job, readings, events, photos }: Pick<JobFile, 'job' | 'readings' | 'events' | 'photos'>,
	{ today, sayDay, subject }: Pick<PaperCase, 'today' | 'sayDay' | 'subject'>
): PaperCase {
	const { stages, proofs, claims } = assess(job, readings, events);
	const known = knownJob(job);
	return {
		ruled: { edition: houseOf(known, readings).edition, job: known },
		told: job,
		readings,
		events,
		stages,
		proofs,
		places: claims.places,
		today,
		sayDay,
		photos: photos?.length ?? 0,
		subject
	};
}
/** Papers of a package, in the order of a folder. */
export const PACKAGE: readonly PaperKind[] = PAPER_KINDS;
