<script lang="ts">
	import { panelMakeUp } from '$core/makeup/panel/panel-make-up';
	import type { Panel } from '$core/model/job';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		panel: Panel;
	}
	/** What goes where inside a panel, breaker by breaker. */
	let { panel }: Props = $props();
	const store = useJob();
	const known = $derived(store.known.panels.find((p) => p.id === panel.id));
	const rows = $derived(known ? panelMakeUp(store.known, known) : []);
</script>

<p class="soft">
	{panel.feeder
		? 'A subpanel: neutrals on the neutral bar, insulated from the enclosure; grounds on the ground bar. Bonding strap or screw out.'
		: panel.service
			? 'The service disconnect is here: neutral bar bonded to the enclosure. One neutral in each hole.'
			: 'Enter whether the service disconnect is in it: only there is the neutral bar bonded to the enclosure. One neutral in each hole.'}
</p>
<table class="data">
	<thead><tr><th>Circuit</th><th>Conductor</th><th>Goes on</th></tr></thead>
	<tbody>
		{#each rows as row (row.circuitId)}
			{#each row.landings as l, i (i)}
				<tr class:first={i === 0}>
					<td
						>{#if i === 0}<button type="button" class="row" onclick={() => store.select({ kind: 'circuit', id: row.circuitId })}
								>{row.title}</button
							>{/if}</td
					>
					<td>{l.conductor}</td>
					<td>{l.to}</td>
				</tr>
			{/each}
			{#if row.why}<tr class="first"><td>{row.title}</td><td colspan="2"><Mark kind="unknown" /> {row.why}</td></tr>{/if}
			{#each row.notes as n (n.says)}<tr><td></td><td colspan="2"><Mark kind={n.level} /> {n.says}</td></tr>{/each}
		{:else}<tr><td colspan="3">No circuits on this panel yet.</td></tr>
		{/each}
	</tbody>
</table>
<p class="no-print"><Btn small onclick={() => print()}>Print</Btn></p>

<style>
	.first td {
		border-top: 1px solid var(--ink);
	}
</style>
