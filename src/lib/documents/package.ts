import { permitWords } from '$core/handover/permit-words';
import { strToU8, zipSync, type Zippable } from 'fflate';
import { drawPlan } from '$core/formats/plan-drawing';
import { planSvg } from '$core/formats/plan-svg';
import { planDxf } from '$core/formats/dxf-out';
import { writeHektoZip } from '$core/formats/hekto-zip';
import { writeMaterialsCsv } from '$core/formats/materials-csv';
import { writeReadingsCsv } from '$core/formats/readings-csv';
import { PACKAGE } from '$core/formats/report-request';
import { writeJobFile } from '$core/formats/write-job';
import { makePaper } from '$core/handover/make-paper';
import type { PaperCase } from '$core/handover/paper';
import { PAPERS } from '$core/model/kinds';
import { materialList } from '$core/makeup/material-takes';
import type { JobFile } from '$core/model/job';
import { dueDays, gfciRegister } from '$core/prove/gfci-register';
import type { Prices } from '$core/rough/materials';
import { calendarOf } from './calendar';
import { paperPdf } from './pdf';
import type { PaperSize } from './pdf-definition';
import { signedOn } from './signing';

interface PackageOf {
	file: JobFile;
	case: PaperCase;
	size?: PaperSize;
	prices?: Prices;
	/** What is being made, and the share that is done. */
	told?: ((doing: string, share: number) => void) | undefined;
}
/** Everything that is handed over, in one zip: papers, job file, tables, calendar, plans. Nothing of it is half: it is made, then given. */
export async function makePackage({
	file,
	case: c,
	size = 'LETTER',
	prices = {},
	told = () => undefined
}: PackageOf): Promise<Uint8Array> {
	const { job, readings } = file;
	const files: Zippable = {};
	const missing: string[] = [];
	for (const [i, key] of PACKAGE.entries()) {
		told(PAPERS[key], i / (PACKAGE.length + 1));
		const paper = makePaper(key, c);
		const signatures = (job.signatures ?? []).filter((s) => s.paper === key && s.subject === undefined);
		const signed = signedOn(signatures, (day) => makePaper(key, { ...c, today: day }));
		files[`papers/${String(i + 1).padStart(2, '0')} ${PAPERS[key]}.pdf`] = [
			await paperPdf(paper, c, { size, signed }),
			{ level: 0 }
		];
		missing.push(...paper.missing.map((m) => `${PAPERS[key]}: ${m}`));
	}
	told('files', PACKAGE.length / (PACKAGE.length + 1));
	if (file.photos?.length) files['job.hekto'] = [writeHektoZip(file), { level: 0 }];
	else files['job.hekto.json'] = strToU8(writeJobFile(file));
	files['tables/readings.csv'] = strToU8(writeReadingsCsv(job, readings));
	files['tables/materials.csv'] = strToU8(writeMaterialsCsv(materialList(c.ruled).lines, prices, job.supplies ?? []));
	const days = dueDays(job, gfciRegister(job, { readings, proofs: c.proofs }, c.today));
	if (days.length) files['due.ics'] = strToU8(calendarOf(days));
	for (const story of new Set(job.rooms.filter((r) => r.outline).map((r) => r.story))) {
		const plan = drawPlan(c.ruled.edition, job, story);
		const title = { name: job.name, sub: `NEC ${job.edition}, ${permitWords(job)}, story ${story}` };
		files[`plans/story ${story}.svg`] = strToU8(planSvg(plan, title));
		files[`plans/story ${story}.dxf`] = strToU8(planDxf(plan, title));
	}
	files['README.txt'] = strToU8(readme(c, missing));
	return zipSync(files);
}
const readme = ({ told, today, sayDay }: PaperCase, missing: readonly string[]): string =>
	[
		`${told.name}${told.place ? `, ${told.place}` : ''}`,
		`NEC ${told.edition}, ${permitWords(told)}. Made ${sayDay(today)}.`,
		'',
		'papers/   PDF, to read, print and sign',
		'job.hekto (or job.hekto.json)   the whole job, to be opened again',
		'tables/   readings and materials, for a spreadsheet',
		'plans/    SVG and DXF, inches',
		'due.ics   days of tests, for a calendar',
		'',
		...(missing.length ? ['Missing before it is signed:', ...missing.map((m) => `- ${m}`), ''] : []),
		'This states what was checked and under which rules. Local code and the authority having jurisdiction decide. Not a substitute for a licensed electrician.',
		''
	].join('\r\n');
