import type { RuleRef } from './edition';

/** Panels, feeders and what a detached building asks of its own. */
export interface PanelsTable {
	/** A breaker is used as its panel's label lists it. */
	listed: RuleRef;
	/** Thin breakers only where the panel is made for them; not more devices than it is made for. */
	devices: RuleRef;
	/** A neutral has a terminal of its own. */
	neutrals: RuleRef;
	/** Every circuit is told by its evident, specific purpose. */
	directory: RuleRef;
	/** The rating of a panel against what protects it. */
	protection: RuleRef;
	feeder: { load: RuleRef; breaker: RuleRef };
	/** Neutral and grounds joined at the service disconnect, and nowhere beyond. */
	joined: RuleRef;
	apart: RuleRef;
	/** Conductors that carry a whole dwelling: at this share of the rating, between the two. */
	wholeDwelling: { rule: RuleRef; share: number; fromA: number; toA: number };
	detached: {
		oneSupply: RuleRef;
		disconnect: RuleRef;
		switchWill: RuleRef;
		electrode: RuleRef;
		ground: RuleRef;
	};
	/** Sum of the loads on each service leg: a hint, no rule. */
	balance: RuleRef;
}
