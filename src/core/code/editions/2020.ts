import type { Edition } from '../shape/edition';
import { appliances2020 } from './appliances';
import { boxes2020 } from './boxes';
import { ground2017 } from './ground';
import { supports } from './supports';
import { raceways } from './raceways';
import { circuits2020 } from './circuits';
import * as c from './common';
import { panels2020 } from './panels';
import { places2020 } from './places';
import { service2020 } from './service';
import { edition2017 } from './2017';

const { ref } = c;
const A = c.placeRow;
const basements = A(5, 'GFCI: basements', 'a receptacle in a basement, finished or not', { rooms: ['basement'] }, [
	c.alarm('210.8(A)(5)')
]);
const toGround150 = { maxVoltsToGround: 150 };

export const edition2020: Edition = {
	...edition2017,
	key: '2020',
	places: places2020,
	service: service2020,
	tubZone: { rule: ref('406.9(C)', 'No receptacle within 3 ft of a tub or shower'), acrossIn: 36, upIn: 96, bidet: false },
	circuits: circuits2020,
	appliances: appliances2020,
	boxes: boxes2020,
	ground: ground2017,
	supports,
	raceways,
	panels: panels2020,
	walls: {
		...edition2017.walls,
		breaks: [...edition2017.walls.breaks, 'stationary-appliance'],
		checkBreaks: ['counter', 'stationary-appliance']
	},
	ampacity: { rule: ref('310.16', 'Ampacity, Table 310.16'), rows: c.AMPACITY },
	ambient: { rule: ref('310.15(B)(1)', 'Ambient temperature correction'), rows: c.AMBIENT },
	bundling: { rule: ref('310.15(C)(1)', 'More than three current-carrying conductors'), rows: c.BUNDLING },
	loads: c.loads({
		fixedHeat: ref('424.4', 'Fixed electric heat: continuous'),
		ev: ref('625.42', 'Vehicle charging: continuous')
	}),
	gfci: {
		receptacle: {
			rule: ref('210.8(A)', 'GFCI at dwelling receptacles, 125 V to 250 V'),
			maxVolts: 250,
			...toGround150
		},
		// As in 2017, but for basements finished or not, and for indoor damp and wet places.
		places: [
			...edition2017.gfci.places.map((row) => (row.rule.section === basements.rule.section ? basements : row)),
			A(11, 'GFCI: indoor damp and wet places', 'an indoor damp or wet place', { notRooms: c.OUTSIDE, dampness: ['damp', 'wet'] })
		],
		outlets: [
			{
				rule: ref('210.8(D)', 'GFCI: dishwasher (422.5(A))'),
				because: 'an outlet for a dishwasher, unless the protection is built into it or its cord',
				when: { serves: ['dishwasher'], what: ['receptacle', 'hard-wired'], ...toGround150 }
			},
			{
				rule: ref('422.5(A)', 'GFCI: sump pump'),
				because: 'an outlet for a sump pump',
				when: { serves: ['sump-pump'], what: ['receptacle', 'hard-wired'], ...toGround150 }
			},
			c.crawlLight('210.8(C)'),
			c.servicing,
			{
				rule: ref('210.8(F)', 'GFCI: outdoor outlets of heating and cooling equipment', 'check'),
				because: 'an outdoor outlet of heating or cooling equipment, 50 A or less',
				when: { what: ['hard-wired'], rooms: c.OUTSIDE, serves: ['hvac'], maxAmps: 50, ...toGround150 }
			},
			{
				rule: ref('210.8(F)', 'GFCI: outdoor outlets'),
				because: 'an outdoor outlet other than a receptacle or a light, 50 A or less',
				when: { what: ['hard-wired'], rooms: c.OUTSIDE, maxAmps: 50, ...toGround150 },
				except: [
					c.deicing('210.8(F)'),
					{
						when: { serves: ['hvac'] },
						because: 'treated as heating or cooling equipment',
						rule: ref('210.8(F)', 'Heating and cooling equipment')
					}
				]
			},
			c.evReceptacle,
			...c.byOwnArticle
		],
		access: ref('210.8', 'GFCI in a readily accessible place'),
		cordThroughDoors: true,
		replacement: c.replacementGfci
	}
};
