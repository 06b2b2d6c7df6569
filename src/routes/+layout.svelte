<script lang="ts">
	import '../app.css';
	import UpdateOffer from '$lib/ui/UpdateOffer.svelte';
	import { followVersions } from '$lib/ui/update.svelte';
	let { children } = $props();
	// After the first view: the files of the new version must not hold it up.
	$effect(() => void followVersions());
</script>

{@render children()}
<UpdateOffer />
