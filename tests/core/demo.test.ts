import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { runOf } from '../../src/core/run/runs';
import { editions } from '../../src/core/code/editions';
import { DEMOS } from '../../src/core/demo';
import { drawPlan } from '../../src/core/formats/plan-drawing';
import { areaSqFt, boxPoint, distance, inside, wallEnds } from '../../src/core/model/geometry';
import type { Job, JobFile } from '../../src/core/model/known';
import { checkJobFile } from '../../src/core/model/file/schema';
import { outlineFaults, breakFaults } from '../../src/core/layout/wall-spaces';
import { protectionRows } from '../../src/core/protection/assess-protection';

/** Every later screen, test and picture rests on the demo houses: they must be geometrically and electrically right. */
const file = (name: string): JobFile => {
	const made = DEMOS[name]?.();
	assert.ok(made);
	return made;
};
const quillback = file('quillback');
const marrow = file('marrow-street');
const both: [string, JobFile][] = [
	['quillback', quillback],
	['marrow-street', marrow]
];

for (const [name, { job, readings, events }] of both) {
	test(`${name}: lawful by schema and references`, () => {
		const checked = checkJobFile({ hekto: 'job', fileVersion: 5, job, readings, events });
		assert.ok(checked.ok, JSON.stringify(!checked.ok && checked.faults.slice(0, 5)));
	});
	test(`${name}: walls close without crossing, breaks fit and do not overlap`, () => {
		for (const room of job.rooms) {
			if (!room.outline) continue;
			assert.deepEqual(outlineFaults(room.outline), [], room.name);
			const breaks = [...room.breaks, ...room.counters.map((c) => ({ ...c, kind: 'counter' as const }))];
			assert.deepEqual(breakFaults(room.outline, breaks), [], room.name);
		}
	});
	test(`${name}: rooms of one story do not lie on each other`, () => {
		const rooms = job.rooms.filter((r) => r.outline);
		for (const a of rooms) {
			for (const b of rooms) {
				if (a === b || a.story !== b.story) continue;
				// A little inside of each corner: shared faces are no overlap.
				const box = (a.outline ?? []).map(
					([x, y]) => [x + Math.sign(middle(a.outline)[0] - x) * 2, y + Math.sign(middle(a.outline)[1] - y) * 2] as const
				);
				for (const corner of box) assert.ok(!inside(b.outline ?? [], corner), `${a.name} lies on ${b.name}`);
			}
		}
	});
	test(`${name}: boxes stand in their rooms, names are unique, each outlet is on a run`, () => {
		const names = new Set(job.boxes.map((b) => b.name));
		assert.equal(names.size, job.boxes.length);
		const fed = new Set(job.circuits.flatMap((c) => runOf(job, c).nodes.map((n) => n.boxId)));
		for (const box of job.boxes) {
			assert.ok(fed.has(box.id), `${box.name} is on no run`);
			const room = job.rooms.find((r) => r.id === box.roomId);
			const point = boxPoint(box, room);
			assert.ok(point, `${box.name} has no place`);
			if (box.place?.kind === 'point' && room?.outline)
				assert.ok(inside(room.outline, point), `${box.name} is outside of ${room.name}`);
		}
	});
	test(`${name}: no box on a wall stands in a door or opening`, () => {
		for (const box of job.boxes) {
			const { place } = box;
			const room = job.rooms.find((r) => r.id === box.roomId);
			if (place?.kind !== 'wall') continue;
			const gap = room?.breaks.find(
				(b) => ['door', 'opening'].includes(b.kind) && b.wall === place.wall && b.from < place.at && place.at < b.to
			);
			assert.equal(gap, undefined, `${box.name} hangs in a doorway`);
		}
	});
	test(`${name}: no cable is shorter than the way between its ends`, () => {
		for (const cable of job.cables) {
			const [a, b] = [at(job, cable.fromId ?? ''), at(job, cable.toId)];
			if (!a || !b || cable.lengthFt === null) continue;
			assert.ok(
				cable.lengthFt * 12 >= distance(a, b),
				`${cable.fromId} to ${cable.toId}: ${cable.lengthFt} ft for ${distance(a, b).toFixed(0)} in`
			);
			assert.ok(cable.lengthFt < 130, `${cable.toId}: ${cable.lengthFt} ft is no house`);
		}
	});
	test(`${name}: slots are used once, two-pole breakers take two on one side`, () => {
		const spaces = job.circuits.flatMap((c) => (c.space === null ? [] : c.poles === 2 ? [c.space, c.space + 2] : [c.space]));
		assert.equal(new Set(spaces).size, spaces.length, `${spaces}`);
		assert.ok(Math.max(...spaces) <= (job.panels[0]?.spaces ?? 0));
	});
	test(`${name}: doors between two rooms meet on the plan`, () => {
		const ends = job.rooms.flatMap((r) =>
			r.breaks.filter((b) => b.kind === 'opening').map((b) => ({ room: r.id, x: mid(r.outline ?? [], b) }))
		);
		for (const one of ends)
			assert.ok(
				ends.some((o) => o.room !== one.room && distance(o.x, one.x) < 8),
				`an opening of ${one.room} leads nowhere`
			);
	});
}
function middle(outline: Job['rooms'][number]['outline']): [number, number] {
	const points = outline ?? [];
	const sum = points.reduce((s, p) => [s[0] + p[0], s[1] + p[1]] as [number, number], [0, 0] as [number, number]);
	return [sum[0] / points.length, sum[1] / points.length];
}
function at(job: Job, id: string) {
	const thing = job.boxes.find((b) => b.id === id) ?? job.panels.find((p) => p.id === id);
	return thing
		? boxPoint(
				thing,
				job.rooms.find((r) => r.id === thing.roomId)
			)
		: null;
}
function mid(
	outline: NonNullable<Job['rooms'][number]['outline']>,
	b: { wall: number; from: number; to: number }
): [number, number] {
	const [p, q] = wallEnds(outline, b.wall);
	const t = (b.from + b.to) / 2 / distance(p, q);
	return [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t];
}

