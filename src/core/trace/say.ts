import { rowOf } from '../faults/rows';
import type { Suspected } from './hypotheses';

/** Faults in words: several that go together, or none. @param name of a place @example 'loose neutral: in BD-02 or on the way to it' */
export const sayFaults = (faults: readonly Pick<Suspected, 'kind' | 'at'>[], name: (at: string) => string): string =>
	faults.length ? faults.map((f) => rowOf(f.kind).says(name(f.at))).join(', and ') : 'nothing is wrong with the wiring';
