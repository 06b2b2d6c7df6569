<script lang="ts">
	import type { Snippet } from 'svelte';
	import { page } from '$app/state';
	import { JobStore } from '$lib/store/job-store.svelte';
	import { openJob } from '$lib/store/open-job';
	import { fetchSheet } from '$lib/stages/StageSheet.svelte';
	import { isStage } from '$lib/frame/stages';
	import { dropShell } from '$lib/kit/shell';
	import { pickedIn } from '$lib/store/address';
	import JobProvider from './JobProvider.svelte';

	interface Props {
		id: string;
		children: Snippet;
	}
	let { id, children }: Props = $props();
	async function load(): Promise<JobStore | null> {
		// In a task apart from that which starts the application.
		await new Promise((begun) => setTimeout(begun));
		const opened = await openJob(id);
		if (!opened) return null;
		const store = new JobStore(opened);
		const judged = store.judgeNow();
		// What shows it comes meanwhile.
		const { stage = '' } = page.params;
		if (isStage(stage)) setTimeout(() => fetchSheet(stage));
		await judged;
		// What the worker said has been read: what draws it comes after that, in a task of its own.
		await new Promise((read) => setTimeout(read));
		store.selectIfThere(pickedIn(page.url.searchParams));
		return store;
	}
	const loading = $derived.by(() => load().finally(dropShell));
</script>

{#await loading}
	<p class="wait soft">Opening the job…</p>
{:then store}
	{#if store}
		<JobProvider {store}>{@render children()}</JobProvider>
	{:else}
		<main class="wait">
			<h1>This job is not in this browser.</h1>
			<p>Jobs are kept where they were made. Open its job file on the <a href="/">page of all jobs</a>.</p>
		</main>
	{/if}
{:catch error}
	<main class="wait">
		<h1>This job could not be opened.</h1>
		<p>{error instanceof Error ? error.message : String(error)}</p>
		<p><a href="/">All jobs</a></p>
	</main>
{/await}

<style>
	.wait {
		padding: var(--space-24);
	}
	a {
		color: var(--copper);
	}
</style>
