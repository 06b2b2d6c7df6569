import type { Serves } from '../../model/kinds';
import type { RuleRef } from '../rule';

/** What appliances ask of their circuits beside its size: Articles 250.140, 422, 424, 440, 625. */
export interface AppliancesTable {
	/** A furnace stands alone, but for what serves it. */
	furnace: { rule: RuleRef; with: readonly Serves[] };
	/** Vehicle charging stands alone. */
	ev: RuleRef;
	/** A hood or over-range microwave on a cord stands alone; and from what height on it is held to be over the range, in. */
	overRange: { rule: RuleRef; fromIn: number };
	/** Cords of appliances, in. */
	cords: { rule: RuleRef; dishwasher: readonly [number, number]; disposer: readonly [number, number] };
	/** Ranges and dryers in new work: neutral and ground apart. */
	fourWires: RuleRef;
	/** Fixed appliances above so many VA: a disconnect in sight, or one that can be locked off. */
	disconnect: { rule: RuleRef; aboveVa: number; heat: RuleRef; hvac: RuleRef };
	/** Fixed heat with several outlets: circuits of these ratings only. */
	heatCircuits: { rule: RuleRef; upToA: number };
}
