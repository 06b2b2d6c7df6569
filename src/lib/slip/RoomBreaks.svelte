<script lang="ts">
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import type { Room } from '$core/model/job';
	import { BREAK_KINDS, inWords, LEADS_TO, type BreakKind, type LeadsTo } from '$core/model/kinds';
	import { addBreak, removeBreak } from '$core/edit/rooms';
	import { cutThrough } from '$core/edit/survey';
	import { editBreak } from '$core/edit/walls';
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
	let next = $state<{ wall: string; from: number | null; width: number | null; kind: BreakKind }>({
		wall: '0',
		from: null,
		width: 32,
		kind: 'door'
	});
	let picked = $state<string | null>(null);
	const chosen = $derived(room.breaks.find((b) => b.id === picked));
	const walls = $derived((room.outline ?? []).map((_, i) => ({ value: String(i), name: `wall ${i + 1}` })));
	const kinds = BREAK_KINDS.map((value) => ({ value, name: inWords(value) }));
	async function add(): Promise<void> {
		const { from, width, kind, wall } = next;
		if (from === null || width === null) return;
		const made = await store.edit(`${room.name}: ${inWords(kind)}`, (draft) => {
			addBreak(room.id, freshId(), { wall: Number(wall), from, width, kind })(draft);
			cutThrough(room.id, freshId)(draft);
		});
		if (made) next.from = null;
	}
	const set = (id: string, change: Parameters<typeof editBreak>[2]) =>
		store.edit(`${room.name}: opening changed`, editBreak(room.id, id, change));
</script>

<ul>
	{#each room.breaks as b (b.id)}
		<li>
			<button type="button" class="row" aria-pressed={picked === b.id} onclick={() => (picked = picked === b.id ? null : b.id)}>
				{inWords(b.kind)}, wall {b.wall + 1}, <span class="mono">{formatLength(b.from)} to {formatLength(b.to)}</span>
			</button>
			<CrossBtn
				label={`Remove the ${inWords(b.kind)} on wall ${b.wall + 1}`}
				onclick={() => store.edit(`${room.name}: ${inWords(b.kind)} removed`, removeBreak(room.id, b.id))}
			/>
		</li>
	{/each}
</ul>
{#if chosen}
	<div class="two">
		<LengthField
			label="From"
			value={chosen.from}
			onkeep={(from) => from !== null && set(chosen.id, { from, to: from + chosen.to - chosen.from })}
		/>
		<LengthField
			label="Its width"
			value={chosen.to - chosen.from}
			onkeep={(w) => w !== null && set(chosen.id, { to: chosen.from + w })}
		/>
		{#if chosen.kind === 'door'}
			<SelectField
				label="Hinge"
				value={chosen.hinge ?? 'from'}
				options={[
					{ value: 'from', name: 'at its start' },
					{ value: 'to', name: 'at its end' }
				]}
				onkeep={(hinge: 'from' | 'to') => set(chosen.id, { hinge })}
			/>
			<SelectField
				label="Swings"
				value={chosen.swingsIn ? 'in' : 'out'}
				options={[
					{ value: 'in', name: 'into this room' },
					{ value: 'out', name: 'out of it' }
				]}
				onkeep={(v) => set(chosen.id, { swingsIn: v === 'in' })}
			/>
		{/if}
		{#if chosen.kind !== 'window'}
			<SelectField
				label="Leads"
				value={chosen.leadsTo ?? ''}
				options={[
					{ value: '' as const, name: 'as drawn' },
					...LEADS_TO.map((value) => ({ value, name: value === 'vehicle' ? 'for vehicles' : value }))
				]}
				onkeep={(v: LeadsTo | '') => set(chosen.id, { leadsTo: v || undefined })}
			/>
		{/if}
	</div>
{/if}
<div class="two new">
	<SelectField label="What" value={next.kind} options={kinds} onkeep={(kind) => (next.kind = kind)} />
	<SelectField label="On" value={next.wall} options={walls} onkeep={(wall) => (next.wall = wall)} />
	<LengthField label="From the wall's start" value={next.from} mayBeUnknown onkeep={(v) => (next.from = v)} />
	<LengthField label="Width" value={next.width} mayBeUnknown onkeep={(v) => (next.width = v)} />
	<Btn onclick={add} disabled={next.from === null || next.width === null}>Add it</Btn>
</div>

<style>
	.new {
		margin-top: var(--space-10);
	}
	ul {
		list-style: none;
		margin: 0 0 var(--space-10);
		padding: 0;
		font-size: var(--type-small);
	}
	li {
		display: flex;
		justify-content: space-between;
		align-items: center;
		gap: var(--space-8);
		border-bottom: 1px dotted var(--rule);
	}
	.row {
		all: unset;
		cursor: pointer;
		flex: 1;
		min-height: 34px;
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: var(--space-4);
	}
	.row[aria-pressed='true'] {
		color: var(--copper);
		font-weight: 600;
	}
	.row:focus-visible {
		outline: 2.5px solid var(--copper);
	}
</style>
