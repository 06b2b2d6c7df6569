<script lang="ts">
	import { BreakerName } from '$core/model/breaker-name';
	import { proposeFeeds, type FeedAnswer } from '$core/propose/feed-proposal';
	import { WAYS, type Way } from '$core/run/route';
	import { setFeeds } from '$core/edit/cables';
	import type { Circuit } from '$core/model/job';
	import { inWords } from '$core/model/kinds';
	import { useJob } from '$lib/store/use-job';
	import { Canceled, coreWorker, inWorker } from '$lib/workers/use-worker';
	import type { CircuitsApi } from '$lib/workers/circuits-api';
	import Btn from '$lib/kit/Btn.svelte';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';

	interface Props {
		circuit: Circuit;
	}
	/** The order with the least cable, and what it saves against the one of now, by the same routes. */
	let { circuit }: Props = $props();
	const store = useJob();
	let way = $state<Way>('attic');
	let taps = $state(false);
	/** Few boxes are settled at once; many in a worker, so that nothing stands still meanwhile. */
	const SOON = 11;
	const known = $derived(store.known.circuits.find((c) => c.id === circuit.id));
	const many = $derived((store.index.cablesOfCircuit.get(circuit.id)?.length ?? 0) > SOON);
	let far = $state.raw<FeedAnswer | null>(null);
	const answer = $derived<FeedAnswer>(
		many
			? (far ?? { known: false, why: 'Calculating…' })
			: known
				? proposeFeeds(store.known, known, { way, taps })
				: { known: false, why: 'That circuit is gone.' }
	);
	// A worker's answer comes from outside: what was asked before is ended.
	$effect(() => {
		if (!many) return;
		const [job, id, how] = [store.job, circuit.id, { way, taps }];
		far = null;
		const work = inWorker<CircuitsApi, FeedAnswer>(coreWorker, (api) => api.feeds(job, id, how));
		work.done.then(
			(found) => (far = found),
			(error: unknown) => {
				if (!(error instanceof Canceled)) far = { known: false, why: `It could not be calculated: ${(error as Error).message}` };
			}
		);
		return () => work.cancel();
	});
	const nameOf = (id: string) => store.index.boxes.get(id)?.name ?? 'panel';
	const saved = $derived(answer.known ? answer.value.nowFt - answer.value.bestFt : 0);
	const keep = () =>
		answer.known &&
		store.edit(`${BreakerName(store.job, circuit)}: ${saved}' less cable`, setFeeds(circuit.id, answer.value.feeds));
</script>

{#if answer.known}
	<div class="two">
		<SelectField
			label="Over by"
			value={way}
			options={WAYS.map((value) => ({ value, name: inWords(value) }))}
			onkeep={(v) => (way = v)}
		/>
		<FlagField label="Taps in a box" value={taps} yes="allowed" no="one in, one out" onkeep={(v) => (taps = v ?? false)} />
	</div>
	<p>
		<b class="mono">{answer.value.bestFt}'</b> minimum{answer.value.exact ? '' : ', best found'}; now
		<span class="mono">{answer.value.nowFt}'</span> by the same routes.
	</p>
	<ol>
		{#each answer.value.feeds as f (f.boxId)}
			<li>{nameOf(f.boxId)} <span class="soft">from {nameOf(f.fromId)}, <span class="mono">{f.feet}'</span></span></li>
		{/each}
	</ol>
	{#if saved > 0}<Btn small onclick={keep}>Feed it this way: {saved}' less</Btn>{:else if saved < 0}<p class="soft">
			It branches now; one in, one out would take {-saved}' more.
		</p>
	{:else}<p class="soft">It is already fed that way, or as short.</p>{/if}
{:else}
	<p class="soft">{answer.why}</p>
{/if}

<style>
	p {
		margin: var(--space-8) 0;
	}
	b {
		font-size: var(--type-head);
	}
	ol {
		margin: 0 0 var(--space-8);
		padding-left: var(--space-24);
		font-size: var(--type-small);
	}
</style>
