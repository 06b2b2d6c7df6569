<script lang="ts">
	import { useJob } from '$lib/data/job-store.svelte';
	import { onReload } from '$lib/data/keeps';
	import Btn from '../Btn.svelte';

	/** A part that failed by a fault of Hekto's own: what failed, and the way to keep the work. */
	interface Props {
		what: string;
		why: string;
		onagain?: (() => void) | undefined;
	}
	let { what, why, onagain }: Props = $props();
	const store = useJob();
</script>

<div class="failed" role="alert">
	<p><b>{what}</b> The fault is Hekto’s; the other stages go on. {onReload()}</p>
	<p class="mono soft">{why.slice(0, 200)}</p>
	<p class="acts">
		<Btn small onclick={() => store.saveFile()}>Save job file</Btn>
		{#if onagain}<Btn small look="quiet" onclick={onagain}>Try again</Btn>{/if}
	</p>
</div>

<style>
	.failed {
		padding: 12px 16px;
		border-left: 8px solid var(--stop);
		border-bottom: 1.5px solid var(--stop);
		background: var(--sheet);
	}
	p {
		margin: 0 0 6px;
	}
	.acts {
		display: flex;
		gap: 8px;
	}
</style>
