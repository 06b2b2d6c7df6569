import Fuse from 'fuse.js';
import type { Job } from '$core/model/job';
import { indexOf } from '$core/model/job-index';
import { inWords } from '$core/model/kinds';

interface NearBox {
	id: string;
	name: string;
	/** Where it is and what it serves. */
	about: string;
}
const LOOSE = 0.3;
const MOST_OFF = 2;
const OWN_TIMES = 4;
/** Words of a sentence that name nothing: `at`, `the`, `of`, `no`. */
const SHORTEST = 4;

const wordsOf = (text: string): string[] =>
	(text.toLowerCase().match(/[a-z][a-z0-9-]*|\d+/g) ?? []).filter((w) => w.length >= SHORTEST || /^\d/.test(w));

/**
 * The boxes that a line of an inspector's list may mean, by the room, what stands there, what it serves and its circuit, however
 * it is spelled; a word that many boxes answer to says little.
 * @returns the likeliest first, none where nothing fits
 */
export function nearBoxes(job: Job, line: string, most = 4): NearBox[] {
	const { rooms, circuitsOfBox } = indexOf(job);
	const all = job.boxes.map((box) => {
		const room = box.roomId ? rooms.get(box.roomId)?.name : undefined;
		const devices = box.devices.flatMap((d) => [d.name, d.serves && inWords(d.serves), inWords(d.kind)]);
		const circuits = (circuitsOfBox.get(box.id) ?? []).map((c) => c.name);
		const said = [room, ...new Set(devices)].filter((w): w is string => !!w);
		return {
			id: box.id,
			name: box.name,
			about: said.join(', '),
			own: wordsOf([box.name, ...said].join(' ')),
			words: [box.name, ...said, ...circuits].join(' ')
		};
	});
	/** Each word of the house, and the boxes that answer to it. */
	const answers = new Map<string, Set<string>>();
	for (const { id, words } of all)
		for (const word of wordsOf(words)) answers.set(word, new Set([...(answers.get(word) ?? []), id]));
	const fuse = new Fuse([...answers.keys()], { threshold: LOOSE, includeScore: true });
	const scores = new Map<string, number>();
	for (const word of new Set(wordsOf(line))) {
		// A slip of spelling leaves the first letter and about the length as they are.
		const like = fuse.search(word).find(({ item }) => item[0] === word[0] && Math.abs(item.length - word.length) <= MOST_OFF);
		const ids = answers.get(like?.item ?? '') ?? new Set<string>();
		for (const id of ids) {
			// What is said of the box itself counts more than the name of its circuit.
			const own = all.some((b) => b.id === id && b.own.includes(like?.item ?? ''));
			scores.set(id, (scores.get(id) ?? 0) + ((1 - (like?.score ?? 0)) * (own ? OWN_TIMES : 1)) / ids.size);
		}
	}
	return all
		.filter((b) => scores.has(b.id))
		.sort((a, b) => (scores.get(b.id) ?? 0) - (scores.get(a.id) ?? 0))
		.slice(0, most)
		.map(({ id, name, about }) => ({ id, name, about }));
}