test('Quillback Pottery has what it should: rooms, circuits, appliances, area', () => {
	const { job } = quillback;
	assert.equal(job.circuits.length, 24);
	assert.ok(job.boxes.length >= 90 && job.rooms.length >= 20);
	const house = job.rooms.filter(
		(r) => r.story === 0 && r.outline && !['porch', 'workroom', 'garage', 'accessory'].includes(r.kind)
	);
	const inner = house.reduce((sum, r) => sum + areaSqFt(r.outline ?? []), 0);
	// 1,310 sq ft to the outside of the walls; what is left are the walls.
	assert.ok(inner > 1150 && inner < 1310, `${inner}`);
	for (const kind of [
		'kitchen',
		'pantry',
		'dining',
		'bedroom',
		'closet',
		'hallway',
		'bathroom',
		'laundry',
		'living',
		'porch',
		'crawl-space',
		'attic',
		'workroom',
		'garage',
		'accessory'
	] as const) {
		assert.ok(
			job.rooms.some((r) => r.kind === kind),
			kind
		);
	}
	const kiln = job.circuits.find((c) => c.load?.name === 'kiln');
	assert.deepEqual([kiln?.load?.watts, kiln?.breakerA, kiln?.breaker], [8600, 45, 'gfci']);
});
test('Quillback Pottery breaks the rules only where its notes say so', () => {
	const { stages } = assess(quillback.job, quillback.readings);
	const violations = Object.entries(stages).flatMap(([stage, s]) =>
		s.findings.filter((f) => f.severity === 'violation').map((f) => `${stage} ${f.subject.id} ${f.rule.section}`)
	);
	assert.deepEqual(violations.sort(), [
		'circuit l-05 210.52(B)(2)',
		'layout bed2 210.52(A)',
		'protect k-06 210.8(A)(6)',
		'protect p-01 406.9',
		'prove w-01 model'
	]);
	const notes = quillback.job.notes.join(' ');
	for (const word of ['Bedroom 2', 'K-06', 'L-05', 'P-01', 'shed', 'W-01']) assert.ok(notes.includes(word), word);
	assert.ok(
		stages.circuit.findings.some((f) => f.subject.id === 's-03' && (f.have ?? 0) > 3),
		'the shed loses more than is advised'
	);
});
test('the amendment of Quillback lets the heat pump off, and only that', () => {
	const rows = protectionRows({ edition: editions['2023'], job: quillback.job });
	assert.equal(rows.find((r) => r.boxName === 'HP-01')?.gfci.required, false);
	assert.equal(rows.find((r) => r.boxName === 'G-03')?.gfci.required, true, 'the kiln, hard-wired in the garage');
	assert.equal(rows.filter((r) => r.level === 'bad').length, 1);
});
test('the table of Protect calls no outlet good that a finding calls wrong, nor an old one that lacks what new work needs', () => {
	const { job, readings } = marrow;
	const { findings } = assess(job, readings).stages.protect;
	const rows = protectionRows({ edition: editions[job.edition], job }, readings, findings);
	const level = (name: string) => rows.find((r) => r.boxName === name)?.level;
	// Three slots without a ground or a GFCI; a two-slot bedroom receptacle without AFCI; the bench GFCI of the cellar.
	assert.deepEqual([level('SW-04'), level('BD-02'), level('CB-01')], ['bad', 'look', 'given']);
	const wrong = new Set(findings.filter((f) => f.severity === 'violation').map((f) => f.subject.id));
	for (const row of rows.filter((r) => wrong.has(r.boxId))) assert.equal(row.level, 'bad', row.boxName);
});
test('the kitchen of Quillback says which of its receptacles serve no wall, and why', () => {
	const walls = assess(quillback.job).stages.layout.decisions.find((d) => d.id === 'walls:kitchen');
	const why = new Map(walls?.steps.filter((s) => s.value === 'not counted').map((s) => [s.label, s.formula]));
	assert.equal(why.get('K-01'), 'a countertop receptacle');
	assert.equal(why.get('K-12'), 'inside a cabinet');
	assert.equal(why.get('K-14'), 'no 15 or 20 A, 120 V receptacle');
	assert.equal(why.get('K-08'), undefined);
});
test('Marrow Street: existing work is no violation; its readings are', () => {
	const { stages } = assess(marrow.job, marrow.readings);
	assert.deepEqual(
		stages.protect.findings
			.filter((f) => f.severity !== 'advice')
			.map((f) => `${f.severity} ${f.subject.id} ${f.rule.section}`)
			.sort(),
		['bt-01', 'dn-01', 'dn-02', 'dn-03', 'sw-04'].map((id) => `violation ${id} 406.4(D)(2)`),
		'three slots without a ground: the house’s own, and its notes say so'
	);
	for (const name of ['SW-04', 'DN-01', 'DN-03', 'BT-01']) assert.ok(marrow.job.notes.join(' ').includes(name), name);
	for (const stage of ['layout', 'circuit'] as const)
		assert.ok(
			stages[stage].findings.every((f) => f.severity === 'advice'),
			stage
		);
	assert.ok(stages.prove.findings.some((f) => f.subject.id === 'sw-04' && /bootleg/.test(f.message)));
	assert.ok(stages.prove.findings.some((f) => f.subject.id === 'sw-02' && f.rule.section === 'model'));
	assert.equal(stages.trace.findings[0]?.message, 'The iron dims the lamp in the sewing room');
	assert.ok(!JSON.stringify(marrow.job).includes('bootleg'), 'the hidden faults are not in the job file');
});
test('the cellar of Marrow Street is judged as in 2017 by its amendment; the freezer hangs on the bench GFCI', () => {
	const rows = protectionRows({ edition: editions['2020'], job: marrow.job });
	assert.equal(rows.find((r) => r.boxName === 'CB-01')?.gfci.required, true, 'unfinished: in both');
	assert.equal(rows.find((r) => r.boxName === 'PF-01')?.gfci.by, 'CB-01');
});

