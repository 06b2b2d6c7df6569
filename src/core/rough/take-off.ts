import type { Job, Cable } from '../model/job';
import { CABLE_MAKES } from '../model/cable-kinds';
import type { CableKind, State } from '../model/kinds';
import type { Awg, Metal } from '../units/gauge';

interface CableTotal {
	/** `12-2 NM-B with ground`. */
	name: string;
	cable: CableKind | null;
	awg: Awg | null;
	metal: Metal | null;
	pieces: number;
	feet: number;
	/** Cables whose length is not known, not in `feet`. */
	unmeasured: number;
}

/** Cable as the trade writes it. @example 12-2 NM-B with ground */
export function cableName({
	kind: cable,
	awg,
	metal,
	conductors,
	ground
}: Pick<Cable, 'kind' | 'awg' | 'metal' | 'conductors' | 'ground'>): string {
	if (cable === null && awg === null && conductors === null && ground === null) return 'cable not seen';
	const grounded = ground === null ? ', ground not known' : ground ? ' with ground' : ', no ground';
	const size = awg === null && conductors === null ? '' : `${awg ?? '?'}-${conductors ?? '?'} `;
	return `${size}${cable === null ? 'cable' : CABLE_MAKES[cable].name}${metal === 'Al' ? ' aluminum' : ''}${grounded}`;
}

/** Feet of each cable in the pieces of these states, largest wire last. */
export function takeOff(job: Job, states: readonly State[]): CableTotal[] {
	const totals = new Map<string, CableTotal>();
	for (const cable of job.cables) {
		// Two circuits in one cable: it is cut once.
		if (!states.includes(cable.state) || cable.inCableOf) continue;
		const name = cableName(cable);
		const total = totals.get(name) ?? {
			name,
			cable: cable.kind,
			awg: cable.awg,
			metal: cable.metal,
			pieces: 0,
			feet: 0,
			unmeasured: 0
		};
		total.pieces += 1;
		if (cable.lengthFt === null) total.unmeasured += 1;
		else total.feet += cable.lengthFt;
		totals.set(name, total);
	}
	return [...totals.values()].sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));
}
