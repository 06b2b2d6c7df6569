<script lang="ts">
	import { editCircuit } from '$core/model/commands';
	import { fieldFault } from '$core/model/faults';
	import type { Circuit } from '$core/model/job';
	import { PROTECTIONS } from '$core/model/kinds';
	import { NAMES } from '$core/model/schema';
	import { useJob } from '$lib/data/job-store.svelte';
	import SelectField from '../fields/SelectField.svelte';
	import TextField from '../fields/TextField.svelte';
	import FeedOrder from './FeedOrder.svelte';

	interface Props {
		circuit: Circuit;
	}
	let { circuit }: Props = $props();
	const store = useJob();
	let open = $state(false);
	const nameFault = fieldFault(NAMES.circuit);
	const GIVES = { none: 'plain', gfci: 'GFCI', afci: 'AFCI', dual: 'dual function' } as const;
	const ratings = $derived(
		[
			...new Set([...store.edition.breakers.sizes, ...store.edition.breakers.onRequest.map((r) => r.amps), circuit.breakerA])
		].sort((a, b) => a - b)
	);
	const set = (what: string, change: Parameters<typeof editCircuit>[1]) =>
		store.edit(`Circuit ${circuit.number}: ${what}`, editCircuit(circuit.id, change));
	const stay = [
		{ value: 'no', name: 'may go off' },
		{ value: 'yes', name: 'must stay on' }
	];
</script>

<div class="facts">
	<TextField label="Name" value={circuit.name} check={nameFault} onkeep={(name) => set('name', { name: name.trim() })} />
	<SelectField
		label="Breaker"
		value={String(circuit.breakerA)}
		options={ratings.map((a) => ({ value: String(a), name: `${a} A` }))}
		onkeep={(a) => set(`${a} A`, { breakerA: Number(a) })}
	/>
	<SelectField
		label="Breaker kind"
		value={circuit.breaker}
		options={PROTECTIONS.map((value) => ({ value, name: GIVES[value] }))}
		onkeep={(breaker) => set(GIVES[breaker], { breaker })}
	/>
	<SelectField
		label="Must stay on"
		value={circuit.mustStayOn ? 'yes' : 'no'}
		options={stay}
		onkeep={(v) => set(v === 'yes' ? 'must stay on' : 'may go off', { mustStayOn: v === 'yes' })}
	/>
</div>
<details bind:open>
	<summary>Feed order and cable</summary>
	{#if open}<FeedOrder {circuit} />{/if}
</details>

<style>
	details {
		margin-top: 10px;
	}
	summary {
		cursor: pointer;
		min-height: 32px;
		font-weight: 600;
	}
	.facts {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 10px;
	}
</style>
