<script lang="ts">
	import type { RunInstrument } from '$core/instruments/run-reading';
	import type { Circuit, Symptom } from '$core/model/job';
	import type { Traced, TracedNext } from '$core/trace/job-trace';
	import { lookedAt } from '$core/edit/job';
	import { DONE_AT } from '$core/trace/spread';
	import { DEAD_BELOW_V } from '$core/makeup/live-sign';
	import { latestReadings } from '$core/model/latest-readings';
	import { now } from '$lib/clock';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		answer: Traced;
		atHand: readonly RunInstrument[];
		symptom: Symptom | null;
		circuit: Circuit;
	}
	/** The one reading that tells most for its effort, big; two more below it. */
	let { answer }: Props = $props();
	const store = useJob();
	const WITH: Record<RunInstrument, string> = {
		lamps: 'the lamps',
		voltmeter: 'volts, all three pairs',
		'low-impedance': 'volts at low impedance, all three pairs',
		analyzer: 'drop, ohms and bootleg check with the analyzer',
		'shell-touch': 'the shell to ground'
	};
	const percent = (p: number) => `${Math.round(100 * p)}%`;
	const [first, more] = $derived([answer.next[0], answer.next.slice(1)]);
	let open = $state(false);
	const ACTS: Record<NonNullable<Traced['act']>['do'], string> = {
		'switch-off': 'Stop. Switch off first:',
		'prove-meter': 'Prove the meter, then read again at',
		'again-low-impedance': 'Read again at low impedance at',
		unplug: 'Unplug everything on this circuit, then read again at',
		look: 'Look first, before anything is read:'
	};
	const LOOKS: Record<Traced['looks'][number]['look'], string> = {
		appliance: 'The lamp or appliance itself',
		switch: 'A wall switch, a dimmer, a timer',
		'gfci-tripped': 'A GFCI elsewhere',
		'breaker-not-reset': 'The breaker, fully off and on'
	};
	const looked = (l: Traced['looks'][number], found: boolean) =>
		store.edit(`${LOOKS[l.look]}: ${found ? 'that was it' : 'not it'}`, lookedAt(l.symptomId, l.look, found));
	/** The zeros that stand there, again, by a meter that was proven before and after. */
	function proven(boxId: string): void {
		const zeros = [...(latestReadings(store.readings).get(boxId)?.values() ?? [])].filter(
			(r) => (r.kind === 'hn' || r.kind === 'hg' || r.kind === 'ng') && r.value !== null && r.value < DEAD_BELOW_V && !r.proven
		);
		const again = zeros.map(({ wrote: _w, strike: _s, ...r }) => ({ ...r, id: freshId(), at: now(), proven: true }));
		void store.take(`${store.placeName(boxId)}: meter proven, still nothing`, again);
	}
	function read(n: TracedNext): void {
		select(n.boxId);
	}
	function select(boxId: string): void {
		store.select({ kind: 'box', id: boxId });
		requestAnimationFrame(() => document.getElementById('trace-pad')?.scrollIntoView({ block: 'start' }));
	}
</script>

