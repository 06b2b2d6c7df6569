import { BreakerName } from '../../model/breaker-name';
import { MISSING } from '../../claims/missing';
import { allLabels, labelSheets, readyLabels } from '../labels';
import { boxCase } from '../../makeup/box/of-job';
import { materialList } from '../../makeup/material-takes';
import { GROUP_WORDS, MATERIAL_GROUPS } from '../../rough/materials';
import { counted } from '../../units/quantity';
import type { Block } from '../blocks';
import { CLOSING, headOf, type PaperCase } from '../paper';

type Made = { blocks: Block[]; missing: string[] };

/** The plan of each story with its legend, and the run of every circuit. */
export function planPaper(c: PaperCase): Made {
	const { job } = c.ruled;
	const stories = [...new Set(job.rooms.filter((r) => r.outline).map((r) => r.story))].sort(
		(a, b) => Math.abs(a) - Math.abs(b) || b - a
	);
	const planned = job.boxes.filter((b) => b.state === 'planned').length;
	const unplaced = job.boxes.filter((b) => !b.place).length;
	return {
		blocks: [
			{ kind: 'title', text: 'Plan' },
			{ kind: 'paragraph', text: headOf(job) },
			...(stories.length ? [] : [{ kind: 'paragraph', text: 'No room is measured: there is no plan.' } as const]),
			...stories.map((story): Block => ({ kind: 'figure', of: { kind: 'plan', story }, caption: `Story ${story}` })),
			...(job.circuits.length ? [{ kind: 'page' } as const, { kind: 'heading', text: 'Run sheets' } as const] : []),
			...job.circuits.map((x): Block => ({
				kind: 'figure',
				of: { kind: 'run', circuitId: x.id },
				caption: `${BreakerName(job, x)}, ${x.name}`
			})),
			CLOSING
		],
		missing: [
			...(planned ? [`${counted(planned, 'box', 'boxes')} still planned, not built`] : []),
			...(unplaced ? [`${counted(unplaced, 'box', 'boxes')} without a place`] : [])
		]
	};
}
/** One card for each box that can be made up. */
export function makeUpPaper(c: PaperCase): Made {
	const { job } = c.ruled;
	const all = job.boxes.map((box) => ({ box, of: boxCase(c.ruled, box) }));
	const not = all.flatMap(({ box, of }) => (of.known ? [] : [`${box.name}: ${of.why}`]));
	return {
		blocks: [
			{ kind: 'title', text: 'Make-up cards' },
			{ kind: 'paragraph', text: headOf(job) },
			...all.flatMap(({ box, of }): Block[] =>
				of.known ? [{ kind: 'figure', of: { kind: 'make-up', boxId: box.id }, caption: box.name }] : []
			),
			...(not.length ? [{ kind: 'heading', text: 'Not made up yet' } as const, { kind: 'list', lines: not } as const] : []),
			CLOSING
		],
		missing: not.length ? [`${counted(not.length, 'box', 'boxes')} can't be made up yet`] : []
	};
}
/** What the job takes, by group. */
export function materialsPaper(c: PaperCase): Made {
	const { lines, missing } = materialList(c.ruled);
	return {
		blocks: [
			{ kind: 'title', text: 'Materials' },
			{ kind: 'paragraph', text: headOf(c.ruled.job) },
			...MATERIAL_GROUPS.flatMap((group): Block[] => {
				const own = lines.filter((l) => l.group === group);
				return own.length
					? [
							{ kind: 'heading', text: GROUP_WORDS[group] },
							{
								kind: 'table',
								head: ['Item', 'Count', 'Unit', 'Used in'],
								num: [1],
								rows: own.map((l) => [l.name, String(l.count), l.unit, l.usedIn])
							}
						]
					: [];
			}),
			...(lines.length ? [] : [{ kind: 'paragraph', text: 'Nothing new is in this job.' } as const]),
			CLOSING
		],
		missing
	};
}
/** Sheets of the labels that are due, and a list of them. */
export function labelsPaper(c: PaperCase): Made {
	const labels = allLabels(c.ruled.edition, c.ruled.job, c);
	const pages = labelSheets(readyLabels(labels)).length;
	const waiting = labels.filter((l) => l.waits || l.lacks);
	return {
		blocks: [
			{ kind: 'title', text: 'Labels' },
			{ kind: 'paragraph', text: headOf(c.ruled.job) },
			labels.length
				? {
						kind: 'table',
						head: ['Box', 'Label', 'Section', 'Proven'],
						rows: labels.map((l) => [
							l.boxName,
							l.text,
							`${l.rule.section}, ${l.rule.edition}`,
							l.lacks ? `not entered: ${l.lacks}` : l.waits ? `waits: ${MISSING[l.waits].words}` : 'yes'
						])
					}
				: { kind: 'paragraph', text: 'No label is due on a face.' },
			...Array.from({ length: pages }, (_, page): Block[] => [
				{ kind: 'page' },
				{ kind: 'figure', of: { kind: 'labels', page }, caption: '' }
			]).flat()
		],
		missing: waiting.length ? [`${counted(waiting.length, 'label')} not proven yet, and not on the sheets`] : []
	};
}
