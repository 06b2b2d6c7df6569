import assert from 'node:assert/strict';
import { test } from 'node:test';
import { readDxf, roomsFromDxf, type DxfDrawing } from '../../src/core/formats/dxf-in';
import { facesOf, type Line } from '../../src/core/formats/faces';

/** Drawings that are too far, too many or too tangled: told by name, in a blink. */
function drawingOf(text: string): DxfDrawing {
	const read = readDxf(text);
	assert.ok(read.ok);
	return read.drawing;
}

const dxfOf = (...entities: string[]): string =>
	['0', 'SECTION', '2', 'ENTITIES', entities.join('\n'), '0', 'ENDSEC', '0', 'EOF'].join('\n');
const lineOf = (x1: number, y1: number, x2: number, y2: number): string =>
	['0', 'LINE', '8', 'W', '10', x1, '20', y1, '11', x2, '21', y2].join('\n');
const bulged = ['0', 'LWPOLYLINE', '8', 'W', '90', 2, '70', 1, '10', 0, '20', 0, '42', 1e9, '10', 10, '20', 0].join('\n');
/** 10,000 ft in mm: the smallest unit that a drawing may be in. */
const OUT = 3_048_000;
const outside: [string, string, RegExp | null][] = [
	['a coordinate of 9e15', lineOf(0, 0, 9e15, 1), /has a point at 9000000000000000, 1 on layer "W".* at most 10,000 ft/],
	['a bulge of 1e9', bulged, /coordinates must be at most 10,000 ft/],
	['no number', lineOf(NaN, 0, 1, 1), /has no lines or polylines/],
	['an endless number', lineOf(Infinity, 0, 1, 1), /has a point at Infinity, 0/],
	['just over 10,000 ft', lineOf(0, 0, 0, OUT + 1), /at most 10,000 ft/],
	['just within 10,000 ft', lineOf(0, 0, 0, OUT), null]
];
for (const [name, entity, says] of outside)
	test(`a drawing with ${name}`, () => {
		const read = readDxf(dxfOf(entity));
		assert.equal(read.ok, says === null);
		if (!read.ok) assert.match(read.faults[0]?.message ?? '', says ?? /^$/);
	});
test('what lies within 10,000 ft in one unit may not in another', () => {
	const drawing = drawingOf(dxfOf(lineOf(0, 0, 200_000, 0)));
	assert.match(roomsFromDxf(drawing, { layerName: 'W', unit: 'feet' }).faults[0]?.message ?? '', /at most 10,000 ft/);
	assert.match(roomsFromDxf(drawing, { layerName: 'W', unit: 'millimeters' }).faults[0]?.message ?? '', /encloses no room/);
});

const square = (x: number, y: number, side: number): string[] => [
	lineOf(x, y, x + side, y),
	lineOf(x + side, y, x + side, y + side),
	lineOf(x + side, y + side, x, y + side),
	lineOf(x, y + side, x, y)
];
test('more lines, more rooms and more crossings than any plan has are refused with the figure', () => {
	const drawn = (n: number, line: (i: number) => string) => drawingOf(dxfOf(...Array.from({ length: n }, (_, i) => line(i))));
	const many = drawn(20_001, (i) => lineOf(i, 0, i, 9));
	assert.match(roomsFromDxf(many, { layerName: 'W', unit: 'inches' }).faults[0]?.message ?? '', /at most 20000 lines, got 20001/);
	const rooms = drawn(401, (i) => square((i % 20) * 200, Math.floor(i / 20) * 200, 100).join('\n'));
	assert.match(
		roomsFromDxf(rooms, { layerName: 'W', unit: 'inches' }).faults[0]?.message ?? '',
		/encloses 401 rooms; at most 400/
	);
	const grid = drawn(2000, (i) => (i % 2 ? lineOf(0, i * 9, 9000, i * 9) : lineOf(i * 9, 0, i * 9, 9000)));
	assert.match(roomsFromDxf(grid, { layerName: 'W', unit: 'inches' }).faults[0]?.message ?? '', /cross each other more often/);
	const hub = drawn(5000, (i) => lineOf(0, 0, 9000 * Math.cos(i), 9000 * Math.sin(i)));
	assert.match(roomsFromDxf(hub, { layerName: 'W', unit: 'inches' }).faults[0]?.message ?? '', /cross each other more often/);
	const round = Array.from({ length: 201 }, (_, i) => {
		const at = (k: number): [number, number] => [
			500 * Math.cos((2 * Math.PI * k) / 201),
			500 * Math.sin((2 * Math.PI * k) / 201)
		];
		return lineOf(...at(i), ...at(i + 1));
	});
	assert.match(
		roomsFromDxf(drawingOf(dxfOf(...round)), { layerName: 'W', unit: 'inches' }).faults[0]?.message ?? '',
		/rooms of more than 200 walls/
	);
});
test('slanting lines find each other by the index as all pairs would', () => {
	// 12 lines across 9, all of them leaning: 11 x 8 cells between them.
	const up = Array.from({ length: 12 }, (_, i): Line => [
		[i * 70, -20],
		[i * 70 + 37, 700]
	]);
	const along = Array.from({ length: 9 }, (_, i): Line => [
		[-20, i * 75],
		[900, i * 75 + 21]
	]);
	assert.equal(facesOf([...up, ...along], 0.01).faces.length, 88);
	const square: Line[] = [
		[
			[-10, -10],
			[1010, -10]
		],
		[
			[1010, -10],
			[1010, 1010]
		],
		[
			[1010, 1010],
			[-10, 1010]
		],
		[
			[-10, 1010],
			[-10, -10]
		]
	];
	assert.equal(
		facesOf(
			[
				...square,
				[
					[-10, -10],
					[1010, 1010]
				],
				[
					[-10, 1010],
					[1010, -10]
				]
			],
			0.01
		).faces.length,
		4
	);
});
