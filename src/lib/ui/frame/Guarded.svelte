<script lang="ts">
	import { untrack, type Snippet } from 'svelte';
	import Failed from './Failed.svelte';

	/** A part of the page that takes down nothing but itself. */
	interface Props {
		what: string;
		/** What it shows: with another, a part that failed is tried anew. */
		at: string;
		children: Snippet;
	}
	let { what, at, children }: Props = $props();
	let again: (() => void) | null = null;
	$effect(() => {
		void at;
		untrack(() => again?.());
		again = null;
	});
</script>

<svelte:boundary onerror={(_error, reset) => (again = reset)}>
	{@render children()}
	{#snippet failed(error, reset)}
		<Failed what={`${what} could not be shown.`} why={error instanceof Error ? error.message : String(error)} onagain={reset} />
	{/snippet}
</svelte:boundary>
