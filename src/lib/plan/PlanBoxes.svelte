<script lang="ts">
	import type { PlanBox, PlanDrawing } from '$core/formats/plan-drawing';
	import { SYMBOLS, type Stroke, type SymbolKey } from '$core/formats/symbols';
	import { draggable, type Dragged } from './drag';
	import PlanSymbol from './PlanSymbol.svelte';
	import type { PlaceLevel } from '$core/claims/claims-of';
	import { MARK_WORDS } from '$lib/kit/Mark.svelte';
	import type { Selection } from '$lib/store/selection';

	interface Props {
		boxes: readonly PlanBox[];
		panels: PlanDrawing['panels'];
		selection: Selection | null;
		onselect: (selection: Selection) => void;
		lit?: ReadonlySet<string> | undefined;
		levels?: ReadonlyMap<string, PlaceLevel> | undefined;
		scale: number;
		/** A box is being dragged; left out: boxes stay. */
		ondrag?: ((boxId: string) => Dragged) | undefined;
	}
	let { boxes, panels, selection, onselect, lit, levels, scale, ondrag }: Props = $props();
	/** A finger's target, in inches of the plan, and no larger than its neighbors allow. */
	const grip = $derived(Math.min(14, Math.max(8, 13 / scale)));
	/** A tick is good's alone; a ring reads right, a bar is not known. */
	const LEVEL_MARK: Record<PlaceLevel, { color: string; path: string; outlined?: boolean }> = {
		good: { color: 'var(--go)', path: 'M-8 7 -5 10 0 4', outlined: true },
		right: { color: 'var(--ink)', path: 'M-4 4a3 3 0 1 0 .01 0Z', outlined: true },
		look: { color: 'var(--look)', path: 'M-4 3 0 7 -4 11 -8 7Z' },
		bad: { color: 'var(--stop)', path: 'M-9 11 -4 2 1 11Z' },
		unknown: { color: 'var(--soft)', path: 'M-8 6H0V8H-8Z' }
	};
	/** What is written in a symbol is said before the name, as it is seen. */
	const letters = (symbol: SymbolKey): string =>
		(SYMBOLS[symbol].strokes as readonly Stroke[]).map((s) => (s.kind === 'text' ? `${s.text} ` : '')).join('');
	const SPACE = ' ';
	const isSelected = (kind: Selection['kind'], id: string) => selection?.kind === kind && selection.id === id;
	function onkeydown(e: KeyboardEvent, s: Selection): void {
		if (e.key !== 'Enter' && e.key !== ' ') return;
		e.preventDefault();
		onselect(s);
	}
</script>

{#each panels as p (p.id)}
	{#if isSelected('panel', p.id) && p.space.length}<path
			class="space"
			d={`M${p.space.map((q) => q.join(' ')).join('L')}Z`}
		/>{/if}
	<g
		class="thing"
		transform={`translate(${p.x} ${p.y}) rotate(${p.turn})`}
		role="button"
		tabindex="-1"
		aria-label={`panel ${p.name}`}
		onclick={() => onselect({ kind: 'panel', id: p.id })}
		onkeydown={(e) => onkeydown(e, { kind: 'panel', id: p.id })}
	>
		<rect x="-4" y="-11" width="8" height="22" class="panel" class:selected={isSelected('panel', p.id)} />
		<path d="M-4 11 4 -11V11Z" fill="var(--ink)" />
	</g>
{/each}
{#each boxes as box (box.id)}
	{@const selected = isSelected('box', box.id)}
	{@const level = levels?.get(box.id)}
	<g
		class="thing"
		class:planned={box.state === 'planned'}
		class:faded={lit && lit.size > 0 && !lit.has(box.id)}
		data-box={box.name}
		transform={`translate(${box.x} ${box.y})`}
		role="button"
		tabindex="-1"
		aria-label={`box ${letters(box.symbol)}${box.name}, ${SYMBOLS[box.symbol].name}${level ? `, reading ${MARK_WORDS[level]}` : ''}`}
		onclick={() => onselect({ kind: 'box', id: box.id })}
		onkeydown={(e) => onkeydown(e, { kind: 'box', id: box.id })}
		{@attach draggable(() => ondrag?.(box.id) ?? null)}
	>
		<circle r={grip} fill="transparent" />
		{#if box.at}<line class="moved" x2={box.at[0] - box.x} y2={box.at[1] - box.y} />{/if}
		{#if selected}<circle r="13" class="ring" />{/if}
		<g class="symbol" class:lit={lit?.has(box.id)}>
			<PlanSymbol symbol={box.symbol} turn={box.turn} />
		</g>
		{#if box.protection !== 'none'}<circle cx="7" cy="-7" r="3" fill="var(--copper)" />{/if}
		{#if level}
			{@const mark = LEVEL_MARK[level]}
			<path
				d={mark.path}
				transform="translate(-4 0)"
				fill={mark.outlined ? 'none' : mark.color}
				stroke={mark.color}
				stroke-width={level === 'good' ? 2.4 : mark.outlined ? 1.6 : 0.5}
			/>
		{/if}
		<!-- A space, so that what is written in the symbol and the name are two words. -->
		{SPACE}
	</g>
{/each}

<style>
	.thing {
		cursor: pointer;
		outline: none;
	}
	.symbol {
		fill: var(--rule);
		stroke: var(--ink);
		stroke-width: 1.8;
	}
	.symbol.lit {
		fill: var(--copper-wash);
		stroke: var(--copper);
		stroke-width: 2;
	}
	/* Planned is thin and light, what stands in the wall is strong and filled. */
	.planned .symbol {
		stroke-width: 1.1;
		stroke: var(--soft);
		fill: var(--sheet);
	}
	.planned .symbol.lit {
		stroke: var(--copper);
	}
	.faded {
		opacity: 0.35;
	}
	.thing:hover .symbol,
	.thing:focus-visible .symbol {
		stroke: var(--copper);
		stroke-width: 2.4;
	}
	.ring {
		fill: none;
		stroke: var(--copper);
		stroke-width: 2.6;
	}
	.space {
		fill: color-mix(in srgb, var(--copper) 10%, transparent);
		stroke: var(--copper);
		stroke-dasharray: 4 3;
		pointer-events: none;
	}
	.panel {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 1.4;
	}
	.panel.selected {
		stroke: var(--copper);
		stroke-width: 3;
	}
	/* From a symbol that was moved to where it really is. */
	.moved {
		stroke: var(--soft);
		stroke-width: 0.9;
	}
</style>
