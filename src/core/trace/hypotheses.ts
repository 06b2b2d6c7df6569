import { isLoose, type Fault, type FaultKind } from '../faults/kinds';
import { SOUND_WEIGHT } from './weights';

/** What may be wrong: one fault, two that belong together, or none. `off`: a breaker or GFCI that is off or has tripped. */
export interface Suspected extends Omit<Fault, 'kind' | 'ohms'> {
	kind: FaultKind | 'off';
}
export interface Hypothesis {
	faults: readonly Suspected[];
	/** Before anything was read; what matters is the ratio. */
	weight: number;
}
/** The panel's own place, where a breaker is off. */
export const PANEL = 'panel';

/** Loose connections of it, whose ohms are to be fitted. */
export const looseOf = (h: Hypothesis): LooseFault[] => h.faults.filter(isLooseFault);
type LooseFault = Suspected & { kind: FaultKind };
const isLooseFault = (f: Suspected): f is LooseFault => f.kind !== 'off' && isLoose(f.kind);

/** One fault at one place, with its weight before anything was read. */
export interface Single extends Suspected {
	weight: number;
}
/** Where faults lie on a circuit. */
export interface Places {
	/** Places that a cable feeds. */
	cables: readonly string[];
	outlets: readonly { id: string; at: string }[];
	/** Places of the devices that protect. */
	watchers: readonly string[];
	/** Of each place: itself and those that feed it, up to the panel. */
	upstream: ReadonlyMap<string, readonly string[]>;
}

/**
 * All that may be wrong: nothing, each fault by itself, and the pairs that belong together, where both of a pair are thought of.
 * @param over a pair is the product of its two over this; a GFCI that has tripped with its cause still there has one of its own
 */
export function hypothesesOf(singles: readonly Single[], places: Places, over: { pair: number; tripped: number }): Hypothesis[] {
	const found: Hypothesis[] = [{ faults: [], weight: SOUND_WEIGHT }];
	const byName = new Map<string, number>();
	for (const { weight, ...fault } of singles) {
		if (!(weight > 0)) continue;
		found.push({ faults: [fault], weight });
		byName.set(nameOf(fault), weight);
	}
	const pair = (one: Suspected, other: Suspected, by = over.pair): void => {
		const [a, b] = [byName.get(nameOf(one)), byName.get(nameOf(other))];
		if (a && b) found.push({ faults: [one, other], weight: (a * b) / by });
	};
	for (const { id, at } of places.outlets) {
		for (const up of places.upstream.get(at) ?? []) pair({ kind: 'bootleg', at: id }, { kind: 'open-neutral', at: up });
		pair({ kind: 'reversed', at: id }, { kind: 'bootleg', at: id });
		pair({ kind: 'reversed', at: id }, { kind: 'open-ground', at });
		pair({ kind: 'neutral-contact-loose', at: id }, { kind: 'hot-contact-loose', at: id });
	}
	for (const at of places.cables) {
		pair({ kind: 'open-neutral', at }, { kind: 'open-ground', at });
		pair({ kind: 'loose-neutral', at }, { kind: 'loose-hot', at });
		for (const gfci of places.watchers)
			if (gfci !== at && places.upstream.get(at)?.includes(gfci))
				pair({ kind: 'off', at: gfci }, { kind: 'neutral-ground-touch', at }, over.tripped);
	}
	return found;
}
const nameOf = (f: Suspected): string => `${f.kind} ${f.at}`;
