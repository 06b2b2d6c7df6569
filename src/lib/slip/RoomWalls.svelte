<script lang="ts">
	import { setWallLength } from '$core/edit/walls';
	import { wallLength } from '$core/model/geometry';
	import type { Room } from '$core/model/job';
	import { setRectangle } from '$core/edit/rooms';
	import { addCorner } from '$core/edit/survey';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import LengthField from '$lib/kit/fields/LengthField.svelte';

	interface Props {
		room: Room;
	}
	let { room }: Props = $props();
	const store = useJob();
	let size = $state<{ along: number | null; deep: number | null }>({ along: null, deep: null });
	const rectangle = () =>
		size.along !== null &&
		size.deep !== null &&
		store.edit(`${room.name}: four walls`, setRectangle(room.id, size.along, size.deep));
</script>

{#if room.outline}
	{@const outline = room.outline}
	<div class="two walls">
		{#each outline.keys() as wall (wall)}
			<div class="wall">
				<LengthField
					label={`Wall ${wall + 1}`}
					value={wallLength(outline, wall)}
					onkeep={(inches) =>
						inches !== null && store.edit(`${room.name}, wall ${wall + 1}`, setWallLength(room.id, wall, inches))}
				/>
				<button
					type="button"
					title="A corner in the middle of this wall, to be dragged"
					aria-label={`A corner in the middle of wall ${wall + 1}`}
					onclick={() => store.edit(`${room.name}: a corner`, addCorner(room.id, wall, wallLength(outline, wall) / 2))}>+</button
				>
			</div>
		{/each}
	</div>
{:else}
	<p class="soft">
		Not measured yet. It can have boxes and readings; spacing needs walls. Enter four walls here, or use Room by tape for any
		other shape:
	</p>
	<div class="two rectangle">
		<LengthField label="Along" value={size.along} mayBeUnknown onkeep={(v) => (size.along = v)} />
		<LengthField label="Deep" value={size.deep} mayBeUnknown onkeep={(v) => (size.deep = v)} />
		<Btn onclick={rectangle} disabled={size.along === null || size.deep === null}>Draw it</Btn>
	</div>
{/if}

<style>
	.wall {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 26px;
		align-items: end;
	}
	.wall button {
		border: 0;
		background: none;
		color: var(--soft);
		font-size: var(--type-lead);
		min-height: 36px;
	}
</style>
