<script lang="ts">
	import { breakerWritten } from '$core/model/breaker-name';
	import { FEED_SURE, writeBehind, writeFeeds } from '$core/edit/cables';
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
	import Gate from '../trim/Gate.svelte';
	import ReadWithOpen from '$lib/slip/ReadWithOpen.svelte';
	import PlaceGate from '$lib/slip/PlaceGate.svelte';

	/** In what order boxes are fed: which one to open next, what went dead, what is left. */
	const store = useJob();
	const circuit = $derived(
		store.circuit ??
			store.job.circuits.find((c) => store.job.cables.some((l) => l.circuitId === c.id && l.fromId === null)) ??
			null
	);
	const form = new FormDraft(draftKey(store.job.id, 'feed-order'), { answers: '{}', asked: '{}' });
	/** By circuit and box: what was dead with it opened, and what was read. */
	const all = $derived(read(form.now.answers));
	const readWith = $derived(read(form.now.asked));
	function read(text: string): Record<string, Record<string, string[]>> {
		try {
			return JSON.parse(text) as Record<string, Record<string, string[]>>;
		} catch {
			return {};
		}
	}
	const boxIds = $derived(circuit ? unorderedBoxes(store.job, circuit.id) : []);
	const answers = $derived(new Map(Object.entries((circuit && all[circuit.id]) ?? {}).filter(([id]) => boxIds.includes(id))));
	const asked = $derived(new Map(Object.entries((circuit && readWith[circuit.id]) ?? {})));
	const order = $derived(
		circuit && boxIds.length
			? feedOrder(unorderedOf(store.job, { circuitId: circuit.id, boxIds, answers, asked }), seeded(boxIds.length))
			: null
	);
	const name = (id: string | null) => (id === null || id === '' ? 'the supply side' : store.placeName(id));
	const head = $derived([...(order?.head ?? [])].find(([, p]) => p >= 0.99)?.[0] ?? null);
	/** What was reckoned is never all certain. */
	const percent = (p: number) => (p > 0.99 ? 'over 99%' : `${Math.round(100 * p)}%`);
	let opened = $state<string | null>(null);
	let gate = $state(false);
	const box = $derived(opened ?? order?.next?.box ?? null);
	const others = $derived(boxIds.filter((id) => id !== box));
	const dead = $derived(box ? store.deadStateOf(box) : null);
	function kept(dead: readonly string[], read: readonly string[]): void {
		if (!circuit || !box) return;
		// With the answer kept another box comes next.
		const [at, asked] = [box, { ...(readWith[circuit.id] ?? {}), [box]: [...read] }];
		form.now.asked = JSON.stringify({ ...readWith, [circuit.id]: asked });
		form.now.answers = JSON.stringify({ ...all, [circuit.id]: { ...(all[circuit.id] ?? {}), [at]: [...dead] } });
		opened = null;
		gate = false;
	}
	function forget(id: string): void {
		if (!circuit) return;
		const own = Object.fromEntries(Object.entries(all[circuit.id] ?? {}).filter(([k]) => k !== id));
		form.now.answers = JSON.stringify({ ...all, [circuit.id]: own });
		void store.edit(`${name(id)}: what was dead with it open taken back`, writeBehind(circuit.id, id, []));
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
{:else}
	<h2>{breakerWritten(store.job, circuit)}: {counted(boxIds.length, 'box', 'boxes')}, {answers.size} opened</h2>
	{#if head}
		<p class="big">
			<b>{name(head)}</b> is the first of the boxes entered. Whether another lies upstream is not known until its cable is seen to come
			from the panel.
		</p>
	{/if}
	{#if order.none}
		<p>
			<Mark kind="bad" word />
			{order.against.length
				? `The answers with ${order.against.map(name).join(' and ')} open contradict each other: a breaker, a cap or a reading was wrong. Take the doubtful one back, below.`
				: 'No feed order agrees with these answers and with the cables counted in the boxes: count again, or take an answer back, below.'}
		</p>
	{:else if !order.best.size}
		<p><Mark kind="unknown" /> Too many boxes to weigh every order yet: open the box below, it narrows them.</p>
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
			{#if dead?.tag}
				<Btn onclick={() => void store.lookOn(box)}>Hots apart and capped: on for the look</Btn>
			{/if}
			{#key box}<ReadWithOpen boxId={box} {circuit} {others} onkept={kept} />{/key}
			<Fold title={`Dead before touching ${name(box)}`} bind:open={gate}
				>{#if gate}{#key box}<PlaceGate placeId={box} />{/key}{/if}</Fold
			>
		</section>
	{:else if !order.none}
		<p class="big">
			<Mark kind="look" /> Opening another box tells no more. What is figured stays a guess until its cable is seen.
		</p>
	{/if}
	<table class="data">
		<thead><tr><th>Box</th><th>Fed from</th><th>How likely</th><th>Opened</th></tr></thead>
		<tbody>
			{#each boxIds as id (id)}
				{@const from = order.best.get(id) ?? null}
				<tr>
					<td><button type="button" class="row" onclick={() => store.selectPlace(id)}>{name(id)}</button></td>
					<td>{order.best.has(id) ? name(from) : ''}</td>
					<td class="num">{order.best.has(id) ? percent(order.feeds.get(id)?.get(from ?? '') ?? 0) : ''}</td>
					<td>
						{#if answers.has(id)}
							{answers.get(id)?.length ? `dead: ${answers.get(id)?.map(name).join(', ')}` : 'none dead'}
							<Btn small look="quiet" onclick={() => forget(id)}>Take back</Btn>
						{:else}<Btn small look="quiet" onclick={() => (opened = id)}>Open this one</Btn>{/if}
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
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: center;
		margin: var(--space-8) 0;
	}
</style>
