import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { Block, Figure } from '$core/handover/blocks';

/** The fonts of a paper by their files: those of the screen, so that no letter of a name is lost. */
export const FONT_FILES = {
	normal: 'barlow-400.woff',
	bold: 'barlow-600.woff',
	italics: 'barlow-400-italic.woff'
} as const;
export const FONTS = { Barlow: { ...FONT_FILES, bolditalics: FONT_FILES.bold } };

export const PAPER_SIZES = ['LETTER', 'A4'] as const;
export type PaperSize = (typeof PAPER_SIZES)[number];
/** Points. */
const SHEET: Readonly<Record<PaperSize, { width: number; height: number }>> = {
	LETTER: { width: 612, height: 792 },
	A4: { width: 595.28, height: 841.89 }
};
const MARGIN = 48;
/** A drawing is at most this high, so that it and its words stand on one page. */
const MOST_HIGH = 560;

/** Strokes of a drawn signature, in a box of so many points. */
export interface SignedAs {
	role: string;
	name: string;
	license: string;
	day: string;
	/** As an SVG. */
	drawn: string;
	/** The paper has been changed since. */
	changed: boolean;
}
interface BlocksForm {
	/** What stands at the foot of every page. */
	foot: string;
	size: PaperSize;
	/** Large letters. */
	large?: boolean | undefined;
	/** Draws what a figure is of. */
	draw?: ((of: Figure) => string | null) | undefined;
	signed?: readonly SignedAs[] | undefined;
}

