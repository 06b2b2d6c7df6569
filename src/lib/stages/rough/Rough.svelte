<script lang="ts">
	import { asJoined } from '$core/model/cable-ends';
	import { breakerName } from '$core/model/breaker-name';
	import type { Cable } from '$core/model/job';
	import DataTable from '$lib/kit/table/DataTable.svelte';
	import type { Column } from '$lib/kit/table/sorted-rows.svelte';
	import { cableName, takeOff } from '$core/rough/take-off';
	import { show } from '$core/units/quantity';
	import { formatFeet } from '$core/units/length';
	import { useJob } from '$lib/store/use-job';
	import Sheet from '$lib/frame/Sheet.svelte';
	import Late from '$lib/frame/Late.svelte';
	import { StageViews } from '../stage-views';

	const store = useJob();
	/** Each is loaded when it is first shown. */
	const SHEETS = {
		routes: () => import('./RoutesSheet.svelte'),
		boxes: () => import('./BoxesSheet.svelte'),
		supports: () => import('./SupportsSheet.svelte'),
		checks: () => import('./ChecksSheet.svelte'),
		list: () => import('./ListSheet.svelte'),
		rolls: () => import('./RollsSheet.svelte'),
		trench: () => import('./TrenchSheet.svelte'),
		raceway: () => import('./RacewaySheet.svelte')
	};
	const views = new StageViews('rough');
	const view = $derived(views.now);
	const totals = $derived(takeOff(store.job, ['planned', 'built']));
	const nameOf = (id: string | null) =>
		id === null ? 'not known' : (store.index.boxes.get(id)?.name ?? store.job.panels.find((p) => p.id === id)?.name ?? '?');
	const cables = $derived(
		store.circuit ? asJoined(store.job).cables.filter((l) => l.circuitId === store.circuit?.id) : asJoined(store.job).cables
	);
	const unmeasured = $derived(store.job.cables.filter((l) => l.lengthFt === null).length);
	const CABLES: Column<(typeof totals)[number]>[] = [
		{ key: 'name', title: 'Cable', value: (t) => t.name },
		{ key: 'pieces', title: 'Pieces', num: true, value: (t) => t.pieces },
		{ key: 'feet', title: 'Feet', num: true, value: (t) => t.feet }
	];
	const LEGS: Column<Cable>[] = [
		{ key: 'from', title: 'From', value: (l) => nameOf(l.fromId) },
		{ key: 'to', title: 'To', value: (l) => nameOf(l.toId) },
		{ key: 'cable', title: 'Cable', value: (l) => cableName(l) },
		{ key: 'feet', title: 'Length', num: true, value: (l) => l.lengthFt },
		{ key: 'state', title: 'State', value: (l) => l.state }
	];
</script>

<Sheet
	title="Rough"
	sub={`${store.job.cables.length} cables${unmeasured ? `, ${unmeasured} not measured` : ''}${store.circuit ? `; shown: ${breakerName(store.job, store.circuit)}` : ''}`}
	views={views.names}
	{view}
	onview={views.go}
	fixed={view === 'routes'}
>
	{#if view !== 'cables'}
		<Late load={SHEETS[view]}>{#snippet children(View)}<View />{/snippet}</Late>
	{:else}
		{#if totals.length}
			<h2>Cable of new work</h2>
			<div class="totals">
				<DataTable columns={CABLES} rows={totals} idOf={(t) => t.name} empty="">
					{#snippet row(t)}
						<tr
							><td>{t.name}</td><td class="num">{t.pieces}</td><td class="num"
								>{show(t.feet, 1)}{t.unmeasured ? ` + ${t.unmeasured} unmeasured` : ''}</td
							></tr
						>
					{/snippet}
				</DataTable>
			</div>
		{/if}
		<h2>Cables</h2>
		<DataTable
			columns={LEGS}
			rows={cables}
			idOf={(l) => l.id}
			picked={!!store.selection}
			empty="No cables yet: they come with the circuits."
			filter="Filter: box, cable, state"
		>
			{#snippet row(cable)}
				<tr class="pick" aria-selected={store.selection?.id === cable.id}>
					<td>{nameOf(cable.fromId)}{cable.guess === undefined ? '' : `, guess ${Math.floor(100 * cable.guess)}%`}</td>
					<td
						><button type="button" class="row" onclick={() => store.select({ kind: 'cable', id: cable.id })}
							>{nameOf(cable.toId)}</button
						></td
					>
					<td>{cableName(cable)}</td>
					<td class="num">{cable.lengthFt === null ? 'not measured' : formatFeet(cable.lengthFt)}</td>
					<td>{cable.state}</td>
				</tr>
			{/snippet}
		</DataTable>
	{/if}
</Sheet>

<style>
	h2 {
		font-size: var(--type-lead);
		margin: var(--space-12) 0 var(--space-4);
	}
	.totals {
		max-width: 520px;
	}
</style>
