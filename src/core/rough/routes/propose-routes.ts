import type { RuledJob } from '../../code/ruled-job';
import type { Route } from '../../model/job';
import { ifKnown } from '../../model/known';
import { proposeRoute, routeLength } from './route';

export interface RouteRow {
	cableId: string;
	route: Route;
	lengthFt: number;
}
/**
 * Ways for the planned cables that have none, with their lengths. What was built or found, or what somebody laid, stands.
 * @param circuitId of one circuit; null: of all  @returns rows, and how many cables have an end without a place
 */
export function proposeRoutes(ruled: RuledJob, circuitId: string | null): { rows: RouteRow[]; unplaced: number } {
	const rows: RouteRow[] = [];
	let unplaced = 0;
	for (const cable of ruled.job.cables) {
		if (cable.state !== 'planned' || cable.route || cable.inCableOf || (circuitId !== null && cable.circuitId !== circuitId))
			continue;
		const route = ifKnown(() => proposeRoute(ruled, cable));
		const length = route && routeLength(ruled, { ...cable, route });
		if (route && length) rows.push({ cableId: cable.id, route, lengthFt: length.feet });
		else unplaced += 1;
	}
	return { rows, unplaced };
}
