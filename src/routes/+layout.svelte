<script lang="ts">
	import '../app.css';
	import { ThemeProvider } from 'flowbite-svelte';
	import UpdateOffer from '$lib/kit/UpdateOffer.svelte';
	import { followVersions } from '$lib/kit/update.svelte';
	let { children } = $props();
	$effect(followVersions);
</script>

<!-- Its theme is our style sheet; without one around it each part looks for it and throws. -->
<ThemeProvider>
	{@render children()}
	<UpdateOffer />
</ThemeProvider>
