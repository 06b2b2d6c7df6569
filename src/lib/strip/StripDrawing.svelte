<script lang="ts">
	import { breakerName } from '$core/model/breaker-name';
	import { STRIP, type StripDrawing, type StripCable } from '$core/formats/run-drawing';
	import type { RunFigure } from '$core/formats/run-figures';
	import { steady } from '$core/model/like-before';
	import { rewire } from '$core/edit/rewire';
	import { carried } from '$lib/kit/carry';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';

	interface Props {
		drawing: StripDrawing;
		figures: ReadonlyMap<string, RunFigure>;
		/** The circuit is off and tagged. */
		off: boolean;
		/** Boxes wear the level of what was read. */
		proving: boolean;
	}
	let { drawing, figures, off, proving }: Props = $props();
	const store = useJob();
	const like = steady();
	const fromOf = $derived(like(new Map(store.run?.nodes.map((n) => [n.boxId, n.fromId]))));
	const pathOf = ({ x1, y1, x2, y2 }: StripCable, mid: number, dy: number): string =>
		y1 === y2 ? `M${x1} ${y1 + dy}H${x2}` : `M${x1} ${y1 + dy}H${mid - dy}V${y2 + dy}H${x2}`;
	const ONTO = '[data-strip-cable], [data-strip-id], [data-strip-breaker], [data-onto-circuit], [data-board-circuit]';
	/** A box is put on another cable, box or breaker of this run, or on another circuit of the sheet. */
	function drop(boxId: string, name: string, on: Element): void {
		const { circuit } = store;
		if (!circuit) return;
		const other = on.getAttribute('data-onto-circuit') ?? on.getAttribute('data-board-circuit');
		const before = on.getAttribute('data-strip-cable');
		const after = before ? on.getAttribute('data-from') : (on.getAttribute('data-strip-id') ?? circuit.panelId);
		if (other === circuit.id || after === boxId) return;
		void store.edit(
			other ? `${name} on ${breakerName(store.job, store.index.circuits.get(other))}` : `${name} re-fed`,
			rewire(
				{
					boxId,
					fromCircuitId: circuit.id,
					circuitId: other ?? circuit.id,
					afterId: other ? undefined : (after ?? undefined),
					beforeId: other ? undefined : (before ?? undefined)
				},
				freshId
			)
		);
	}
	const takenUp = carried((node) => {
		const [boxId, name] = [node.getAttribute('data-strip-id'), node.getAttribute('data-strip-box')];
		return boxId && name ? { label: name, onto: ONTO, ondrop: (on) => drop(boxId, name, on) } : null;
	});
	/** A longer name would lie over its neighbor's. */
	const LONGEST = 16;
	const short = (name: string) => (name.length > LONGEST ? `${name.slice(0, LONGEST - 1)}…` : name);
</script>

<svg
	width={drawing.width * drawing.scale}
	height={drawing.height * drawing.scale}
	viewBox={`0 0 ${drawing.width} ${drawing.height}`}
	role="group"
	aria-label="Boxes in feed order"
>
	{#each drawing.bands as band, i (i)}
		<rect class="band" class:whole={band.whole} x={band.x} y={band.y} width={band.width} height={band.height} />
		<path d={`M${band.x} ${band.y}v${band.height}`} class="edge" />
		<text class="band-name" x={band.x + 7} y={band.y + 11}>{band.label}</text>
	{/each}
	{#each drawing.cables as cable (cable.cableId)}
		{@const mid = cable.x1 + 14}
		{@const suspected = store.suspicion?.get(cable.boxId) ?? 0}
		{#if suspected > 0.01}
			<path d={pathOf(cable, mid, 0)} class="suspected" style:opacity={0.15 + 0.75 * suspected} data-suspected={suspected} />
			<text class="suspected-p" x={(cable.x1 + cable.x2) / 2} y={cable.y2 + 22}>{Math.round(100 * suspected)}%</text>
		{/if}
		{#each cable.wires as { kind, dy } (kind)}
			{@const d = pathOf(cable, mid, dy)}
			{#if kind === 'neutral'}<path {d} class="neutral-edge" />{/if}
			<path {d} class={kind} />
		{/each}
		<!-- Wide enough to be met by a box that is carried: it goes in between. -->
		<path d={pathOf(cable, mid, 0)} class="onto" data-strip-cable={cable.boxId} data-from={fromOf.get(cable.boxId)} />
		<text
			class="length"
			class:unknown={cable.label === 'length?' || cable.label.startsWith('guess')}
			x={(Math.max(cable.x1, cable.y1 === cable.y2 ? cable.x1 : mid + 8) + cable.x2) / 2}
			y={cable.y2 - 12}>{cable.label}</text
		>
	{/each}
	<g transform={`translate(${drawing.breaker.x} ${drawing.breaker.y})`} data-strip-breaker>
		<rect class="breaker" class:off width={STRIP.breakerWidth} height={STRIP.breakerHeight} rx="2" />
		<text class="amps" x="9" y="19">{drawing.breaker.label}</text>
		<text class="space" x="9" y="36">{off ? 'off' : drawing.breaker.space}</text>
	</g>
	{#each drawing.boxes as box (box.boxId)}
		{@const pill = figures.get(box.boxId)}
		{@const selected = store.selection?.id === box.boxId}
		<g
			class="box"
			class:selected
			data-strip-box={box.name}
			data-strip-id={box.boxId}
			{@attach takenUp}
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
				<text class="name" x={STRIP.boxWidth / 2} y={STRIP.boxHeight / 2 + 5}><title>{box.name}</title>{short(box.name)} </text>
				{#if box.holds !== 'none'}<circle cx={STRIP.boxWidth - 1} cy="1" r="5" class="holds" />{/if}
				<text class="pill" x={STRIP.boxWidth / 2} y={STRIP.boxHeight + 16}>{pill?.expected} </text>
				{#if pill?.measured}
					<text class="pill read level-{pill.level}" x={STRIP.boxWidth / 2} y={STRIP.boxHeight + 31}>
						{pill.level === 'bad'
							? '▲ '
							: pill.level === 'look'
								? '◆ '
								: pill.level === 'good'
									? '✓ '
									: pill.level === 'right'
										? '○ '
										: ''}{pill.measured}
					</text>
				{/if}
			</g>
		</g>
	{/each}
</svg>

<style>
	svg {
		display: block;
	}
	.suspected {
		fill: none;
		stroke: var(--copper);
		stroke-width: 18;
	}
	.suspected-p {
		font: 600 12px var(--mono);
		text-anchor: middle;
		fill: var(--ink);
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
	.second-hot {
		stroke: var(--wire-second);
		stroke-width: 3.4;
		fill: none;
	}
	.onto {
		stroke: transparent;
		stroke-width: 34;
		fill: none;
	}
	.onto:global([data-over]) {
		stroke: color-mix(in srgb, var(--copper) 45%, transparent);
		outline: none;
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
	.unseen {
		stroke: var(--soft);
		stroke-width: 3;
		stroke-dasharray: 3 6;
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
	.space {
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
</style>
