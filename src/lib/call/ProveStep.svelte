<script lang="ts">
	import { goto } from '$app/navigation';
	import { jobAddress } from '$lib/store/address';
	import { BREAKER_CALL } from '$lib/store/call-views';
	import { whoReads } from '$lib/store/this-device';
	import { gatePlace, heldOffBy } from '$core/makeup/gate';
	import { tagWords } from '$core/makeup/live-alarm';
	import { MISSING } from '$core/claims/missing';
	import { skipStep } from '$core/edit/works';
	import { capital, saySpace } from '$core/model/breaker-name';
	import type { Box } from '$core/model/job';
	import { goodWord, READING_WORDS } from '$core/model/reading';
	import type { Obligation } from '$core/work/obligations';
	import { obligationsOf } from '$core/work/obligations';
	import { lastWorkAt, openWork } from '$core/model/work';
	import { pressButton } from '$lib/store/breaker-button';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark, { type MarkKind } from '$lib/kit/Mark.svelte';
	import FeedsOffer from '$lib/slip/FeedsOffer.svelte';
	import Followers from './Followers.svelte';
	import ReadingPad from '$lib/stages/prove/ReadingPad.svelte';

	interface Props {
		box: Box;
	}
	/** On again; then what this work owes, wherever it is, and nothing else. */
	let { box }: Props = $props();
	const store = useJob();
	const dead = $derived(store.deadStateOf(box.id));
	const place = $derived(store.places.get(box.id));
	const gate = $derived(gatePlace(store.job, box.id));
	/** All that holds it off: the main, its breaker. */
	const off = $derived(
		capital(
			(gate ? heldOffBy(store.job, store.events, gate) : [])
				.map((tag) => tagWords(store.job, tag, store.index.circuitsOfBox.get(box.id)))
				.join(' and ')
		)
	);
	/** Begun here, or begun at another box with a part here. */
	const shared = $derived(lastWorkAt(store.job, box.id));
	const work = $derived(openWork(store.job, box.id) ?? (shared?.ended ? undefined : shared));
	const owed = $derived(
		work ? obligationsOf(store.job, work, { claims: store.assessment.claims, readings: store.readings }) : []
	);
	const waiting = $derived((work?.parts ?? []).filter((p) => p.kind !== 'label' && !p.put));
	const elsewhere = $derived(owed.filter((o) => o.at !== box.id));
	const skipped = $derived(work?.skipped?.some((s) => s.step === 'prove') ?? false);
	const MARKS: Readonly<Record<Obligation['state'], { kind: MarkKind; says: string }>> = {
		done: { kind: 'good', says: 'proven' },
		owed: { kind: 'unknown', says: 'owed' },
		failed: { kind: 'bad', says: 'failed' }
	};
	/** A breaker among what is owed: what its own button did. */
	const breakerOf = (o: Obligation) => store.index.circuits.get(o.at);
	const toSheet = (id: string) =>
		void goto(jobAddress(store.id, 'trim', { view: BREAKER_CALL, picked: { kind: 'circuit', id } }));
	/** Breakers that protect it already, no part of the work: their button is owed all the same. */
	const guards = $derived(
		place?.missingRight.includes('breaker-button')
			? (store.index.circuitsOfBox.get(box.id) ?? []).filter(
					(c) => c.breaker !== 'none' && !owed.some((o) => o.at === c.id && o.state !== 'done')
				)
			: []
	);
	const { allowed } = READING_WORDS['gfci-own'];
</script>

{#if dead.tag}
	<p class="on">
		<Mark kind="off" />
		{off} off and tagged. Hands clear, box closed:
		<Btn look="main" onclick={() => store.switchOn(box.id, whoReads())}>Switched on</Btn>
	</p>
{/if}
{#if waiting.length}
	<p class="warn">
		<Mark kind="caution" word /> Not all of this work is in yet: step 6. Nothing is energized with a cover open or a conductor loose.
	</p>
{/if}
<FeedsOffer {box} />
{#if elsewhere.length}
	<section aria-label="What this work owes elsewhere">
		<ul>
			{#each elsewhere as o (o.id)}
				{@const circuit = breakerOf(o)}
				<li>
					<span><Mark kind={MARKS[o.state].kind} says={MARKS[o.state].says} word /> {capital(o.words)}</span>
					{#if o.state !== 'done'}
						{#if circuit && o.missing !== 'breaker-button'}
							<Btn small onclick={() => toSheet(circuit.id)}>Load test on its sheet</Btn>
						{:else if circuit}
							{#each [goodWord('gfci-own') ?? 'trips', 'no-trip', 'no-reset'] as word (word)}
								<Btn
									small
									label={`${capital(saySpace(store.job, circuit))}: ${allowed[word]}`}
									onclick={() => void pressButton(store, circuit, word)}>{allowed[word]}</Btn
								>
							{/each}
						{:else}
							{#if o.missing}<span class="soft">{MISSING[o.missing].words}</span>{/if}
							<Btn small onclick={() => store.select({ kind: 'box', id: o.at })}>Go to {store.placeName(o.at)}</Btn>
						{/if}
					{/if}
				</li>
			{/each}
		</ul>
	</section>
{/if}
{#each guards as circuit (circuit.id)}
	<p class="on" role="group" aria-label={`Button of ${saySpace(store.job, circuit)}`}>
		<span>{capital(saySpace(store.job, circuit))} protects it: its own button</span>
		{#each [goodWord('gfci-own') ?? 'trips', 'no-trip', 'no-reset'] as word (word)}
			<Btn
				small
				label={`${capital(saySpace(store.job, circuit))}: ${allowed[word]}`}
				onclick={() => void pressButton(store, circuit, word)}>{allowed[word]}</Btn
			>
		{/each}
	</p>
{/each}
<Followers {box} />
<ReadingPad place={box} owed={work ? (place?.outlets.length ? place.missingRight : ['volts']) : undefined} />
{#if box.devices.some((d) => d.receptacles > 0 && d.volts === 120)}
	<p>
		<Btn
			look="quiet"
			onclick={() => void goto(jobAddress(store.id, 'prove', { view: 'meaning', picked: { kind: 'box', id: box.id } }))}
			>What readings here mean</Btn
		>
	</p>
{/if}
{#if work?.boxId && work.boxId !== box.id}
	{@const { boxId } = work}
	<p class="skip">
		<Btn look="quiet" onclick={() => store.select({ kind: 'box', id: boxId })}>Back to {store.placeName(boxId)}</Btn>
	</p>
{/if}
{#if work && owed.some((o) => o.state !== 'done')}
	<p class="skip">
		{#if skipped}Testing is skipped: the letter says what was not tested.
		{:else}<Btn look="quiet" onclick={() => store.act(`${box.name}: not tested`, (act) => skipStep(work.id, 'prove', act))}
				>End this step: not tested</Btn
			>{/if}
	</p>
{/if}

<style>
	.warn {
		border-left: 6px solid var(--look);
		background: var(--paper);
		padding: var(--space-6) var(--space-12);
		margin: 0 0 var(--space-10);
	}
	.on {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: center;
		margin: 0 0 var(--space-10);
	}
	ul {
		list-style: none;
		margin: 0 0 var(--space-10);
		padding: 0;
	}
	li {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: center;
		padding: var(--space-6) 0;
		border-bottom: 1px dotted var(--rule);
	}
	.skip {
		margin: var(--space-10) 0 0;
		color: var(--soft);
	}
</style>
