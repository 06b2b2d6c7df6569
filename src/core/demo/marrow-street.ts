import type { CircuitLoad, JobFile } from '../model/known';
import { DEFAULT_PRACTICE } from '../model/practice';
import { duplex, gfci, hardWired, HouseBuilder, light, single, wallSwitch } from './house-builder';
import { marrowReadings } from './marrow-readings';

/** What is wrong in the walls of Marrow Street: never part of the job file; the readings were made with it. */
export const MARROW_HIDDEN = [
	{ kind: 'bootleg', at: 'sw-04' },
	{ kind: 'loose-neutral', at: 'sw-02', ohms: 0.8 }
] as const;

const found = { state: 'found' as const };
const old = { ...found, slots: 'two-slot' as const, tamperResistant: false };
const oldBox = { ...found, material: 'metal' as const, volumeCuIn: 12.5, ground: 'none' as const };
const twoWire = { kind: 'two-wire' as const, ground: false };
const oldLoad = (kind: CircuitLoad['kind'], name: string, watts: number): CircuitLoad => ({
	kind,
	name,
	watts,
	amps: null,
	volts: 240,
	continuous: false,
	mca: null,
	mocp: null
});

function rooms(h: HouseBuilder): void {
	h.rect('living', 'Living', 'living', [6, 6, 200, 156]);
	h.rect('dining', 'Dining', 'dining', [211, 6, 139, 156]);
	h.rect('sewing', 'Sewing room', 'den', [355, 6, 130, 156]);
	h.rect('hall', 'Hall', 'hallway', [6, 167, 479, 44]);
	h.rect('bedroom', 'Bedroom', 'bedroom', [6, 216, 130, 120]);
	h.rect('bath', 'Bath', 'bathroom', [141, 216, 65, 120]);
	h.rect('kitchen', 'Kitchen', 'kitchen', [211, 216, 139, 120], { foodPrep: true });
	h.rect('pantry', 'Pantry', 'pantry', [355, 216, 60, 120]);
	h.rect('porch', 'Back porch', 'porch', [420, 216, 65, 120]);
	h.rect('cellar', 'Cellar', 'basement', [211, 6, 274, 330], { story: -1, finished: false });
	h.room('yard', 'Yard', 'outdoors', null, { finished: false, side: 'front', equipment: false });
	h.pass('door', ['living'], [90, 6], [126, 6], 'living', 'outside');
	h.pass('opening', ['living', 'hall'], [60, 164], [110, 164]);
	h.pass('opening', ['living', 'dining'], [208, 50], [208, 120]);
	h.pass('opening', ['dining', 'hall'], [270, 164], [310, 164]);
	h.pass('opening', ['hall', 'kitchen'], [270, 213], [310, 213]);
	h.pass('door', ['hall', 'bedroom'], [90, 213], [120, 213], 'bedroom');
	h.pass('door', ['hall', 'bath'], [160, 213], [186, 213], 'bath');
	h.pass('door', ['hall', 'sewing'], [400, 164], [430, 164], 'sewing');
	h.pass('door', ['hall', 'pantry'], [370, 213], [398, 213], 'pantry');
	h.pass('door', ['hall', 'porch'], [440, 213], [470, 213]);
	h.pass('door', ['cellar'], [485, 60], [485, 92], 'cellar');
	h.pass('window', ['living'], [30, 6], [80, 6]);
	h.pass('window', ['living'], [140, 6], [190, 6]);
	h.pass('window', ['dining'], [250, 6], [310, 6]);
	h.pass('window', ['sewing'], [390, 6], [450, 6]);
	h.pass('window', ['sewing'], [485, 60], [485, 110]);
	h.pass('window', ['bedroom'], [40, 336], [100, 336]);
	h.pass('window', ['kitchen'], [260, 336], [310, 336]);
	h.counter('kitchen', [350, 336], [211, 336]);
	h.fixture('kitchen', 'sink', 'sink', [270, 314, 30, 20]);
	h.fixture('kitchen', 'range', 'range', [323, 230, 27, 30]);
	h.pass('stationary-appliance', ['kitchen'], [350, 230], [350, 260]);
	h.fixture('bath', 'tub', 'tub', [141, 306, 65, 30]);
	h.fixture('bath', 'basin', 'basin', [184, 240, 22, 20]);
	h.fixture('bath', 'toilet', 'toilet', [143, 268, 28, 20]);
	h.fixture('pantry', 'refrigerator', 'freezer', [385, 296, 28, 38]);
	h.fixture('cellar', 'water-heater', 'water heater', [220, 300, 24, 24]);
	h.fixture('cellar', 'bench', 'bench', [300, 8, 90, 26]);
	h.fixture('cellar', 'equipment', 'furnace', [400, 280, 30, 30]);
}

