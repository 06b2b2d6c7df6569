import normal from '@fontsource/barlow/files/barlow-latin-400-normal.woff?url';
import italics from '@fontsource/barlow/files/barlow-latin-400-italic.woff?url';
import bold from '@fontsource/barlow/files/barlow-latin-600-normal.woff?url';
import pdfMake from 'pdfmake/build/pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { letterBlocks, together } from '$core/handover/blocks';
import type { CodeLetter } from '$core/handover/code-letter';
import { labelSheets, type FaceLabel, type LabelSize } from '$core/handover/labels';
import { sayDay } from '$lib/clock';
import { blocksDefinition, FONT_FILES, FONTS, sheetsDefinition } from './pdf-definition';

/** Documents as PDF, on letter paper, made where they are wanted: no server and no network. */
const URLS = { normal, bold, italics };

let ready: Promise<void> | null = null;
/** The fonts, fetched once from the application's own files. */
const fonts = (): Promise<void> => (ready ??= embed());
async function embed(): Promise<void> {
	const files = await Promise.all(
		(['normal', 'bold', 'italics'] as const).map(async (key) => {
			const bytes = new Uint8Array(await (await fetch(URLS[key])).arrayBuffer());
			return [FONT_FILES[key], btoa(bytes.reduce((s, b) => s + String.fromCharCode(b), ''))] as const;
		})
	);
	pdfMake.addVirtualFileSystem(Object.fromEntries(files));
	pdfMake.addFonts(FONTS);
}
async function made(definition: TDocumentDefinitions): Promise<Uint8Array> {
	await fonts();
	return new Uint8Array(await pdfMake.createPdf(definition).getBuffer());
}

/** Sheets of labels, true to size. */
export const labelPdf = (labels: readonly Pick<FaceLabel, 'text' | 'boxName'>[], size: LabelSize): Promise<Uint8Array> =>
	made(sheetsDefinition(labelSheets(labels, size)));

/** Each letter on pages of its own. @param day ISO day @param jobName at the foot of each page */
export const letterPdf = (letters: readonly CodeLetter[], day: string, jobName: string): Promise<Uint8Array> =>
	made(
		blocksDefinition(
			together(letters.map((letter) => letterBlocks(letter, sayDay(day)))),
			`${jobName} · Hekto, an aid for qualified people`
		)
	);
