import type { ServiceTable } from '../shape/service';
import { BREAKER_SIZES, ref } from './common';

/** Dwelling loads of Article 220: 2017, and what later editions changed. */
export const service2017: ServiceTable = {
	general: { rule: ref('220.12', 'General lighting and receptacles, by floor area'), vaPerSqFt: 3 },
	smallAppliance: { rule: ref('220.52(A)', 'Small-appliance circuits'), va: 1500 },
	laundry: { rule: ref('220.52(B)', 'Laundry circuits'), va: 1500 },
	receptacle: { rule: ref('220.14(I)', 'Receptacle outlets: each yoke'), va: 180 },
	demand: {
		rule: ref('220.42', 'Demand on general lighting, small appliances and laundry'),
		rows: [
			{ upToVa: 3000, share: 1 },
			{ upToVa: 120_000, share: 0.35 },
			{ upToVa: Infinity, share: 0.25 }
		]
	},
	fastened: { rule: ref('220.53', 'Four or more appliances fastened in place'), atLeast: 4, share: 0.75, leastVa: 0, ev: true },
	heat: ref('220.51', 'Fixed space heating'),
	largerOf: ref('220.60', 'Noncoincident loads: the larger of heating and cooling'),
	motor: { rule: ref('220.50', 'Largest motor: 25 percent more'), share: 0.25 },
	ev: { rule: ref('625.42', 'Vehicle charging: its nameplate'), leastVa: 0 },
	dryer: {
		rule: ref('220.54', 'Clothes dryers: 5000 VA or nameplate'),
		leastVa: 5000,
		shares: [1, 1, 1, 1, 0.85, 0.75, 0.65, 0.6, 0.55, 0.5]
	},
	cooking: {
		rule: ref('220.55', 'Household cooking, Table 220.55'),
		columnC: [8000, 11_000, 14_000, 17_000, 20_000, 21_000, 22_000, 23_000, 24_000, 25_000],
		upToVa: 12_000,
		perKva: 0.05,
		columnA: [0.8, 0.75, 0.7, 0.66, 0.62, 0.59, 0.56, 0.53, 0.51, 0.49],
		columnB: [0.8, 0.65, 0.55, 0.5, 0.45, 0.43, 0.4, 0.36, 0.35, 0.34],
		nameplateUpTo: 1750,
		underA: 3500,
		upToB: 8750
	},
	optional: {
		rule: ref('220.82', 'Optional method, one dwelling'),
		firstVa: 10_000,
		share: 0.4,
		few: 0.65,
		many: 0.4,
		manyUnits: 4,
		supplement: 0.65
	},
	existing: {
		rule: ref('220.83', 'Adding to an existing dwelling'),
		firstVa: 8000,
		share: 0.4,
		manyUnits: ref('220.83(B)', 'Electric heat of four or more units: among the other loads', 'check')
	},
	carries: ref('230.42', 'Service conductors and rating carry the load (230.79)'),
	neutral: { rule: ref('220.61', 'Neutral: ranges and dryers at 70 percent'), share: 0.7 },
	measured: { rule: ref('220.87', 'Measured peak demand plus 25 percent'), factor: 1.25 },
	least: { rule: ref('230.79(C)', 'One-family dwelling: at least 100 A'), amps: 100 },
	sizes: [...BREAKER_SIZES.filter((a) => a >= 100), 225, 250, 300, 350, 400, 450, 500, 600, 700, 800, 1000, 1200]
};
export const service2020: ServiceTable = {
	...service2017,
	general: { rule: ref('220.14(J)', 'General lighting and receptacles, by floor area'), vaPerSqFt: 3 },
	fastened: { ...service2017.fastened, leastVa: 500 }
};
export const service2023: ServiceTable = {
	...service2020,
	general: { rule: ref('220.41', 'General lighting and receptacles, by floor area'), vaPerSqFt: 3 },
	demand: { ...service2017.demand, rule: ref('220.45', 'Demand on general lighting, small appliances and laundry') },
	fastened: { ...service2020.fastened, ev: false },
	ev: { rule: ref('220.57', 'Vehicle charging: 7200 VA or nameplate'), leastVa: 7200 }
};
