<script lang="ts">
	import { BreakerName } from '$core/model/breaker-name';
	import { onDestroy } from 'svelte';
	import { sayMoment } from '$lib/clock';
	import { addSymptom, tellSymptom } from '$core/edit/job';
	import type { Symptom } from '$core/model/job';
	import { SYMPTOM_SIGNS, type GuidedKind, type SymptomSign } from '$core/model/kinds';
	import type { RunInstrument } from '$core/instruments/run-reading';
	import { runOf } from '$core/run/runs';
	import { SIGN_WORDS, SYMPTOM_WORDS, symptomWords } from '$core/trace/symptom-words';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import Late from '$lib/frame/Late.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import Answers from './Answers.svelte';
	import { LiveTrace } from './live-trace.svelte';
	import { shopSearches } from './shop-searches.svelte';
	import NextReading from './NextReading.svelte';
	import ReadingsOff from './ReadingsOff.svelte';

	interface Props {
		onview: (view: 'breakers' | 'order') => void;
		oncheck: (kind: GuidedKind) => void;
	}
	/** From what people say to the fault: what is known, what it may be, what to read next. */
	let { onview, oncheck }: Props = $props();
	const store = useJob();
	const live = new LiveTrace();
	const shop = shopSearches();
	onDestroy(() => live.close());
	const INSTRUMENTS: { value: RunInstrument; name: string }[] = [
		{ value: 'lamps', name: 'three-lamp tester' },
		{ value: 'voltmeter', name: 'voltmeter' },
		{ value: 'low-impedance', name: 'low-impedance meter' },
		{ value: 'analyzer', name: 'plug-in analyzer' }
	];
	const kept = (localStorage.atHand ?? 'lamps,voltmeter,analyzer').split(',');
	let atHand = $state<RunInstrument[]>(INSTRUMENTS.flatMap((i) => (kept.includes(i.value) ? [i.value] : [])));
	function toggle(i: RunInstrument): void {
		const next = atHand.includes(i) ? atHand.filter((x) => x !== i) : [...atHand, i];
		if (!next.length) return;
		atHand = next;
		localStorage.atHand = next.join(',');
	}

	const open = $derived(store.job.symptoms.filter((s) => s.open));
	let picked = $state<string | null>(null);
	const symptom = $derived(open.find((s) => s.id === picked) ?? open.find((s) => s.boxId === store.box?.id) ?? open[0] ?? null);
	const words = $derived(symptomWords(symptom?.kind));
	/** The circuit that is searched: of what is picked, else of the symptom's box. */
	const circuit = $derived(
		store.circuit ?? (symptom?.boxId ? (store.index.circuitsOfBox.get(symptom.boxId)?.[0] ?? null) : null)
	);
	const boxes = $derived(circuit ? runOf(store.job, circuit).nodes.flatMap((n) => store.index.boxes.get(n.boxId) ?? []) : []);
	const answer = $derived(live.answer);
	let folds = $state({ known: false, told: true });
	const tell = (s: Symptom, what: string, change: Parameters<typeof tellSymptom>[1]) =>
		store.edit(what, tellSymptom(s.id, change));
	async function begin(kind: (typeof SYMPTOM_WORDS)[number]): Promise<void> {
		if (symptom) return void tell(symptom, kind.words, { kind: symptom.kind === kind.kind ? undefined : kind.kind });
		const id = freshId();
		if (await store.edit('Symptom noted', addSymptom(id, kind.words, store.box?.id ?? null)))
			await store.edit(kind.words, tellSymptom(id, { kind: kind.kind }));
	}
	const stateOf = (s: Symptom, boxId: string) => (s.dead?.includes(boxId) ? 'dead' : s.works?.includes(boxId) ? 'works' : null);
	function mark(s: Symptom, boxId: string, to: 'dead' | 'works' | null): void {
		const without = (ids: readonly string[] | undefined) => (ids ?? []).filter((id) => id !== boxId);
		void tell(s, `${store.placeName(boxId)}: ${to ?? 'not said'}`, {
			dead: to === 'dead' ? [...without(s.dead), boxId] : without(s.dead),
			works: to === 'works' ? [...without(s.works), boxId] : without(s.works)
		});
	}
	const signAt = (s: Symptom, boxId: string) => s.signs?.find((x) => x.boxId === boxId)?.sign ?? null;
	const setSign = (s: Symptom, boxId: string, sign: SymptomSign | null) =>
		tell(s, `${store.placeName(boxId)}: ${sign ? SIGN_WORDS[sign] : 'no sign'}`, {
			signs: [...(s.signs ?? []).filter((x) => x.boxId !== boxId), ...(sign ? [{ boxId, sign }] : [])]
		});

	$effect(() => {
		if (!circuit) return;
		const { readings, events } = store;
		void live.ask(
			store.job,
			{ readings, events },
			{
				circuitId: circuit.id,
				instruments: atHand,
				at: store.box?.id,
				shop: shop.kinds
			}
		);
	});
	$effect(() => {
		if (answer) store.suspicion = new Map(Object.entries(answer.suspicion));
	});
</script>

