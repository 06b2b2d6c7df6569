import type { HouseBuilder } from './house-builder';

/** Quillback Pottery: rooms, doors, windows, counters and what stands in them. Inside faces, inches, front door to the south. */
export function quillbackRooms(h: HouseBuilder): void {
	h.rect('bed1', 'Bedroom 1', 'bedroom', [6, 6, 150, 150]);
	h.rect('clo1', 'Closet 1', 'closet', [161, 6, 26, 74]);
	h.rect('linen', 'Linen', 'closet', [161, 85, 26, 71]);
	h.rect('entry', 'Entry', 'foyer', [192, 6, 70, 150]);
	h.rect('living', 'Living', 'living', [267, 6, 145, 150]);
	h.rect('nook', 'Dining nook', 'dining', [417, 6, 101, 150]);
	h.rect('hall', 'Hall', 'hallway', [6, 161, 331, 38]);
	h.rect('bed2', 'Bedroom 2', 'bedroom', [6, 204, 140, 150]);
	h.rect('clo2', 'Closet 2', 'closet', [151, 204, 26, 150]);
	h.rect('bath', 'Bath', 'bathroom', [182, 204, 80, 150]);
	h.rect('laundry', 'Laundry', 'laundry', [267, 204, 70, 150]);
	h.room(
		'kitchen',
		'Kitchen',
		'kitchen',
		[
			[342, 161],
			[518, 161],
			[518, 354],
			[401, 354],
			[401, 291],
			[342, 291]
		],
		{ foodPrep: true }
	);
	h.rect('pantry', 'Pantry', 'pantry', [342, 296, 54, 58]);
	h.rect('porch', 'Drying porch', 'porch', [182, 360, 155, 96], { gapIn: 0, aboveGradeIn: 14 });
	h.rect('work', 'Workroom', 'workroom', [524, 6, 150, 264]);
	h.rect('garage', 'Garage, bay 2', 'garage', [680, 6, 150, 264], { finished: false, bays: 1 });
	h.rect('shed', 'Garden shed', 'accessory', [560, 1104, 120, 96], { finished: false });
	h.rect('crawl', 'Crawl space', 'crawl-space', [6, 6, 512, 348], { story: -1, finished: false });
	h.rect('attic', 'Attic', 'attic', [6, 6, 512, 348], { story: 1, finished: false });
	h.room('front', 'Front yard', 'outdoors', null, { finished: false, side: 'front', equipment: false });
	h.room('back', 'Back yard', 'outdoors', null, { finished: false, side: 'back', equipment: false });

	h.pass('door', ['bed1', 'hall'], [110, 158], [140, 158], 'bed1');
	h.pass('door', ['bed1', 'clo1'], [158, 20], [158, 68]);
	h.pass('door', ['linen', 'hall'], [163, 158], [185, 158]);
	h.pass('opening', ['entry', 'hall'], [200, 158], [254, 158]);
	h.pass('opening', ['entry', 'living'], [264, 40], [264, 110]);
	h.pass('door', ['entry'], [210, 6], [246, 6], 'entry');
	h.pass('opening', ['living', 'nook'], [414, 60], [414, 130]);
	h.pass('opening', ['nook', 'kitchen'], [425, 158], [505, 158]);
	h.pass('opening', ['hall', 'kitchen'], [339, 163], [339, 197]);
	h.pass('door', ['hall', 'bed2'], [110, 201], [140, 201], 'bed2');
	h.pass('door', ['bed2', 'clo2'], [148, 240], [148, 300]);
	h.pass('door', ['hall', 'bath'], [200, 201], [228, 201], 'bath');
	h.pass('door', ['hall', 'laundry'], [290, 201], [320, 201], 'laundry');
	h.pass('door', ['laundry', 'porch'], [285, 357], [317, 357], 'porch');
	h.pass('door', ['kitchen', 'pantry'], [355, 293], [385, 293], 'kitchen');
	h.pass('door', ['kitchen', 'work'], [521, 164], [521, 196], 'work');
	h.pass('door', ['work', 'garage'], [677, 100], [677, 132], 'garage');
	h.pass('door', ['work'], [580, 6], [616, 6], 'work');
	h.pass('door', ['garage'], [700, 6], [812, 6]);
	h.pass('door', ['garage'], [690, 270], [722, 270], 'garage');
	h.pass('door', ['shed'], [600, 1104], [636, 1104], 'shed');

	h.pass('window', ['bed1'], [50, 6], [110, 6]);
	h.pass('window', ['bed1'], [6, 90], [6, 140]);
	h.pass('window', ['bed2'], [6, 250], [6, 310]);
	h.pass('window', ['bed2'], [40, 354], [110, 354]);
	h.pass('window', ['bath'], [205, 354], [235, 354]);
	h.pass('window', ['kitchen'], [435, 354], [485, 354]);
	h.pass('window', ['living'], [310, 6], [380, 6]);
	h.pass('window', ['nook'], [440, 6], [500, 6]);
	h.pass('window', ['work'], [625, 6], [665, 6]);
	h.pass('window', ['work'], [610, 270], [664, 270]);

	h.counter('kitchen', [518, 200], [518, 262]);
	h.counter('kitchen', [518, 292], [518, 354]);
	h.counter('kitchen', [518, 354], [401, 354]);
	h.pass('stationary-appliance', ['kitchen'], [518, 262], [518, 292]);
	h.pass('stationary-appliance', ['kitchen'], [342, 225], [342, 261]);
	h.fixture('kitchen', 'peninsula', 'peninsula', [433, 200, 60, 36]);
	h.fixture('kitchen', 'range', 'range', [493, 262, 25, 30]);
	h.fixture('kitchen', 'sink', 'sink', [445, 334, 30, 18]);
	h.fixture('kitchen', 'dishwasher', 'dishwasher', [419, 329, 24, 25]);
	h.fixture('kitchen', 'refrigerator', 'refrigerator', [342, 225, 32, 36]);
	h.fixture('bath', 'tub', 'tub', [182, 324, 80, 30]);
	h.fixture('bath', 'toilet', 'toilet', [184, 284, 28, 20]);
	h.fixture('bath', 'basin', 'basin', [240, 226, 22, 40]);
	h.fixture('laundry', 'washer', 'washer', [311, 284, 26, 27]);
	h.fixture('laundry', 'dryer', 'dryer', [311, 314, 26, 27]);
	h.fixture('laundry', 'water-heater', 'water heater 5.5 kW', [269, 328, 22, 22]);
	h.counter('work', [540, 270], [600, 270]);
	h.fixture('work', 'sink', 'glaze sink', [556, 250, 24, 18]);
	h.fixture('work', 'bench', 'wheel', [536, 96, 26, 26]);
	h.fixture('work', 'bench', 'wheel', [536, 24, 26, 26]);
	h.fixture('work', 'bench', 'slab roller', [622, 160, 36, 72]);
	h.fixture('garage', 'kiln', 'kiln 8.6 kW', [786, 216, 36, 36]);
	h.fixture('back', 'equipment', 'heat pump', [470, 384, 34, 34]);
}
