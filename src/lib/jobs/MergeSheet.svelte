<script lang="ts">
	import { sayValue, wherePath } from '$core/edit/merge/say-conflict';
	import { readingValue, readingWords } from '$core/model/reading';
	import { counted } from '$core/units/quantity';
	import { doMerge, type MergePlan } from '$lib/store/merge-in';
	import { sayStoreFault } from '$lib/store/store-fault';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		plan: MergePlan;
		ondone: () => void;
		/** Opens the file as a job of its own. */
		onbeside: () => void;
		oncancel: () => void;
	}
	/** A file of a job that is here already: what comes in, what both changed, and whose value stands. */
	let { plan, ondone, onbeside, oncancel }: Props = $props();
	/** By the place of the conflict; not picked yet: absent. */
	let picks = $state<Record<number, 'one' | 'other'>>({});
	let fault = $state<string | null>(null);
	let working = $state(false);
	const keyOf = (path: readonly unknown[]) => JSON.stringify(path);
	const places = $derived(new Map(plan.conflicts.map((c, i) => [keyOf(c.path), i])));
	const open = $derived(plan.conflicts.filter((_, i) => !picks[i]).length);
	const all = (side: 'one' | 'other') => (picks = Object.fromEntries(plan.conflicts.map((_, i) => [i, side])));
	async function merge(): Promise<void> {
		working = true;
		fault = null;
		try {
			await doMerge(plan, (c) => picks[places.get(keyOf(c.path)) ?? -1] ?? 'one');
			ondone();
		} catch (error) {
			fault = error instanceof RangeError ? error.message : sayStoreFault(error);
		} finally {
			working = false;
		}
	}
	const placeName = (id: string): string =>
		[...plan.row.job.boxes, ...plan.row.job.panels, ...plan.row.job.circuits].find((p) => p.id === id)?.name ?? id;
	const words = (value: unknown) => (value === undefined ? 'removed' : sayValue(value));
</script>

<section class="merge" aria-label="Merge two devices">
	<h2>{plan.row.job.name} is here already</h2>
	<p>
		From the other device: {counted(plan.changes, 'change')}, {counted(plan.readings, 'reading')}, {counted(
			plan.events,
			'event'
		)},
		{counted(plan.photos, 'photo')}. Nothing that was entered here is deleted.
	</p>
	{#each [{ rows: plan.struck, says: 'struck out there, and after merging here too' }, { rows: plan.restored, says: 'counts again, as there' }] as { rows, says } (says)}
		{#each rows as r (r.id)}
			<p><Mark kind="caution" /> {placeName(r.boxId)}, {readingWords(r.kind)} {readingValue(r)}: {says}.</p>
		{/each}
	{/each}
	{#if plan.base === null}
		<p><Mark kind="caution" /> No state is known that both devices had: all that differs is asked.</p>
	{/if}
	{#if plan.conflicts.length}
		<p><b>Both devices changed {counted(plan.conflicts.length, 'thing')}.</b> Pick which stands.</p>
		<div class="acts">
			<Btn small onclick={() => all('one')}>All from here</Btn>
			<Btn small onclick={() => all('other')}>All from the file</Btn>
		</div>
		<ul>
			{#each plan.conflicts as c, i (keyOf(c.path))}
				<li>
					<b>{wherePath(plan.row.job, c.path)}</b>
					<span class="soft">was {words(c.base)}</span>
					<span class="picks">
						<Btn small pressed={picks[i] === 'one'} onclick={() => (picks[i] = 'one')}>Here: {words(c.one)}</Btn>
						<Btn small pressed={picks[i] === 'other'} onclick={() => (picks[i] = 'other')}>File: {words(c.other)}</Btn>
					</span>
				</li>
			{/each}
		</ul>
	{/if}
	{#if fault}<p class="fault" role="alert">{fault}</p>{/if}
	<div class="acts">
		<Btn look="main" disabled={open > 0 || working} onclick={merge}>{open ? `${open} to pick` : 'Merge'}</Btn>
		<Btn onclick={onbeside}>Open beside it</Btn>
		<Btn look="quiet" onclick={oncancel}>Cancel</Btn>
	</div>
</section>

<style>
	.merge {
		border: 1.5px solid var(--ink);
		border-radius: 4px;
		padding: var(--space-12) var(--space-12);
		max-width: 980px;
		margin-bottom: var(--space-12);
		background: var(--sheet);
	}
	h2 {
		font-size: var(--type-head);
		margin: 0 0 var(--space-4);
	}
	ul {
		list-style: none;
		padding: 0;
		margin: var(--space-6) 0;
	}
	li {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6) var(--space-12);
		align-items: center;
		border-top: 1px dotted var(--rule);
		padding: var(--space-6) 0;
	}
	.picks,
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
	}
	.acts {
		margin-top: var(--space-8);
	}
</style>
