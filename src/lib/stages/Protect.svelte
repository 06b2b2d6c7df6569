<script lang="ts">
	import { drawPlan } from '$core/formats/plan-drawing';
	import { protectionRows } from '$core/protection/assess-protection';
	import { useJob } from '$lib/data/job-store.svelte';
	import Btn from '$lib/ui/Btn.svelte';
	import Sheet from '$lib/ui/frame/Sheet.svelte';
	import PlanSheet from '$lib/ui/plan/PlanSheet.svelte';
	import ProtectTable from './ProtectTable.svelte';

	const store = useJob();
	let onPlan = $state(false);
	let openOnly = $state(false);
	const rows = $derived(protectionRows(store.edition, store.job));
	const shown = $derived(openOnly ? rows.filter((r) => r.open) : rows);
	const open = $derived(rows.filter((r) => r.open).length);
	const levels = $derived(
		new Map(
			rows.filter((r) => r.gfci.required || r.afci.required).map((r) => [r.boxId, r.open ? ('bad' as const) : ('good' as const)])
		)
	);
	const plan = $derived(drawPlan(store.edition, store.job, 0));
</script>

<Sheet
	title="Protect"
	sub={`${rows.length} outlets and devices by NEC ${store.edition.key}; ${open} without what they need`}
	fixed={onPlan}
>
	{#snippet acts()}
		<Btn small pressed={openOnly} onclick={() => (openOnly = !openOnly)}>Open only</Btn>
		<Btn small pressed={onPlan} onclick={() => (onPlan = !onPlan)}>On the plan</Btn>
	{/snippet}
	{#if onPlan}
		<PlanSheet
			{plan}
			{levels}
			selection={store.selection}
			onselect={(s) => store.select(s)}
			title="Plan with protection of each outlet"
		/>
	{:else}
		<ProtectTable rows={shown} />
	{/if}
</Sheet>
