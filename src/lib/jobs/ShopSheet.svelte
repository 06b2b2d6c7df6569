<script lang="ts">
	import Fold from '$lib/ui/Fold.svelte';
	import Late from '$lib/ui/Late.svelte';

	/** What the shop keeps over all jobs: it comes when it is opened. */
	let open = $state(false);
</script>

<Fold title="Your shop" bind:open>
	{#if open}
		<Late load={() => import('./ShopFields.svelte')}>{#snippet children(ShopFields)}<ShopFields />{/snippet}</Late>
	{/if}
</Fold>
