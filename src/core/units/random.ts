/** A source of numbers from 0 to 1 that is given, so that core draws none by itself. */
export type Random = () => number;
/** Numbers that look random and are always the same for a seed (a linear step and two shifts of 32 bits). */
export function seeded(seed: number): Random {
	let state = seed >>> 0 || 1;
	return () => {
		state ^= state << 13;
		state >>>= 0;
		state ^= state >>> 17;
		state ^= state << 5;
		state >>>= 0;
		return state / 2 ** 32;
	};
}
