import assert from 'node:assert/strict';
import { test } from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { applyFix } from '../../src/core/edit/fix';
import type { Box, Cable, Device, Job, Room } from '../../src/core/model/known';
import { EDITIONS } from '../../src/core/model/kinds';
import { box, cable, den, job } from './small-job';

/** 404.2(C): a light at `b`, fed first, and its switch at `s` on a loop of so many conductors. */
interface Of {
	room?: Room['kind'];
	loop?: Partial<Cable>;
	at?: Partial<Box>;
	light?: Partial<Device>;
	second?: boolean;
}
const LIGHT: Partial<Device> = { kind: 'lighting', receptacles: 0 };
const SWITCH: Partial<Device> = { kind: 'switch', receptacles: 0, controls: ['b'] };
function looped({ room = 'bedroom', loop = {}, at = {}, light = LIGHT, second = false }: Of): Job {
	const ways = second ? ({ ways: 'three-way' } as const) : {};
	return job({
		rooms: [{ ...den, kind: room }],
		boxes: [
			box('b', { material: 'plastic' }, light),
			box('s', { material: 'plastic', heightIn: 48, ...at }, { ...SWITCH, ...ways }),
			...(second ? [box('t', { material: 'plastic', heightIn: 48 }, { ...SWITCH, ...ways })] : [])
		],
		cables: [cable('p', 'b', 40), cable('b', 's', 12, loop), ...(second ? [cable('s', 't', 12, { conductors: 3 })] : [])]
	});
}
const neutral = (of: Job) => assess(of).stages.trim.findings.filter((f) => f.rule.section === '404.2(C)');
const said = (of: Job) => neutral(of).map((f) => f.severity);

for (const [what, of, says] of [
	['a loop of two wires in a bedroom', {}, ['violation']],
	['its twin of three', { loop: { conductors: 3 } }, []],
	['in a bathroom', { room: 'bathroom' }, ['violation']],
	['in a hallway', { room: 'hallway' }, ['violation']],
	['in a garage', { room: 'garage' }, []],
	['in a closet', { room: 'closet' }, []],
	['in an old box', { at: { state: 'found' } }, []],
	['in a raceway, through which one can be pulled', { loop: { raceway: 'EMT', kind: 'THHN' } }, []],
	['of a receptacle and no light', { light: { switched: 'whole' } }, []],
	['in a room that nobody entered', { at: { roomId: null } }, ['caution']],
	['one of two three-way switches, of which one may see the whole room', { second: true }, ['caution', 'caution']]
] as const satisfies readonly (readonly [string, Of, readonly string[]])[])
	test(`404.2(C), a switch without a neutral: ${what}`, () => {
		for (const edition of EDITIONS) assert.deepEqual(said({ ...looped(of), edition }), says, edition);
	});
test('404.2(C): the cable with one more conductor is the fix, and clears it', () => {
	const of = looped({});
	const [found] = neutral(of);
	assert.equal(found?.fix?.label, 'Make it a three-wire cable');
	assert.ok(found.fix);
	assert.deepEqual(
		said(
			produce(
				of,
				applyFix(found.fix, () => 'x')
			)
		),
		[]
	);
});
