import type { Edition } from '../shape/edition';
import { appliances2017 } from './appliances';
import { boxes2017 } from './boxes';
import { ground2017 } from './ground';
import { supports2017 } from './supports';
import { raceways } from './raceways';
import { circuits2017 } from './circuits';
import * as c from './common';
import { panels2017 } from './panels';
import { places2017 } from './places';
import { service2017 } from './service';

const { ref } = c;
const A = c.placeRow;

export const edition2017: Edition = {
	key: '2017',
	places: places2017,
	service: service2017,
	circuits: circuits2017,
	appliances: appliances2017,
	boxes: boxes2017,
	ground: ground2017,
	supports: supports2017,
	raceways,
	panels: panels2017,
	walls: {
		...c.wallsRule,
		breaks: ['door', 'opening', 'fireplace', 'fixed-cabinet', 'counter', 'sliding-panel'],
		checkBreaks: ['counter']
	},
	breakers: c.breakers,
	continuous: c.continuous,
	cordShare: { rule: ref('210.23(A)(1)', 'Cord-and-plug equipment: 80 percent'), share: 0.8 },
	receptacleCircuits: c.receptacleCircuits,
	receptacleForms: c.receptacleForms,
	smallConductor: c.smallConductor,
	colors: c.colors,
	leastConductor: { rule: ref('210.19(A)(4)', 'Least branch-circuit conductor'), Cu: '14', Al: '12' },
	nextSizeUp: c.nextSizeUp,
	ampacity: { rule: ref('310.15(B)(16)', 'Ampacity, Table 310.15(B)(16)'), rows: c.AMPACITY },
	ambient: { rule: ref('310.15(B)(2)', 'Ambient temperature correction'), rows: c.AMBIENT },
	bundling: { rule: ref('310.15(B)(3)(a)', 'More than three current-carrying conductors'), rows: c.BUNDLING },
	cables: c.cables,
	terminals: c.terminals,
	resistance: c.resistance,
	grounding: c.grounding,
	drop: c.drop,
	loads: c.loads({
		fixedHeat: ref('424.3', 'Fixed electric heat: continuous'),
		ev: ref('625.41', 'Vehicle charging: continuous')
	}),
	range: { ...c.rangeTable, least: ref('210.19(A)(3)', 'Ranges of 8 3/4 kW or more: at least 40 A') },
	gfci: {
		receptacle: { rule: ref('210.8(A)', 'GFCI at dwelling receptacles'), maxAmps: 20, maxVolts: 125 },
		places: [
			A(1, 'GFCI: bathrooms', 'a receptacle in a bathroom', { rooms: ['bathroom'] }),
			A(2, 'GFCI: garages and accessory buildings', 'a receptacle in a garage or accessory building', {
				rooms: ['garage', 'accessory']
			}),
			A(3, 'GFCI: outdoors', 'a receptacle outdoors', { rooms: c.OUTSIDE }, [c.deicing('210.8(A)(3)')]),
			A(4, 'GFCI: crawl spaces', 'a receptacle in a crawl space', { rooms: ['crawl-space'] }),
			A(
				5,
				'GFCI: unfinished basements',
				'a receptacle in an unfinished part of a basement',
				{ rooms: ['basement'], finished: false },
				[c.alarm('210.8(A)(5)')]
			),
			A(6, 'GFCI: kitchen countertops', 'a kitchen receptacle that serves the countertop', {
				rooms: ['kitchen'],
				serves: ['countertop']
			}),
			A(7, 'GFCI: within 6 ft of a sink', 'within 6 ft of a sink', { withinFt: { of: 'sink', ft: 6 } }),
			A(8, 'GFCI: boathouses', 'a receptacle in a boathouse', { rooms: ['boathouse'] }),
			A(9, 'GFCI: within 6 ft of a tub or shower', 'within 6 ft of a tub or shower', { withinFt: { of: 'tub', ft: 6 } }),
			A(10, 'GFCI: laundry areas', 'a receptacle in a laundry area', { rooms: ['laundry'] })
		],
		outlets: [
			{
				rule: ref('210.8(D)', 'GFCI: dishwasher'),
				because: 'an outlet for a dishwasher, hard-wired or with a cord',
				when: { serves: ['dishwasher'], what: ['receptacle', 'hard-wired'] }
			},
			c.crawlLight('210.8(E)'),
			c.evReceptacle,
			...c.byOwnArticle
		],
		access: ref('210.8', 'GFCI in a readily accessible place'),
		cordThroughDoors: false,
		replacement: c.replacementGfci
	},
	afci: {
		rule: ref('210.12(A)', 'AFCI in dwelling rooms'),
		extension: ref('210.12(D)', 'AFCI when a circuit is modified or extended'),
		replacement: c.replacementAfci,
		minAmps: 15,
		maxAmps: 20,
		maxVolts: 125,
		rooms: c.AFCI_ROOMS,
		checkRooms: c.AFCI_CHECK_ROOMS,
		extensionFt: 6,
		homeRunFt: { '14': 50, '12': 70 }
	},
	tamper: c.tamper,
	weather: c.weather,
	tubZone: { rule: ref('406.9(C)', 'No receptacle within or over a tub or shower'), acrossIn: 0, upIn: 96, bidet: false },
	dimmers: c.dimmers,
	controlled: { rule: ref('406.3(E)', 'Receptacles that a timer or sensor switches are marked'), text: 'Controlled' },
	replacing: c.replacing
};
