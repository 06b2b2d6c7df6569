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
		margin-top: 18px;
		border-left: 4px solid var(--rule);
		padding: 2px 0 2px 12px;
		color: var(--soft);
		max-width: 76ch;
	}
	p {
		margin: 2px 0 0;
	}
</style>
