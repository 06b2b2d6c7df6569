<script lang="ts">
	import { breakerWritten } from '$core/model/breaker-name';
	import { whoReads } from '$lib/store/this-device';
	import { FEED_SURE, writeFeeds } from '$core/edit/cables';
	import { feedOrder } from '$core/trace/feed-order';
	import { unorderedBoxes, unorderedOf } from '$core/trace/feed-of-job';
	import { feetBetween } from '$core/run/moving';
	import { seeded } from '$core/units/random';
	import { counted } from '$core/units/quantity';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import Gate from '../trim/Gate.svelte';
	import PlaceGate from '$lib/slip/PlaceGate.svelte';

	/** In what order boxes are fed: which one to open next, what went dead, what is left. */
	const store = useJob();
	const circuit = $derived(
		store.circuit ??
			store.job.circuits.find((c) => store.job.cables.some((l) => l.circuitId === c.id && l.fromId === null)) ??
			null
	);
	const form = new FormDraft(draftKey(store.job.id, 'feed-order'), { answers: '{}' });
	/** By circuit and box: what was dead with it opened. */
	const all = $derived(read(form.now.answers));
	function read(text: string): Record<string, Record<string, string[]>> {
		try {
			return JSON.parse(text) as Record<string, Record<string, string[]>>;
		} catch {
			return {};
		}
	}
	const boxIds = $derived(circuit ? unorderedBoxes(store.job, circuit.id) : []);
	const answers = $derived(new Map(Object.entries((circuit && all[circuit.id]) ?? {}).filter(([id]) => boxIds.includes(id))));
	const order = $derived(
		circuit && boxIds.length
			? feedOrder(unorderedOf(store.job, { circuitId: circuit.id, boxIds, answers }), seeded(boxIds.length))
			: null
	);
	const name = (id: string | null) => (id === null || id === '' ? 'the panel' : store.placeName(id));
	const head = $derived([...(order?.head ?? [])].find(([, p]) => p >= 0.99)?.[0] ?? null);
	/** What was reckoned is never all certain. */
	const percent = (p: number) => (p > 0.99 ? 'over 99%' : `${Math.round(100 * p)}%`);
	/** Of each other box what was read with this one open; what nobody read is not taken for live. */
	let told = $state<Record<string, boolean>>({});
	let opened = $state<string | null>(null);
	let gate = $state(false);
	const box = $derived(opened ?? order?.next?.box ?? null);
	const others = $derived(boxIds.filter((id) => id !== box));
	const dead = $derived(others.filter((id) => told[id] === false));
	const untold = $derived(others.filter((id) => told[id] === undefined));
	function keep(): void {
		if (!circuit || !box || untold.length) return;
		// Live while its circuit is tagged off: that stops everything.
		for (const id of others) if (told[id]) void store.foundLive(id, `live with ${name(box)} opened`, whoReads());
		const own = { ...(all[circuit.id] ?? {}), [box]: [...dead] };
		form.now.answers = JSON.stringify({ ...all, [circuit.id]: own });
		told = {};
		opened = null;
		gate = false;
	}
	function forget(id: string): void {
		if (!circuit) return;
		const own = Object.fromEntries(Object.entries(all[circuit.id] ?? {}).filter(([k]) => k !== id));
		form.now.answers = JSON.stringify({ ...all, [circuit.id]: own });
	}
	/** Every feed by itself, and all of them together. */
	const rows = $derived(
		new Map(
			[...(order?.best ?? [])].map(([id, fromId]) => [
				id,
				{ fromId, sure: Math.min(order?.sure ?? 0, order?.feeds.get(id)?.get(fromId ?? '') ?? 0) }
			])
		)
	);
	const offered = $derived(answers.size > 0 && rows.size > 0 && [...rows.values()].every((r) => r.sure >= FEED_SURE));
	async function write(): Promise<void> {
		if (!circuit || !offered) return;
		const feet = (a: string, b: string) => feetBetween(store.job, { a, b });
		await store.edit(`${breakerWritten(store.job, circuit)}: feed order, figured`, writeFeeds(circuit.id, rows, feet));
	}
</script>

<Gate
	text="Disconnected ends are live when the breaker is on: each capped, nobody near, before it is switched on. Off, tagged and verified dead again before hands go back in."
