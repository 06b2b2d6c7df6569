<script lang="ts">
	import type { Question } from '$core/prove/guided';
	import { show } from '$core/units/quantity';
	import { askUnit } from './check-asks';
	import Btn from '$lib/kit/Btn.svelte';

	interface Props {
		asks: readonly Question[];
		typed: Record<string, string>;
		/** What the nameplate has already. */
		given?: Record<string, number>;
		/** What a sound thing reads. */
		predicted?: Readonly<Partial<Record<string, number>>>;
		ontype: (typed: Record<string, string>) => void;
	}
	/** The questions of a check: figures by fields, words by presses. */
	let { asks, typed, given = {}, predicted = {}, ontype }: Props = $props();
</script>

{#each asks as q (q.key)}
	{#if q.allowed}
		<fieldset>
			<legend>{q.words}</legend>
			{#each Object.entries(q.allowed) as [word, says] (word)}
				<Btn pressed={typed[q.key] === word} onclick={() => ontype({ ...typed, [q.key]: typed[q.key] === word ? '' : word })}
					>{says}</Btn
				>
			{/each}
		</fieldset>
	{:else}
		<div class="field">
			<label for={`ask-${q.key}`}
				>{q.words}, {askUnit(q)}{predicted[q.key] === undefined ? '' : `: ${show(predicted[q.key] ?? 0, 1)} predicted`}</label
			>
			<input
				id={`ask-${q.key}`}
				class="mono"
				inputmode="decimal"
				placeholder={given[q.key] === undefined ? '' : String(given[q.key])}
				value={typed[q.key] ?? ''}
				oninput={(e) => ontype({ ...typed, [q.key]: e.currentTarget.value })}
			/>
		</div>
	{/if}
{/each}

<style>
	fieldset {
		grid-column: 1 / -1;
		border: 0;
		padding: 0;
		margin: 0;
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6);
	}
	legend {
		font-weight: 600;
		padding-bottom: var(--space-4);
	}
</style>
