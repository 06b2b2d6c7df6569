import type { Level } from './judgments';
import type { Step } from '../model/result';

/** Checks that begin with a question and end with what to do: each point with its figure, each with why. */
export interface GuidedPoint {
	level: Level;
	says: string;
}
export interface GuidedAnswer {
	level: Level;
	says: string;
	points: GuidedPoint[];
	steps: Step[];
}
