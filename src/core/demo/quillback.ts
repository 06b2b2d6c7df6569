import type { JobFile, CircuitLoad } from '../model/known';
import { DEFAULT_PRACTICE } from '../model/practice';
import { alarm, duplex, gfci, hardWired, HouseBuilder, light, single, wallSwitch } from './house-builder';
import { quillbackReadings } from './quillback-readings';
import { quillbackRooms } from './quillback-rooms';

const load = (
	kind: CircuitLoad['kind'],
	name: string,
	watts: number | null,
	volts: 120 | 240,
	more: Partial<CircuitLoad> = {}
): CircuitLoad => ({
	kind,
	name,
	watts,
	amps: null,
	volts,
	continuous: false,
	mca: null,
	mocp: null,
	...more
});
const counterTop = { serves: 'countertop' as const, amps: 20 };
const at = (heightIn: number) => ({ heightIn });
const built = { state: 'built' as const };
/** What ends in a box outdoors comes through the wall into its back. */
const throughTheWall = { lies: 'inside' as const };

function boxes(h: HouseBuilder): void {
	// Kitchen: two counter circuits, one for the refrigerator and the walls, and the fixed appliances.
	h.box('K-01', 'kitchen', ['N', 495], [gfci({ ...counterTop, ...built })], { ...at(44), ...built });
	h.box('K-02', 'kitchen', ['N', 425], [duplex(counterTop)], { ...at(44), ...built });
	h.box('K-03', 'kitchen', ['E', 312], [gfci(counterTop)], { ...at(44), ...built });
	h.box('K-04', 'kitchen', ['E', 245], [duplex(counterTop)], { ...at(44), ...built });
	h.box('K-05', 'kitchen', ['E', 212], [duplex(counterTop)], { ...at(44), ...built });
	h.box('K-07', 'kitchen', ['E', 346], [duplex(counterTop)], { ...at(44), ...built });
	h.box('K-06', 'kitchen', ['W', 243], [duplex({ serves: 'refrigerator', amps: 20 })], at(48));
	h.box('K-08', 'kitchen', ['S', 380], [gfci({ amps: 20 })]);
	h.box('K-09', 'kitchen', ['W', 211], [duplex()]);
	h.box('K-10', 'kitchen', ['W', 276], [duplex()]);
	h.box('K-11', 'kitchen', ['W', 320], [duplex()]);
	h.box('K-12', 'kitchen', ['E', 277], [single({ serves: 'microwave', amps: 20 })], { ...at(72), inCabinet: true });
	h.box('K-13', 'kitchen', ['N', 460], [single({ serves: 'dishwasher', amps: 20 })], { ...at(18), inCabinet: true });
	h.box('K-14', 'kitchen', ['E', 282], [single({ serves: 'range', amps: 50, volts: 240, tamperResistant: false })], {
		...at(6),
		gangs: 2,
		volumeCuIn: 42
	});
	h.box('K-20', 'kitchen', ['S', 352], [wallSwitch({ controls: ['k-21'] }), wallSwitch({ controls: ['k-22'] })], {
		...at(48),
		gangs: 2,
		volumeCuIn: 34
	});
	h.box('K-21', 'kitchen', [430, 270], [light(60)], at(96));
	h.box('K-22', 'kitchen', [460, 344], [light(20, 'sink light')], at(90));
	h.box('PA-01', 'pantry', ['W', 330], [duplex()]);
	h.box('PA-02', 'pantry', [369, 325], [light(12)], at(96));
	h.box('N-01', 'nook', ['W', 145], [duplex()]);
	h.box('N-02', 'nook', ['S', 430], [duplex()]);
	h.box('N-03', 'nook', ['E', 55], [duplex()]);
	h.box('N-04', 'nook', ['E', 125], [duplex()]);
	h.box('N-10', 'nook', ['W', 52], [wallSwitch({ controls: ['n-11'] })], at(48));
	h.box('N-11', 'nook', [467, 80], [light(60)], at(96));

	h.box('L-01', 'living', ['N', 370], [duplex()]);
	h.box('L-02', 'living', ['N', 280], [duplex()]);
	h.box('L-03', 'living', ['S', 300], [duplex()]);
	h.box('L-04', 'living', ['E', 20], [duplex()]);
	h.box('L-05', 'living', ['E', 145], [duplex()]);
	h.box('L-10', 'living', ['W', 32], [wallSwitch({ controls: ['l-11'] })], at(48));
	h.box('L-11', 'living', [340, 80], [light(60)], at(96));
	h.box('E-01', 'entry', ['W', 90], [duplex()]);
	h.box('E-02', 'entry', ['E', 130], [duplex()]);
	h.box('E-03', 'entry', ['E', 25], [duplex()]);
	h.box('E-10', 'entry', ['S', 252], [wallSwitch({ controls: ['e-11'] }), wallSwitch({ controls: ['o-03'] })], {
		...at(48),
		gangs: 2,
		volumeCuIn: 34
	});
	h.box('E-11', 'entry', [227, 80], [light(40)], at(96));
	h.box('H-01', 'hall', ['S', 60], [duplex()]);
	h.box('H-10', 'hall', ['N', 240], [wallSwitch({ controls: ['h-11', 'h-12'] })], at(48));
	h.box('H-11', 'hall', [120, 180], [light(20)], at(96));
	h.box('H-12', 'hall', [270, 180], [light(20)], at(96));
	h.box('H-13', 'hall', [170, 180], [alarm()], at(96));

	h.box('B1-01', 'bed1', ['N', 40], [duplex(built)], built);
	h.box('B1-02', 'bed1', ['W', 50], [duplex(built)], built);
	h.box('B1-03', 'bed1', ['S', 100], [duplex(built)], built);
	h.box('B1-04', 'bed1', ['E', 110], [duplex(built)], built);
	h.box('B1-10', 'bed1', ['N', 104], [wallSwitch({ controls: ['b1-11'] })], at(48));
	h.box('B1-11', 'bed1', [81, 81], [light(40)], at(96));
	h.box('B1-12', 'bed1', [120, 120], [alarm()], at(96));
	h.box('C1-10', 'clo1', [174, 43], [light(12)], at(96));
	// Two receptacles are still missing on the west and south walls: the proposal places them.
	h.box('B2-01', 'bed2', ['E', 225], [duplex()]);
	h.box('B2-02', 'bed2', ['N', 130], [duplex()]);
	h.box('B2-03', 'bed2', ['W', 335], [duplex()]);
	h.box('B2-10', 'bed2', ['S', 104], [wallSwitch({ controls: ['b2-11'] })], at(48));
	h.box('B2-11', 'bed2', [76, 280], [light(40)], at(96));
	h.box('B2-12', 'bed2', [116, 240], [alarm()], at(96));
	h.box('C2-10', 'clo2', [164, 280], [light(12)], at(96));
	h.box('BA-01', 'bath', ['E', 272], [gfci({ amps: 20 })], at(44));
	h.box('BA-02', 'bath', ['E', 218], [duplex({ amps: 20 })], at(44));
	h.box('BA-10', 'bath', ['W', 214], [wallSwitch({ controls: ['ba-11'] }), wallSwitch({ controls: ['ba-12'] })], {
		...at(48),
		gangs: 2,
		volumeCuIn: 34
	});
	h.box('BA-11', 'bath', [250, 246], [light(40)], at(84));
	h.box('BA-12', 'bath', [222, 300], [hardWired('exhaust fan', 30)], at(96));
	h.box('LA-01', 'laundry', ['E', 297], [duplex({ amps: 20 })], at(44));
	h.box('LA-02', 'laundry', ['W', 260], [duplex({ amps: 20 })], at(44));
	h.box('LA-03', 'laundry', ['E', 328], [single({ serves: 'dryer', amps: 30, volts: 240, tamperResistant: false })], {
		...at(36),
		gangs: 2,
		volumeCuIn: 42
	});
	h.box('LA-04', 'laundry', ['W', 340], [hardWired('water heater', 5500, { volts: 240, amps: 30 })], at(66));
	h.box('LA-10', 'laundry', ['S', 326], [wallSwitch({ controls: ['la-11'] })], at(48));
	h.box('LA-11', 'laundry', [302, 270], [light(40)], at(96));

	outside(h);
	workAndGarage(h);
}

