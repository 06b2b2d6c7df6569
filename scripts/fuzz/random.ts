/** A stream of numbers from a seed, so that what was found can be found again. */
export class Random {
	private at: number;
	constructor(seed: number) {
		this.at = (Math.imul(seed, 2654435761) ^ 0x9e3779b9) >>> 0 || 1;
	}
	/** 0 up to but not 1. */
	next(): number {
		this.at = (this.at + 0x6d2b79f5) >>> 0;
		let t = this.at;
		t = Math.imul(t ^ (t >>> 15), t | 1);
		t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	}
	below(n: number): number {
		return Math.floor(this.next() * n);
	}
	chance(share: number): boolean {
		return this.next() < share;
	}
	pick<T>(of: readonly T[]): T {
		return of[this.below(of.length)] as T;
	}
}
