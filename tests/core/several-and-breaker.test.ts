import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { editions } from '../../src/core/code/editions';
import { feedCable, writeBehind } from '../../src/core/edit/cables';
import { putCheck } from '../../src/core/edit/inspection';
import { addOutlet, asInside, outletName, putAllOn } from '../../src/core/edit/several';
import { beforeChoice, beginWork, changeBreaker, endWork, putIn } from '../../src/core/edit/works';
import { blanked } from '../../src/core/blanked';
import { codeLetter } from '../../src/core/handover/code-letter';
import { threadOf } from '../../src/core/thread';
import { nextOf } from '../../src/core/next';
import { assess } from '../../src/core/assess';
import { newServiceCall } from '../../src/core/model/new-job';
import { removeBox } from '../../src/core/edit/boxes';
import { breakerLetter } from '../../src/core/handover/breaker-letter';
import { gatePlace, heldOffBy } from '../../src/core/makeup/gate';
import { asFoundId, LIT_BEFORE } from '../../src/core/model/checks';
import { knownJob, type Box, type Circuit, type Device, type Job, type LiveEvent } from '../../src/core/model/known';
import { openBreakerWork, type Act } from '../../src/core/model/work';
import { replaceAdvice } from '../../src/core/protection/articles/406-4-d-replace-advice';
import { replacePlans } from '../../src/core/protection/articles/406-4-d-replace-all';
import { bandsOf, protectedBy } from '../../src/core/protection/reach';
import { followersOf } from '../../src/core/prove/followers';
import { runOf, seenBehind, upstreamOf } from '../../src/core/run/runs';
import { wasLive } from '../../src/core/trace/feed-of-job';
import { obligationsOf } from '../../src/core/work/obligations';
import { houseOf } from '../../src/core/house';
import { claimsOf } from '../../src/core/claims/claims-of';
import { box, cable, circuit, den, job, reading } from './small-job';

/** Several outlets at once, what a look at one of them tells of the others, and a breaker by itself. */
const e = editions['2023'];
let n = 0;
const newId = (): string => `n${++n}`;
const act = (at = '2026-11-05T10:00:00Z'): Act => ({ at, by: 'MR' });

test('outlets get their names by themselves, and the inside of the last by one press', () => {
	const bed = { ...den, name: 'Bedroom' };
	assert.equal(outletName({ boxes: [] }, bed), 'Bedroom 1');
	assert.equal(outletName({ boxes: [box('x', { name: 'Bed 2-1' })] }, { name: 'Bed 2' }), 'Bed 2-2');
	assert.equal(outletName({ boxes: [] }, undefined), 'Outlet 1');
	assert.ok(outletName({ boxes: [] }, { name: 'R'.repeat(60) }).length <= 60);
	const made = produce(job({ boxes: [], cables: [] }), (d) => {
		addOutlet({ boxId: 'x', roomId: 'den', at: 'two-slot' })(d);
		addOutlet({ boxId: 'y', roomId: 'den', at: 'three-slot' })(d);
		const x = d.boxes[0] as Box;
		Object.assign(x, { material: 'metal', ground: 'none', volumeCuIn: 12.5 });
		x.ends = [{ id: 'e1', kind: 'two-wire', awg: '14', conductors: 2, ground: false, line: true, enters: 'top', note: 'n' }];
		asInside('y', 'x', newId)(d);
	});
	const [x, y] = made.boxes;
	assert.deepEqual([x?.name, y?.name, x?.devices[0]?.slots, y?.devices[0]?.slots], ['Den 1', 'Den 2', 'two-slot', 'grounding']);
	assert.deepEqual([y?.material, y?.ground, y?.volumeCuIn, y?.ends.length], ['metal', 'none', 12.5, 1]);
	// Which of its cables is LINE was seen in the first alone.
	assert.deepEqual([y?.ends[0]?.line, y?.ends[0]?.enters, y?.ends[0]?.id === 'e1'], [undefined, undefined, false]);
});
test('only those on no circuit yet are put on one', () => {
	const j = job({ circuits: [circuit(), circuit({ id: 'c2', space: 3 })], cables: [cable('p', 'a', 40)] });
	const put = produce(j, putAllOn(['a', 'b', 'c'], 'c2', newId));
	assert.deepEqual(
		put.cables.map((l) => `${l.circuitId} ${l.toId} ${l.fromId}`),
		['c1 a p', 'c2 b null', 'c2 c null']
	);
});

