import assert from 'node:assert/strict';
import test from 'node:test';
import { independentGround } from '../../src/core/makeup/independent-ground';
import { tracedBoxes, tracerBreaker, tracerCall, tracerCallOnRun, tracerSteps, TRACED_WHAT } from '../../src/core/trace/tracer';

/** What a tracer's levels say: where the open lies, which breaker, which boxes. */
const levels = (text: string) =>
	text.split(' ').map((row) => ({ at: row.split(':')[0] ?? '', level: Number(row.split(':')[1]) }));

const calls: [what: string, read: string, want: string | null][] = [
	['half is an open', 'a:10 b:9 c:4.5 d:4', 'b c open'],
	['a little over half is not called', 'a:10 b:9 c:4.6 d:4', 'b c'],
	['nothing at all beyond', 'a:8 b:8 c:0', 'b c open'],
	['the greatest fall of two', 'a:10 b:5 c:1', 'b c open'],
	['a dead start says nothing', 'a:0 b:0', null],
	['one reading', 'a:7', null]
];
for (const [what, read, want] of calls)
	test(`tracer: ${what}`, () => {
		const call = tracerCall(levels(read));
		assert.equal(call && `${call.from} ${call.to}${call.open ? ' open' : ''}`, want);
	});
test('at the panel the best breaker must lead one and a half times', () => {
	const at = (read: string) => tracerBreaker(levels(read));
	assert.deepEqual(at('1:9 3:6 5:2'), { at: '1', lead: 1.5, call: true });
	assert.equal(at('1:9 3:6.1')?.call, false);
	assert.equal(at('7:4')?.call, true);
	assert.equal(at('1:0 3:0'), null);
});
test('boxes from a share of the sender on are on the circuit', () => {
	assert.deepEqual(tracedBoxes(levels('a:10 b:2.5 c:2.4'), 10), ['a', 'b']);
	assert.deepEqual(tracedBoxes(levels('a:10 b:2.5 c:2.4'), 10, 0.24), ['a', 'b', 'c']);
	assert.deepEqual(tracedBoxes(levels('a:10'), 0), []);
});
test('set up by what is open: dead and a ground of its own always, a lamp but for ground and the whole cable', () => {
	for (const what of TRACED_WHAT) {
		const steps = tracerSteps(what);
		assert.match(steps[0]?.do ?? '', /neutral good to the panel's ground/);
		assert.match(steps[1]?.do ?? '', /verified dead/);
		assert.match(steps[2]?.do ?? '', /known hot/);
		assert.ok(steps.every((s) => s.why));
	}
	const lamp = (what: (typeof TRACED_WHAT)[number]) => tracerSteps(what).some((s) => /^A lamp/.test(s.do));
	assert.deepEqual(TRACED_WHAT.map(lamp), [true, true, false, false, true]);
});

test('which way the receiver goes: what lies the other way is not held against the sender', () => {
	const nodes = ['p>a', 'a>b', 'b>c', 'b>d'].map((way) => {
		const [fromId = null, boxId = ''] = way.split('>');
		return { boxId, fromId };
	});
	const call = (way: 'panel' | 'onward' | undefined) => {
		const got = tracerCallOnRun(nodes, { at: 'b', level: 10, way }, levels('a:1 c:4 d:9'));
		return got && `${got.from} ${got.to}`;
	};
	assert.deepEqual([call(undefined), call('panel'), call('onward')], ['sender a', 'sender a', 'sender c']);
});
for (const [hotV, level] of [
	[null, 'unknown'],
	[103, 'bad'],
	[104, 'good'],
	[127, 'good'],
	[128, 'bad'],
	[60, 'bad'],
	[0, 'bad']
] as const)
	test(`an independent ground, known hot to it ${hotV} V: ${level}`, () => assert.equal(independentGround(hotV).level, level));
