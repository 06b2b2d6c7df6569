import type { Article } from '../requirement';
import { workingSpace } from './110-26-a-working-space';
import { appliances } from './210-50-c-appliances';
import { walls } from './210-52-a-walls';
import { islands, peninsulas, wallCounters } from './210-52-c-counters';
import { bathrooms } from './210-52-d-bathrooms';
import { balconies, frontAndBack } from './210-52-e-outdoors';
import { laundry } from './210-52-f-laundry';
import { accessoryBuildings, basements, garages } from './210-52-g-garages';
import { foyers, hallways } from './210-52-h-i-hallways-foyers';
import { equipment, panelRooms } from './210-63-equipment';
import { faceUp } from './406-5-face-up';
import { entranceLights, garageLights, hallwayLights, roomLights, stairLights, storageLights } from './210-70-a-lighting';

/** Every article that says where an outlet must be, in the order of the book. */
export const ARTICLES: readonly Article[] = [
	workingSpace,
	appliances,
	walls,
	wallCounters,
	islands,
	peninsulas,
	bathrooms,
	frontAndBack,
	balconies,
	laundry,
	garages,
	accessoryBuildings,
	basements,
	hallways,
	foyers,
	equipment,
	panelRooms,
	roomLights,
	hallwayLights,
	stairLights,
	garageLights,
	entranceLights,
	storageLights,
	faceUp
];