function boxes(h: HouseBuilder): void {
	// Living, bedroom, sewing room: two-wire cable without ground.
	h.box('LV-01', 'living', ['W', 60], [duplex(old)], oldBox);
	h.box('LV-02', 'living', ['S', 170], [duplex(old)], oldBox);
	h.box('LV-03', 'living', ['N', 160], [duplex(old)], oldBox);
	h.box('LV-10', 'living', ['S', 132], [wallSwitch(found)], { ...oldBox, heightIn: 50 });
	h.box('LV-11', 'living', [106, 84], [light(60)], { ...oldBox, heightIn: 96 });
	h.box('BD-01', 'bedroom', ['E', 300], [duplex(old)], oldBox);
	h.box('BD-02', 'bedroom', ['W', 270], [duplex(old)], oldBox);
	h.box('SW-01', 'sewing', ['W', 120], [duplex(old)], oldBox);
	h.box('SW-02', 'sewing', ['W', 40], [duplex(old)], oldBox);
	h.box('SW-03', 'sewing', ['S', 460], [duplex(old)], oldBox);
	h.box('SW-04', 'sewing', ['E', 140], [duplex({ ...old, slots: 'grounding' })], {
		...oldBox,
		ground: 'unknown',
		note: 'three-slot receptacle on two-wire cable'
	});
	// Dining: metal boxes on old armored cable.
	for (const [name, side, along] of [
		['DN-01', 'S', 235],
		['DN-02', 'E', 80],
		['DN-03', 'N', 330]
	] as const) {
		h.box(name, 'dining', [side, along], [duplex({ ...old, slots: 'grounding' })], {
			...oldBox,
			ground: 'unknown',
			note: 'old armored cable, no bonding strip seen'
		});
	}
	const newer = { ...found, heightIn: 44, volumeCuIn: 18 };
	h.box('KT-01', 'kitchen', ['N', 325], [gfci({ ...found, serves: 'countertop', amps: 20, tamperResistant: false })], newer);
	h.box('KT-02', 'kitchen', ['N', 240], [duplex({ ...found, serves: 'countertop', amps: 20, tamperResistant: false })], newer);
	h.box('KT-03', 'kitchen', ['W', 260], [duplex({ ...found, serves: 'refrigerator', tamperResistant: false })], {
		...newer,
		heightIn: 48
	});
	h.box('KT-04', 'kitchen', ['E', 245], [single({ ...found, serves: 'range', amps: 50, volts: 240, tamperResistant: false })], {
		...newer,
		heightIn: 6
	});
	h.box('BT-01', 'bath', ['E', 268], [duplex({ ...found, tamperResistant: false })], { ...oldBox, heightIn: 44 });
	h.box(
		'CB-01',
		'cellar',
		['S', 340],
		[gfci({ ...found, amps: 20, tamperResistant: false, installed: '2011-05-02', name: 'bench GFCI' })],
		{ ...newer, heightIn: 48, note: 'also feeds the pantry freezer' }
	);
	h.box(
		'PF-01',
		'pantry',
		['E', 315],
		[single({ ...found, serves: 'refrigerator', amps: 20, tamperResistant: false, name: 'freezer' })],
		{ ...newer, heightIn: 40 }
	);
	h.box('WH-01', 'cellar', ['W', 312], [hardWired('water heater', 4500, { ...found, volts: 240, amps: 30 })], {
		...newer,
		heightIn: 60
	});
	h.box('FN-01', 'cellar', ['N', 415], [hardWired('furnace', 600, { ...found, serves: 'furnace' })], { ...newer, heightIn: 60 });
	h.box('CE-01', 'cellar', [350, 170], [light(60)], { ...oldBox, heightIn: 84 });
	h.box('HL-01', 'hall', [240, 189], [light(40)], { ...oldBox, heightIn: 96 });
	h.box('HL-02', 'hall', ['S', 120], [wallSwitch(found)], { ...oldBox, heightIn: 50 });
	h.box('PO-01', 'porch', ['W', 300], [duplex({ ...old })], { ...oldBox, heightIn: 40 });
}

