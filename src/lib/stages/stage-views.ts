import { goto } from '$app/navigation';
import { page } from '$app/state';
import type { Stage } from '$core/model/kinds';
import { STAGE_VIEWS, type ViewOf } from '$core/model/stage-views';

/** Which view of a stage is shown: the address says it, so that back and a bookmark return to it. */
export class StageViews<S extends Stage> {
	/** @param has which of its views there are now; left out: all */
	constructor(
		private readonly stage: S,
		private readonly has: (view: ViewOf<S>) => boolean = () => true
	) {}
	/** Those there are now, by key, each with its name. */
	get names(): Readonly<Partial<Record<ViewOf<S>, string>>> {
		const names: Readonly<Record<string, string>> = STAGE_VIEWS[this.stage];
		return Object.fromEntries(this.keys.map((key) => [key, names[key]])) as Partial<Record<ViewOf<S>, string>>;
	}
	get now(): ViewOf<S> {
		const asked = page.url.searchParams.get('view');
		return this.keys.find((key) => key === asked) ?? (this.keys[0] as ViewOf<S>);
	}
	/** Shows a view; pressed again, the first. */
	go = (view: ViewOf<S>): void => {
		const to = new URL(page.url);
		if (view === this.keys[0]) to.searchParams.delete('view');
		else to.searchParams.set('view', view);
		if (to.href !== page.url.href) void goto(to, { keepFocus: true, noScroll: true });
	};
	private get keys(): ViewOf<S>[] {
		return (Object.keys(STAGE_VIEWS[this.stage]) as ViewOf<S>[]).filter(this.has);
	}
}
