import { breakerWritten } from '../../model/breaker-name';
import { indexOf } from '../../model/job-index';
import type { Box } from '../../model/known';
import { runOf } from '../../run/runs';
import { letterBlocks, ledgerOf, together, type Block } from '../blocks';
import { codeLetter } from '../code-letter';
import { headOf, type PaperCase } from '../paper';

/**
 * The basis in the code of an outlet, of a run and how it is wired, or of every outlet that was touched.
 * @param c its subject: a box, a circuit; left out: every box that was planned or built new, or read
 */
export function letterPaper(c: PaperCase): { blocks: Block[]; missing: string[] } {
	const { job } = c.ruled;
	const { boxes, circuits } = indexOf(job);
	const letters = (list: readonly Box[]): Block[][] =>
		list.map((box) =>
			letterBlocks(codeLetter(c.ruled, box, { readings: c.readings, events: c.events, photos: c.photos }), c.sayDay(c.today))
		);
	const box = boxes.get(c.subject ?? '');
	if (box) return { blocks: together(letters([box])), missing: unread(c, [box]) };
	const circuit = circuits.get(c.subject ?? '');
	const own = circuit
		? runOf(job, circuit).nodes.flatMap((n) => boxes.get(n.boxId) ?? [])
		: job.boxes.filter((b) => b.devices.some((d) => d.receptacles > 0) && (b.state !== 'found' || c.proofs.has(b.id)));
	const way = circuit ? [wayOfWiring(c, circuit.id)] : [];
	if (!own.length && !way.length)
		return {
			blocks: [
				{ kind: 'title', text: 'Code letter' },
				{ kind: 'paragraph', text: headOf(job) },
				{ kind: 'paragraph', text: 'No outlet was built or read.' }
			],
			missing: ['no outlet was built or read']
		};
	return { blocks: together([...way, ...letters(own)]), missing: unread(c, own) };
}
const unread = (c: PaperCase, list: readonly Box[]): string[] => {
	const without = list.filter((b) => !c.proofs.has(b.id) && b.state !== 'planned');
	return without.length ? [`no readings: ${without.map((b) => b.name).join(', ')}`] : [];
};
/** How a circuit is wired, and what that rests on: its sizes with every step, a shared neutral, larger conductors. */
function wayOfWiring(c: PaperCase, circuitId: string): Block[] {
	const circuit = indexOf(c.ruled.job).circuits.get(circuitId);
	const own = c.stages.circuit.decisions.filter((d) => d.subject.kind === 'circuit' && d.subject.id === circuitId);
	const found = c.stages.circuit.findings.filter(
		(f) => f.circuitId === circuitId || (f.subject.kind === 'circuit' && f.subject.id === circuitId)
	);
	return [
		{ kind: 'title', text: `Code basis: ${circuit ? breakerWritten(c.ruled.job, circuit) : ''}` },
		{ kind: 'paragraph', text: headOf(c.ruled.job) },
		...own.flatMap((d): Block[] => [
			{ kind: 'heading', text: `${d.title}: ${d.value}` },
			{ kind: 'ledger', rows: ledgerOf(d.steps) }
		]),
		...(found.length
			? [
					{ kind: 'heading', text: 'Open on it' } as const,
					{ kind: 'list', lines: found.map((f) => `${f.message} (${f.rule.section}, ${f.rule.edition})`) } as const
				]
			: [])
	];
}
