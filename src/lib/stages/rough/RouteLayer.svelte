<script lang="ts">
	import type { Point } from '$core/model/job';
	import { draggable, type Dragged } from '$lib/plan/drag';

	export interface Laid {
		cableId: string;
		points: readonly Point[];
		name: string;
	}
	interface Props {
		routes: readonly Laid[];
		picked: string | null;
		scale: number;
		onpick: (cableId: string) => void;
		/** Corners of the picked way: each is dragged, or moved by keys; a new one is made in the middle of a stretch. */
		ondrag: (corner: number) => Dragged;
		onnudge: (corner: number, dx: number, dy: number) => void;
		onremove: (corner: number) => void;
		onadd: (stretch: number, at: Point) => void;
	}
	/** Ways of cables over the plan. */
	let { routes, picked, scale, onpick, ondrag, onnudge, onremove, onadd }: Props = $props();
	const path = (points: readonly Point[]) => `M${points.map(([x, y]) => `${x} ${-y}`).join('L')}`;
	const own = $derived(routes.find((r) => r.cableId === picked));
	const mid = (a: Point, b: Point): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
	const STEP_IN = 3;
	function keys(e: KeyboardEvent, corner: number): void {
		const step = e.shiftKey ? 1 : STEP_IN;
		const move = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[e.key];
		if (move) onnudge(corner, move[0] ?? 0, move[1] ?? 0);
		else if (e.key === 'Delete' || e.key === 'Backspace') onremove(corner);
		else return;
		e.preventDefault();
		e.stopPropagation();
	}
	function addKeys(e: KeyboardEvent, stretch: number, at: Point): void {
		if (e.key !== 'Enter' && e.key !== ' ') return;
		e.preventDefault();
		onadd(stretch, at);
	}
</script>

{#each routes as r (r.cableId)}
	<g
		class="way"
		class:picked={r.cableId === picked}
		role="button"
		tabindex="-1"
		aria-label={`way ${r.name}`}
		onclick={() => onpick(r.cableId)}
		onkeydown={(e) => e.key === 'Enter' && onpick(r.cableId)}
	>
		<path class="touch" d={path(r.points)} stroke-width={24 / scale} />
		<path class="line" d={path(r.points)} stroke-width={(r.cableId === picked ? 6 : 2.6) / scale} />
	</g>
{/each}
{#if own}
	{#each own.points.slice(1) as q, i (i)}
		{@const at = mid(own.points[i] ?? q, q)}
		<g
			class="add"
			transform={`translate(${at[0]} ${-at[1]}) scale(${1 / scale})`}
			role="button"
			tabindex="0"
			aria-label={`new corner in stretch ${i + 1} of ${own.name}`}
			onclick={() => onadd(i, at)}
			onkeydown={(e) => addKeys(e, i, at)}
		>
			<circle class="touch" r="16" />
			<path d="M-5 0H5M0 -5V5" />
		</g>
	{/each}
	{#each own.points.slice(1, -1) as p, i (i)}
		<g
			class="corner"
			data-corner={i}
			transform={`translate(${p[0]} ${-p[1]}) scale(${1 / scale})`}
			role="button"
			tabindex="0"
			aria-label={`corner ${i + 1} of ${own.name}: arrows move it, Delete removes it`}
			onkeydown={(e) => keys(e, i)}
			{@attach draggable(() => ondrag(i))}
		>
			<circle class="touch" r="22" />
			<rect x="-6" y="-6" width="12" height="12" />
		</g>
	{/each}
{/if}

<style>
	.way {
		cursor: pointer;
	}
	.touch {
		fill: transparent;
		stroke: transparent;
	}
	.way .touch {
		fill: none;
	}
	.line {
		fill: none;
		stroke: var(--copper);
		stroke-linejoin: round;
		opacity: 0.7;
	}
	.picked .line {
		stroke: var(--copper);
		opacity: 1;
	}
	.corner {
		cursor: move;
	}
	.corner rect,
	.add path {
		fill: var(--sheet);
		stroke: var(--copper);
		stroke-width: 2;
	}
	.add {
		cursor: copy;
	}
	.corner:focus-visible rect,
	.add:focus-visible path {
		stroke-width: 4;
	}
</style>
