<script lang="ts">
	import { page } from '$app/state';
	import JobLoader from '$lib/jobs/JobLoader.svelte';
	let { children } = $props();
</script>

{#key page.params.id}
	<JobLoader id={page.params.id ?? ''}>{@render children()}</JobLoader>
{/key}
