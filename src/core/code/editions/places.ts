import type { PlacesTable } from '../shape/places';
import { HABITABLE, PANTRY_KIND, ref } from './common';

/** 210.52 and its neighbors as 2017 has them, and what later editions changed. Lengths in inches. */

const area = (nearOuterEndIn: number | null, title: string) => ({
	by: 'area' as const,
	rule: ref('210.52(C)(2)', title),
	firstSqFt: 9,
	furtherSqFt: 18,
	nearOuterEndIn
});
const bySize = (section: string, title: string) => ({
	by: 'size' as const,
	rule: ref(section, title),
	longIn: 24,
	shortIn: 12,
	behindIn: 12,
	parts: ref('210.52(C)(4)', 'A sink, range or cooktop makes two spaces of one top', 'check')
});
const outdoors = ref('210.52(E)(1)', 'Outdoors: front and back, one- and two-family');

export const places2017: PlacesTable = {
	counters: {
		rule: ref('210.52(C)(1)', 'Wall counters: no point more than 2 ft from a receptacle'),
		parts: ref('210.52(C)(4)', 'What divides counter spaces'),
		location: ref('210.52(C)(5)', 'Where a countertop receptacle may be'),
		rooms: PANTRY_KIND,
		leastIn: 12,
		reachIn: 24,
		behindIn: 12,
		behindCornerIn: 18,
		aboveTopIn: 20,
		topIn: 36
	},
	island: bySize('210.52(C)(2)', 'Island counter'),
	peninsula: bySize('210.52(C)(3)', 'Peninsular counter'),
	islandPlace: { rule: ref('210.52(C)(5)', 'Where a countertop receptacle may be'), aboveTopIn: 20, belowTopIn: 12 },
	bathroom: {
		rule: ref('210.52(D)', 'Bathroom: within 3 ft of each basin'),
		rooms: ['bathroom'],
		withinIn: 36,
		belowTopIn: 12,
		topIn: 34
	},
	outdoors: {
		'one-family': { rule: outdoors, sides: ['front', 'back'] },
		'two-family': { rule: outdoors, sides: ['front', 'back'] },
		multifamily: { rule: ref('210.52(E)(2)', 'Outdoors: ground-level unit of a multifamily building'), sides: 'any' },
		aboveGradeIn: 78
	},
	balcony: {
		rule: ref('210.52(E)(3)', 'Balconies, decks and porches, attached and entered from inside'),
		withinIn: null,
		aboveIn: 78
	},
	laundry: { rule: ref('210.52(F)', 'Laundry areas') },
	garage: {
		rule: ref('210.52(G)(1)', 'Garages: one in each vehicle bay'),
		dwellings: ['one-family'],
		maxHeightIn: 66,
		vehicleDoorIn: 84
	},
	accessory: { rule: ref('210.52(G)(2)', 'Accessory buildings with power'), dwellings: ['one-family'] },
	basement: { rule: ref('210.52(G)(3)', 'Basements: each unfinished part') },
	hallway: { rule: ref('210.52(H)', 'Hallways of 10 ft or more'), leastIn: 120 },
	foyer: { rule: ref('210.52(I)', 'Foyers over 60 sq ft: each wall space of 3 ft'), overSqFt: 60, leastIn: 36 },
	equipment: { rule: ref('210.63', 'Heating, cooling and refrigeration equipment: a receptacle within 25 ft'), withinIn: 300 },
	panelRoom: null,
	appliance: { rule: ref('210.50(C)', 'Receptacle of a specific appliance: within 6 ft'), withinIn: 72 },
	workingSpace: { rule: ref('110.26(A)', 'Working space at a panel'), widthIn: 30, depthIn: 36 },
	heaterBelow: ref('424.9', 'Receptacles above a baseboard heater: its instructions'),
	heaterCircuit: ref('210.52', 'Receptacles of a baseboard heater: not from its own circuit'),
	faceUp: { rule: ref('406.5(E)', 'Receptacles face up in counters: listed assemblies only'), belowSink: null },
	lighting: {
		rooms: ref('210.70(A)(1)', 'A switched light in habitable rooms, kitchens and bathrooms'),
		hallways: ref('210.70(A)(2)', 'A switched light in hallways'),
		stairs: ref('210.70(A)(2)', 'A switched light at stairs'),
		garages: ref('210.70(A)(2)', 'A switched light in garages'),
		entrances: ref('210.70(A)(2)', 'A switched light at each outdoor entrance'),
		storage: ref('210.70(A)(3)', 'A light in spaces for storage or equipment', 'check'),
		habitable: HABITABLE,
		lightOnly: ['kitchen', 'bathroom'],
		storageRooms: ['attic', 'crawl-space', 'basement'],
		risersForTwo: 6
	}
};

const both = { rule: ref('210.52(C)(3)', 'Where a countertop receptacle may be') };
export const places2020: PlacesTable = {
	...places2017,
	counters: {
		...places2017.counters,
		parts: ref('210.52(C)(1)', 'What divides counter spaces'),
		location: both.rule
	},
	island: area(null, 'Island counter, by its area'),
	peninsula: area(24, 'Peninsular counter, by its area; one within 2 ft of the outer end'),
	islandPlace: { ...places2017.islandPlace, ...both },
	balcony: {
		rule: ref('210.52(E)(3)', 'Balconies, decks and porches within 4 in of the dwelling'),
		withinIn: 4,
		aboveIn: 78
	},
	garage: { ...places2017.garage, dwellings: ['one-family', 'two-family', 'multifamily'] },
	accessory: { ...places2017.accessory, dwellings: ['one-family', 'two-family', 'multifamily'] },
	equipment: {
		...places2017.equipment,
		rule: ref('210.63(A)', 'Heating, cooling and refrigeration equipment: a receptacle within 25 ft')
	},
	panelRoom: { rule: ref('210.63(B)', 'Indoor service equipment and panels: a receptacle within 25 ft', 'check'), withinIn: 300 },
	faceUp: { ...places2017.faceUp, belowSink: ref('406.5(G)', 'None face up below a sink', 'check') },
	lighting: {
		...places2017.lighting,
		storage: ref('210.70(C)', 'A light in spaces for storage or equipment', 'check')
	}
};

const provision = {
	by: 'provision' as const,
	rule: ref('210.52(C)(2)', 'Islands and peninsulas: none required; provide for adding one')
};
export const places2023: PlacesTable = {
	...places2020,
	island: provision,
	peninsula: provision,
	islandPlace: { ...places2020.islandPlace, belowTopIn: null }
};
