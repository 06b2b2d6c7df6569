import type { BoxesTable } from '../shape/boxes';
import { HABITABLE, ref } from './common';

/** Boxes: 2017, and what later editions changed. */
export const boxes2017: BoxesTable = {
	conductor: {
		rule: ref('314.16(B)(1)', 'Box fill: conductors'),
		volumes: { '18': 1.5, '16': 1.75, '14': 2, '12': 2.25, '10': 2.5, '8': 3, '6': 5 }
	},
	clamps: ref('314.16(B)(2)', 'Box fill: clamps inside, one in all'),
	fittings: ref('314.16(B)(3)', 'Box fill: support fittings, one for each kind'),
	terminalBlock: null,
	pullBox: {
		rule: ref('314.28(A)', 'Boxes with conductors of 4 AWG and larger: by their raceways'),
		straight: 8,
		angle: 6
	},
	yoke: { rule: ref('314.16(B)(4)', 'Box fill: two for each yoke, and gang'), perGang: 2 },
	grounds: { rule: ref('314.16(B)(5)', 'Box fill: equipment grounds'), upTo: Infinity, eachMore: 0 },
	depth: { rule: ref('314.24', 'Depth of a box behind its device'), fromIn: 1.875, moreIn: 0.25 },
	nonmetallic: ref('314.3', 'Metal raceway or armor into a nonmetallic box: bonded'),
	inRaceway: ref('300.3(A)', 'Single conductors only in a raceway'),
	makeUp: {
		grounds: ref('250.148', 'All grounds of a box are joined, and stay so without its device'),
		neutralAtSwitch: ref('404.2(C)', 'A neutral at switches for lights'),
		splices: ref('110.14(B)', 'Splices: connectors listed for the set'),
		aluminum: ref('110.14', 'Aluminum and copper: only with a connector listed for both'),
		listed: ref('110.3(B)', 'A device is installed as it is listed'),
		multiwire: ref('300.13(B)', 'The neutral of a multiwire circuit does not go through a device'),
		oneNeutral: ref('200.4(A)', 'A neutral serves one circuit, and lies with its hots'),
		bonded: ref('250.148(C)', 'A metal box is bonded to its grounds'),
		deviceGround: ref('406.4(C)', 'The ground terminal of a receptacle is grounded')
	},
	neutralRooms: [...HABITABLE, 'bathroom', 'hallway', 'foyer'],
	common: [12.5, 14, 18, 20, 22.5, 34, 42]
};
export const boxes2020: BoxesTable = {
	...boxes2017,
	grounds: { ...boxes2017.grounds, upTo: 4, eachMore: 0.25 }
};
export const boxes2023: BoxesTable = {
	...boxes2020,
	terminalBlock: ref('314.16(B)(6)', 'Box fill: a terminal block, one', 'check')
};
