<script lang="ts">
	import { SYMBOLS, type Stroke, type SymbolKey } from '$core/formats/symbols';
	interface Props {
		symbol: SymbolKey;
		/** Degrees clockwise. */
		turn?: number;
	}
	let { symbol, turn = 0 }: Props = $props();
	const strokes: readonly Stroke[] = $derived(SYMBOLS[symbol].strokes);
</script>

<g transform={`rotate(${turn})`}>
	{#each strokes as s, i (i)}
		{#if s.kind === 'circle'}<circle r={s.r} />
		{:else if s.kind === 'line'}<line x1={s.x1} y1={s.y1} x2={s.x2} y2={s.y2} />{/if}
	{/each}
</g>
{#each strokes as s, i (i)}
	{#if s.kind === 'text'}<text class="letter" y={s.size * 0.36} font-size={s.size}>{s.text}</text>{/if}
{/each}

<style>
	.letter {
		text-anchor: middle;
		font-family: 'Barlow Condensed', sans-serif;
		font-weight: 600;
		fill: var(--ink);
		stroke: none;
	}
</style>