{#snippet means(n: TracedNext)}
	<ul class="outcomes">
		{#each n.outcomes as o (o.reads + o.means)}
			<li><b>{o.reads}</b> <span class="num">{percent(o.probability)}</span> {o.means}</li>
		{/each}
	</ul>
{/snippet}

{#if answer.act}
	{@const act = answer.act}
	<section class="next" class:danger={act.do === 'switch-off'} aria-label="First">
		<p class="big">
			<Mark kind={act.do === 'switch-off' ? 'bad' : 'caution'} size={20} />
			{ACTS[act.do]}{#if act.boxId && act.do !== 'switch-off' && act.do !== 'look'}&nbsp;<b>{store.placeName(act.boxId)}</b>{/if}
		</p>
		{#if act.do === 'look'}
			<ul class="outcomes looks">
				{#each answer.looks as l (l.look)}
					<li>
						<span class="look"><b>{LOOKS[l.look]}</b> {l.why}</span>
						<span class="said buttons">
							<Btn small pressed={l.found === true} onclick={() => looked(l, true)}>That was it</Btn>
							<Btn small pressed={l.found === false} onclick={() => looked(l, false)}>Not it</Btn>
						</span>
					</li>
				{/each}
			</ul>
		{:else}<p>{act.why}</p>{/if}
		{#if act.boxId && act.do === 'prove-meter'}
			{@const boxId = act.boxId}
			<Btn look="main" onclick={() => proven(boxId)}>Meter proven: still nothing there</Btn>
			<Btn onclick={() => select(boxId)}>It reads something: enter it</Btn>
		{:else if act.boxId && act.do === 'unplug'}
			{@const boxId = act.boxId}
			<Btn look="main" onclick={() => select(boxId)}>All unplugged: read {store.placeName(boxId)} again</Btn>
		{/if}
	</section>
{/if}
{#each answer.misfits as row (row.boxId + row.says)}
	<p class="found">
		<Mark kind="caution" word />
		{store.placeName(row.boxId)}, {row.says}: the likeliest answer does not explain it. Read it again before anything is opened.
		<Btn small onclick={() => select(row.boxId)}>Read it again</Btn>
	</p>
{/each}
{#if answer.done === 'found'}
	{@const [best] = answer.answers}
	{@const at = best && best.probability < DONE_AT ? best.boxIds[0] : undefined}
	<p class="found">
		<Mark kind="good" /> Found, as far as readings can tell.
		{#if at}It lies at {store.placeName(at)}; which of these it is needs no telling apart: the same box is opened.{:else}What to
			do is below.{/if}
	</p>
	{#each answer.hazards as h (h.boxId)}
		<p class="found">
			<Mark kind="caution" word /> Before it is closed: metal at {store.placeName(h.boxId)} may be live ({percent(
				h.probability
			)}). Read it there.
		</p>
	{/each}
{:else if answer.done === 'no-more'}
	<p class="found">
		<Mark kind="look" /> Nothing that can be read from a face tells more. Open the likeliest place, verified dead.
	</p>
{/if}
{#if first}
	<section class="next" aria-label="Next reading">
		<p class="big">
			{answer.act ? 'After that' : answer.done ? 'Could still be read' : 'Next'}: {WITH[first.instrument]} at
			<b>{store.placeName(first.boxId)}</b>{first.half ? `, ${first.half} half` : ''}
		</p>
		{@render means(first)}
		<Btn look={answer.done || answer.act ? 'plain' : 'main'} onclick={() => read(first)}
			>Read it at {store.placeName(first.boxId)}</Btn
		>
		{#if more.length}
			<Fold title="Or" bind:open>
				{#each more as n (n.boxId + n.instrument)}
					<p class="other">
						{WITH[n.instrument]} at <b>{store.placeName(n.boxId)}</b>
						<Btn small onclick={() => read(n)}>Read it</Btn>
					</p>
					{@render means(n)}
				{/each}
			</Fold>
		{/if}
	</section>
{/if}

<style>
	.next {
		border: 1px solid var(--rule);
		border-left: 6px solid var(--copper);
		border-radius: 4px;
		padding: var(--space-10) var(--space-12);
		margin: 0 0 var(--space-12);
		background: var(--paper);
	}
	.danger {
		border-left-color: var(--stop);
	}
	.big {
		font-size: var(--type-head);
		margin: 0 0 var(--space-6);
	}
	.found {
		font-size: var(--type-lead);
		margin: 0 0 var(--space-8);
	}
	.outcomes {
		list-style: none;
		margin: 0 0 var(--space-8);
		padding: 0;
	}
	.outcomes li {
		padding: var(--space-4) 0;
		border-bottom: 1px dotted var(--rule);
	}
	.looks li {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: center;
	}
	.look {
		flex: 1 1 260px;
	}
	.other {
		margin: var(--space-8) 0 var(--space-2);
	}
</style>
