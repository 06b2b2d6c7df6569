import { NEMA } from '../code/nema-forms';
import type { NemaKey } from '../model/kinds';

/** A receptacle as one sees it from the front, ground below, as strokes: once for screen and print. A face has a radius of 20. */
interface FaceSlot {
	/** `X`, `Y`: hots; `W`: neutral; `G`: ground. */
	contact: 'X' | 'Y' | 'W' | 'G';
	/** As an SVG path around the middle of the face. */
	path: string;
	/** Where its letter stands. */
	at: readonly [x: number, y: number];
}

const blade = (x: number, y: number, w: number, h: number): string => `M${x - w / 2} ${y - h / 2}h${w}v${h}h${-w}z`;
const upright = (x: number, y = -3, h = 10): string => blade(x, y, 2.6, h);
const flat = (x: number, y = -3): string => blade(x, y, 10, 2.6);
/** An upright slot with an arm, for plugs of two ratings. */
const tee = (x: number, arm: number): string => `${upright(x)}${blade(x + (arm * 5) / 2, -3, 5, 2.6)}`;
const hook = (x: number, y: number): string => `${blade(x, y, 2.6, 8)}${blade(x + 2.5, y + 4, 7.6, 2.6)}`;
/** Turned by so many degrees about its middle: the old forms' slanted slots. */
function slanted(x: number, y: number, degrees: number): string {
	const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
	const corner = (dx: number, dy: number) => `${(x + dx * c - dy * s).toFixed(2)} ${(y + dx * s + dy * c).toFixed(2)}`;
	return `M${corner(-1.3, -5)}L${corner(1.3, -5)}L${corner(1.3, 5)}L${corner(-1.3, 5)}z`;
}
const round = 'M-2.8 8.2a2.8 2.8 0 0 1 5.6 0v3.2h-5.6z';
/** A slot on a ring, so many degrees clockwise from the top: turned to lock. */
function curved(degrees: number): { path: string; at: readonly [number, number] } {
	const on = (r: number, d: number): [number, number] => [
		r * Math.sin(((degrees + d) * Math.PI) / 180),
		-r * Math.cos(((degrees + d) * Math.PI) / 180)
	];
	const say = ([x, y]: [number, number]) => `${x.toFixed(2)} ${y.toFixed(2)}`;
	const path = `M${say(on(12.4, -22))}A12.4 12.4 0 0 1 ${say(on(12.4, 22))}L${say(on(9.8, 22))}A9.8 9.8 0 0 0 ${say(on(9.8, -22))}z`;
	return { path, at: on(5.6, 0) };
}
const space = (contact: FaceSlot['contact'], path: string, at: readonly [number, number]): FaceSlot => ({ contact, path, at });
const ground = space('G', round, [0, 15.6]);

const STRAIGHT: Partial<Record<NemaKey, FaceSlot[]>> = {
	'5-15': [space('W', upright(-7), [-12, -3]), space('X', upright(7, -3, 8), [12, -3]), ground],
	'5-20': [space('W', tee(-7, 1), [-12, -3]), space('X', upright(7, -3, 8), [12, -3]), ground],
	'6-15': [space('X', flat(-7.5), [-7.5, -8.5]), space('Y', flat(7.5), [7.5, -8.5]), ground],
	'6-20': [space('X', `${flat(-7.5)}${upright(-7.5)}`, [-7.5, -11.5]), space('Y', flat(7.5), [7.5, -8.5]), ground],
	'6-30': [space('X', upright(-8, -3, 11), [-13, -3]), space('Y', hook(6, -5), [13.5, -7]), ground],
	'6-50': [space('X', upright(-8, -3, 12), [-13, -3]), space('Y', upright(8, -3, 12), [13, -3]), ground],
	'14-30': [
		space('X', upright(-10, 0, 11), [-15, 0]),
		space('Y', upright(10, 0, 11), [15, 0]),
		space('W', hook(-1, -11), [7.5, -13]),
		ground
	],
	'14-50': [
		space('X', upright(-10, 0, 11), [-15, 0]),
		space('Y', upright(10, 0, 11), [15, 0]),
		space('W', upright(0, -11, 9), [6, -12]),
		ground
	],
	'10-30': [
		space('X', slanted(-8, -3, 30), [-13, -8]),
		space('Y', slanted(8, -3, -30), [13, -8]),
		space('W', hook(-1, 8), [8.5, 7])
	],
	'10-50': [
		space('X', slanted(-8, -3, 30), [-13, -8]),
		space('Y', slanted(8, -3, -30), [13, -8]),
		space('W', upright(0, 9, 10), [6, 9])
	]
};

/** The slots of a form, each with the conductor that belongs to it. */
export function faceOf(key: NemaKey): FaceSlot[] {
	const drawn = STRAIGHT[key];
	if (drawn) return drawn;
	const { hots, neutral } = NEMA[key];
	const contacts: FaceSlot['contact'][] = ['X', ...(hots === 2 ? (['Y'] as const) : []), ...(neutral ? (['W'] as const) : [])];
	const all = [...contacts, 'G' as const];
	// The ground stands below; the others share the ring.
	return all.map((contact, i) => {
		const { path, at } = curved(180 + ((i + 1) * 360) / all.length);
		return { contact, path, at };
	});
}
