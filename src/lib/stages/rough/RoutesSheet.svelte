<script lang="ts">
	import { drawPlan } from '$core/formats/plan-drawing';
	import { editLeg, putRoutes } from '$core/edit/legs';
	import type { Leg, Point, Route } from '$core/model/job';
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
	const legId = $derived(store.selection?.kind === 'leg' ? store.selection.id : null);
	const leg = $derived(store.job.legs.find((l) => l.id === legId));
	/** As it is dragged, before it is let go. */
	let held = $state.raw<{ legId: string; via: Point[] } | null>(null);
	const viaOf = (l: Leg): Point[] => (held?.legId === l.id ? held.via : (l.route?.via ?? []));
	const nameOf = (l: Leg) => `${l.fromId ? store.placeName(l.fromId) : '?'} to ${store.placeName(l.toId)}`;
	const routes = $derived(
		store.job.legs.flatMap((l): Laid[] => {
			const [from, to] = [routeEnd(store.job, l.fromId), routeEnd(store.job, l.toId)];
			const here = !store.circuit || l.circuitId === store.circuit.id || l.id === legId;
			if (!l.route || !from || !to || !here || (from.story !== story && to.story !== story)) return [];
			return [{ legId: l.id, points: [from.at, ...viaOf(l), to.at], name: nameOf(l) }];
		})
	);
	const proposed = $derived(proposeRoutes(store.ruled, store.circuit?.id ?? null));
	const known = $derived(store.known.legs.find((l) => l.id === legId));
	const length = $derived(
		leg?.route && known
			? ifKnown(() => routeLength(store.ruled, { ...known, route: { ...(leg.route as Route), via: viaOf(leg) } }))
			: null
	);
	/** What was measured stands: only what is planned takes the length of its way. */
	function lay(l: Leg, route: Route, what: string): void {
		const as = store.known.legs.find((k) => k.id === l.id);
		const way = as ? ifKnown(() => routeLength(store.ruled, { ...as, route })) : null;
		void store.edit(
			`${nameOf(l)}: ${what}`,
			l.state === 'planned' && way ? putRoutes([{ legId: l.id, route, lengthFt: way.feet }]) : editLeg(l.id, { route })
		);
	}
	const moved = (l: Leg, corner: number, p: Point): Point[] => (l.route?.via ?? []).map((v, i) => (i === corner ? p : v));
	function keep(l: Leg, via: Point[], what: string): void {
		held = null;
		if (l.route) lay(l, { ...l.route, via }, what);
	}
	const drag = (corner: number): Dragged => ({
		onmove: (p) => leg && (held = { legId: leg.id, via: moved(leg, corner, [Math.round(p[0]), Math.round(p[1])]) }),
		onend: () => leg && held && keep(leg, held.via, 'corner moved')
	});
	function nudge(corner: number, dx: number, dy: number): void {
		const at = leg?.route?.via[corner];
		if (leg && at) keep(leg, moved(leg, corner, [at[0] + dx, at[1] + dy]), 'corner moved');
	}
	const remove = (corner: number) =>
		leg?.route &&
		keep(
			leg,
			leg.route.via.filter((_, i) => i !== corner),
			'corner removed'
		);
	const add = (stretch: number, at: Point) =>
		leg?.route &&
		keep(
			leg,
			[...leg.route.via.slice(0, stretch), [Math.round(at[0]), Math.round(at[1])], ...leg.route.via.slice(stretch)],
			'new corner'
		);
	function again(l: Leg): void {
		const as = store.known.legs.find((k) => k.id === l.id);
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
		{#if leg}
			<b>{nameOf(leg)}</b>
			{#if leg.route}
				<SelectField
					label="Way"
					value={leg.route.way}
					options={WAYS.map((value) => ({ value, name: wayWords(value) }))}
					onkeep={(v) => {
						const way = WAYS.find((w) => w === v);
						if (leg.route && way) lay(leg, { ...leg.route, way }, wayWords(way));
					}}
				/>
				<FlagField
					label="Spaced from others"
					value={leg.route.spaced ?? false}
					onkeep={(v) => leg.route && lay(leg, { ...leg.route, spaced: v || undefined }, v ? 'spaced' : 'not spaced')}
				/>
				{#if length}
					<span class="figure"
						><b>{length.feet} ft</b>{leg.state !== 'planned' && leg.lengthFt !== null
							? `; ${show(leg.lengthFt, 1)} ft ${leg.state}`
							: ''}</span
					>
					<span class="soft"
						>{length.steps.map((s) => `${s.label} ${show(Number(s.value), 0)} ${s.unit}`).join(' · ')}{length.assumed
							? ' · a height is assumed'
							: ''}</span
					>
				{/if}
				<Btn small onclick={() => again(leg)}>Propose again</Btn>
			{:else}
				<Btn small onclick={() => again(leg)}>Lay this cable</Btn>
			{/if}
		{:else}
			<span class="soft">Pick a cable on the plan or in Legs to change its way.</span>
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
					picked={legId}
					{scale}
					onpick={(id) => store.select({ kind: 'leg', id })}
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
