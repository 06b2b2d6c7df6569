<script lang="ts">
	import { breakerName, saySpace } from '$core/model/breaker-name';
	import { remember, whoReads } from '$lib/store/this-device';
	import Fold from '$lib/kit/Fold.svelte';
	import { now } from '$lib/clock';
	import { onMount, untrack } from 'svelte';
	import { goesOff, switchesOf } from '$core/prove/switched';
	import { expectedHere } from '$core/prove/expected-here';
	import type { Box, Circuit, Panel, Reading } from '$core/model/job';
	import type { Meter } from '$core/model/kinds';
	import { typedOf, type FigureKind } from '$core/model/reading';
	import { counted, show } from '$core/units/quantity';
	import { freshId } from '$lib/store/jobs';
	import { draftKey, readDraft, writeDraft } from '$lib/store/drafts';
	import { useJob } from '$lib/store/use-job';
	import { meter } from '$lib/instruments/live-meter.svelte';
	import { simulated } from '$lib/instruments/simulated.svelte';
	import { atTop } from '$lib/kit/at-top';
	import Btn from '$lib/kit/Btn.svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import ClaimList from '$lib/slip/ClaimList.svelte';
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import PlaceGate from '$lib/slip/PlaceGate.svelte';
	import FieldFilled from './FieldFilled.svelte';
	import JudgedHere from './JudgedHere.svelte';
	import HowRead from './HowRead.svelte';
	import Keypad from './Keypad.svelte';
	import LampRow from './LampRow.svelte';
	import Photos from '$lib/slip/Photos.svelte';
	import LiveInstrument from './LiveInstrument.svelte';
	import SwitchedTable from './SwitchedTable.svelte';
	import WordRow from './WordRow.svelte';
	import ReadingRow from './ReadingRow.svelte';
	import type { Missing } from '$core/claims/missing';
	import { owedReadings } from '$core/work/owed-readings';
	import { isBehind } from '$core/claims/guards';
	import { MISSING } from '$core/claims/missing';
	import { hasHalves } from '$core/run/halves';
	import { figuresFor, isSwitched, ReadingDraft, takesPlug, wordsFor } from './reading-draft.svelte';

	interface Props {
		/** A box, a panel at its bars, or a circuit at its breaker. */
		place: Box | Panel | Circuit;
		/** One that is put right: its figure stands in the form. */
		corrects?: Reading | null;
		oncorrected?: () => void;
		/** Only what is still missing there; everything else behind "More readings". Left out: all of it. */
		owed?: readonly Missing[] | undefined;
		/** Leaves the form for another view of this stage. */
		onview?: (view: 'compare' | 'meaning' | 'gfci') => void;
	}
	let { place, corrects = null, oncorrected, owed, onview }: Props = $props();
	const store = useJob();
	const box = $derived('devices' in place ? place : null);
	const breaker = $derived('poles' in place ? place : undefined);
	const name = $derived(
		breaker ? `${(breaker.opener ?? 'breaker') === 'breaker' ? 'Breaker' : 'Fuse'}, ${saySpace(store.job, breaker)}` : place.name
	);
	/** Of several a reading counts for the one that it names. */
	const receptacles = $derived(box?.devices.filter((d) => d.receptacles > 0) ?? []);
	const roomId = $derived('roomId' in place ? place.roomId : null);
	const draft = new ReadingDraft(untrack(() => store.job.practice.testLoadA));
	let instrument = $state('plug-in analyzer');
	let by = $state(whoReads());
	let loads = $state<Meter | ''>(localStorage.readMeter ?? '');
	let tried = $state(false);
	let dead = $state(false);
	let sender = $state<LiveInstrument>();
	const sending = $derived(box && simulated.kind);
	let open = $state({ dead: false, photos: false });
	/** On a phone the keypad of the page types, not the system's. */
	const keypad = matchMedia('(max-width: 820px)').matches;
	/** Typed and not kept: it outlives a reload of this tab. */
	const kept = untrack(() => draftKey(store.job.id, place.id));
	onMount(() => {
		if (!corrects) return draft.unpack(readDraft(kept));
		draft.corrects = corrects.id;
		draft.half = corrects.half ?? 'upper';
		draft.phase = corrects.phase ?? '';
		if (corrects.loadA) draft.loadA = String(corrects.loadA);
		draft.switchAt = corrects.switchAt ?? 'on';
		draft.switchBy = corrects.switchBy ?? '';
		if (corrects.lamps) draft.setLamps(corrects.lamps);
		if (corrects.value !== null) draft.typed[corrects.kind as FigureKind] = show(typedOf(corrects.kind, corrects.value), 4);
	});
	// After what was typed is taken up again.
	$effect(() => {
		if (corrects) return;
		writeDraft(kept, draft.pack());
	});

	/** Two hots on a cable of two conductors: there is no neutral to read to. */
	const neutral = $derived(
		!box || store.circuit?.poles !== 2 || !(store.index.cablesInto.get(box.id) ?? []).every((l) => l.conductors === 2)
	);
	const allFigures = $derived(figuresFor(box, { dead, neutral }, breaker));
	const allWords = $derived(wordsFor(box, { breaker, behind: box ? isBehind(store.ruled, box) : false }));
	/** Beyond what is owed. */
	let more = $state(false);
	const few = $derived(owed && !more ? owedReadings(owed, { figures: allFigures, words: allWords }) : null);
	const figures = $derived(few?.figures ?? allFigures);
	// The first field there is, where the one that was active is not asked for here.
	$effect(() => {
		const [first] = figures;
		if (first && !figures.includes(draft.active)) draft.active = first;
	});
	const words = $derived(few?.words ?? allWords);
	const load = $derived(Number(draft.loadA) > 0 ? Number(draft.loadA) : store.job.practice.testLoadA);
	/** What a sound run reads here. */
	const expected = $derived(expectedHere(store.ruled, { box, circuit: store.knownCircuit }, { loadA: load, half: draft.half }));
	/** On, and off by each of the switches that control it. */
	const throws = $derived.by(() => {
		const switches = box ? switchesOf(store.job, box.id) : [];
		const off =
			switches.length > 1 ? switches.map((s) => ({ by: s.boxId, name: `off at ${s.name}` })) : [{ by: '', name: 'switch off' }];
		return [{ at: 'on' as const, by: '', name: 'switch on' }, ...off.map((o) => ({ at: 'off' as const, ...o }))];
	});
	/** With its switch off a switched half is dead; which one is not known: nothing is told. */
	const goes = $derived(draft.switchAt === 'off' ? goesOff(box ?? undefined, draft.half) : false);
	const should = (kind: FigureKind): number | null =>
		goes === false ? expected.figure(kind, draft.loaded) : goes && (kind === 'hn' || kind === 'hg') ? 0 : null;
	const proof = $derived(store.assessment.proofs.get(place.id));
	const last = $derived(draft.half === 'lower' ? proof?.lower : proof?.latest);
	/** What is to be read next, where nothing says more yet. */
	const stands = $derived(store.places.get(place.id));
	const missing = $derived(stands?.level === 'unknown' ? stands.next : null);
	let head = $state<HTMLElement>();
	/** What the word rests on. */
	let telling = $state(false);
	const keepWords = $derived(`Keep ${draft.count || ''} ${draft.count === 1 ? 'reading' : 'readings'}`.replace('  ', ' '));
	const at = $derived(store.run?.nodes.findIndex((n) => n.boxId === place.id) ?? -1);

	async function keep(next: boolean): Promise<void> {
		tried = true;
		if (draft.faults.size) return;
		if (!draft.empty) {
			remember('readBy', by);
			localStorage.readMeter = loads;
			const base = {
				jobId: store.job.id,
				boxId: place.id,
				// Which one it was is not asked with the few that are owed.
				instrument: few ? '' : instrument,
				...(loads ? { meter: loads } : {}),
				at: now(),
				by,
				struck: false,
				note: ''
			};
			const kept = draft.readings(base, freshId);
			const correcting = draft.corrects !== null;
			const label = `${counted(kept.length, 'reading')} at ${name}${correcting ? ', corrected' : ''}`;
			// What is refused stays typed.
			if (!(await store.take(label, kept))) return;
			draft.clear();
			tried = false;
			if (correcting) oncorrected?.();
			// The verdict stands at the top.
			if (!next && head) atTop(head);
		}
		if (next) store.step(1);
	}
	/** One press a box: with nothing in the form yet, what a live instrument shows goes straight to the log. */
	function takeAndKeep(): Promise<void> {
		if (draft.empty && meter.state === 'live') sender?.take();
		return keep(true);
	}
	/** The field that the keys fill, along the list. */
	function stepField(by: 1 | -1): void {
		const to = figures[(figures.indexOf(draft.active) + by + figures.length) % figures.length];
		if (!to) return;
		draft.active = to;
		document.getElementById(`read-${to}`)?.scrollIntoView({ block: 'nearest' });
	}