function outside(h: HouseBuilder): void {
	// The porch receptacle is not marked weather-resistant: one of the mistakes left in.
	h.box('P-01', 'porch', ['S', 210], [duplex({ amps: 20 })], { ...at(24), dampness: 'damp' });
	h.box('P-02', 'porch', ['S', 330], [light(20, 'porch light')], at(84));
	h.box('O-01', 'front', [290, 0], [duplex({ amps: 20, weatherResistant: true })], at(20));
	h.box('O-02', 'back', [430, 360], [gfci({ amps: 20, weatherResistant: true })], at(20));
	h.box('O-03', 'front', [205, 0], [light(20, 'front door light')], at(80));
	h.box('O-04', 'front', [623, 0], [light(20, 'workroom door light')], at(80));
	h.box('O-05', 'back', [728, 276], [light(20, 'garage door light')], at(80));
	h.box('HP-01', 'back', [487, 361], [hardWired('heat pump disconnect', 4800, { volts: 240, amps: 35, serves: 'hvac' })], at(54));
	h.box('CR-01', 'crawl', [300, 40], [duplex({ amps: 20 })], at(20));
	h.box('CR-02', 'crawl', [300, 180], [light(20)], at(30));
	h.box('A-01', 'attic', [260, 180], [light(20)], at(90));
	h.box('S-01', 'shed', ['S', 590], [gfci({ amps: 20 })], at(48));
	h.box('S-02', 'shed', ['N', 640], [duplex({ amps: 20 })], at(48));
	h.box('S-03', 'shed', [620, 1150], [light(20)], at(84));
}

