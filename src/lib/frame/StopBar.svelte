<script lang="ts">
	import type { Snippet } from 'svelte';
	import Btn from '$lib/kit/Btn.svelte';

	/** Across every page, until it is settled: hands off, why, and the one press that leads on. */
	interface StopBarProps {
		word: string;
		/** So many more of its kind wait behind it. */
		more: number;
		act: string;
		onact: () => void;
		children: Snippet;
	}
	let { word, more, act, onact, children }: StopBarProps = $props();
</script>

<div class="bar" role="alert">
	<span class="stop condensed">{word}</span>
	<span class="what"
		>{@render children()}{#if more > 0}&nbsp;<b>+{more} more</b>{/if}</span
	>
	<Btn onclick={onact}>{act}</Btn>
</div>

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: var(--space-8) var(--space-12);
		padding: var(--space-8) var(--space-16);
		background: var(--stop);
		color: var(--sheet);
		font-size: var(--type-lead);
	}
	.stop {
		font-size: var(--type-head);
		line-height: 1;
	}
	.what {
		flex: 1 1 300px;
	}
	@media (max-width: 820px) {
		.bar {
			padding: var(--space-6) var(--space-10);
			font-size: var(--type-small);
		}
		.bar :global(button) {
			min-height: 44px;
			width: 100%;
		}
	}
</style>
