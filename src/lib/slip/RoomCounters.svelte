<script lang="ts">
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import { wallLength } from '$core/model/geometry';
	import type { Room } from '$core/model/job';
	import { addCounter, editCounter, removeCounter } from '$core/edit/walls';
	import { formatLength } from '$core/units/length';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import LengthField from '$lib/kit/fields/LengthField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';

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
	const set = (id: string, change: Parameters<typeof editCounter>[2]) =>
		store.edit(`${room.name}: counter changed`, editCounter(room.id, id, change));
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
			<div class="head">
				<span>wall {c.wall + 1}</span>
				<CrossBtn
					label={`Remove the counter on wall ${c.wall + 1}`}
					onclick={() => store.edit(`${room.name}: counter removed`, removeCounter(room.id, c.id))}
				/>
			</div>
			<div class="two">
				<LengthField label="From" value={c.from} onkeep={(v) => v !== null && set(c.id, { from: v, to: v + c.to - c.from })} />
				<LengthField label="To" value={c.to} onkeep={(v) => v !== null && set(c.id, { to: v })} />
				<LengthField label="Depth" value={c.depthIn} onkeep={(v) => v && set(c.id, { depthIn: v })} />
				<LengthField
					label="Top (36&quot;)"
					value={c.topIn ?? null}
					mayBeUnknown
					onkeep={(v) => set(c.id, { topIn: v ?? undefined })}
				/>
			</div>
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
	ul {
		list-style: none;
		margin: 0 0 var(--space-10);
		padding: 0;
		font-size: var(--type-small);
	}
	li {
		padding: var(--space-4) 0 var(--space-8);
		border-bottom: 1px dotted var(--rule);
	}
	.head {
		display: flex;
		justify-content: space-between;
		align-items: center;
		font-weight: 600;
	}
</style>
