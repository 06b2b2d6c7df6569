<script lang="ts">
	import Fold from '$lib/kit/Fold.svelte';
	import Late from '$lib/frame/Late.svelte';

	/** What the shop keeps over all jobs: it comes when it is opened. */
	let open = $state(false);
</script>

<Fold title="Your shop" bind:open>
	{#if open}
		<Late load={() => import('./ShopFields.svelte')}>{#snippet children(ShopFields)}<ShopFields />{/snippet}</Late>
	{/if}
</Fold>
