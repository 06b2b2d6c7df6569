import type { AppliancesTable } from '../shape/appliances';
import { ref } from './common';

/** Appliances: 2017, and what later editions renumbered. */
export const appliances2017: AppliancesTable = {
	furnace: {
		rule: ref('422.12', 'A central furnace requires its own circuit'),
		with: ['furnace', 'furnace-equipment', 'hvac']
	},
	ev: ref('625.40', 'Vehicle charging requires its own circuit'),
	overRange: { rule: ref('422.16(B)(4)', 'A cord-connected range hood requires its own circuit'), fromIn: 60 },
	cords: { rule: ref('422.16(B)', 'Cords of dishwashers and disposers'), dishwasher: [36, 78], disposer: [18, 36] },
	fourWires: ref('250.140', 'Ranges and dryers: the ground is not the neutral in new work'),
	disconnect: {
		rule: ref('422.31', 'Disconnect of a fixed appliance'),
		aboveVa: 300,
		heat: ref('424.19', 'Disconnect of fixed heat'),
		hvac: ref('440.14', 'Disconnect of cooling equipment, in sight')
	},
	heatCircuits: { rule: ref('424.3(A)', 'Fixed heat with several outlets: 15 to 30 A'), upToA: 30 }
};
export const appliances2020: AppliancesTable = {
	...appliances2017,
	heatCircuits: { ...appliances2017.heatCircuits, rule: ref('424.4', 'Fixed heat with several outlets: 15 to 30 A') }
};
