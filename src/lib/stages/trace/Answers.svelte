<script lang="ts">
	import { whoReads } from '$lib/store/this-device';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { sayMoment, now } from '$lib/clock';
	import { tellSymptom } from '$core/edit/job';
	import type { RunInstrument } from '$core/instruments/run-reading';
	import { rowOf } from '$core/faults/rows';
	import type { Symptom } from '$core/model/job';
	import type { Suspected } from '$core/trace/hypotheses';
	import type { Against, Traced, TracedAnswer } from '$core/trace/job-trace';
	import { show } from '$core/units/quantity';
	import { VIEW_OF } from '$lib/store/call-views';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import type { LiveTrace } from './live-trace.svelte';
	import { shopSearches } from './shop-searches.svelte';

	interface Props {
		answer: Traced;
		live: LiveTrace;
		symptom: Symptom | null;
		instruments: readonly RunInstrument[];
	}
	/** What it may be, likeliest first; each with what it would show, what to do, and what it was in the end. */
	let { answer, live, symptom, instruments }: Props = $props();
	const store = useJob();
	const percent = (p: number) => (p >= 0.995 ? 'over 99%' : p < 0.01 ? 'under 1%' : `${Math.round(100 * p)}%`);
	let opened = $state<string | null>(null);
	/** Found: what to do about it stands open. */
	$effect(() => {
		const [first] = answer.answers;
		if (answer.done === 'found' && first) opened = keyOf(first);
	});
	const keyOf = (a: TracedAnswer) => a.faults.map((f) => `${f.kind} ${f.at}`).join() || 'sound';
	/** Five at most: what is less likely is folded away. */
	const MOST_SHOWN = 5;
	const all = $derived(answer.answers.filter((a, i) => i < 3 || a.probability >= 0.01));
	let more = $state(false);
	const shown = $derived(more ? all : all.slice(0, MOST_SHOWN));
	const fits = (a: TracedAnswer) =>
		a.fits.map((f) => `${show(f.ohms, 2)} ohm (${show(f.from, 2)} to ${show(f.to, 2)})`).join(' and ');
	const shop = shopSearches();
	function stageAt(stage: string, what: Record<string, string>): void {
		const to = new URL(page.url);
		to.pathname = to.pathname.replace(/[^/]+$/, stage);
		to.search = new URLSearchParams(what).toString();
		void goto(to);
	}
	async function was(a: TracedAnswer): Promise<void> {
		if (!symptom) return;
		const place = answer.answers.indexOf(a) + 1;
		shop.ended({ place, readings: answer.gathered.length, kinds: a.faults.map((f) => f.kind) });
		await store.edit(
			`Found: ${a.says}`,
			tellSymptom(symptom.id, {
				open: false,
				was: {
					faults: a.faults.map((f) => ({ kind: f.kind, at: f.at })),
					says: a.says.slice(0, 900),
					place: place || null,
					readings: answer.gathered.length,
					at: now(),
					by: whoReads()
				}
			})
		);
	}
	/** Why not what somebody has in mind. */
	let asked = $state<{ boxId: string; rows: Awaited<ReturnType<LiveTrace['faultsAt']>> } | null>(null);
	let which = $state('');
	let against = $state.raw<Against[] | null>(null);
	let openWhy = $state(false);
	$effect(() => {
		const boxId = store.box?.id;
		if (!openWhy || !boxId) return;
		void live.faultsAt(boxId).then((rows) => {
			asked = { boxId, rows };
			which = '';
			against = null;
		});
	});
	async function why(key: string): Promise<void> {
		which = key;
		const fault = asked?.rows.find((r) => `${r.fault.kind} ${r.fault.at}` === key)?.fault;
		against = fault ? await live.whyNot(fault) : null;
	}
	const closed = $derived(store.job.symptoms.filter((s) => s.was));
</script>

