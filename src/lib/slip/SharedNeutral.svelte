<script lang="ts">
	import { BreakerName, breakerWritten, breakerNames, capital } from '$core/model/breaker-name';
	import { pairCircuits, editCircuit } from '$core/edit/circuits';
	import type { Circuit } from '$core/model/job';
	import { OPENS_TOGETHER, type OpensTogether } from '$core/model/kinds';
	import { useJob } from '$lib/store/use-job';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';

	interface Props {
		circuit: Circuit;
	}
	/** The circuit that this one shares its neutral with, and how both open. */
	let { circuit }: Props = $props();
	const store = useJob();
	const other = $derived(circuit.multiwire?.withId ?? '');
	const opens = $derived(circuit.multiwire?.opens ?? 'each');
	const OPENS: Record<OpensTogether, string> = {
		'two-pole': 'a two-pole breaker',
		'handle-tie': 'breakers, handles tied',
		each: 'each one alone'
	};
	const others = $derived([
		{ value: '', name: 'none' },
		...store.job.circuits
			.filter((c) => c.id !== circuit.id && c.poles === 1 && c.panelId === circuit.panelId)
			.map((c) => ({ value: c.id, name: breakerWritten(store.job, c) }))
	]);
	const both = (id: string) => {
		const mate = store.index.circuits.get(id);
		return capital(breakerNames(store.job, mate ? [circuit, mate] : [circuit]));
	};
	function pair(withId: string): void {
		if (withId) void store.edit(`${both(withId)} share a neutral`, pairCircuits(circuit.id, withId, opens));
		else if (other) void store.edit(`${both(other)} share no neutral`, pairCircuits(circuit.id, other, null));
	}
</script>

{#if circuit.poles === 2}
	<p class="soft">Two poles: its 120 V loads already share its neutral.</p>
{:else}
	<div class="two">
		<SelectField label="Shares its neutral" value={other} options={others} onkeep={pair} />
		{#if other}
			<SelectField
				label="Opened by"
				value={opens}
				options={OPENS_TOGETHER.map((value) => ({ value, name: OPENS[value] }))}
				onkeep={(v) => store.edit(`${BreakerName(store.job, circuit)}: ${OPENS[v]}`, pairCircuits(circuit.id, other, v))}
			/>
		{/if}
	</div>
{/if}
<FlagField
	label="Its neutral, as found"
	value={circuit.borrowedNeutral}
	yes="borrowed from another circuit"
	no="its own"
	onkeep={(v) =>
		store.edit(`${BreakerName(store.job, circuit)}: neutral`, editCircuit(circuit.id, { borrowedNeutral: v || undefined }))}
/>
{#if other}<p class="soft">Its code-basis page is in Circuit, Multiwire.</p>{/if}

<style>
	p {
		margin: var(--space-6) 0 0;
		font-size: var(--type-small);
	}
</style>
