import type { PanelsTable } from '../shape/panels';
import { ref } from './common';

/** Panels and feeders: 2017, and what later editions changed. */
export const panels2017: PanelsTable = {
	listed: ref('110.3(B)', 'Use breakers as listed on the panel label'),
	fillers: ref('408.7', 'Unused openings of a panel are closed'),
	devices: ref('408.54', 'No more breakers than the panel is rated for'),
	neutrals: ref('408.41', 'One neutral per terminal'),
	directory: ref('408.4(A)', 'Panel directory: each circuit by its evident, specific purpose'),
	protection: ref('408.36', 'A panel must be protected at or below its rating'),
	feeder: { load: ref('215.2', 'Feeder conductors carry the load of Article 220'), breaker: ref('215.3', 'Feeder breaker') },
	joined: ref('250.24(A)(5)', 'Bond neutral and grounds at the service disconnect and nowhere downstream'),
	apart: ref('250.142(B)', 'Downstream of the service disconnect, keep neutrals and grounds separate'),
	apartFeeder: ref('215.6', 'A feeder needs its own equipment ground'),
	places: {
		bathroom: ref('240.24(E)', 'No panel in a bathroom'),
		closet: ref('240.24(D)', 'No panel in a clothes closet'),
		stair: ref('240.24(F)', 'No panel over stair steps')
	},
	surge: null,
	feederSurge: null,
	outside: null,
	outsideDetached: null,
	outsideMark: null,
	electrode: {
		rule: ref('250.66', 'Grounding electrode conductor, by service conductor size'),
		Cu: [
			{ upTo: '2', awg: '8' },
			{ upTo: '1/0', awg: '6' },
			{ upTo: '3/0', awg: '4' },
			{ upTo: '350', awg: '2' }
		],
		Al: [
			{ upTo: '1/0', awg: '8' },
			{ upTo: '3/0', awg: '6' },
			{ upTo: '250', awg: '4' },
			{ upTo: '500', awg: '2' }
		],
		rods: '6'
	},
	wholeDwelling: {
		rule: ref('310.15(B)(7)', 'Conductors for the whole dwelling: 83 percent of the rating'),
		share: 0.83,
		fromA: 100,
		toA: 400
	},
	detached: {
		oneSupply: ref('225.30', 'One supply to a building'),
		disconnect: ref('225.31', 'A disconnect at the building'),
		switchWill: ref('225.36', 'A switch may serve as the disconnect for one branch circuit'),
		electrode: ref('250.32(A)', 'Grounding electrode at a separate building'),
		ground: ref('250.32(B)', 'Run a ground with the supply, separate from the neutral'),
		bond: ref('250.32(B)(1)', 'Exception: an existing three-wire feeder may stay bonded'),
		rating: { rule: ref('225.39', 'Rating of a building disconnect'), one: 15, two: 30, dwelling: 100, other: 60 }
	},
	balance: ref('practice', 'Loads of the two service legs')
};
export const panels2020: PanelsTable = {
	...panels2017,
	surge: ref('230.67', 'Surge protection at the service of a dwelling'),
	outside: ref('230.85', 'Emergency disconnect outside, one- and two-family'),
	outsideMark: { rule: ref('230.85', 'Marking of an emergency disconnect'), red: false, letterIn: 0.5 },
	wholeDwelling: {
		...panels2017.wholeDwelling,
		rule: ref('310.12', 'Conductors for the whole dwelling: 83 percent of the rating')
	}
};
export const panels2023: PanelsTable = {
	...panels2020,
	joined: ref('250.24(B)', 'Bond neutral and grounds at the service disconnect and nowhere downstream', 'check'),
	feederSurge: ref('215.18', 'Surge protection of a dwelling’s feeder'),
	outsideDetached: ref('225.41', 'Emergency disconnect outside at a detached dwelling'),
	outsideMark: { rule: ref('230.85(E)', 'Marking of an emergency disconnect', 'check'), red: true, letterIn: 0.5 }
};