/>
{#if !circuit}
	<p>Pick a circuit with boxes of which nobody knows what feeds them.</p>
{:else if !order}
	<p>{breakerWritten(store.job, circuit)} has no boxes yet: find what is on it under Which breaker.</p>
{:else if order.none}
	<p>
		<Mark kind="bad" word /> The answers contradict each other: no feed order agrees with all of them. Take the doubtful one back.
	</p>
{:else}
	<h2>{breakerWritten(store.job, circuit)}: {counted(boxIds.length, 'box', 'boxes')}, {answers.size} opened</h2>
	{#if head}
		<p class="big">
			<b>{name(head)}</b> is the first of the boxes entered. Whether another lies upstream is not known until its cable is seen to come
			from the panel.
		</p>
	{/if}
	{#if box && (order.next || opened)}
		<section class="next" aria-label="Next box to open">
			<p class="big">Open <b>{name(box)}</b></p>
			<ol>
				<li>Off, tagged, verified dead.</li>
				<li>Take all hots apart; cap each by itself. Nobody near.</li>
				<li>On. Which of the others are dead?</li>
				<li>Off, tagged, verified dead again. Land the hots, covers on.</li>
			</ol>
			<div role="group" aria-label="Read with it open">
				{#each others as id (id)}
					<div class="tap">
						<span class="name">{name(id)}</span>
						<Choice
							label={`${name(id)}, live or dead`}
							quiet
							value={told[id] === undefined ? null : told[id] ? 'live' : 'dead'}
							options={[
								{ value: 'live', name: 'live' },
								{ value: 'dead', name: 'dead' }
							]}
							onkeep={(v) => {
								const { [id]: _, ...rest } = told;
								told = v === null ? rest : { ...told, [id]: v === 'live' };
							}}
						/>
					</div>
				{/each}
			</div>
			<div class="taps">
				<Btn look="main" disabled={untold.length > 0} onclick={keep}
					>Keep: {untold.length
						? `${untold.length} not read yet`
						: dead.length
							? `${dead.map(name).join(', ')} dead`
							: 'none dead'}</Btn
				>
			</div>
			<Fold title={`Dead before touching ${name(box)}`} bind:open={gate}
				>{#if gate}{#key box}<PlaceGate placeId={box} />{/key}{/if}</Fold
			>
		</section>
	{:else}
		<p class="big"><Mark kind="good" /> Nothing more is to be learnt by opening a box.</p>
	{/if}
	<table class="data">
		<thead><tr><th>Box</th><th>Fed from</th><th>How likely</th><th>Opened</th></tr></thead>
		<tbody>
			{#each boxIds as id (id)}
				{@const from = order.best.get(id) ?? null}
				<tr>
					<td><button type="button" class="row" onclick={() => store.selectPlace(id)}>{name(id)}</button></td>
					<td>{name(from)}</td>
					<td class="num">{percent(order.feeds.get(id)?.get(from ?? '') ?? 0)}</td>
					<td>
						{#if answers.has(id)}
							{answers.get(id)?.length ? `dead: ${answers.get(id)?.map(name).join(', ')}` : 'none dead'}
							<Btn small look="quiet" onclick={() => forget(id)}>Take back</Btn>
						{:else}<Btn small look="quiet" onclick={() => ((opened = id), (told = {}))}>Open this one</Btn>{/if}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
	<p class="acts">
		{#if offered}
			<Btn look="main" onclick={write}>Write this order as figured</Btn>
			<span class="soft">{percent(order.sure)} likely. It stays a guess until each cable is seen; lengths from the plan.</span>
		{:else}
			<span class="soft"
				>{percent(order.sure)} likely: too little to write{answers.size ? '' : ', nothing was opened yet'}. Open the box above
				next.</span
			>
		{/if}
	</p>
{/if}

<style>
	h2 {
		font-size: var(--type-head);
		margin: var(--space-8) 0;
	}
	.big {
		font-size: var(--type-head);
		margin: var(--space-4) 0 var(--space-8);
	}
	.next {
		border: 1px solid var(--rule);
		border-left: 6px solid var(--copper);
		border-radius: 4px;
		background: var(--paper);
		padding: var(--space-10) var(--space-12);
		margin: 0 0 var(--space-12);
	}
	ol {
		list-style: decimal;
		margin: 0 0 var(--space-8);
		padding-left: var(--space-24);
	}
	.tap {
		display: flex;
		gap: var(--space-12);
		align-items: center;
		min-height: 44px;
	}
	.name {
		min-width: 84px;
		font-weight: 600;
	}
	.taps,
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: center;
		margin: var(--space-8) 0;
	}
</style>
