<script lang="ts">
	import { STRIP, drawRun } from '$core/formats/run-drawing';
	import { cableName } from '$core/rough/take-off';
	import { inSlots } from '$core/model/job-index';
	import { show } from '$core/units/quantity';
	import { dropAt } from '$core/circuits/drop';
	import { predict } from '$core/prove/predict';
	import { runFeet } from '$core/circuits/assess-circuits';
	import type { Stage } from '$core/model/kinds';
	import type { Level } from '$core/prove/verdicts';
	import { useJob } from '$lib/data/job-store.svelte';
	import Mark from '../Mark.svelte';

	interface Props {
		stage: Stage;
	}
	let { stage }: Props = $props();
	const store = useJob();
	const drawing = $derived(store.run && store.run.nodes.length ? drawRun(store.job, store.run) : null);
	const proving = $derived(stage === 'prove' || stage === 'trace' || stage === 'handover');
	interface Pill {
		expected: string;
		measured: string;
		level: Level | undefined;
	}
	/** Under each box: what the run should lose there, and what was read. */
	const pills = $derived.by(() => {
		const { run, edition, job, assessment } = store;
		if (!run) return new Map<string, Pill>();
		return new Map<string, Pill>(
			run.nodes.map((node) => {
				const proof = assessment.proofs.get(node.boxId);
				const design = dropAt(edition, job, run, node);
				const expected = predict(edition, job, run.circuit, node.boxId);
				const shown = proving ? (expected.known ? expected.value.dropPercent : null) : (design?.percent ?? null);
				const read = proof?.latest.drop ?? proof?.latest.hn;
				const unit = proof?.latest.drop ? '%' : 'V';
				return [
					node.boxId,
					{
						expected: shown === null ? '?' : `${show(shown, 1)} %`,
						measured: read ? `${show(read.reading.value ?? 0, 1)} ${unit}` : '',
						level: proof?.level
					}
				];
			})
		);
	});
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
				<span>{proving ? `predicted at ${store.job.practice.testLoadA} A, 25 °C` : 'drop at the design load, 75 °C'}</span><span
					>measured</span
				>
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
			<svg width={drawing.width} height={drawing.height} role="group" aria-label="Boxes in feed order">
				{#each drawing.bands as band, i (i)}
					<rect class="band" class:whole={band.whole} x={band.x} y={band.y} width={band.width} height={band.height} />
					<path d={`M${band.x} ${band.y}v${band.height}`} class="edge" />
					<text class="band-name" x={band.x + 7} y={band.y + 11}>{band.label}</text>
				{/each}
				{#each drawing.legs as leg (leg.legId)}
					{@const mid = leg.x1 + 14}
					{#each leg.ground ? [-7, 0, 7] : [-4, 4] as dy, k (dy)}
						{@const d =
							leg.y1 === leg.y2
								? `M${leg.x1} ${leg.y1 + dy}H${leg.x2}`
								: `M${leg.x1} ${leg.y1 + dy}H${mid - dy}V${leg.y2 + dy}H${leg.x2}`}
						{#if k === 1}
							<path {d} class="neutral-edge" />
							<path {d} class="neutral" />
						{:else}
							<path {d} class={k === 0 ? 'hot' : 'ground'} />
						{/if}
					{/each}
					<text
						class="length"
						class:unknown={leg.label === 'length?'}
						x={(Math.max(leg.x1, leg.y1 === leg.y2 ? leg.x1 : mid + 8) + leg.x2) / 2}
						y={leg.y2 - 13}>{leg.label}</text
					>
				{/each}
				<g transform={`translate(${drawing.breaker.x} ${drawing.breaker.y})`}>
					<rect class="breaker" class:off width={STRIP.breakerWidth} height={STRIP.breakerHeight} rx="2" />
					<text class="amps" x="10" y="23">{drawing.breaker.label}</text>
					<text class="slot" x="10" y="42">{off ? 'off' : drawing.breaker.slot}</text>
				</g>
				{#each drawing.boxes as box (box.boxId)}
					{@const pill = pills.get(box.boxId)}
					{@const selected = store.selection?.id === box.boxId}
					<g
						class="box"
						class:selected
						data-strip-box={box.name}
						role="button"
						tabindex="0"
						aria-pressed={selected}
						transform={`translate(${box.x} ${box.y})`}
						onclick={() => store.select({ kind: 'box', id: box.boxId })}
						onkeydown={(e) => {
							if (e.key !== 'Enter' && e.key !== ' ') return;
							e.preventDefault();
							store.select({ kind: 'box', id: box.boxId });
						}}
					>
						<g>
							<rect
								class="square"
								class:level-good={proving && pill?.level === 'good'}
								class:level-bad={proving && pill?.level === 'bad'}
								class:level-look={proving && pill?.level === 'look'}
								width={STRIP.boxWidth}
								height={STRIP.boxHeight}
								rx="2"
							/>
							<text class="name" x={STRIP.boxWidth / 2} y={STRIP.boxHeight / 2 + 5}>{box.name} </text>
							{#if box.holds !== 'none'}<circle cx={STRIP.boxWidth - 1} cy="1" r="5" class="holds" />{/if}
							<text class="pill" x={STRIP.boxWidth / 2} y={STRIP.boxHeight + 21}>{pill?.expected} </text>
							{#if pill?.measured}
								<text class="pill read level-{pill.level}" x={STRIP.boxWidth / 2} y={STRIP.boxHeight + 37}>
									{pill.level === 'bad' ? '▲ ' : pill.level === 'look' ? '◆ ' : pill.level === 'good' ? '✓ ' : ''}{pill.measured}
								</text>
							{/if}
						</g>
					</g>
				{/each}
			</svg>
		{:else}
			<p class="empty soft">
				{#if store.circuit}
					Circuit {store.circuit.number} has no run yet. Attach a box to it in the box's slip.
				{:else if store.selection?.kind === 'box'}
					This box is on no circuit yet. Its readings are judged by the limits; name its circuit in the slip and they are held
					against its run too.
				{:else}
					Pick a circuit, or a box on the sheet, to see its run from the breaker on. <span class="desk"
						><kbd>[</kbd> and <kbd>]</kbd> step along it.</span
					>
				{/if}
			</p>
			{#if !store.circuit && store.selection?.kind !== 'box'}
				<ul class="circuits">
					{#each store.job.circuits as c (c.id)}
						<li>
							<button
								type="button"
								class:tagged={store.tagged.some((e) => e.circuitId === c.id)}
								onclick={() => store.select({ kind: 'circuit', id: c.id })}><b>{c.number}</b> {c.name}</button
							>
						</li>
					{/each}
				</ul>
			{/if}
		{/if}
	</div>
	{#if store.circuit && proving && store.box && store.assessment.proofs.get(store.box.id)}
		<p class="sr-only" aria-live="polite">
			{store.box.name}: <Mark kind={store.assessment.proofs.get(store.box.id)?.level ?? 'unknown'} word />
		</p>
	{/if}
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
	.circuits {
		list-style: none;
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin: 0;
		padding: 0 18px 12px;
	}
	.circuits button {
		border: 1.5px solid var(--rule);
		border-left: 4px solid var(--soft);
		border-radius: 3px;
		background: var(--sheet);
		color: var(--ink);
		min-height: 32px;
		padding: 1px 10px;
		font-size: 14px;
	}
	.circuits button.tagged {
		border-left-color: var(--off);
		border-style: dashed;
	}
	.circuits b {
		font-family: 'Barlow Condensed', sans-serif;
		font-size: 16px;
		margin-right: 3px;
	}
	kbd {
		font-family: var(--font-mono);
		border: 1px solid var(--rule);
		border-radius: 3px;
		padding: 0 5px;
	}
	svg {
		display: block;
	}
	.hot {
		stroke: var(--wire-hot);
		stroke-width: 3.4;
		fill: none;
	}
	:global(.dark) .hot {
		stroke: #000;
		filter: drop-shadow(0 0 0.8px var(--ink)) drop-shadow(0 0 0.8px var(--ink));
	}
	.neutral-edge {
		stroke: var(--soft);
		stroke-width: 4.4;
		fill: none;
	}
	.neutral {
		stroke: #fdfbf5;
		stroke-width: 2.6;
		fill: none;
	}
	.ground {
		stroke: var(--wire-ground);
		stroke-width: 2.8;
		fill: none;
	}
	.band {
		fill: color-mix(in srgb, var(--copper) 13%, transparent);
	}
	.band.whole {
		fill: color-mix(in srgb, var(--copper) 6%, transparent);
	}
	.edge {
		stroke: var(--copper);
		stroke-width: 2;
	}
	.band-name {
		fill: var(--copper);
		font:
			600 12px 'Barlow Condensed',
			sans-serif;
	}
	.length {
		text-anchor: middle;
		font:
			400 12.5px 'IBM Plex Mono',
			monospace;
		fill: var(--soft);
		paint-order: stroke;
		stroke: var(--paper);
		stroke-width: 3;
	}
	.length.unknown {
		fill: var(--look);
		font-weight: 600;
	}
	.breaker,
	.square {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 1.8;
	}
	.breaker.off {
		stroke: var(--off);
		stroke-dasharray: 5 3;
	}
	.amps {
		font:
			700 19px 'Barlow Condensed',
			sans-serif;
		fill: var(--ink);
	}
	.slot {
		font:
			400 12px 'Barlow',
			sans-serif;
		fill: var(--soft);
	}
	.box {
		cursor: pointer;
		outline: none;
	}
	.box .name {
		text-anchor: middle;
		font:
			600 16px 'Barlow Condensed',
			sans-serif;
		fill: var(--ink);
	}
	.level-good {
		stroke: var(--go);
	}
	.level-look {
		stroke: var(--look);
	}
	.level-bad {
		stroke: var(--stop);
		stroke-width: 2.4;
	}
	.box.selected .square,
	.box:focus-visible .square {
		stroke: var(--copper);
		stroke-width: 3.4;
	}
	.box.selected .name {
		fill: var(--copper);
	}
	.holds {
		fill: var(--copper);
		stroke: var(--paper);
		stroke-width: 1.5;
	}
	.pill {
		text-anchor: middle;
		font:
			400 12.5px 'IBM Plex Mono',
			monospace;
		fill: var(--soft);
	}
	.pill.read {
		font-weight: 600;
		stroke: none;
		fill: var(--ink);
	}
	.pill.level-good {
		fill: var(--go);
	}
	.pill.level-look {
		fill: var(--look);
	}
	.pill.level-bad {
		fill: var(--stop);
	}
	@media (max-width: 820px) {
		.circuits,
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
