<script lang="ts">
	import { cablesHere } from '$core/model/cable-ends';
	import { breakerName } from '$core/model/breaker-name';
	import { sayMoment } from '$lib/clock';
	import { useJob } from '$lib/store/use-job';
	import Late from '$lib/frame/Late.svelte';
	import Sheet from '$lib/frame/Sheet.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import { StageViews } from '../stage-views';
	import Gate from './Gate.svelte';
	import PlaceGate from '$lib/slip/PlaceGate.svelte';

	const store = useJob();
	const views = new StageViews('trim');
	const view = $derived(views.now);
	const boxes = $derived(store.run ? store.run.nodes.flatMap((n) => store.index.boxes.get(n.boxId) ?? []) : store.job.boxes);
	const time = sayMoment;
	const picked = $derived(
		store.selection?.kind === 'panel' ? store.job.panels.find((p) => p.id === store.selection?.id) : undefined
	);
</script>

<Sheet
	title="Trim"
	sub={store.circuit
		? `devices of ${breakerName(store.job, store.circuit)}, in feed order`
		: 'devices by box; pick a circuit for its feed order'}
	views={views.names}
	{view}
	onview={views.go}
>
	{#if view === 'make-up'}
		{#if picked}
			<h2>{picked.name}</h2>
			<Late load={() => import('./PanelMakeUp.svelte')}
				>{#snippet children(PanelMakeUp)}<PanelMakeUp panel={picked} />{/snippet}</Late
			>
		{:else if store.box}
			{@const { box } = store}
			<h2>{box.name}</h2>
			<Late load={() => import('./MakeUpCard.svelte')}
				>{#snippet children(MakeUpCard)}{#key box.id}<MakeUpCard {box} />{/key}{/snippet}</Late
			>
		{:else}
			<p>Pick a box, or a panel, on the strip, on the plan or in the list: its picture, and the work in its order.</p>
			<Late load={() => import('./RunMakeUp.svelte')}>{#snippet children(RunMakeUp)}<RunMakeUp {boxes} />{/snippet}</Late>
		{/if}
	{:else if view === 'sets'}
		<Late load={() => import('./SetsSheet.svelte')}>{#snippet children(SetsSheet)}<SetsSheet />{/snippet}</Late>
	{:else if view === 'work'}
		<Late load={() => import('./GuidedWorkSheet.svelte')}>{#snippet children(GuidedWorkSheet)}<GuidedWorkSheet />{/snippet}</Late>
	{:else if view === 'cards'}
		<Late load={() => import('./MakeUpCards.svelte')}>{#snippet children(MakeUpCards)}<MakeUpCards {boxes} />{/snippet}</Late>
	{:else if view === 'practice'}
		<Late load={() => import('./MakeUpPracticeSheet.svelte')}
			>{#snippet children(MakeUpPracticeSheet)}<MakeUpPracticeSheet />{/snippet}</Late
		>
	{:else}
		{#if store.selection?.kind === 'box' || store.selection?.kind === 'panel'}
			{#key store.selection.id}<PlaceGate placeId={store.selection.id} />{/key}
		{:else}
			<Gate
				text="Before hands go in a box: circuit off and tagged, box verified dead, live-dead-live. Pick a box, or a panel, to record it."
			/>
		{/if}
		<table class="data">
			<thead><tr><th>Box</th><th>Devices</th><th>State</th><th>Cables in</th><th>Verified dead</th></tr></thead>
			<tbody>
				{#each boxes as box (box.id)}
					{@const dead = store.deadStateOf(box.id)}
					<tr class="pick" aria-selected={store.selection?.id === box.id}>
						<td
							><button type="button" class="row" onclick={() => store.select({ kind: 'box', id: box.id })}>{box.name}</button></td
						>
						<td
							>{box.devices
								.map((d) => [d.name || d.kind, d.protection !== 'none' && d.protection.toUpperCase()].filter(Boolean).join(' '))
								.join(', ')}</td
						>
						<td>{box.devices.every((d) => d.state === 'built') ? 'trimmed' : box.state}</td>
						<td class="num">{cablesHere(store.job, box).length}</td>
						<td>
							{#if store.alarms.some((a) => a.boxId === box.id)}<Mark kind="bad" /> read live: hands off
							{:else if dead.voided}<Mark kind="bad" /> void: read live or not verified since
							{:else if dead.test}<Mark kind="good" /> {time(dead.test.at)} {dead.test.by}
							{:else if dead.tag}<Mark kind="off" /> off and tagged, not verified dead
							{:else}<span class="soft">live, or not known</span>{/if}
						</td>
					</tr>
				{:else}
					<tr><td colspan="5">No boxes yet: add them in Walk.</td></tr>
				{/each}
			</tbody>
		</table>
	{/if}
</Sheet>

<style>
	h2 {
		font-size: var(--type-head);
		margin: 0 0 var(--space-8);
	}
</style>
