<script lang="ts">
	import Mark from '$lib/kit/Mark.svelte';
	interface Props {
		text: string;
	}
	let { text }: Props = $props();
</script>

<p><Mark kind="caution" word /> {text}</p>

<style>
	p {
		border-left: 6px solid var(--look);
		padding: var(--space-6) var(--space-12);
		margin: 0 0 var(--space-12);
		background: var(--paper);
	}
</style>
