<script lang="ts">
	import type { Stage } from '$core/model/kinds';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Count from '$lib/kit/Count.svelte';
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import { headOf } from '$lib/slip/head';
	import CallLink from '$lib/slip/CallLink.svelte';
	import NextLine from '$lib/frame/NextLine.svelte';

	interface Props {
		stage: Stage;
		/** Opens the slip over the page. */
		onwhy: () => void;
	}
	let { stage, onwhy }: Props = $props();
	const store = useJob();
	const head = $derived(store.selection && headOf(store.job, store.selection));
	const count = (severity: string) => store.about?.findings.filter((f) => f.severity === severity).length ?? 0;
	const open = $derived(store.assessment.stages[stage].findings.length);
	const why = $derived(open ? `Open ${open}` : 'Why');
</script>

<!-- What is picked, from below; with nothing picked, what comes next. -->
{#if head}
	<section class="card no-print" aria-label="Picked">
		<button type="button" class="head" onclick={onwhy}>
			<b class="condensed">{head.title}</b>
			<span class="soft">{head.sub}</span>
		</button>
		{#if count('violation')}<Count n={count('violation')} level="violations" />{/if}
		{#if count('caution')}<Count n={count('caution')} level="cautions" />{/if}
		{#if store.box}<CallLink box={store.box} />{/if}
		<Btn small onclick={onwhy}>Why</Btn>
		<CrossBtn label="Clear the selection" onclick={() => store.select(null)} />
	</section>
{:else}
	<section class="none no-print" aria-label="What comes next">
		<NextLine {stage} />
		<Btn small look="quiet" label={`${why}: what is open here`} onclick={onwhy}>{why}</Btn>
	</section>
{/if}

<style>
	.card,
	.none {
		display: flex;
		align-items: center;
		gap: var(--space-6);
		min-height: 52px;
		padding: var(--space-2) var(--space-6) var(--space-2) var(--space-12);
		background: var(--sheet);
		border-top: 1.5px solid var(--ink);
	}
	.none {
		padding-left: 0;
		background: var(--paper);
	}
	.none :global(.next) {
		flex: 1;
		min-width: 0;
		border-top: 0;
	}
	.none > :global(button) {
		margin-left: auto;
	}
	.head {
		all: unset;
		flex: 1;
		min-height: 44px;
		min-width: 0;
		cursor: pointer;
	}
	.head:focus-visible {
		outline: 2.5px solid var(--copper);
	}
	b,
	.soft {
		display: block;
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	b {
		font-size: var(--type-lead);
		line-height: 1.15;
	}
	.soft {
		font-size: var(--type-note);
	}
</style>
