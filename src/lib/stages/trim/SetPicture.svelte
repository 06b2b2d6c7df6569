<script lang="ts">
	import { BOX_DRAWING } from '$core/formats/box-drawing';
	import { drawSet, railPath, setSvg } from '$core/formats/set-drawing';
	import { endOfKey, litAcross, type MakeUpSet } from '$core/makeup/set/make-up-set';
	import { saveText } from '$lib/store/save-file';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import BoxShapes from './BoxShapes.svelte';

	interface Props {
		set: MakeUpSet;
		lineAt: 'top' | 'bottom';
	}
	/** Boxes that act together, in feed order. A conductor that is pressed is lit through all of them. */
	let { set, lineAt }: Props = $props();
	const drawing = $derived(drawSet(set, lineAt));
	let pressed = $state.raw<{ box: string; key: string } | null>(null);
	const lit = $derived.by(() => {
		const box = pressed && set.boxes.find((b) => b.id === pressed?.box);
		const end = pressed && box ? endOfKey(box, pressed.key) : null;
		return pressed && end ? litAcross(set, { box: pressed.box, end }) : null;
	});
	const NONE: ReadonlySet<string> = new Set();
	const litIn = (id: string) => (lit ? (lit.get(id) ?? NONE) : null);
	const light = (box: string, key: string) => (pressed = pressed?.box === box && pressed.key === key ? null : { box, key });
</script>

<div class="set">
	<svg viewBox={`0 0 ${drawing.width} ${drawing.height}`} role="img" aria-label={set.title} font-size={BOX_DRAWING.text}>
		<title>{set.title}</title>
		{#each drawing.rails as r (r.cable)}<path class="rail" d={railPath(r)} />{/each}
		{#each drawing.boxes as b (b.id)}
			<text class="name" x={b.x} y={b.titleY}>{b.name}</text>
			<g transform={`translate(${b.x} ${b.y})`}>
				<BoxShapes drawing={b.drawing} lit={litIn(b.id)} onlight={(key) => light(b.id, key)} />
			</g>
		{/each}
	</svg>
</div>
{#each set.not as n (n.name)}<p><Mark kind="unknown" /> {n.name}: {n.why}</p>{/each}
<p class="no-print">
	<Btn look="main" small onclick={() => print()}>Print</Btn>
	<Btn small onclick={() => saveText(`${set.title}.svg`, 'image/svg+xml', setSvg(drawing, set.title))}>Save picture</Btn>
	<span class="soft">Press a conductor to follow it.</span>
</p>

<style>
	svg {
		width: 100%;
		max-width: 480px;
		height: auto;
		display: block;
		font-family: inherit;
		fill: var(--ink);
	}
	.rail {
		fill: none;
		stroke: var(--ink);
		stroke-width: 2.4;
		stroke-linejoin: round;
	}
	.name {
		font-weight: 700;
		font-size: var(--type-lead);
	}
</style>
