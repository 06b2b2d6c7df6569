import type { Box, Job, Panel, Room } from '../model/job';
import { indexOf } from '../model/job-index';

/** Which building a thing stands in: the house, or one that stands apart and has one supply. @source 225.30, 250.32 */

const OUTBUILDINGS: readonly Room['kind'][] = ['accessory', 'boathouse'];
/** A room of another building: its own panel or disconnect. @source 225.30 */
export const isApart = (room: Room | undefined): boolean =>
	!!room && (room.detached === true || OUTBUILDINGS.includes(room.kind));

/** The detached building that a box or panel stands in; null: the house. */
export function buildingOf(job: Job, thing: Pick<Box | Panel, 'roomId'>): Room | null {
	const room = thing.roomId ? indexOf(job).rooms.get(thing.roomId) : undefined;
	return room && isApart(room) ? room : null;
}

/** The panel that new circuits of a building hang on: its own where it has one, else that of the service. */
export function panelFor<J extends Job>(job: J, building: Room | null): J['panels'][number] | undefined {
	const panels: J['panels'][number][] = job.panels;
	const own = building && panels.find((p) => p.roomId === building.id);
	const inHouse = panels.filter((p) => !buildingOf(job, p));
	return own ?? inHouse.find((p) => p.service) ?? inHouse.find((p) => !p.feeder) ?? panels[0];
}
