import { readTable, type Table } from '../../core/formats/csv-mapping';
import { isZip, readHektoZip } from '../../core/formats/hekto-zip';
import { readJobFile } from '../../core/formats/job-json';
import { readReadingsCsv } from '../../core/formats/readings-csv';
import type { Job } from '../../core/model/job';
import { MOST } from '../../core/model/file/limits';
import type { FieldFault } from '../../core/model/result';

/** @param told a word of what is being done, and the share that is done */
type Told = (doing: string, share: number) => void;
export const filesApi = {
	async job(file: Blob, told: Told): Promise<ReturnType<typeof readJobFile>> {
		told('reading', 0.1);
		const bytes = new Uint8Array(await file.arrayBuffer());
		told('checking', 0.4);
		const read = isZip(bytes) ? readHektoZip(bytes) : readJobFile(new TextDecoder().decode(bytes));
		told('saving', 0.9);
		return read;
	},
	/** Any table: its cells, without a look at what they mean. */
	async table(file: Blob, told: Told): Promise<{ ok: true; value: Table } | { ok: false; faults: FieldFault[] }> {
		told('reading', 0.2);
		const value = readTable(await file.text());
		if (value.rows.length <= MOST.readings) return { ok: true, value };
		return {
			ok: false,
			faults: [{ path: 'file', message: `must hold at most ${MOST.readings} rows, got ${value.rows.length}` }]
		};
	},
	async csv(file: Blob, job: Job, told: Told): Promise<ReturnType<typeof readReadingsCsv>> {
		told('reading', 0.1);
		const text = await file.text();
		told('checking', 0.4);
		const read = readReadingsCsv(text, job, () => crypto.randomUUID());
		told('saving', 0.9);
		return read;
	}
};
export type FilesApi = typeof filesApi;
