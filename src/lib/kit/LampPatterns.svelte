<script lang="ts">
	import { LAMP_PATTERNS, lampWords } from '$core/prove/lamp-patterns';

	interface Props {
		/** What was read last; null: nothing. */
		lamps?: string | null;
		onpick: (pattern: (typeof LAMP_PATTERNS)[number]) => void;
	}
	/** The eight usual patterns of a tester with three lamps, as pictures: one press reads it. */
	let { lamps = null, onpick }: Props = $props();
</script>

<div role="group" aria-label="The tester, by its three lamps" class="patterns">
	{#each LAMP_PATTERNS as pattern (pattern)}
		<button type="button" aria-pressed={lamps === pattern} onclick={() => onpick(pattern)}>
			<span class="bulbs" aria-hidden="true"
				>{#each pattern.split(' ') as lamp, i (i)}<i class={lamp}></i>{/each}</span
			>
			<span>{lampWords(pattern)}</span>
		</button>
	{/each}
</div>
<p class="soft">Lamps from left: hot to neutral, hot to ground, neutral to ground.</p>

<style>
	.patterns {
		display: grid;
		grid-template-columns: repeat(2, 1fr);
		gap: var(--space-8);
	}
	button {
		all: unset;
		box-sizing: border-box;
		cursor: pointer;
		min-height: 60px;
		display: grid;
		gap: var(--space-4);
		align-content: center;
		padding: var(--space-6) var(--space-10);
		border: 1.5px solid var(--rule);
		border-radius: 4px;
		background: var(--sheet);
		font-size: var(--type-small);
		line-height: 1.15;
	}
	button:focus-visible {
		outline: 2.5px solid var(--copper);
		outline-offset: 2px;
	}
	button[aria-pressed='true'] {
		border-color: var(--ink);
		border-width: 2.5px;
		font-weight: 600;
	}
	.bulbs {
		display: flex;
		gap: var(--space-8);
	}
	i {
		width: 20px;
		height: 20px;
		border-radius: 50%;
		border: 2px solid var(--soft);
	}
	i.on {
		background: #e0ac45;
		border-color: #b07b12;
	}
	p {
		margin: 0;
	}
</style>
