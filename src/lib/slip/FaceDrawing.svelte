<script lang="ts">
	import { faceOf } from '$core/formats/face-drawing';
	import { NEMA, needsOfForm } from '$core/code/nema-forms';
	import type { NemaKey } from '$core/model/kinds';

	interface Props {
		form: NemaKey;
		sizePx?: number;
	}
	let { form, sizePx = 100 }: Props = $props();
	const WORDS = { X: 'hot', Y: 'hot', W: 'neutral', G: 'ground' } as const;
	const slots = $derived(faceOf(form));
</script>

<svg viewBox="-22 -22 44 44" width={sizePx} height={sizePx} role="img" aria-label={`Face of ${form}: ${needsOfForm(NEMA[form])}`}>
	<circle r="20.5" />
	{#each slots as s (s.contact)}
		<path d={s.path} class={WORDS[s.contact]} />
		<text x={s.at[0]} y={s.at[1]} dy="1.6">{s.contact}</text>
	{/each}
</svg>

<style>
	svg {
		flex: none;
	}
	circle {
		fill: var(--paper);
		stroke: var(--ink);
		stroke-width: 1.2;
	}
	path {
		fill: var(--ink);
	}
	.neutral {
		fill: var(--soft);
	}
	.ground {
		fill: var(--go);
	}
	text {
		font:
			600 5px 'Barlow Condensed',
			sans-serif;
		fill: var(--ink);
		text-anchor: middle;
	}
</style>