{#if words?.now}<p class="stop" role="alert"><Mark kind="bad" word /> {words.now}</p>{/if}
{#if !circuit}
	<p class="lead">
		{#if symptom?.boxId}
			{@const boxId = symptom.boxId}
			{symptom.text}, at
			<Btn small onclick={() => store.select({ kind: 'box', id: boxId })}>{store.placeName(boxId)}</Btn>
			Its circuit is not known.
		{:else}Pick a box or a circuit to search.{/if}
		<Btn small onclick={() => onview('breakers')}>Which breaker?</Btn>
	</p>
	<ReadingsOff />
{:else}
	<p class="lead">
		{BreakerName(store.job, circuit)}, {circuit.name}{#if live.working}<span class="working" role="status"
				>working <Btn small look="quiet" onclick={() => live.cancel()}>Stop</Btn></span
			>{/if}
	</p>
	{#if live.trouble}
		<p><Mark kind="caution" word /> {live.trouble} <Btn small onclick={() => onview('order')}>Feed order</Btn></p>
	{:else if answer}
		<NextReading {answer} {atHand} {symptom} {circuit} />
		<Answers {answer} {live} {symptom} instruments={atHand} />
	{/if}
{/if}

<Fold title={symptom ? `What is wrong: ${symptom.text}` : 'What is wrong'} bind:open={folds.told}>
	{#if open.length > 1}
		<Choice
			label="Symptom"
			firm
			value={symptom?.id ?? null}
			options={open.map((s) => ({ value: s.id, name: s.text.slice(0, 40) }))}
			onkeep={(id) => (picked = id)}
		/>
	{/if}
	<div class="words" role="group" aria-label="In the trade's words">
		{#each SYMPTOM_WORDS as w (w.kind)}
			<Btn small look="quiet" pressed={symptom?.kind === w.kind} onclick={() => begin(w)}>{w.words}</Btn>
		{/each}
	</div>
	{#if words?.first}<p class="first">{words.first}</p>{/if}
	{#if words?.check}
		{@const check = words.check}
		<Btn small onclick={() => oncheck(check)}>The check for it</Btn>
	{/if}
	{#if symptom && boxes.length}
		<h2>Dead or working, with a load on</h2>
		<ul class="boxes">
			{#each boxes as box (box.id)}
				<li>
					<span class="name">{box.name}</span>
					<Choice
						label={`${box.name}, dead or working`}
						quiet
						value={stateOf(symptom, box.id)}
						options={[
							{ value: 'dead', name: 'dead' },
							{ value: 'works', name: 'works' }
						]}
						onkeep={(v) => mark(symptom, box.id, v)}
					/>
					{#if box.id === store.box?.id}
						<Choice
							label="Seen there"
							value={signAt(symptom, box.id)}
							options={SYMPTOM_SIGNS.map((value) => ({ value, name: SIGN_WORDS[value] }))}
							onkeep={(v) => setSign(symptom, box.id, v)}
						/>
					{/if}
				</li>
			{/each}
		</ul>
	{/if}
</Fold>
<Fold title={`Known already (${answer?.gathered.length ?? 0}) and instruments`} bind:open={folds.known}>
	<div class="words" role="group" aria-label="Instruments at hand">
		{#each INSTRUMENTS as i (i.value)}
			<Btn small look="quiet" pressed={atHand.includes(i.value)} onclick={() => toggle(i.value)}>{i.name}</Btn>
		{/each}
	</div>
	<ul>
		{#each answer?.gathered ?? [] as row (row.boxId + row.says)}
			<li>
				<button type="button" class="row" onclick={() => store.selectPlace(row.boxId)}>{store.placeName(row.boxId)}</button>
				<span class="num">{row.says}</span>
			</li>
		{:else}<li class="soft">Nothing read yet on this circuit.</li>{/each}
	</ul>
	{#if answer?.since}<p class="soft">
			A fault was found here {sayMoment(answer.since)}: what was read before no longer counts.
		</p>{/if}
	{#if answer?.taken.length}<p class="soft">Not known, so tried each way: {answer.taken.join('; ')}.</p>{/if}
	{#if answer?.notOnRun.length}
		<p>
			<Mark kind="unknown" /> What feeds {answer.notOnRun.map((id) => store.placeName(id)).join(', ')} is not known.
			<Btn small onclick={() => onview('order')}>Feed order</Btn>
		</p>
	{/if}
</Fold>
{#if store.selection?.kind === 'box' && store.box}
	{#key store.box.id}
		<Late load={() => import('../prove/ReadingPad.svelte')}
			>{#snippet children(ReadingPad)}<div id="trace-pad">
					{#if store.box}<ReadingPad place={store.box} />{/if}
				</div>{/snippet}</Late
		>
	{/key}
{/if}

<style>
	.stop {
		border-left: 6px solid var(--stop);
		background: var(--paper);
		padding: var(--space-8) var(--space-12);
		margin: 0 0 var(--space-10);
		font-weight: 600;
	}
	.lead {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: center;
		margin: 0 0 var(--space-8);
		font-weight: 600;
	}
	.working {
		font-weight: 400;
		color: var(--soft);
		display: inline-flex;
		gap: var(--space-8);
		align-items: center;
	}
	.words {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6);
		margin: var(--space-6) 0;
	}
	.first {
		margin: var(--space-6) 0;
	}
	h2 {
		font-size: var(--type-lead);
		margin: var(--space-10) 0 var(--space-4);
	}
	li {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-10);
		align-items: center;
		padding: var(--space-4) 0;
		border-bottom: 1px dotted var(--rule);
	}
	.name {
		min-width: 72px;
		font-weight: 600;
	}
</style>
