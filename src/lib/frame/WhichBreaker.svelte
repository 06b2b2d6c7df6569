<script lang="ts">
	import { breakerWritten, saySpace } from '$core/model/breaker-name';
	import { whoReads } from '$lib/store/this-device';
	import { Modal } from 'flowbite-svelte';
	import { breakerSuspects } from '$core/makeup/live-alarm';
	import { attachBox, moveToCircuit } from '$core/edit/cables';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import TagBySpace from './TagBySpace.svelte';

	/** Which breaker feeds a box that is live with its own off: one more off at a time, and the box read again. */
	interface Props {
		boxId: string;
		onclose: () => void;
	}
	let { boxId, onclose }: Props = $props();
	const store = useJob();
	const name = $derived(store.placeName(boxId));
	const suspects = $derived(breakerSuspects(store.job, { readings: store.readings, events: store.events }, boxId));
	const off = $derived(new Set(store.tagged.flatMap((e) => e.circuitId ?? [])));
	const now = $derived(store.index.circuitsOfBox.get(boxId)?.[0]);
	const nowhere = $derived(suspects.length > 0 && suspects.every((s) => s.says === 'no'));
	let by = $state(whoReads());
	const MARKS = { feeds: 'good', maybe: 'unknown', no: 'off' } as const;
	const WORDS = { feeds: 'feeds it', maybe: 'may feed it', no: 'not this one' } as const;
	const turn = (circuitId: string, kind: 'off-tagged' | 'on') =>
		store.log({ kind, circuitId, boxId: kind === 'on' ? null : boxId, by, note: '' });
	function move(circuitId: string): void {
		const circuit = store.index.circuits.get(circuitId);
		if (!circuit) return;
		const to = { cableId: freshId(), circuitId, fromId: circuit.panelId, lengthFt: null };
		void store.edit(
			`${name} on ${breakerWritten(store.job, circuit)}`,
			now ? moveToCircuit(boxId, now.id, to) : attachBox(boxId, to)
		);
		onclose();
	}
	function read(): void {
		store.selectPlace(boxId);
		onclose();
	}
</script>

<Modal open title={`Which breaker feeds ${name}?`} size="lg" class="hekto-modal" {onclose}>
	<p>
		Switch one more off, tag it, and read {name} again on a low-impedance meter, checked before and after. The line side of the main
		stays live.
	</p>
	{#if nowhere}
		<p>
			<Mark kind="bad" word /> Live with every breaker here off in turn: fed from elsewhere, or by two at once. Leave the box closed
			until the feed is found.
		</p>
	{/if}
	<TextField
		label="Who switches and tags"
		list="shop-people"
		value={by}
		check={(v) => (v.trim() ? null : 'Enter who tags it: initials are enough.')}
		placeholder="initials"
		onkeep={(v) => (by = v.trim())}
	/>
	<ul>
		{#each suspects as s (s.circuit.id)}
			<li>
				<Mark kind={MARKS[s.says]} />
				<span><b>{saySpace(store.job, s.circuit)}</b> {s.circuit.name}<span class="soft">{WORDS[s.says]}: {s.why}</span></span>
				{#if s.says === 'feeds' && now?.id !== s.circuit.id}
					<Btn small look="main" onclick={() => move(s.circuit.id)}>Put {name} on it</Btn>
				{/if}
				{#if off.has(s.circuit.id)}
					<Btn small onclick={() => turn(s.circuit.id, 'on')}>Switch on</Btn>
				{:else}
					<Btn small look="quiet" disabled={!by || s.circuit.mustStayOn} onclick={() => turn(s.circuit.id, 'off-tagged')}
						>{s.circuit.mustStayOn ? 'Must stay on' : 'Off and tagged'}</Btn
					>
				{/if}
			</li>
		{/each}
	</ul>
	<div class="other"><TagBySpace placeId={boxId} {by} label="Another breaker, by its space" /></div>
	<Btn look="main" onclick={read}>Read {name} again</Btn>
</Modal>

<style>
	ul {
		list-style: none;
		margin: var(--space-12) 0;
		padding: 0;
		max-height: 34vh;
		overflow-y: auto;
	}
	li {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: var(--space-10);
		border-bottom: 1px dotted var(--rule);
		padding: var(--space-6) 0;
	}
	li > span {
		flex: 1 1 200px;
	}
	.other {
		display: grid;
		gap: var(--space-8);
		max-width: 420px;
		margin-bottom: var(--space-12);
	}
	.soft {
		display: block;
		font-size: var(--type-note);
	}
	p {
		margin: 0 0 var(--space-10);
	}
</style>
