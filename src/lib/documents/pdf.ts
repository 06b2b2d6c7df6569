import { PDFDocument, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib';
import type { CodeLetter } from '$core/handover/code-letter';
import { sheetPlaces, type FaceLabel, type LabelSize } from '$core/handover/labels';

/** Documents as PDF, on letter paper, made where they are asked for: no server and no network. */
const PT = 72;
const PAGE = { width: 8.5 * PT, height: 11 * PT, margin: 0.8 * PT };

/** The standard fonts know no letters beyond Latin-1: what they cannot write is left out rather than refused. */
const plain = (text: string): string =>
	text
		.replaceAll('–', '-')
		.replaceAll('°', ' deg ')
		.replace(/[^\x20-\x7e]/g, '');

export async function labelPdf(labels: readonly Pick<FaceLabel, 'text' | 'boxName'>[], size: LabelSize): Promise<Uint8Array> {
	const doc = await PDFDocument.create();
	const [bold, small] = [await doc.embedFont(StandardFonts.HelveticaBold), await doc.embedFont(StandardFonts.Helvetica)];
	const places = sheetPlaces(size);
	let page: PDFPage | null = null;
	labels.forEach(({ text, boxName }, i) => {
		if (!page || i % places.length === 0) page = doc.addPage([PAGE.width, PAGE.height]);
		const at = places[i % places.length];
		if (!at) return;
		const [width, height] = [size.widthIn * PT, size.heightIn * PT];
		const [x, y] = [at.x * PT, PAGE.height - at.y * PT - height];
		page.drawRectangle({ x, y, width, height, borderWidth: 0.5 });
		const high = fitted(bold, text, width * 0.92, height * 0.5);
		page.drawText(plain(text), {
			x: x + (width - bold.widthOfTextAtSize(plain(text), high)) / 2,
			y: y + height / 2 - high * 0.3,
			size: high,
			font: bold
		});
		const name = plain(boxName);
		page.drawText(name, { x: x + (width - small.widthOfTextAtSize(name, 4)) / 2, y: y + 2, size: 4, font: small });
	});
	return doc.save();
}
/** The largest size up to `most` at which a line is no wider. */
const fitted = (font: PDFFont, text: string, wide: number, most: number): number =>
	Math.min(most, wide / Math.max(0.01, font.widthOfTextAtSize(plain(text), 1)));

/** Each letter on pages of its own. */
export async function letterPdf(letters: readonly CodeLetter[], day: string): Promise<Uint8Array> {
	const doc = await PDFDocument.create();
	const [bold, body] = [await doc.embedFont(StandardFonts.HelveticaBold), await doc.embedFont(StandardFonts.Helvetica)];
	let page = doc.addPage([PAGE.width, PAGE.height]);
	let y = PAGE.height - PAGE.margin;
	const line = (text: string, font: PDFFont, size: number, indent = 0) => {
		for (const part of wrapped(plain(text), font, size, PAGE.width - 2 * PAGE.margin - indent)) {
			if (y < PAGE.margin + size) {
				page = doc.addPage([PAGE.width, PAGE.height]);
				y = PAGE.height - PAGE.margin;
			}
			page.drawText(part, { x: PAGE.margin + indent, y: y - size, size, font });
			y -= size * 1.4;
		}
	};
	const section = (title: string, lines: readonly string[]) => {
		if (!lines.length) return;
		y -= 8;
		line(title, bold, 12);
		for (const text of lines) line(text, body, 10.5, 10);
	};
	letters.forEach((letter, i) => {
		if (i) {
			page = doc.addPage([PAGE.width, PAGE.height]);
			y = PAGE.height - PAGE.margin;
		}
		line(`Code basis: ${letter.title}`, bold, 17);
		line(letter.head, body, 10.5);
		line(day, body, 10.5);
		section('What is there', letter.facts);
		section(
			'What the rules require, in our words',
			letter.points.map(
				({ text, rule }) =>
					`${text} (${rule.section}, ${rule.edition}${rule.confidence === 'check' ? ', check with the AHJ' : ''})`
			)
		);
		section('Evidence', letter.evidence);
		section('What a plug-in tester will show, and why that is expected', letter.tester);
		section('What may still be required', letter.asks);
		y -= 10;
		line(letter.closing, body, 9.5);
	});
	return doc.save();
}
function wrapped(text: string, font: PDFFont, size: number, wide: number): string[] {
	const lines: string[] = [];
	let at = '';
	for (const word of text.split(' ')) {
		const longer = at ? `${at} ${word}` : word;
		if (at && font.widthOfTextAtSize(longer, size) > wide) {
			lines.push(at);
			at = word;
		} else at = longer;
	}
	return [...lines, at];
}
