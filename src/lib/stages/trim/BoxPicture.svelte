<script lang="ts">
	import { BOX_DRAWING, type BoxDrawing } from '$core/formats/box-drawing';
	import BoxShapes from './BoxShapes.svelte';

	interface Props {
		drawing: BoxDrawing;
		title: string;
	}
	/** A made-up box. A conductor that is pressed is lit through the box. */
	let { drawing, title }: Props = $props();
	let lit = $state<string | null>(null);
</script>

<svg viewBox={`0 0 ${drawing.width} ${drawing.height}`} role="img" aria-label={title} font-size={BOX_DRAWING.text}>
	<title>{title}</title>
	<BoxShapes {drawing} lit={lit === null ? null : new Set([lit])} onlight={(key) => (lit = lit === key ? null : key)} />
</svg>

<style>
	svg {
		width: 100%;
		max-width: 460px;
		height: auto;
		display: block;
		font-family: inherit;
		fill: var(--ink);
	}
</style>