function workAndGarage(h: HouseBuilder): void {
	h.box('W-01', 'work', ['S', 650], [duplex({ amps: 20, ...built })], built);
	h.box('W-02', 'work', ['E', 60], [duplex({ amps: 20, ...built })], built);
	h.box('W-03', 'work', ['E', 190], [duplex({ amps: 20 })], built);
	h.box('W-04', 'work', ['N', 640], [duplex({ amps: 20 })], built);
	h.box('W-05', 'work', ['N', 590], [gfci({ amps: 20 })], { ...at(44), ...built });
	h.box('W-06', 'work', ['W', 240], [duplex({ amps: 20 })], built);
	h.box('W-07', 'work', ['W', 110], [duplex({ amps: 20, ...built })], built);
	h.box('W-08', 'work', ['W', 20], [duplex({ amps: 20, ...built })], built);
	h.box('W-10', 'work', ['S', 574], [wallSwitch({ controls: ['w-11', 'w-12'] })], at(48));
	h.box('W-11', 'work', [599, 80], [light(80)], at(100));
	h.box('W-12', 'work', [599, 200], [light(80)], at(100));
	h.box('G-01', 'garage', ['W', 60], [gfci({ amps: 20 })], at(48));
	h.box('G-02', 'garage', ['E', 100], [duplex({ amps: 20 })], at(48));
	h.box('G-03', 'garage', ['E', 234], [hardWired('kiln disconnect', 8600, { volts: 240, amps: 45 })], at(48));
	h.box('G-04', 'garage', ['N', 800], [single({ name: 'kiln vent' })], at(48));
	h.box('G-05', 'garage', [755, 138], [light(80)], at(108));
	h.box('G-06', 'garage', ['W', 142], [wallSwitch({ controls: ['g-05'] })], at(48));
	h.box('G-07', 'garage', [755, 60], [single({ amps: 20, name: 'door opener' })], at(108));
}

