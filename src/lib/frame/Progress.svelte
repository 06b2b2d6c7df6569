<script lang="ts">
	import type { TakingIn } from '$lib/workers/taking-in.svelte';
	import Btn from '$lib/kit/Btn.svelte';
	interface Props {
		work: TakingIn;
	}
	let { work }: Props = $props();
</script>

{#if work.doing}
	<p class="progress" role="status">
		<progress max="1" value={work.share} aria-label="Imported so far"></progress>
		<span>{work.doing}…</span>
		<Btn small onclick={() => work.cancel()}>Stop</Btn>
	</p>
{/if}

<style>
	.progress {
		display: flex;
		align-items: center;
		gap: var(--space-10);
		margin: 0;
	}
	progress {
		accent-color: var(--copper);
	}
</style>
