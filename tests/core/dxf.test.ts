import assert from 'node:assert/strict';
import test from 'node:test';
import { editions } from '../../src/core/code/editions';
import { quillback } from '../../src/core/demo/quillback';
import { LAYERS, planDxf } from '../../src/core/formats/dxf-out';
import { readDxf, roomsFromDxf, type DxfDrawing } from '../../src/core/formats/dxf-in';
import DxfParser from 'dxf-parser';
import { readEntities } from '../../src/core/formats/dxf-groups';
import { facesOf, type Line } from '../../src/core/formats/faces';
import { drawPlan } from '../../src/core/formats/plan-drawing';
import { planSvg, usedSymbols } from '../../src/core/formats/plan-svg';
import { SYMBOLS } from '../../src/core/formats/symbols';
import { areaSqFt } from '../../src/core/model/geometry';
import type { Point } from '../../src/core/model/known';

const { job } = quillback();
const plan = drawPlan(editions['2023'], job, 0);
const title = { name: 'Quillback <Pottery> & sons', sub: 'NEC 2023' };
const drawingOf = (text: string): DxfDrawing => {
	const got = readDxf(text);
	assert.ok(got.ok, got.ok ? '' : got.faults[0]?.message);
	return got.drawing;
};

test('a plan goes out as DXF and its rooms come back as they were, by name and to 1/16 in', () => {
	const drawing = drawingOf(planDxf(plan, title));
	assert.equal(drawing.unit, 'inches');
	const { rooms, faults } = roomsFromDxf(drawing, { layerName: LAYERS.rooms, unit: 'inches' });
	assert.deepEqual(faults, []);
	const measured = job.rooms.filter((r) => r.story === 0 && r.outline);
	assert.equal(rooms.length, measured.length);
	for (const room of measured) {
		const back = rooms.find(
			(r) =>
				r.outline.some((p) => p[0] === room.outline?.[0]?.[0] && p[1] === room.outline[0]?.[1]) &&
				Math.abs(areaSqFt(r.outline) - areaSqFt(room.outline ?? [])) < 1e-9
		);
		assert.ok(back, room.name);
		assert.equal(back.name, room.name);
		assert.equal(back.outline.length, room.outline?.length);
	}
});
test('every layer is in the file, and every symbol used has its line in the legend', () => {
	const dxf = planDxf(plan, title);
	for (const layer of Object.values(LAYERS)) assert.ok(dxf.includes(layer), layer);
	const svg = planSvg(plan, title);
	assert.ok(svg.includes('Quillback &lt;Pottery&gt; &amp; sons'));
	for (const key of usedSymbols(plan)) {
		assert.ok(svg.includes(SYMBOLS[key].name), key);
		assert.ok(dxf.includes(SYMBOLS[key].name), key);
	}
	assert.equal(svg.split('<g').length, svg.split('</g>').length, 'groups close');
	assert.ok(!svg.includes('NaN') && !dxf.includes('NaN'));
});

const square = (x: number, y: number, size: number): Line[] => {
	const p: Point[] = [
		[x, y],
		[x + size, y],
		[x + size, y + size],
		[x, y + size]
	];
	return p.map((a, i): Line => [a, p[(i + 1) % 4] as Point]);
};
const faceCases: [why: string, lines: Line[], areas: number[], loose: number][] = [
	['one square', square(0, 0, 100), [10000], 0],
	[
		'ends half an inch apart',
		square(0, 0, 100).map(([a, b], i): Line => (i === 1 ? [[a[0] + 0.5, a[1]], b] : [a, b])),
		[10000],
		0
	],
	[
		'a partition that ends on the walls',
		[
			...square(0, 0, 100),
			[
				[50, 0],
				[50, 100]
			]
		],
		[5000, 5000],
		0
	],
	[
		'lines that cross',
		[
			...square(0, 0, 100),
			[
				[-20, 50],
				[120, 50]
			]
		],
		[5000, 5000],
		2
	],
	[
		'a stub closes nothing',
		[
			...square(0, 0, 100),
			[
				[50, 0],
				[50, 40]
			]
		],
		[10000],
		1
	],
	['an open outline', square(0, 0, 100).slice(0, 3), [], 3]
];
for (const [why, lines, areas, loose] of faceCases) {
	test(`faces: ${why}`, () => {
		const got = facesOf(lines, 1);
		assert.deepEqual(got.faces.map((f) => Math.round((areaSqFt(f) * 144) / 50) * 50).sort(), areas);
		assert.equal(got.loose, loose);
	});
}