// A look: dead with the first open, live with it joined.
const bare = (more: Partial<Device> = {}): Job =>
	job({
		rooms: [{ ...den, kind: 'bedroom' }],
		boxes: ['a', 'b', 'c'].map((id) =>
			box(id, { state: 'found', ground: 'none', readilyAccessible: true }, { state: 'found', ...more })
		),
		cables: ['a', 'b', 'c'].map((id) => cable('p', id, null, { id: `to-${id}`, fromId: null, state: 'found', ground: false }))
	});
const looked = produce(bare(), writeBehind('c1', 'a', ['b', 'c']));
test('what is measured to be behind a box is, and by sight it stays where it was seen', () => {
	const run = (j: Job) => runOf(j, j.circuits[0] as Circuit);
	assert.deepEqual([upstreamOf(run(looked), 'c'), seenBehind(run(looked), 'a').sort()], [['a'], ['b', 'c']]);
	assert.deepEqual(seenBehind(run(bare()), 'a'), []);
	// A second look nearer to it: the nearer one is kept, whichever came first.
	const nearer = produce(looked, writeBehind('c1', 'b', ['c']));
	assert.deepEqual(upstreamOf(run(nearer), 'c'), ['b', 'a']);
	const first = produce(produce(bare(), writeBehind('c1', 'b', ['c'])), writeBehind('c1', 'a', ['b', 'c']));
	assert.deepEqual(upstreamOf(run(first), 'c'), ['b', 'a']);
	// Taken back, or its box taken out, nothing is left of it.
	assert.deepEqual(upstreamOf(run(produce(looked, writeBehind('c1', 'a', []))), 'c'), []);
	assert.equal(
		produce(looked, removeBox('a')).cables.some((l) => l.behind),
		false
	);
	// Seen to come from the panel it is not behind it any more; a guess says nothing.
	assert.deepEqual(upstreamOf(run(produce(looked, feedCable('to-c', 'p'))), 'c'), ['p']);
	assert.deepEqual(upstreamOf(run(produce(bare(), feedCable('to-c', 'a', 0.95))), 'c'), []);
	// What contradicts itself ends.
	const loop = produce(bare(), (d) => {
		for (const l of d.cables) l.behind = l.toId === 'b' ? 'c' : 'b';
	});
	assert.ok(upstreamOf(run(loop), 'b').length <= 2);
});
test('a device at the first protects what was measured to be behind it, and its plan covers them', () => {
	const c = looked.circuits[0] as Circuit;
	const guarded = produce(looked, (d) => {
		Object.assign(d.boxes[0]?.devices[0] as Device, { protection: 'gfci', feedsLoad: true, state: 'built' });
	});
	const by = (j: Job, i: number) => {
		const at = j.boxes[i] as Box;
		try {
			return protectedBy({ edition: e, job: j }, { box: at, device: at.devices[0] as Device, circuit: c }, 'gfci')?.name ?? null;
		} catch {
			return 'not known';
		}
	};
	assert.deepEqual([by(guarded, 1), by(guarded, 2)], ['A', 'A']);
	assert.equal(by(produce(guarded, writeBehind('c1', 'a', ['b'])), 2), 'not known');
	assert.deepEqual(bandsOf(guarded, runOf(guarded, c))[0]?.boxIds.sort(), ['a', 'b', 'c']);
	assert.deepEqual(
		followersOf(guarded, guarded.boxes[0] as Box, [])
			.map((f) => f.box.id)
			.sort(),
		['b', 'c']
	);
	const plans = (j: Job) => replacePlans({ edition: e, job: j }, { roomId: 'den' }, []);
	const plan = plans(looked).find((p) => p.id === 'first-box');
	assert.deepEqual([plan?.firstId, plan?.boxes.length, /: A$/.test(plan?.title ?? '')], ['a', 3, true]);
	// Without the look there is no first box: a device at each is another plan, by its own name.
	assert.equal(
		plans(bare()).some((p) => p.id === 'first-box'),
		false
	);
});
test('dead with it open tells nothing of what was never seen live', () => {
	const of = (checks: Job['checks'], ...rows: Parameters<typeof wasLive>[1]) => wasLive({ checks }, rows, 'a');
	assert.equal(of([]), false);
	assert.equal(of([], reading({ boxId: 'a', kind: 'hn', value: 119 })), true);
	assert.equal(of([], reading({ boxId: 'a', kind: 'hn', value: 0 })), false);
	assert.equal(of([], reading({ boxId: 'a', kind: 'lamps', value: null, lamps: 'on off off' })), true);
	assert.equal(of([], reading({ boxId: 'b', kind: 'hn', value: 119 })), false);
	assert.equal(of([{ id: asFoundId('a'), seen: 'done', note: LIT_BEFORE, at: '', by: '' }]), true);
});
test('choices are weighed by what stands there, not by the plan that they would take the place of', () => {
	const j = produce(bare(), (d) => {
		d.circuits[0] = { ...(d.circuits[0] as Circuit), breakerA: 15, state: 'found' };
	});
	const fix = { kind: 'protect-breaker' as const, label: '', circuitId: 'c1', protection: 'dual' as const };
	const planned = produce(j, beginWork({ boxId: 'a', title: 'Breaker', fix }, act(), newId));
	const titles = (of: Job) => {
		const at = of.boxes[0] as Box;
		return replaceAdvice({ edition: e, job: of }, { box: at, device: at.devices[0] as Device }, [])?.choices.map((x) => x.title);
	};
	assert.equal(planned.circuits[0]?.plannedBreaker, 'dual');
	assert.deepEqual(titles(knownJob(beforeChoice(planned, 'a'))), titles(j));
	const [part] = planned.works?.[0]?.parts ?? [];
	const begun = produce(
		planned,
		putIn({ workId: planned.works?.[0]?.id ?? '', partId: part?.id ?? '', day: '2026-11-05' }, act())
	);
	assert.equal(beforeChoice(begun, 'a'), begun);
});

