import type { RuledJob } from '../../code/ruled-job';
import type { Route } from '../../model/job';
import { ifKnown } from '../../model/known';
import { proposeRoute, routeLength } from './route';

export interface RouteRow {
	legId: string;
	route: Route;
	lengthFt: number;
}
/**
 * Ways for the planned legs that have none, with their lengths. What was built or found, or what somebody laid, stands.
 * @param circuitId of one circuit; null: of all  @returns rows, and how many legs have an end without a place
 */
export function proposeRoutes(ruled: RuledJob, circuitId: string | null): { rows: RouteRow[]; unplaced: number } {
	const rows: RouteRow[] = [];
	let unplaced = 0;
	for (const leg of ruled.job.legs) {
		if (leg.state !== 'planned' || leg.route || leg.inCableOf || (circuitId !== null && leg.circuitId !== circuitId)) continue;
		const route = ifKnown(() => proposeRoute(ruled, leg));
		const length = route && routeLength(ruled, { ...leg, route });
		if (route && length) rows.push({ legId: leg.id, route, lengthFt: length.feet });
		else unplaced += 1;
	}
	return { rows, unplaced };
}
