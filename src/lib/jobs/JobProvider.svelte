<script lang="ts">
	import type { Snippet } from 'svelte';
	import { provideJob, type JobStore } from '$lib/data/job-store.svelte';
	interface Props {
		store: JobStore;
		children: Snippet;
	}
	let { store, children }: Props = $props();
	// svelte-ignore state_referenced_locally
	provideJob(store);
	// Another tab's changes come from outside.
	$effect(() => store.watch());
</script>

{@render children()}