/** Blocks as a PDF, with an outline, the job and the page on each. */
export function blocksDefinition(blocks: readonly Block[], form: BlocksForm): TDocumentDefinitions {
	const content: Content[] = [];
	let fresh = false;
	for (const block of paired(blocks)) {
		if (block.kind === 'pair') {
			content.push({
				columns: block.figures.map((f) => asContent(f, form) ?? { text: '' }),
				columnGap: 14,
				unbreakable: true
			} as Content);
			continue;
		}
		if (block.kind === 'page') {
			fresh = content.length > 0;
			continue;
		}
		const made = asContent(block, form);
		if (!made) continue;
		content.push((fresh ? { stack: [made], pageBreak: 'before' } : made) as Content);
		fresh = false;
	}
	return {
		pageSize: form.size,
		pageMargins: [MARGIN, MARGIN, MARGIN, MARGIN + 10],
		defaultStyle: { font: 'Barlow', fontSize: form.large ? 14 : 10, lineHeight: 1.2 },
		info: { title: form.foot },
		footer: (page, pages) => ({
			columns: [
				{ text: form.foot, width: '*' },
				{ text: `${page} of ${pages}`, width: 'auto' }
			],
			margin: [MARGIN, 16, MARGIN, 0],
			fontSize: 8.5
		}),
		content
	};
}
type FigureBlock = Extract<Block, { kind: 'figure' }>;
/** Cards stand two beside each other, four to a page. */
function paired(blocks: readonly Block[]): (Block | { kind: 'pair'; figures: FigureBlock[] })[] {
	const out: (Block | { kind: 'pair'; figures: FigureBlock[] })[] = [];
	for (const block of blocks) {
		const last = out.at(-1);
		if (block.kind !== 'figure' || block.of.kind !== 'make-up') out.push(block);
		else if (last?.kind === 'pair' && last.figures.length < 2) last.figures.push(block);
		else out.push({ kind: 'pair', figures: [block] });
	}
	return out;
}
function asContent(block: Exclude<Block, { kind: 'page' }>, form: BlocksForm): Content | null {
	const scale = form.large ? 1.4 : 1;
	switch (block.kind) {
		case 'title':
			return { text: block.text, fontSize: 17 * scale, bold: true, margin: [0, 0, 0, 4], outline: true } as Content;
		case 'heading':
			return {
				text: block.text,
				fontSize: 12 * scale,
				bold: true,
				margin: [0, 10, 0, 3],
				outline: true,
				headlineLevel: 1
			} as Content;
		case 'paragraph':
			return {
				text: block.text,
				margin: [0, block.small ? 12 : 0, 0, block.small ? 0 : 2],
				...(block.small ? { fontSize: 9 * scale } : {})
			};
		case 'list':
			return { ul: [...block.lines] };
		case 'table':
			return tableContent(block, form);
		case 'ledger':
			return tableContent(
				{
					head: ['', 'How', 'Figure', 'Section'],
					num: [2],
					rows: block.rows.map((r) => [r.label, r.formula, r.value, r.section])
				},
				form
			);
		case 'figure':
			return figureContent(block, form);
		default:
			return signatureContent(block.role, form);
	}
}
type Table = Pick<Extract<Block, { kind: 'table' }>, 'head' | 'rows' | 'num' | 'widthIn'>;
const PT_PER_IN = 72;
/** A word that is longer than its column is broken, so that no cell is clipped. */
const LONGEST = 22;
const broken = (text: string): string => text.replace(new RegExp(`\\S{${LONGEST}}`, 'g'), (part) => `${part}\u200b`);
function tableContent({ head, rows, num = [], widthIn = Infinity }: Table, form: BlocksForm): Content {
	// Columns as wide as what stands in them, within limits; together the page.
	const weights = head.map((h, i) => Math.min(46, Math.max(5, h.length, ...rows.map((r) => Math.sqrt((r[i] ?? '').length * 9)))));
	const sum = weights.reduce((s, w) => s + w, 0);
	const across = Math.min(SHEET[form.size].width - 2 * MARGIN, widthIn * PT_PER_IN) - head.length * 6;
	const cell = (text: string, i: number, bold: boolean): TableCell => ({
		text: broken(text),
		alignment: num.includes(i) ? 'right' : 'left',
		bold
	});
	return {
		table: {
			headerRows: 1,
			dontBreakRows: true,
			keepWithHeaderRows: 1,
			widths: weights.map((w) => (w / sum) * across),
			body: [head.map((h, i) => cell(h, i, true)), ...rows.map((r) => head.map((_, i) => cell(r[i] ?? '', i, false)))]
		},
		layout: {
			hLineWidth: (i: number) => (i === 1 ? 1 : 0.4),
			vLineWidth: () => 0,
			hLineColor: () => '#b9b1a4',
			paddingLeft: () => 3,
			paddingRight: () => 3
		},
		fontSize: form.large ? 12 : 8.8,
		margin: [0, 3, 0, 6]
	};
}
function figureContent({ of, caption }: Extract<Block, { kind: 'figure' }>, form: BlocksForm): Content | null {
	const svg = form.draw?.(of);
	if (!svg) return null;
	if (of.kind === 'labels') return { svg, width: SHEET[form.size].width, absolutePosition: { x: 0, y: 0 } };
	const across = SHEET[form.size].width - 2 * MARGIN;
	const most: [number, number] =
		of.kind === 'make-up'
			? [(across - 14) / 2, MOST_HIGH / 2 + 20]
			: of.kind === 'run'
				? [across, MOST_HIGH / 2]
				: [across, MOST_HIGH];
	return {
		stack: [
			...(caption ? [{ text: caption, bold: true, margin: [0, 6, 0, 2] as [number, number, number, number] }] : []),
			{ svg, fit: most }
		],
		unbreakable: true
	};
}
function signatureContent(role: string, form: BlocksForm): Content {
	const own = (form.signed ?? []).filter((s) => s.role === role);
	if (!own.length)
		return {
			columns: [
				{
					width: '*',
					stack: [{ text: '\n\n_________________________________' }, { text: `${role}: name and signature`, fontSize: 9 }]
				},
				{ width: 150, stack: [{ text: '\n\n________________' }, { text: 'License', fontSize: 9 }] },
				{ width: 110, stack: [{ text: '\n\n______________' }, { text: 'Date', fontSize: 9 }] }
			],
			columnGap: 16,
			margin: [0, 14, 0, 4],
			unbreakable: true
		} as Content;
	return {
		stack: own.map((s) => ({
			columns: [
				{ svg: s.drawn, fit: [180, 60] },
				{
					stack: [
						{ text: `${s.role}: ${s.name}`, bold: true },
						{ text: s.license ? `License ${s.license}` : 'No license number given' },
						{ text: s.day },
						...(s.changed ? [{ text: 'The paper was changed after this signature.', bold: true }] : [])
					]
				}
			],
			columnGap: 16
		})),
		margin: [0, 14, 0, 4],
		unbreakable: true
	} as Content;
}

/** Sheets drawn as SVG, true to size: one to a page. */
export const sheetsDefinition = (sheets: readonly string[]): TDocumentDefinitions => ({
	pageSize: 'LETTER',
	pageMargins: 0,
	defaultStyle: { font: 'Barlow' },
	content: sheets.map((svg, i) => ({ svg, width: 612, ...(i ? { pageBreak: 'before' as const } : {}) }))
});
