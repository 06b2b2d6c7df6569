import { sayPanel } from '../../model/fact-words';
import type { Job, Panel } from '../../model/known';
import { counted } from '../../units/quantity';
import type { Block } from '../blocks';
import { directoryOf, type DirectoryRow } from '../directory';
import { CLOSING, headOf, type PaperCase } from '../paper';

/** For the door, in two columns; and in full, with what was proven and how. @source 408.4(A) */
export function directoryPaper(c: PaperCase): { blocks: Block[]; missing: string[] } {
	const { job } = c.ruled;
	const panels = c.subject === undefined ? job.panels : job.panels.filter((p) => p.id === c.subject);
	const missing: string[] = [];
	const blocks = panels.flatMap((panel, i): Block[] => {
		const { rows } = directoryOf(job, panel);
		const open = rows.filter((r) => provenWords(c, r.circuitId) === null);
		if (open.length)
			missing.push(
				`${panel.name}: ${counted(open.length, 'circuit')} not proven (${open.map((r) => r.spaces || r.purpose).join(', ')})`
			);
		if (panel.mainA === null || panel.spaces === null) missing.push(`${panel.name}: ${sayPanel(panel)}`);
		const spares = sparesOf(job, panel);
		return [
			...(i ? [{ kind: 'page' } as const] : []),
			{ kind: 'title', text: `Panel directory: ${panel.name}` },
			{ kind: 'paragraph', text: headOf(job) },
			{
				kind: 'paragraph',
				text: `${sayPanel(panel)}${panel.feeder ? `, fed from ${job.panels.find((p) => p.id === panel.feeder?.fromPanelId)?.name ?? '?'}` : ''}.`
			},
			{ ...doorTable(rows, new Set(open)), widthIn: c.doorIn },
			// On the door it is all that anybody reads: what nobody is known to have proven is not told as if somebody had.
			...(open.length
				? [
						{
							kind: 'paragraph',
							text: 'Not proven: no record that it was switched off to see what goes dead. Test before you rely on it.'
						} as const
					]
				: []),
			...(spares.length
				? [
						{
							kind: 'paragraph',
							text: `${open.length ? 'No circuit entered in spaces' : 'Spare spaces'}: ${spares.join(', ')}.`
						} as const
					]
				: []),
			{ kind: 'page' },
			{ kind: 'heading', text: `${panel.name}, in full` },
			{
				kind: 'table',
				head: ['Space', 'Breaker', 'Feeds', 'Proven'],
				num: [0],
				rows: rows.map((r) => [
					r.spaces || 'not known',
					r.breaker,
					`${r.purpose}${r.directory ? `. Old directory: "${r.directory}", not proven` : ''}`,
					provenWords(c, r.circuitId) ?? 'not proven'
				])
			},
			{ kind: 'signature', role: 'Electrician' },
			CLOSING
		];
	});
	return {
		blocks: panels.length
			? blocks
			: [
					{ kind: 'title', text: 'Panel directory' },
					{ kind: 'paragraph', text: 'No panel is entered.' }
				],
		missing
	};
}
/** Odd slots at the left and even ones at the right, as the breakers stand. */
function doorTable(rows: readonly DirectoryRow[], open: ReadonlySet<DirectoryRow>): Extract<Block, { kind: 'table' }> {
	const side = (odd: boolean) => rows.filter((r) => r.space !== null && r.space % 2 === Number(odd));
	const [left, right] = [side(true), side(false)];
	const none = rows.filter((r) => r.space === null);
	const named = (r: DirectoryRow) => `${r.purpose}${open.has(r) ? ' (not proven)' : ''}`;
	const cell = (r: DirectoryRow | undefined): [string, string] => (r ? [r.spaces, named(r)] : ['', '']);
	return {
		kind: 'table',
		head: ['Space', 'Circuit', 'Space', 'Circuit'],
		num: [0, 2],
		rows: [
			...Array.from({ length: Math.max(left.length, right.length) }, (_, i) => [...cell(left[i]), ...cell(right[i])]),
			...none.map((r) => ['no space', named(r), '', ''])
		]
	};
}
/** Who proved what a circuit feeds, and when; null: nobody has. Never said of what nobody did. */
function provenWords({ told, sayDay }: PaperCase, circuitId: string): string | null {
	const circuit = told.circuits.find((c) => c.id === circuitId);
	if (!circuit?.proven) return null;
	const { provenBy } = circuit;
	return provenBy ? `${provenBy.by || 'not said by whom'}, ${sayDay(provenBy.at)}` : 'yes, not said by whom';
}
function sparesOf(job: Job, panel: Panel): number[] {
	if (panel.spaces === null) return [];
	const taken = new Set<number>();
	const take = (space: number | null, poles: number) => {
		for (let i = 0; space !== null && i < poles; i++) taken.add(space + 2 * i);
	};
	for (const c of job.circuits) if (c.panelId === panel.id) take(c.space, c.poles);
	for (const p of job.panels) if (p.feeder?.fromPanelId === panel.id) take(p.feeder.space, 2);
	return Array.from({ length: panel.spaces }, (_, i) => i + 1).filter((n) => !taken.has(n));
}
