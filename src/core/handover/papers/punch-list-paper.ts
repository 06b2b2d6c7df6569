import { punchList } from '../../layout/punch-list';
import { STATE_WORDS } from '../../layout/requirement';
import { indexOf } from '../../model/job-index';
import { STAGES } from '../../model/kinds';
import { counted } from '../../units/quantity';
import type { Block } from '../blocks';
import { CLOSING, headOf, type PaperCase } from '../paper';

const ITEMS = { open: 'open', answered: 'answered', corrected: 'corrected', passed: 'passed' } as const;

/** What the rules ask of the house, what is short, and what an inspector wrote with the answers. */
export function punchListPaper(c: PaperCase): { blocks: Block[]; missing: string[] } {
	const { job } = c.ruled;
	const { rooms } = indexOf(job);
	const lines = punchList(c.told).filter((r) => r.state !== 'not-applicable');
	const open = STAGES.flatMap((stage) => c.stages[stage].findings.filter((f) => f.severity !== 'advice'));
	const items = c.told.inspection ?? [];
	const missing = lines.filter((r) => r.state === 'missing' && r.severity === 'violation').length;
	const unanswered = items.filter((i) => i.state === 'open').length;
	const failed = STAGES.filter((s) => c.stages[s].failed);
	return {
		blocks: [
			{ kind: 'title', text: 'Punch list' },
			{ kind: 'paragraph', text: headOf(job) },
			...(failed.length
				? [{ kind: 'paragraph', text: `Could not be evaluated, and is not in this list: ${failed.join(', ')}.` } as const]
				: []),
			{ kind: 'heading', text: 'Open' },
			open.length
				? {
						kind: 'table',
						head: ['Grade', 'What', 'Section'],
						rows: open.map((f) => [f.severity, f.message, `${f.rule.section}, ${f.rule.edition}`])
					}
				: {
						kind: 'paragraph',
						text: failed.length ? 'No violation or caution in what could be evaluated.' : 'No violation or caution is open.'
					},
			...(items.length
				? [
						{ kind: 'heading', text: 'From the inspector' } as const,
						{
							kind: 'table',
							head: ['Item', 'Cited', 'Answer', 'Evidence', 'State'],
							rows: items.map((i) => [
								i.item,
								i.cited || '-',
								i.answer || '-',
								i.evidence || '-',
								`${ITEMS[i.state]}${i.again ? `, again ${c.sayDay(i.again)}` : ''}`
							])
						} as const
					]
				: []),
			{ kind: 'heading', text: 'What is required, place by place' },
			{
				kind: 'table',
				head: ['Room', 'What', 'State', 'Why', 'Section'],
				rows: lines.map((r) => [
					r.roomId === null ? 'house' : (rooms.get(r.roomId)?.name ?? '?'),
					r.title,
					STATE_WORDS[r.state],
					`${r.why}${r.amendedBy ? ` Amended: ${r.amendedBy}` : ''}`,
					`${r.rule.section}, ${r.rule.edition}`
				])
			},
			{ kind: 'signature', role: 'Electrician' },
			CLOSING
		],
		missing: [
			...(open.length ? [`${counted(open.length, 'finding')} open`] : []),
			...(missing ? [`${counted(missing, 'requirement')} missing`] : []),
			...(unanswered ? [`${counted(unanswered, 'item')} of the inspector unanswered`] : []),
			...failed.map((s) => `${s} could not be evaluated`)
		]
	};
}
