import { strFromU8, strToU8, unzlibSync, zlibSync } from 'fflate';

/** A small job file as a row of pictures of a code between two screens: packed, cut into frames, each told by its place. */

/** Characters of one frame: what a code on a phone's screen still shows clearly. Practice. */
const FRAME_CHARS = 900;
export const MOST_FRAMES = 20;
const MARK = 'HK1';
/** A check of the whole, so that frames of two jobs are never put together. FNV-1a, 32 bits. */
function checkOf(text: string): string {
	let h = 0x811c9dc5;
	for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193) >>> 0;
	return h.toString(36);
}
const base64 = (bytes: Uint8Array): string => {
	let text = '';
	for (const b of bytes) text += String.fromCharCode(b);
	return btoa(text);
};

/** @returns the frames in their order; null: the job is too large for so many codes */
export function framesOf(jobFile: string): string[] | null {
	const packed = base64(zlibSync(strToU8(jobFile), { level: 9 }));
	const count = Math.ceil(packed.length / FRAME_CHARS);
	if (count > MOST_FRAMES) return null;
	const check = checkOf(packed);
	return Array.from({ length: count }, (_, i) =>
		[MARK, check, count, i, packed.slice(i * FRAME_CHARS, (i + 1) * FRAME_CHARS)].join('|')
	);
}

/** Frames as they are read off a screen, in any order, some of them twice. */
export class FrameReader {
	private check: string | null = null;
	private count = 0;
	private readonly parts = new Map<number, string>();
	/** How many of how many are there. */
	get progress(): { have: number; of: number } {
		return { have: this.parts.size, of: this.count };
	}
	/** @returns whether it was a frame of ours; one of another job begins anew */
	take(text: string): boolean {
		const [mark, check = '', count = '', at = '', ...rest] = text.split('|');
		const [n, i] = [Number(count), Number(at)];
		if (mark !== MARK || !Number.isInteger(n) || n < 1 || n > MOST_FRAMES || !Number.isInteger(i) || i < 0 || i >= n)
			return false;
		if (check !== this.check) {
			this.parts.clear();
			[this.check, this.count] = [check, n];
		}
		this.parts.set(i, rest.join('|'));
		return true;
	}
	/** @returns the job file; null: frames are missing, or what was read does not fit together */
	done(): string | null {
		if (!this.count || this.parts.size < this.count) return null;
		const packed = Array.from({ length: this.count }, (_, i) => this.parts.get(i) ?? '').join('');
		if (checkOf(packed) !== this.check) return null;
		try {
			return strFromU8(unzlibSync(Uint8Array.from(atob(packed), (c) => c.charCodeAt(0))));
		} catch {
			return null;
		}
	}
}
