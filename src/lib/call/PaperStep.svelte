<script lang="ts">
	import { whoReads } from '$lib/store/this-device';
	import { labelsId } from '$core/model/checks';
	import { now } from '$lib/clock';
	import { faceLabels } from '$core/handover/labels';
	import type { Box } from '$core/model/job';
	import { MISSING } from '$core/claims/missing';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import LetterSheet from '$lib/stages/protect/LetterSheet.svelte';

	interface Props {
		box: Box;
	}
	/** Its labels, and the letter with what was done and proved. */
	let { box }: Props = $props();
	const store = useJob();
	const labels = $derived(faceLabels(store.edition, store.known, store.seen).filter((l) => l.boxId === box.id));
	/** They say nothing that is not proven. */
	const waits = $derived(labels.find((l) => l.waits)?.waits ?? null);
	const id = $derived(labelsId(box.id));
	const check = $derived(store.job.checks.find((c) => c.id === id));
	const put = () =>
		store.edit(`${box.name}: labels on`, (draft) => {
			draft.checks = [
				...draft.checks.filter((c) => c.id !== id),
				{ id, seen: 'done', note: labels.map((l) => l.text).join('; '), at: now(), by: whoReads() }
			];
		});
</script>

<section aria-label="Labels" class="no-print">
	{#if labels.length}
		<ul>
			{#each labels as l (l.text)}<li class="label">{l.text}</li>{/each}
		</ul>
		{#if waits}<p><Mark kind="unknown" /> Not proven yet: {MISSING[waits].words}. {MISSING[waits].asks}</p>{/if}
		{#if check?.seen === 'done'}<p role="status"><Mark kind="good" /> Labels are on, {check.by}.</p>
		{:else if !waits}<Btn look="main" onclick={put}>Labels are on</Btn>{/if}
	{:else}<p class="soft">No label is required on this outlet.</p>{/if}
</section>
<LetterSheet />

<style>
	section {
		margin-bottom: var(--space-12);
	}
	ul {
		list-style: none;
		margin: 0 0 var(--space-8);
		padding: 0;
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
	}
	.label {
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		padding: var(--space-2) var(--space-8);
		font-weight: 600;
	}
</style>
