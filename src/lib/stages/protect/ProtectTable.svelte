<script lang="ts">
	import DataTable from '$lib/ui/table/DataTable.svelte';
	import type { Column } from '$lib/ui/table/sorted-rows.svelte';
	import type { ProtectionRow } from '$core/protection/assess-protection';
	import { inWords } from '$core/model/kinds';
	import { useJob } from '$lib/data/job-store.svelte';
	import Mark from '$lib/ui/Mark.svelte';

	interface Props {
		rows: readonly ProtectionRow[];
	}
	let { rows }: Props = $props();
	type Need = ProtectionRow['gfci'];
	const said = (n: Need) =>
		n.required ? `${n.by ? `by ${n.by}` : n.existing ? 'none, existing' : 'none'} ${n.section}` : 'not required';
	const columns: Column<ProtectionRow>[] = [
		{ key: 'box', title: 'Box', value: (r) => r.boxName },
		{ key: 'room', title: 'Room', wide: true, value: (r) => r.roomName },
		{ key: 'what', title: 'Outlet', value: (r) => r.what },
		{ key: 'gfci', title: 'GFCI', value: (r) => said(r.gfci) },
		{ key: 'afci', title: 'AFCI', value: (r) => said(r.afci) },
		{ key: 'type', title: 'Type, cover', wide: true }
	];
	const store = useJob();
</script>

<DataTable
	{columns}
	{rows}
	idOf={(r) => r.deviceId}
	empty="Nothing to show: an outlet is checked once its box has a room."
	filter="Filter: box, room, outlet, section"
>
	{#snippet row(row)}
		<tr class="pick" aria-selected={store.selection?.id === row.boxId}>
			<td class="name"
				>{#if row.level === 'bad'}<Mark kind="violation" />
				{/if}<button type="button" class="row" onclick={() => store.select({ kind: 'box', id: row.boxId })}>{row.boxName}</button
				></td
			>
			<td class="wide-only">{row.roomName}</td>
			<td>{row.what}</td>
			{#each [row.gfci, row.afci] as need, i (i)}
				<td>
					{#if need.required}
						<Mark kind={need.by ? 'good' : need.existing ? 'advice' : 'violation'} />
						{need.by ? `by ${need.by}` : need.existing ? 'none, existing' : 'none'}
						<span class="rule">{need.section}</span>
					{:else}
						<span class="soft">not required</span>
					{/if}
				</td>
			{/each}
			<td class="soft wide-only"
				>{[row.tamperResistant && 'TR', row.weatherResistant && 'WR', row.cover !== 'none' && `${inWords(row.cover)} cover`]
					.filter(Boolean)
					.join(', ')}</td
			>
		</tr>
	{/snippet}
</DataTable>

<style>
	.name {
		white-space: nowrap;
	}
	.name :global(.mark) {
		margin-right: 5px;
	}
	.rule {
		color: var(--copper);
		font:
			600 13px 'Barlow Condensed',
			sans-serif;
		white-space: nowrap;
	}
</style>
