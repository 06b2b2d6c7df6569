import assert from 'node:assert/strict';
import test from 'node:test';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { isZip, readHektoZip, writeHektoZip } from '../../src/core/formats/hekto-zip';
import { FILE_VERSION } from '../../src/core/model/file/migrations';
import { PHOTO_OF } from '../../src/core/model/kinds';
import type { JobFile } from '../../src/core/model/known';
import type { Photo } from '../../src/core/model/job';
import { job } from './small-job';

/** Bytes of every value, and as many as are no whole number of threes. */
const jpeg = Buffer.from(Array.from({ length: 20_003 }, (_, i) => (i * 7) % 256)).toString('base64');
const photo = (id: string, of: Photo['of'], more: Partial<Photo> = {}): Photo => ({
	id,
	jobId: 'j',
	of,
	caption: `of ${of.kind}`,
	at: '2026-10-12T10:00:00.000Z',
	by: 'T',
	widthPx: 1280,
	heightPx: 640,
	jpeg,
	...more
});
const ID = { box: 'a', room: 'den', check: 'x', cable: 'p-a', panel: 'p', step: 'a:dead' } as const;
const photos = PHOTO_OF.map((kind) => photo(kind, { kind, id: ID[kind] }));
const parts = { job: job(), readings: [], events: [], photos };
const plain: JobFile = { hekto: 'job', fileVersion: FILE_VERSION, job: job(), readings: [], events: [], photos };

test('a job with photos of all that can be photographed goes out as a zip and comes back the same', () => {
	const zip = writeHektoZip(parts);
	assert.ok(isZip(zip));
	const inside = unzipSync(zip);
	assert.deepEqual(Object.keys(inside), ['job.json', ...PHOTO_OF.map((_, n) => `photos/000${n + 1}.jpg`)]);
	assert.equal(Buffer.from(inside['photos/0006.jpg'] ?? []).toString('base64'), jpeg);
	const read = readHektoZip(zip);
	assert.ok(read.ok, JSON.stringify(read).slice(0, 400));
	assert.deepEqual(read.value, plain);
	assert.equal(read.migratedFrom, null);
});
test('photos of what is no longer in the job stay behind', () => {
	const gone = (['box', 'cable', 'panel'] as const).map((kind) => photo(`gone ${kind}`, { kind, id: 'gone' }));
	const read = readHektoZip(writeHektoZip({ ...parts, photos: [...gone, ...photos] }));
	assert.deepEqual(read.ok && read.value.photos?.map((p) => p.id), [...PHOTO_OF]);
});

const made = (files: Record<string, string | Uint8Array>): Uint8Array =>
	zipSync(Object.fromEntries(Object.entries(files).map(([name, v]) => [name, typeof v === 'string' ? strToU8(v) : v])));
const named = (jpegName: string) => JSON.stringify({ ...plain, photos: [{ ...photos[0], jpeg: jpegName }] });
const REFUSED: [string, Uint8Array, RegExp][] = [
	['no zip', strToU8('PK no'), /^file: can't be read as a .hekto file/],
	['cut off', writeHektoZip(parts).subarray(0, 4000), /^file: can't be read/],
	['another zip', made({ 'a.txt': 'x' }), /^file: must hold job.json/],
	['broken JSON', made({ 'job.json': '{' }), /^job.json: can't be read/],
	['a list', made({ 'job.json': '[]' }), /^file: must be a job file/],
	['null', made({ 'job.json': 'null' }), /^file: must be a job file/],
	['photos that are no objects', made({ 'job.json': JSON.stringify({ ...plain, photos: [null, 7] }) }), /^photos\[0\]/],
	[
		'a picture that is not there',
		made({ 'job.json': named('photos/0001.jpg') }),
		/^photos\[0\].jpeg: names photos\/0001.jpg, which is not in the file$/
	],
	[
		'a way out of the folder',
		made({ 'job.json': named('photos/../0001.jpg'), 'photos/../0001.jpg': 'x' }),
		/^photos\[0\].jpeg: must be base64/
	],
	['a newer version', made({ 'job.json': JSON.stringify({ ...plain, fileVersion: 99 }) }), /newer Hekto/],
	[
		'a picture over 0.3 MB',
		made({ 'job.json': named('photos/0001.jpg'), 'photos/0001.jpg': new Uint8Array(300_001) }),
		/photos\/0001.jpg must be at most 0.3 MB/
	]
];
for (const [what, bytes, why] of REFUSED)
	test(`a .hekto file that is refused: ${what}`, () => {
		const read = readHektoZip(bytes);
		assert.match(read.ok ? 'taken' : read.faults.map((f) => `${f.path}: ${f.message}`).join('; '), why);
	});
test('a picture of just 0.3 MB, an older version, and other things in the zip are taken', () => {
	const exact = made({ 'job.json': named('photos/0001.jpg'), 'photos/0001.jpg': new Uint8Array(300_000), 'README.txt': 'x' });
	assert.ok(readHektoZip(exact).ok);
	const older = JSON.parse(strFromU8(unzipSync(writeHektoZip({ ...parts, photos: [] }))['job.json'] ?? new Uint8Array())) as {
		fileVersion: number;
	};
	const read = readHektoZip(made({ 'job.json': JSON.stringify({ ...older, fileVersion: FILE_VERSION - 1 }) }));
	assert.ok(read.ok && read.migratedFrom === FILE_VERSION - 1);
});
