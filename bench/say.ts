/** One figure beside its budget. */
export const say = (what: string, have: number, budget: number, unit: string): void =>
	console.log(`${what}: ${have.toFixed(1)} ${unit}, ${(have / budget).toFixed(2)} of its budget of ${budget} ${unit}`);
/** Of the quicker quarter: a machine that builds and tests has other things to do. */
export const quarter = (times: readonly number[]): number =>
	[...times].sort((x, y) => x - y)[Math.floor(times.length / 4)] ?? Infinity;
