import assert from 'node:assert/strict';
import test from 'node:test';
import { answerDecode, checkDecode, checkWalks } from '../../src/core/formats/walks-request';
import { decodeWalks, distance, planWalks, WALK_CHECKS, type WalkCheck, type WalkPlan } from '../../src/core/trace/walks';
import { only } from './small-job';

/** Breakers told apart by walks: distances of every panel of 1 to 60, and each single slip. */
const spaces = (many: number): number[] => Array.from({ length: many }, (_, i) => 2 * i + 1);
const LEAST = { none: 1, detect: 2, correct: 3 } as const;
const liveBy = (plan: WalkPlan, ...fed: number[]): boolean[] =>
	plan.walks.map((w) => !fed.every((space) => w.off.includes(space)));
const slip = (live: readonly boolean[], at: number): boolean[] => live.map((on, i) => (i === at ? !on : on));
const one = (plan: WalkPlan, live: readonly boolean[]) => only(decodeWalks(plan, [{ outlet: 'x', live }]));

for (const check of WALK_CHECKS)
	test(`${check}: codes of 1 to 60 breakers keep their distance, are never all live or all dead, and decode`, () => {
		for (let many = 1; many <= 60; many++) {
			const plan = planWalks(spaces(many), check);
			const { codes, walks } = plan;
			assert.equal(new Set(codes).size, many);
			for (const [i, a] of codes.entries()) {
				assert.ok(a > 0 && a < 2 ** walks.length - 1);
				for (const b of codes.slice(0, i)) assert.ok(distance(a, b) >= LEAST[check], `${many}: ${a} ${b}`);
			}
			for (const space of plan.breakers) {
				const live = liveBy(plan, space);
				assert.equal(one(plan, live).breaker, space);
				for (let at = 0; at < live.length; at++) {
					const read = one(plan, slip(live, at));
					if (check === 'detect') assert.equal(read.breaker, null, `${many}: slip ${at} at slot ${space} is not seen`);
					if (check === 'correct') {
						assert.equal(read.breaker, space);
						assert.match(read.doubt ?? '', new RegExp(`walk ${at + 1} `));
					}
				}
			}
		}
	});

const fewest: [check: WalkCheck, breakers: number, walks: number][] = [
	['none', 2, 2],
	['none', 3, 3],
	['none', 6, 3],
	['none', 7, 4],
	['none', 10, 4],
	['none', 14, 4],
	['none', 15, 5],
	['none', 30, 5],
	['none', 31, 6],
	['none', 62, 6],
	['none', 63, 7],
	['none', 200, 8],
	['detect', 2, 2],
	['detect', 3, 3],
	['detect', 8, 4],
	['detect', 9, 5],
	['detect', 10, 5],
	['detect', 15, 5],
	['detect', 16, 6],
	['detect', 32, 6],
	['detect', 33, 7],
	['detect', 63, 7],
	['detect', 64, 8],
	['detect', 200, 9],
	['correct', 2, 4],
	['correct', 3, 5],
	['correct', 4, 5],
	['correct', 8, 7],
	['correct', 14, 7],
	['correct', 15, 8],
	['correct', 16, 8],
	['correct', 20, 9],
	['correct', 40, 10],
	['correct', 64, 11],
	['correct', 65, 11],
	['correct', 200, 12]
];
for (const [check, many, walks] of fewest)
	test(`${many} breakers, ${check}: ${walks} walks`, () => assert.equal(planWalks(spaces(many), check).walks.length, walks));
test('with correct never more than one walk above the best that is known, for 2 to 200', () => {
	const best = [2, 4, 8, 16, 20, 40, 72, 144, 256];
	const known = (many: number) => (many <= 2 ? 3 : best.findIndex((n) => n >= many) + 4);
	for (let many = 2; many <= 200; many++)
		assert.ok(planWalks(spaces(many), 'correct').walks.length <= known(many) + 1, `${many}`);
});

const ten = planWalks(spaces(10), 'none');
test('live in every walk, dead in every walk: no breaker, never mended', () => {
	for (const check of WALK_CHECKS) {
		const plan = planWalks(spaces(10), check);
		const [live, dead] = [true, false].map((on) =>
			one(
				plan,
				plan.walks.map(() => on)
			)
		);
		assert.deepEqual([live?.breaker, dead?.breaker], [null, null]);
		assert.match(live?.doubt ?? '', /^Live in every walk/);
		assert.match(dead?.doubt ?? '', /^Dead in every walk/);
	}
});
test('a word with one dead answer names its breaker, in doubt; ten breakers in four walks need none but four such words', () => {
	const doubts = ten.breakers.filter((space) => one(ten, liveBy(ten, space)).doubt);
	// Six words of two 1s are without doubt; the other four have one or three.
	assert.equal(doubts.length, 4);
	for (const space of doubts)
		assert.match(one(ten, liveBy(ten, space)).doubt ?? '', new RegExp(`Switch space ${space} off once, alone`));
	assert.equal(planWalks(spaces(6), 'none').walks.length, 3);
});
test('an outlet on two joined circuits is dead only while both are off', () => {
	const plan = planWalks(spaces(10), 'detect');
	const told = plan.breakers.flatMap((a) => plan.breakers.filter((b) => b > a).map((b) => one(plan, liveBy(plan, a, b))));
	assert.ok(
		told.every((t) => t.breaker === null || t.doubt),
		'two joined circuits pass for one breaker without a doubt'
	);
	assert.ok(told.some((t) => /spaces \d+ and \d+ were both off/.test(t.doubt ?? '')));
});

test('bodies: each slot once, one answer a walk', () => {
	const fault = (c: ReturnType<typeof checkDecode>) => (c.ok ? '' : c.faults.map((f) => f.path).join());
	const body = {
		breakers: [1, 3, 5],
		check: 'none',
		observations: [{ outlet: 'a', live: liveBy(planWalks([1, 3, 5], 'none'), 3) }]
	};
	assert.equal(fault(checkDecode(body)), '');
	assert.equal(fault(checkDecode({ ...body, breakers: [1, 3, 1] })), 'breakers[2]');
	assert.equal(fault(checkDecode({ ...body, observations: [{ outlet: 'a', live: [true] }] })), 'observations[0].live');
	const walks = [
		{ breakers: [], check: 'none' },
		{ breakers: [1.5], check: 'none' },
		{ breakers: [1], check: 'some' },
		{ breakers: spaces(201), check: 'none' }
	];
	assert.deepEqual(
		walks.map((w) => checkWalks(w).ok),
		[false, false, false, false]
	);
	const checked = checkDecode(body);
	assert.ok(checked.ok);
	assert.equal(answerDecode(checked.value).outlets[0]?.breaker, 3);
});
