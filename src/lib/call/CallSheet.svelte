<script lang="ts">
	import type { Box } from '$core/model/job';
	import { THREAD, type ThreadKey } from '$core/thread';
	import { goto } from '$app/navigation';
	import { ArrowLeftOutline, ArrowRightOutline, CheckOutline } from 'flowbite-svelte-icons';
	import { page } from '$app/state';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import { headLine } from '$core/claims/head-line';
	import { sayTime } from '$lib/clock';
	import ClaimList from '$lib/slip/ClaimList.svelte';
	import Photos from '$lib/slip/Photos.svelte';
	import Guarded from '$lib/frame/Guarded.svelte';
	import Late from '$lib/frame/Late.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import { jobAddress } from '$lib/store/address';
	import { stepsOf, VIEW_OF } from '$lib/store/call-views';

	interface Props {
		box: Box;
		step: ThreadKey;
	}
	/** One box, from its name to its papers, in eight steps. */
	let { box, step }: Props = $props();
	const store = useJob();
	const steps = $derived(stepsOf(store, box));
	const at = $derived(THREAD.indexOf(step));
	const now = $derived(steps[at]);
	const next = $derived(steps[at + 1]);
	const before = $derived(steps[at - 1]);
	const room = $derived(store.index.rooms.get(box.roomId ?? '')?.name);
	const place = $derived(store.places.get(box.id));
	/** What stands, in one line; pressed, what that rests on. */
	const stands = $derived(place ? headLine(store.job, { place, events: store.events }, sayTime) : []);
	let telling = $state(false);
	const HEADS: Record<ThreadKey, string> = {
		place: 'Where it is',
		found: 'As found, before anything is off',
		dead: 'Make it dead',
		open: 'What is in the box',
		become: 'What it may become',
		'make-up': 'Install',
		prove: 'Energize and prove',
		paper: 'Labels and letter'
	};
	const PARTS = {
		place: () => import('./PlaceStep.svelte'),
		found: () => import('./AsFoundStep.svelte'),
		dead: () => import('./DeadStep.svelte'),
		open: () => import('./InsideStep.svelte'),
		become: () => import('./BecomeStep.svelte'),
		'make-up': () => import('./InstallStep.svelte'),
		prove: () => import('./ProveStep.svelte'),
		paper: () => import('./PaperStep.svelte')
	};
	/** Steps at which something is done that a picture can show. */
	const ACTS: readonly ThreadKey[] = ['dead', 'make-up', 'prove', 'paper'];
	let pictured = $state(false);
	/** Outlets of its room: a call at several goes from one to the next by their list. */
	const mates = $derived(box.roomId ? (store.index.boxesOfRoom.get(box.roomId)?.length ?? 0) : 0);
	const toAll = () =>
		goto(jobAddress(store.id, 'walk', { view: 'several', picked: box.roomId ? { kind: 'room', id: box.roomId } : null }));
	function go(key: ThreadKey): void {
		const to = new URL(page.url);
		to.searchParams.set('view', VIEW_OF[key]);
		void goto(to, { keepFocus: true });
	}
</script>

