import assert from 'node:assert/strict';
import { createRequire } from 'node:module';
import test from 'node:test';
import { letterBlocks, together, type Block } from '../../src/core/handover/blocks';
import type { CodeLetter } from '../../src/core/handover/code-letter';
import { labelSheets } from '../../src/core/handover/labels';
import { blocksDefinition, FONT_FILES, FONTS, sheetsDefinition } from '../../src/lib/documents/pdf-definition';

const letter: CodeLetter = {
	title: 'BD-02, Bedroom é',
	head: 'Marrow Street. NEC 2020',
	facts: ['The neighbor’s café, 64 in²', 'Ground: none at 75 °C'],
	points: [
		{ text: 'Protection is required', rule: { section: '406.4(D)(2)', title: 't', edition: '2020', confidence: 'check' } }
	],
	evidence: [],
	tester: ['Open ground'],
	asks: [],
	closing: 'Local code decides.'
};
const kinds = (blocks: readonly Block[]) => blocks.map((b) => ('text' in b ? `${b.kind}: ${b.text}` : b.kind));

test('a letter as blocks: what is empty has no heading, what is to be checked says so', () => {
	assert.deepEqual(kinds(letterBlocks(letter, 'Oct 12, 2026')), [
		'title: Code basis: BD-02, Bedroom é',
		'paragraph: Marrow Street. NEC 2020',
		'paragraph: Oct 12, 2026',
		'heading: As found',
		'list',
		'heading: What the rules require, in our words',
		'list',
		'heading: What a plug-in tester will show, and why that is expected',
		'list',
		'paragraph: Local code decides.'
	]);
	const rules = letterBlocks(letter, '').find(
		(b, i, all) => b.kind === 'list' && (all[i - 1] as { text?: string }).text?.startsWith('What the rules')
	);
	assert.deepEqual(rules, { kind: 'list', lines: ['Protection is required (406.4(D)(2), 2020, check with the AHJ)'] });
});
test('papers together: each on pages of its own, none before the first', () => {
	const one = letterBlocks(letter, 'today');
	assert.deepEqual(
		together([one, one, one])
			.map((b, i) => (b.kind === 'page' ? i : -1))
			.filter((i) => i >= 0),
		[one.length, 2 * one.length + 1]
	);
	assert.deepEqual(together([]), []);
});

const require = createRequire(import.meta.url);
const font = (name: string) => require.resolve(`@fontsource/barlow/files/barlow-latin-${name}.woff`);
async function pdfOf(definition: object): Promise<string> {
	const pdfMake = require('pdfmake') as {
		addFonts: (f: object) => void;
		createPdf: (d: object) => { getBuffer: () => Promise<Buffer> };
	};
	const files = {
		[FONT_FILES.normal]: font('400-normal'),
		[FONT_FILES.bold]: font('600-normal'),
		[FONT_FILES.italics]: font('400-italic')
	};
	pdfMake.addFonts({ Barlow: Object.fromEntries(Object.entries(FONTS.Barlow).map(([k, f]) => [k, files[f]])) });
	return (await pdfMake.createPdf({ ...definition, compress: false }).getBuffer()).toString('latin1');
}
test('a printed letter keeps é, ’, ² and °, in fonts that go with it, with its page and its job', async () => {
	const pdf = await pdfOf(
		blocksDefinition(together([letterBlocks(letter, 'Oct 12, 2026'), letterBlocks(letter, 'Oct 12, 2026')]), {
			foot: 'Marrow Street',
			size: 'LETTER'
		})
	);
	for (const [sign, code] of [
		['é', '00e9'],
		['’', '2019'],
		['²', '00b2'],
		['°', '00b0']
	] as const)
		assert.match(pdf.toLowerCase(), new RegExp(`<${code}>`), `${sign} is not among the letters of the file`);
	assert.match(pdf, /\/FontFile3|\/FontFile2/);
	assert.equal(pdf.match(/\/Type \/Page\b(?!s)/g)?.length, 2, 'two letters, two pages');
});
test('sheets of labels: a page each, as drawn', async () => {
	const labels = Array.from({ length: 200 }, (_, i) => ({ text: 'No Equipment Ground', boxName: `B-${i}` }));
	const sheets = labelSheets(labels);
	assert.ok(sheets.length > 1);
	const pdf = await pdfOf(sheetsDefinition(sheets));
	assert.equal(pdf.match(/\/Type \/Page\b(?!s)/g)?.length, sheets.length);
});
