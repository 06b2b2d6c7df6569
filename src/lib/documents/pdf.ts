import bold from '@fontsource/barlow/files/barlow-latin-600-normal.woff?inline';
import italics from '@fontsource/barlow/files/barlow-latin-400-italic.woff?inline';
import normal from '@fontsource/barlow/files/barlow-latin-400-normal.woff?inline';
import pdfMake from 'pdfmake/build/pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { figureSvg } from '$core/formats/paper-figures';
import { letterBlocks, together } from '$core/handover/blocks';
import type { CodeLetter } from '$core/handover/code-letter';
import { labelSheets, type FaceLabel, type LabelSize } from '$core/handover/labels';
import type { Paper, PaperCase } from '$core/handover/paper';
import { sayDay } from '$lib/clock';
import { blocksDefinition, FONT_FILES, FONTS, sheetsDefinition, type PaperSize, type SignedAs } from './pdf-definition';

/** Documents as PDF, made where they are wanted, on a page and on the server alike: no network. */
const FILES = { normal, bold, italics };
let ready = false;
/** The fonts, which come with this part of the application. */
function embed(): void {
	if (ready) return;
	const files = (['normal', 'bold', 'italics'] as const).map(
		(key) => [FONT_FILES[key], FILES[key].slice(FILES[key].indexOf(',') + 1)] as const
	);
	pdfMake.addVirtualFileSystem(Object.fromEntries(files));
	pdfMake.addFonts(FONTS);
	ready = true;
}
async function made(definition: TDocumentDefinitions): Promise<Uint8Array> {
	embed();
	return new Uint8Array(await pdfMake.createPdf(definition).getBuffer());
}

/** Sheets of labels, true to size. */
export const labelPdf = (labels: readonly Pick<FaceLabel, 'text' | 'boxName'>[], size: LabelSize): Promise<Uint8Array> =>
	made(sheetsDefinition(labelSheets(labels, size)));

/** Each letter on pages of its own. @param day ISO day @param jobName at the foot of each page */
export const letterPdf = (letters: readonly CodeLetter[], day: string, jobName: string): Promise<Uint8Array> =>
	made(
		blocksDefinition(together(letters.map((letter) => letterBlocks(letter, sayDay(day)))), {
			foot: `${jobName} · Hekto, an aid for qualified people`,
			size: 'LETTER'
		})
	);

/** A paper with its drawings and what was signed on it. */
export const paperPdf = (
	paper: Paper,
	c: PaperCase,
	{ size = 'LETTER', signed = [] }: { size?: PaperSize; signed?: readonly SignedAs[] } = {}
): Promise<Uint8Array> =>
	made(blocksDefinition(paper.blocks, { foot: paper.foot, size, large: paper.large, draw: (of) => figureSvg(c, of), signed }));
