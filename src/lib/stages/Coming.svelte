<script lang="ts">
	interface Props {
		text: string;
	}
	let { text }: Props = $props();
</script>

<aside>
	<b class="condensed">Still to come here</b>
	<p>{text}</p>
</aside>

<style>
	aside {
		margin-top: var(--space-16);
		border-left: 4px solid var(--rule);
		padding: var(--space-2) 0 var(--space-2) var(--space-12);
		color: var(--soft);
		max-width: 76ch;
	}
	p {
		margin: var(--space-2) 0 0;
	}
</style>
