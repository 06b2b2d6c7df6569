<script lang="ts">
	import type { Reading } from '$core/model/job';
	import { readingWords, typedOf, typedUnit, type FigureKind } from '$core/model/reading';
	import type { Verdict } from '$core/prove/verdicts';
	import { show } from '$core/units/quantity';
	import Mark from '$lib/kit/Mark.svelte';
	import { placesOf, type ReadingDraft } from './reading-draft.svelte';

	interface Props {
		kind: FigureKind;
		draft: ReadingDraft;
		/** What a sound run reads here; null: it cannot be told. */
		predicted: number | null;
		last: { reading: Reading; verdict: Verdict } | undefined;
		/** The page's own keypad types: the system's stays away. */
		keypad: boolean;
	}
	let { kind, draft, predicted, last, keypad }: Props = $props();
	const fault = $derived(draft.faults.get(kind));
</script>

<div class="row" class:active={draft.active === kind}>
	<label for={`read-${kind}`}
		>{readingWords(kind)}{kind === 'drop' ? ` at ${draft.loadA} A` : kind === 'gfci-ms' ? ` at ${draft.atMa} mA` : ''}</label
	>
	<span class="mono soft predicted">{predicted === null ? '' : show(predicted, placesOf(kind))}</span>
	<span class="now">
		<input
			id={`read-${kind}`}
			class="mono"
			inputmode={keypad ? 'none' : 'decimal'}
			autocomplete="off"
			bind:value={draft.typed[kind]}
			onfocus={() => (draft.active = kind)}
			aria-invalid={fault ? 'true' : undefined}
			aria-describedby={fault ? `fault-${kind}` : undefined}
		/>
		<span class="soft unit">{typedUnit(kind)}</span>
	</span>
	<span class="mono last"
		>{#if last}<Mark kind={last.verdict.level} /> {show(typedOf(kind, last.reading.value ?? 0), placesOf(kind))}{/if}</span
	>
	{#if fault}<p class="fault" id={`fault-${kind}`} role="alert">{fault}</p>{/if}
</div>

<style>
	.row {
		display: grid;
		grid-template-columns: minmax(120px, 1fr) 84px 150px 92px;
		align-items: center;
		gap: var(--space-4) var(--space-12);
		border-bottom: 1px dotted var(--rule);
		border-left: 5px solid transparent;
		padding: var(--space-4) 0 var(--space-4) var(--space-8);
	}
	.predicted,
	.last {
		text-align: right;
	}
	.row.active {
		border-left-color: var(--copper);
		background: var(--paper);
	}
	.now {
		display: flex;
		align-items: baseline;
		gap: var(--space-6);
	}
	.now input {
		width: 100%;
		min-width: 0;
		min-height: 38px;
		text-align: right;
		font-size: var(--type-head);
		font-weight: 600;
		background: var(--sheet);
		border: 1.5px solid var(--rule);
		border-radius: 3px;
		padding: 0 var(--space-8);
	}
	/* Volts and ohms one under the other, their boxes in line. */
	.now .unit {
		flex: none;
		width: 34px;
	}
	@media (max-width: 820px) {
		.now input {
			min-height: 44px;
		}
	}
	.now input[aria-invalid] {
		border-color: var(--stop);
		color: var(--stop);
	}
	.unit {
		width: 34px;
	}
	.row .fault {
		grid-column: 1 / -1;
	}
	@media (max-width: 820px) {
		.row {
			grid-template-columns: minmax(0, 1fr) 48px 126px;
			gap: var(--space-4) var(--space-8);
		}
		.last {
			display: none;
		}
		.unit {
			width: 30px;
		}
	}
</style>
