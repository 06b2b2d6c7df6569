import { inTurn } from '../in-turn';

/** Rows of the first view of a list. */
const FIRST = 3;
/** A task of drawing rows is held to about this long, ms: a frame is not missed by much on a slow phone. */
const TASK_MS = 25;

/** How much of a long list is drawn: its first view at once, then more, a few rows in a task, until all of it is there. */
export class GrowingList {
	shown = $state(FIRST);
	readonly first = FIRST;
	private step = 4;

	/** @param length of the whole list, read anew whenever it changes. To be made where a component is. */
	constructor(length: () => number) {
		$effect(() => {
			if (this.shown < length()) return inTurn(() => this.more());
		});
	}
	/** All of it now: for paper. */
	all(): void {
		this.shown = Infinity;
	}
	private more(): void {
		const began = performance.now();
		const drawn = this.step;
		this.shown += drawn;
		// After the rows are in the page and laid out.
		setTimeout(() => {
			const each = (performance.now() - began) / drawn;
			this.step = Math.max(2, Math.min(40, Math.round(TASK_MS / Math.max(0.1, each))));
		});
	}
}