</script>

<div class="pad" class:sending use:atTop>
	<header bind:this={head}>
		{#if !owed}<span class="name condensed">{name}</span>{/if}
		<span class="soft"
			>{breaker ? breaker.name : roomId ? store.index.rooms.get(roomId)?.name : 'no room yet'}{store.run && at >= 0
				? `, ${at + 1} of ${store.run.nodes.length} on ${breakerName(store.job, store.circuit ?? undefined)}`
				: ''}</span
		>
		{#if stands?.read}<button type="button" class="verdict" aria-expanded={telling} onclick={() => (telling = !telling)}
				><Mark kind={stands.level} word={!missing} size={18} says={stands.word} />{#if missing}&nbsp;{MISSING[missing]
						.words}{/if}</button
			>{/if}
		<span class="do desk">
			<Btn look="quiet" onclick={() => store.select(null)}>All boxes</Btn>
			<Btn onclick={() => keep(true)}>Next box</Btn>
			<Btn look="main" onclick={() => keep(false)}>{keepWords}</Btn>
		</span>
		<span class="do phone" class:gone={!!owed}>
			<Btn small onclick={() => (store.why = true)}>Why</Btn>
			<CrossBtn label="All boxes" onclick={() => store.select(null)} />
		</span>
	</header>
	{#if telling && stands}<div class="claims"><ClaimList place={stands} /></div>{/if}

	{#if draft.corrects}<p class="soft">
			<Mark kind="caution" /> Corrects a reading; the old value stays in the log.
		</p>{/if}
	<div class="toggles">
		{#if receptacles.length > 1}
			<Choice
				label="Which receptacle"
				value={draft.deviceId || null}
				options={receptacles.map((d, i) => ({ value: d.id, name: d.name || String(i + 1) }))}
				onkeep={(id) => (draft.deviceId = id ?? '')}
			/>
		{/if}
		{#if box && hasHalves(box)}
			<div class="halves" role="group" aria-label="Half of the receptacle">
				{#each ['upper', 'lower'] as const as h (h)}
					<Btn small pressed={draft.half === h} onclick={() => (draft.half = h)}>{h} half</Btn>
				{/each}
			</div>
		{/if}
		{#if box && isSwitched(box)}
			<div class="halves" role="group" aria-label="Wall switch">
				{#each throws as t (`${t.at} ${t.by}`)}
					<Btn
						small
						pressed={draft.switchAt === t.at && (t.at === 'on' || draft.switchBy === t.by)}
						onclick={() => ([draft.switchAt, draft.switchBy] = [t.at, t.by])}>{t.name}</Btn
					>
				{/each}
			</div>
		{/if}
	</div>
	{#if box && !few}<LiveInstrument
			bind:this={sender}
			bind:kind={simulated.kind}
			{box}
			{draft}
			loadA={load}
			onname={(n) => (instrument = n)}
		/>{/if}
	{#if box && takesPlug(box) && !few}<LampRow {draft} predicted={goes === false ? expected.lamps : null} />{/if}
	{#if tried && draft.faults.get('lamps')}<p class="fault" role="alert">{draft.faults.get('lamps')}</p>{/if}

	<form
		onsubmit={(e) => {
			e.preventDefault();
			void keep(false);
		}}
	>
		{#if figures.length}<div class="head soft"><span></span><span>predicted</span><span>now</span><span>last</span></div>{/if}
		{#each figures as kind (kind)}
			<ReadingRow {kind} {draft} {keypad} predicted={should(kind)} last={last?.[kind]} />
		{/each}
		{#each words as kind (kind)}<WordRow {kind} {draft} last={last?.[kind]?.reading.word} />{/each}
		<button type="submit" class="sr-only" tabindex="-1" aria-hidden="true">Keep</button>
		{#if few}
			{#if figures.length}
				<Choice
					label="Meter"
					value={loads || null}
					options={[
						{ value: 'low-impedance' as const, name: 'low impedance' },
						{ value: 'high-impedance' as const, name: '10 Mohm' }
					]}
					onkeep={(v) => (loads = v ?? '')}
				/>
			{/if}
		{:else}
			<!-- Ohms of a dead circuit are read at a box. -->
			<HowRead
				{draft}
				bind:instrument
				bind:loads
				bind:by
				bind:dead={() => (box ? dead : undefined), (v) => (dead = v ?? false)}
				timed={figures.includes('gfci-ms')}
			/>
		{/if}
	</form>
	{#if owed}
		<Btn small look="quiet" pressed={more} onclick={() => (more = !more)}>{more ? 'Only what is owed' : 'More readings'}</Btn>
	{/if}

	{#if box && isSwitched(box)}<SwitchedTable {box} />{/if}
	{#if !expected.prediction.known}<p class="soft unpredicted">
			No prediction here: {expected.prediction.why}. Readings are still checked against the limits.
		</p>{/if}
	{#if proof}<JudgedHere {proof} place={stands} />{/if}
	{#if box && onview}
		<div class="views">
			<Btn onclick={() => onview('compare')}>Before, after</Btn>
			<Btn onclick={() => onview('meaning')}>What it means</Btn>
			{#if words.includes('gfci-own')}<Btn onclick={() => onview('gfci')}>GFCI register</Btn>{/if}
		</div>
	{/if}
	{#if box && !few}
		<Fold title="Dead before touching" bind:open={open.dead}>
			{#if open.dead}<PlaceGate placeId={box.id} />{/if}
		</Fold>
		<Fold title="Photos" bind:open={open.photos}>
			{#if open.photos}<Photos of={{ kind: 'box', id: box.id }} />{/if}
		</Fold>
	{/if}
	{#if sending}
		<div class="thumb">
			<Btn onclick={() => sender?.take()}>Take reading</Btn>
			{#if !draft.empty}<Btn onclick={() => keep(false)}>{keepWords}</Btn>{/if}
			<Btn look="main" onclick={takeAndKeep}>Keep, next box</Btn>
		</div>
	{:else if !few || figures.length || words.length}
		<Keypad onpress={(key) => draft.press(key)} onnext={() => stepField(1)}>
			{#snippet field()}
				<FieldFilled
					kind={draft.active}
					typed={draft.typed[draft.active] ?? ''}
					predicted={should(draft.active)}
					last={last?.[draft.active]?.reading}
					onstep={stepField}
				/>
			{/snippet}
			{#snippet acts()}
				{#if owed}
					<Btn look="main" onclick={() => keep(false)}>{keepWords}</Btn>
				{:else}
					<Btn onclick={() => keep(false)}>{keepWords}</Btn>
					<Btn look="main" onclick={() => keep(true)}>{draft.empty ? 'Next box' : 'Keep, next box'}</Btn>
				{/if}
			{/snippet}
		</Keypad>
	{/if}
</div>

<style>
	.pad {
		display: grid;
		gap: var(--space-10);
		max-width: 760px;
	}
	header {
		display: flex;
		align-items: baseline;
		gap: var(--space-10);
		flex-wrap: wrap;
	}
	.name {
		font-size: var(--type-big);
		line-height: 1;
	}
	.head {
		display: grid;
		grid-template-columns: minmax(120px, 1fr) 84px 150px 92px;
		gap: var(--space-4) var(--space-12);
		padding-left: var(--space-12);
		font-size: var(--type-note);
	}
	.head span:not(:first-child) {
		text-align: right;
	}
	.thumb {
		display: none;
	}
	@media (max-width: 820px) {
		.thumb {
			display: grid;
			grid-auto-flow: column;
			grid-auto-columns: 1fr;
			gap: var(--space-8);
			position: sticky;
			bottom: -20px;
			margin: 0 calc(-1 * var(--space-12));
			background: var(--sheet);
			border-top: 1.5px solid var(--ink);
			padding: var(--space-8) var(--space-12);
			z-index: 2;
		}
		.thumb :global(button) {
			min-height: 54px;
		}
	}
	.views {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
	}
	@media (min-width: 821px) {
		.do.phone {
			display: none;
		}
	}
	.toggles,
	.halves {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
	}
	.toggles {
		gap: var(--space-8) var(--space-16);
	}
	.toggles:empty {
		display: none;
	}
	.verdict {
		all: unset;
		cursor: pointer;
		display: inline-flex;
		align-items: center;
		min-height: 44px;
		border-bottom: 1px dotted var(--soft);
	}
	.verdict:focus-visible {
		outline: 2.5px solid var(--copper);
	}
	.do {
		display: flex;
		gap: var(--space-8);
		margin-left: auto;
		align-self: center;
	}
	.gone {
		display: none;
	}
	.unpredicted {
		margin: 0;
	}
	@media (max-width: 820px) {
		.pad {
			gap: var(--space-8);
		}
		.head {
			grid-template-columns: minmax(0, 1fr) 48px 126px;
			gap: var(--space-4) var(--space-8);
		}
		.head span:last-child {
			display: none;
		}
		.desk,
		header > .soft {
			display: none;
		}
		.name {
			font-size: var(--type-figure);
		}
		/* What sends readings is set once: the fields come first. */
		.pad:not(.sending) :global(.sender) {
			order: 1;
		}
		.pad :global(.dock) {
			order: 2;
		}
		/* The verdict comes before the next reading: nothing to scroll for. */
		header {
			order: -2;
		}
	}
</style>
