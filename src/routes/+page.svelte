<script lang="ts">
	import JobsPage from '$lib/jobs/JobsPage.svelte';
</script>

<svelte:head><title>Hekto</title></svelte:head>
<JobsPage />
