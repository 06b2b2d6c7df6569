<script lang="ts">
	import type { Snippet } from 'svelte';

	/** A part of the page that is not there: what is wrong with it in words, and what can be done. */
	interface Props {
		level: 'look' | 'stop';
		/** Said over the page, where the part would have opened over it. */
		over?: boolean;
		acts: Snippet;
		children: Snippet;
	}
	let { level, over = false, acts, children }: Props = $props();
</script>

<div class="trouble" class:over style={`--edge: var(--${level})`} role="alert">
	{@render children()}
	<p class="acts">{@render acts()}</p>
</div>

<style>
	.trouble {
		padding: 12px 16px;
		background: var(--sheet);
		border-bottom: 1.5px solid var(--edge);
		border-left: 8px solid var(--edge);
	}
	.over {
		position: fixed;
		inset: auto 12px 12px;
		z-index: 60;
		border: 1.5px solid var(--ink);
		border-left: 8px solid var(--edge);
		border-radius: 4px;
	}
	.trouble :global(p) {
		margin: 0 0 6px;
	}
	.acts {
		display: flex;
		gap: 8px;
	}
</style>
