<script lang="ts">
	import { editDevice } from '$core/edit/boxes';
	import { editCircuit } from '$core/edit/circuits';
	import { newSpace } from '$core/edit/name-space';
	import type { Box } from '$core/model/job';
	import { indexOf } from '$core/model/job-index';
	import { BREAKER_WORDS, DEVICE_WORDS } from '$core/model/protections';
	import { newNeeds, protectionOf } from '$core/work/new-way';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		box: Box;
	}
	/** Of a new box: the protection that its place requires, by one press where nothing gives it; and the space of a breaker of its own. */
	let { box }: Props = $props();
	const store = useJob();
	const known = $derived(indexOf(store.known).boxes.get(box.id));
	const needs = $derived(known ? newNeeds(store.ruled, store.readings, known) : null);
	const circuit = $derived(store.index.circuitsOfBox.get(box.id)?.[0]);
	const [device] = $derived(box.devices);
	const own = $derived(circuit?.state === 'planned' ? circuit : undefined);
	const faultOf = (text: string): string | null => {
		const named = own && text.trim() ? newSpace(store.job, own.id, text) : null;
		return named && 'fault' in named ? named.fault : null;
	};
	function put(text: string): void {
		const named = own && text.trim() ? newSpace(store.job, own.id, text) : null;
		if (named && 'put' in named) void store.edit(`New breaker in space ${text.trim()}`, named.put);
	}
	const here = $derived(needs?.at === 'receptacle' && device ? protectionOf(needs.lacks, device.protection) : null);
	const there = $derived(needs && circuit ? protectionOf(needs.lacks, circuit.breaker) : null);
</script>

<div class="needs">
	{#each needs?.why ?? [] as w (w)}<p>{w}</p>{/each}
	{#if needs?.unknown}<p><Mark kind="unknown" /> {needs.unknown} The protection it needs rests on that.</p>{/if}
	{#if needs?.lacks.length}
		<p class="acts">
			<Mark kind="bad" word /> Nothing gives it yet.
			{#if here && device}
				<Btn
					small
					onclick={() =>
						void store.edit(`${box.name}: ${DEVICE_WORDS[here]}`, editDevice(box.id, device.id, { protection: here }))}
					>{DEVICE_WORDS[here]} here</Btn
				>
			{/if}
			{#if own && there}
				<Btn
					small
					onclick={() => void store.edit(`New breaker: ${BREAKER_WORDS[there]}`, editCircuit(own.id, { breaker: there }))}
					>{BREAKER_WORDS[there]} breaker</Btn
				>
			{/if}
		</p>
	{/if}
	{#if own && own.space === null}
		<TextField label="Its space in the panel: 7, 8/10" value="" check={faultOf} onkeep={put} />
	{/if}
</div>

<style>
	.needs {
		display: grid;
		gap: var(--space-6);
		max-width: 620px;
		margin-bottom: var(--space-10);
	}
	p {
		margin: 0;
	}
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: center;
	}
</style>
