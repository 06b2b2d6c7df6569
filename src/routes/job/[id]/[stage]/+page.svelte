<script lang="ts">
	import { useJob } from '$lib/store/use-job';
	import { STAGE_NAMES } from '$lib/frame/stages';
	import InTurn from '$lib/kit/InTurn.svelte';
	import JobFrame from '$lib/jobs/JobFrame.svelte';
	let { data } = $props();
	const store = useJob();
</script>

<svelte:head><title>{STAGE_NAMES[data.stage].name} · {store.job.name} · Hekto</title></svelte:head>
<!-- In a task apart from that in which the job was opened. -->
<InTurn><JobFrame stage={data.stage} /></InTurn>
