import { GHOST_UP_TO_V } from '../makeup/live-sign';
import { worst, type Level } from './judgment';
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
/** What each check asks, in the order in which it is done. */
export interface Question {
	key: string;
	words: string;
	unit?: string;
	/** Of what is said in words. */
	allowed?: Readonly<Record<string, string>>;
	max?: number;
	/** It can be read on a live circuit only. */
	live?: true;
}
/** Points as an answer: the gravest says it. @param none what is said when nothing was read */
export function guidedLevel(points: GuidedPoint[], steps: Step[], none: string): GuidedAnswer {
	const known = worst(points.map((p) => p.level));
	// What rests on a fact that is missing is no "good".
	const level = known === 'good' && points.some((p) => p.level === 'unknown') ? 'unknown' : known;
	const first = points.find((p) => p.level === level && level !== 'good');
	return { level, says: first?.says ?? (points.length ? 'Nothing wrong in what was read.' : none), points, steps };
}

/** What a clamp shows at least where current flows, A. */
const FLOWS_FROM_A = 0.1;
/**
 * What of a check says that its circuit is live: volts over what a 10 Mohm meter may float at, or amps. @returns null: nothing does
 * @example heater, 240 V at its terminals -> 'At its incoming terminals 240 V'
 */
export function liveInCheck(asks: readonly Question[], figures: Readonly<Record<string, number>>): string | null {
	const found = asks.find((q) => {
		const value = figures[q.key];
		return q.live && value !== undefined && (q.unit === 'A' ? value >= FLOWS_FROM_A : value > GHOST_UP_TO_V);
	});
	return found ? `${found.words} ${figures[found.key]} ${found.unit ?? ''}`.trim() : null;
}
