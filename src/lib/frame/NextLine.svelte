<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { ArrowRightOutline } from 'flowbite-svelte-icons';
	import type { Stage } from '$core/model/kinds';
	import { nextAddress, viewOfNext } from '$lib/store/call-views';
	import { useJob } from '$lib/store/use-job';
	import { STAGE_NAMES } from '$lib/frame/stages';
	import Btn from '$lib/kit/Btn.svelte';

	interface Props {
		stage: Stage;
	}
	let { stage }: Props = $props();
	const store = useJob();
	const next = $derived(store.nextAt(stage));
	const view = $derived(next ? viewOfNext(next) : undefined);
	const picked = $derived.by(() => {
		const subject = next?.subject;
		if (!subject || subject.kind === 'job' || subject.kind === 'device' || subject.kind === 'input') return null;
		return { kind: subject.kind, id: subject.id };
	});
	/** What the step leads to is shown already. */
	const here = $derived(
		next?.stage === stage &&
			(!view || page.url.searchParams.get('view') === view) &&
			(!picked || store.selection?.id === picked.id)
	);
	const go = () => next && goto(nextAddress(store.id, next));
</script>

{#if next}
	<p class="next no-print" class:danger={next.code === 'live'}>
		<span class="what"
			><b class="condensed">{next.stage === stage ? 'Next' : `Next in ${STAGE_NAMES[next.stage].name}`}</b>
			{next.text}</span
		>
		{#if !here}<Btn small look="quiet" onclick={go}>Go <ArrowRightOutline size="sm" aria-hidden="true" /></Btn>{/if}
	</p>
{/if}

<style>
	.next {
		/* At the foot of the page before the sheet above it has come. */
		margin: auto 0 0;
		display: flex;
		align-items: center;
		gap: var(--space-10);
		min-height: 38px;
		box-sizing: border-box;
		padding: var(--space-2) var(--space-10) var(--space-2) var(--space-16);
		border-top: 1px solid var(--rule);
		background: var(--paper);
		font-size: var(--type-body);
	}
	.what {
		flex: 1;
		min-width: 0;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	b {
		color: var(--copper);
		font-size: var(--type-lead);
		margin-right: var(--space-6);
	}
	.danger,
	.danger b {
		color: var(--stop);
	}
	@media (max-width: 820px) {
		.next {
			min-height: 46px;
			padding-left: var(--space-12);
		}
		.what {
			white-space: normal;
			display: -webkit-box;
			-webkit-box-orient: vertical;
			-webkit-line-clamp: 2;
			line-clamp: 2;
			line-height: 1.25;
		}
	}
</style>
