<script lang="ts">
	import { Modal } from 'flowbite-svelte';
	interface Props {
		open: boolean;
	}
	let { open = $bindable() }: Props = $props();
	const KEYS = [
		['1 to 9', 'the nine stages'],
		['/', 'find anything: a box, a room, a circuit'],
		['[ and ]', 'back and on along the run'],
		['n', 'new box'],
		['r', 'take a reading'],
		['e', 'edit the selected thing'],
		['Ctrl Z', 'undo'],
		['Ctrl Shift Z', 'do again'],
		['Esc', 'let go of the selection'],
		['arrows, + −', 'move and zoom the plan when it is in focus'],
		['?', 'this list']
	] as const;
</script>

<Modal bind:open title="Keys" size="sm" class="hekto-modal">
	<dl>
		{#each KEYS as [key, what] (key)}
			<dt class="mono">{key}</dt>
			<dd>{what}</dd>
		{/each}
	</dl>
</Modal>

<style>
	dl {
		display: grid;
		grid-template-columns: 130px 1fr;
		gap: 7px 12px;
		margin: 0;
	}
	dt {
		font-weight: 600;
	}
	dd {
		margin: 0;
	}
</style>
