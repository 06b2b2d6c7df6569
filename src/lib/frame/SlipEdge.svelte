<script lang="ts">
	import { ChevronLeftOutline } from 'flowbite-svelte-icons';
	import type { Stage } from '$core/model/kinds';
	import { useJob } from '$lib/store/use-job';
	import Count from '$lib/kit/Count.svelte';

	interface Props {
		stage: Stage;
		onopen: () => void;
	}
	let { stage, onopen }: Props = $props();
	const store = useJob();
	const findings = $derived(store.assessment.stages[stage].findings);
	/** What could not be calculated is not said to have nothing open. */
	const failed = $derived(store.assessment.stages[stage].failed !== undefined);
	const count = (severity: string) => findings.filter((f) => f.severity === severity).length;
</script>

<!-- The slip, folded: what is open here is still counted. -->
<button type="button" class="no-print" onclick={onopen} title="What is open here ( w )">
	<ChevronLeftOutline size="sm" aria-hidden="true" />
	{#if count('violation')}<Count n={count('violation')} level="violations" />{/if}
	{#if count('caution')}<Count n={count('caution')} level="cautions" />{/if}
	<span class="word condensed">{failed ? 'Not calculated' : findings.length ? 'Open here' : 'Nothing open'}</span>
</button>

<style>
	button {
		display: flex;
		flex-direction: column;
		align-items: center;
		gap: var(--space-8);
		padding: var(--space-12) 0;
		border: 0;
		border-left: 1.5px solid var(--ink);
		background: var(--sheet);
		color: var(--soft);
		min-height: 0;
		overflow: hidden;
	}
	button:hover {
		background: var(--paper);
		color: var(--ink);
	}
	button:focus-visible {
		outline-offset: -3px;
	}
	.word {
		writing-mode: vertical-rl;
		font-size: var(--type-lead);
	}
</style>
