<script lang="ts">
	import { cableName, takeOff } from '$core/rough/take-off';
	import { show } from '$core/units/quantity';
	import { formatFeet } from '$core/units/length';
	import { useJob } from '$lib/data/job-store.svelte';
	import Sheet from '$lib/ui/frame/Sheet.svelte';
	import Coming from '../Coming.svelte';

	const store = useJob();
	const totals = $derived(takeOff(store.job, ['planned', 'built']));
	const nameOf = (id: string) => store.index.boxes.get(id)?.name ?? store.job.panels.find((p) => p.id === id)?.name ?? '?';
	const legs = $derived(store.circuit ? store.job.legs.filter((l) => l.circuitId === store.circuit?.id) : store.job.legs);
	const unmeasured = $derived(store.job.legs.filter((l) => l.lengthFt === null).length);
</script>

<Sheet
	title="Rough"
	sub={`${store.job.legs.length} legs${unmeasured ? `, ${unmeasured} not measured` : ''}${store.circuit ? `; shown: circuit ${store.circuit.number}` : ''}`}
>
	{#if totals.length}
		<h2>Cable of new work</h2>
		<table class="data totals">
			<thead><tr><th>Cable</th><th class="num">Legs</th><th class="num">Feet</th></tr></thead>
			<tbody>
				{#each totals as t (t.name)}
					<tr
						><td>{t.name}</td><td class="num">{t.legs}</td><td class="num"
							>{show(t.feet, 1)}{t.unmeasured ? ` + ${t.unmeasured} unmeasured` : ''}</td
						></tr
					>
				{/each}
			</tbody>
		</table>
	{/if}
	<h2>Legs</h2>
	<table class="data">
		<thead><tr><th>From</th><th>To</th><th>Cable</th><th class="num">Length</th><th>State</th></tr></thead>
		<tbody>
			{#each legs as leg (leg.id)}
				<tr class="pick" aria-selected={store.selection?.id === leg.id}>
					<td>{nameOf(leg.fromId)}</td>
					<td
						><button type="button" class="row" onclick={() => store.select({ kind: 'leg', id: leg.id })}
							>{nameOf(leg.toId)}</button
						></td
					>
					<td>{cableName(leg)}</td>
					<td class="num">{leg.lengthFt === null ? 'not measured' : formatFeet(leg.lengthFt)}</td>
					<td>{leg.state}</td>
				</tr>
			{:else}
				<tr><td colspan="5">No cables yet: they come with the circuits.</td></tr>
			{/each}
		</tbody>
	</table>
	<Coming
		text="Routes and the cut list, box size and fill, burial depth of the trench, and the rough-in check list. Until then check fill by 314.16 and cover by Table 300.5 by hand."
	/>
</Sheet>

<style>
	h2 {
		font-size: 18px;
		margin: 14px 0 4px;
	}
	.totals {
		max-width: 520px;
	}
</style>
