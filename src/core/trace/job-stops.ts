import { saySpace } from '../model/breaker-name';
import { deadStateAt } from '../makeup/live-alarm';
import type { Job, LiveEvent, Reading } from '../model/job';
import { indexOf } from '../model/job-index';
import { latestReadings, type LatestReadings } from '../model/latest-readings';
import type { ReadingKind } from '../model/kinds';
import { knownBefore } from '../model/written';
import { stopOf, type Stop, type StopRead } from './stop';

/** What must be off before anything else is done, at a place of the job. It stands until that is tagged, or read right again. */
interface JobStop extends Stop {
	/** A box or a panel. */
	placeId: string;
}
/** Half of what a receptacle has, where it is read by itself. */
type Of = ReadonlyMap<ReadingKind, Reading>;
const SHELLS: readonly ReadingKind[] = ['shell', 'ge'];

/** Volts that kill and heat that burns, by the newest of what was read and by what is told of boxes. */
export function jobStops(job: Job, readings: readonly Reading[], events: readonly LiveEvent[]): JobStop[] {
	const index = indexOf(job);
	const halves: LatestReadings[] = [latestReadings(readings), latestReadings(readings, 'lower')];
	const places = [...new Set(halves.flatMap((h) => [...h.keys()]))];
	const isOff = (placeId: string, since: Reading | null): boolean => {
		const { tag } = deadStateAt(job, { readings, events }, placeId);
		return tag !== null && (since === null || knownBefore(since, tag));
	};
	const found = places.flatMap((placeId): JobStop[] => {
		const box = index.boxes.get(placeId);
		const panel = job.panels.find((p) => p.id === placeId);
		if (!box && !panel) return [];
		return halves.flatMap((half) => {
			const of = half.get(placeId);
			const stop =
				of &&
				stopOf([readOf(of, (box ?? panel)?.name ?? '', !!panel), ...partner(job, placeId, halves, of)], job.practice.supplyVolts);
			if (!of || !stop) return [];
			const newest = [...of.values()].reduce((a, b) => (knownBefore(a, b) ? b : a));
			return isOff(placeId, newest) ? [] : [{ ...stop, placeId }];
		});
	});
	const told = job.symptoms.flatMap((s): JobStop[] => {
		if (!s.open) return [];
		const rows = [
			...(s.kind === 'tingle' || s.kind === 'warm' ? [{ boxId: s.boxId, sign: s.kind }] : []),
			...(s.signs ?? []).map(({ boxId, sign }) => ({ boxId: boxId as string | null, sign }))
		];
		return rows.flatMap(({ boxId, sign }) => {
			const box = index.boxes.get(boxId ?? '');
			const stop = box && stopOf([{ place: box.name, sign }], job.practice.supplyVolts);
			return box && stop && !isOff(box.id, null) ? [{ ...stop, placeId: box.id }] : [];
		});
	});
	return [...new Map([...found, ...told].map((s) => [`${s.do} ${s.placeId}`, s])).values()];
}
const value = (of: Of, kind: ReadingKind): number | undefined => {
	const r = of.get(kind);
	return r && r.loadA === null ? (r.value ?? undefined) : undefined;
};
function readOf(of: Of, place: string, atPanel: boolean): StopRead {
	const shell = SHELLS.flatMap((k) => of.get(k) ?? []).sort((a, b) => (b.value ?? 0) - (a.value ?? 0))[0];
	return {
		place,
		atPanel,
		hn: value(of, 'hn'),
		hg: value(of, 'hg'),
		// Of an appliance of two hots each stands by itself.
		...(atPanel ? { h2n: value(of, 'h2n') } : {}),
		shell: shell?.value ?? undefined,
		shellAtLow: shell?.meter === 'low-impedance'
	};
}
/** The other circuit of a shared neutral: what was read on it, against this. */
function partner(job: Job, placeId: string, halves: readonly LatestReadings[], own: Of): StopRead[] {
	const { circuitsOfBox, circuits, boxes } = indexOf(job);
	const hn = value(own, 'hn');
	if (hn === undefined) return [];
	return (circuitsOfBox.get(placeId) ?? []).flatMap((c) => {
		const other = c.multiwire && circuits.get(c.multiwire.withId);
		if (!other) return [];
		const there = [...(halves[0] ?? [])].filter(
			([id]) => id !== placeId && circuitsOfBox.get(id)?.some((x) => x.id === other.id)
		);
		return there.flatMap(([id, of]) => {
			const h2n = value(of, 'hn');
			const place = `${boxes.get(placeId)?.name ?? ''} (${saySpace(job, c)}) and ${boxes.get(id)?.name ?? ''} (${saySpace(job, other)})`;
			return h2n === undefined ? [] : [{ place, hn, h2n }];
		});
	});
}
