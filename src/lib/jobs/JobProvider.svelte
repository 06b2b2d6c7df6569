<script lang="ts">
	import type { Snippet } from 'svelte';
	import { provideJob } from '$lib/store/use-job';
	import type { JobStore } from '$lib/store/job-store.svelte';
	interface Props {
		store: JobStore;
		children: Snippet;
	}
	let { store, children }: Props = $props();
	// svelte-ignore state_referenced_locally
	provideJob(store);
	$effect(() => () => store.close());
	/** The list of jobs shows what is open: counted where it is worked out anyway, a while after the last edit. */
	const COUNT_AFTER_MS = 600;
	$effect(() => {
		void store.assessment;
		void store.waiting;
		const timer = setTimeout(() => void store.keepCount(), COUNT_AFTER_MS);
		return () => clearTimeout(timer);
	});
	// Into the user's own folder, where there is one, when the edits have come to rest.
	$effect(() => {
		void store.job;
		const { id } = store.job;
		const timer = setTimeout(
			() => void import('$lib/store/folder').then((f) => f.writeToFolder(id)).catch(() => undefined),
			REST_MS
		);
		return () => clearTimeout(timer);
	});
	/** A pause of so long after the last edit, ms. */
	const REST_MS = 20_000;
	/** The browser asks before a tab is closed that holds what nothing else does. */
	function leaving(e: BeforeUnloadEvent): void {
		if (store.unkept) e.preventDefault();
	}
</script>

<svelte:window onbeforeunload={leaving} />
{@render children()}
