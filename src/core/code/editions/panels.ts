import type { PanelsTable } from '../edition-panels';
import { ref } from './common';

/** Panels and feeders: 2017, and what later editions changed. */
export const panels2017: PanelsTable = {
	listed: ref('110.3(B)', 'Breakers are used as the label of the panel lists them'),
	devices: ref('408.54', 'Not more breakers than the panel is made for'),
	neutrals: ref('408.41', 'A terminal of its own for each neutral'),
	directory: ref('408.4(A)', 'Panel directory: each circuit by its evident, specific purpose'),
	protection: ref('408.36', 'A panel is protected at not more than its rating'),
	feeder: { load: ref('215.2', 'Feeder conductors carry the load of Article 220'), breaker: ref('215.3', 'Feeder breaker') },
	joined: ref('250.24(A)(5)', 'Neutral and grounds are joined at the service disconnect and not beyond it'),
	apart: ref('250.142(B)', 'Beyond the service disconnect the neutral is kept apart from grounds'),
	wholeDwelling: {
		rule: ref('310.15(B)(7)', 'Conductors of a whole dwelling: 83 percent of the rating'),
		share: 0.83,
		fromA: 100,
		toA: 400
	},
	detached: {
		oneSupply: ref('225.30', 'One supply to a building'),
		disconnect: ref('225.31', 'A disconnect at the building'),
		switchWill: ref('225.36', 'A switch will do as the disconnect of one branch circuit'),
		electrode: ref('250.32(A)', 'Grounding electrode at a separate building'),
		ground: ref('250.32(B)', 'A ground goes with the supply, apart from the neutral')
	},
	balance: ref('practice', 'Loads of the two service legs')
};
export const panels2020: PanelsTable = {
	...panels2017,
	wholeDwelling: { ...panels2017.wholeDwelling, rule: ref('310.12', 'Conductors of a whole dwelling: 83 percent of the rating') }
};
