<script lang="ts">
	import { untrack, type Snippet } from 'svelte';
	import { sayNotKnown } from '$core/model/fact-words';
	import { NotKnown } from '$core/model/known';
	import { jobIfOpen } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Trouble from '$lib/kit/Trouble.svelte';
	import Failed from './Failed.svelte';

	/** A part of the page that takes down nothing but itself. */
	interface Props {
		what: string;
		/** What it shows: with another, a part that failed is tried anew. */
		at: string;
		children: Snippet;
	}
	let { what, at, children }: Props = $props();
	/** None on the page of all jobs. */
	const store = jobIfOpen();
	let again: (() => void) | null = null;
	$effect(() => {
		void at;
		// What was not known may be by now.
		void store?.job;
		untrack(() => again?.());
		again = null;
	});
</script>

<svelte:boundary onerror={(_error, reset) => (again = reset)}>
	{@render children()}
	{#snippet failed(error, reset)}
		{#if store && error instanceof NotKnown}
			{@const { fact } = error}
			<Trouble level="look">
				<p><b>Not known yet.</b> {sayNotKnown(store.job, fact)} {what} needs it.</p>
				{#snippet acts()}
					<Btn small look="main" onclick={() => store.select({ kind: fact.of === 'feeder' ? 'panel' : fact.of, id: fact.id })}
						>Enter it</Btn
					>
				{/snippet}
			</Trouble>
		{:else}
			<Failed what={`${what} could not be shown.`} why={error instanceof Error ? error.message : String(error)} onagain={reset} />
		{/if}
	{/snippet}
</svelte:boundary>
