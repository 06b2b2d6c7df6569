<script lang="ts">
	import { page } from '$app/state';
	import CallLink from '$lib/slip/CallLink.svelte';
	import { threadStepOf } from '$lib/store/call-views';
	import Fold from '$lib/kit/Fold.svelte';
	import { MapPinAltOutline } from 'flowbite-svelte-icons';
	import { counted } from '$core/units/quantity';
	import Btn from '$lib/kit/Btn.svelte';
	import { slipPin } from '$lib/frame/slip-pin.svelte';
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import Late from '$lib/frame/Late.svelte';
	import type { Decision, DecisionCode, Finding } from '$core/model/result';
	import type { Stage } from '$core/model/kinds';
	import { aboutSubject, byCause, type OneCause } from '$core/about';
	import { applyFix } from '$core/edit/fix';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import { STAGE_NAMES } from '$lib/frame/stages';
	import DecisionLedger from '$lib/kit/DecisionLedger.svelte';
	import { headLine } from '$core/claims/head-line';
	import { sayTime } from '$lib/clock';
	import Mark from '$lib/kit/Mark.svelte';
	import FindingCard from '$lib/kit/FindingCard.svelte';
	import { headOf } from './head';

	interface Props {
		stage: Stage;
		/** A finding's subject is to be shown: select it. */
		onshow: (finding: Finding) => void;
		onclose: () => void;
		/** Within a drawer, which closes by itself and is never pinned. */
		drawer?: boolean;
	}
	let { stage, onshow, onclose, drawer = false }: Props = $props();
	const store = useJob();

	/** Which decisions a stage is about: those come first and open. */
	const FIRST: Record<Stage, readonly DecisionCode[]> = {
		walk: [],
		layout: ['walls'],
		circuit: ['size', 'drop', 'group', 'appliance', 'feeder', 'joined', 'multiwire'],
		protect: ['protect'],
		rough: ['size'],
		trim: ['protect'],
		prove: ['predict'],
		trace: ['predict'],
		handover: []
	};
	/** Forms come when they are shown: the first view does without them. One promise each, so that an edit does not load it anew. */
	const once = <T,>(load: () => Promise<T>) => {
		let loading: Promise<T> | undefined;
		return () =>
			(loading ??= load().catch((error: unknown) => {
				loading = undefined;
				throw error;
			}));
	};
	const FACTS = {
		box: once(() => import('./BoxFacts.svelte')),
		room: once(() => import('./RoomFacts.svelte')),
		panel: once(() => import('./PanelFacts.svelte')),
		fixture: once(() => import('./FixtureFacts.svelte')),
		circuit: once(() => import('./CircuitFacts.svelte')),
		cable: once(() => import('./CableFacts.svelte'))
	};
	const CLAIMS = once(() => import('./ClaimList.svelte'));
	let standsOpen = $state(false);
	const stands = $derived.by(() => {
		const place = store.box && store.places.get(store.box.id);
		return place ? headLine(store.job, { place, events: store.events }, sayTime).join(' · ') : '';
	});
	const MOST = 30;
	/** Of a cause that is met in many places, so many are named at once. */
	const PLACES = 12;
	let allPlaces = $state.raw<ReadonlySet<string>>(new Set());
	let factsOpen = $state(false);
	const threading = $derived(threadStepOf(page.url.searchParams.get('view')) !== null);
	/** Where facts are what the slip is for: in Walk, and for a cable, which has nothing else to show. */
	const factsFirst = $derived(stage === 'walk' || ['cable', 'fixture', 'panel'].includes(store.selection?.kind ?? ''));
	const rank = ({ code }: Decision) => (FIRST[stage].includes(code) ? 0 : 1);
	const decisions = $derived.by(() => {
		const own = store.about?.decisions ?? [];
		const circuit =
			store.selection?.kind === 'box' && store.circuit
				? aboutSubject(store.assessment, 'circuit', store.circuit.id).decisions
				: [];
		return [...own, ...circuit].sort((a, b) => rank(a) - rank(b));
	});
	const open = $derived(decisions.filter((d) => rank(d) === 0));
	const folded = $derived(decisions.filter((d) => rank(d) !== 0));
	const stageFindings = $derived(store.assessment.stages[stage].findings);
	const causes = $derived(byCause(stageFindings));
	/** The name of what a finding is about, short. */
	const placeOf = ({ subject: { kind, id } }: Finding): string =>
		kind === 'job' || kind === 'input' || kind === 'device' ? 'the job' : (headOf(store.job, { kind, id })?.title ?? id);
	/** Of a circuit also what is found at its boxes for its sake. */
	const findings = $derived.by(() => {
		const own = store.about?.findings ?? [];
		const { circuit, run, selection } = store;
		if (selection?.kind === 'box' && circuit)
			return [...own, ...missingFor(circuit.id, run?.byBox.get(selection.id)?.path ?? [])];
		if (selection?.kind !== 'circuit' || !circuit || !run) return own;
		const { findings: all } = store.assessment.stages.circuit;
		return [...own, ...all.filter((f) => run.byBox.has(f.subject.id) && f.circuitId === circuit.id && f.severity !== 'advice')];
	});
	/** What is not known of a box's circuit and of its way from the panel. */
	function missingFor(circuitId: string, path: readonly { id: string }[]): Finding[] {
		const told = new Set<string>();
		const ids = new Set([circuitId, ...path.map((l) => l.id)]);
		return Object.values(store.assessment.stages)
			.flatMap((s) => s.findings)
			.filter((f) => f.fact && ids.has(f.fact.id) && !told.has(f.id) && !!told.add(f.id));
	}
	const head = $derived(store.selection && headOf(store.job, store.selection));
	/** To where a missing fact is entered. */
	function enter(finding: Finding): void {
		store.show(finding);
		factsOpen = true;
	}
	const fix = (finding: Finding) => {
		const { fix } = finding;
		if (fix) void store.edit(fix.label, applyFix(fix, freshId));
	};
