<script lang="ts">
	import { MinusOutline, PlusOutline } from 'flowbite-svelte-icons';
	import { select } from 'd3-selection';
	import { type Snippet, untrack } from 'svelte';
	import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
	import type { PlanDrawing } from '$core/formats/plan-drawing';
	import { steady } from '$core/model/like-before';
	import { namedFixtures } from '$core/formats/plan-labels';
	import type { Segment } from '$core/formats/plan-lines';
	import type { PlaceLevel } from '$core/claims/claims-of';
	import type { Selection } from '$lib/store/selection';
	import Btn from '$lib/kit/Btn.svelte';
	import type { Dragged } from './drag';
	import PlanBoxes from './PlanBoxes.svelte';
	import PlanLabels from './PlanLabels.svelte';
	import PlanMini from './PlanMini.svelte';
	import PlanRooms from './PlanRooms.svelte';

	interface Props {
		plan: PlanDrawing;
		selection: Selection | null;
		onselect: (selection: Selection | null) => void;
		/** Draw the reach of wall receptacles. */
		reach?: boolean;
		/** Boxes to make stand out: those of the selected run. */
		lit?: ReadonlySet<string>;
		/** What was read at each box. */
		levels?: ReadonlyMap<string, PlaceLevel>;
		title: string;
		/** A stretch of wall to light up: of the finding that is shown. */
		shown?: Segment | null;
		/** What may be dragged; left out: nothing. */
		ondragbox?: ((boxId: string) => Dragged) | undefined;
		ondragfixture?: ((fixtureId: string) => Dragged) | undefined;
		/** Drawn over the plan, in its inches: handles, a room being drawn, what a dragged box covers. */
		over?: Snippet<[scale: number]>;
		/** Keeps the view when the plan changes: while something is drawn or dragged. */
		still?: boolean;
		/** Shown beside the zoom buttons. */
		tools?: Snippet;
	}
	let {
		plan,
		selection,
		onselect,
		reach = false,
		lit,
		levels,
		title,
		shown = null,
		ondragbox,
		ondragfixture,
		over,
		still = false,
		tools
	}: Props = $props();

	let svg = $state<SVGSVGElement>();
	let size = $state({ width: 0, height: 0 });
	let view = $state.raw<ZoomTransform>(zoomIdentity);
	let behavior: ZoomBehavior<SVGSVGElement, unknown> | null = null;

	/** The foot of the sheet holds the tools: the plan is fitted above them. */
	const FOOT = 44;
	/** Names are set anew when the scale has changed by this much. */
	const SCALE_STEP = 1.2;
	/** While the plan is being zoomed names grow and shrink with it, up to so much: they are set anew when the hand rests. */
	const MOST_GROWN = 2;
	let labelScale = $state(1);
	function setNames({ k }: ZoomTransform): void {
		labelScale = SCALE_STEP ** Math.floor(Math.log(k) / Math.log(SCALE_STEP));
	}
	function move(to: ZoomTransform): void {
		view = to;
		const grown = to.k / labelScale;
		if (grown > MOST_GROWN || grown < 1 / MOST_GROWN) setNames(to);
	}
	/** Nearer than this every box is named. */
	const NAME_ALL_FROM = 1.9;
	const wanted = $derived.by(() => {
		const picked = selection?.kind === 'box' ? [selection.id] : [];
		const rest = labelScale > NAME_ALL_FROM ? plan.boxes.map((b) => b.id) : [...(lit ?? [])];
		return [...picked, ...rest.filter((id) => id !== picked[0])];
	});
	const like = steady();
	const named = $derived(like(namedFixtures(plan, labelScale)));
	/** With less than so much of the plan in sight, the whole is shown small. */
	const MINI_FROM = 1.35;
	const inSight = $derived({
		x: -view.x / view.k,
		y: -view.y / view.k,
		width: size.width / view.k,
		height: size.height / view.k
	});
	const fitScale = $derived(Math.min(size.width / plan.width, (size.height - FOOT) / plan.height) || 1);

	// The zoom belongs to the DOM: set up once the element stands, and set anew when the plan or the room for it changes.
	$effect(() => {
		if (!svg) return;
		behavior = zoom<SVGSVGElement, unknown>()
			.scaleExtent([0.05, 8])
			.filter(mayMove)
			.on('zoom', (e: { transform: ZoomTransform }) => move(e.transform))
			.on('end', (e: { transform: ZoomTransform }) => setNames(e.transform));
		select(svg).call(behavior);
		return () => svg && select(svg).on('.zoom', null);
	});
	/** One finger picks and drags what is drawn; two move and zoom the plan. A mouse does both. */
	function mayMove(e: Event): boolean {
		if (e.type === 'dblclick') return false;
		if (e.type === 'touchstart')
			return (e as TouchEvent).touches.length > 1 || e.target === svg || (e.target as Element).matches('.ground, .floor');
		return !(e as MouseEvent).ctrlKey || e.type === 'wheel';
	}
	// The view is fitted anew only when what there is to see has grown or shrunk: an edit leaves it where it is.
	const extent = $derived(`${plan.x} ${plan.y} ${plan.width} ${plan.height}`);
	$effect(() => {
		if (size.width && size.height && extent && !untrack(() => still)) untrack(fit);
	});
	export function fit(): void {
		if (!svg || !behavior) return;
		const k = fitScale;
		const x = size.width / 2 - k * (plan.x + plan.width / 2);
		const y = (size.height - FOOT) / 2 - k * (plan.y + plan.height / 2);
		select(svg).call(behavior.transform, zoomIdentity.translate(x, y).scale(k));
	}
	const by = (factor: number) => svg && behavior && select(svg).call(behavior.scaleBy, factor);
	function onkeydown(e: KeyboardEvent): void {
		const pan = { ArrowLeft: [60, 0], ArrowRight: [-60, 0], ArrowUp: [0, 60], ArrowDown: [0, -60] }[e.key];
		if (!svg || !behavior || e.target !== svg) return;
		// With something picked the arrows move that.
		if (pan && selection) return;
		if (pan) select(svg).call(behavior.translateBy, (pan[0] ?? 0) / view.k, (pan[1] ?? 0) / view.k);
		else if (e.key === '+' || e.key === '=') by(1.25);
		else if (e.key === '-') by(0.8);
		else return;
		e.preventDefault();
	}