// A breaker by itself.
const tripping = job({ circuits: [circuit({ poles: 2, space: 8, breakerA: 40, state: 'found' })], cables: [] });
const other = { circuitId: 'c1', title: 'Breaker changed', protection: 'none' as const, breakerA: 30 };
const workAt = (j: Job) => {
	const work = openBreakerWork(j, 'c1');
	assert.ok(work);
	return { work, part: work.parts[0] as (typeof work.parts)[number] };
};
const owedOf = (j: Job): string =>
	obligationsOf(j, workAt(j).work, { claims: claimsOf(houseOf(knownJob(j), [], [])), readings: [] })
		.map((o) => o.state)
		.join();
const loadTest = (at: string, figures: Record<string, number>, words: Record<string, string> = {}) =>
	putCheck({ id: newId(), kind: 'breaker', of: 'c1', figures, words, at, by: 'MR', note: '' });
test('another breaker: planned anew, in with its rating, ended as it was found', () => {
	const planned = produce(tripping, changeBreaker(other, act(), newId));
	assert.deepEqual([planned.circuits[0]?.plannedBreaker, planned.circuits[0]?.breakerA], ['none', 40]);
	const again = produce(planned, changeBreaker({ ...other, protection: 'gfci' }, act(), newId));
	assert.deepEqual([again.works?.length, again.works?.[0]?.found.breakers[0]?.breakerA], [1, 40]);
	const { work, part } = workAt(planned);
	const built = produce(planned, putIn({ workId: work.id, partId: part.id, day: '2026-11-05' }, act()));
	assert.deepEqual(
		[built.circuits[0]?.breakerA, built.circuits[0]?.plannedBreaker, built.circuits[0]?.installed],
		[30, undefined, '2026-11-05']
	);
	const ended = produce(planned, endWork(work.id, { ...act(), says: 'no part' }));
	assert.deepEqual([ended.circuits[0]?.plannedBreaker, openBreakerWork(ended, 'c1')], [undefined, undefined]);
});
const built = (() => {
	const planned = produce(tripping, changeBreaker(other, act(), newId));
	const { work, part } = workAt(planned);
	return produce(planned, putIn({ workId: work.id, partId: part.id, day: '2026-11-05' }, act()));
})();
for (const [what, at, figures, words, state] of [
	['nothing', null, {}, {}, 'owed'],
	// 40% of 30 A is 12 A, for 180 s.
	['12 A for 180 s', '2026-11-05T10:20:00Z', { afterA: 12, heldS: 180 }, {}, 'done'],
	['11.9 A', '2026-11-05T10:20:00Z', { afterA: 11.9, heldS: 180 }, {}, 'owed'],
	['179 s', '2026-11-05T10:20:00Z', { afterA: 12, heldS: 179 }, {}, 'owed'],
	['more than its rating', '2026-11-05T10:20:00Z', { afterA: 31, heldS: 300 }, {}, 'owed'],
	['before it was in', '2026-11-05T09:59:00Z', { afterA: 12, heldS: 300 }, {}, 'owed'],
	['it trips at once', '2026-11-05T10:20:00Z', { afterA: 12, heldS: 300 }, { resetTrips: 'at-once' }, 'failed']
] as const)
	test(`a breaker without a button is proven by its load: ${what}`, () =>
		assert.equal(owedOf(at === null ? built : produce(built, loadTest(at, figures, words))), state));
