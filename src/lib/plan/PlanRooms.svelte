<script lang="ts">
	import { type PlanRoom, WALL_IN } from '$core/formats/plan-drawing';
	import { FIXTURE_PX } from '$core/formats/plan-labels';
	import type { Point } from '$core/model/job';
	import type { Selection } from '$lib/store/selection';
	import { draggable, type Dragged } from './drag';

	interface Props {
		rooms: readonly PlanRoom[];
		selection: Selection | null;
		onselect: (selection: Selection) => void;
		reach: boolean;
		/** Pixels for an inch. */
		scale: number;
		/** Things whose name is written on them. */
		named: ReadonlySet<string>;
		/** A fixture is being dragged; left out: they stay. */
		ondrag?: ((fixtureId: string) => Dragged) | undefined;
	}
	let { rooms, selection, onselect, reach, scale, named, ondrag }: Props = $props();
	const path = (points: readonly Point[]): string => `M${points.map((p) => p.join(' ')).join('L')}Z`;
	function onkeydown(e: KeyboardEvent, s: Selection): void {
		if (e.key !== 'Enter' && e.key !== ' ') return;
		e.preventDefault();
		onselect(s);
	}
</script>

{#each rooms as room (room.id)}
	{#if room.floor.length}
		<path
			class="floor"
			class:selected={selection?.kind === 'room' && selection.id === room.id}
			class:open={room.open}
			d={path(room.floor)}
			role="button"
			tabindex="-1"
			aria-label={`${room.name}, ${room.size}`}
			onclick={() => onselect({ kind: 'room', id: room.id })}
			onkeydown={(e) => onkeydown(e, { kind: 'room', id: room.id })}
		/>
	{/if}
	{#each room.counters as counter, i (i)}<path class="top" d={path(counter)} />{/each}
	{#each room.fixtures as f (f.id)}
		<g
			class="thing"
			role="button"
			tabindex="-1"
			aria-label={`${f.name} in ${room.name}`}
			data-fixture={f.kind}
			onclick={() => onselect({ kind: 'fixture', id: f.id })}
			onkeydown={(e) => onkeydown(e, { kind: 'fixture', id: f.id })}
			{@attach draggable(() => ondrag?.(f.id) ?? null)}
		>
			<path
				class="fixture"
				class:selected={selection?.kind === 'fixture' && selection.id === f.id}
				d={path(f.corners)}
				stroke-linejoin="round"
			/>
			{#if named.has(f.id)}
				<text class="small" x={f.middle[0]} y={f.middle[1] + (0.35 * FIXTURE_PX) / scale} font-size={FIXTURE_PX / scale}
					>{f.name}</text
				>
			{/if}
		</g>
	{/each}
{/each}
<g style:--wall-in={Math.min(7, Math.max(3.5, WALL_IN * scale)) / scale}>
	{#each rooms as room (room.id)}
		{#each room.walls as w, i (i)}<line class="wall" {...w} />{/each}
		{#each room.windows as w, i (i)}
			<line class="glass" {...w} />
			<line class="pane" {...w} />
		{/each}
		{#each room.thresholds as t, i (i)}<line class="threshold" {...t} />{/each}
		{#each room.doors as door, i (i)}
			<line class="leaf" {...door.leaf} />
			<path class="swing" d={door.swing} />
		{/each}
		{#if reach}
			{#each room.marks as m (m.id)}
				<line class="mark" class:prefer={m.kind === 'prefer'} x1={m.x1} y1={m.y1} x2={m.x2} y2={m.y2} />
			{/each}
			{#each room.reach as stretch, i (i)}
				<line class="reach" class:met={stretch.met} x1={stretch.x1} y1={stretch.y1} x2={stretch.x2} y2={stretch.y2} />
			{/each}
		{/if}
	{/each}
</g>

<style>
	.floor {
		fill: transparent;
		cursor: pointer;
		outline: none;
	}
	.floor:hover {
		fill: color-mix(in srgb, var(--copper) 5%, transparent);
	}
	.floor.selected {
		fill: color-mix(in srgb, var(--copper) 11%, transparent);
	}
	.floor.open {
		stroke: var(--soft);
		stroke-width: 1.5;
		stroke-dasharray: 8 5;
	}
	/* Of the screen: a wall is as thick when the house is small and when it is near. */
	.wall {
		stroke: var(--wall);
		stroke-width: var(--wall-in);
	}
	.glass {
		stroke: var(--sheet);
		stroke-width: calc(var(--wall-in) * 0.7);
	}
	.pane {
		stroke: var(--wall);
		stroke-width: 0.9;
	}
	.threshold {
		stroke: var(--soft);
		stroke-width: 1;
		stroke-dasharray: 5 3;
	}
	.leaf {
		stroke: var(--ink);
		stroke-width: 1.6;
	}
	.swing {
		fill: none;
		stroke: var(--soft);
		stroke-width: 0.8;
	}
	.top,
	.fixture {
		fill: color-mix(in srgb, var(--rule) 45%, transparent);
		stroke: var(--soft);
		stroke-width: 0.9;
		pointer-events: none;
	}
	.fixture {
		fill: var(--sheet);
	}
	.thing {
		cursor: pointer;
		outline: none;
	}
	.thing .fixture {
		pointer-events: auto;
	}
	.thing:hover .fixture,
	.thing:focus-visible .fixture,
	.fixture.selected {
		stroke: var(--copper);
		stroke-width: 2;
	}
	.mark {
		stroke: var(--off);
		stroke-width: 3;
		stroke-dasharray: 3 3;
		pointer-events: none;
	}
	.mark.prefer {
		stroke: var(--copper);
		stroke-dasharray: none;
	}
	.reach {
		stroke: url(#hatch);
		stroke-width: 6;
		pointer-events: none;
	}
	/* A gradient or pattern does not paint a level line in every browser: the hatch is dashes across it. */
	.reach:not(.met) {
		stroke: var(--stop);
		stroke-dasharray: 2.5 3;
		stroke-width: 7;
	}
	.reach.met {
		stroke: color-mix(in srgb, var(--go) 75%, transparent);
		stroke-width: 3;
	}
	text {
		text-anchor: middle;
		pointer-events: none;
		fill: var(--ink);
	}
	.small {
		font-family: 'Barlow Condensed', sans-serif;
		fill: var(--soft);
	}
</style>
