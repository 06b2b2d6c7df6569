<script lang="ts">
	import '../app.css';
	import { ThemeProvider } from 'flowbite-svelte';
	import UpdateOffer from '$lib/ui/UpdateOffer.svelte';
	import { followVersions } from '$lib/ui/update.svelte';
	let { children } = $props();
	$effect(followVersions);
</script>

<!-- Its theme is our style sheet; without one around it each part looks for it and throws. -->
<ThemeProvider>
	{@render children()}
	<UpdateOffer />
</ThemeProvider>
