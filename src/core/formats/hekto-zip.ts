import { strFromU8, strToU8, unzipSync, zipSync, type UnzipFileInfo, type Zippable } from 'fflate';
import { MOST } from '../model/file/limits';
import type { JobFile } from '../model/job';
import type { FieldFault } from '../model/result';
import { readPlainJobFile } from './job-json';
import { fileOf, type FileParts } from './write-job';

/**
 * A job with its photos as one `.hekto` file: a zip of `job.json` and the pictures as JPEG files. In `job.json` each photo names its
 * picture, `photos/0001.jpg`, where a plain job file holds it as text.
 */
const JOB = 'job.json';
const pictureName = (n: number): string => `photos/${String(n + 1).padStart(4, '0')}.jpg`;
const PICTURE = /^photos\/\d{4}\.jpg$/;

/** @returns the bytes of the zip */
export function writeHektoZip(parts: FileParts): Uint8Array {
	const file = fileOf(parts);
	const photos = file.photos ?? [];
	// A JPEG gains nothing by being packed again.
	const pictures = photos.map((p, n): [string, Zippable[string]] => [pictureName(n), [fromBase64(p.jpeg), { level: 0 }]]);
	const named = { ...file, photos: photos.map((p, n) => ({ ...p, jpeg: pictureName(n) })) };
	return zipSync({ [JOB]: strToU8(JSON.stringify(named, null, '\t')), ...Object.fromEntries(pictures) });
}

/** Does this begin as a zip does. */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4;

type Read = ReturnType<typeof readPlainJobFile>;
/** Reads such a file: whatever else is in the zip is left in it. @returns the job file, or every fault with its path */
export function readHektoZip(bytes: Uint8Array): Read {
	const refuse = (path: string, message: string): Read => ({ ok: false, faults: [{ path, message }] });
	let large: string | null = null;
	const wanted = ({ name, originalSize }: UnzipFileInfo): boolean => {
		if (name !== JOB && !PICTURE.test(name)) return false;
		const most = name === JOB ? MOST.fileChars : MOST.pictureBytes;
		if (originalSize > most) large = `${name} must be at most ${most / 1e6} MB, got ${(originalSize / 1e6).toFixed(1)} MB`;
		return originalSize <= most;
	};
	let parts: Record<string, Uint8Array>;
	try {
		parts = unzipSync(bytes, { filter: wanted });
	} catch (error) {
		return refuse('file', `can't be read as a .hekto file (it may be cut off): ${(error as Error).message}`);
	}
	if (large) return refuse('file', large);
	const text = parts[JOB];
	if (!text) return refuse('file', `must hold ${JOB}; this zip does not`);
	let plain: unknown;
	try {
		plain = JSON.parse(strFromU8(text));
	} catch (error) {
		return refuse(JOB, `can't be read: ${(error as Error).message}`);
	}
	const missing = withPictures(plain, parts);
	return missing.length ? { ok: false, faults: missing } : readPlainJobFile(plain);
}
/** Puts each picture where its photo names it. @returns those that are not there */
function withPictures(plain: unknown, parts: Record<string, Uint8Array>): FieldFault[] {
	const photos = (plain as Partial<JobFile> | null)?.photos;
	if (!Array.isArray(photos)) return [];
	return photos.flatMap((photo: { jpeg?: unknown } | null, i): FieldFault[] => {
		if (!photo || typeof photo.jpeg !== 'string' || !PICTURE.test(photo.jpeg)) return [];
		const bytes = parts[photo.jpeg];
		if (!bytes) return [{ path: `photos[${i}].jpeg`, message: `names ${photo.jpeg}, which is not in the file` }];
		photo.jpeg = toBase64(bytes);
		return [];
	});
}

const fromBase64 = (text: string): Uint8Array => Uint8Array.from(atob(text), (c) => c.charCodeAt(0));
function toBase64(bytes: Uint8Array): string {
	let text = '';
	// In pieces: so many arguments as a picture has bytes are too many for one call.
	for (let i = 0; i < bytes.length; i += PIECE) text += String.fromCharCode(...bytes.subarray(i, i + PIECE));
	return btoa(text);
}
const PIECE = 8192;
