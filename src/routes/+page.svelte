<script lang="ts">
	import InTurn from '$lib/kit/InTurn.svelte';
	import JobsPage from '$lib/jobs/JobsPage.svelte';
</script>

<svelte:head><title>Hekto</title></svelte:head>
<!-- In a task apart from that which starts the application. -->
<InTurn><JobsPage /></InTurn>
