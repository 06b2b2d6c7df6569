import { expose, transfer } from 'comlink';
import { paperCaseOf } from '../../core/formats/report-request';
import { makePaper } from '../../core/handover/make-paper';
import type { PaperCase } from '../../core/handover/paper';
import type { PaperKind } from '../../core/model/kinds';
import type { JobFile } from '../../core/model/job';
import type { Prices } from '../../core/rough/materials';
import { sayDay, today } from '../clock';
import { calibrationOver, type Instrument } from '../store/shop';
import { makePackage } from '../documents/package';
import { paperPdf } from '../documents/pdf';
import type { PaperSize } from '../documents/pdf-definition';
import { signedOn } from '../documents/signing';

/** What the shop keeps that a paper says: its instruments, the width of a door's card. */
interface Shop {
	instruments: readonly Instrument[];
	doorIn: number;
}
const ofShop = (c: PaperCase, { instruments, doorIn }: Shop): PaperCase => ({
	...c,
	calibrationOver: (of) => calibrationOver(instruments, of),
	doorIn: doorIn || undefined
});

/** Papers as PDF, and all of them as a package: made beside the page, so that it can be stopped. */
const api = {
	async paper(
		file: JobFile,
		key: PaperKind,
		{ subject, size, ...shop }: { subject?: string | undefined; size: PaperSize } & Shop
	): Promise<Uint8Array> {
		const c = ofShop(paperCaseOf(file, { today: today(), sayDay, subject }), shop);
		const signatures = (file.job.signatures ?? []).filter((s) => s.paper === key && s.subject === subject);
		const signed = signedOn(signatures, (day) => makePaper(key, { ...c, today: day }));
		const bytes = await paperPdf(makePaper(key, c), c, { size, signed });
		return transfer(bytes, [bytes.buffer]);
	},
	/** @param told what is being made, and the share that is done */
	async package(
		file: JobFile,
		{ size, prices, ...shop }: { size: PaperSize; prices: Prices } & Shop,
		told: (doing: string, share: number) => void
	): Promise<Uint8Array> {
		const c = ofShop(paperCaseOf(file, { today: today(), sayDay }), shop);
		const bytes = await makePackage({ file, case: c, size, prices, told });
		return transfer(bytes, [bytes.buffer]);
	}
};
export type PapersApi = typeof api;
expose(api);
