import type { GroundState } from '$core/run/ground-at';

/** How well a ground is known, as a mark and in words. */
export const GROUND_SAID = {
	proven: ['good', 'ground proven'],
	seen: ['good', 'ground seen'],
	said: ['look', 'entered, not proven'],
	none: ['violation', 'no ground'],
	unknown: ['unknown', 'not known']
} as const satisfies Record<GroundState, readonly [string, string]>;
