import { counted, readShopRecord, type ShopRecord } from '$core/trace/shop-record';
import type { Suspected } from '$core/trace/hypotheses';

const KEY = 'traceShop';
/** The shop's own record of searches: how often the first answer was right, after how many readings, and what it was. */
class ShopSearches {
	searches = $state(0);
	first = $state(0);
	readings = $state(0);
	kinds = $state.raw<ShopRecord>({});

	constructor() {
		const text = localStorage.getItem(KEY) ?? '{}';
		const whole = (name: 'searches' | 'first' | 'readings'): number => {
			const found = new RegExp(`"${name}":(\\d{1,6})[,}]`).exec(text)?.[1];
			return found ? Number(found) : 0;
		};
		[this.searches, this.first, this.readings] = [whole('searches'), whole('first'), whole('readings')];
		this.kinds = readShopRecord(text);
	}
	/** @param place of the answer that it was: 1 for the first */
	ended({ place, readings, kinds }: { place: number; readings: number; kinds: readonly Suspected['kind'][] }): void {
		this.searches += 1;
		this.first += Number(place === 1);
		this.readings += readings;
		this.kinds = counted(this.kinds, kinds);
		this.keep();
	}
	/** Nothing was counted: weights are those of practice again. */
	reset(): void {
		[this.searches, this.first, this.readings, this.kinds] = [0, 0, 0, {}];
		this.keep();
	}
	private keep(): void {
		const { searches, first, readings, kinds } = this;
		localStorage.setItem(KEY, JSON.stringify({ searches, first, readings, ...kinds }));
	}
}
let made: ShopSearches | undefined;
/** @returns the one record of this browser */
export const shopSearches = (): ShopSearches => (made ??= new ShopSearches());
