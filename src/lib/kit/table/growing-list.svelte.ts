import { whenIdle } from '$lib/kit/idle';
import { inTurn } from '../in-turn';

/** Rows that are drawn in one task with the list. */
const FIRST = 3;
/** About as many as are in sight when a page opens; the rest comes when their end is, or somebody touches the page. */
const IN_SIGHT = 12;
/** A task of drawing rows is held to about this long, ms: a frame is not missed by much on a slow phone. */
const TASK_MS = 25;

/** How much of a long list is drawn: its first view at once, then more, a few rows in a task, until all of it is there. */
export class GrowingList {
	shown = $state(FIRST);
	readonly first = FIRST;
	private wanted = $state(IN_SIGHT);
	private step = 4;

	/**
	 * @param of read anew whenever it changes: how long the whole list is, and whether something is picked that may stand
	 * further down. To be made where a component is.
	 */
	constructor(private readonly of: () => { length: number; picked: boolean }) {
		$effect(() => whenIdle(() => this.goOn()));
		$effect(() => {
			const { length, picked } = of();
			if (this.shown < Math.min(length, picked ? length : this.wanted)) return inTurn(() => this.more());
		});
	}
	/** More of it is not wanted yet. */
	get paused(): boolean {
		return this.shown >= this.wanted && this.shown < this.of().length;
	}
	goOn(): void {
		this.wanted = Infinity;
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
