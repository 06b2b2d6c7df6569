import type { BurialPlace } from '../../model/kinds';
import type { RuleRef } from '../rule';

/** What lies in the ground: least cover by place and method, and what comes up out of it. */
export const BURIED = ['direct-burial', 'rigid', 'intermediate', 'pvc', 'emt'] as const;
export type Buried = (typeof BURIED)[number];
/** The table's columns: by method; of a small protected branch circuit of a dwelling; of low-voltage lighting and irrigation. */
export type BurialColumn = 1 | 2 | 3 | 4 | 5;
export interface BurialTable {
	rule: RuleRef;
	/** Inches of cover, columns 1 to 5. */
	cover: Readonly<Record<BurialPlace, readonly [number, number, number, number, number]>>;
	/** Columns 4 and 5 where a raceway lies there, if they differ. */
	racewayCover: Readonly<Partial<Record<BurialPlace, readonly [number, number]>>>;
	column: Readonly<Record<Buried, 1 | 2 | 3>>;
	/** Methods that the edition's table does not name: they rest on the inspector's approval. */
	unnamed: readonly Buried[];
	small: { maxVolts: number; maxAmps: number };
	low: { maxVolts: number };
	underBuilding: RuleRef;
	/** `raceways`: named too; else direct-buried cable and conductors only. */
	riser: { rule: RuleRef; fromIn: number; toFt: number; raceways: boolean };
	/** Metal in earth or concrete: protected from corrosion. */
	corrosion: { any: RuleRef; emt: RuleRef };
	ribbon: { rule: RuleRef; fromIn: number; aboveIn: number; inRaceway: boolean };
	/** Where damage is likely: which raceways stand it, in words. */
	damage: { rule: RuleRef; by: string };
}
