<script lang="ts">
	import { steady } from '$core/model/like-before';
	import { boxLabels, roomLabels, SIZE_SHARE, type RoomLabel } from '$core/formats/plan-labels';
	import type { PlanDrawing } from '$core/formats/plan-drawing';

	interface Props {
		plan: PlanDrawing;
		/** Pixels for an inch, in steps: names are set anew only when it has changed by much. */
		scale: number;
		/** Boxes to be named, the picked one first. */
		wanted: readonly string[];
	}
	let { plan, scale, wanted }: Props = $props();
	const likeRooms = steady();
	const likeBoxes = steady();
	const rooms = $derived(likeRooms(roomLabels(plan, scale)));
	const boxes = $derived(likeBoxes(boxLabels(plan, { wanted, rooms, scale })));
	/** From the middle of a text to its baseline, of its height. */
	const DOWN = 0.35;
	const LINE = 1.2;
	/** Middles of the lines of a name, from the middle of the whole, in its letters' height. */
	function linesOf(r: RoomLabel): { text: string; y: number; size: boolean }[] {
		const height = LINE * (r.lines.length + (r.size ? SIZE_SHARE : 0));
		const names = r.lines.map((text, i) => ({ text, y: LINE * (i + 0.5) - height / 2, size: false }));
		return r.size ? [...names, { text: r.size, y: height / 2 - (LINE * SIZE_SHARE) / 2, size: true }] : names;
	}
</script>

{#each rooms as r (r.roomId)}
	{@const px = r.px / scale}
	<g transform={`translate(${r.at[0]} ${r.at[1]})${r.upright ? ' rotate(-90)' : ''}`}>
		{#each linesOf(r) as line, i (i)}
			{@const letters = line.size ? px * SIZE_SHARE : px}
			<text class={line.size ? 'size' : r.narrow ? 'name narrow' : 'name'} y={line.y * px + DOWN * letters} font-size={letters}
				>{line.text}</text
			>
		{/each}
	</g>
{/each}
{#each boxes as b (b.boxId)}
	{#if b.leader}<line class="leader" x1={b.leader[0][0]} y1={b.leader[0][1]} x2={b.leader[1][0]} y2={b.leader[1][1]} />{/if}
	<text class="box" x={b.at[0]} y={b.at[1] + (DOWN * b.px) / scale} font-size={b.px / scale} stroke-width={3 / scale}
		>{b.name}</text
	>
{/each}

<style>
	text {
		text-anchor: middle;
		pointer-events: none;
	}
	.name {
		font-family: 'Barlow', sans-serif;
		font-weight: 600;
		fill: var(--soft);
	}
	.narrow {
		font-family: 'Barlow Condensed', sans-serif;
	}
	.size {
		font-family: 'IBM Plex Mono', monospace;
		fill: var(--soft);
	}
	.box {
		font-family: 'Barlow Condensed', sans-serif;
		font-weight: 600;
		fill: var(--copper);
		paint-order: stroke;
		stroke: var(--sheet);
	}
	.leader {
		stroke: var(--copper);
		stroke-width: 0.9;
		pointer-events: none;
	}
</style>
