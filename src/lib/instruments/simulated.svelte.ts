import type { Hides } from '$lib/workers/instrument.worker';

/** What the simulated house is set to; kept while the page is open. */
class Simulated {
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
