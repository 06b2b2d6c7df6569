<script lang="ts">
	import { drawPlan } from '$core/formats/plan-drawing';
	import { editCable, putRoutes } from '$core/edit/cables';
	import type { Cable, Point, Route } from '$core/model/job';
	import { WAYS } from '$core/model/kinds';
	import { ifKnown } from '$core/model/known';
	import { proposeRoutes } from '$core/rough/routes/propose-routes';
	import { proposeRoute, routeLength, wayWords } from '$core/rough/routes/route';
	import { routeEnd } from '$core/run/bundles';
	import { counted, show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import type { Dragged } from '$lib/plan/drag';
	import PlanSheet from '$lib/plan/PlanSheet.svelte';
	import StoryPicker from '$lib/plan/StoryPicker.svelte';
	import RouteLayer, { type Laid } from './RouteLayer.svelte';

	/** Ways of cables on the plan: proposed, dragged by their corners, moved by keys. */
	const store = useJob();
	let story = $state(0);
	const plan = $derived(drawPlan(store.edition, store.job, story));
	const cableId = $derived(store.selection?.kind === 'cable' ? store.selection.id : null);
	const cable = $derived(store.job.cables.find((l) => l.id === cableId));
	/** As it is dragged, before it is let go. */
	let held = $state.raw<{ cableId: string; via: Point[] } | null>(null);
	const viaOf = (l: Cable): Point[] => (held?.cableId === l.id ? held.via : (l.route?.via ?? []));
	const nameOf = (l: Cable) => `${l.fromId ? store.placeName(l.fromId) : '?'} to ${store.placeName(l.toId)}`;
	const routes = $derived(
		store.job.cables.flatMap((l): Laid[] => {
			const [from, to] = [routeEnd(store.job, l.fromId), routeEnd(store.job, l.toId)];
			const here = !store.circuit || l.circuitId === store.circuit.id || l.id === cableId;
			if (!l.route || !from || !to || !here || (from.story !== story && to.story !== story)) return [];
			return [{ cableId: l.id, points: [from.at, ...viaOf(l), to.at], name: nameOf(l) }];
		})
	);
	const proposed = $derived(proposeRoutes(store.ruled, store.circuit?.id ?? null));
	const known = $derived(store.known.cables.find((l) => l.id === cableId));
	const length = $derived(
		cable?.route && known
			? ifKnown(() => routeLength(store.ruled, { ...known, route: { ...(cable.route as Route), via: viaOf(cable) } }))
			: null
	);
	/** What was measured stands: only what is planned takes the length of its way. */
	function lay(l: Cable, route: Route, what: string): void {
		const as = store.known.cables.find((k) => k.id === l.id);
		const way = as ? ifKnown(() => routeLength(store.ruled, { ...as, route })) : null;
		void store.edit(
			`${nameOf(l)}: ${what}`,
			l.state === 'planned' && way ? putRoutes([{ cableId: l.id, route, lengthFt: way.feet }]) : editCable(l.id, { route })
		);
	}
	const moved = (l: Cable, corner: number, p: Point): Point[] => (l.route?.via ?? []).map((v, i) => (i === corner ? p : v));
	function keep(l: Cable, via: Point[], what: string): void {
		held = null;
		if (l.route) lay(l, { ...l.route, via }, what);
	}
	const drag = (corner: number): Dragged => ({
		onmove: (p) => cable && (held = { cableId: cable.id, via: moved(cable, corner, [Math.round(p[0]), Math.round(p[1])]) }),
		onend: () => cable && held && keep(cable, held.via, 'corner moved')
	});
	function nudge(corner: number, dx: number, dy: number): void {
		const at = cable?.route?.via[corner];
		if (cable && at) keep(cable, moved(cable, corner, [at[0] + dx, at[1] + dy]), 'corner moved');
	}
	const remove = (corner: number) =>
		cable?.route &&
		keep(
			cable,
			cable.route.via.filter((_, i) => i !== corner),
			'corner removed'
		);
	const add = (stretch: number, at: Point) =>
		cable?.route &&
		keep(
			cable,
			[...cable.route.via.slice(0, stretch), [Math.round(at[0]), Math.round(at[1])], ...cable.route.via.slice(stretch)],
			'new corner'
		);
	function again(l: Cable): void {
		const as = store.known.cables.find((k) => k.id === l.id);
		const route = as ? ifKnown(() => proposeRoute(store.ruled, as)) : null;
		if (route) lay(l, route, 'way proposed');
		else store.say(`${nameOf(l)} can't be laid: one of its ends has no place on the plan.`, true);
	}
</script>

<div class="plan-page">
	<div class="bar no-print">
		{#if proposed.rows.length}
			<Btn small look="main" onclick={() => store.edit(`Lay ${counted(proposed.rows.length, 'cable')}`, putRoutes(proposed.rows))}
				>Lay {counted(proposed.rows.length, 'cable')}</Btn
			>
		{/if}
		{#if cable}
			<b>{nameOf(cable)}</b>
			{#if cable.route}
				<SelectField
					label="Way"
					value={cable.route.way}
					options={WAYS.map((value) => ({ value, name: wayWords(value) }))}
					onkeep={(v) => {
						const way = WAYS.find((w) => w === v);
						if (cable.route && way) lay(cable, { ...cable.route, way }, wayWords(way));
					}}
				/>
				<FlagField
					label="Spaced from others"
					value={cable.route.spaced ?? false}
					onkeep={(v) => cable.route && lay(cable, { ...cable.route, spaced: v || undefined }, v ? 'spaced' : 'not spaced')}
				/>
				{#if length}
					<span class="figure"
						><b>{length.feet} ft</b>{cable.state !== 'planned' && cable.lengthFt !== null
							? `; ${show(cable.lengthFt, 1)} ft ${cable.state}`
							: ''}</span
					>
					<span class="soft"
						>{length.steps.map((s) => `${s.label} ${show(Number(s.value), 0)} ${s.unit}`).join(' · ')}{length.assumed
							? ' · a height is assumed'
							: ''}</span
					>
				{/if}
				<Btn small onclick={() => again(cable)}>Propose again</Btn>
			{:else}
				<Btn small onclick={() => again(cable)}>Lay this cable</Btn>
			{/if}
		{:else}
			<span class="soft">Pick a cable on the plan or in Cables to change its way.</span>
		{/if}
		{#if proposed.unplaced}<span class="soft">{counted(proposed.unplaced, 'cable')} with an end that has no place.</span>{/if}
	</div>
	<div class="plan-fill">
		<PlanSheet
			{plan}
			selection={store.selection}
			onselect={(s) => store.select(s)}
			still={held !== null}
			title="Plan with the ways of cables"
		>
			{#snippet over(scale)}
				<RouteLayer
					{routes}
					picked={cableId}
					{scale}
					onpick={(id) => store.select({ kind: 'cable', id })}
					ondrag={drag}
					onnudge={nudge}
					onremove={remove}
					onadd={add}
				/>
			{/snippet}
			{#snippet tools()}<StoryPicker job={store.job} bind:story />{/snippet}
		</PlanSheet>
	</div>
</div>

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6) var(--space-12);
		align-items: end;
		padding: var(--space-6) var(--space-16);
	}
	.figure b {
		font-size: var(--type-head);
	}
	.soft {
		font-size: var(--type-small);
	}
</style>
