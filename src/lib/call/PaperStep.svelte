<script lang="ts">
	import { whoReads } from '$lib/store/this-device';
	import { capital } from '$core/model/breaker-name';
	import { labelsId } from '$core/model/checks';
	import { now, today } from '$lib/clock';
	import { MISSING } from '$core/claims/missing';
	import { putIn, skipStep } from '$core/edit/works';
	import { faceLabels } from '$core/handover/labels';
	import type { Box } from '$core/model/job';
	import { openWork, type WorkPart } from '$core/model/work';
	import { indexOf } from '$core/model/job-index';
	import { gives } from '$core/model/protections';
	import { WHAT_A_GFCI_DOES } from '$core/protection/standing-words';
	import { goto } from '$app/navigation';
	import { jobAddress } from '$lib/store/address';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import { CheckOutline } from 'flowbite-svelte-icons';
	import Mark from '$lib/kit/Mark.svelte';
	import LetterSheet from '$lib/stages/protect/LetterSheet.svelte';

	interface Props {
		box: Box;
	}
	/** Its labels, and the letter with what was found, done and proved. */
	let { box }: Props = $props();
	const store = useJob();
	const work = $derived(openWork(store.job, box.id));
	const all = $derived(faceLabels(store.edition, store.known, store.seen));
	const labels = $derived(all.filter((l) => l.boxId === box.id));
	/** They say nothing that is not proven. */
	const waits = $derived(labels.find((l) => l.waits)?.waits ?? null);
	const id = $derived(labelsId(box.id));
	const check = $derived(store.job.checks.find((c) => c.id === id && c.seen === 'done'));
	const put = () =>
		store.edit(`${box.name}: labels on`, (draft) => {
			draft.checks = [
				...draft.checks.filter((c) => c.id !== id),
				{ id, seen: 'done', note: labels.map((l) => l.text).join('; '), at: now(), by: whoReads() }
			];
		});
	/** Labels of the work, by the box that bears them. */
	const parts = $derived((work?.parts ?? []).filter((p) => p.kind === 'label'));
	const boxes = $derived([...new Set(parts.map((p) => p.at))]);
	const partsAt = (boxId: string) => parts.filter((p) => p.at === boxId);
	/** A label waits until what it says is proven at its box. */
	const waitsAt = (boxId: string) => all.find((l) => l.boxId === boxId && l.waits)?.waits ?? null;
	const putOn = (boxId: string, list: readonly WorkPart[]) =>
		work &&
		store.act(`${store.placeName(boxId)}: labels on`, (act) => (draft) => {
			for (const p of list) if (!p.put) putIn({ workId: work.id, partId: p.id, day: today() }, act)(draft);
		});
	/** Those that wait for nothing and are not on yet. */
	const ready = $derived(boxes.filter((at) => !waitsAt(at) && partsAt(at).some((p) => !p.put)));
	const allOn = async () => {
		for (const at of ready) await putOn(at, partsAt(at));
	};
	const known = $derived(indexOf(store.known).boxes);
	/** Each box that the work put something in has its letter: this one first. */
	const letters = $derived(
		[box.id, ...(work?.parts ?? []).flatMap((p) => (p.kind === 'device' ? [p.at] : []))]
			.filter((at, i, all) => all.indexOf(at) === i)
			.flatMap((at) => known.get(at) ?? [])
	);
	const guarded = $derived(letters.some((b) => b.devices.some((d) => gives(d.protection, 'gfci'))) || boxes.length > 0);
	/** Hands were in it and no dead test is recorded: said by name it ends the step, and is printed. */
	const untested = $derived(
		work !== undefined &&
			work.parts.some((p) => p.put && p.at === box.id) &&
			!work.skipped?.some((s) => s.step === 'dead') &&
			!store.events.some((e) => e.kind === 'dead-test' && e.boxId === box.id)
	);
</script>

<section aria-label="Labels" class="no-print">
	{#if boxes.length}
		{#if ready.length > 1}<Btn look="main" onclick={() => void allOn()}>All labels are on: {ready.length} outlets</Btn>{/if}
		{#each boxes as boxId (boxId)}
			{@const list = partsAt(boxId)}
			{@const lacks = waitsAt(boxId)}
			<div class="at">
				<b>{store.placeName(boxId)}</b>
				{#each list as p (p.id)}<span class="label">{p.words}</span>{/each}
				{#if list.every((p) => p.put)}<span role="status"
						><CheckOutline size="sm" class="inline" aria-hidden="true" /> Labels are on, {list[0]?.put?.by}.</span
					>
				{:else if lacks}<span><Mark kind="unknown" /> Not proven yet: {MISSING[lacks].words}. {capital(MISSING[lacks].asks)}</span
					>
				{:else}<Btn look="main" label={`${store.placeName(boxId)}: labels are on`} onclick={() => putOn(boxId, list)}
						>Labels are on</Btn
					>{/if}
			</div>
		{/each}
	{:else if labels.length}
		<ul>
			{#each labels as l (l.text)}<li class="label">{l.text}</li>{/each}
		</ul>
		{#if waits}<p><Mark kind="unknown" /> Not proven yet: {MISSING[waits].words}. {capital(MISSING[waits].asks)}</p>{/if}
		{#if check}<p role="status"><CheckOutline size="sm" class="inline" aria-hidden="true" /> Labels are on, {check.by}.</p>
		{:else if !waits}<Btn look="main" onclick={put}>Labels are on</Btn>{/if}
	{:else}<p class="soft">No label is required on this outlet.</p>{/if}
	{#if untested && work}
		<p>
			No dead test is recorded for this box. The letter says so.
			<Btn small onclick={() => store.act(`${box.name}: no dead test`, (act) => skipStep(work.id, 'dead', act))}
				>Leave it so: not recorded</Btn
			>
		</p>
	{/if}
</section>
{#if guarded}<p class="does">{WHAT_A_GFCI_DOES}</p>{/if}
<LetterSheet of={letters} />
<p class="no-print acts">
	<Btn onclick={() => void goto(jobAddress(store.id, 'handover', { picked: store.selection }))}>Sign and send</Btn>
	<Btn look="quiet" onclick={() => void goto('/')}>Next call</Btn>
</p>

<style>
	section {
		margin-bottom: var(--space-12);
	}
	ul,
	.at {
		list-style: none;
		margin: 0 0 var(--space-8);
		padding: 0;
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: var(--space-8);
	}
	.does {
		max-width: 620px;
	}
	.acts {
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
