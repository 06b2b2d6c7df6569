import type { Reading } from '../model/known';
import { readingsOf } from './reading-rows';

/**
 * The page from the service call, read with the faults of `MARROW_HIDDEN` in the walls: drops jump at SW-02, where
 * the neutral joint is; SW-04's lamps say wired right, for its ground contact is joined to neutral.
 */
export const marrowReadings = (jobId: string): Reading[] =>
	readingsOf(
		jobId,
		[
			['BD-01', 119.8, 1.2, 0.9, 'on off off', 2.5],
			['BD-02', 119.7, 1.4, 1.0, 'on off off', 3.4],
			['SW-01', 119.7, 2.1, 1.6, 'on off off', 5.9],
			['SW-02', 119.6, 2.0, 1.5, 'on off off', 12.8],
			['SW-03', 119.6, 2.2, 1.7, 'on off off', 13.5],
			['SW-04', 119.6, 119.6, 0, 'on on off', 14.2]
		],
		{ day: '2026-10-22', startMinute: 15 * 60 + 5, by: 'RV', loadA: 12 }
	);
