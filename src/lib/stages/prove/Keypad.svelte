<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		onpress: (key: string) => void;
		/** On to the next field. */
		onnext: () => void;
		/** The field that is being filled, above the keys. */
		field: Snippet;
		/** Keep and Next, below them. */
		acts: Snippet;
	}
	let { onpress, onnext, field, acts }: Props = $props();
	/** What each key is called; a sign alone is said in words. */
	const KEYS: readonly (readonly [key: string, shown: string, said?: string])[] = [
		['7', '7'],
		['8', '8'],
		['9', '9'],
		['back', '⌫', 'erase the last'],
		['4', '4'],
		['5', '5'],
		['6', '6'],
		['sign', '+/−', 'change the sign'],
		['1', '1'],
		['2', '2'],
		['3', '3'],
		['next', 'next', 'next field'],
		['.', '.', 'point'],
		['0', '0'],
		['OL', 'OL', 'OL, over the range'],
		['clear', 'clear']
	];
</script>

<!-- Under the thumb, for gloves; a desk has keys of its own. -->
<div class="dock">
	{@render field()}
	<div class="keypad" role="group" aria-label="Keypad">
		{#each KEYS as [key, shown, said] (key)}
			<button
				type="button"
				class:word={shown.length > 2}
				aria-label={said}
				onclick={() => (key === 'next' ? onnext() : onpress(key))}>{shown}</button
			>
		{/each}
	</div>
	<div class="acts">{@render acts()}</div>
</div>

<style>
	.dock {
		display: none;
	}
	@media (max-width: 820px) {
		.dock {
			display: grid;
			gap: var(--space-6);
			position: sticky;
			/* The sheet's own edge below it is covered too. */
			bottom: -20px;
			margin: 0 calc(-1 * var(--space-12));
			padding: var(--space-6) var(--space-12) var(--space-8);
			background: var(--sheet);
			border-top: 1.5px solid var(--ink);
			z-index: 2;
		}
	}
	.keypad {
		display: grid;
		grid-template-columns: repeat(4, 1fr);
		gap: var(--space-4);
	}
	button {
		min-height: 44px;
		padding: 0;
		border: 1.5px solid var(--rule);
		border-radius: 4px;
		background: var(--paper);
		font:
			600 21px 'IBM Plex Mono',
			monospace;
		color: var(--ink);
	}
	.word {
		font:
			600 14.5px 'Barlow',
			sans-serif;
		line-height: 1.1;
	}
	.acts {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: var(--space-8);
	}
	.acts :global(button) {
		min-height: 50px;
		font-size: var(--type-lead);
	}
</style>
