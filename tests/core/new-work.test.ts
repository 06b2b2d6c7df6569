import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { editions } from '../../src/core/code/editions';
import { addSet, POWER_AT, SETS } from '../../src/core/edit/new-set';
import { NEW_SETS, type NewSet } from '../../src/core/model/kinds';
import { newSpace, NOT_ONE, TAKEN } from '../../src/core/edit/name-space';
import { handsAt, threadOf } from '../../src/core/thread';
import { beforeChoice, beginOwn, beginWork, endWork, putIn } from '../../src/core/edit/works';
import { codeLetter } from '../../src/core/handover/code-letter';
import { boxCase } from '../../src/core/makeup/box/of-job';
import { makeUp } from '../../src/core/makeup/box/make-up';
import { checkJobFile } from '../../src/core/model/file/schema';
import { attachBox } from '../../src/core/edit/cables';
import { newCircuit, newServiceCall } from '../../src/core/model/new-job';
import { indexOf } from '../../src/core/model/job-index';
import type { Box, Job, LiveEvent, Reading } from '../../src/core/model/job';
import { knownJob } from '../../src/core/model/known';
import { changesBetween } from '../../src/core/edit/merge/change';
import { placedOn } from '../../src/core/edit/merge/rebase';
import { liveSign } from '../../src/core/makeup/live-sign';
import { deadPoints } from '../../src/core/makeup/dead-points';
import { hazardAt, SCENARIOS } from '../../src/core/instruments/hazard';
import { usualRun } from '../../src/core/prove/usual-run';
import { bringFor } from '../../src/core/work/bring';
import { openWork, type Act, type Work } from '../../src/core/model/work';
import { stateOf } from '../../src/core/work/obligations';
import { newNeeds, newWay, setsFor } from '../../src/core/work/new-way';
import { assess } from '../../src/core/assess';
import { houseOf } from '../../src/core/house';
import { claimsOf } from '../../src/core/claims/claims-of';
import { reading } from './small-job';

/** New work from one open box of which the rest of the house is not known. */
const e = editions['2023'];
let n = 0;
const newId = (): string => `n${++n}`;
const act = (at = '2026-11-05T10:00:00Z'): Act => ({ at, by: 'MR' });
/** A three-slot receptacle in a den, opened: one cable with a ground, what feeds it not known. */
const opened = (more: Partial<Parameters<typeof newServiceCall>[1]> = {}): Job =>
	produce(
		newServiceCall(
			{ jobId: 'j', boxId: 'a', roomId: 'den' },
			{ boxName: 'by the door', roomName: 'Den', edition: '2023', permitDate: '2026-11-01', ...more }
		),
		(d) => {
			const [a] = d.boxes;
			if (!a) return;
			Object.assign(a, { material: 'plastic', volumeCuIn: 20, ground: 'present' });
			a.ends = [{ id: 'e1', kind: 'NM-B', awg: '14', metal: 'Cu', conductors: 2, ground: true, line: true, note: '' }];
		}
	);
const planned = (j: Job, set: NewSet, powerAt: 'switch' | 'load' = 'switch', more = {}): Job =>
	produce(
		j,
		beginWork(
			{ boxId: 'a', title: SETS[set].words, fix: null, adds: { set, powerAt, fromId: 'a', roomId: 'den', ...more } },
			act(),
			newId
		)
	);

