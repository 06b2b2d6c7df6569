import type { SeenField } from './cable-ends';
import type { CableKind, Raceway } from './kinds';

/** What a cable or a raceway is made of: the same whatever edition is read. Where each may be is in the editions. */
interface CableMake {
	/** As a list and a sentence name it. */
	name: string;
	/** One sheath or armor; conductors by themselves in a raceway; wires on knobs. */
	made: 'sheathed' | 'conductors' | 'open';
	/** What can be its equipment ground: a wire in its sheath, its armor, nothing, or a wire that is pulled beside it. */
	ground: 'wire' | 'armor' | 'none' | 'beside';
	/** Found in old houses, never put in anew. */
	old?: true;
}

/** @source 250.118, 320.108, facts of the cable kinds found in dwellings */
export const CABLE_MAKES: Readonly<Record<CableKind, CableMake>> = {
	'NM-B': { name: 'NM-B', made: 'sheathed', ground: 'wire' },
	'UF-B': { name: 'UF-B', made: 'sheathed', ground: 'wire' },
	MC: { name: 'MC', made: 'sheathed', ground: 'wire' },
	AC: { name: 'AC with bonding strip', made: 'sheathed', ground: 'armor' },
	SER: { name: 'SER', made: 'sheathed', ground: 'wire' },
	SEU: { name: 'SEU', made: 'sheathed', ground: 'wire' },
	'USE-2': { name: 'USE-2', made: 'conductors', ground: 'beside' },
	THHN: { name: 'THHN', made: 'conductors', ground: 'beside' },
	'THWN-2': { name: 'THWN-2', made: 'conductors', ground: 'beside' },
	'XHHW-2': { name: 'XHHW-2', made: 'conductors', ground: 'beside' },
	NM: { name: 'old NM', made: 'sheathed', ground: 'wire', old: true },
	TW: { name: 'TW', made: 'conductors', ground: 'beside', old: true },
	'two-wire': { name: 'two-wire', made: 'sheathed', ground: 'none', old: true },
	'old-AC': { name: 'old armored', made: 'sheathed', ground: 'none', old: true },
	'knob-and-tube': { name: 'knob and tube', made: 'open', ground: 'none', old: true }
};

interface RacewayMake {
	name: string;
	/** Itself an equipment ground: always, within limits of length and breaker, or never. @source 250.118 */
	ground: 'yes' | 'short' | 'no';
}
export const RACEWAY_MAKES: Readonly<Record<Raceway, RacewayMake>> = {
	EMT: { name: 'EMT', ground: 'yes' },
	RMC: { name: 'rigid metal conduit', ground: 'yes' },
	IMC: { name: 'intermediate metal conduit', ground: 'yes' },
	'PVC-40': { name: 'PVC schedule 40', ground: 'no' },
	'PVC-80': { name: 'PVC schedule 80', ground: 'no' },
	RTRC: { name: 'RTRC', ground: 'no' },
	'RTRC-XW': { name: 'RTRC-XW', ground: 'no' },
	FMC: { name: 'flexible metal conduit', ground: 'short' },
	LFMC: { name: 'liquidtight flexible metal conduit', ground: 'short' },
	LFNC: { name: 'liquidtight nonmetallic conduit', ground: 'no' }
};

/** Its sheath or armor carries no equipment ground, whatever else is said of it. @source 250.118, 320.108 */
export const groundless = (cable: CableKind | null): boolean => cable !== null && CABLE_MAKES[cable].ground === 'none';

/** Conductors by themselves, which lie in a raceway: their ground is one of them. */
export const inRaceway = (cable: CableKind | null): boolean => cable !== null && CABLE_MAKES[cable].made === 'conductors';

/** A raceway of which every part is metal, arc-fault rules and grounds read this. @source 210.12(A), 250.118 */
export const isMetalRaceway = (raceway: Raceway | undefined): boolean =>
	raceway !== undefined && RACEWAY_MAKES[raceway].ground !== 'no';

/** Kinds that may be chosen: all for what is found, those still made for what is new. */
export const cablesFor = (state: 'found' | 'planned' | 'built'): CableKind[] =>
	(Object.keys(CABLE_MAKES) as CableKind[]).filter((c) => state === 'found' || !CABLE_MAKES[c].old);

/** What was seen or entered of a cable, in words. @example seenWords('awg', '12') -> '12 AWG' */
export const seenWords = (field: SeenField, value: unknown): string => WORDS[field](value);
const WORDS: Readonly<Record<SeenField, (value: unknown) => string>> = {
	kind: (v) => CABLE_MAKES[v as CableKind].name,
	awg: (v) => `${String(v)} AWG`,
	metal: (v) => (v === 'Al' ? 'aluminum' : 'copper'),
	conductors: (v) => `${String(v)} conductors`,
	ground: (v) => (v === true ? 'with a ground' : 'without a ground')
};
