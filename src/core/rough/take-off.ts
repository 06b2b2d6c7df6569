import type { Job, Leg } from '../model/job';
import { CABLE_MAKES } from '../model/cable-kinds';
import type { Cable, State } from '../model/kinds';
import type { Awg, Metal } from '../units/gauge';

interface CableTotal {
	/** `12-2 NM-B with ground`. */
	name: string;
	cable: Cable | null;
	awg: Awg | null;
	metal: Metal | null;
	legs: number;
	feet: number;
	/** Legs whose length is not known, not in `feet`. */
	unmeasured: number;
}

/** Cable as the trade writes it. @example 12-2 NM-B with ground */
export function cableName({
	cable,
	awg,
	metal,
	conductors,
	ground
}: Pick<Leg, 'cable' | 'awg' | 'metal' | 'conductors' | 'ground'>): string {
	if (cable === null && awg === null && conductors === null && ground === null) return 'cable not seen';
	const grounded = ground === null ? ', ground not known' : ground ? ' with ground' : ', no ground';
	const size = awg === null && conductors === null ? '' : `${awg ?? '?'}-${conductors ?? '?'} `;
	return `${size}${cable === null ? 'cable' : CABLE_MAKES[cable].name}${metal === 'Al' ? ' aluminum' : ''}${grounded}`;
}

/** Feet of each cable in the legs of these states, largest wire last. */
export function takeOff(job: Job, states: readonly State[]): CableTotal[] {
	const totals = new Map<string, CableTotal>();
	for (const leg of job.legs) {
		// Two circuits in one cable: it is cut once.
		if (!states.includes(leg.state) || leg.inCableOf) continue;
		const name = cableName(leg);
		const total = totals.get(name) ?? { name, cable: leg.cable, awg: leg.awg, metal: leg.metal, legs: 0, feet: 0, unmeasured: 0 };
		total.legs += 1;
		if (leg.lengthFt === null) total.unmeasured += 1;
		else total.feet += leg.lengthFt;
		totals.set(name, total);
	}
	return [...totals.values()].sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));
}
