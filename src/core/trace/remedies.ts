import { SOUND, type Remedy } from '../faults/remedy';
import { rowOf } from '../faults/rows';
import type { Suspected } from './hypotheses';

/** What to open, what to look for, what to do and what proves it: of each fault its own, alike ones once. @returns one for a sound run */
export function remediesOf(faults: readonly Suspected[]): { faults: Suspected[]; remedy: Remedy }[] {
	if (!faults.length) return [{ faults: [], remedy: SOUND }];
	const found: { faults: Suspected[]; remedy: Remedy }[] = [];
	for (const f of faults) {
		const { remedy } = rowOf(f.kind);
		const same = found.find((x) => x.remedy === remedy && x.faults.some((o) => o.at === f.at));
		if (same) same.faults.push(f);
		else found.push({ faults: [f], remedy });
	}
	// What must be done now comes first.
	return found.sort((a, b) => Number(!!b.remedy.now) - Number(!!a.remedy.now));
}