/** What each new box is, in feed order, and the insulated conductors of the cable into it. Counted by hand. */
const MADE: Readonly<Record<NewSet, Readonly<Record<'switch' | 'load', readonly string[]>>>> = {
	receptacle: { switch: ['Den receptacle 2'], load: ['Den receptacle 2'] },
	'switched-light': { switch: ['Den switch 2', 'Den light 2'], load: ['Den light 2', 'Den switch 3'] },
	loop: { switch: ['Den switch 3'], load: ['Den switch 3'] },
	'half-switched': { switch: ['Den switch 2', 'Den receptacle 3'], load: ['Den receptacle 2', 'Den switch 3'] },
	'three-way': {
		switch: ['Den switch 1 2', 'Den switch 2 3', 'Den light 2'],
		load: ['Den light 2', 'Den switch 1 3', 'Den switch 2 3']
	},
	'four-way': {
		switch: ['Den switch 1 2', 'Den switch 2 3', 'Den switch 3 3', 'Den light 2'],
		load: ['Den light 2', 'Den switch 1 3', 'Den switch 2 3', 'Den switch 3 3']
	},
	fan: { switch: ['Den switch 2', 'Den fan 2'], load: ['Den fan 2', 'Den switch 3'] }
};
test('every set has its boxes and its conductors, with power at either end, and each of its boxes can be made up', () => {
	for (const set of NEW_SETS)
		for (const powerAt of POWER_AT) {
			const light = set === 'loop' ? { at: 'light' as const } : {};
			const j = planned(opened(light), set, powerAt);
			const boxes = j.boxes.filter((b) => b.id !== 'a');
			const shown = boxes.map((b) => `${b.name} ${j.cables.find((c) => c.toId === b.id)?.conductors}`);
			assert.deepEqual(shown, MADE[set][powerAt], `${set}, ${powerAt}`);
			const bad = Object.values(assess(j).stages).flatMap((s) => s.findings.filter((f) => f.severity === 'violation'));
			assert.deepEqual(
				bad.filter((f) => f.code !== 'afci').map((f) => f.message),
				[],
				`${set}, power at ${powerAt}`
			);
			const job = knownJob(j);
			for (const box of job.boxes) {
				const of = boxCase({ edition: e, job }, box);
				assert.ok(of.known, `${set}, power at ${powerAt}: ${box.name} ${of.known ? '' : of.why}`);
				const { findings } = makeUp(of.case);
				assert.deepEqual(
					findings.filter((f) => f.severity === 'violation').map((f) => f.message),
					[],
					`${set}, power at ${powerAt}: ${box.name}`
				);
			}
		}
});
test('the switch of a set breaks the hot and nothing else; its neutral is in the box', () => {
	const job = knownJob(planned(opened(), 'switched-light', 'load'));
	const at = job.boxes.find((b) => b.name === 'Den switch');
	assert.ok(at);
	const of = boxCase({ edition: e, job }, at);
	assert.ok(of.known);
	const nets = of.case.cables.flatMap((c) => c.conductors.map((w) => `${w.color} ${w.net}`));
	assert.deepEqual(nets, ['black hot', 'red switched', 'white neutral', 'bare ground']);
});
test('what feeds another box of the circuit is not known: a new set is made up all the same; one that a found switch is of is not', () => {
	const base = planned(opened(), 'three-way');
	const feed = base.cables.find((c) => c.toId === 'a');
	const [own] = base.boxes;
	assert.ok(feed && own);
	const far = { ...own, id: 'far', name: 'far', ends: [] };
	const j: Job = {
		...base,
		boxes: [...base.boxes, far],
		cables: [...base.cables, { ...feed, id: 'f', toId: 'far', fromId: null, kind: null, awg: null, conductors: null }]
	};
	const shown = (job: Job, name: string) => {
		const known = knownJob(job);
		const box = known.boxes.find((b) => b.name === name);
		return box ? boxCase({ edition: e, job: known }, box) : null;
	};
	for (const name of ['Den switch 1', 'Den switch 2', 'Den light']) assert.equal(shown(j, name)?.known, true, name);
	// A switch out there of which nobody knows where it hangs may stand in the cable from the wall.
	const loose = produce(j, (d) => {
		const far = d.boxes.find((b) => b.id === 'far');
		Object.assign(far?.devices[0] ?? {}, { kind: 'switch', receptacles: 0, controls: ['a'] });
	});
	const of = shown(loose, 'by the door');
	assert.equal(of?.known, false);
});
test('an own breaker: its first box is fed by nothing yet, and a circuit that came with it goes with it', () => {
	const bare = produce(opened(), (d) => void (d.boxes = []));
	const made = produce(bare, (d) => void addSet(d, { set: 'receptacle', powerAt: 'switch', fromId: null, roomId: 'den' }, newId));
	assert.deepEqual(
		made.circuits.map((c) => [c.name, c.breakerA, c.state]),
		[['', null, 'planned']]
	);
	assert.deepEqual([made.cables[0]?.fromId, made.cables[0]?.awg], [null, '12']);
});
test('on a breaker of its own: what its place requires, the space it goes into, and the breaker as the last part', () => {
	const bare = produce(opened({ roomName: 'Garage' }), (d) => void (d.boxes = []));
	const adds = { set: 'receptacle', powerAt: 'switch', fromId: null, roomId: 'den', spot: 'by the door' } as const;
	const j = produce(bare, beginOwn({ title: 'New', adds }, act(), newId));
	const [box] = j.boxes;
	const [own] = j.circuits;
	assert.ok(box && own);
	assert.deepEqual(
		[box.name, j.works?.[0]?.boxId === box.id, j.works?.[0]?.parts.map((p) => p.kind)],
		['by the door', true, ['device', 'breaker']]
	);
	const needs = (at: Job) => {
		const job = knownJob(at);
		return newNeeds({ edition: e, job }, [], job.boxes[0] as never).lacks;
	};
	assert.ok(
		bringFor({ edition: e, job: knownJob(j) }, j.works?.[0] as Work).parts.includes(
			'breaker, its rating read first, listed for the panel'
		)
	);
	// Its rating is not chosen: what that decides is said, and not guessed.
	const rated = produce(j, (d) => void Object.assign(d.circuits[0] ?? {}, { breakerA: 20 }));
	assert.deepEqual(needs(rated), ['gfci']);
	assert.deepEqual(needs(produce(rated, (d) => void Object.assign(d.circuits[0] ?? {}, { breaker: 'gfci' }))), []);
	const named = newSpace(rated, own.id, '7');
	assert.ok('put' in named);
	const at7 = produce(rated, named.put);
	assert.deepEqual(
		[
			at7.circuits.length,
			at7.circuits[0]?.id,
			at7.circuits[0]?.space,
			at7.panels.length,
			at7.cables[0]?.fromId === at7.panels[0]?.id
		],
		[1, own.id, 7, 1, true]
	);
	const other = produce(
		at7,
		(d) => void d.circuits.push(newCircuit({ id: 'x', name: '', panelId: d.panels[0]?.id ?? null, space: 9 }))
	);
	assert.deepEqual(
		[newSpace(other, own.id, '9'), newSpace(other, own.id, 'den')].map((r) => ('fault' in r ? r.fault : null)),
		[TAKEN, NOT_ONE['no-space']]
	);
	// Nothing is live there before the breaker is in: nothing is to be made dead at the box.
	assert.equal(handsAt(at7, box), null);
	const all = produce(at7, (d) => {
		for (const p of at7.works?.[0]?.parts ?? [])
			putIn({ workId: at7.works?.[0]?.id ?? '', partId: p.id, day: '2026-11-05' }, act())(d);
	});
	assert.deepEqual(
		[all.circuits[0]?.state, all.cables[0]?.state, all.boxes[0]?.state, handsAt(all, all.boxes[0] as Box)],
		['built', 'built', 'built', box.id]
	);
	// In, and joined last: no dead test of it is missing. Opened again, it has to be made dead like any other.
	const dead = (events: LiveEvent[]) =>
		threadOf(all, { readings: [], events }, all.boxes[0] as Box).find((s) => s.key === 'dead')?.needs;
	const tag = {
		id: 't',
		jobId: 'j',
		kind: 'off-tagged',
		circuitId: own.id,
		boxId: null,
		at: '2026-11-06T10:00:00Z',
		by: 'MR',
		note: ''
	};
	assert.deepEqual([dead([]), dead([tag as LiveEvent])], [null, 'a dead test']);
});
test('new cable is as large as its breaker asks, and as what is in the wall', () => {
	// The breaker, the copper in the wall; the new cable.
	const CASES: readonly [number | null, '14' | '12' | '10' | null, string][] = [
		// Nobody read the breaker: 12 fits 15 and 20 A.
		[null, null, '12'],
		[null, '14', '12'],
		[null, '10', '10'],
		[15, null, '14'],
		[15, '14', '14'],
		[15, '12', '12'],
		[20, '14', '12'],
		[20, '12', '12'],
		[30, '10', '10']
	];
	for (const [breakerA, awg, want] of CASES) {
		const j = produce(planned(opened(), 'receptacle'), (d) => {
			d.works = [];
			const own = d.circuits[0];
			const feed = d.cables.find((c) => c.toId === 'a');
			assert.ok(own && feed);
			own.breakerA = breakerA;
			Object.assign(feed, { awg, metal: awg && 'Cu' });
			Object.assign(d.boxes[0] ?? {}, { ends: [] });
			d.cables = [feed];
			const made = addSet(d, { set: 'receptacle', powerAt: 'switch', fromId: 'a', roomId: 'den' }, newId);
			assert.equal(d.cables.find((c) => c.toId === made[0]?.boxId)?.awg, want, `${breakerA} A, ${awg}`);
		});
		assert.ok(j);
	}
});
test('chosen again, the boxes of before are gone; ended, those that are in stay', () => {
	const first = planned(opened(), 'three-way');
	assert.equal(first.boxes.length, 4);
	const again = planned(first, 'receptacle');
	assert.deepEqual(
		again.boxes.map((b) => b.name),
		['by the door', 'Den receptacle']
	);
	assert.equal(again.works?.length, 1);
	// What goes and comes with one edit keeps its name when it is written.
	const same = planned(first, 'three-way', 'load');
	const written = placedOn(first, changesBetween(first, same));
	assert.deepEqual(written.ok && written.job.boxes.map((b) => b.name).sort(), [
		'Den light',
		'Den switch 1',
		'Den switch 2',
		'by the door'
	]);
	assert.deepEqual(
		beforeChoice(again, 'a').boxes.map((b) => b.id),
		['a']
	);
	const two = planned(opened(), 'switched-light');
	const work = openWork(two, 'a');
	const part = work?.parts.find((p) => p.newBox);
	assert.ok(work && part);
	const half = produce(two, (d) => {
		putIn({ workId: work.id, partId: part.id, day: '2026-11-05' }, act())(d);
		endWork(work.id, { ...act(), says: 'no ladder' })(d);
	});
	assert.deepEqual(
		half.boxes.map((b) => [b.name, b.state]),
		[
			['by the door', 'found'],
			['Den switch', 'built']
		]
	);
});
test('ended with only what lies beyond in: it stays, and what feeds it is not known', () => {
	const two = planned(opened(), 'switched-light');
	const work = openWork(two, 'a');
	const light = work?.parts.filter((p) => p.newBox)[1];
	assert.ok(work && light);
	const half = produce(two, (d) => {
		putIn({ workId: work.id, partId: light.id, day: '2026-11-05' }, act())(d);
		endWork(work.id, { ...act(), says: 'no ladder' })(d);
	});
	assert.deepEqual(
		half.boxes.map((b) => b.name),
		['by the door', 'Den light']
	);
	assert.deepEqual(half.cables.find((c) => c.toId === light.at)?.fromId, null);
	// One on its own breaker leaves nothing behind, its space named or not.
	const adds = { set: 'receptacle', powerAt: 'switch', fromId: null, roomId: 'den' } as const;
	const own = produce(opened(), beginOwn({ title: 'New', adds }, act(), newId));
	const spaced = newSpace(own, own.circuits[0]?.id ?? '', '7');
	assert.ok('put' in spaced);
	const gone = produce(own, (d) => {
		spaced.put(d);
		endWork(own.works?.[0]?.id ?? '', { ...act(), says: 'not wanted' })(d);
	});
	assert.deepEqual([gone.circuits.length, gone.cables.length, gone.boxes.length], [0, 0, 1]);
});
test('a light and its switch are proven by being seen to work since they were put in; a false answer fails them', () => {
	const j = planned(opened(), 'switched-light');
	const put = produce(j, (d) => {
		for (const p of j.works?.[0]?.parts ?? [])
			putIn({ workId: j.works?.[0]?.id ?? '', partId: p.id, day: '2026-11-05' }, act('2026-11-05T12:00:00Z'))(d);
	});
	const sw = put.boxes.find((b) => b.name === 'Den switch');
	const state = (word: string, at: string) => {
		const readings = [reading({ boxId: sw?.id ?? '', kind: 'works', value: null, word, at })];
		const claims = claimsOf(houseOf(knownJob(put), readings, []));
		return stateOf(put, put.works?.[0] as Work, { claims, readings }).owed.find((o) => o.at === sw?.id)?.state ?? 'done';
	};
	assert.deepEqual(
		[
			state('works', '2026-11-05T13:00:00Z'),
			state('stays-on', '2026-11-05T13:00:00Z'),
			state('stays-off', '2026-11-05T13:00:00Z'),
			state('works', '2026-11-05T11:00:00Z')
		],
		['done', 'failed', 'failed', 'owed']
	);
	const signs = ['works', 'stays-on', 'stays-off'].map((word) => liveSign({ kind: 'works', value: null, lamps: null, word }));
	assert.deepEqual(signs, ['live', 'live', 'quiet']);
});
test('a box of two breakers: the one that was said feeds what is new, and is judged', () => {
	const shared = produce(opened(), (d) => {
		for (const [id, space, breaker] of [
			['c1', 1, 'none'],
			['c2', 3, 'afci']
		] as const) {
			d.circuits.push({ ...newCircuit({ id, name: '', panelId: null, space, state: 'found' }), breakerA: 15, breaker });
			attachBox('a', { cableId: `f${id}`, circuitId: id, fromId: null, lengthFt: null })(d);
		}
	});
	const of = (circuitId: string) => {
		const at = { set: 'half-switched', powerAt: 'switch', fromId: 'a', roomId: 'den', circuitId, moved: false } as const;
		return newWay({ edition: e, job: shared }, [], at).fix;
	};
	assert.equal(of('c1')?.kind, 'protect-breaker');
	assert.equal(of('c2'), null);
});
test('built: the cable is, and its end is one more of those seen in the box that feeds it', () => {
	const two = planned(opened(), 'receptacle');
	const work = openWork(two, 'a');
	assert.deepEqual(
		work?.parts.map((p) => p.kind),
		['device', 'splice']
	);
	const put = produce(two, (d) => {
		for (const p of work?.parts ?? [])
			putIn({ workId: work?.id ?? '', partId: p.id, day: '2026-11-05' }, act('2026-11-05T12:00:00Z'))(d);
	});
	const a = put.boxes.find((b) => b.id === 'a');
	assert.deepEqual(
		a?.ends.map((x) => [x.kind, x.line]),
		[
			['NM-B', true],
			['NM-B', false]
		]
	);
	assert.deepEqual([put.cables.at(-1)?.state, put.boxes.at(-1)?.state], ['built', 'built']);
	const file = checkJobFile({ hekto: 'job', fileVersion: 5, job: put, readings: [], events: [] });
	assert.deepEqual(file.ok ? [] : file.faults, []);
	// Both are read again: what hung on the old joint hangs on another now.
	const job = knownJob(put);
	const read = (at: string) =>
		['a', put.boxes.at(-1)?.id ?? ''].map((id) => reading({ boxId: id, kind: 'hn', value: 121, at, id: `${id}${at}` }));
	const owed = (readings: readonly Reading[]) =>
		stateOf(put, put.works?.[0] as never, { claims: claimsOf(houseOf(job, readings, [])), readings }).owed.map(
			(o) => `${o.words}: ${o.missing}`
		);
	assert.equal(owed(read('2026-11-05T09:00:00Z')).length, 2, 'readings of before do not count');
	assert.ok(!owed(read('2026-11-05T13:00:00Z')).some((o) => o.startsWith('by the door')));
	const own = job.boxes.find((b) => b.id === 'a');
	assert.ok(own);
	const { done } = codeLetter({ edition: e, job }, own, { readings: [] });
	assert.ok(done.some((d) => d.startsWith('New box at Den receptacle')));
	assert.ok(done.some((d) => d.startsWith('Opened, spliced on and closed at by the door')));
});
test('what new work asks: protection of its place, a ground and room in the box that feeds it', () => {
	const way = (j: Job, more: { moved?: boolean; roomId?: string | null } = {}) =>
		newWay({ edition: e, job: j }, [], {
			set: 'receptacle',
			powerAt: 'switch',
			fromId: 'a',
			roomId: 'den',
			moved: false,
			...more
		});
	const bad = (j: Job) =>
		way(j)
			.warns.filter((w) => w.level === 'bad')
			.map((w) => w.words);
	// A den: AFCI, no GFCI. A bathroom: GFCI as well as none of the AFCI rooms.
	assert.deepEqual([way(opened()).protection.is, way(opened({ roomName: 'Bathroom' })).protection.is], ['afci', 'gfci']);
	assert.deepEqual(bad(opened()), []);
	// A half that a switch takes holds no AFCI, and neither does a light: from the breaker, with what that gives already.
	const onBreaker = (breaker: 'none' | 'gfci' | 'afci') =>
		produce(opened(), (d) => {
			d.circuits = [{ ...newCircuit({ id: 'c', name: '', panelId: null, space: 7, state: 'found' }), breakerA: 15, breaker }];
			attachBox('a', { cableId: 'f', circuitId: 'c', fromId: null, lengthFt: null })(d);
		});
	const of = (j: Job, set: NewSet) => {
		const { protection, fix, adds, warns } = newWay({ edition: e, job: j }, [], {
			set,
			powerAt: 'switch',
			fromId: 'a',
			roomId: 'den',
			moved: false
		});
		const asks = warns.some((w) => w.words.startsWith('Its breaker is not known'));
		return [protection.at, protection.is, fix?.kind === 'protect-breaker' ? fix.protection : null, adds.protection, asks];
	};
	const ROWS: readonly [Job, NewSet, readonly unknown[]][] = [
		[onBreaker('none'), 'half-switched', ['breaker', 'afci', 'afci', 'none', false]],
		[onBreaker('gfci'), 'switched-light', ['breaker', 'dual', 'dual', 'none', false]],
		[onBreaker('afci'), 'switched-light', ['receptacle', 'none', null, 'none', false]],
		[onBreaker('none'), 'receptacle', ['receptacle', 'afci', null, 'afci', false]],
		[opened(), 'half-switched', ['breaker', 'afci', null, 'none', true]]
	];
	for (const [j, set, want] of ROWS) assert.deepEqual(of(j, set), want, set);
	const with_ = (change: object) => produce(opened(), (d) => void Object.assign(d.boxes[0] ?? {}, change));
	// A switch: one two-wire cable is a loop, without a neutral. A light: its hot may be the switched one.
	const asks = (at: 'switch' | 'light', change: object) =>
		way(produce(opened({ at }), (d) => void Object.assign(d.boxes[0] ?? {}, change)))
			.warns.filter((w) => /loop|neutral|through a switch/.test(w.words))
			.map((w) => w.level);
	const end = { id: 'e1', kind: 'NM-B', awg: '14', metal: 'Cu', conductors: 2, ground: true, note: '' };
	const wire = {
		id: 'w1',
		endId: 'e1',
		color: 'white',
		means: 'neutral',
		alwaysLive: false,
		insulation: 'new',
		freeLengthIn: null
	};
	assert.deepEqual(asks('switch', {}), ['bad']);
	assert.deepEqual(asks('switch', { ends: [end, { ...end, id: 'e2' }] }), ['unknown']);
	assert.deepEqual(asks('switch', { conductors: [wire] }), []);
	assert.deepEqual(asks('light', {}), ['unknown']);
	assert.deepEqual(asks('light', { conductors: [{ ...wire, color: 'black', means: 'hot' }] }), ['unknown']);
	assert.deepEqual(asks('light', { conductors: [{ ...wire, color: 'black', means: 'hot', alwaysLive: true }] }), []);
	assert.match(bad(with_({ ground: 'none' }))[0] ?? '', /No ground at by the door/);
	// 14-2 with ground here, 12-2 new: 2 of 2.0, 2 of 2.25, one ground of 2.25, a device of twice 2.25: 15.25 cu in.
	assert.deepEqual(bad(with_({ volumeCuIn: 15.25 })), []);
	assert.match(bad(with_({ volumeCuIn: 15.2 }))[0] ?? '', /box fill is 15.25/);
	// Moved: the device is out, 10.75 cu in are left.
	assert.equal(
		way(with_({ volumeCuIn: 10.75 }), { moved: true }).warns.some((w) => w.level === 'bad'),
		false
	);
	assert.ok(way(with_({ volumeCuIn: null })).warns.some((w) => w.level === 'unknown' && w.words.includes('How large')));
	assert.ok(way(opened(), { roomId: null }).warns.some((w) => w.words.includes('Its room is not known')));
	assert.deepEqual(
		[setsFor(opened().boxes[0] ?? null).includes('loop'), setsFor(opened({ at: 'light' }).boxes[0] ?? null).includes('loop')],
		[false, true]
	);
	assert.deepEqual(indexOf(opened()).circuitsOfBox.size, 0);
});
test('what to bring: the parts of a work, with the tools that only it wants', () => {
	const of = (j: Job) => bringFor({ edition: e, job: knownJob(j) }, j.works?.[0] as Work);
	const one = of(planned(opened(), 'receptacle', 'switch', { protection: 'afci' }));
	assert.deepEqual(one.parts, [
		'AFCI receptacle, 15 A, tamper-resistant, with its plate',
		'plastic box, 22.5 cu in',
		'12-2 NM-B with ground, to Den receptacle',
		'3 connectors, by their package',
		'wire for 3 pigtails'
	]);
	assert.ok(one.tools.includes('wallboard saw, drill, fish rods') && !one.tools.includes('ladder'));
	const light = of(planned(opened(), 'three-way'));
	assert.ok(light.parts.includes('2 × three-way switch, 15 A, with its plate'), light.parts.join('\n'));
	assert.ok(light.tools.includes('ladder'));
	const moved = produce(
		opened(),
		beginWork(
			{
				boxId: 'a',
				title: 'Moved',
				fix: null,
				adds: { set: 'receptacle', powerAt: 'switch', fromId: 'a', roomId: 'den' },
				blankAt: { boxId: 'a', deviceId: opened().boxes[0]?.devices[0]?.id ?? '' }
			},
			act(),
			newId
		)
	);
	assert.ok(of(moved).parts.includes('blank cover'));
	// Its own device goes out: it is not closed over one again.
	assert.deepEqual(
		moved.works?.[0]?.parts.map((p) => p.kind),
		['blank', 'device']
	);
});
test('a ground slot to which the hot read full volts while on is a point of the dead test', () => {
	const j = produce(opened(), (d) => void Object.assign(d.boxes[0] ?? {}, { ground: 'unknown' }));
	const [a] = j.boxes;
	assert.ok(a);
	const must = (volts: number | null) =>
		deadPoints(j, a, volts === null ? [] : [reading({ boxId: 'a', kind: 'hg', value: volts })])
			.filter((p) => p.must)
			.map((p) => p.key);
	assert.deepEqual(must(null), ['hn', 'earth']);
	assert.deepEqual(must(103), ['hn', 'earth']);
	assert.deepEqual(must(104), ['hn', 'hg', 'ng', 'earth']);
	assert.deepEqual(must(127), ['hn', 'hg', 'ng', 'earth']);
	assert.deepEqual(must(128), ['hn', 'earth']);
});
test('what a fault would read at a box of which nothing is known: on a usual run, said so', () => {
	const [a] = knownJob(opened()).boxes;
	const sound = SCENARIOS.find((s) => s.key === 'sound');
	assert.ok(a && sound);
	const of = usualRun({ edition: e, job: knownJob(opened()) }, a);
	const here = hazardAt(of.ruled, of.circuit, { boxId: 'a', scenario: sound })?.along[0];
	// 50 ft of 14 AWG, 100 W: under a volt is lost of 120.
	assert.ok(here && here.hn !== null && here.hn > 119 && here.hn < 120.5, String(here?.hn));
	const bare = usualRun({ edition: e, job: knownJob(opened()) }, { ...a, ground: 'none' });
	const lamps = (r: typeof of) => hazardAt(r.ruled, r.circuit, { boxId: 'a', scenario: sound })?.along[0]?.lamps;
	assert.deepEqual(
		[lamps(of), lamps(bare)],
		[
			{ hn: 'on', hg: 'on', ng: 'off' },
			{ hn: 'on', hg: 'off', ng: 'off' }
		]
	);
});
