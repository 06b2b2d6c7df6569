<script lang="ts">
	import { breakerSteps } from '$core/makeup/work/panel-work';
	import { factsOfCircuit } from '$core/makeup/work/facts-of-job';
	import type { Circuit } from '$core/model/job';
	import { useJob } from '$lib/store/use-job';
	import Fold from '$lib/kit/Fold.svelte';
	import PlaceGate from '$lib/slip/PlaceGate.svelte';
	import WorkSteps from '$lib/stages/trim/WorkSteps.svelte';

	interface Props {
		circuit: Circuit;
	}
	/** The work sheet of a breaker that a work puts in: its gate, then its steps. */
	let { circuit }: Props = $props();
	const store = useJob();
	const panel = $derived(store.job.panels.find((p) => p.id === circuit.panelId) ?? null);
	const guarded = $derived((circuit.plannedBreaker ?? circuit.breaker) !== 'none');
	const steps = $derived(
		breakerSteps(factsOfCircuit(store.known, { circuit, panel }, { otherSources: null, cord: false }), guarded)
	);
	let gating = $state(false);
</script>

<Fold title="Record it off and verified dead" bind:open={gating}>
	{#if gating}<PlaceGate placeId={circuit.id} />{/if}
</Fold>
<WorkSteps {steps} placeId={`breaker ${circuit.id}`} torquePlace={circuit.id} things={['breaker', 'bar', 'terminal']} />
