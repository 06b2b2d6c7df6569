import { directoryPaper } from './papers/directory-paper';
import { labelsPaper, makeUpPaper, materialsPaper, planPaper } from './papers/drawn-papers';
import { letterPaper } from './papers/letter-paper';
import { loadPaper } from './papers/load-paper';
import { ownerPaper } from './papers/owner-paper';
import { punchListPaper } from './papers/punch-list-paper';
import { testRecord } from './papers/test-record';
import type { Block } from './blocks';
import { PAPERS, type PaperKind } from '../model/kinds';
import { footOf, type Paper, type PaperCase } from './paper';

const MAKERS: Readonly<Record<PaperKind, (c: PaperCase) => { blocks: Block[]; missing: string[] }>> = {
	directory: directoryPaper,
	'test-record': testRecord,
	'punch-list': punchListPaper,
	load: loadPaper,
	plan: planPaper,
	'make-up': makeUpPaper,
	materials: materialsPaper,
	labels: labelsPaper,
	'code-letter': letterPaper,
	owner: ownerPaper
};
/** A paper of a job, as blocks, with what is missing before it can be signed. A new one is a row here and in `PAPERS`. */
export function makePaper(key: PaperKind, c: PaperCase): Paper {
	const { blocks, missing } = MAKERS[key](c);
	const signers = blocks.flatMap((b) => (b.kind === 'signature' ? [b.role] : []));
	return {
		key,
		title: PAPERS[key],
		blocks,
		missing,
		foot: footOf(c.ruled.job, PAPERS[key]),
		signers: [...new Set(signers)],
		...(key === 'owner' ? { large: true as const } : {})
	};
}