test('the plan: everything of a story inside its bounds, doors as wide as their openings, reach only where the rule asks', () => {
	const plan = drawPlan(editions['2023'], quillback.job, 0);
	for (const room of plan.rooms.filter((r) => r.floor.length && r.kind !== 'accessory')) {
		for (const [x, y] of room.floor)
			assert.ok(x >= plan.x && x <= plan.x + plan.width && y >= plan.y && y <= plan.y + plan.height, room.name);
	}
	const bed1 = plan.rooms.find((r) => r.id === 'bed1');
	assert.equal(bed1?.size, `12' 6" x 12' 6"`);
	const leaf = bed1?.doors[0]?.leaf;
	assert.equal(leaf && Math.hypot(leaf.x2 - leaf.x1, leaf.y2 - leaf.y1), 30);
	assert.ok(bed1?.reach.every((r) => r.met));
	const bed2 = plan.rooms.find((r) => r.id === 'bed2');
	const open = bed2?.reach.filter((r) => !r.met) ?? [];
	assert.equal(
		open.reduce((sum, s) => sum + Math.hypot(s.x2 - s.x1, s.y2 - s.y1), 0),
		163
	);
	assert.deepEqual(plan.rooms.find((r) => r.id === 'hall')?.reach, []);
	assert.equal(plan.boxes.find((b) => b.name === 'K-01')?.protection, 'gfci');
	assert.equal(plan.panels.length, 1);
	assert.equal(drawPlan(editions['2023'], quillback.job, 7).rooms.length, 0);
});
