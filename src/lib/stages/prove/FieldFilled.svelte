<script lang="ts">
	import { ChevronLeftOutline, ChevronRightOutline } from 'flowbite-svelte-icons';
	import { readingWords, typedUnit, type FigureKind } from '$core/model/reading';
	import type { Reading } from '$core/model/job';
	import { show } from '$core/units/quantity';
	import Btn from '$lib/kit/Btn.svelte';
	import { placesOf } from './reading-draft.svelte';

	/** The field that the keys fill: all three in sight, on the narrowest phone too: the field, its prediction, its last value. */
	interface Props {
		kind: FigureKind;
		typed: string;
		predicted: number | null;
		last: Reading | undefined;
		/** Another field, along the list. */
		onstep: (by: 1 | -1) => void;
	}
	let { kind, typed, predicted, last, onstep }: Props = $props();
</script>

<p class="filling" aria-live="polite">
	<Btn small look="quiet" label="The field before" onclick={() => onstep(-1)}
		><ChevronLeftOutline size="sm" aria-hidden="true" /></Btn
	>
	<span class="about"
		><span class="kind">{readingWords(kind)}</span>
		<span class="soft"
			>{predicted === null ? 'no prediction' : `predicted ${show(predicted, placesOf(kind))}`}{last
				? ` · last ${show(last.value ?? 0, placesOf(kind))}`
				: ''}</span
		></span
	>
	<b class="mono">{typed || '–'} {typedUnit(kind)}</b>
	<Btn small look="quiet" label="The next field" onclick={() => onstep(1)}
		><ChevronRightOutline size="sm" aria-hidden="true" /></Btn
	>
</p>

<style>
	.filling {
		margin: 0;
		display: flex;
		align-items: center;
		gap: var(--space-8);
		min-height: 30px;
		white-space: nowrap;
		overflow: hidden;
	}
	.kind {
		font-weight: 600;
		font-size: var(--type-lead);
	}
	.about {
		display: flex;
		flex-direction: column;
		min-width: 0;
		line-height: 1.15;
	}
	.about > span {
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.soft {
		font-size: var(--type-small);
	}
	b {
		margin-left: auto;
		font-size: var(--type-head);
	}
</style>
