import type { BurialTable } from '../shape/ground';
import { ref } from './common';

/** Cover underground: 2017 and 2020, and what 2023 changed. @source Table 300.5, in 2023 Table 300.5(A) */
export const ground2017: BurialTable = {
	rule: ref('Table 300.5', 'Least cover underground'),
	cover: {
		general: [24, 6, 18, 12, 6],
		'under-2in-concrete': [18, 6, 12, 6, 6],
		'under-building': [0, 0, 0, 0, 0],
		'slab-4in-no-vehicles': [18, 4, 4, 6, 6],
		street: [24, 24, 24, 24, 24],
		'dwelling-driveway': [18, 18, 18, 12, 18]
	},
	racewayCover: { 'slab-4in-no-vehicles': [4, 4] },
	column: { 'direct-burial': 1, rigid: 2, intermediate: 2, pvc: 3, emt: 3 },
	unnamed: ['emt'],
	small: { maxVolts: 120, maxAmps: 20 },
	low: { maxVolts: 30 },
	underBuilding: ref('300.5(C)', 'Cable under a building is in a raceway'),
	riser: { rule: ref('300.5(D)(1)', 'Protected where it comes up out of the ground'), fromIn: 18, toFt: 8, raceways: false },
	corrosion: {
		any: ref('300.6', 'Metal in the ground: protected from corrosion'),
		emt: ref('358.10(B)', 'EMT in the ground or in concrete: protected from corrosion')
	},
	ribbon: { rule: ref('300.5(D)(3)', 'Warning ribbon over service conductors'), fromIn: 18, aboveIn: 12, inRaceway: false },
	damage: { rule: ref('300.5(D)(4)', 'Protected where damage is likely'), by: 'RMC, IMC, schedule 80 PVC or RTRC-XW' }
};
export const ground2023: BurialTable = {
	...ground2017,
	rule: ref('Table 300.5(A)', 'Least cover underground'),
	unnamed: [],
	riser: {
		...ground2017.riser,
		rule: ref('300.5(D)(1)', 'Protected where it comes up out of the ground', 'check'),
		raceways: true
	},
	ribbon: { ...ground2017.ribbon, inRaceway: true },
	damage: {
		rule: ref('300.5(D)(4)', 'Protected where damage is likely', 'check'),
		by: 'RMC, IMC, EMT, schedule 80 PVC or RTRC-XW'
	}
};
