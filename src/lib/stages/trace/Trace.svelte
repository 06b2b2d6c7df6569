<script lang="ts">
	import { isOff } from '$core/claims/claims-of';
	import { onDestroy } from 'svelte';
	import { closeSymptom, addSymptom } from '$core/edit/job';
	import { drawPlan } from '$core/formats/plan-drawing';
	import type { Level } from '$core/prove/judgment';
	import type { GuidedKind } from '$core/model/kinds';
	import { counted } from '$core/units/quantity';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Late from '$lib/frame/Late.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import PlanSheet from '$lib/plan/PlanSheet.svelte';
	import Sheet from '$lib/frame/Sheet.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import { StageViews } from '../stage-views';
	import ReadingsOff from './ReadingsOff.svelte';

	const store = useJob();
	const views = new StageViews('trace');
	const view = $derived(views.now);
	onDestroy(() => (store.suspicion = null));
	/** How likely the fault lies there, as levels of the plan. */
	const levels = $derived(
		new Map(
			[...(store.suspicion ?? [])].flatMap(([id, p]): [string, Level][] =>
				p >= 0.3 ? [[id, 'bad']] : p >= 0.05 ? [[id, 'look']] : []
			)
		)
	);
	const plan = $derived(drawPlan(store.edition, store.job, 0));
	const typed = new FormDraft(draftKey(store.job.id, 'symptom'), { text: '' });
	const text = $derived(typed.now.text);
	const suspects = $derived([...store.places.values()].filter(isOff));
	async function add(): Promise<void> {
		if (text && (await store.edit('Symptom noted', addSymptom(freshId(), text, store.box?.id ?? null)))) typed.clear();
	}
	/** The check that a symptom asked for. */
	let start = $state<GuidedKind | undefined>();
	function check(kind: GuidedKind): void {
		start = kind;
		views.go('checks');
	}
</script>

<Sheet
	title="Trace"
	sub={`${counted(store.job.symptoms.filter((s) => s.open).length, 'open symptom')}, ${counted(suspects.length, 'box', 'boxes')} with a reading off`}
	fixed={view === 'plan'}
	views={views.names}
	{view}
	onview={views.go}
>
	{#if view === 'find'}
		<Late load={() => import('./FindFault.svelte')}
			>{#snippet children(FindFault)}<FindFault onview={views.go} oncheck={check} />{/snippet}</Late
		>
	{:else if view === 'plan'}
		<PlanSheet
			{plan}
			{levels}
			selection={store.selection}
			onselect={(s) => store.select(s)}
			title="Plan with what is suspected"
		/>
	{:else if view === 'breakers'}
		<Late load={() => import('./WalksSheet.svelte')}>{#snippet children(WalksSheet)}<WalksSheet />{/snippet}</Late>
	{:else if view === 'order'}
		<Late load={() => import('./FeedOrderSheet.svelte')}>{#snippet children(FeedOrderSheet)}<FeedOrderSheet />{/snippet}</Late>
	{:else if view === 'checks'}
		<Late load={() => import('../prove/ChecksSheet.svelte')}
			>{#snippet children(ChecksSheet)}<ChecksSheet {start} />{/snippet}</Late
		>
	{:else if view === 'tracer'}
		<Late load={() => import('./TracerSheet.svelte')}>{#snippet children(TracerSheet)}<TracerSheet />{/snippet}</Late>
	{:else}
		<h2>Symptoms</h2>
		<ul>
			{#each store.job.symptoms as s (s.id)}
				<li class:closed={!s.open}>
					<Mark kind={s.open ? 'caution' : 'good'} />
					<span>{s.text}{s.was ? `: ${s.was.says}` : ''}</span>
					{#if s.boxId}
						{@const boxId = s.boxId}
						<button type="button" class="at" onclick={() => store.select({ kind: 'box', id: boxId })}
							>{store.index.boxes.get(boxId)?.name}</button
						>
					{/if}
					<Btn
						small
						look="quiet"
						onclick={() => store.edit(s.open ? 'Symptom closed' : 'Symptom reopened', closeSymptom(s.id, !s.open))}
						>{s.open ? 'Close' : 'Reopen'}</Btn
					>
				</li>
			{:else}
				<li>None yet. Write down what people saw, in their words.</li>
			{/each}
		</ul>
		<div class="add">
			<TextField
				label={store.box ? `What is seen at ${store.box.name}` : 'What is seen'}
				value={text}
				onkeep={(v) => (typed.now.text = v.trim().slice(0, 1000))}
			/>
			<Btn onclick={add}>Add</Btn>
		</div>
		<ReadingsOff />
	{/if}
</Sheet>

<style>
	h2 {
		font-size: var(--type-lead);
		margin: var(--space-12) 0 var(--space-4);
	}
	li {
		display: flex;
		align-items: center;
		gap: var(--space-10);
		padding: var(--space-6) 0;
		border-bottom: 1px dotted var(--rule);
	}
	li span {
		flex: 1;
	}
	li > :global(.mark) {
		flex: none;
	}
	.closed span {
		color: var(--soft);
	}
	.at {
		all: unset;
		cursor: pointer;
		color: var(--copper);
		font-weight: 600;
		min-height: 44px;
		min-width: 44px;
		display: inline-flex;
		align-items: center;
	}
	.at:focus-visible {
		outline: 2.5px solid var(--copper);
	}
	.add {
		display: grid;
		grid-template-columns: minmax(0, 480px) auto;
		gap: var(--space-10);
		align-items: end;
		margin: var(--space-10) 0 var(--space-16);
		justify-content: start;
	}
</style>
