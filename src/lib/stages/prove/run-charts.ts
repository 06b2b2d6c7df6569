import type { Edition } from '$core/code/shape/edition';
import type { Run } from '$core/run/runs';
import type { Job, Reading } from '$core/model/known';
import { indexOf } from '$core/model/job-index';
import { readingWords } from '$core/model/reading';
import type { ReadingKind } from '$core/model/kinds';
import type { BoxProof } from '$core/prove/assess-prove';
import { predict, predictedFor } from '$core/prove/predict';
import { axisOf, feetAxis, type Token } from '$lib/kit/chart';

/** What the charts of Prove show, as figures; and how each is drawn. */
interface BoxFigures {
	name: string;
	feet: number;
	predicted: { volts: number; loaded: number; hot: number; neutral: number; ground: number | null };
	read: { volts: number | null; loaded: number | null; hot: number | null; neutral: number | null; ground: number | null };
}
export function alongRun(edition: Edition, job: Job, run: Run, proofs: ReadonlyMap<string, BoxProof>): BoxFigures[] {
	const { boxes } = indexOf(job);
	return run.nodes
		.flatMap((node): BoxFigures[] => {
			const p = predict({ edition, job }, { circuit: run.circuit, boxId: node.boxId });
			if (!p.known || node.feet === null) return [];
			const latest = proofs.get(node.boxId)?.latest ?? {};
			const value = (kind: ReadingKind) => latest[kind]?.reading.value ?? null;
			const volts = value(p.value.twoHots ? 'hh' : 'hn');
			const drop = value('drop');
			const { hn, loadedHn } = p.value;
			const ohms = (kind: ReadingKind) => predictedFor({ kind, loadA: null }, p.value);
			return [
				{
					name: boxes.get(node.boxId)?.name ?? node.boxId,
					feet: node.feet,
					predicted: {
						volts: hn,
						loaded: loadedHn,
						hot: ohms('ohm-hot') ?? 0,
						neutral: ohms('ohm-neutral') ?? 0,
						ground: ohms('ohm-ground')
					},
					read: {
						volts,
						loaded: drop === null ? null : (volts ?? hn) * (1 - drop / 100),
						hot: value('ohm-hot'),
						neutral: value('ohm-neutral'),
						ground: value('ohm-ground')
					}
				}
			];
		})
		.sort((a, b) => a.feet - b.feet);
}

const marks = (token: Token, name: string, shape: string, color: string, data: (string | number | null)[][]) => ({
	name,
	type: 'scatter' as const,
	symbol: shape,
	symbolSize: 12,
	itemStyle: { color: token(color) },
	data: data.filter((d) => d[1] !== null)
});
const line = (token: Token, name: string, dash: 'solid' | 'dashed', data: (string | number | null)[][]) => ({
	name,
	type: 'line' as const,
	symbol: 'none',
	lineStyle: { color: token('soft'), width: 2, type: dash },
	itemStyle: { color: token('soft') },
	data
});
const base = (token: Token) => ({
	grid: { left: 50, right: 16, top: 34, bottom: 34 },
	legend: { top: 0, right: 0, textStyle: { color: token('ink') } }
});

export const voltsOptions = (rows: readonly BoxFigures[]) => (token: Token) => ({
	...base(token),
	xAxis: feetAxis(token),
	yAxis: { type: 'value' as const, name: 'V', scale: true, ...axisOf(token) },
	series: [
		line(
			token,
			'nothing on, predicted',
			'solid',
			rows.map((r) => [r.feet, r.predicted.volts])
		),
		line(
			token,
			'under load, predicted',
			'dashed',
			rows.map((r) => [r.feet, r.predicted.loaded])
		),
		marks(
			token,
			'nothing on, read',
			'circle',
			'go',
			rows.map((r) => [r.feet, r.read.volts])
		),
		marks(
			token,
			'under load, read',
			'triangle',
			'copper',
			rows.map((r) => [r.feet, r.read.loaded])
		)
	]
});

/** Ohms that each cable adds: what lies between a box and the one before it. */
export const ohmsOptions = (rows: readonly BoxFigures[]) => (token: Token) => {
	const step = (of: (r: BoxFigures) => number | null) =>
		rows.map((r, i) => {
			const [now, before] = [of(r), i ? of(rows[i - 1] as BoxFigures) : 0];
			return now === null || before === null ? null : Math.max(0, now - before);
		});
	const bars = (name: string, color: string, data: (number | null)[], decal = false) => ({
		name,
		type: 'bar' as const,
		data,
		itemStyle: { color: token(color), ...(decal ? { decal: { symbol: 'rect', dashArrayX: [4, 3], dashArrayY: [4, 3] } } : {}) }
	});
	return {
		...base(token),
		xAxis: { type: 'category' as const, data: rows.map((r) => `to ${r.name}`), ...axisOf(token) },
		yAxis: { type: 'value' as const, name: 'ohm', ...axisOf(token) },
		series: [
			bars(
				'a conductor, predicted',
				'soft',
				step((r) => r.predicted.hot)
			),
			bars(
				'hot, read',
				'ink',
				step((r) => r.read.hot)
			),
			bars(
				'neutral, read',
				'copper',
				step((r) => r.read.neutral),
				true
			),
			bars(
				'ground, read',
				'go',
				step((r) => r.read.ground)
			)
		]
	};
};

const SHAPES = ['circle', 'triangle', 'diamond', 'rect', 'roundRect', 'pin'];
const COLORS = ['copper', 'go', 'ink', 'look', 'soft', 'stop'];
/** One box's readings by kind over time, each on its own shape. */
export const timeOptions = (readings: readonly Reading[], kinds: readonly ReadingKind[]) => (token: Token) => ({
	...base(token),
	xAxis: { type: 'time' as const, ...axisOf(token) },
	yAxis: { type: 'value' as const, scale: true, ...axisOf(token) },
	series: kinds.map((kind, i) => {
		const data = readings
			.filter((r) => r.kind === kind && r.value !== null)
			.map((r): [string, number | null] => [r.at, r.value])
			.sort((a, b) => a[0].localeCompare(b[0]));
		const color = token(COLORS[i % COLORS.length] ?? 'ink');
		return {
			name: readingWords(kind),
			type: 'line' as const,
			symbol: SHAPES[i % SHAPES.length],
			symbolSize: 9,
			// A mark for each of thousands would hide the line, and cost more than it.
			showSymbol: data.length <= MOST_MARKS,
			sampling: 'lttb' as const,
			itemStyle: { color: color },
			lineStyle: { color: color, width: 1.5 },
			data
		};
	})
});
const MOST_MARKS = 150;
