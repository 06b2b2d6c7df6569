import assert from 'node:assert/strict';
import test from 'node:test';
import { DEMOS } from '../../src/core/demo';
import { asTheyStand, breakerName, breakerNames } from '../../src/core/model/breaker-name';
import { ifKnown } from '../../src/core/model/known';
import type { JobFile } from '../../src/core/model/job';
import { houseAtRandom } from '../../scripts/moved/houses';
import { saidOf } from '../../scripts/moved/said';
import { few } from './few';
import { circuit, job } from './small-job';

/** A breaker goes by its panel and space, in every sentence, label, choice and paper: no circuit has a number of its own. */
const houses: [name: string, file: JobFile][] = [
	...Object.entries(DEMOS).map(([name, make]): [string, JobFile] => [name, make()]),
	...few(
		Array.from({ length: 20 }, (_, i) => i + 1),
		2
	).map((seed): [string, JobFile] => [`at random ${seed}`, houseAtRandom(seed, 40)])
];
/** Every text in what is said; what nobody knows of a job says nothing. */
function texts(said: unknown): string[] {
	if (typeof said === 'string') return [said];
	if (!said || typeof said !== 'object') return [];
	const rows = (said instanceof Map ? Object.fromEntries(said) : said) as Record<string, unknown>;
	return Object.keys(rows).flatMap((key) => texts(ifKnown(() => rows[key])));
}
const NUMBERED = /\bcircuits? (no\.? ?)?\d|\bslots? \d/i;
for (const [name, file] of houses)
	test(`nothing that is said of the house ${name} names a breaker by a number of its own`, () => {
		// Its spaces are none of the numbers by which the circuits were once counted.
		const moved = { ...file, job: { ...file.job, circuits: file.job.circuits.map((c) => ({ ...c, name: c.name || 'Den' })) } };
		const wrong = new Set<string>();
		for (const [what, said] of saidOf(moved))
			for (const text of texts(said)) {
				const at = NUMBERED.exec(text)?.index;
				if (at !== undefined) wrong.add(`${what}: ${text.slice(Math.max(0, at - 60), at + 80)}`);
			}
		assert.deepEqual([...wrong].slice(0, 5), []);
	});

const two = job({
	panels: [
		{ id: 'p', name: 'Main panel', roomId: null, place: null, mainA: 200, spaces: 40 },
		{ id: 'q', name: 'Cellar', roomId: null, place: null, mainA: 60, spaces: 12 },
		{ id: 'r', name: 'LP 2', roomId: null, place: null, mainA: 60, spaces: 12 }
	]
});
const NAMES: [of: Parameters<typeof circuit>[0], one: string, of3: string][] = [
	[{ space: 7 }, 'space 7', 'main 7'],
	[{ space: 7, poles: 2 }, 'space 7/9', 'main 7/9'],
	[{ space: 7, half: 'upper' }, 'space 7A', 'main 7A'],
	[{ space: 7, half: 'lower' }, 'space 7B', 'main 7B'],
	[{ space: 2, opener: 'plug-fuse' }, 'fuse 2', 'main 2'],
	[{ space: 7, panelId: 'q' }, 'space 7', 'cellar 7'],
	[{ space: 7, panelId: 'r' }, 'space 7', 'LP 2 space 7'],
	[{ space: null }, 'the Den circuit', 'the Den circuit'],
	[{ space: null, name: 'Old circuit' }, 'the Old circuit', 'the Old circuit'],
	[{ space: null, name: '' }, 'a circuit of which the space is not known', 'a circuit of which the space is not known']
];
for (const [of, one, of3] of NAMES)
	test(`${JSON.stringify(of)} is ${one}, among three panels ${of3}`, () =>
		assert.deepEqual([breakerName(job(), circuit(of)), breakerName(two, circuit(of))], [one, of3]));
test('in the order in which they stand: the upper half first, what has no space last', () => {
	const rows = [
		circuit({ id: 'n', space: null }),
		circuit({ id: 'b', space: 7, half: 'lower' }),
		circuit({ id: 'a', space: 7, half: 'upper' }),
		circuit({ id: 'two', space: 2 })
	];
	assert.deepEqual(
		[...rows].sort(asTheyStand).map((c) => c.id),
		['two', 'a', 'b', 'n']
	);
});
test('several are named together, each with its panel where they differ', () => {
	const both = (a: object, b: object) => [circuit(a), circuit({ id: 'c2', ...b })];
	assert.equal(breakerNames(job(), both({ space: 3 }, { space: 5 })), 'spaces 3 and 5');
	assert.equal(breakerNames(two, both({ space: 3 }, { space: 5, panelId: 'q' })), 'main 3 and cellar 5');
	assert.equal(breakerNames(job(), both({ space: 3 }, { space: null, name: 'Iron' })), 'space 3 and the Iron circuit');
});
