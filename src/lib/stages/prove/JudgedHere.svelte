<script lang="ts">
	import { whatIsOff, type BoxProof } from '$core/prove/assess-prove';
	import { MISSING, nextMissing } from '$core/prove/missing';
	import Mark from '$lib/kit/Mark.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';

	/** What the readings of a place come to, the gravest first; then what is still to be read there. */
	let { proof }: { proof: BoxProof } = $props();
	const judgments = $derived(whatIsOff(proof));
	const missing = $derived(proof.level === 'good' ? null : nextMissing(proof));
	/** It reads right, and more would make it good. */
	const more = $derived(proof.level === 'right' ? (proof.missing[0] ?? null) : missing);
</script>

{#each judgments as j, i (i)}
	<p class={`judged ${j.level}`}>
		<Mark kind={j.level} word /> <b>{j.on === 'joints' ? 'Connections:' : 'Design:'}</b>
		{j.says}
		<RuleChip rule={j.rule} />
	</p>
{/each}
{#if more}<p class="judged unknown">
		<Mark kind="unknown" /> <b>{MISSING[more].words}:</b>
		{MISSING[more].asks}
	</p>{/if}

<style>
	.judged {
		margin: 0;
		border: 1.5px solid var(--rule);
		border-left: 6px solid var(--soft);
		border-radius: 3px;
		padding: var(--space-8) var(--space-10);
	}
	.judged.bad {
		border-color: var(--stop);
	}
	.judged.look {
		border-color: var(--look);
	}
	/* The verdict comes before the next reading: nothing to scroll for. */
	@media (max-width: 820px) {
		.judged {
			order: -1;
			padding: var(--space-4) var(--space-8);
			font-size: var(--type-small);
		}
		/* The rest is one press away, under Why. */
		.judged ~ .judged:not(.bad) {
			display: none;
		}
	}
</style>
