<script lang="ts">
	import type { Point, Room } from '$core/model/job';
	import { draggable, type Dragged } from './drag';

	interface Props {
		room: Room;
		/** A corner, or the whole room by its middle, is dragged. */
		oncorner: (corner: number) => Dragged;
		onroom: () => Dragged;
		label: Point;
		scale: number;
	}
	let { room, oncorner, onroom, label, scale }: Props = $props();
	const size = $derived(Math.max(5, 9 / scale));
</script>

<g
	class="move"
	transform={`translate(${label[0]} ${label[1] - 26 / scale}) scale(${1 / scale})`}
	data-handle="room"
	{@attach draggable(onroom)}
>
	<title>Drag {room.name}; near another room it joins it</title>
	<circle r="22" class="touch" />
	<circle r="13" />
	<path d="M0 -8V8M-8 0H8M-3 -5 0 -8 3 -5M-3 5 0 8 3 5M-5 -3 -8 0 -5 3M5 -3 8 0 5 3" />
</g>
{#each room.outline ?? [] as p, i (i)}
	<g transform={`translate(${p[0]} ${-p[1]})`} class="corner" data-handle={`corner-${i}`} {@attach draggable(() => oncorner(i))}>
		<circle r={22 / scale} class="touch" />
		<rect x={-size / 2} y={-size / 2} width={size} height={size} />
	</g>
{/each}

<style>
	.move,
	.corner {
		cursor: move;
	}
	.touch {
		fill: transparent;
		stroke: none;
	}
	.move circle:not(.touch),
	.corner rect {
		fill: var(--sheet);
		stroke: var(--copper);
		stroke-width: 1.8;
	}
	.move path {
		fill: none;
		stroke: var(--copper);
		stroke-width: 1.6;
	}
</style>