<h2>What it may be</h2>
<ol>
	{#each shown as a (keyOf(a))}
		{@const key = keyOf(a)}
		<li>
			<button type="button" class="answer" aria-expanded={opened === key} onclick={() => (opened = opened === key ? null : key)}>
				<span class="p num">{percent(a.probability)}</span>
				<span class="bar" aria-hidden="true"><i style:width={`${100 * a.probability}%`}></i></span>
				<span class="says">{a.says}{a.fits.length ? `, about ${fits(a)}` : ''}</span>
			</button>
			{#if store.box && a.shows[store.box.id]}
				<p class="pill">At {store.box.name} it would show: {a.shows[store.box.id]?.join('; ')}</p>
			{/if}
			{#if opened === key}
				{#each a.remedies as { of, remedy } (of)}
					{#if a.remedies.length > 1}<h3>{of}</h3>{/if}
					{#if remedy.now}<p class="now"><Mark kind="bad" word /> {remedy.now}</p>{/if}
					<dl>
						<dt>Open</dt>
						<dd>{remedy.open}</dd>
						<dt>Look for</dt>
						<dd>{remedy.lookFor}</dd>
						<dt>Do</dt>
						<dd>{remedy.fix}</dd>
						<dt>Proves it</dt>
						<dd>{remedy.proves}</dd>
					</dl>
				{/each}
				{#if a.same.length}<p class="soft">Reads the same: {a.same.join('; ')}.</p>{/if}
				<div class="acts buttons">
					{#each a.boxIds.slice(0, 4) as boxId (boxId)}
						<Btn small onclick={() => store.select({ kind: 'box', id: boxId })}>Go to {store.placeName(boxId)}</Btn>
					{/each}
					{#each a.boxIds.slice(0, 2) as boxId (boxId)}
						<Btn small onclick={() => stageAt('trim', { view: 'make-up', box: boxId })}>Make-up of {store.placeName(boxId)}</Btn>
					{/each}
					{#each a.boxIds.slice(0, 2) as boxId (boxId)}
						<Btn small onclick={() => stageAt('walk', { view: VIEW_OF.dead, box: boxId })}>Make {store.placeName(boxId)} dead</Btn
						>
					{/each}
					{#if symptom}<Btn small look="main" onclick={() => was(a)}>This is what it was</Btn>{/if}
				</div>
			{/if}
		</li>
	{/each}
</ol>
{#if all.length > MOST_SHOWN}
	<Btn small look="quiet" onclick={() => (more = !more)}
		>{more ? `The first ${MOST_SHOWN}` : `${all.length - MOST_SHOWN} less likely`}</Btn
	>
{/if}
{#if answer.unthought > 0.2}
	<p class="now">
		<Mark kind="caution" word /> Not explained ({percent(answer.unthought)}): no fault that is known explains all of these
		readings. Read again, everything unplugged.
	</p>
{:else if answer.others > 0.005}<p class="soft">Others together: {percent(answer.others)}.</p>{/if}

<Fold title="Why not something else?" bind:open={openWhy}>
	{#if !store.box}
		<p>Pick the box that you have in mind.</p>
	{:else if asked}
		<SelectField
			label={`At ${store.box.name}`}
			value={which}
			options={[
				{ value: '', name: 'pick a fault' },
				...asked.rows.map((r) => ({ value: `${r.fault.kind} ${r.fault.at}`, name: r.says }))
			]}
			onkeep={why}
		/>
		{#if against}
			<ul class="against">
				{#each against as x (x.says)}<li>
						{x.says}: {x.times > 1000 ? 'over 1,000' : show(x.times, 0)} times likelier with the first answer
					</li>{:else}<li>No reading so far speaks against it.</li>{/each}
			</ul>
		{/if}
	{/if}
</Fold>
{#if closed.length}
	<h2>Found before</h2>
	<ul class="against">
		{#each closed as s (s.id)}
			<li>
				<Mark kind="good" />
				{s.text}: {s.was?.says}. Answer {s.was?.place ?? 'none'}, {s.was?.readings} readings, {sayMoment(s.was?.at ?? '')}
				{s.was?.by}
				{#if s.boxId}
					{@const boxId = s.boxId}
					<Btn small onclick={() => stageAt('prove', { view: 'compare', box: boxId })}>Before, after</Btn>
				{/if}
			</li>
		{/each}
	</ul>
{/if}
{#if shop.searches}
	<h2>In this shop</h2>
	<p class="soft">
		The first answer was right {shop.first} of {shop.searches} times, {show(shop.readings / shop.searches, 1)} readings on average.
		What it was is counted: a fault that is often found here is held likelier.
	</p>
	<ul class="against">
		{#each Object.entries(shop.kinds) as [kind, times] (kind)}
			<li>{rowOf(kind as Suspected['kind']).says('a box')}: {times}</li>
		{/each}
	</ul>
	<Btn small look="quiet" onclick={() => shop.reset()}>Reset counts</Btn>
{/if}
{#if !instruments.length}<p>Say which instruments are at hand.</p>{/if}

<style>
	h2 {
		font-size: var(--type-lead);
		margin: var(--space-12) 0 var(--space-4);
	}
	h3 {
		font-size: var(--type-body);
		margin: var(--space-8) 0 var(--space-2);
	}
	li {
		border-bottom: 1px dotted var(--rule);
	}
	.answer {
		all: unset;
		box-sizing: border-box;
		cursor: pointer;
		width: 100%;
		min-height: 44px;
		display: grid;
		grid-template-columns: 76px 90px 1fr;
		gap: var(--space-10);
		align-items: center;
	}
	.answer:focus-visible {
		outline: 2.5px solid var(--copper);
	}
	.p {
		font-size: var(--type-lead);
		font-weight: 600;
		text-align: right;
	}
	.bar {
		height: 10px;
		border: 1px solid var(--rule);
		background: var(--paper);
	}
	.bar i {
		display: block;
		height: 100%;
		background: var(--copper);
	}
	.pill {
		margin: 0 0 var(--space-6);
		color: var(--soft);
		font-size: var(--type-small);
	}
	.now {
		border-left: 6px solid var(--stop);
		background: var(--paper);
		padding: var(--space-6) var(--space-12);
		margin: var(--space-4) 0 var(--space-8);
	}
	dl {
		display: grid;
		grid-template-columns: max-content 1fr;
		gap: var(--space-4) var(--space-12);
		margin: var(--space-4) 0 var(--space-8);
	}
	dt {
		font-weight: 600;
	}
	dd {
		margin: 0;
	}
	.acts {
		margin: 0 0 var(--space-10);
	}
	.against li {
		padding: var(--space-4) 0;
	}
	@media (max-width: 820px) {
		.answer {
			grid-template-columns: 70px 1fr;
		}
		.bar {
			display: none;
		}
	}
</style>