test('its letter: found, read before, done, dead, read after, not proven', () => {
	const told = (j: Job, events: LiveEvent[] = []) =>
		breakerLetter({ edition: e, job: knownJob(j) }, knownJob(j).circuits[0] as Circuit, { readings: [], events });
	const early = produce(built, loadTest('2026-11-05T09:00:00Z', { loadA: 19, tripS: 600, terminalC: 65 }));
	const l = told(produce(early, loadTest('2026-11-05T10:20:00Z', { loadA: 19, tripS: 600, afterA: 18, heldS: 300 })));
	assert.match(l.facts[0] ?? '', /40 A, two poles, no test button/);
	assert.match(l.before.join(), /load on it when it trips 19 A.*149 °F/);
	assert.match(l.done.join(), /Put in a 30 A breaker in space 8\/10, 2026-11-05 by MR/);
	assert.deepEqual(l.dead, ['Dead test not recorded.']);
	assert.match(l.evidence.join(), /load 18 A; .*300 s/);
	assert.doesNotMatch(l.evidence.join(), /19 A/);
	assert.doesNotMatch(l.left.join(), /Not proven/);
	assert.match(told(early).left.join(), /Not proven: space 8\/10: load-tested, at least 40%/);
});
test('on means the main and the breaker: both tags hold a box off', () => {
	const j = job({ boxes: [box('a')], cables: [cable('p', 'a', 10)] });
	const tag = (id: string, of: Partial<LiveEvent>): LiveEvent =>
		({
			id,
			jobId: 'j',
			kind: 'off-tagged',
			circuitId: null,
			boxId: null,
			at: `2026-11-05T10:0${id}:00Z`,
			by: 'MR',
			note: '',
			...of
		}) as LiveEvent;
	const place = gatePlace(j, 'a');
	assert.ok(place);
	const held = (...events: LiveEvent[]) => heldOffBy(j, events, place).map((t) => t.circuitId ?? t.boxId);
	assert.deepEqual(held(tag('1', { circuitId: 'c1', boxId: 'a' }), tag('2', { boxId: 'p', what: 'main' })), ['p', 'c1']);
	assert.deepEqual(held(tag('1', { circuitId: 'c1', boxId: 'a' })), ['c1']);
	assert.deepEqual(held(), []);
});

