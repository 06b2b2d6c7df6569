<script lang="ts">
	import { onReload } from '$lib/kit/keeps';
	import Btn from './Btn.svelte';
	import { takeUpdate, update } from './update.svelte';
</script>

{#if update.waiting}
	<div class="offer no-print" role="status">
		<span>A new version of Hekto is ready. Unsaved typing is lost when it loads. {onReload()}</span>
		<Btn small look="main" onclick={takeUpdate}>Load</Btn>
		<Btn small look="quiet" onclick={() => (update.waiting = null)}>Later</Btn>
	</div>
{/if}

<style>
	.offer {
		position: fixed;
		right: 12px;
		bottom: 12px;
		left: 12px;
		max-width: 560px;
		margin-left: auto;
		z-index: 50;
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: var(--space-10);
		padding: var(--space-10) var(--space-12);
		background: var(--sheet);
		border: 1.5px solid var(--ink);
		border-radius: 4px;
	}
	span {
		flex: 1 1 240px;
	}
</style>
