<script lang="ts" generics="Part">
	import type { Snippet } from 'svelte';
	import { onReload } from '$lib/data/keeps';
	import Btn from './Btn.svelte';

	/**
	 * A part that is loaded when it is first shown. Where it cannot be (an older page after a new version, or no
	 * network), it says so and what to do; what is typed on the page stays until the user reloads.
	 */
	interface LateProps {
		load: () => Promise<{ default: Part }>;
		/** It opens over the page: its failure is said over the page too. */
		over?: boolean;
		children: Snippet<[Part]>;
	}
	let { load, over = false, children }: LateProps = $props();
	let tries = $state(0);
	const loading = $derived.by(() => (void tries, load()));
</script>

{#await loading then { default: part }}
	{@render children(part)}
{:catch}
	<div class="late" class:over role="alert">
		<p><b>This part of Hekto could not be loaded.</b> There may be a new version, or no network. {onReload()}</p>
		<p class="acts">
			<Btn look="main" small onclick={() => location.reload()}>Reload</Btn>
			<Btn small onclick={() => (tries += 1)}>Try again</Btn>
		</p>
	</div>
{/await}

<style>
	.late {
		padding: 14px 16px;
		background: var(--sheet);
		border-left: 8px solid var(--look);
	}
	.over {
		position: fixed;
		inset: auto 12px 12px;
		z-index: 60;
		border: 1.5px solid var(--ink);
		border-left: 8px solid var(--look);
		border-radius: 4px;
	}
	p {
		margin: 0 0 6px;
	}
	.acts {
		display: flex;
		gap: 8px;
	}
</style>
