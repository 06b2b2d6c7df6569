<script lang="ts">
	import { useJob } from '$lib/data/job-store.svelte';
	import Btn from '$lib/ui/Btn.svelte';
	import Sheet from '$lib/ui/frame/Sheet.svelte';
	import CircuitTable from './circuit/CircuitTable.svelte';
	import ServiceLoad from './circuit/ServiceLoad.svelte';

	const store = useJob();
	let view = $state<'circuits' | 'service'>('circuits');
	const SUBS = {
		circuits: 'drop at the farthest box, with the design load drawn there, 75 °C',
		service: 'the load of the whole dwelling, by Article 220'
	};
</script>

<Sheet title="Circuit" sub={`${store.job.circuits.length} circuits; ${SUBS[view]}`}>
	{#snippet acts()}
		<Btn small pressed={view === 'circuits'} onclick={() => (view = 'circuits')}>Circuits</Btn>
		<Btn small pressed={view === 'service'} onclick={() => (view = 'service')}>Service load</Btn>
	{/snippet}
	{#if view === 'service'}<ServiceLoad />{:else}<CircuitTable />{/if}
</Sheet>
