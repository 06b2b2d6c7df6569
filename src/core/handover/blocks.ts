import type { Step } from '../model/result';
import { show, withUnit } from '../units/quantity';
import type { CodeLetter } from './code-letter';

/** What a paper is made of, without a layout: each form (screen, print, PDF) renders them once. */
export type Block =
	| { kind: 'title'; text: string }
	| { kind: 'heading'; text: string }
	| { kind: 'paragraph'; text: string; small?: true }
	| { kind: 'list'; lines: readonly string[] }
	/** `num`: columns of figures, set to the right; `widthIn`: no wider than this, to be cut out. */
	| {
			kind: 'table';
			head: readonly string[];
			rows: readonly (readonly string[])[];
			num?: readonly number[] | undefined;
			widthIn?: number | undefined;
	  }
	/** Arithmetic, line by line. */
	| { kind: 'ledger'; rows: readonly LedgerRow[] }
	/** A drawing, by what it is of: whoever renders it draws it. */
	| { kind: 'figure'; of: Figure; caption: string }
	| { kind: 'signature'; role: string }
	/** What follows begins on a new page. */
	| { kind: 'page' };
export type Figure =
	| { kind: 'plan'; story: number }
	| { kind: 'run'; circuitId: string }
	| { kind: 'make-up'; boxId: string }
	| { kind: 'labels'; page: number };
interface LedgerRow {
	label: string;
	formula: string;
	value: string;
	section: string;
}
/** Steps of a decision as the lines of a ledger. */
export const ledgerOf = (steps: readonly Step[]): LedgerRow[] =>
	steps.map((s) => ({
		label: s.label,
		formula: s.formula,
		value: typeof s.value === 'number' ? withUnit(show(s.value), s.unit) : [s.value, s.unit].filter(Boolean).join(' '),
		section: s.rule ? `${s.rule.section}${s.rule.confidence === 'check' ? ', check with the AHJ' : ''}` : ''
	}));

/** A code letter as blocks. @param day as it is to be read, `Oct 12, 2026` */
export function letterBlocks(letter: CodeLetter, day: string): Block[] {
	const section = (text: string, lines: readonly string[]): Block[] =>
		lines.length
			? [
					{ kind: 'heading', text },
					{ kind: 'list', lines }
				]
			: [];
	return [
		{ kind: 'title', text: `Code basis: ${letter.title}` },
		{ kind: 'paragraph', text: letter.head },
		{ kind: 'paragraph', text: day },
		...section('As found', letter.facts),
		...section('Read before', letter.before),
		...section('Done', letter.done),
		...section('Verified dead', letter.dead),
		...section('As left', letter.left),
		...section(
			'What the rules require, in our words',
			letter.points.map(
				({ text, rule }) =>
					`${text} (${rule.section}, ${rule.edition}${rule.confidence === 'check' ? ', check with the AHJ' : ''})`
			)
		),
		...section(letter.done.length ? 'Read after' : 'Evidence', letter.evidence),
		...section('What a plug-in tester will show, and why that is expected', letter.tester),
		...section('What may still be required', letter.asks),
		{ kind: 'paragraph', text: letter.closing, small: true }
	];
}
/** Several papers one after another, each on pages of its own. */
export const together = (papers: readonly (readonly Block[])[]): Block[] =>
	papers.flatMap((blocks, i) => (i ? [{ kind: 'page' } as const, ...blocks] : blocks));
