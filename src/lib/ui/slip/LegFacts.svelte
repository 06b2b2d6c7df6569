<script lang="ts">
	import { editLeg } from '$core/model/commands';
	import { cableName } from '$core/rough/take-off';
	import { useJob } from '$lib/data/job-store.svelte';
	import FeetField from '../fields/FeetField.svelte';

	interface Props {
		legId: string;
	}
	let { legId }: Props = $props();
	const store = useJob();
	const leg = $derived(store.job.legs.find((l) => l.id === legId));
</script>

{#if leg}
	<p>{cableName(leg)}, {leg.state}</p>
	<FeetField
		label="Length, one way"
		value={leg.lengthFt}
		onkeep={(lengthFt) => store.edit('Cable length', editLeg(leg.id, { lengthFt }))}
	/>
{/if}
