import type { GroundState } from '$core/run/ground-at';

/** Its claim is yes: read, and no bootleg. */
export const GROUND_READ = ['good', 'ground read'] as const;
/** How well a ground is known besides, as a mark and in words: enough to plan by is not good. */
export const GROUND_SAID = {
	proven: ['unknown', 'ground path read, a bootleg not ruled out since'],
	seen: ['unknown', 'ground wire seen, not read'],
	said: ['look', 'entered, not read'],
	none: ['advice', 'no ground'],
	unknown: ['unknown', 'not known']
} as const satisfies Record<GroundState, readonly [string, string]>;
