<script lang="ts">
	interface Props {
		onpress: (key: string) => void;
		onsame: () => void;
		onnext: () => void;
	}
	let { onpress, onsame, onnext }: Props = $props();
	const ROWS = [
		['7', '8', '9', 'as predicted'],
		['4', '5', '6', 'clear'],
		['1', '2', '3', '0'],
		['.', 'Next']
	] as const;
	const press = (key: string) => (key === 'as predicted' ? onsame() : key === 'Next' ? onnext() : onpress(key));
</script>

<!-- Under the thumb, for gloves; a desk has keys of its own. -->
<div class="keypad" role="group" aria-label="Keypad">
	{#each ROWS.flat() as key (key)}
		<button type="button" class:main={key === 'Next'} class:word={key.length > 1} onclick={() => press(key)}>{key}</button>
	{/each}
</div>

<style>
	.keypad {
		display: none;
	}
	@media (max-width: 820px) {
		.keypad {
			display: grid;
			grid-template-columns: repeat(4, 1fr);
			gap: 6px;
			position: sticky;
			bottom: -20px;
			background: var(--sheet);
			padding: 6px 0 8px;
		}
	}
	button {
		min-height: 47px;
		border: 1.5px solid var(--rule);
		border-radius: 4px;
		background: var(--paper);
		font:
			600 22px 'IBM Plex Mono',
			monospace;
		color: var(--ink);
	}
	.word {
		font:
			600 14px 'Barlow',
			sans-serif;
	}
	.main {
		grid-column: 2 / -1;
		background: var(--copper);
		color: var(--on-copper);
		border-color: var(--copper);
		font-size: 18px;
	}
</style>
