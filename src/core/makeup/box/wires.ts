import type { Awg } from '../../units/gauge';
import { loadKey, type End, type MakeCable, type MakeUpCase, type Net, type NetKey } from './case';
import type { Conductor } from './connectors';
import { PROTECTED, protects } from './terminals';

/** An end with what it is and what it is to meet. */
export interface ConductorEnd extends End {
	net: Net;
	key: NetKey;
	cableOf: MakeCable;
}

/** Every conductor end; those on LOAD of a device stand on another net than those on its LINE. */
export function wiresOf(c: MakeUpCase): ConductorEnd[] {
	const guard = new Map(c.devices.filter(protects).flatMap((d) => (d.load ?? []).map((id) => [id, d.id] as const)));
	return c.cables.flatMap((cable) =>
		cable.conductors.map(({ color, net }): ConductorEnd => {
			const device = guard.get(cable.id);
			const key = device && PROTECTED.includes(net) ? loadKey(net, device) : net;
			return { cable: cable.id, color, net, key, cableOf: cable };
		})
	);
}

/** Is there a ground that comes from the supply: else none may be carried on from here. @source 406.4(D)(2) */
export function hasSupplyGround(c: MakeUpCase): boolean {
	const supply = c.cables.filter((cable) => cable.toward === 'supply');
	const from = supply.length ? supply : c.cables;
	return from.some((cable) => cable.armor || cable.conductors.some((w) => w.net === 'ground'));
}
/** Some ground of the box comes in by armor or a steel raceway: the metal box is part of the ground. @source 250.118, 250.148(C) */
export const isArmored = (c: MakeUpCase): boolean => c.cables.some((cable) => cable.armor);

/** What meets in a join; none is told of where a lead is among it whose gauge nobody read. */
export function setOf(of: { ends: readonly ConductorEnd[]; tails: number; tailAwg: Awg; leads: boolean }): Conductor[] {
	if (of.leads) return [];
	return [
		...of.ends.map((w): Conductor => ({ awg: w.cableOf.awg, metal: w.cableOf.metal ?? 'Cu' })),
		...Array.from({ length: of.tails }, (): Conductor => ({ awg: of.tailAwg, metal: 'Cu' }))
	];
}
