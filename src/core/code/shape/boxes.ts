import type { RoomKind } from '../../model/kinds';
import type { RuleRef } from '../rule';

/** Gauges of conductors in a box: of lights and controls too. */
export const FILL_GAUGES = ['18', '16', '14', '12', '10', '8', '6'] as const;
export type FillGauge = (typeof FILL_GAUGES)[number];
/** Larger ones take no cubic inches: their box is sized by its raceways. @source 314.28 */
export const LARGE_GAUGES = ['4', '3', '2', '1', '1/0', '2/0', '3/0', '4/0'] as const;
export type LargeGauge = (typeof LARGE_GAUGES)[number];

/** Article 314.16 and 314.24 as data. Volumes in cu in. */
export interface BoxesTable {
	conductor: { rule: RuleRef; volumes: Readonly<Record<FillGauge, number>> };
	clamps: RuleRef;
	fittings: RuleRef;
	/** A terminal block counts as one conductor; null: the edition counts none. */
	terminalBlock: RuleRef | null;
	/** Of 4 AWG and larger: a straight pull, and the rest, by the largest raceway. */
	pullBox: { rule: RuleRef; straight: number; angle: number };
	/** Conductors' worth for each gang of a yoke. */
	yoke: { rule: RuleRef; perGang: number };
	/** Grounds: all together as one up to so many, and so much more for each beyond. */
	grounds: { rule: RuleRef; upTo: number; eachMore: number };
	/** A device that reaches further back than `fromIn` wants its depth and so much more. */
	depth: { rule: RuleRef; fromIn: number; moreIn: number };
	/** Metal raceway or armor into a nonmetallic box. */
	nonmetallic: RuleRef;
	/** Single conductors lie in a raceway. */
	inRaceway: RuleRef;
	/** What is joined and landed in a box. */
	makeUp: {
		grounds: RuleRef;
		neutralAtSwitch: RuleRef;
		splices: RuleRef;
		aluminum: RuleRef;
		listed: RuleRef;
		multiwire: RuleRef;
		/** A neutral serves one circuit or one multiwire circuit, and lies with its hots. */
		oneNeutral: RuleRef;
		/** A metal box is bonded to the grounds that are in it. */
		bonded: RuleRef;
		/** A receptacle's ground terminal has its ground. */
		deviceGround: RuleRef;
	};
	/** Rooms whose switch boxes for lights have a neutral: where people live, bathrooms, hallways and stairways. @source 404.2(C) */
	neutralRooms: readonly RoomKind[];
	/** Marked volumes that are common, the next larger ones last. */
	common: readonly number[];
}