/** The demo job of old work: it began as a service call. */
export function marrowStreet(): JobFile {
	const h = new HouseBuilder();
	rooms(h);
	h.panel('main', 'Cellar panel', 'cellar', ['W', 120], 100, 16);
	boxes(h);
	const p = { panelId: 'main', ...found };
	h.circuit(
		1,
		'Living receptacles',
		['LV-01', 'LV-02', 'LV-03'],
		{ ...p, space: 1, breakerA: 15, directory: 'front rm' },
		twoWire
	);
	h.circuit(
		2,
		'Bedroom and sewing room',
		['BD-01', 'BD-02', 'SW-01', 'SW-02', 'SW-03', 'SW-04'],
		{ ...p, space: 3, breakerA: 15, directory: 'bedrm + porch?' },
		{ ...twoWire, lengths: { 'BD-01': 41, 'BD-02': 17, 'SW-01': 52, 'SW-02': 9, 'SW-03': 14, 'SW-04': 16 } }
	);
	h.circuit(
		3,
		'Dining receptacles',
		['DN-01', 'DN-02', 'DN-03', 'PO-01'],
		{ ...p, space: 5, breakerA: 15, directory: 'dining' },
		{ kind: 'old-AC', ground: false }
	);
	h.circuit(4, 'Kitchen counter', ['KT-01', 'KT-02', 'KT-03'], { ...p, kind: 'small-appliance', space: 7, directory: 'kitchen' });
	h.circuit(5, 'Cellar bench and pantry freezer', ['CB-01', 'PF-01'], { ...p, space: 9, mustStayOn: true, directory: 'cellar' });
	h.circuit(
		6,
		'Range',
		['KT-04'],
		{ ...p, kind: 'individual', space: 2, poles: 2, breakerA: 40, directory: 'stove', load: oldLoad('range', 'range', 10200) },
		{ conductors: 3 }
	);
	h.circuit(7, 'Water heater', ['WH-01'], {
		...p,
		kind: 'individual',
		space: 6,
		poles: 2,
		breakerA: 30,
		directory: 'w.h.',
		load: oldLoad('water-heater', 'water heater', 4500)
	});
	h.circuit(8, 'Bath receptacle', ['BT-01'], { ...p, space: 11, breakerA: 15, directory: 'bath / back bedrm' }, twoWire);
	h.circuit(
		9,
		'Lights',
		['LV-10', 'LV-11', 'HL-02', 'HL-01', 'CE-01'],
		{ ...p, space: 13, breakerA: 15, directory: 'lites' },
		twoWire
	);
	h.circuit(10, 'Furnace', ['FN-01'], {
		...p,
		kind: 'individual',
		space: 15,
		breakerA: 15,
		mustStayOn: true,
		directory: 'furnace'
	});
	const job = h.job({
		id: 'marrow-street',
		name: 'Marrow Street',
		place: '1948 hillside bungalow',
		edition: '2020',
		permitDate: '2026-10-20',
		dwelling: 'one-family',
		areaSqFt: 1120,
		amendments: [
			{ id: 'a1', section: '406.4(D)(4)', change: 'off', reference: 'Hillside Township Ordinance 22-8, section 3' },
			{
				id: 'a2',
				section: '210.8(A)(5)',
				change: 'as-edition',
				edition: '2017',
				reference: 'Hillside Township Ordinance 22-8, section 4'
			}
		],
		practice: DEFAULT_PRACTICE,
		symptoms: [{ id: 'sy1', text: 'The iron dims the lamp in the sewing room', boxId: 'sw-03', open: true }],
		checks: [],
		notes: [
			'The panel directory came with the house: nobody believes it, and no entry counts until it is proven.',
			'Existing work is judged by readings; rules for new work come in when a receptacle is replaced or a circuit extended.',
			'SW-04 has a three-slot face on two-wire cable; its lamps say wired right.',
			'DN-01 to DN-03 on old armored cable and BT-01 in the bath have three slots and no ground either; no GFCI reaches any of the five.'
		]
	});
	return { hekto: 'job', fileVersion: 5, job, readings: marrowReadings(job.id), events: [] };
}
