import { atRandom, boxByBox, byBits, gameOf, Player, type Chooser, type Played } from './games/play';
import { lookAhead } from './games/look-ahead';

/**
 * Seeded games of finding a fault: `npm run games -- --games 300 --seed 1`. Prints how often the right answer came first, in how many
 * measurements, how well the probabilities hold, and the same of rivals that choose otherwise from the same posterior. `--lived 100`
 * plays so many more in rooms that are lived in, with loads on that nobody knows.
 */
const option = (name: string, fallback: number): number => {
	const at = process.argv.indexOf(`--${name}`);
	return at < 0 ? fallback : Number(process.argv[at + 1]);
};
const [games, seed, small, lived] = [option('games', 300), option('seed', 1), option('small', 60), option('lived', 0)];
const GOALS = { right: 0.95, measurements: 3.5, calibrated: 0.05, enough: 200 };

const LIVED = { right: 0.92, wrong: 0.02, acts: 4.6 };

interface Sum {
	right: number;
	wrong: number;
	measurements: number;
	played: number;
	held: Played['held'];
}
function playAll(many: number, boxes: readonly [number, number], choose: Chooser, inRooms = false): Sum {
	const sum: Sum = { right: 0, wrong: 0, measurements: 0, played: 0, held: [] };
	for (let i = 0; i < many; i++) {
		const { right, wrong, measurements, held } = new Player(gameOf(seed * 10_000 + i, boxes, inRooms)).play(choose);
		sum.right += Number(right);
		sum.wrong += Number(wrong);
		sum.measurements += measurements;
		sum.played++;
		sum.held.push(...held);
	}
	return sum;
}
const say = (name: string, { right, wrong, measurements, played }: Sum): void =>
	console.log(
		`${name.padEnd(34)} right ${((100 * right) / played).toFixed(1)}%   wrong at 90% ${((100 * wrong) / played).toFixed(1)}%   measurements ${(measurements / played).toFixed(2)}   of ${played} games`
	);

const started = performance.now();
if (lived) {
	say('lived in, what tells most', playAll(lived, [4, 20], byBits, true));
	console.log(`  goals: right at least ${100 * LIVED.right}%, wrong at 90% at most ${100 * LIVED.wrong}%, ${LIVED.acts} acts`);
	say('lived in, box by box', playAll(Math.round(lived / 3), [4, 20], boxByBox, true));
	say('lived in, at random', playAll(Math.round(lived / 3), [4, 20], atRandom, true));
}
const ours = playAll(games, [4, 20], byBits);
say('what tells most, 4 to 20 boxes', ours);
console.log(
	`  goals: right at least ${100 * GOALS.right}% (ratio ${(ours.right / ours.played / GOALS.right).toFixed(3)}), at most ${GOALS.measurements} measurements (ratio ${(ours.measurements / ours.played / GOALS.measurements).toFixed(2)})`
);
console.log('  held to be      was it       of');
for (let tenth = 0; tenth < 10; tenth++) {
	const rows = ours.held.filter(
		(h) => h.probability > 0.001 && h.probability < 0.9999 && Math.min(9, Math.floor(10 * h.probability)) === tenth
	);
	if (!rows.length) continue;
	const mean = rows.reduce((s, h) => s + h.probability, 0) / rows.length;
	const was = rows.filter((h) => h.was).length / rows.length;
	const apart = Math.abs(mean - was);
	const judged = rows.length < GOALS.enough ? 'too few' : apart <= GOALS.calibrated ? 'within' : `OFF by ${apart.toFixed(3)}`;
	console.log(
		`  ${(100 * mean).toFixed(1).padStart(6)}%   ${(100 * was).toFixed(1).padStart(8)}%   ${String(rows.length).padStart(6)}  ${judged}`
	);
}
const rivals = Math.round(games / 3);
say('  the same, first third', playAll(rivals, [4, 20], byBits));
say('box by box from the panel', playAll(rivals, [4, 20], boxByBox));
say('at random', playAll(rivals, [4, 20], atRandom));
say('what tells most, 4 boxes', playAll(small, [4, 4], byBits));
say('two steps ahead, 4 boxes', playAll(small, [4, 4], lookAhead));
console.log(`${((performance.now() - started) / 1000).toFixed(0)} s`);
