import type { Awg } from '../../units/gauge';
import type { RuleRef } from '../rule';
import type { CableKind, Raceway } from '../../model/kinds';

/** Where a cable or raceway is fastened: so near to a box, then at least so often, in. */
export interface Support {
	rule: RuleRef;
	boxIn: number;
	everyIn: number;
}
/** What holds cables up and keeps nails out of them. */
export interface SupportsTable {
	/** What is not in it is fastened as its raceway is, or stands as it was found. */
	cables: Readonly<Partial<Record<CableKind, Support>>>;
	raceways: Readonly<Record<Raceway, Support>>;
	/** PVC is fastened less often from this trade size on. */
	largePvc: { fromIn: number; everyIn: number };
	/** A single-gang plastic box without a clamp. */
	noClamp: { rule: RuleRef; boxIn: number };
	/** From the edge that is nailed, in; else a plate. */
	edge: { rule: RuleRef; leastIn: number };
	/** Cables through one hole, or against each other, for longer than this count together. */
	bundle: { rule: RuleRef; inInsulation: RuleRef; fromIn: number };
	concrete: RuleRef;
	/** NM where it lies open: what may be fastened under joists, from two and from three conductors of so much on, and the guards of attics. @source 334.15(C), 334.23, 320.23 */
	exposed: { joists: RuleRef; attic: RuleRef; onEdges: { two: Awg; three: Awg } };
	fireStop: RuleRef;
	backfill: RuleRef;
	movement: RuleRef;
}
/** A box as it is sold: Table 314.16(A), and volumes that plastic ones are marked with. */
export interface SoldBox {
	name: string;
	material: 'metal' | 'plastic';
	gangs: number;
	cuIn: number;
	/** Inside; null: as marked. */
	depthIn: number | null;
	/** For a ceiling, or for a cover or ring, not for a yoke by itself. */
	use: 'device' | 'square' | 'round';
}
