<script lang="ts">
	import { distance } from '$core/model/geometry';
	import type { Point } from '$core/model/job';
	import { formatLength } from '$core/units/length';
	import type { RoomDrawing } from './room-drawing.svelte';

	interface Props {
		drawing: RoomDrawing;
		/** Pixels for an inch. */
		scale: number;
		onclosed: () => void;
	}
	let { drawing, scale, onclosed }: Props = $props();
	let pad = $state<SVGRectElement>();
	/** The pointer takes hold of a corner within so many pixels. */
	const NEAR_PX = 14;

	function at(e: PointerEvent | MouseEvent): Point | null {
		const matrix = pad?.getScreenCTM();
		if (!matrix) return null;
		const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix.inverse());
		return [p.x, -p.y];
	}
	function onpointermove(e: PointerEvent): void {
		const p = at(e);
		if (p) drawing.point(p, NEAR_PX / scale);
	}
	function onclick(e: MouseEvent): void {
		const p = at(e);
		if (p) drawing.point(p, NEAR_PX / scale);
		if (drawing.put()) onclosed();
	}
	const path = (points: readonly Point[]) => points.map(([x, y]) => `${x},${-y}`).join(' ');
	const last = $derived(drawing.points.at(-1));
	const walls = $derived(
		drawing.points.slice(1).map((b, i) => {
			const a = drawing.points[i] as Point;
			return { x: (a[0] + b[0]) / 2, y: -(a[1] + b[1]) / 2, text: formatLength(distance(a, b)) };
		})
	);
</script>

<!-- The buttons of the drawing's bar do the same from the keyboard. -->
<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
<rect bind:this={pad} x="-5000" y="-5000" width="12000" height="12000" class="pad" data-draw {onpointermove} {onclick} />
<polyline points={path(drawing.points)} class="wall" stroke-width={3 / scale} />
{#if last && drawing.next}
	<line x1={last[0]} y1={-last[1]} x2={drawing.next.point[0]} y2={-drawing.next.point[1]} class="next" stroke-width={2 / scale} />
{/if}
{#each drawing.points as p, i (i)}<circle cx={p[0]} cy={-p[1]} r={(i ? 4 : 7) / scale} class="corner" />{/each}
{#if drawing.next}
	<circle
		cx={drawing.next.point[0]}
		cy={-drawing.next.point[1]}
		r={(drawing.next.to === 'corner' ? 9 : 5) / scale}
		class="snap"
		stroke-width={2 / scale}
	/>
{/if}
{#each walls as w, i (i)}<text x={w.x} y={w.y} font-size={13 / scale} stroke-width={4 / scale}>{w.text}</text>{/each}

<style>
	.pad {
		fill: transparent;
		cursor: crosshair;
	}
	.wall,
	.next {
		fill: none;
		stroke: var(--copper);
		pointer-events: none;
	}
	.next {
		opacity: 0.6;
	}
	.corner {
		fill: var(--copper);
		pointer-events: none;
	}
	.snap {
		fill: none;
		stroke: var(--copper);
		pointer-events: none;
	}
	text {
		text-anchor: middle;
		font-family: 'IBM Plex Mono', monospace;
		fill: var(--ink);
		stroke: var(--sheet);
		paint-order: stroke;
		pointer-events: none;
	}
</style>
