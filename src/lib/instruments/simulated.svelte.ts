import type { PortKind } from './ports';
import type { Hides } from '$lib/workers/instrument-api';

/** Which instrument sends, and what the simulated house is set to; kept while the page is open. */
class Simulated {
	/** Where readings come from; empty: typed by hand. It stays while boxes are walked. */
	kind = $state<PortKind | ''>('');
	hides = $state<Hides>('demo');
	seed = $state(1);
	mended = $state.raw<string[]>([]);
	noise = $state(0.002);
	everyMs = $state(600);
	mend(boxId: string): void {
		this.mended = this.mended.includes(boxId) ? this.mended.filter((id) => id !== boxId) : [...this.mended, boxId];
	}
}
export const simulated = new Simulated();
