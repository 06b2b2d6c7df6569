import { expose } from 'comlink';
import { readJobFile } from '../../core/formats/job-json';
import { readReadingsCsv } from '../../core/formats/readings-csv';
import type { Job } from '../../core/model/job';

/** @param told a word of what is being done, and the share that is done */
type Told = (doing: string, share: number) => void;
const api = {
	async job(file: Blob, told: Told): Promise<ReturnType<typeof readJobFile>> {
		told('reading', 0.1);
		const text = await file.text();
		told('checking', 0.4);
		const read = readJobFile(text);
		told('handing over', 0.9);
		return read;
	},
	async csv(file: Blob, job: Job, told: Told): Promise<ReturnType<typeof readReadingsCsv>> {
		told('reading', 0.1);
		const text = await file.text();
		told('checking', 0.4);
		const read = readReadingsCsv(text, job, () => crypto.randomUUID());
		told('handing over', 0.9);
		return read;
	}
};
export type FilesApi = typeof api;
expose(api);
