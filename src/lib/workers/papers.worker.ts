import { expose, transfer } from 'comlink';
import { paperCaseOf } from '../../core/formats/report-request';
import { makePaper } from '../../core/handover/make-paper';
import type { PaperKey } from '../../core/handover/paper';
import type { JobFile } from '../../core/model/job';
import type { Prices } from '../../core/rough/materials';
import { sayDay, today } from '../clock';
import { makePackage } from '../documents/package';
import { paperPdf } from '../documents/pdf';
import type { PaperSize } from '../documents/pdf-definition';
import { signedOn } from '../documents/signing';

/** Papers as PDF, and all of them as a package: made beside the page, so that it can be stopped. */
const api = {
	async paper(
		file: JobFile,
		key: PaperKey,
		{ subject, size }: { subject?: string | undefined; size: PaperSize }
	): Promise<Uint8Array> {
		const c = paperCaseOf(file, { today: today(), sayDay, subject });
		const signatures = (file.job.signatures ?? []).filter((s) => s.paper === key && s.subject === subject);
		const signed = signedOn(signatures, (day) => makePaper(key, { ...c, today: day }));
		const bytes = await paperPdf(makePaper(key, c), c, { size, signed });
		return transfer(bytes, [bytes.buffer]);
	},
	/** @param told what is being made, and the share that is done */
	async package(
		file: JobFile,
		{ size, prices }: { size: PaperSize; prices: Prices },
		told: (doing: string, share: number) => void
	): Promise<Uint8Array> {
		const c = paperCaseOf(file, { today: today(), sayDay });
		const bytes = await makePackage({ file, case: c, size, prices, told });
		return transfer(bytes, [bytes.buffer]);
	}
};
export type PapersApi = typeof api;
expose(api);
