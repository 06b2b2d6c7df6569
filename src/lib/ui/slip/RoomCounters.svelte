<script lang="ts">
	import { wallLength } from '$core/model/geometry';
	import type { Room } from '$core/model/job';
	import { addCounter, editCounter, removeCounter } from '$core/model/wall-commands';
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
	let wall = $state('0');
	let from = $state<number | null>(0);
	let to = $state<number | null>(null);
	let depth = $state<number | null>(25);
	const walls = $derived(
		(room.outline ?? []).map((_, i) => ({
			value: String(i),
			name: `wall ${i + 1}, ${formatLength(wallLength(room.outline ?? [], i))}`
		}))
	);
	async function add(): Promise<void> {
		if (from === null || to === null || depth === null) return;
		if (
			await store.edit(
				`${room.name}: counter`,
				addCounter(room.id, { id: freshId(), wall: Number(wall), from, to, depthIn: depth })
			)
		)
			[from, to] = [0, null];
	}
</script>

<ul>
	{#each room.counters as c (c.id)}
		<li>
			<span>wall {c.wall + 1}, <span class="mono">{formatLength(c.from)} to {formatLength(c.to)}</span></span>
			<LengthField
				label="Depth"
				value={c.depthIn}
				onkeep={(v) => v && store.edit(`${room.name}: counter depth`, editCounter(room.id, c.id, { depthIn: v }))}
			/>
			<button
				type="button"
				aria-label={`Remove the counter on wall ${c.wall + 1}`}
				onclick={() => store.edit(`${room.name}: counter removed`, removeCounter(room.id, c.id))}>×</button
			>
		</li>
	{/each}
</ul>
<div class="two">
	<SelectField label="Counter on" value={wall} options={walls} onkeep={(v) => (wall = v)} />
	<LengthField label="Depth" value={depth} mayBeUnknown onkeep={(v) => (depth = v)} />
	<LengthField label="From the wall's start" value={from} mayBeUnknown onkeep={(v) => (from = v)} />
	<LengthField label="To" value={to} mayBeUnknown onkeep={(v) => (to = v)} />
	<Btn onclick={add} disabled={from === null || to === null || depth === null}>Add counter</Btn>
</div>

<style>
	.two {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 10px;
		align-items: end;
	}
	ul {
		list-style: none;
		margin: 0 0 10px;
		padding: 0;
		font-size: 14px;
	}
	li {
		display: grid;
		grid-template-columns: 1fr 84px 36px;
		align-items: end;
		gap: 8px;
		padding: 4px 0;
		border-bottom: 1px dotted var(--rule);
	}
	li button {
		border: 0;
		background: none;
		color: var(--soft);
		font-size: 20px;
		min-height: 36px;
	}
</style>
