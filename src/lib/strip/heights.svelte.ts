import type { Stage } from '$core/model/kinds';

/** How high the run strip is: one line, as high as its run, higher, or as it was dragged (px). */
type StripHeight = 'line' | 'fit' | 'tall' | number;
const TURN: readonly StripHeight[] = ['line', 'fit', 'tall'];
/** Where nobody looks at one run: it begins folded. */
const FOLDED: ReadonlySet<string> = new Set(['handover', 'layout/list', 'circuit/service', 'protect/compare']);
/** The key of what is kept in this browser. */
const KEPT = 'stripHeights';

const isHeight = (x: unknown): x is StripHeight =>
	TURN.includes(x as StripHeight) || (typeof x === 'number' && x > 0 && x < 4000);

/** Remembered for each stage, and for those of its views that have no use for a run. */
class StripHeights {
	private readonly chosen = $state<Record<string, StripHeight>>({});
	constructor() {
		try {
			const kept: unknown = JSON.parse(localStorage.getItem(KEPT) ?? '{}');
			for (const [key, height] of Object.entries(kept ?? {})) if (isHeight(height)) this.chosen[key] = height;
		} catch {
			// What is not ours is not read.
		}
	}
	private key(stage: Stage, view: string | null): string {
		const own = `${stage}/${view ?? ''}`;
		return FOLDED.has(own) ? own : stage;
	}
	of(stage: Stage, view: string | null): StripHeight {
		const key = this.key(stage, view);
		return this.chosen[key] ?? (FOLDED.has(key) ? 'line' : 'fit');
	}
	set(at: { stage: Stage; view: string | null }, height: StripHeight): void {
		this.chosen[this.key(at.stage, at.view)] = height;
		localStorage.setItem(KEPT, JSON.stringify(this.chosen));
	}
	/** Line, as needed, high, and line again. */
	turn(at: { stage: Stage; view: string | null }): void {
		this.set(at, TURN[(TURN.indexOf(this.of(at.stage, at.view)) + 1) % TURN.length] ?? 'fit');
	}
}
export const stripHeights = new StripHeights();
