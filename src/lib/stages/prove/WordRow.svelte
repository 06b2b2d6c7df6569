<script lang="ts">
	import { READING_WORDS, type WordKind } from '$core/model/reading';
	import type { ReadingDraft } from './reading-draft.svelte';

	/** A reading that is said in words: one press each, the good one first. */
	interface Props {
		kind: WordKind;
		draft: ReadingDraft;
		last: string | undefined;
	}
	let { kind, draft, last }: Props = $props();
	const { words, allowed } = $derived(READING_WORDS[kind]);
</script>

<div class="words" role="group" aria-label={words}>
	<span class="what"
		>{words}{#if last}<small class="soft">&nbsp;last: {allowed[last] ?? last}</small>{/if}</span
	>
	{#each Object.entries(allowed) as [word, says] (word)}
		<button type="button" aria-pressed={draft.words[kind] === word} onclick={() => draft.say(kind, word)}>{says}</button>
	{/each}
</div>

<style>
	.words {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6);
		align-items: center;
		padding: var(--space-4) 0 var(--space-4) var(--space-12);
		border-bottom: 1px dotted var(--rule);
	}
	.what {
		flex: 1 1 150px;
	}
	button {
		min-height: 44px;
		padding: 0 var(--space-12);
		border: 1.5px solid var(--rule);
		border-radius: 4px;
		background: var(--sheet);
		color: var(--ink);
		font-weight: 600;
		font-size: var(--type-body);
	}
	button[aria-pressed='true'] {
		border-color: var(--copper);
		background: var(--paper);
		box-shadow: inset 0 -3px 0 var(--copper);
	}
	button:focus-visible {
		outline: 2.5px solid var(--copper);
	}
</style>
