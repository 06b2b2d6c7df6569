import assert from 'node:assert/strict';
import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { jsonSchemaOf } from '../../src/core/formats/json-schema';
import { jobFileSchema } from '../../src/core/model/file/schema';
import { answersOf, REQUEST_SCHEMAS, ROUTE_NAMES } from './at-random/answers';
import { eachOf, TURNS } from './at-random/each';
import { EDIT_NAMES, editsOf, mergesOf } from './at-random/edits';
import { guidedOf, proofsOf, signsOf } from './at-random/proofs';
import { grownHouse, houseAtRandom } from './at-random/houses';
import { drawnPieces, faultPieces, workPieces } from './at-random/pieces';
import { placesOf } from './at-random/places';
import { proposalsOf, unorderedOf } from './at-random/proposals';
import { saidOf, type Said } from './at-random/said';
import { tracesOf } from './at-random/traces';

/**
 * Houses with hundreds of values of a demo changed at random, as nobody would think of them: all that Hekto says of each is held
 * to what it said before, by a short sum for each kind of thing. It tells that something moved, and what; whether it should have,
 * is for who moved it to read: `AT_RANDOM=say` writes the whole text to `.at-random/`, before and after; `AT_RANDOM=write` takes
 * the new sums.
 */
const SEEDS = [1, 2, 3, 4, 5, 6, 7, 8];
const CHANGES = 320;
/** Of the smaller demo house. */
const GROWN = 24;
const AT = new URL('../samples/at-random.txt', import.meta.url);
const SAID = new URL('../../.at-random/', import.meta.url);
const { AT_RANDOM } = process.env;

const round = (v: unknown): unknown =>
	typeof v === 'number' && !Number.isInteger(v) ? Number(v.toPrecision(5)) : v instanceof Map || v instanceof Set ? [...v] : v;
function text(v: unknown): string {
	if (typeof v === 'string') return v;
	try {
		return JSON.stringify(v, (_, x) => round(x)) ?? 'nothing';
	} catch (error) {
		// What is read of a job and not known throws when it is met.
		return String(error);
	}
}

/** By kind: how many things, and the sum of all of them. */
function sums(title: string, said: Iterable<Said>): string[] {
	const by = new Map<string, string[]>();
	for (const [what, v] of said) by.set(what, [...(by.get(what) ?? []), text(v)]);
	if (AT_RANDOM === 'say') {
		mkdirSync(SAID, { recursive: true });
		writeFileSync(
			new URL(`${title.replace(/\W+/g, '-')}.txt`, SAID),
			[...by].map(([what, all]) => `## ${what}\n${all.join('\n')}\n`).join('\n')
		);
	}
	return [...by].map(([what, all]) => {
		const sum = createHash('sha1').update(all.join('\n')).digest('hex').slice(0, 8);
		return `${title} | ${what} | ${all.length} | ${sum}`;
	});
}

const want = AT_RANDOM === 'write' ? [] : readFileSync(AT, 'utf8').trimEnd().split('\n');
const have: string[] = [];
function held(title: string, said: () => Iterable<Said>): void {
	test(`${title}: says what it said before`, () => {
		const now = sums(title, said());
		have.push(...now);
		if (AT_RANDOM === 'write') return writeFileSync(AT, `${have.join('\n')}\n`);
		const before = new Set(want.filter((l) => l.startsWith(`${title} |`)));
		const moved = [...now.filter((l) => !before.has(l)), ...[...before].filter((l) => !now.includes(l)).map((l) => `was ${l}`)];
		assert.deepEqual(moved, []);
	});
}
/** Each field of the files and requests, with its limits. */
function* schemasSaid(): Generator<Said> {
	const fields = function* (path: string, schema: unknown): Generator<Said> {
		const { properties, items, ...own } = schema as { properties?: Record<string, unknown>; items?: unknown };
		yield [path.split('.').slice(0, 3).join('.'), [path, own]];
		for (const [key, inner] of Object.entries(properties ?? {})) yield* fields(`${path}.${key}`, inner);
		if (items) yield* fields(`${path}[]`, items);
	};
	yield* fields('file', jsonSchemaOf(jobFileSchema));
	for (const [name, schema] of Object.entries(REQUEST_SCHEMAS)) yield* fields(name, jsonSchemaOf(schema));
}
/** What every module of core gives out that is no function: the tables of the trade, of the files, of the drawings. */
const CORE = new URL('../../src/core/', import.meta.url);
async function tables(): Promise<Said[]> {
	const files = readdirSync(CORE, { recursive: true })
		.map(String)
		.filter((f) => f.endsWith('.ts') && !f.startsWith('demo'));
	const of = async (file: string): Promise<Said[]> => {
		const module = (await import(new URL(file, CORE).href)) as Record<string, unknown>;
		const byName = Object.entries(module).sort(([a], [b]) => (a < b ? -1 : 1));
		return byName.flatMap(([name, v]) => (typeof v === 'function' ? [] : [[file, [name, v]] as const]));
	};
	return (await Promise.all(files.sort().map(of))).flat();
}
const TABLES = await tables();
held('tables', () => TABLES);
for (const name of ROUTE_NAMES)
	held(`requests of ${name}`, () => answersOf(name, { count: name === 'diagnose' ? 40 : 200, seed: 1 }));
held('places and tapes', placesOf);
held('edits', function* () {
	for (const [seed, name] of EDIT_NAMES.entries()) yield* editsOf(name, { count: 80, seed });
});
held('merges', () => mergesOf(Array.from({ length: 24 }, (_, i) => i + 1)));
held('readings', () => proofsOf(Array.from({ length: 16 }, (_, i) => i + 1)));
held('traces', () => tracesOf(Array.from({ length: 20 }, (_, i) => i + 1)));
held('proposals', () => proposalsOf(Array.from({ length: 60 }, (_, i) => i + 1)));
held('boxes in no known order', () => unorderedOf(Array.from({ length: 40 }, (_, i) => i + 1)));
held('guided checks', () => guidedOf(450));
held('signs', signsOf);
held('drawn pieces', drawnPieces);
held('pieces of work', workPieces);
held('faults put in', faultPieces);
held('what a file may hold', () => schemasSaid());
for (const turn of TURNS) held(`house of each kind ${turn}`, () => eachOf(turn));
for (const seed of SEEDS) held(`house ${seed}`, () => saidOf(houseAtRandom(seed, CHANGES)));
held('houses that grew', function* () {
	for (let n = 0; n < GROWN; n++) {
		const { job, readings } = grownHouse(2 * n + 1, { turns: 140, changes: 60 });
		const { stages, proofs, quantities, todo } = assess(job, readings);
		for (const [stage, result] of Object.entries(stages)) yield [stage, result];
		yield ['proofs', [...proofs.values()]];
		yield ['quantities', [quantities, todo]];
	}
});
