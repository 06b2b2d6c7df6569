import { spaceNumber } from '../model/breaker-name';
import type { Run as AnyRun } from '../run/runs';
import type { Circuit, Job, Cable } from '../model/job';
import { indexOf } from '../model/job-index';
import { bandsOf, type Band } from '../protection/reach';
import { formatFeet } from '../units/length';

/** The run strip as data: where every box, cable and band goes, in pixels of its own space. Screen, print and SVG draw this. */
interface StripBox {
	boxId: string;
	name: string;
	x: number;
	y: number;
	row: number;
	/** Protection of the device in it, for its mark. */
	holds: 'none' | 'gfci' | 'afci' | 'dual';
}
export interface StripCable {
	cableId: string;
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
export type Wire = 'hot' | 'second-hot' | 'neutral' | 'ground' | 'unseen';
type Run = AnyRun<Cable, Circuit>;
interface StripBand {
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
	/** Of what is drawn on the screen: 1, or smaller so that more of the run is in sight. */
	scale: number;
	breaker: { x: number; y: number; label: string; space: string };
	boxes: StripBox[];
	cables: StripCable[];
	bands: StripBand[];
}
export const STRIP = {
	boxWidth: 54,
	boxHeight: 36,
	breakerWidth: 70,
	breakerHeight: 42,
	/** From box to box where there is room, and where there is little. */
	pitch: 116,
	leastPitch: 104,
	rowHeight: 104,
	left: 20,
	top: 32,
	/** A run that does not fit, or that branches, is drawn this small. */
	folded: 0.8
} as const;

/**
 * Lays a run out: the main line first, each branch in the first row below the box that feeds it where there is room for it.
 * @param widthPx what the strip has; left out: as wide as it comes
 */
export function drawRun(job: Job, run: Run, { widthPx = Infinity }: { widthPx?: number } = {}): StripDrawing {
	const names = indexOf(job).boxes;
	const spots = rowsOf(run);
	const columns = Math.max(0, ...[...spots.values()].map((s) => s.column)) + 1;
	const rows = Math.max(0, ...[...spots.values()].map((s) => s.row)) + 1;
	const start = STRIP.left + STRIP.breakerWidth;
	const wide = (pitch: number) => start + columns * pitch + STRIP.left;
	const scale = rows > 1 || wide(STRIP.leastPitch) > widthPx ? STRIP.folded : 1;
	const fitting = Math.floor((widthPx / scale - start - STRIP.left) / columns);
	const pitch = Math.max(STRIP.leastPitch, Math.min(STRIP.pitch, fitting));
	const at = new Map<string, StripBox>();
	const cables: StripCable[] = [];
	for (const node of run.nodes) {
		const { row, column } = spots.get(node.boxId) ?? { row: 0, column: 0 };
		const from = at.get(node.fromId ?? '');
		const box = names.get(node.boxId);
		const placed: StripBox = {
			boxId: node.boxId,
			name: box?.name ?? '?',
			x: start + (column + 1) * pitch - STRIP.boxWidth,
			y: STRIP.top + row * STRIP.rowHeight,
			row,
			holds: box?.devices.find((d) => d.protection !== 'none')?.protection ?? 'none'
		};
		at.set(node.boxId, placed);
		cables.push({
			cableId: node.cable.id,
			boxId: node.boxId,
			x1: from ? from.x + STRIP.boxWidth : start,
			y1: (from?.y ?? STRIP.top) + STRIP.boxHeight / 2,
			x2: placed.x,
			y2: placed.y + STRIP.boxHeight / 2,
			label: cableLabel(node.cable),
			wires: wiresOf(run.circuit, node.cable),
			state: node.cable.state
		});
	}
	const boxes = [...at.values()];
	return {
		width: wide(pitch),
		height: rows * STRIP.rowHeight,
		scale,
		breaker: {
			x: STRIP.left,
			y: STRIP.top + (STRIP.boxHeight - STRIP.breakerHeight) / 2,
			label: run.circuit.breakerA === null ? '? A' : `${run.circuit.breakerA} A`,
			// Two spaces fill the picture of the breaker by themselves.
			space:
				run.circuit.space === null
					? 'no space'
					: run.circuit.poles === 2
						? spaceNumber(run.circuit)
						: `space ${spaceNumber(run.circuit)}`
		},
		boxes,
		cables,
		bands: bandsOf(job, run).flatMap((band) => bandBoxes(band, at))
	};
}

/** Its length; of one whose feed nobody saw, how likely it is: that comes before any length. */
const cableLabel = ({ lengthFt, guess }: Cable): string =>
	guess !== undefined ? `guess ${Math.floor(100 * guess)}%` : lengthFt === null ? 'length?' : formatFeet(lengthFt);

/**
 * A row and a column for every box: a chain of first-fed boxes keeps its row; each other branch takes the first row below
 * where it has room. The run is in order of depth, so that what branches off last along a row comes first: no way down crosses.
 */
function rowsOf(run: Run): ReadonlyMap<string, { row: number; column: number }> {
	const spots = new Map<string, { row: number; column: number }>();
	/** Columns that are taken in each row. */
	const taken: [from: number, to: number][][] = [];
	const chainFrom = (boxId: string): number => {
		let length = 0;
		for (let id: string | undefined = boxId; id !== undefined; id = run.byBox.get(id)?.children[0]) length += 1;
		return length;
	};
	for (const node of run.nodes) {
		const from = spots.get(node.fromId ?? '');
		const column = from ? from.column + 1 : 0;
		if (from && run.byBox.get(node.fromId ?? '')?.children[0] === node.boxId) {
			spots.set(node.boxId, { row: from.row, column });
			continue;
		}
		const end = column + chainFrom(node.boxId) - 1;
		let row = spots.size ? (from?.row ?? 0) + 1 : 0;
		while (taken[row]?.some(([a, b]) => a <= end && column <= b)) row += 1;
		(taken[row] ??= []).push([column, end]);
		spots.set(node.boxId, { row, column });
	}
	return spots;
}

/**
 * Two conductors of a two-pole circuit are both hot; a third one is the second hot, or a switched one. Conductors that nobody
 * counted, and a ground that nobody looked for, are drawn as unseen.
 */
function wiresOf(circuit: Circuit, { conductors, ground }: Cable): StripCable['wires'] {
	const own: Wire[] =
		conductors === null
			? ['unseen']
			: conductors >= 3
				? ['hot', 'second-hot', 'neutral']
				: circuit.poles === 2
					? ['hot', 'second-hot']
					: ['hot', 'neutral'];
	const all = [...own];
	if (ground) all.push('ground');
	else if (ground === null && conductors !== null) all.push('unseen');
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
		const y = (boxes[0]?.y ?? 0) - (whole ? 31 : 17);
		return {
			label: i ? '' : `${band.against} from ${band.source.name}`,
			x,
			y,
			width: right - x,
			height: STRIP.boxHeight + (whole ? 39 : 22),
			whole
		};
	});
}
