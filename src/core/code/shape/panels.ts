import type { Awg } from '../../units/gauge';
import type { RuleRef } from '../rule';

export interface ElectrodeRow {
	upTo: Awg | '250' | '350' | '500';
	awg: Awg;
}
/** Panels, feeders and what a detached building asks of its own. */
export interface PanelsTable {
	/** A breaker is used as its panel's label lists it. */
	listed: RuleRef;
	/** Thin breakers only where the panel is made for them; not more devices than it is made for. */
	devices: RuleRef;
	/** Open slots are closed. */
	fillers: RuleRef;
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
	/** The feeder of a panel in the same building: neutral and ground apart. */
	apartFeeder: RuleRef;
	/** Where a panel may not be. */
	places: { bathroom: RuleRef; closet: RuleRef; stair: RuleRef };
	/** New and replaced services: surge protection, a disconnect outside; null: not asked for. */
	surge: RuleRef | null;
	feederSurge: RuleRef | null;
	outside: RuleRef | null;
	outsideDetached: RuleRef | null;
	/** How it is marked: red ground and white letters, or as one likes; letters so high, in; null: the edition asks for none. */
	outsideMark: { rule: RuleRef; red: boolean; letterIn: number } | null;
	/** Copper electrode conductor by the service conductors, each row up to its gauge. */
	electrode: { rule: RuleRef; Cu: readonly ElectrodeRow[]; Al: readonly ElectrodeRow[]; rods: Awg };
	/** Conductors that carry a whole dwelling: at this share of the rating, between the two. */
	wholeDwelling: { rule: RuleRef; share: number; fromA: number; toA: number };
	detached: {
		oneSupply: RuleRef;
		disconnect: RuleRef;
		switchWill: RuleRef;
		electrode: RuleRef;
		ground: RuleRef;
		/** An old feeder without a ground wire keeps its bond where nothing else joins the buildings. */
		bond: RuleRef;
		/** Least rating of the disconnect: for one circuit, for two of two wires, for a dwelling, for all else. */
		rating: { rule: RuleRef; one: number; two: number; dwelling: number; other: number };
	};
	/** Sum of the loads on each service leg: a hint, no rule. */
	balance: RuleRef;
}