const dxfOf = (entities: string, header = ''): string =>
	[
		'0',
		'SECTION',
		'2',
		'HEADER',
		...(header ? header.split(' ') : []),
		'0',
		'ENDSEC',
		'0',
		'SECTION',
		'2',
		'ENTITIES',
		...entities.split(' '),
		'0',
		'ENDSEC',
		'0',
		'EOF'
	].join('\n');
const lineOf = (layer: string, [x1, y1]: Point, [x2, y2]: Point) => `0 LINE 8 ${layer} 10 ${x1} 20 ${y1} 11 ${x2} 21 ${y2}`;
test("meters on one layer of two: the unit is the header's, or asked", () => {
	const walls = square(0, 0, 4)
		.map(([a, b]) => lineOf('W', a, b))
		.join(' ');
	const drawing = drawingOf(dxfOf(`${walls} ${lineOf('X', [0, 0], [9, 9])} 0 CIRCLE 8 X 10 0 20 0 40 1`, '9 $INSUNITS 70 6'));
	assert.deepEqual([drawing.unit, drawing.layers.map((l) => l.name), drawing.leftOut], ['meters', ['W', 'X'], 1]);
	const [room] = roomsFromDxf(drawing, { layerName: 'W', unit: 'meters' }).rooms;
	assert.deepEqual(room?.outline[2], [157.5, 157.5]);
	assert.match(
		roomsFromDxf(drawing, { layerName: 'W', unit: 'millimeters' }).faults[0]?.message ?? '',
		/encloses no room of 4 sq ft or more when read in millimeters/
	);
	assert.match(roomsFromDxf(drawing, { layerName: 'Y', unit: 'meters' }).faults[0]?.message ?? '', /must be one of W, X, got Y/);
});
test('an arc becomes walls of 15 degrees each, and of less where that does not go up', () => {
	const chords = (to: number) => drawingOf(dxfOf(`0 ARC 8 W 10 0 20 0 40 100 50 0 51 ${to}`)).layers[0]?.lines.length;
	assert.deepEqual([chords(90), chords(15), chords(16), chords(180)], [6, 1, 2, 12]);
});
test('two walls drawn there and back are two lines, and no outline', () => {
	const back = dxfOf('0 LWPOLYLINE 8 W 90 3 70 0 10 0 20 0 10 200 20 0 10 0 20 0');
	const [layer] = drawingOf(back).layers;
	assert.deepEqual([layer?.closed.length, layer?.lines.length], [0, 2]);
	const round = dxfOf('0 LWPOLYLINE 8 W 90 4 70 0 10 0 20 0 10 200 20 0 10 0 20 99 10 0 20 0');
	const [three] = drawingOf(round).layers;
	assert.deepEqual([three?.closed.map((p) => p.length), three?.lines.length], [[3], 0]);
});
test('a wall drawn with two lines is no room; a bulge becomes walls', () => {
	const two = [...square(0, 0, 200), ...square(-6, -6, 212)].map(([a, b]) => lineOf('W', a, b)).join(' ');
	assert.equal(
		roomsFromDxf(drawingOf(dxfOf(two)), { layerName: 'W', unit: 'inches' }).rooms.length,
		2,
		'the room, and the outline of the house round it'
	);
	const bay = dxfOf('0 LWPOLYLINE 8 W 90 4 70 1 10 0 20 0 10 200 20 0 42 0.5 10 200 20 100 10 0 20 100');
	const [room] = roomsFromDxf(drawingOf(bay), { layerName: 'W', unit: 'inches' }).rooms;
	// tan(a/4) = 0.5: 106.26 degrees, in steps of at most 15 eight, with seven points between the four corners.
	assert.equal(room?.outline.length, 4 + 7);
	// The bay: a segment of a circle with a chord of 100 in and a rise of 25 in, about 1,750 sq in more.
	const more = areaSqFt(room?.outline ?? []) * 144 - 20000;
	assert.ok(more > 1600 && more < 1760, String(more));
});
for (const [why, text, says] of [
	['no DXF', 'hello', /not a DXF text file/],
	['nothing to take', dxfOf('0 CIRCLE 8 X 10 0 20 0 40 1'), /no lines or polylines/]
] as const) {
	test(`a file is refused with its reason: ${why}`, () => {
		const got = readDxf(text);
		assert.equal(got.ok, false);
		if (!got.ok) assert.match(got.faults[0]?.message ?? '', says);
	});
}

