/** One figure beside its budget. */
export const say = (what: string, have: number, budget: number, unit: string): void =>
	console.log(`${what}: ${have.toFixed(1)} ${unit}, ${(have / budget).toFixed(2)} of its budget of ${budget} ${unit}`);
