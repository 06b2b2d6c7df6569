import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createRequire } from 'node:module';
import test from 'node:test';
import { letterBlocks, together, type Block } from '../../src/core/handover/blocks';
import { DEMOS } from '../../src/core/demo';
import { figureSvg } from '../../src/core/formats/paper-figures';
import { paperCaseOf } from '../../src/core/formats/report-request';
import { makePaper } from '../../src/core/handover/make-paper';
import type { PaperCase } from '../../src/core/handover/paper';
import { PAPER_KINDS } from '../../src/core/model/kinds';
import type { JobFile, Reading } from '../../src/core/model/job';
import { fingerprintOf, signedOn } from '../../src/lib/documents/signing';
import type { CodeLetter } from '../../src/core/handover/code-letter';
import { labelSheets, panelLabels, readyLabels } from '../../src/core/handover/labels';
import { blocksDefinition, FONT_FILES, FONTS, PAPER_SIZES, sheetsDefinition } from '../../src/lib/documents/pdf-definition';

const letter: CodeLetter = {
	title: 'BD-02, Bedroom é',
	head: 'Marrow Street. NEC 2020',
	before: [],
	done: [],
	dead: [],
	left: [],
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

const load = createRequire(import.meta.url);
const font = (name: string) => load.resolve(`@fontsource/barlow/files/barlow-latin-${name}.woff`);
async function pdfOf(definition: object): Promise<string> {
	const pdfMake = load('pdfmake') as {
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

const caseOf = (name: string, change: (file: JobFile) => void = () => undefined, more: Partial<PaperCase> = {}): PaperCase => {
	const file = JSON.parse(JSON.stringify(DEMOS[name]?.())) as JobFile;
	change(file);
	return { ...paperCaseOf(file, { today: '2026-10-12', sayDay: (d) => d }), ...more };
};
const text = (blocks: readonly Block[]): string => JSON.stringify(blocks);
test('a directory is never said to be proven where nobody proved it; who did, and when, is said', () => {
	const none = makePaper(
		'directory',
		caseOf('marrow-street', (f) => f.job.circuits.forEach((c) => delete c.proven))
	);
	const full = none.blocks.filter((b) => b.kind === 'table').at(-1);
	assert.ok(full?.kind === 'table' && full.rows.every((r) => r.at(-1) === 'not proven'));
	// The card on the door is all that anybody reads.
	const door = (blocks: readonly Block[]) =>
		blocks
			.find((b) => b.kind === 'table')
			?.rows.flatMap((r) => [r[1], r[3]])
			.filter(Boolean) ?? [];
	assert.equal(door(none.blocks).length, 10);
	assert.ok(door(none.blocks).every((cell) => cell?.endsWith('(not proven)')));
	assert.match(text(none.blocks), /no record that it was switched off/);
	assert.match(text(none.blocks), /No circuit entered in spaces: 10, 12, 14, 16/);
	assert.match(none.missing[0] ?? '', /10 circuits not proven \(1, 2\/4, 3, 5, 6\/8, 7, 9, 11, 13, 15\)/);
	const proven = makePaper(
		'directory',
		caseOf('marrow-street', (f) =>
			Object.assign(f.job.circuits[0] as object, { proven: true, provenBy: { by: 'JM', at: '2026-10-01T10:00:00Z' } })
		)
	);
	assert.ok(text(proven.blocks).includes('JM, 2026-10-01T10:00:00Z'));
	assert.match(proven.missing[0] ?? '', /9 circuits not proven/);
	assert.deepEqual(
		door(proven.blocks).filter((cell) => !cell?.endsWith('(not proven)')),
		['Living receptacles']
	);
	const all = makePaper(
		'directory',
		caseOf('marrow-street', (f) => f.job.circuits.forEach((c) => (c.proven = true)))
	);
	assert.match(text(all.blocks), /Spare spaces: 10, 12, 14, 16/);
	assert.ok(!text(all.blocks).includes('not proven)') && !text(all.blocks).includes('no record that'));
	assert.ok(text(makePaper('owner', caseOf('marrow-street')).blocks).includes('not yet'));
});
test('the test record: what was predicted, the verdict, who and when; what was not tested; torque', () => {
	const c = caseOf('quillback', (f) => {
		f.job.torques = [
			{
				id: 't',
				placeId: 'k-03',
				what: 'GFCI receptacle',
				value: 20,
				marked: null,
				unit: 'in-lb',
				tool: 'screwdriver',
				at: '2026-10-01T10:00:00Z',
				by: 'JM'
			}
		];
	});
	const { blocks, missing } = makePaper('test-record', c);
	const rows = blocks.flatMap((b) => (b.kind === 'table' && b.head[0] === 'Place' && b.head[1] === 'Reading' ? b.rows : []));
	const counting = c.readings.filter((r) => !r.struck && !c.readings.some((x) => x.corrects === r.id));
	assert.equal(rows.length, counting.length);
	const bad = rows.find((r) => r[0] === 'W-01' && r[1] === 'drop under load');
	assert.deepEqual([bad?.[2], bad?.[4]], ['6.7% at 12 A', 'bad']);
	assert.ok(text(blocks).includes('20 in-lb') && text(blocks).includes('not read'));
	assert.match(missing.join('; '), /12 outlets not tested; 1 place read bad|outlets not tested/);
});
test('what is not tested: an outlet of which nothing was read, and one of which not all was, with what is left', () => {
	const left = (more: Partial<Reading>[]) => {
		const c = caseOf('quillback', (f) => {
			const [like] = f.readings;
			for (const m of more)
				if (like) f.readings.push({ ...like, id: `x${m.kind}`, boxId: 'b1-03', lamps: null, value: null, loadA: null, ...m });
		});
		return /B1-03( \([^)]*\))?/.exec(text(makePaper('test-record', c).blocks).split('Not tested')[1] ?? '')?.[0] ?? 'tested';
	};
	const volts = { kind: 'hn', value: 120 } as const;
	assert.deepEqual(
		[left([]), left([{ kind: 'grip', word: 'holds' }]), left([volts]), left([volts, { kind: 'lamps', lamps: 'on on off' }])],
		['B1-03', 'B1-03 (volts not read)', 'B1-03 (ground not read)', "B1-03 (breaker's button not pressed)"]
	);
	const meter = { meter: 'low-impedance' } as const;
	const right = [
		{ ...volts, ...meter },
		{ kind: 'hg', value: 120, ...meter },
		{ kind: 'ng', value: 0, ...meter },
		{ kind: 'ground-look', word: 'landed' },
		{ kind: 'grip', word: 'holds' },
		{ kind: 'afci-own', word: 'trips', boxId: 'c11' },
		{ kind: 'behind', word: 'dead' }
	] as const;
	assert.equal(left([...right]), 'B1-03 (reads right; ground path not read)');
	assert.equal(left([...right, { kind: 'ohm-ground', value: 0.2 }]), 'tested');
});
test('an instrument whose calibration had run out is told beside its readings, and before it is signed', () => {
	const over = ({ instrument, day }: { instrument: string; day: string }) =>
		instrument === 'plug-in analyzer' && day > '2026-01-01' ? '2026-01-01' : null;
	const of = (more: Partial<PaperCase>) => makePaper('test-record', caseOf('quillback', undefined, more));
	assert.ok(text(of({ calibrationOver: over }).blocks).includes('plug-in analyzer (calibration ran to 2026-01-01)'));
	assert.ok(of({ calibrationOver: over }).missing.some((m) => m.includes('calibration')));
	assert.ok(!text(of({}).blocks).includes('calibration'));
});
test('labels of panels: the card of circuits; emergency disconnect and surge where the edition has them and they are there', () => {
	const of = (edition: '2017' | '2020' | '2023', panel: object) => {
		const c = caseOf('quillback', (f) => ((f.job.edition = edition), Object.assign(f.job.panels[0] as object, panel)));
		return panelLabels(c.ruled.edition, c.ruled.job).map((l) => l.text);
	};
	const card = 'Circuit directory, Main panel';
	const there = { state: 'planned', outsideDisconnect: true, outsideKind: 'service-disconnect', surge: true };
	assert.deepEqual(of('2023', there), [card, 'EMERGENCY DISCONNECT, SERVICE DISCONNECT', 'Surge protection here']);
	assert.deepEqual(of('2017', there), [card]);
	assert.deepEqual(of('2023', { state: 'found', outsideDisconnect: true, surge: true }), [card]);
	assert.deepEqual(of('2023', { state: 'planned', surge: false }), [card]);
});
for (const [edition, kind, lines, red, section] of [
	['2020', 'service-disconnect', ['EMERGENCY DISCONNECT', 'SERVICE DISCONNECT'], false, '230.85'],
	['2023', 'meter-disconnect', ['EMERGENCY DISCONNECT', 'METER DISCONNECT', 'NOT SERVICE EQUIPMENT'], true, '230.85(E)'],
	['2023', 'not-service-equipment', ['EMERGENCY DISCONNECT', 'NOT SERVICE EQUIPMENT'], true, '230.85(E)'],
	['2023', undefined, null, false, '230.85(E)']
] as const)
	test(`230.85 in ${edition}: an emergency disconnect that is ${kind ?? 'not looked at'}`, () => {
		const c = caseOf('quillback', (f) => {
			f.job.edition = edition;
			Object.assign(f.job.panels[0] as object, { state: 'planned', outsideDisconnect: true, outsideKind: kind });
		});
		const label = panelLabels(c.ruled.edition, c.ruled.job).find((l) => l.text.startsWith('EMERGENCY'));
		assert.ok(label);
		assert.deepEqual([label.board?.lines ?? null, label.board?.red ?? false, label.rule.section], [lines, red, section]);
		// What it is must be known before it is printed; letters are 1/2 in high, in a type of which capitals are 0.7.
		const sheets = labelSheets(readyLabels([label]));
		assert.equal(sheets.length, kind ? 1 : 0);
		for (const sheet of sheets) {
			assert.match(sheet, /font-size="0\.714"/);
			assert.equal(sheet.includes('#c00000'), red);
		}
	});
test('a plan as built says the circuit of each box, and its scale', () => {
	const c = caseOf('quillback');
	const svg = figureSvg(c, { kind: 'plan', story: 0 }) ?? '';
	assert.match(svg, />K-03 · 3</);
	assert.match(svg, />10 ft</);
});
test('the card of a door is no wider than the door', () => {
	const table = (doorIn?: number) => {
		const { blocks } = makePaper('directory', caseOf('marrow-street', undefined, { doorIn }));
		const made = blocksDefinition(blocks, { foot: '', size: 'LETTER' }).content as { table?: { widths: number[] } }[];
		return made.find((x) => x.table)?.table?.widths.reduce((a, b) => a + b, 0) ?? 0;
	};
	// 5 in are 360 points, four columns with 6 between them; a sheet has 612 - 96.
	assert.equal(Math.round(table(5)), 360 - 24);
	assert.equal(Math.round(table()), 516 - 24);
});
test('the load by both methods, every line with its section; without an area it says so', () => {
	const { blocks } = makePaper('load', caseOf('quillback'));
	assert.ok(blocks.some((b) => b.kind === 'heading' && b.text.startsWith('Standard method: 37651 VA')));
	const lines = blocks.flatMap((b) => (b.kind === 'ledger' ? b.rows : []));
	assert.ok(lines.length > 25 && lines.filter((l) => l.section).length > 15);
	const bare = makePaper(
		'load',
		caseOf('quillback', (f) => ((f.job.areaSqFt = null), (f.job.rooms = f.job.rooms.map((r) => ({ ...r, outline: null })))))
	);
	assert.ok(bare.missing.some((m) => m.includes('floor area')));
});
test('a code letter of a box, of a circuit and its way of wiring, of all that was touched', () => {
	const of = (subject?: string) => makePaper('code-letter', caseOf('quillback', undefined, { subject }));
	assert.ok(text(of('k-03').blocks).includes('Code basis: K-03'));
	const circuit = of('c2');
	assert.ok(
		text(circuit.blocks).includes('Code basis: space 3 · Kitchen counter, range side') &&
			circuit.blocks.some((b) => b.kind === 'ledger')
	);
	assert.ok(of().blocks.filter((b) => b.kind === 'page').length > 10);
});
test('a signature holds what the paper said: another day changes nothing, another word does', () => {
	const c = caseOf('marrow-street');
	const print = (x: PaperCase) => fingerprintOf(makePaper('directory', x));
	assert.equal(print(c), print({ ...c, today: '2027-01-01' }));
	assert.equal(print(c), print({ ...c, doorIn: 5 }), 'how wide its card is says nothing');
	const other = caseOf('marrow-street', (f) => Object.assign(f.job.circuits[0] as object, { name: 'Other' }));
	assert.notEqual(print(c), print(other));
	const signature = {
		id: 's',
		paper: 'directory' as const,
		role: 'Electrician',
		name: 'R',
		license: '',
		at: '2026-10-12T10:00:00Z',
		strokes: [
			[
				[0, 0],
				[5, 5]
			] as [number, number][]
		],
		width: 10,
		height: 10,
		fingerprint: print(c)
	};
	const changed = (x: PaperCase) =>
		signedOn([signature], (day) => makePaper('directory', { ...x, today: day })).map((s) => s.changed);
	assert.deepEqual([changed(c), changed(other)], [[false], [true]]);
});
test('every paper of both demos has its head, its closing words or a plain page, and draws what it names', () => {
	for (const name of Object.keys(DEMOS)) {
		const c = caseOf(name);
		for (const key of PAPER_KINDS) {
			const { blocks, foot } = makePaper(key, c);
			assert.equal(blocks[0]?.kind, 'title', key);
			assert.ok(foot.includes(c.told.name) && foot.includes(`NEC ${c.told.edition}`));
			for (const b of blocks) if (b.kind === 'figure') assert.match(figureSvg(c, b.of) ?? '', /^<svg /, `${key} ${b.caption}`);
		}
	}
});
const READER = '/usr/bin/pdftotext';
test(
	'as PDF on Letter and A4: no empty page, no lost word',
	{ skip: existsSync(READER) ? false : 'no reader of PDF on this machine' },
	async () => {
		const folder = mkdtempSync(join(tmpdir(), 'papers-'));
		const c = caseOf('quillback', (f) => void (f.job.name = 'Café ’48, 64 in²'));
		for (const key of ['directory', 'test-record', 'load', 'owner'] as const)
			for (const size of PAPER_SIZES) {
				const paper = makePaper(key, c);
				const path = join(folder, 'paper.pdf');
				writeFileSync(
					path,
					Buffer.from(await pdfOf(blocksDefinition(paper.blocks, { foot: paper.foot, size, large: paper.large })), 'latin1')
				);
				const said = execFileSync(READER, ['-layout', path, '-'], { encoding: 'utf8' });
				for (const page of said.split('\f').slice(0, -1)) assert.ok(page.trim().split('\n').length > 2, `${key} ${size}`);
				const flat = said.replace(/\s+/g, '');
				for (const b of paper.blocks) {
					const words =
						b.kind === 'table' ? b.rows.flat() : b.kind === 'ledger' ? b.rows.map((r) => r.value) : 'text' in b ? [b.text] : [];
					// A cell of several lines is read row by row, beside its neighbors: each of its words is there.
					for (const word of words.join(' ').split(/\s+/))
						assert.ok(flat.includes(word) || word.length > 22, `${key} ${size}: ${word}`);
				}
			}
		rmSync(folder, { recursive: true });
	}
);
