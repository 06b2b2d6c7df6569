<script lang="ts">
	import DataTable from '$lib/kit/table/DataTable.svelte';
	import type { Column } from '$lib/kit/table/sorted-rows.svelte';
	import type { ProtectionRow } from '$core/protection/assess-protection';
	import { inWords } from '$core/model/kinds';
	import { useJob } from '$lib/store/use-job';
	import Mark, { type MarkKind } from '$lib/kit/Mark.svelte';

	interface Props {
		rows: readonly ProtectionRow[];
	}
	let { rows }: Props = $props();
	type Need = ProtectionRow['gfci'];
	const given = (n: Need) => (n.by ? `by ${n.by}` : n.notKnown ? 'not known' : n.existing ? 'none, existing' : 'none');
	/** What gives it is proven, failed, or not tested yet. */
	const claimOf = (r: ProtectionRow, against: 'gfci' | 'afci') =>
		store.places.get(r.boxId)?.outlets.find((o) => o.device === r.deviceId)?.[against];
	const mark = (n: Need, claim: ReturnType<typeof claimOf>): MarkKind =>
		!n.by
			? n.notKnown
				? 'unknown'
				: n.existing
					? 'advice'
					: 'violation'
			: claim?.is === 'yes'
				? 'good'
				: claim?.is === 'no'
					? 'bad'
					: 'unknown';
	const proven = (n: Need, claim: ReturnType<typeof claimOf>) =>
		!n.by ? undefined : claim?.is === 'yes' ? 'tested' : claim?.is === 'no' ? 'failed' : 'not tested';
	const asked = (n: Need) => n.required || n.notKnown !== null;
	const said = (n: Need) => (asked(n) ? `${given(n)} ${n.section}` : 'not required');
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
	picked={!!store.selection}
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
			{#each ['gfci', 'afci'] as const as against (against)}
				{@const need = row[against]}
				{@const claim = claimOf(row, against)}
				<td>
					{#if asked(need)}
						<Mark kind={mark(need, claim)} says={proven(need, claim)} />
						<span title={need.notKnown ?? proven(need, claim)}>{given(need)}</span>
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
		margin-right: var(--space-4);
	}
	.rule {
		color: var(--copper);
		font:
			600 13px 'Barlow Condensed',
			sans-serif;
		white-space: nowrap;
	}
</style>
