import assert from 'node:assert/strict';
import test from 'node:test';
import type { ReadingKind } from '../../src/core/model/kinds';
import { hasHalves, unreadOf, type Unread } from '../../src/core/prove/unread';
import type { GroundState } from '../../src/core/run/ground-at';
import { box } from './small-job';

interface Case {
	face?: Parameters<typeof box>[2];
	ground?: GroundState;
	upper?: ReadingKind[];
	lower?: ReadingKind[];
	is: Unread | null;
}
const SPLIT = { switched: 'half', receptacles: 2 } as const;
const CASES: Readonly<Record<string, Case>> = {
	'nothing read': { is: 'supply' },
	'ground alone, of a dead one too': { upper: ['hg', 'ohm-ground', 'h2g'], is: 'supply' },
	'hot to neutral alone': { upper: ['hn'], is: 'ground' },
	'a drop alone': { upper: ['drop'], is: 'ground' },
	'neutral to ground, which is 0 V with the ground open too': { upper: ['hn', 'ng'], is: 'ground' },
	'a button, which leaks to neutral': { upper: ['hn', 'gfci-own'], is: 'ground' },
	'hot to ground too': { upper: ['hn', 'hg'], is: null },
	'its ground path under load': { upper: ['drop', 'ohm-ground'], is: null },
	'three lamps': { upper: ['lamps'], is: null },
	'two hots': { upper: ['hh'], is: 'ground' },
	'two hots, one of them to ground': { upper: ['hh', 'h2g'], is: null },
	'no ground there': { upper: ['hn'], ground: 'none', is: null },
	'nobody looked whether there is one': { upper: ['hn'], ground: 'unknown', is: 'ground' },
	'a ground that was proven and is not read again': { upper: ['hn'], ground: 'proven', is: 'ground' },
	'two slots promise none': { face: { slots: 'two-slot' }, upper: ['hn'], is: null },
	'no receptacle': { face: { kind: 'hard-wired', receptacles: 0 }, upper: ['hn'], is: null },
	'one half of a split one': { face: SPLIT, upper: ['lamps'], is: 'lower' },
	'the other half': { face: SPLIT, lower: ['lamps'], is: 'upper' },
	'both halves, the ground at one': { face: SPLIT, upper: ['hn'], lower: ['lamps'], is: null },
	'both halves, the ground at none': { face: SPLIT, upper: ['hn'], lower: ['hn'], is: 'ground' },
	'not split, read at the lower': { lower: ['lamps'], is: null }
};
for (const [what, c] of Object.entries(CASES))
	test(`what is unread: ${what}`, () => {
		const of = box('b', {}, { slots: 'grounding', ...c.face });
		const read = { upper: new Set(c.upper), lower: new Set(c.lower) };
		assert.equal(unreadOf(of, { state: c.ground ?? 'seen' }, read), c.is);
	});
const FACES: [face: Parameters<typeof box>[2], halves: boolean][] = [
	[{}, false],
	[SPLIT, true],
	[{ ...SPLIT, receptacles: 1 }, false],
	[{ switched: 'whole', receptacles: 2 }, false],
	[{ receptacles: 2, yoke: 'split' }, true]
];
for (const [face, halves] of FACES)
	test(`halves of ${JSON.stringify(face)}`, () => assert.equal(hasHalves(box('b', {}, face)), halves));
