<script lang="ts">
	import { jobIfOpen } from '$lib/store/use-job';
	import { onReload } from '$lib/kit/keeps';
	import Btn from '$lib/kit/Btn.svelte';
	import Trouble from '$lib/kit/Trouble.svelte';

	/** A part that failed by a fault of Hekto's own: what failed, and the way to keep the work. */
	interface Props {
		what: string;
		why: string;
		onagain?: (() => void) | undefined;
	}
	let { what, why, onagain }: Props = $props();
	/** None on the page of all jobs: nothing there is unsaved. */
	const store = jobIfOpen();
</script>

<Trouble level="stop">
	<p><b>{what}</b> This is an error in Hekto; the rest still works. {onReload()}</p>
	<p class="mono soft">{why.slice(0, 200)}</p>
	{#snippet acts()}
		{#if store}<Btn small onclick={() => store.saveFile()}>Save job file</Btn>{/if}
		{#if onagain}<Btn small look="quiet" onclick={onagain}>Try again</Btn>{/if}
	{/snippet}
</Trouble>
