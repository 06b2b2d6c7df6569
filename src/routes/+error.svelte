<script lang="ts">
	import { page } from '$app/state';
	import { dropShell } from '$lib/kit/shell';
	import { onMount } from 'svelte';
	onMount(dropShell);
</script>

<main>
	<h1>{page.status === 404 ? 'There is nothing at this address.' : 'Something went wrong.'}</h1>
	<p>{page.error?.message}</p>
	<p><a href="/">All jobs</a></p>
</main>

<style>
	main {
		padding: var(--space-24);
	}
</style>