function circuits(h: HouseBuilder): void {
	const p = { panelId: 'main' };
	h.circuit(1, 'Kitchen counter, sink side', ['K-01', 'K-02'], {
		...p,
		kind: 'small-appliance',
		space: 1,
		breaker: 'afci',
		...built
	});
	h.circuit(2, 'Kitchen counter, range side', ['K-03', 'K-04', 'K-05', 'K-07<K-03'], {
		...p,
		kind: 'small-appliance',
		space: 3,
		breaker: 'afci',
		...built
	});
	h.circuit(
		3,
		'Refrigerator, kitchen walls, nook',
		['K-06', 'K-08', 'K-09', 'K-10', 'K-11', 'PA-01', 'N-04<K-08', 'N-03', 'N-02', 'N-01', 'L-05'],
		{ ...p, kind: 'small-appliance', space: 5, breaker: 'afci' }
	);
	h.circuit(4, 'Dishwasher', ['K-13'], {
		...p,
		kind: 'individual',
		space: 7,
		breaker: 'dual',
		load: load('general', 'dishwasher', 1200, 120)
	});
	h.circuit(5, 'Microwave', ['K-12'], {
		...p,
		kind: 'individual',
		space: 9,
		breaker: 'dual',
		load: load('general', 'microwave', 1560, 120)
	});
	h.circuit(
		6,
		'Range',
		['K-14'],
		{ ...p, kind: 'individual', space: 2, poles: 2, breakerA: 40, breaker: 'gfci', load: load('range', 'range', 11500, 240) },
		{ conductors: 3 }
	);
	h.circuit(7, 'Laundry', ['LA-01', 'LA-02'], { ...p, kind: 'laundry', space: 11, breaker: 'dual' });
	h.circuit(
		8,
		'Dryer',
		['LA-03'],
		{ ...p, kind: 'individual', space: 6, poles: 2, breakerA: 30, breaker: 'gfci', load: load('dryer', 'dryer', 5400, 240) },
		{ conductors: 3 }
	);
	h.circuit(9, 'Bath receptacles', ['BA-01', 'BA-02'], { ...p, kind: 'bathroom', space: 13 });
	h.circuit(10, 'Water heater', ['LA-04'], {
		...p,
		kind: 'individual',
		space: 10,
		poles: 2,
		breakerA: 30,
		load: load('water-heater', 'water heater', 5500, 240)
	});
	h.circuit(11, 'Bedroom 1 receptacles', ['B1-04', 'B1-03', 'B1-02', 'B1-01'], {
		...p,
		space: 15,
		breakerA: 15,
		breaker: 'afci',
		...built
	});
	h.circuit(12, 'Bedroom 2 receptacles', ['B2-01', 'B2-02', 'B2-03'], { ...p, space: 17, breakerA: 15, breaker: 'afci' });
	h.circuit(13, 'Living, entry, hall receptacles', ['L-01', 'L-02', 'L-03', 'L-04', 'E-02<L-02', 'E-03', 'E-01', 'H-01'], {
		...p,
		space: 19,
		breakerA: 15,
		breaker: 'afci'
	});
	h.circuit(
		14,
		'Kitchen, living, hall lights',
		[
			'K-20',
			'K-21',
			'K-22',
			'PA-02<K-21',
			'N-10<K-20',
			'N-11',
			'L-10',
			'L-11',
			'E-10',
			'E-11',
			'O-03<E-10',
			'H-10<E-11',
			'H-12',
			'H-11',
			'A-01<H-12'
		],
		{ ...p, space: 21, breakerA: 15, breaker: 'afci' },
		{ ...throughTheWall, wide: { 'K-21': 4, 'N-11': 3, 'L-11': 3, 'E-11': 3, 'H-12': 3 } }
	);
	h.circuit(
		15,
		'Bedroom, bath, laundry lights, alarms',
		[
			'LA-10',
			'LA-11',
			'P-02<LA-10',
			'BA-10<LA-10',
			'BA-11',
			'BA-12<BA-10',
			'H-13<BA-10',
			'B1-10',
			'B1-11',
			'B1-12',
			'C1-10<B1-11',
			'B2-10<H-13',
			'B2-11',
			'B2-12',
			'C2-10<B2-11'
		],
		{ ...p, space: 23, breakerA: 15, breaker: 'afci', mustStayOn: true },
		{ ...throughTheWall, wide: { 'B1-11': 3, 'B2-11': 3 } }
	);
	h.circuit(16, 'Garage, front yard', ['G-01', 'G-02', 'G-07', 'O-01<G-01'], { ...p, kind: 'garage', space: 25 }, throughTheWall);
	h.circuit(17, 'Workroom, wheels', ['W-07', 'W-08', 'W-01', 'W-02'], { ...p, space: 27, breaker: 'afci', ...built });
	h.circuit(18, 'Workroom, slab roller and glaze', ['W-03', 'W-05', 'W-04', 'W-06'], {
		...p,
		space: 29,
		breaker: 'afci',
		...built
	});
	h.circuit(
		19,
		'Workroom and garage lights',
		['W-10', 'W-11', 'W-12', 'O-04<W-10', 'G-06<W-10', 'G-05', 'O-05'],
		{
			...p,
			space: 31,
			breakerA: 15,
			breaker: 'afci'
		},
		{ ...throughTheWall, wide: { 'G-05': 3 } }
	);
	h.circuit(20, 'Kiln', ['G-03'], {
		...p,
		kind: 'individual',
		space: 14,
		poles: 2,
		breakerA: 45,
		breaker: 'gfci',
		load: load('fixed-heat', 'kiln', 8600, 240, { continuous: true, counts: 'fastened' })
	});
	h.circuit(21, 'Kiln vent', ['G-04'], {
		...p,
		kind: 'individual',
		space: 33,
		breakerA: 15,
		breaker: 'gfci',
		load: load('general', 'kiln vent', 180, 120, { continuous: true })
	});
	h.circuit(
		22,
		'Heat pump',
		['HP-01'],
		{
			...p,
			kind: 'individual',
			space: 18,
			poles: 2,
			breakerA: 35,
			load: load('hvac', 'heat pump', 4800, 240, { mca: 21.4, mocp: 35, counts: 'heat-pump' })
		},
		throughTheWall
	);
	h.circuit(23, 'Back yard, porch, crawl space', ['O-02', 'P-01', 'CR-01<O-02', 'CR-02'], { ...p, space: 35 }, { kind: 'UF-B' });
	// The trench: 62 ft from the house, and the way through the garage to it.
	h.circuit(24, 'Garden shed', ['S-01', 'S-02', 'S-03'], { ...p, space: 37 }, { kind: 'UF-B', lengths: { 'S-01': 104 } });
}

