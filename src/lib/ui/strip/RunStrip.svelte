<script lang="ts">
	import { drawRun } from '$core/formats/run-drawing';
	import { runFigures } from '$core/formats/run-figures';
	import { cableName } from '$core/rough/take-off';
	import { inSlots } from '$core/model/job-index';
	import { runFeet } from '$core/run/runs';
	import type { Stage } from '$core/model/kinds';
	import { soundOf } from '$core/network/sound';
	import { useJob } from '$lib/data/job-store.svelte';
	import CircuitChooser from './CircuitChooser.svelte';
	import StripDrawing from './StripDrawing.svelte';

	interface Props {
		stage: Stage;
	}
	let { stage }: Props = $props();
	const store = useJob();
	const drawing = $derived(store.run && store.run.nodes.length ? drawRun(store.job, store.run) : null);
	const proving = $derived(stage === 'prove' || stage === 'trace' || stage === 'handover');
	const figures = $derived(
		store.run
			? runFigures({ edition: store.edition, job: store.job }, store.run, {
					proofs: store.assessment.proofs,
					as: proving ? 'proved' : 'design'
				})
			: new Map()
	);
	const off = $derived(store.tagged.some((e) => e.circuitId === store.circuit?.id));
	let body = $state<HTMLDivElement>();
	// The selected box is brought into sight; scrolling belongs to the DOM.
	$effect(() => {
		const box = drawing?.boxes.find((b) => b.boxId === store.selection?.id);
		if (box && body) body.scrollTo({ left: Math.max(0, box.x - body.clientWidth / 2), top: Math.max(0, box.y - 40) });
	});
</script>

<section class="strip" aria-label="Run of the selected circuit">
	{#if store.circuit && store.run}
		{@const first = store.run.nodes[0]?.leg}
		<header>
			<h2>{store.circuit.number} · {store.circuit.name}</h2>
			<p class="soft">
				{store.circuit.breakerA} A, {first ? cableName(first) : 'no cable yet'}, {store.run.nodes.length}
				{store.run.nodes.length === 1 ? 'box' : 'boxes'}, {runFeet(store.run)}, {inSlots(store.circuit)}
			</p>
			{#if off}<span class="tag condensed">OFF · TAGGED</span>{/if}
			<p class="key soft">
				<span
					>{proving
						? `predicted at ${store.job.practice.testLoadA} A, ${soundOf(store.job).conductorC} °C`
						: 'drop at the design load, 75 °C'}</span
				><span>measured</span>
			</p>
		</header>
	{/if}
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div
		class="body"
		bind:this={body}
		tabindex={drawing ? 0 : undefined}
		role={drawing ? 'group' : undefined}
		aria-label={drawing ? 'Boxes in feed order' : undefined}
	>
		{#if drawing}
			<StripDrawing {drawing} {figures} {off} {proving} />
		{:else}
			<p class="empty soft">
				{#if store.circuit}
					Circuit {store.circuit.number} has no run yet. Put a box on it in the box's slip.
				{:else if store.selection?.kind === 'box'}
					This box has no circuit yet. Its readings are checked against the limits; set its circuit in the slip to check them
					against its run too.
				{:else}
					Pick a circuit, or a box on the sheet, to see its run from the breaker. <span class="desk"
						><kbd>[</kbd> and <kbd>]</kbd> step along it.</span
					>
				{/if}
			</p>
			{#if !store.circuit && store.selection?.kind !== 'box'}<CircuitChooser />{/if}
		{/if}
	</div>
</section>

<style>
	.strip {
		display: flex;
		flex-direction: column;
		min-height: 0;
		height: 100%;
		background: var(--paper);
	}
	header {
		display: flex;
		align-items: baseline;
		gap: 16px;
		padding: 9px 18px 0;
		white-space: nowrap;
		overflow: hidden;
	}
	header p {
		margin: 0;
		font-size: 14px;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	h2 {
		font-size: 20px;
		flex: none;
	}
	.tag {
		background: var(--off);
		color: var(--sheet);
		padding: 1px 8px;
		border-radius: 3px;
		font-size: 14px;
	}
	.key {
		margin-left: auto;
		display: flex;
		gap: 14px;
		font-size: 12.5px;
		flex: none;
	}
	.key span:first-child::before {
		content: 'first line: ';
	}
	.key span:last-child::before {
		content: 'second: ';
	}
	.body {
		flex: 1;
		min-height: 0;
		position: relative;
		overflow: auto;
	}
	.empty {
		margin: 0;
		padding: 10px 18px;
	}
	kbd {
		font-family: var(--font-mono);
		border: 1px solid var(--rule);
		border-radius: 3px;
		padding: 0 5px;
	}
	@media (max-width: 820px) {
		.desk {
			display: none;
		}
		.body {
			scrollbar-width: none;
		}
		header {
			padding: 6px 14px 0;
			gap: 10px;
		}
		header .soft {
			display: none;
		}
		h2 {
			font-size: 18px;
			overflow: hidden;
			text-overflow: ellipsis;
			flex: 1;
		}
	}
</style>
