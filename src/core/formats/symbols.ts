import type { Box, Device } from '../model/job';

/** The trade's plan symbols as strokes, once for screen, print, SVG and DXF. Inches; x into the room, y along the wall. */
export type Stroke =
	| { kind: 'circle'; r: number }
	| { kind: 'line'; x1: number; y1: number; x2: number; y2: number }
	/** Written upright, in its middle. */
	| { kind: 'text'; text: string; size: number };

const circle: Stroke = { kind: 'circle', r: 6.5 };
const line = (x1: number, y1: number, x2: number, y2: number): Stroke => ({ kind: 'line', x1, y1, x2, y2 });
const across = (x: number) => line(x, -8, x, 8);
const letter = (text: string, size = 13): Stroke => ({ kind: 'text', text, size });
const square = [line(-6, -6, 6, -6), line(6, -6, 6, 6), line(6, 6, -6, 6), line(-6, 6, -6, -6)];

export const SYMBOLS = {
	duplex: { name: 'duplex receptacle', strokes: [circle, across(-2.4), across(2.4)] },
	single: { name: 'single receptacle', strokes: [circle, across(0)] },
	'two-forty': { name: 'receptacle, 240 V', strokes: [circle, across(-3.2), across(0), across(3.2)] },
	half: { name: 'duplex receptacle, switched', strokes: [circle, across(-2.4), across(2.4), line(-2.4, 0, 2.4, 0)] },
	switch: { name: 'switch', strokes: [letter('S')] },
	'three-way': { name: 'three-way switch', strokes: [letter('S3')] },
	'four-way': { name: 'four-way switch', strokes: [letter('S4')] },
	lighting: {
		name: 'lighting outlet',
		strokes: [circle, line(-9, 0, -6.5, 0), line(6.5, 0, 9, 0), line(0, -9, 0, -6.5), line(0, 6.5, 0, 9)]
	},
	'hard-wired': { name: 'equipment, wired in place', strokes: [...square, line(-6, 6, 6, -6)] },
	alarm: { name: 'smoke alarm', strokes: [circle, letter('SD', 7)] },
	empty: {
		name: 'box without a device',
		strokes: square.map((s) => (s.kind === 'line' ? line(s.x1 * 0.8, s.y1 * 0.8, s.x2 * 0.8, s.y2 * 0.8) : s))
	}
} satisfies Record<string, { name: string; strokes: Stroke[] }>;
export type SymbolKey = keyof typeof SYMBOLS;

/** The symbol of a box: that of its first device. */
export function symbolOf(box: Pick<Box, 'devices'>): SymbolKey {
	const [device] = box.devices;
	return device ? OF_KIND[device.kind](device) : 'empty';
}
const OF_KIND: Record<Device['kind'], (d: Device) => SymbolKey> = {
	receptacle: (d) => (d.volts === 240 ? 'two-forty' : d.switched !== 'none' ? 'half' : d.receptacles === 1 ? 'single' : 'duplex'),
	switch: (d) => (d.ways === 'three-way' || d.ways === 'four-way' ? d.ways : 'switch'),
	lighting: () => 'lighting',
	'hard-wired': () => 'hard-wired',
	alarm: () => 'alarm'
};