/** The demo job of new work: a house with a pottery, mid-job. */
export function quillback(): JobFile {
	const h = new HouseBuilder();
	quillbackRooms(h);
	h.panel('main', 'Main panel', 'garage', ['W', 200], 200, 40);
	boxes(h);
	circuits(h);
	const job = h.job({
		id: 'quillback',
		name: 'Quillback Pottery',
		place: 'Tamarack Bend',
		edition: '2023',
		permitDate: '2026-10-12',
		dwelling: 'one-family',
		areaSqFt: 1310,
		amendments: [{ id: 'a1', section: '210.8(F)', change: 'off', only: 'hvac', reference: 'Tamarack Bend Ordinance 26-114' }],
		practice: DEFAULT_PRACTICE,
		symptoms: [
			{
				id: 'sy1',
				text: 'W-01 drops far more under load than its run should; W-02 past it does not: suspect its own pigtails or contacts',
				boxId: 'w-01',
				open: true
			}
		],
		checks: [],
		notes: [
			'Mistakes left in on purpose, one of each kind:',
			'Bedroom 2 is two wall receptacles short: west and south walls.',
			'K-06, the refrigerator, is ahead of the GFCI on its circuit: 2023 requires it at every kitchen receptacle, 2017 did not.',
			'L-05 in the living room is on small-appliance circuit 3.',
			'P-01 on the porch is not a weather-resistant receptacle.',
			'The shed run drops more than 3% at full load in 12 AWG.',
			'W-01 reads a loaded drop far over what its run should drop.'
		]
	});
	return {
		hekto: 'job',
		fileVersion: 5,
		job,
		readings: quillbackReadings(job.id),
		events: [
			{
				id: 'e1',
				jobId: job.id,
				kind: 'off-tagged',
				circuitId: 'c18',
				boxId: null,
				at: '2026-11-03T08:42:00.000Z',
				by: 'JM',
				note: 'glaze counter open'
			}
		]
	};
}
