<script lang="ts">
	import { setWallLength } from '$core/model/commands';
	import { wallLength } from '$core/model/geometry';
	import type { Room } from '$core/model/job';
	import { BREAK_KINDS, inWords, type BreakKind } from '$core/model/kinds';
	import { addBreak, removeBreak, setRectangle } from '$core/model/room-commands';
	import { formatLength } from '$core/units/length';
	import { freshId } from '$lib/data/jobs';
	import { useJob } from '$lib/data/job-store.svelte';
	import Btn from '../Btn.svelte';
	import LengthField from '../fields/LengthField.svelte';
	import SelectField from '../fields/SelectField.svelte';

	interface Props {
		room: Room;
	}
	let { room }: Props = $props();
	const store = useJob();
	let size = $state<{ along: number | null; deep: number | null }>({ along: null, deep: null });
	let next = $state<{ wall: string; from: number | null; width: number | null; kind: BreakKind }>({
		wall: '0',
		from: null,
		width: 32,
		kind: 'door'
	});
	const walls = $derived((room.outline ?? []).map((_, i) => ({ value: String(i), name: `wall ${i + 1}` })));
	const kinds = BREAK_KINDS.map((value) => ({ value, name: inWords(value) }));
	const rectangle = () =>
		size.along !== null &&
		size.deep !== null &&
		store.edit(`${room.name}: four walls`, setRectangle(room.id, size.along, size.deep));
	async function add(): Promise<void> {
		const { from, width } = next;
		if (from === null || width === null) return;
		const made = await store.edit(
			`${room.name}: ${inWords(next.kind)}`,
			addBreak(room.id, freshId(), { wall: Number(next.wall), from, width, kind: next.kind })
		);
		if (made) next.from = null;
	}
</script>

{#if room.outline}
	{@const outline = room.outline}
	<div class="two walls">
		{#each walls as { value }, wall (value)}
			<LengthField
				label={`Wall ${wall + 1}`}
				value={wallLength(outline, wall)}
				onkeep={(inches) => inches !== null && store.edit(`${room.name}, wall ${wall + 1}`, setWallLength(room.id, wall, inches))}
			/>
		{/each}
	</div>
	<details>
		<summary>Doors, windows, breaks ({room.breaks.length})</summary>
		<ul>
			{#each room.breaks as b (b.id)}
				<li>
					<span
						>{inWords(b.kind)}, wall {b.wall + 1}, <span class="mono">{formatLength(b.from)} to {formatLength(b.to)}</span></span
					>
					<button
						type="button"
						aria-label={`Remove the ${inWords(b.kind)} on wall ${b.wall + 1}`}
						onclick={() => store.edit(`${room.name}: ${inWords(b.kind)} removed`, removeBreak(room.id, b.id))}>×</button
					>
				</li>
			{/each}
		</ul>
		<div class="two">
			<SelectField label="What" value={next.kind} options={kinds} onkeep={(kind) => (next.kind = kind)} />
			<SelectField label="On" value={next.wall} options={walls} onkeep={(wall) => (next.wall = wall)} />
			<LengthField label="From the wall's start" value={next.from} mayBeUnknown onkeep={(v) => (next.from = v)} />
			<LengthField label="Width" value={next.width} mayBeUnknown onkeep={(v) => (next.width = v)} />
			<Btn onclick={add} disabled={next.from === null || next.width === null}>Add it</Btn>
		</div>
	</details>
{:else}
	<p class="soft">
		Not measured yet. It can hold boxes and readings all the same; spacing needs its walls. A room of four walls:
	</p>
	<div class="two rectangle">
		<LengthField label="Along" value={size.along} mayBeUnknown onkeep={(v) => (size.along = v)} />
		<LengthField label="Deep" value={size.deep} mayBeUnknown onkeep={(v) => (size.deep = v)} />
		<Btn onclick={rectangle} disabled={size.along === null || size.deep === null}>Draw it</Btn>
	</div>
{/if}

<style>
	.two {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 10px;
		align-items: end;
	}
	details {
		margin-top: 12px;
	}
	summary {
		cursor: pointer;
		min-height: 32px;
		font-weight: 600;
	}
	ul {
		list-style: none;
		margin: 0 0 10px;
		padding: 0;
		font-size: 14px;
	}
	li {
		display: flex;
		justify-content: space-between;
		align-items: center;
		gap: 8px;
		border-bottom: 1px dotted var(--rule);
	}
	li button {
		border: 0;
		background: none;
		color: var(--soft);
		font-size: 20px;
		min-width: 36px;
		min-height: 32px;
	}
</style>