test('taken out and blanked: what the room would lack is said first, and what was done is on its paper', () => {
	const at = (id: string, where: number) =>
		box(id, { state: 'found', place: { kind: 'wall', wall: 0, at: where } }, { state: 'found' });
	// A wall of 24 ft: receptacles at 6 and 18 ft serve it; without one of them a space is out of reach.
	const long: Job = job({
		rooms: [
			{
				...den,
				outline: [
					[0, 0],
					[288, 0],
					[288, 20],
					[0, 20]
				],
				breaks: []
			}
		],
		boxes: [at('a', 72), at('b', 216)],
		cables: []
	});
	assert.match(blanked(long, long.boxes[0] as Box).warns.join(), /210\.52\(A\)/);
	// Two side by side: the other still serves.
	const spare = { ...long, boxes: [...long.boxes, at('c', 80)] };
	assert.deepEqual(blanked(spare, spare.boxes[0] as Box).warns, []);
	const walls = { ...long, rooms: [{ ...den, outline: null }] };
	assert.match(blanked(walls, walls.boxes[0] as Box).warns.join(), /no walls entered/);
	const begun = produce(
		spare,
		beginWork({ boxId: 'a', title: 'Taken out', fix: null, blankAt: { boxId: 'a', deviceId: 'a-d1' } }, act(), newId)
	);
	const work = begun.works?.[0];
	const done = produce(begun, putIn({ workId: work?.id ?? '', partId: work?.parts[0]?.id ?? '', day: '2026-11-05' }, act()));
	assert.equal(done.boxes[0]?.devices.length, 0);
	const letter = codeLetter({ edition: e, job: knownJob(done) }, knownJob(done).boxes[0] as Box, { readings: [] });
	assert.match(letter.facts.join(), /grounding receptacle, 15 A/);
	assert.match(letter.done.join(), /Removed at A, spliced, blank cover on, 2026-11-05 by MR/);
	assert.match(letter.left.join(), /blank cover/);
	const steps = threadOf(done, { readings: [], events: [] }, done.boxes[0] as Job['boxes'][number]);
	assert.deepEqual(
		['make-up', 'prove'].map((key) => steps.find((s) => s.key === key)?.done),
		[true, true]
	);
});
test('a call goes on at its step, wherever the job is opened', () => {
	const next = (j: Job) => {
		const of = { job: j, readings: [], events: [], today: '2026-11-05' };
		const step = nextOf({ ...of, assessment: assess(j) });
		return [step?.code, step?.call, step?.subject?.id].join(' ');
	};
	const start = { edition: '2023' as const };
	const one = newServiceCall(
		{ jobId: 'j', boxId: 'x', roomId: 'r' },
		{ boxName: 'by the stairs', roomName: 'Hall', ...start }
	) as Job;
	assert.equal(next(one), 'call found x');
	assert.equal(next({ ...bare(), call: { at: 'several', id: 'den' } }), 'call several den');
	assert.equal(next({ ...bare(), boxes: [], cables: [], call: { at: 'several', id: 'den' } }), 'call several den');
	assert.equal(next({ ...tripping, call: { at: 'breaker', id: null } }), 'call breaker ');
	assert.equal(next({ ...built, call: { at: 'breaker', id: null } }), 'call breaker c1');
	const proven = produce(built, loadTest('2026-11-05T10:20:00Z', { afterA: 12, heldS: 180 }));
	assert.notEqual(next({ ...proven, call: { at: 'breaker', id: null } }).split(' ')[0], 'call');
	// A house that was begun as a house has no call to go on with.
	assert.notEqual(next(tripping).split(' ')[0], 'call');
});
