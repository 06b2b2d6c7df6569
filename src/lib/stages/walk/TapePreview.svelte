<script lang="ts">
	import { distance } from '$core/model/geometry';
	import type { Point } from '$core/model/job';
	import { formatLength } from '$core/units/length';

	interface Props {
		/** As walked: not closed, the start first. */
		points: readonly Point[];
		/** Stretches of doors and the like on the walls as walked. */
		breaks: readonly { wall: number; from: number; to: number; kind: string }[];
		/** The way from the end back to the start is open. */
		open: boolean;
	}
	let { points, breaks, open }: Props = $props();
	const down = ([x, y]: Point): Point => [x, -y];
	const drawn = $derived(points.map(down));
	const box = $derived.by(() => {
		const [xs, ys] = [drawn.map((p) => p[0]), drawn.map((p) => p[1])];
		const [x, y] = [Math.min(...xs), Math.min(...ys)];
		const size = Math.max(Math.max(...xs) - x, Math.max(...ys) - y, 60);
		const pad = size * 0.16;
		return { x: x - pad, y: y - pad, w: Math.max(...xs) - x + 2 * pad, h: Math.max(...ys) - y + 2 * pad, unit: size / 100 };
	});
	const walls = $derived(
		drawn.slice(1).map((b, i) => {
			const a = drawn[i] as Point;
			return { a, b, middle: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] as Point, length: formatLength(distance(a, b)) };
		})
	);
	const on = (b: Props['breaks'][number]) => {
		const wall = walls[b.wall];
		if (!wall) return null;
		const length = distance(wall.a, wall.b) || 1;
		const at = (t: number): Point => [
			wall.a[0] + ((wall.b[0] - wall.a[0]) * t) / length,
			wall.a[1] + ((wall.b[1] - wall.a[1]) * t) / length
		];
		const [p, q] = [at(b.from), at(b.to)];
		return { x1: p[0], y1: p[1], x2: q[0], y2: q[1] };
	};
</script>

<svg viewBox={`${box.x} ${box.y} ${box.w} ${box.h}`} role="img" aria-label={`${walls.length} walls as walked`}>
	<polyline points={drawn.map((p) => p.join(',')).join(' ')} class="wall" stroke-width={box.unit * 1.6} />
	{#each breaks as b, i (i)}
		{@const line = on(b)}
		{#if line}<line {...line} class="break" stroke-width={box.unit * 2.6} />{/if}
	{/each}
	{#if open && drawn.length > 1}
		<line
			x1={drawn.at(-1)?.[0]}
			y1={drawn.at(-1)?.[1]}
			x2={drawn[0]?.[0]}
			y2={drawn[0]?.[1]}
			class="gap"
			stroke-width={box.unit * 1.2}
			stroke-dasharray={`${box.unit * 3} ${box.unit * 2}`}
		/>
	{/if}
	<circle cx={drawn[0]?.[0]} cy={drawn[0]?.[1]} r={box.unit * 2.4} class="start" />
	{#each walls as w, i (i)}
		<text x={w.middle[0]} y={w.middle[1]} font-size={box.unit * 5.4} dy={box.unit * 2}>{w.length}</text>
	{/each}
</svg>

<style>
	svg {
		width: 100%;
		height: 100%;
		max-height: 420px;
		background: var(--paper);
		border: 1px solid var(--rule);
		border-radius: 4px;
	}
	.wall {
		fill: none;
		stroke: var(--wall);
		stroke-linecap: square;
	}
	.break {
		stroke: var(--copper);
	}
	.gap {
		stroke: var(--look);
	}
	.start {
		fill: var(--sheet);
		stroke: var(--copper);
		stroke-width: 1;
	}
	text {
		text-anchor: middle;
		font-family: 'IBM Plex Mono', monospace;
		fill: var(--ink);
		paint-order: stroke;
		stroke: var(--paper);
		stroke-width: 5;
	}
</style>
