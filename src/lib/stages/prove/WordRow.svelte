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
		gap: 6px;
		align-items: center;
		padding: 4px 0 4px 13px;
		border-bottom: 1px dotted var(--rule);
	}
	.what {
		flex: 1 1 150px;
	}
	button {
		min-height: 44px;
		padding: 0 12px;
		border: 1.5px solid var(--rule);
		border-radius: 4px;
		background: var(--sheet);
		color: var(--ink);
		font-weight: 600;
		font-size: 14.5px;
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
