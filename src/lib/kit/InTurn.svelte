<script lang="ts">
	import { onMount, type Snippet } from 'svelte';
	import { inTurn } from './in-turn';

	/** A part of the page that is drawn in a task of its own, after those that stand before it. */
	let { children }: { children: Snippet } = $props();
	let come = $state(false);
	onMount(() => inTurn(() => (come = true)));
</script>

{#if come}{@render children()}{/if}
