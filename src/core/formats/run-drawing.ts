import type { Run } from '../run/runs';
import type { Circuit, Job, Leg } from '../model/job';
import { indexOf, inSlots } from '../model/job-index';
import { bandsOf, type Band } from '../protection/reach';
import { formatFeet } from '../units/length';

/** The run strip as data: where every box, leg and band goes, in pixels of its own space. Screen, print and SVG draw this. */
export interface StripBox {
	boxId: string;
	name: string;
	x: number;
	y: number;
	row: number;
	/** Protection of the device in it, for its mark. */
	holds: 'none' | 'gfci' | 'afci' | 'dual';
}
export interface StripLeg {
	legId: string;
	boxId: string;
	x1: number;
	y1: number;
	x2: number;
	y2: number;
	label: string;
	/** The conductors in its sheath, in the colors of the trade, each with its distance from the middle of the cable. */
	wires: { kind: Wire; dy: number }[];
	state: 'found' | 'planned' | 'built';
}
export type Wire = 'hot' | 'second-hot' | 'neutral' | 'ground';
export interface StripBand {
	label: string;
	x: number;
	y: number;
	width: number;
	height: number;
	whole: boolean;
}
export interface StripDrawing {
	width: number;
	height: number;
	breaker: { x: number; y: number; label: string; slot: string };
	boxes: StripBox[];
	legs: StripLeg[];
	bands: StripBand[];
}
export const STRIP = {
	boxWidth: 54,
	boxHeight: 42,
	breakerWidth: 76,
	breakerHeight: 52,
	pitch: 116,
	rowHeight: 104,
	left: 20,
	top: 36
} as const;

/** Lays a run out: the main line first, each branch on a row of its own below the box that feeds it. */
export function drawRun(job: Job, run: Run): StripDrawing {
	const names = indexOf(job).boxes;
	const at = new Map<string, StripBox>();
	const mainY = STRIP.top + STRIP.boxHeight / 2;
	let rows = 0;
	const start = STRIP.left + STRIP.breakerWidth;
	const legs: StripLeg[] = [];
	for (const node of run.nodes) {
		const from = at.get(node.fromId);
		const first = from ? run.byBox.get(node.fromId)?.children[0] === node.boxId : at.size === 0;
		const row = first ? (from?.row ?? 0) : ++rows;
		const box = names.get(node.boxId);
		const x = (from ? from.x + STRIP.boxWidth : start) + STRIP.pitch - STRIP.boxWidth;
		const placed: StripBox = {
			boxId: node.boxId,
			name: box?.name ?? '?',
			x,
			y: STRIP.top + row * STRIP.rowHeight,
			row,
			holds: box?.devices.find((d) => d.protection !== 'none')?.protection ?? 'none'
		};
		at.set(node.boxId, placed);
		legs.push({
			legId: node.leg.id,
			boxId: node.boxId,
			x1: from ? from.x + STRIP.boxWidth : start,
			y1: from ? from.y + STRIP.boxHeight / 2 : mainY,
			x2: x,
			y2: placed.y + STRIP.boxHeight / 2,
			label: node.leg.lengthFt === null ? 'length?' : formatFeet(node.leg.lengthFt),
			wires: wiresOf(run.circuit, node.leg),
			state: node.leg.state
		});
	}
	const boxes = [...at.values()];
	return {
		width: Math.max(start, ...boxes.map((b) => b.x + STRIP.boxWidth)) + STRIP.left * 2,
		height: STRIP.top + (rows + 1) * STRIP.rowHeight,
		breaker: {
			x: STRIP.left,
			y: mainY - STRIP.breakerHeight / 2,
			label: `${run.circuit.breakerA} A`,
			slot: inSlots(run.circuit)
		},
		boxes,
		legs,
		bands: bandsOf(job, run).flatMap((band) => bandBoxes(band, at))
	};
}

/** Two conductors of a two-pole circuit are both hot; a third one is the second hot, or a switched one. */
function wiresOf(circuit: Circuit, leg: Leg): StripLeg['wires'] {
	const own: Wire[] =
		leg.conductors >= 3 ? ['hot', 'second-hot', 'neutral'] : circuit.poles === 2 ? ['hot', 'second-hot'] : ['hot', 'neutral'];
	const all: Wire[] = leg.ground ? [...own, 'ground'] : own;
	const apart = all.length > 3 ? 6 : all.length > 2 ? 7 : 8;
	return all.map((kind, i) => ({ kind, dy: apart * (i - (all.length - 1) / 2) }));
}

/** A band behind the boxes that it reaches, one for each row. */
function bandBoxes(band: Band, at: ReadonlyMap<string, StripBox>): StripBand[] {
	const rows = new Map<number, StripBox[]>();
	for (const id of band.boxIds) {
		const box = at.get(id);
		if (box) rows.set(box.row, [...(rows.get(box.row) ?? []), box]);
	}
	const whole = band.source.kind === 'breaker';
	return [...rows.values()].map((boxes, i) => {
		const x = Math.min(...boxes.map((b) => b.x)) - (whole ? 13 : 6);
		const right = Math.max(...boxes.map((b) => b.x + STRIP.boxWidth)) + (whole ? 10 : 6);
		const y = (boxes[0]?.y ?? 0) - (whole ? 33 : 18);
		return {
			label: i ? '' : `${band.against} from ${band.source.name}`,
			x,
			y,
			width: right - x,
			height: STRIP.boxHeight + (whole ? 41 : 23),
			whole
		};
	});
}
