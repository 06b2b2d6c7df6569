<script lang="ts">
	import { isProven, type PlaceClaims } from '$core/claims/claims-of';
	import { MISSING } from '$core/claims/missing';
	import { whatIsOff, type BoxProof } from '$core/prove/assess-prove';
	import Mark from '$lib/kit/Mark.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';

	/** What the readings of a place come to, the gravest first; then what is still to be read there. */
	let { proof, place }: { proof: BoxProof; place: PlaceClaims | undefined } = $props();
	const judgments = $derived(whatIsOff(proof, { proven: isProven(place), stale: place?.stale ?? [] }));
	const more = $derived(place?.next ?? null);
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
