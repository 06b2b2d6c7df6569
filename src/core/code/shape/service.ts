import type { RuleRef } from '../rule';

/** Article 220 for a dwelling, as data: general loads, demand, and both methods. VA throughout. */
export interface ServiceTable {
	general: { rule: RuleRef; vaPerSqFt: number };
	smallAppliance: { rule: RuleRef; va: number };
	laundry: { rule: RuleRef; va: number };
	/** A receptacle outlet that no floor area speaks for. */
	receptacle: { rule: RuleRef; va: number };
	/** On the sum of the three above, each row up to its VA; the last has no end. */
	demand: { rule: RuleRef; rows: readonly { upToVa: number; share: number }[] };
	/** Appliances fastened in place: so many or more stand at the share. Smaller ones than `leastVa` neither count nor shrink. */
	fastened: { rule: RuleRef; atLeast: number; share: number; leastVa: number; ev: boolean };
	heat: RuleRef;
	largerOf: RuleRef;
	motor: { rule: RuleRef; share: number };
	/** Least VA of vehicle charging; 0: its nameplate. */
	ev: { rule: RuleRef; leastVa: number };
	dryer: { rule: RuleRef; leastVa: number; shares: readonly number[] };
	cooking: {
		rule: RuleRef;
		/** Demand of 1, 2, 3... appliances of up to `upToVa`, VA. */
		columnC: readonly number[];
		upToVa: number;
		/** For each kVA or major fraction over. */
		perKva: number;
		/** Share of 1, 2, 3... appliances: under the first size, and from it to the second. */
		columnA: readonly number[];
		columnB: readonly number[];
		/** Stands at its nameplate up to here. */
		nameplateUpTo: number;
		underA: number;
		upToB: number;
	};
	optional: { rule: RuleRef; firstVa: number; share: number; few: number; many: number; manyUnits: number; supplement: number };
	/** Adding to a dwelling that stands: by nameplates, or by what was measured. */
	existing: { rule: RuleRef; firstVa: number; share: number; manyUnits: RuleRef };
	/** The service as it stands carries its load. */
	carries: RuleRef;
	/** Of the neutral: ranges, ovens, cooktops and dryers at this share; what takes two hots not at all. */
	neutral: { rule: RuleRef; share: number };
	measured: { rule: RuleRef; factor: number };
	least: { rule: RuleRef; amps: number };
	sizes: readonly number[];
}
