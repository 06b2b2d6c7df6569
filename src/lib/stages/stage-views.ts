import { goto } from '$app/navigation';
import { page } from '$app/state';

/** Which view of a stage is shown: the address says it, so that back and a bookmark return to it. */
export class StageViews<View extends string> {
	/** @param keys views of the stage that there are now; the first is shown where the address names none */
	constructor(private readonly keys: () => readonly View[]) {}
	get now(): View {
		const asked = page.url.searchParams.get('view');
		const keys = this.keys();
		return keys.find((key) => key === asked) ?? (keys[0] as View);
	}
	/** Shows a view; pressed again, the first. */
	go = (view: View): void => {
		const to = new URL(page.url);
		if (view === this.keys()[0]) to.searchParams.delete('view');
		else to.searchParams.set('view', view);
		if (to.href !== page.url.href) void goto(to, { keepFocus: true, noScroll: true });
	};
}
