import { parseArgs } from 'node:util';
import { serve } from '../../tests/app/browser';
import { Random } from './random';
import { READERS } from './readers';
import { fuzzRoutes } from './routes';
import { fuzzReaders } from './run-readers';

/**
 * Throws files at every reader and requests at every route: `npm run fuzz -- --files 10000 --requests 10000 --seed 1`.
 * Needs a build. Ends with 1 where anything went wrong; each fault is told with the seed that shows it.
 */
const { values: ask } = parseArgs({
	options: {
		files: { type: 'string', default: '2000' },
		requests: { type: 'string', default: '2000' },
		seed: { type: 'string', default: '1' }
	}
});
const seed = Number(ask.seed);
// Parsers of tables and drawings write their own warnings.
console.warn = () => undefined;
let bad = 0;
const tell = (wrong: ReadonlyMap<string, number>) => {
	bad += wrong.size;
	for (const [words, of] of wrong) console.log(`   seed ${of}: ${words.slice(0, 300)}`);
};

const perReader = Math.ceil(Number(ask.files) / READERS.length);
for (const [reader, score] of fuzzReaders(perReader, seed)) {
	const slowest = `slowest ${Math.round(score.slowestMs)} ms`;
	console.log(`${reader}: ${score.tried} of ${perReader}, ${score.accepted} taken in, ${score.wrong.size} faults, ${slowest}`);
	tell(score.wrong);
}
if (Number(ask.requests)) {
	const server = await serve();
	const score = await fuzzRoutes(server.url, Number(ask.requests), seed, (s) => new Random(s));
	await server.stop();
	const statuses = [...score.statuses].sort(([a], [b]) => a - b).map(([status, n]) => `${n} times ${status}`);
	console.log(
		`requests: ${score.sent} of ${ask.requests}, ${statuses.join(', ')}, ${score.wrong.size} faults, slowest ${Math.round(score.slowestMs)} ms`
	);
	tell(score.wrong);
}
process.exit(bad ? 1 : 0);
