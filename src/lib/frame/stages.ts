import { STAGES, type Stage } from '$core/model/kinds';

/** The nine stages as the frame names them, with what each answers. */
export const STAGE_NAMES: Record<Stage, { name: string; about: string }> = {
	walk: { name: 'Walk', about: 'what is there' },
	layout: { name: 'Lay out', about: 'where receptacles go' },
	circuit: { name: 'Circuit', about: 'what is on what' },
	protect: { name: 'Protect', about: 'GFCI, AFCI and type of every outlet' },
	rough: { name: 'Rough', about: 'cable and boxes in the wall' },
	trim: { name: 'Trim', about: 'devices, box by box' },
	prove: { name: 'Prove', about: 'readings against predictions' },
	trace: { name: 'Trace', about: 'symptoms and bad readings' },
	handover: { name: 'Hand over', about: 'papers and files' }
};
export const stageNumber = (stage: Stage): number => STAGES.indexOf(stage) + 1;
export const isStage = (text: string): text is Stage => (STAGES as readonly string[]).includes(text);
