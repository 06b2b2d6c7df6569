import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { Block } from '$core/handover/blocks';

/** The fonts of a paper by their files: those of the screen, so that no letter of a name is lost. */
export const FONT_FILES = {
	normal: 'barlow-400.woff',
	bold: 'barlow-600.woff',
	italics: 'barlow-400-italic.woff'
} as const;
export const FONTS = { Barlow: { ...FONT_FILES, bolditalics: FONT_FILES.bold } };

/** Blocks as a PDF on letter paper, with the job and the page on each. @param foot what stands at the foot of every page */
export function blocksDefinition(blocks: readonly Block[], foot: string): TDocumentDefinitions {
	const content: Content[] = [];
	let fresh = false;
	for (const block of blocks) {
		if (block.kind === 'page') fresh = true;
		else {
			content.push({ ...asContent(block), ...(fresh ? { pageBreak: 'before' as const } : {}) } as Content);
			fresh = false;
		}
	}
	return {
		pageSize: 'LETTER',
		pageMargins: [58, 58, 58, 64],
		defaultStyle: { font: 'Barlow', fontSize: 10.5, lineHeight: 1.25 },
		footer: (page, pages) => ({
			columns: [
				{ text: foot, width: '*' },
				{ text: `${page} of ${pages}`, width: 'auto' }
			],
			margin: [58, 18, 58, 0],
			fontSize: 8.5
		}),
		content
	};
}
function asContent(block: Exclude<Block, { kind: 'page' }>): Record<string, unknown> {
	switch (block.kind) {
		case 'title':
			return { text: block.text, fontSize: 17, bold: true, margin: [0, 0, 0, 4] };
		case 'heading':
			return { text: block.text, fontSize: 12, bold: true, margin: [0, 10, 0, 2] };
		case 'paragraph':
			return { text: block.text, margin: [0, block.small ? 12 : 0, 0, 2], ...(block.small ? { fontSize: 9.5 } : {}) };
		case 'list':
			return { ul: [...block.lines] };
		default:
			return block satisfies never;
	}
}

/** Sheets drawn as SVG, true to size: one to a page. */
export const sheetsDefinition = (sheets: readonly string[]): TDocumentDefinitions => ({
	pageSize: 'LETTER',
	pageMargins: 0,
	defaultStyle: { font: 'Barlow' },
	content: sheets.map((svg, i) => ({ svg, width: 612, ...(i ? { pageBreak: 'before' as const } : {}) }))
});
