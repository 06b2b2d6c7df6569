import { paperCaseOf, type ReportRequest } from '$core/formats/report-request';
import { makePaper } from '$core/handover/make-paper';
import { sayDay, today } from '$lib/clock';
import { makePackage } from './package';
import { paperPdf } from './pdf';
import { signedOn } from './signing';

/** A document of a job file: its bytes, and what they are. */
export async function reportOf({ file, document, subject }: ReportRequest): Promise<{ bytes: Uint8Array; type: string }> {
	const c = paperCaseOf(file, { today: today(), sayDay, subject });
	if (document === 'package') return { bytes: await makePackage({ file, case: c }), type: 'application/zip' };
	const signatures = (file.job.signatures ?? []).filter((s) => s.paper === document && s.subject === subject);
	const signed = signedOn(signatures, (day) => makePaper(document, { ...c, today: day }));
	return { bytes: await paperPdf(makePaper(document, c), c, { signed }), type: 'application/pdf' };
}