</script>

<div class="slip">
	{#if head}
		<header>
			<div>
				<h2>{head.title}</h2>
				<p class="soft">{head.sub}</p>
			</div>
			{#if store.box && !threading}<CallLink box={store.box} />{/if}
			{@render closers()}
		</header>
		{#if store.box && store.places.get(store.box.id)}
			{@const place = store.places.get(store.box.id)}
			<Fold title={`What stands: ${place?.word}`} bind:open={standsOpen}>
				{#snippet head()}<Mark kind={place?.level ?? 'unknown'} word says={place?.word} />
					<span class="soft">{stands}</span>{/snippet}
				{#if standsOpen && place}<Late load={CLAIMS}>{#snippet children(ClaimList)}<ClaimList {place} />{/snippet}</Late>{/if}
			</Fold>
		{/if}
		{#each byCause(findings) as cause (cause.first.id)}
			{@render told(cause, cause.first.subject.stretch ? onshow : undefined)}
		{/each}
		{#if factsFirst}{@render facts()}{/if}
		{#each open as decision (decision.id)}<DecisionLedger {decision} />{/each}
		{#if !factsFirst}
			<!-- Its own: an edit must not fold away what is being edited. -->
			<Fold title="Facts" bind:open={factsOpen}>
				{@render facts()}
			</Fold>
		{/if}
		{#each folded as decision (decision.id)}
			<Fold title={decision.title}>
				{#snippet head()}<b>{decision.value}</b> <span class="soft">{decision.title}</span>{/snippet}
				<DecisionLedger {decision} />
			</Fold>
		{/each}
	{:else}
		<header>
			<div>
				<h2>{STAGE_NAMES[stage].name}</h2>
				<p class="soft">{stageFindings.length ? `${stageFindings.length} open here` : STAGE_NAMES[stage].about}</p>
			</div>
			{@render closers()}
		</header>
		{#each causes.slice(0, MOST) as cause (cause.first.id)}{@render told(cause, onshow)}{/each}
		{#if !stageFindings.length && store.assessment.stages[stage].failed === undefined}<p class="soft">
				Nothing open at this stage. Pick something on the sheet or the strip to see its reasons.
			</p>{/if}
		{#if causes.length > MOST}<p class="soft">
				and {causes.length - MOST} more: pick a room or circuit to see them.
			</p>{/if}
	{/if}
</div>

{#snippet closers()}
	{#if !drawer}
		<span class="close">
			<Btn
				small
				look="bare"
				label={slipPin.on ? 'Unpin the slip' : 'Keep the slip open'}
				title={slipPin.on ? 'Unpin: fold when nothing is picked' : 'Pin: stay open with nothing picked'}
				pressed={slipPin.on}
				onclick={() => slipPin.turn()}><MapPinAltOutline size="sm" aria-hidden="true" /></Btn
			>
			<CrossBtn label="Close the slip" onclick={onclose} />
		</span>
	{/if}
{/snippet}

{#snippet told({ first, others }: OneCause, show: ((finding: Finding) => void) | undefined)}
	<FindingCard finding={first} onfix={fix} onshow={show} onenter={enter}>
		{#if others.length}
			{@const shown = allPlaces.has(first.id) ? others : others.slice(0, PLACES)}
			<p class="soft also">The same at {counted(others.length, 'more place')}:</p>
			<div class="places">
				{#each shown as other (other.id)}
					<Btn small look="quiet" onclick={() => onshow(other)}>{placeOf(other)}</Btn>
				{/each}
				{#if shown.length < others.length}<Btn small look="bare" onclick={() => (allPlaces = new Set([...allPlaces, first.id]))}
						>all {others.length}</Btn
					>{/if}
			</div>
		{/if}
	</FindingCard>
{/snippet}

{#snippet facts()}
	{#if store.box}
		{@const box = store.box}
		<Late load={FACTS.box}
			>{#snippet children(BoxFacts)}{#key box.id}<BoxFacts {box} />{/key}{/snippet}</Late
		>
	{:else if store.selection?.kind === 'room'}
		{@const { id } = store.selection}
		<Late load={FACTS.room}
			>{#snippet children(RoomFacts)}{#key id}<RoomFacts roomId={id} />{/key}{/snippet}</Late
		>
	{:else if store.selection?.kind === 'fixture'}
		{@const { id } = store.selection}
		<Late load={FACTS.fixture}
			>{#snippet children(FixtureFacts)}{#key id}<FixtureFacts fixtureId={id} />{/key}{/snippet}</Late
		>
	{:else if store.selection?.kind === 'panel'}
		{@const { id } = store.selection}
		<Late load={FACTS.panel}
			>{#snippet children(PanelFacts)}{#key id}<PanelFacts panelId={id} />{/key}{/snippet}</Late
		>
	{:else if store.selection?.kind === 'circuit' && store.circuit}
		{@const circuit = store.circuit}
		<Late load={FACTS.circuit}
			>{#snippet children(CircuitFacts)}{#key circuit.id}<CircuitFacts {circuit} />{/key}{/snippet}</Late
		>
	{:else if store.selection?.kind === 'cable'}
		{@const { id } = store.selection}
		<Late load={FACTS.cable}>{#snippet children(CableFacts)}<CableFacts cableId={id} />{/snippet}</Late>
	{/if}
{/snippet}

<style>
	.slip {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: var(--space-12);
		align-content: start;
		padding: var(--space-12) var(--space-16) var(--space-24);
	}
	header {
		display: flex;
		align-items: flex-start;
		justify-content: space-between;
		gap: var(--space-10);
	}
	p {
		margin: 0;
	}
	.close {
		display: flex;
		flex: none;
		align-items: flex-start;
	}
	.also {
		margin-top: var(--space-6);
		font-size: var(--type-note);
	}
	.places {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-4);
		margin-top: var(--space-4);
	}
	.slip :global(.fold .decision) {
		border-top: 0;
		padding-top: 0;
	}
</style>
