import { CABLES, type Cable } from '$core/model/kinds';

/** Cables as a list names them. */
export const CABLE_WORDS: Readonly<Record<Cable, string>> = {
	'NM-B': 'NM-B',
	'UF-B': 'UF-B',
	THHN: 'THHN',
	'two-wire': 'two-wire, old',
	'old-AC': 'armored, old'
};
export const CABLE_OPTIONS = CABLES.map((value) => ({ value, name: CABLE_WORDS[value] }));
