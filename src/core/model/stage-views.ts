import { PAPERS, type Stage } from './kinds';

/** What can be shown at each stage, in order, by the key that stands in the address: the first is shown where none is named. */
export const STAGE_VIEWS = {
	walk: {
		plan: 'Plan',
		list: 'List',
		several: 'Outlets',
		tape: 'Room by tape',
		draw: 'Draw',
		dxf: 'From DXF',
		add: 'Add things'
	},
	layout: { plan: 'Plan', list: 'Punch list', round: 'Look round', add: 'Add things' },
	circuit: {
		circuits: 'Circuits',
		board: 'Outlets',
		panel: 'Panel',
		propose: 'Propose',
		multiwire: 'Multiwire',
		service: 'Service load'
	},
	protect: {
		outlets: 'Outlets',
		plan: 'On the plan',
		devices: 'Devices',
		replace: 'Replace',
		labels: 'Labels',
		letter: 'Letter',
		compare: 'Editions',
		inspector: 'Inspector'
	},
	rough: {
		cables: 'Cables',
		routes: 'Routes',
		boxes: 'Boxes',
		supports: 'Supports',
		checks: 'Check list',
		list: 'One list',
		rolls: 'Rolls',
		trench: 'Trench',
		raceway: 'Raceway'
	},
	trim: {
		boxes: 'Boxes',
		'make-up': 'Make-up',
		sets: 'Sets',
		work: 'Panel, appliances',
		cards: 'Cards',
		practice: 'Practice'
	},
	prove: {
		boxes: 'Boxes',
		plan: 'On the plan',
		breaker: 'Breaker',
		log: 'Log',
		gfci: 'GFCIs',
		meaning: 'Meaning',
		checks: 'Checks',
		charts: 'Charts',
		compare: 'Before, after',
		limits: 'Limits'
	},
	trace: {
		find: 'Find the fault',
		plan: 'On the plan',
		symptoms: 'Symptoms',
		breakers: 'Which breaker',
		order: 'Feed order',
		checks: 'Trips and checks',
		tracer: 'Tracer'
	},
	handover: PAPERS
} as const satisfies Record<Stage, Readonly<Record<string, string>>>;
export type ViewOf<S extends Stage> = keyof (typeof STAGE_VIEWS)[S] & string;
/** A stage, and one of its own views: a name that the stage does not have does not compile. */
export type StageView = { [S in Stage]: { stage: S; view?: ViewOf<S> | undefined } }[Stage];
