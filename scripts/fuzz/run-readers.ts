import { Random } from './random';
import { LONGEST_MS, READERS, tryReader, type Reader } from './readers';

export interface Score {
	tried: number;
	accepted: number;
	/** What went wrong, once each, with the seed that shows it. */
	wrong: Map<string, number>;
	slowestMs: number;
}
/** @param count of files for each reader @param seed the first of as many seeds */
export function fuzzReaders(count: number, seed: number, only: readonly Reader[] = READERS): Map<Reader, Score> {
	const scores = new Map<Reader, Score>();
	for (const reader of only) {
		const score: Score = { tried: 0, accepted: 0, wrong: new Map(), slowestMs: 0 };
		scores.set(reader, score);
		for (let i = 0; i < count; i++) {
			const began = performance.now();
			let said: string[];
			try {
				const { accepted, wrong } = tryReader(reader, new Random(seed + i));
				score.accepted += accepted ? 1 : 0;
				said = wrong;
			} catch (error) {
				said = [`threw ${error instanceof Error ? error.stack?.split('\n').slice(0, 3).join(' | ') : String(error)}`];
			}
			const ms = performance.now() - began;
			score.tried += 1;
			score.slowestMs = Math.max(score.slowestMs, ms);
			if (ms > LONGEST_MS) said.push(`took longer than ${LONGEST_MS} ms`);
			for (const words of said) if (!score.wrong.has(words)) score.wrong.set(words, seed + i);
		}
	}
	return scores;
}
