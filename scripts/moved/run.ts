import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { assess } from '../../src/core/assess';
import { jsonSchemaOf } from '../../src/core/formats/json-schema';
import { jobFileSchema } from '../../src/core/model/file/schema';
import { answersOf, REQUEST_SCHEMAS, ROUTE_NAMES } from './answers';
import { eachOf, TURNS } from './each';
import { EDIT_NAMES, editsOf, mergesOf } from './edits';
import { guidedOf, proofsOf, signsOf } from './proofs';
import { grownHouse, houseAtRandom } from './houses';
import { drawnPieces, faultPieces, workPieces } from './pieces';
import { placesOf } from './places';
import { proposalsOf, unorderedOf } from './proposals';
import { saidOf, type Said } from './said';
import { tracesOf } from './traces';

/**
 * What a change of the code moved, in words, over houses with hundreds of values changed at random, as nobody would think of
 * them. `npm run moved -- before` writes all that is said of them, `npm run moved -- after` says what is not said as before: a
 * change that should change nothing shows nothing. A part of a title after it runs only those that have it in theirs.
 */
const SEEDS = [1, 2, 3, 4, 5, 6, 7, 8];
const CHANGES = 320;
/** Of the smaller demo house. */
const GROWN = 24;
const BEFORE = new URL('../../.moved/', import.meta.url);
/** Differences of one kind that are shown, and characters of each. */
const SHOWN = { lines: 3, around: 90 };
const [when, part = ''] = process.argv.slice(2);
if (when !== 'before' && when !== 'after')
	throw new RangeError(`'before' or 'after' must follow; ${when ?? 'nothing'} was given`);
if (when === 'before') rmSync(BEFORE, { recursive: true, force: true });
mkdirSync(BEFORE, { recursive: true });

const round = (v: unknown): unknown =>
	typeof v === 'number' && !Number.isInteger(v)
		? Number(v.toPrecision(5))
		: v instanceof Map || v instanceof Set
			? [...v]
			: inOrder(v);
/** The order in which fields were written is no difference. */
const inOrder = (v: unknown): unknown =>
	v && typeof v === 'object' && !Array.isArray(v)
		? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
		: v;
function text(v: unknown): string {
	if (typeof v === 'string') return v.replaceAll('\n', ' ');
	try {
		return JSON.stringify(v, (_, x) => round(x)) ?? 'nothing';
	} catch (error) {
		// What is read of a job and not known throws when it is met.
		return String(error);
	}
}
let moved = 0;
function held(title: string, said: () => Iterable<Said>): void {
	if (!title.includes(part)) return;
	const lines = [...said()].map(([what, v]) => `${what} | ${text(v)}`);
	const file = new URL(`${title.replace(/\W+/g, '-')}.txt`, BEFORE);
	if (when === 'before') return writeFileSync(file, lines.join('\n'));
	if (!existsSync(file)) return console.log(`${title}: nothing was written of it before`);
	const was = readFileSync(file, 'utf8').split('\n');
	const [gone, come] = [without(was, lines), without(lines, was)];
	const differ = Math.max(gone.length, come.length);
	if (!differ) return;
	moved += differ;
	console.log(`${title}: ${differ} of ${was.length} moved`);
	for (let i = 0; i < Math.min(differ, SHOWN.lines); i++) console.log(apart(gone[i] ?? '(none)', come[i] ?? '(none)'));
}
/** What is in one list and not in the other, as often as it is. */
function without(rows: readonly string[], others: readonly string[]): string[] {
	const left = new Map<string, number>();
	for (const o of others) left.set(o, (left.get(o) ?? 0) + 1);
	return rows.filter((row) => {
		const n = left.get(row) ?? 0;
		left.set(row, n - 1);
		return n <= 0;
	});
}
/** Two lines from a little before where they part. */
function apart(was: string, is: string): string {
	let at = 0;
	while (at < was.length && was[at] === is[at]) at += 1;
	const from = Math.max(0, at - SHOWN.around / 2);
	const show = (line: string) => `${line.split(' | ')[0]} ... ${line.slice(from, at + SHOWN.around)}`;
	return `  was ${show(was)}\n  is  ${show(is)}`;
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
console.log(when === 'before' ? 'Written.' : `${moved} moved.`);