test('entities are read as a general parser reads them, where the file is well formed', () => {
	const text = planDxf(plan, title);
	const read = readEntities(text);
	assert.ok(read);
	const theirs = (new DxfParser().parseSync(text)?.entities ?? []) as unknown as {
		type: string;
		layer: string;
		vertices?: Point[];
	}[];
	const count = (kinds: string[]) => theirs.filter((e) => kinds.includes(e.type)).length;
	const own = (kind: string) => read.entities.filter((e) => e.kind === kind);
	assert.equal(own('polyline').length, count(['LINE', 'LWPOLYLINE', 'POLYLINE']));
	assert.equal(own('arc').length, count(['ARC']));
	assert.equal(own('text').length, count(['TEXT', 'MTEXT']));
	assert.ok(own('polyline').length > 100 && own('text').length > 20);
	const layers = (rows: { layer: string }[]) => [...new Set(rows.map((r) => r.layer))].sort();
	const kinds = ['LINE', 'LWPOLYLINE', 'POLYLINE', 'ARC', 'TEXT', 'MTEXT'];
	assert.deepEqual(layers(read.entities), layers(theirs.filter((e) => kinds.includes(e.type))));
});
test('a polyline of the older kind takes the vertices that follow it, and no others', () => {
	const vertex = (x: number, y: number) => `0\nVERTEX\n8\nW\n10\n${x}\n20\n${y}`;
	const text = `0\nSECTION\n2\nENTITIES\n0\nPOLYLINE\n8\nW\n70\n1\n${vertex(0, 0)}\n${vertex(90, 0)}\n${vertex(90, 90)}\n0\nSEQEND\n${vertex(5, 5)}\n0\nCIRCLE\n8\nW\n0\nENDSEC\n0\nEOF`;
	const read = readEntities(text);
	assert.deepEqual(
		read?.entities.map((e) => (e.kind === 'polyline' ? [e.closed, e.vertices.map((v) => [v.x, v.y])] : e)),
		[
			[
				true,
				[
					[0, 0],
					[90, 0],
					[90, 90]
				]
			]
		]
	);
	assert.equal(read?.leftOut, 1);
});
for (const cut of [30, 80, 120, 160, 200])
	test(`a drawing cut off after ${cut} characters gives what is whole of it`, () => {
		const line = (i: number) => `0\nLINE\n8\nW\n10\n${i}\n20\n0\n11\n${i}\n21\n90`;
		const text = `0\nSECTION\n2\nENTITIES\n${[1, 2, 3, 4, 5].map(line).join('\n')}`.slice(0, cut);
		const whole = readEntities(text)?.entities.filter((e) => e.kind === 'polyline').length ?? 0;
		assert.equal(whole, text.split('\n21\n9').length - 1);
	});
