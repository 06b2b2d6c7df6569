import type { Reading, Symptom } from '../model/job';
import { lastAfter } from '../model/latest-readings';
import { byWriting, knownBefore } from '../model/written';
import type { Wiring } from '../network/wiring';
import { OVER_RANGE_OHMS, type Seen } from './seen';

/** What is known already of a circuit: its readings, what was seen dead or working, told as observations. */
export interface Gathered {
	seen: Seen[];
	/** In words, in the order in which they came. */
	rows: { boxId: string; says: string; readingId: string | null }[];
}
/** Test current of a drop of which none is written, A. */
const USUAL_LOAD_A = 12;

export interface Known {
	readings: readonly Reading[];
	symptoms: readonly Symptom[];
	/** What was read before a fault of this circuit was found and mended says nothing of it now; empty: none was. */
	since: string;
	says: (r: Reading) => string;
}
/** @param outlets those at which something can be read, by their number */
export function gather(outlets: Wiring['outlets'], { readings, symptoms, since, says }: Known): Gathered {
	const found: Gathered = { seen: [], rows: [] };
	const outletOf = (boxId: string, half: Reading['half']): number => {
		const here = outlets.flatMap((o, i) => (o.at === boxId ? [i] : []));
		return here.find((i) => outlets[i]?.half === (half ?? 'upper')) ?? here[0] ?? -1;
	};
	for (const r of newest(readings.filter((r) => r.at > since))) {
		const outlet = outletOf(r.boxId, r.half);
		const bare = outlet < 0 || r.switchAt === 'off' ? null : seenBy(r, outlet);
		if (!bare) continue;
		const seen: Seen = { ...bare, unplugged: r.unplugged, proven: r.proven };
		// What one instrument showed at one place is one observation: it is right or wrong as a whole.
		const at = found.seen.findIndex(
			(s) =>
				s.outlet === seen.outlet &&
				s.instrument === seen.instrument &&
				s.loadA === seen.loadA &&
				s.unplugged === seen.unplugged &&
				s.proven === seen.proven
		);
		const [before, row] = [found.seen[at], found.rows[at]];
		if (before && row) {
			found.seen[at] = { ...before, fields: { ...before.fields, ...seen.fields } };
			found.rows[at] = { ...row, says: `${row.says}, ${says(r)}` };
			continue;
		}
		found.seen.push(seen);
		found.rows.push({ boxId: r.boxId, says: says(r), readingId: r.id });
	}
	for (const s of symptoms)
		for (const word of ['dead', 'works'] as const)
			for (const boxId of s[word] ?? []) {
				const outlet = outletOf(boxId, undefined);
				if (outlet < 0) continue;
				found.seen.push({ outlet, instrument: word, fields: { use: word }, loadA: USUAL_LOAD_A });
				found.rows.push({ boxId, says: word === 'dead' ? 'dead' : 'works', readingId: null });
			}
	return found;
}
/** The newest of each kind at each contact; what was struck out, put right or read before the work does not count. */
function newest(readings: readonly Reading[]): Reading[] {
	const corrected = new Set(readings.flatMap((r) => r.corrects ?? []));
	const after = lastAfter(readings.filter((r) => !r.struck));
	const last = new Map<string, Reading>();
	for (const r of [...readings].sort(byWriting)) {
		if (r.struck || corrected.has(r.id) || r.circuitId !== undefined) continue;
		const work = after.get(r.boxId);
		if (r.phase !== 'after' && work && knownBefore(r, work)) continue;
		last.set(`${r.boxId} ${r.half ?? 'upper'} ${r.kind} ${r.meter ?? ''} ${r.loadA === null} ${r.unplugged === true}`, r);
	}
	return [...last.values()];
}
const ANALYZED: Readonly<Partial<Record<Reading['kind'], string>>> = {
	drop: 'dropPercent',
	'ohm-hot': 'hotOhms',
	'ohm-neutral': 'neutralOhms',
	'ohm-ground': 'groundOhms',
	bootleg: 'bootleg'
};
const DEAD_OHMS: Readonly<Partial<Record<Reading['kind'], 'hn' | 'hg'>>> = { 'dead-ohm-hn': 'hn', 'dead-ohm-hg': 'hg' };
const WORKS: Readonly<Record<string, 'works' | 'dead'>> = { works: 'works', 'stays-on': 'works', 'stays-off': 'dead' };
function worksBy(r: Reading, outlet: number, loadA: number): Seen | null {
	const use = WORKS[r.word ?? ''];
	return use ? { outlet, instrument: use, fields: { use }, loadA } : null;
}
/** A reading as the network knows it; null: it says nothing of the wiring between boxes. */
function seenBy(r: Reading, outlet: number): Seen | null {
	const loadA = r.loadA ?? USUAL_LOAD_A;
	const field = ANALYZED[r.kind];
	if (field) {
		const value = r.kind === 'bootleg' ? (r.word ?? null) : r.value;
		return value === null ? null : { outlet, instrument: 'analyzer', fields: { [field]: value }, loadA };
	}
	if (r.kind === 'lamps') {
		const [hn = '', hg = '', ng = ''] = (r.lamps ?? '').split(' ');
		return ng ? { outlet, instrument: 'lamps', fields: { hn, hg, ng }, loadA } : null;
	}
	// A light, a fan, what a switch switches: on and off by it.
	if (r.kind === 'works') return worksBy(r, outlet, loadA);
	const pair = DEAD_OHMS[r.kind];
	if (pair && r.value !== null) {
		// With a lead on nothing an ohmmeter shows its end of scale.
		const value = r.value < OVER_RANGE_OHMS ? r.value : null;
		return { outlet, instrument: 'ohms', fields: { [pair]: value }, loadA };
	}
	if (r.value === null) return null;
	if (r.kind === 'shell' && r.meter === 'low-impedance')
		return { outlet, instrument: 'shell', fields: { volts: r.value }, loadA };
	if (r.kind === 'hn' && r.loadA !== null) return { outlet, instrument: 'analyzer', fields: { loadedVolts: r.value }, loadA };
	if ((r.kind === 'hn' || r.kind === 'hg' || r.kind === 'ng') && r.loadA === null)
		return {
			outlet,
			instrument: r.meter === 'low-impedance' ? 'low-impedance' : 'voltmeter',
			fields: { [r.kind]: r.value },
			loadA
		};
	return null;
}