</script>

<div class="plan" bind:clientWidth={size.width} bind:clientHeight={size.height}>
	<!-- The drawing takes arrow keys to pan; the things in it are buttons of their own. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
	<svg bind:this={svg} role="group" aria-label={title} tabindex="0" {onkeydown}>
		<defs>
			<pattern id="grid" width="24" height="24" patternUnits="userSpaceOnUse">
				<path d="M24 0H0V24" fill="none" stroke="var(--grid)" stroke-width="0.7" />
			</pattern>
			<pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
				<rect width="7" height="7" fill="var(--sheet)" />
				<rect width="3.4" height="7" fill="var(--stop)" />
			</pattern>
		</defs>
		<g transform={view.toString()} class="plan-space">
			<rect class="ground" x={plan.x - 4000} y={plan.y - 4000} width="10000" height="10000" fill="url(#grid)" />
			<PlanRooms rooms={plan.rooms} {selection} {onselect} {reach} scale={labelScale} {named} ondrag={ondragfixture} />
			{#if shown}<line class="shown" x1={shown.x1} y1={shown.y1} x2={shown.x2} y2={shown.y2} />{/if}
			<PlanBoxes
				boxes={plan.boxes}
				panels={plan.panels}
				{selection}
				{onselect}
				{lit}
				{levels}
				scale={labelScale}
				ondrag={ondragbox}
			/>
			<PlanLabels {plan} scale={labelScale} {wanted} />
			{@render over?.(view.k)}
		</g>
	</svg>
	{#if view.k > fitScale * MINI_FROM}
		<PlanMini {plan} shown={inSight} onmove={([x, y]) => svg && behavior && select(svg).call(behavior.translateTo, x, y)} />
	{/if}
	<div class="tools no-print">
		{@render tools?.()}
		<span class="gap"></span>
		<Btn small look="quiet" label="Zoom in" onclick={() => by(1.4)}><PlusOutline size="sm" aria-hidden="true" /></Btn>
		<Btn small look="quiet" label="Zoom out" onclick={() => by(1 / 1.4)}><MinusOutline size="sm" aria-hidden="true" /></Btn>
		<Btn small look="quiet" onclick={fit}>Fit</Btn>
	</div>
</div>

<style>
	.plan {
		position: relative;
		width: 100%;
		height: 100%;
		min-height: 0;
		overflow: hidden;
	}
	svg {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
		touch-action: none;
	}
	svg:focus-visible {
		outline-offset: -3px;
	}
	.shown {
		stroke: var(--copper);
		stroke-width: 11;
		opacity: 0.55;
		pointer-events: none;
	}
	.tools {
		position: absolute;
		right: 10px;
		bottom: 10px;
		left: 12px;
		display: flex;
		flex-wrap: wrap;
		align-items: end;
		gap: var(--space-6);
		pointer-events: none;
	}
	.tools > :global(*) {
		pointer-events: auto;
	}
	.gap {
		flex: 1;
	}
</style>
