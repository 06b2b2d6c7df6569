<script lang="ts">
	import type { PlanDrawing } from '$core/formats/plan-drawing';
	import type { Point } from '$core/model/job';

	interface Props {
		plan: PlanDrawing;
		/** What the sheet shows of it, in. */
		shown: { x: number; y: number; width: number; height: number };
		/** The middle of the sheet is put there. */
		onmove: (to: Point) => void;
	}
	let { plan, shown, onmove }: Props = $props();
	let svg = $state<SVGSVGElement>();
	const path = (points: readonly Point[]): string => (points.length ? `M${points.map((p) => p.join(' ')).join('L')}Z` : '');
	function move(e: PointerEvent): void {
		if (!(e.buttons & 1) || !svg) return;
		const at = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM()?.inverse());
		onmove([at.x, at.y]);
	}
</script>

<!-- The arrows of the plan do the same by keyboard. -->
<svg
	bind:this={svg}
	class="mini no-print"
	viewBox={`${plan.x} ${plan.y} ${plan.width} ${plan.height}`}
	role="img"
	aria-label="The whole plan, with the part that is shown"
	onpointerdown={move}
	onpointermove={move}
>
	{#each plan.rooms as room (room.id)}<path d={path(room.floor)} />{/each}
	<rect {...shown} stroke-width={plan.width / 70} />
</svg>

<style>
	.mini {
		position: absolute;
		right: 12px;
		top: 12px;
		width: 168px;
		max-width: 34%;
		max-height: 130px;
		background: color-mix(in srgb, var(--sheet) 92%, transparent);
		border: 1px solid var(--rule);
		border-radius: 3px;
		cursor: move;
		touch-action: none;
	}
	path {
		fill: var(--paper);
		stroke: var(--soft);
		stroke-width: 1.2;
		vector-effect: non-scaling-stroke;
	}
	rect {
		fill: color-mix(in srgb, var(--copper) 12%, transparent);
		stroke: var(--copper);
	}
</style>
