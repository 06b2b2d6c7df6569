import type { Edition } from '../code/shape/edition';
import type { Ground } from '../run/ground-at';
import type { Reading } from '../model/known';
import type { LimitKey } from '../model/kinds';
import type { Rule } from '../model/result';
import type { Band } from './limits';
import type { Predicted } from './predict';

export type Level = 'good' | 'look' | 'bad' | 'unknown';
/** The gravest of several levels. */
export const worst = (levels: readonly Level[]): Level =>
	(['bad', 'look', 'good'] as const).find((l) => levels.includes(l)) ?? 'unknown';

/** One judgment of a reading: on the design (the limits), or on the joints (against this very run). */
export interface Judgment {
	on: 'design' | 'joints';
	level: Level;
	says: string;
	have: number | null;
	need: number | null;
	unit: string;
	rule: Rule;
}
export interface ReadingCase {
	edition: Edition;
	limits: Record<LimitKey, Band>;
	/** Read at a panel's bars or a breaker's terminals, and not at an outlet. */
	atPanel: boolean;
	reading: Reading;
	prediction: Predicted;
	/** How well it is known that the box has a ground; left out at a panel. */
	ground?: Ground | undefined;
	/** A GFCI reaches the outlet now; and its own button was passed. */
	gfci?: { own: boolean } | null | undefined;
	/** What its face promises; left out: not known. */
	slots?: 'grounding' | 'two-slot' | undefined;
	/** A bootleg check at this place found a jumper: what a ground contact reads tells nothing of the ground. */
	jumper?: boolean | undefined;
	/** Of the breaker, the fuse or the main that was read, A. @throws NotKnown where nobody read it */
	ratedA?: (() => number) | undefined;
	/** The wall switch takes the power of what was read; null: nobody said which half. */
	goesOff?: boolean | null | undefined;
	/** Read at the same place with no load on, V; left out: nobody has. */
	idleV?: number | undefined;
	/** Of the room, as read there, °C. */
	ambientC?: number | undefined;
	/** Its two contacts stand on two hots: a receptacle or a half of 250 V. */
	twoHots?: boolean | undefined;
}

/** There is no ground there to read against: its run has none, or the box is known to have none. */
export const lacksGround = ({ prediction, ground, jumper }: ReadingCase): boolean =>
	// A jumper says nothing of the run itself.
	ground && !jumper
		? ground.state === 'none' || (ground.state !== 'proven' && ground.state !== 'seen' && runLacksGround(prediction))
		: runLacksGround(prediction);
const runLacksGround = (p: Predicted): boolean => p.known && p.value.loop.groundOhms === null;
