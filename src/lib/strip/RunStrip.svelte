<script lang="ts">
	import { sayTemp } from '$core/units/temperature';
	import { breakerWritten, capital } from '$core/model/breaker-name';
	import { sayRating } from '$core/model/fact-words';
	import { page } from '$app/state';
	import { ChevronDownOutline, ChevronUpOutline, SearchOutline } from 'flowbite-svelte-icons';
	import { drawRun } from '$core/formats/run-drawing';
	import { runFigures, type RunFigure } from '$core/formats/run-figures';
	import { steady } from '$core/model/like-before';
	import { cableName } from '$core/rough/take-off';
	import { runFeet } from '$core/run/runs';
	import type { Stage } from '$core/model/kinds';
	import { soundOf } from '$core/network/sound';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import CircuitChooser from './CircuitChooser.svelte';
	import { stripHeights } from './heights.svelte';
	import StripDrawing from './StripDrawing.svelte';

	interface Props {
		stage: Stage;
		/** Opens the search for a circuit. */
		onfind: () => void;
		phone?: boolean;
	}
	let { stage, onfind, phone = false }: Props = $props();
	const store = useJob();
	let widthPx = $state(0);
	let pagePx = $state(800);
	// What an edit leaves as it was is not drawn again.
	const likeDrawing = steady();
	const likeFigures = steady();
	const drawing = $derived(
		likeDrawing(store.run && store.run.nodes.length ? drawRun(store.job, store.run, { widthPx: widthPx || Infinity }) : null)
	);
	const proving = $derived(stage === 'prove' || stage === 'trace' || stage === 'handover');
	const figures = $derived(
		likeFigures(
			store.knownRun
				? runFigures(store.ruled, store.knownRun, {
						proofs: store.assessment.proofs,
						places: store.places,
						as: proving ? 'proved' : 'design'
					})
				: new Map<string, RunFigure>()
		)
	);
	const off = $derived(store.tagged.some((e) => e.circuitId === store.circuit?.id));
	const at = $derived({ stage, view: page.url.searchParams.get('view') });
	const chosen = $derived(stripHeights.of(at.stage, at.view));
	/** Of the page, at most; a phone shows one row. */
	const SHARE = { fit: 0.4, tall: 0.6 };
	const PHONE_PX = 112;
	/** A shorter one has no room for it: the line alone, until it is opened. */
	const TALL_PHONE_PX = 720;
	const HEAD_PX = 40;
	const bodyPx = $derived.by(() => {
		if (!drawing || chosen === 'line') return 0;
		const whole = drawing.height * drawing.scale + 4;
		if (phone) return pagePx < TALL_PHONE_PX && chosen !== 'tall' ? 0 : Math.min(whole, PHONE_PX);
		if (typeof chosen === 'number') return Math.max(0, Math.min(chosen, SHARE.tall * pagePx));
		const share = SHARE[chosen] * pagePx - HEAD_PX;
		return chosen === 'tall' ? share : Math.min(whole, share);
	});
	let body = $state<HTMLDivElement>();
	/** Where the selected box stands in the strip, px: by values, which an edit elsewhere leaves as they are. */
	const picked = $derived(drawing?.boxes.find((b) => b.boxId === store.selection?.id));
	const x = $derived(picked && drawing ? picked.x * drawing.scale : null);
	const y = $derived(picked && drawing ? picked.y * drawing.scale : null);
	// It is brought into sight; scrolling belongs to the DOM.
	$effect(() => {
		if (x === null || y === null || !body) return;
		body.scrollTo({ left: Math.max(0, x - body.clientWidth / 2), top: Math.max(0, y - 40) });
	});
	/** The edge is dragged up and down. */
	let from: { y: number; px: number } | null = null;
	function grab(e: PointerEvent): void {
		if (!drawing) return;
		from = { y: e.clientY, px: bodyPx };
		(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
	}
	function pull(e: PointerEvent): void {
		if (!from) return;
		const px = Math.round(from.px + from.y - e.clientY);
		stripHeights.set(at, px < HEAD_PX ? 'line' : Math.min(px, SHARE.tall * pagePx));
	}
	function keyed(e: KeyboardEvent): void {
		const by = { ArrowUp: 24, ArrowDown: -24 }[e.key];
		if (!by) return;
		e.preventDefault();
		const px = bodyPx + by;
		stripHeights.set(at, px < HEAD_PX ? 'line' : Math.min(px, SHARE.tall * pagePx));
	}
</script>

<svelte:window bind:innerHeight={pagePx} />

<section class="strip" class:phone aria-label="Run of the selected circuit" bind:clientWidth={widthPx}>
	{#if drawing && !phone}
		<!-- A separator that moves takes the keyboard: that is its role. -->
		<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
		<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
		<div
			class="edge"
			role="separator"
			aria-orientation="horizontal"
			aria-label="Height of the run"
			aria-valuenow={Math.round(bodyPx)}
			aria-valuemin={0}
			aria-valuemax={Math.round(SHARE.tall * pagePx)}
			tabindex="0"
			onpointerdown={grab}
			onpointermove={pull}
			onpointerup={() => (from = null)}
			onpointercancel={() => (from = null)}
			onkeydown={keyed}
		></div>
	{/if}
	<header>
		{#if store.circuit && store.run}
			{@const first = store.run.nodes[0]?.cable}
			<h2>{capital(breakerWritten(store.job, store.circuit))}</h2>
			<p class="soft">
				{#if store.run.nodes.length}
					{sayRating(store.circuit)}, {first ? cableName(first) : 'no cable yet'}, {store.run.nodes.length}
					{store.run.nodes.length === 1 ? 'box' : 'boxes'}, {runFeet(store.run)}
				{:else}
					no run yet: put a box on it in the box's slip
				{/if}
			</p>
			{#if off}<span class="tag condensed">OFF · TAGGED</span>{/if}
			{#if drawing && chosen !== 'line'}
				<p class="key soft">
					<span
						>{proving
							? `predicted at ${store.job.practice.testLoadA} A, ${sayTemp(soundOf(store.job).conductorC)}`
							: 'drop at the design load, 75 °C'}</span
					><span>measured</span>
				</p>
			{/if}
		{:else if store.selection?.kind === 'box'}
			<h2>No circuit</h2>
			<p class="soft">{store.box?.name} has no circuit yet: its readings are checked against the limits. Set it in the slip.</p>
		{:else}
			<h2 class="quiet">No run picked</h2>
			<CircuitChooser />
		{/if}
		<span class="acts">
			<Btn small look="bare" label="Find a circuit" title="Find a circuit ( c )" onclick={onfind}
				><SearchOutline size="sm" aria-hidden="true" /></Btn
			>
			{#if drawing}
				<Btn
					small
					look="bare"
					label={bodyPx > 0 ? 'Fold the run' : 'Show the run'}
					title="Height of the run ( s )"
					onclick={() => stripHeights.set(at, bodyPx > 0 ? 'line' : phone ? 'tall' : 'fit')}
					>{#if bodyPx > 0 !== phone}<ChevronDownOutline size="sm" aria-hidden="true" />{:else}<ChevronUpOutline
							size="sm"
							aria-hidden="true"
						/>{/if}</Btn
				>
			{/if}
		</span>
	</header>
	{#if drawing && bodyPx > 0}
		<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
		<div class="body" style:height={`${bodyPx}px`} bind:this={body} tabindex="0" role="group" aria-label="Boxes in feed order">
			<StripDrawing {drawing} {figures} {off} {proving} />
		</div>
	{/if}
</section>

<style>
	.strip {
		position: relative;
		display: flex;
		flex-direction: column;
		min-height: 0;
		min-width: 0;
		background: var(--paper);
	}
	.edge {
		position: absolute;
		inset: -5px 0 auto;
		height: 10px;
		cursor: ns-resize;
		touch-action: none;
		z-index: 3;
	}
	.edge:focus-visible {
		outline-offset: -3px;
	}
	header {
		display: flex;
		align-items: center;
		gap: var(--space-12);
		height: 40px;
		padding: 0 var(--space-10) 0 var(--space-16);
		white-space: nowrap;
		overflow: hidden;
	}
	header p {
		margin: 0;
		font-size: var(--type-small);
		overflow: hidden;
		text-overflow: ellipsis;
		min-width: 0;
	}
	h2 {
		font-size: var(--type-lead);
		flex: none;
	}
	.quiet {
		color: var(--soft);
	}
	.tag {
		background: var(--off);
		color: var(--sheet);
		padding: var(--space-2) var(--space-8);
		border-radius: 3px;
		font-size: var(--type-small);
	}
	.key {
		margin-left: auto;
		display: flex;
		gap: var(--space-12);
		font-size: var(--type-note);
		flex: none;
	}
	.key span:first-child::before {
		content: 'first line: ';
	}
	.key span:last-child::before {
		content: 'second: ';
	}
	.acts {
		margin-left: auto;
		display: flex;
		flex: none;
	}
	.key + .acts {
		margin-left: 0;
	}
	.body {
		position: relative;
		overflow: auto;
		flex: none;
	}
	.phone .body {
		scrollbar-width: none;
	}
	.phone header {
		height: 44px;
		padding: 0 var(--space-4) 0 var(--space-12);
		gap: var(--space-8);
	}
	.phone header .soft,
	.phone .quiet {
		display: none;
	}
	.phone .key + .acts {
		margin-left: auto;
	}
	.phone h2 {
		font-size: var(--type-lead);
		overflow: hidden;
		text-overflow: ellipsis;
		flex: 0 1 auto;
		min-width: 0;
	}
</style>
