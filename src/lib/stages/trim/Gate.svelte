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
		padding: 6px 12px;
		margin: 0 0 12px;
		background: var(--paper);
	}
</style>
