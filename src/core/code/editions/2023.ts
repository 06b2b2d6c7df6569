import { boxes2023 } from './boxes';
import type { Edition, PlaceRow } from '../shape/edition';
import { circuits2023 } from './circuits';
import * as c from './common';
import { ground2023 } from './ground';
import { supports } from './supports';
import { panels2023 } from './panels';
import { places2023 } from './places';
import { service2023 } from './service';
import { edition2020 } from './2020';

const { ref } = c;
const alarmAnywhere = c.alarm('210.8(A)');
// An alarm's supply is let off in any of these places.
const A = (...[n, title, because, when, except = []]: Parameters<typeof c.placeRow>): PlaceRow =>
	c.placeRow(n, title, because, when, [...except, alarmAnywhere]);
const toGround150 = { maxVoltsToGround: 150 };
const OUTLETS_OF_F = [...c.OUTSIDE, 'garage', 'accessory', 'boathouse'] as const;

export const edition2023: Edition = {
	...edition2020,
	key: '2023',
	places: places2023,
	service: service2023,
	controlled: { rule: ref('406.3(F)', 'Receptacles that a timer or sensor switches are marked', 'check'), text: 'Controlled' },
	tubZone: {
		rule: ref('406.9(C)', 'No receptacle within 3 ft of a tub or shower; exceptions', 'check'),
		acrossIn: 36,
		upIn: 96,
		bidet: true
	},
	ground: ground2023,
	boxes: boxes2023,
	supports,
	circuits: circuits2023,
	panels: panels2023,
	breakers: {
		...c.breakers,
		onRequest: [{ amps: 10, rule: ref('210.18', '10 A circuits: lighting and exhaust fans, no receptacles'), receptacles: false }]
	},
	cordShare: { rule: ref('210.23(B)(1)', 'Cord-and-plug equipment: 80 percent'), share: 0.8 },
	leastConductor: { rule: ref('210.19(D)', 'Least branch-circuit conductor'), Cu: '14', Al: '12' },
	range: { ...c.rangeTable, least: ref('210.19(C)', 'Ranges of 8 3/4 kW or more: at least 40 A') },
	gfci: {
		receptacle: edition2020.gfci.receptacle,
		places: [
			A(1, 'GFCI: bathrooms', 'a receptacle in a bathroom', { rooms: ['bathroom'] }),
			A(2, 'GFCI: garages and accessory buildings', 'a receptacle in a garage or accessory building', {
				rooms: ['garage', 'accessory']
			}),
			A(3, 'GFCI: outdoors', 'a receptacle outdoors', { rooms: c.OUTSIDE }, [c.deicing('210.8(A)(3)')]),
			A(4, 'GFCI: crawl spaces', 'a receptacle in a crawl space', { rooms: ['crawl-space'] }),
			A(5, 'GFCI: basements', 'a receptacle in a basement, finished or not', { rooms: ['basement'] }),
			A(6, 'GFCI: kitchens', 'every receptacle in a kitchen', { rooms: ['kitchen'] }),
			A(7, 'GFCI: areas for preparing food or drink', 'an area with a sink and permanent provision for preparing food or drink', {
				foodPrep: true
			}),
			A(8, 'GFCI: within 6 ft of a sink', 'within 6 ft of a sink', { withinFt: { of: 'sink', ft: 6 } }),
			A(9, 'GFCI: boathouses', 'a receptacle in a boathouse', { rooms: ['boathouse'] }),
			A(10, 'GFCI: within 6 ft of a tub or shower', 'within 6 ft of a tub or shower', { withinFt: { of: 'tub', ft: 6 } }),
			A(11, 'GFCI: laundry areas', 'a receptacle in a laundry area', { rooms: ['laundry'] }),
			A(12, 'GFCI: indoor damp and wet places', 'an indoor damp or wet place', { notRooms: c.OUTSIDE, dampness: ['damp', 'wet'] })
		],
		outlets: [
			{
				rule: ref('210.8(D)', 'GFCI: specific appliances'),
				because:
					'a dishwasher, sump pump, range, wall oven, cooktop, dryer or microwave outlet, cord or hard-wired, 60 A or less',
				when: {
					serves: ['dishwasher', 'sump-pump', 'range', 'wall-oven', 'cooktop', 'dryer', 'microwave'],
					what: ['receptacle', 'hard-wired'],
					maxAmps: 60,
					...toGround150
				}
			},
			c.crawlLight('210.8(C)'),
			c.servicing,
			{
				rule: ref('210.8(F)', 'GFCI: outdoor outlets, and hard-wired ones in garages and accessory buildings'),
				because: 'an outlet outdoors, or hard-wired in a garage, accessory building or boathouse, 50 A or less',
				when: { what: ['hard-wired'], rooms: OUTLETS_OF_F, maxAmps: 50, ...toGround150 },
				except: [
					c.deicing('210.8(F)'),
					{
						when: { serves: ['hvac'] },
						because: 'listed heating and cooling equipment under a permit before 2026-09-01',
						rule: ref('210.8(F)', 'Exception: heating and cooling equipment until 2026-09-01'),
						beforePermit: '2026-09-01'
					}
				]
			},
			c.evReceptacle,
			...c.byOwnArticle
		],
		access: ref('210.8', 'GFCI in a readily accessible place'),
		cordThroughDoors: true,
		replacement: c.replacementGfci
	},
	afci: {
		...edition2020.afci,
		minAmps: 10,
		rule: ref('210.12(B)', 'AFCI in dwelling rooms'),
		extension: ref('210.12(E)', 'AFCI when a circuit is modified or extended')
	}
};
