<script lang="ts">
	import { drawPlan } from '$core/formats/plan-drawing';
	import { runOf } from '$core/circuits/runs';
	import { counted } from '$core/units/quantity';
	import { useJob } from '$lib/data/job-store.svelte';
	import Btn from '$lib/ui/Btn.svelte';
	import Sheet from '$lib/ui/frame/Sheet.svelte';
	import PlanSheet from '$lib/ui/plan/PlanSheet.svelte';
	import StoreyPicker from '$lib/ui/plan/StoreyPicker.svelte';
	import RoomList from './RoomList.svelte';

	const store = useJob();
	let storey = $state(0);
	let asList = $state(false);
	const plan = $derived(drawPlan(store.edition, store.job, storey));
	const lit = $derived(new Set(store.circuit ? runOf(store.job, store.circuit).nodes.map((n) => n.boxId) : []));
	const measured = $derived(store.job.rooms.some((r) => r.outline));
</script>

<Sheet
	title="Walk"
	sub={`${counted(store.job.rooms.length, 'room')}, ${counted(store.job.boxes.length, 'box', 'boxes')}`}
	fixed={measured && !asList}
>
	{#snippet acts()}
		<Btn small pressed={asList} onclick={() => (asList = !asList)}>List</Btn>
		<Btn small onclick={() => store.newBoxHere()}>New box</Btn>
	{/snippet}
	{#if asList || !measured}
		{#if !measured}
			<p class="soft">
				No walls are known yet, and none are needed for readings. Boxes and rooms are listed; measured rooms appear as a plan.
			</p>
		{/if}
		<RoomList />
	{:else}
		<PlanSheet {plan} selection={store.selection} onselect={(s) => store.select(s)} {lit} title="Plan of the house">
			{#snippet tools()}<StoreyPicker job={store.job} bind:storey />{/snippet}
		</PlanSheet>
	{/if}
</Sheet>
