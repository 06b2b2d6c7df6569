<script lang="ts">
	import { breakerWritten } from '$core/model/breaker-name';
	import { StageViews } from '../stage-views';
	import Btn from '$lib/kit/Btn.svelte';
	import Late from '$lib/frame/Late.svelte';
	import { drawPlan } from '$core/formats/plan-drawing';
	import type { Panel, Reading } from '$core/model/job';
	import { useJob } from '$lib/store/use-job';
	import Sheet from '$lib/frame/Sheet.svelte';
	import PlanSheet from '$lib/plan/PlanSheet.svelte';
	import ReadingLog from './ReadingLog.svelte';
	import ReadingPad from './ReadingPad.svelte';

	const store = useJob();
	/** Each is loaded when it is first shown. */
	const SHEETS = {
		gfci: () => import('./GfciSheet.svelte'),
		meaning: () => import('./MeaningSheet.svelte'),
		checks: () => import('./ChecksSheet.svelte'),
		charts: () => import('./ChartsSheet.svelte'),
		compare: () => import('./BeforeAfterSheet.svelte'),
		limits: () => import('./LimitsSheet.svelte')
	};
	const views = new StageViews('prove');
	const view = $derived(views.now);
	/** A reading that is being put right at its box. */
	let corrects = $state.raw<Reading | null>(null);
	const plan = $derived(drawPlan(store.edition, store.job, 0));
	const levels = $derived(new Map([...store.places].flatMap(([id, p]) => (p.read ? [[id, p.level] as const] : []))));
	const read = $derived([...store.assessment.proofs.keys()].filter((id) => store.index.boxes.has(id)).length);
	const bad = $derived([...store.places.values()].filter((p) => p.level === 'bad').length);
	const chart = $derived(!!store.run && store.run.nodes.length > 1);
	const panel = $derived<Panel | undefined>(
		store.selection?.kind === 'panel' ? store.job.panels.find((p) => p.id === store.selection?.id) : undefined
	);
	const place = $derived(store.box ?? panel ?? null);
	function correct(reading: Reading): void {
		corrects = reading;
		store.selectPlace(reading.boxId);
		views.go('boxes');
	}
</script>

<Sheet
	title="Prove"
	sub={`${read} ${read === 1 ? 'box' : 'boxes'} read, ${bad} bad`}
	fixed={view === 'plan'}
	bare={(!!place && view === 'boxes') || (!!store.circuit && view === 'breaker')}
	views={views.names}
	{view}
	onview={views.go}
>
	{#if view === 'plan'}
		<PlanSheet {plan} {levels} selection={store.selection} onselect={(s) => store.select(s)} title="Plan with readings" />
	{:else if view === 'boxes' && place}
		{#key `${place.id} ${corrects?.id}`}
			<ReadingPad
				{place}
				corrects={corrects?.boxId === place.id ? corrects : null}
				oncorrected={() => (corrects = null)}
				onview={views.go}
			/>
		{/key}
		{#if chart && store.box}
			<div class="chart">
				<Late load={() => import('./DropChart.svelte')}>{#snippet children(DropChart)}<DropChart />{/snippet}</Late>
			</div>
		{/if}
	{:else if view === 'breaker' && store.circuit}
		{#key store.circuit.id}<ReadingPad place={store.circuit} />{/key}
	{:else if view === 'breaker'}
		<p>Pick a circuit, to read at its breaker or fuse: volts at its terminals and across it, amps by a clamp.</p>
		<div class="pick">
			{#each store.job.circuits as c (c.id)}
				<Btn small onclick={() => store.select({ kind: 'circuit', id: c.id })}>{breakerWritten(store.job, c)}</Btn>
			{/each}
		</div>
	{:else if view === 'boxes'}
		<ReadingLog />
	{:else if view === 'log'}
		<Late load={() => import('./LogSheet.svelte')}>{#snippet children(LogSheet)}<LogSheet oncorrect={correct} />{/snippet}</Late>
	{:else}
		<Late load={SHEETS[view]}>{#snippet children(View)}<View />{/snippet}</Late>
	{/if}
</Sheet>

<style>
	.chart {
		margin-top: var(--space-16);
	}
	.pick {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6);
	}
	@media (max-width: 820px) {
		.chart {
			display: none;
		}
	}
</style>
