import type { Reading } from '../model/known';
import { buttonsOf, readingsOf } from './reading-rows';

/** A loose tail at W-01: what follows it reads as it should. */
export const QUILLBACK_HIDDEN = [{ kind: 'hot-contact-loose', at: 'w-01', ohms: 0.42 }] as const;

/** Two circuits proved: the sink side of the counter, as predicted; the wheels' circuit, with W-01 off (its own tails). */
export const quillbackReadings = (jobId: string): Reading[] => [
	...readingsOf(
		jobId,
		[
			['K-01', 120.4, 120.4, 0, 'on on off', 1.9, 0.09],
			['K-02', 120.3, 120.3, 0, 'on on off', 2.3, 0.11]
		],
		{ day: '2026-11-02', startMinute: 9 * 60 + 10, by: 'JM', loadA: 12 }
	),
	...buttonsOf(
		jobId,
		[
			['K-01', 'gfci-own'],
			['c1', 'afci-own'],
			['c17', 'afci-own']
		],
		{ day: '2026-11-03', startMinute: 10 * 60, by: 'JM' }
	),
	...readingsOf(
		jobId,
		[
			['W-07', 120.2, 120.2, 0, 'on on off', 1.5, 0.08],
			['W-08', 120.2, 120.2, 0, 'on on off', 1.9, 0.1],
			['W-01', 120.1, 120.2, 0, 'on on off', 6.7, 0.13],
			['W-02', 120.1, 120.1, 0, 'on on off', 2.9, 0.15]
		],
		{ day: '2026-11-03', startMinute: 10 * 60 + 24, by: 'JM', loadA: 12 }
	)
];
