<script lang="ts">
	import { editCircuit } from '$core/edit/circuits';
	import { capital, saySpace } from '$core/model/breaker-name';
	import type { Circuit } from '$core/model/job';
	import { PROTECTIONS, type Protection } from '$core/model/kinds';
	import { useJob } from '$lib/store/use-job';
	import Choice from '$lib/kit/Choice.svelte';

	interface Props {
		circuit: Circuit;
	}
	/** What stands on the face of the breaker that was tagged: its rating, and what it protects against. */
	let { circuit }: Props = $props();
	const store = useJob();
	const NAMES: Record<Protection, string> = { none: 'plain', gfci: 'GFCI', afci: 'AFCI', dual: 'dual function' };
	const name = $derived(capital(saySpace(store.job, circuit)));
	const AMPS = $derived(
		[...new Set([15, 20, 30, 40, 50, ...(circuit.breakerA === null ? [] : [circuit.breakerA])])].sort((a, b) => a - b)
	);
	/** A space that was only named: nobody looked whether it has a button. */
	const unread = $derived(circuit.breaker === 'none' && circuit.breakerA === null);
	const set = (what: string, change: Parameters<typeof editCircuit>[1]) =>
		store.edit(`${name}: ${what}`, editCircuit(circuit.id, change));
</script>

<div class="breaker" role="group" aria-label={`The breaker, ${name}`}>
	<Choice
		label={`${name}, on its face`}
		value={circuit.breakerA}
		options={AMPS.map((value) => ({ value, name: `${value} A` }))}
		onkeep={(breakerA) => set(breakerA ? `${breakerA} A` : 'not read', { breakerA })}
	/>
	<Choice
		label="and its test button"
		firm
		value={unread ? null : circuit.breaker}
		options={PROTECTIONS.map((value) => ({ value, name: NAMES[value] }))}
		onkeep={(breaker) => breaker && set(NAMES[breaker], { breaker })}
	/>
</div>

<style>
	.breaker {
		display: grid;
		gap: var(--space-8);
		margin-bottom: var(--space-12);
	}
</style>
