<script lang="ts">
	import { drawPlan } from '$core/formats/plan-drawing';
	import { useJob } from '$lib/data/job-store.svelte';
	import Btn from '$lib/ui/Btn.svelte';
	import Sheet from '$lib/ui/frame/Sheet.svelte';
	import PlanSheet from '$lib/ui/plan/PlanSheet.svelte';
	import ReadingLog from './ReadingLog.svelte';
	import ReadingPad from './ReadingPad.svelte';

	const store = useJob();
	let onPlan = $state(false);
	const plan = $derived(drawPlan(store.edition, store.job, 0));
	const levels = $derived(new Map([...store.assessment.proofs].map(([id, p]) => [id, p.level])));
	const read = $derived(store.assessment.proofs.size);
	const bad = $derived([...store.assessment.proofs.values()].filter((p) => p.level === 'bad').length);
	const chart = $derived(store.run && store.run.nodes.length > 1 ? import('./DropChart.svelte') : null);
</script>

<Sheet
	title="Prove"
	sub={`${read} ${read === 1 ? 'box' : 'boxes'} read, ${bad} bad`}
	fixed={onPlan}
	bare={!!store.box && !onPlan}
>
	{#snippet acts()}<Btn small pressed={onPlan} onclick={() => (onPlan = !onPlan)}>On the plan</Btn>{/snippet}
	{#if onPlan}
		<PlanSheet {plan} {levels} selection={store.selection} onselect={(s) => store.select(s)} title="Plan with readings" />
	{:else if store.box}
		{#key store.box.id}<ReadingPad box={store.box} />{/key}
		{#if chart}
			<div class="chart">
				{#await chart then { default: DropChart }}<DropChart />{/await}
			</div>
		{/if}
	{:else}
		<ReadingLog />
	{/if}
</Sheet>

<style>
	.chart {
		margin-top: 16px;
	}
	@media (max-width: 820px) {
		.chart {
			display: none;
		}
	}
</style>
