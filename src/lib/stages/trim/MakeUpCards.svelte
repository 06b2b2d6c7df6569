<script lang="ts">
	import type { Box } from '$core/model/job';
	import Btn from '$lib/kit/Btn.svelte';
	import MakeUpCard from './MakeUpCard.svelte';

	interface Props {
		boxes: readonly Box[];
	}
	/** Every box of a run on a card of its own, four to a page. */
	let { boxes }: Props = $props();
	/** More are drawn when they are asked for. */
	const AT_ONCE = 12;
	let shown = $state(AT_ONCE);
</script>

<p class="no-print">
	<Btn look="main" onclick={() => print()}>Print</Btn>
	{#if boxes.length > shown}<Btn onclick={() => (shown = boxes.length)}>All {boxes.length}</Btn>{/if}
</p>
<div class="cards">
	{#each boxes.slice(0, shown) as box (box.id)}
		<article>
			<h2>{box.name}</h2>
			<MakeUpCard {box} brief />
		</article>
	{:else}<p>No boxes yet: add them in Walk.</p>
	{/each}
</div>

<style>
	.cards {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
		gap: var(--space-12);
	}
	article {
		border: 1.5px solid var(--ink);
		border-radius: 4px;
		padding: var(--space-8) var(--space-12);
		break-inside: avoid;
	}
	h2 {
		font-size: var(--type-head);
		margin: 0 0 var(--space-4);
	}
	@media print {
		.cards {
			grid-template-columns: 1fr 1fr;
		}
	}
</style>