<section class="thread" aria-label={`${box.name}, step by step`}>
	<nav class="no-print" aria-label="Steps">
		<ol>
			{#each steps as s, i (s.key)}
				<li>
					<button
						type="button"
						aria-current={s.key === step ? 'step' : undefined}
						class:done={s.done && !s.skipped}
						onclick={() => go(s.key)}
					>
						<span class="n mono" aria-hidden="true"
							>{#if s.skipped}–{:else if s.done}<CheckOutline size="sm" />{:else}{i + 1}{/if}</span
						>
						<span>{s.title}</span><span class="sr-only">{s.skipped ? ', skipped' : s.done ? ', done' : `, needs ${s.needs}`}</span
						>
					</button>
				</li>
			{/each}
		</ol>
	</nav>
	<!-- A sheet that scrolls must be reachable by keyboard. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div class="step" tabindex="0" role="region" aria-label={HEADS[step]}>
		<header>
			<h1>{HEADS[step]}</h1>
			<p class="soft">{[box.name, room].filter(Boolean).join(' · ')}</p>
			{#if mates > 1}<Btn small look="quiet" onclick={toAll}>All {mates} outlets</Btn>{/if}
			{#if place && stands.length}
				<button type="button" class="stands no-print" aria-expanded={telling} onclick={() => (telling = !telling)}
					>{stands.join(' · ')}</button
				>
			{/if}
		</header>
		{#if telling && place}<div class="claims no-print"><ClaimList {place} /></div>{/if}
		{#if now?.warns}
			<p class="warn" role="alert"><Mark kind="caution" word /> Not verified dead. Hands off until it is: step 3.</p>
		{/if}
		{#key `${step} ${box.id}`}
			<Guarded what={HEADS[step]} at={`${step} ${box.id}`}>
				<Late load={PARTS[step]}>{#snippet children(Part)}<Part {box} />{/snippet}</Late>
				{#if ACTS.includes(step)}
					<Fold title="Photos of this step" bind:open={pictured}>
						{#if pictured}<Photos of={{ kind: 'step', id: `${box.id}:${step}` }} />{/if}
					</Fold>
				{/if}
			</Guarded>
		{/key}
	</div>
	<footer class="no-print">
		{#if before}<Btn look="quiet" label={`Back to ${before.title}`} onclick={() => go(before.key)}
				><ArrowLeftOutline size="sm" aria-hidden="true" /></Btn
			>{/if}
		<span class="needs">{now?.needs ? `Needs: ${now.needs}` : 'Done'}</span>
		{#if next}<Btn look={now?.done ? 'main' : 'plain'} onclick={() => go(next.key)}
				>Next: {next.title} <ArrowRightOutline size="sm" aria-hidden="true" class="ms-1" /></Btn
			>{/if}
	</footer>
</section>

<style>
	.thread {
		display: flex;
		flex-direction: column;
		min-height: 0;
		flex: 1;
		background: var(--sheet);
	}
	nav {
		border-bottom: 1.5px solid var(--ink);
		background: var(--paper);
		overflow-x: auto;
	}
	ol {
		display: grid;
		grid-template-columns: repeat(8, minmax(46px, 1fr));
		list-style: none;
		margin: 0;
		padding: 0;
		max-width: 860px;
	}
	nav button {
		all: unset;
		box-sizing: border-box;
		cursor: pointer;
		width: 100%;
		min-height: 52px;
		display: grid;
		justify-items: center;
		align-content: center;
		gap: var(--space-2);
		font-size: var(--type-note);
		border-bottom: 4px solid transparent;
	}
	nav button:focus-visible {
		outline: 2.5px solid var(--copper);
		outline-offset: -3px;
	}
	nav button[aria-current] {
		border-bottom-color: var(--copper);
		font-weight: 600;
	}
	/* At a desk the steps stand as a column beside what they show. */
	@media (min-width: 821px) {
		.thread {
			display: grid;
			grid-template: minmax(0, 1fr) auto / 148px minmax(0, 1fr);
		}
		nav {
			border-bottom: 0;
			border-right: 1.5px solid var(--ink);
			grid-row: 1 / 3;
			overflow: visible auto;
		}
		ol {
			grid-template-columns: none;
			grid-auto-rows: min-content;
		}
		nav button {
			min-height: 48px;
			display: flex;
			gap: var(--space-10);
			padding: 0 var(--space-12);
			align-items: center;
			font-size: var(--type-body);
			border-bottom: 0;
			border-left: 5px solid transparent;
		}
		nav button[aria-current] {
			border-left-color: var(--copper);
			background: var(--sheet);
		}
	}
	.n {
		display: grid;
		place-items: center;
		width: 22px;
		height: 22px;
		border: 1.5px solid var(--soft);
		border-radius: 50%;
		font-size: var(--type-note);
	}
	.done .n {
		background: var(--go);
		border-color: var(--go);
		color: var(--sheet);
	}
	/* What is only said to a screen reader stays inside it: else the whole frame could scroll. */
	.step {
		position: relative;
		flex: 1;
		min-height: 0;
		overflow-y: auto;
		padding: var(--space-12) var(--space-16) var(--space-16);
	}
	/* What is brought into sight comes to rest above the keypad that lies over the foot of the sheet. */
	@media (max-width: 820px) {
		.step:has(:global(.dock)) {
			scroll-padding-bottom: 320px;
		}
	}
	.step > header {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-2) var(--space-10);
		align-items: baseline;
		margin-bottom: var(--space-10);
	}
	h1,
	header p {
		margin: 0;
	}
	.stands {
		all: unset;
		cursor: pointer;
		flex-basis: 100%;
		font-weight: 600;
		border-bottom: 1px dotted var(--soft);
		min-height: 44px;
		display: flex;
		align-items: center;
	}
	.stands:focus-visible {
		outline: 2.5px solid var(--copper);
	}
	.claims {
		margin-bottom: var(--space-12);
	}
	.warn {
		border-left: 6px solid var(--look);
		background: var(--paper);
		padding: var(--space-6) var(--space-12);
		margin: 0 0 var(--space-12);
	}
	footer {
		display: flex;
		align-items: center;
		gap: var(--space-8);
		padding: var(--space-6) var(--space-10);
		border-top: 1.5px solid var(--ink);
		background: var(--paper);
		min-height: 56px;
	}
	.needs {
		flex: 1;
		font-size: var(--type-small);
		color: var(--soft);
	}
	@media print {
		.step {
			overflow: visible;
		}
	}
</style>
