<script lang="ts">
	import { drawPlan } from '$core/formats/plan-drawing';
	import { missingPlaces } from '$core/layout/assess-layout';
	import { applyFix } from '$core/model/commands';
	import { freshId } from '$lib/data/jobs';
	import { useJob } from '$lib/data/job-store.svelte';
	import Btn from '$lib/ui/Btn.svelte';
	import Sheet from '$lib/ui/frame/Sheet.svelte';
	import PlanSheet from '$lib/ui/plan/PlanSheet.svelte';
	import StoreyPicker from '$lib/ui/plan/StoreyPicker.svelte';
	import LayoutList from './LayoutList.svelte';

	const store = useJob();
	let storey = $state(0);
	let asList = $state(false);
	const plan = $derived(drawPlan(store.edition, store.job, storey));
	const missing = $derived(missingPlaces(store.job, 'receptacle'));
	const count = $derived(missing.reduce((n, fix) => n + fix.boxes.length, 0));
	const measured = $derived(store.job.rooms.some((r) => r.outline));
	const open = $derived(plan.rooms.flatMap((r) => r.reach).filter((r) => !r.met).length);
	const receptacles = $derived(store.job.boxes.reduce((n, b) => n + b.devices.filter((d) => d.receptacles > 0).length, 0));
	/** All rooms as one edit, so that one undo takes it back. */
	function placeAll(): void {
		const fixes = missing;
		void store.edit(`Place ${count} receptacles`, (draft) => {
			for (const fix of fixes) applyFix(fix, freshId)(draft);
		});
	}
</script>

<Sheet
	title="Lay out"
	sub={`${receptacles} receptacles, ${open} ${open === 1 ? 'stretch' : 'stretches'} without reach`}
	fixed={measured && !asList}
>
	{#snippet acts()}
		<Btn small pressed={asList} onclick={() => (asList = !asList)}>Check list</Btn>
		{#if count}<Btn small look="main" onclick={placeAll}>Place what is missing ({count})</Btn>{/if}
	{/snippet}
	{#if !measured}
		<p>
			No room has walls yet. In Walk, pick or add a room and type its lengths: its wall spaces and the fewest receptacles follow.
		</p>
	{:else if asList}
		<LayoutList />
	{:else}
		<PlanSheet
			{plan}
			selection={store.selection}
			onselect={(s) => store.select(s)}
			reach
			title="Plan with the reach of wall receptacles"
		>
			{#snippet tools()}
				<StoreyPicker job={store.job} bind:storey />
				<p class="key"><span class="met"></span> within reach <span class="without"></span> without</p>
			{/snippet}
		</PlanSheet>
	{/if}
</Sheet>

<style>
	.key {
		margin: 0;
		padding: 5px 9px;
		background: var(--sheet);
		font-size: 13.5px;
		display: flex;
		gap: 8px;
		align-items: center;
	}
	.met {
		width: 26px;
		height: 3px;
		background: var(--go);
	}
	.without {
		width: 26px;
		height: 8px;
		margin-left: 8px;
		background: repeating-linear-gradient(90deg, var(--stop) 0 3px, transparent 3px 6px);
	}
</style>
