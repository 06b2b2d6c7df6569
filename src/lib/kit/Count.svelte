<script lang="ts">
	import { Badge } from 'flowbite-svelte';

	interface Props {
		/** How many; or a sign where they could not be counted. */
		n: number | string;
		level: 'violations' | 'cautions' | 'todo';
		/** Of what, where it is not the level: said to a screen reader, shown under the pointer. */
		of?: string;
	}
	let { n, level, of }: Props = $props();

	const ONE = { violations: 'violation', cautions: 'caution', todo: 'to do' };
	const MANY = { violations: 'violations', cautions: 'cautions', todo: 'to do' };
	let words = $derived(of ?? (n === 1 ? ONE : MANY)[level]);
</script>

<Badge class={`count ${level} dark:bg-transparent`} rounded={false} title={`${n} ${words}`}
	>{n}<span class="sr-only"> {words}</span></Badge
>

<style>
	:global(.count) {
		font:
			600 13px 'Barlow Condensed',
			sans-serif;
		min-width: 20px;
		padding: var(--space-2) var(--space-4);
		text-align: center;
		border-radius: 3px;
	}
	:global(.count.violations) {
		background: var(--stop);
		color: var(--sheet);
	}
	:global(.count.cautions) {
		background: none;
		border: 1.5px solid var(--look);
		color: var(--look);
	}
	:global(.count.todo) {
		background: none;
		color: var(--soft);
	}
</style>
