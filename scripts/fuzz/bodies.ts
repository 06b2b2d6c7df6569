import { DEMOS } from '../../src/core/demo';

/** A lawful body for each route, from which the unlawful ones are made. */
const run = {
	source: { volts: 120, ohmsPerLeg: 0.03 },
	boxes: [
		{ id: 'b1', from: 'panel', awg: '12', metal: 'Cu', lengthFt: 40, ground: true, loadWatts: 0 },
		{ id: 'b2', from: 'b1', awg: '12', metal: 'Cu', lengthFt: 12, ground: true, loadWatts: 100 },
		{ id: 'b3', from: 'b1', awg: '14', metal: 'Cu', lengthFt: 30, ground: false }
	],
	terminationOhms: 0.002,
	conductorC: 25,
	faults: [{ kind: 'loose-neutral', at: 'b2', ohms: 0.5 }],
	gfciAt: ['b1']
};
/** The water heater and the bedroom of the contract. */
export const HEATER = {
	edition: '2023',
	load: { kind: 'water-heater', watts: 5500, volts: 240 },
	wiring: { cable: 'NM-B', metal: 'Cu', lengthFt: 45, ambientC: 30, currentCarrying: 2, terminalC: 60 },
	outlets: { kind: 'hard-wired', count: 1 },
	limits: { dropPercent: 3 }
};
export const BEDROOM = {
	edition: '2023',
	roomKind: 'bedroom',
	outline: [
		[0, 0],
		[144, 0],
		[144, 120],
		[0, 120]
	],
	breaks: [{ wall: 0, from: 12, to: 44, kind: 'door' }],
	receptacles: [{ wall: 2, at: 72 }],
	studs: { spacing: 16, offset: 0 }
};
export const BODIES: Readonly<Record<string, unknown>> = {
	size: { ...HEATER, breakerA: 30 },
	'layout/walls': BEDROOM,
	'layout/counters': {
		edition: '2020',
		counters: [
			{ id: 'north', length: 130, breaks: [{ from: 50, to: 80, kind: 'sink', behind: 4, corner: false }], receptacles: [20] }
		],
		islands: [{ id: 'p1', kind: 'peninsula', length: 72, width: 36, receptacles: [{ fromOuterEnd: 18 }] }]
	},
	protect: {
		edition: '2023',
		permitDate: '2026-10-12',
		dwelling: 'one-family',
		outlets: [
			{ id: 'a', what: 'receptacle', room: 'kitchen', serves: 'countertop', volts: 120, amps: 20, sinkFt: 3 },
			{
				id: 'b',
				what: 'receptacle',
				room: 'bedroom',
				volts: 120,
				amps: 15,
				replacement: { groundInBox: false, method: 'gfci-here' }
			}
		],
		amendments: [{ section: '210.8(F)', change: 'off', reference: 'Ordinance 26-114', until: '2027-01-01' }]
	},
	'box-fill': {
		edition: '2020',
		volumeCuIn: 18,
		conductors: [
			{ awg: '12', count: 4, role: 'ends' },
			{ awg: '12', count: 2, role: 'ground' }
		],
		internalClamps: true,
		supportFittings: 0,
		yokes: [{ awg: '12', gangs: 1 }]
	},
	'service-load': {
		edition: '2023',
		method: 'optional',
		areaSqFt: 1310,
		smallApplianceCircuits: 2,
		laundryCircuits: 1,
		appliances: [
			{ name: 'range', kind: 'range', va: 12000 },
			{ name: 'heat', kind: 'heating', va: 9600, units: 4 }
		]
	},
	network: {
		...run,
		read: [
			{ box: 'b2', instrument: 'voltmeter' },
			{ box: 'b3', instrument: 'lamps' },
			{ box: 'b2', instrument: 'analyzer', loadA: 15 },
			{ box: 'b1', instrument: 'shell-touch' }
		]
	},
	assess: DEMOS['marrow-street']?.()
};
