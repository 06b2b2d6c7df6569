<script lang="ts">
	import { Modal } from 'flowbite-svelte';
	interface Props {
		open: boolean;
	}
	let { open = $bindable() }: Props = $props();
	const KEYS = [
		['1 to 9', 'the nine stages'],
		['/', 'find anything: a box, a room, a circuit'],
		['c', 'find a circuit'],
		['s', 'height of the run: one line, as needed, high'],
		['w', 'open and fold the slip'],
		['[ and ]', 'back and on along the run'],
		['n', 'new box'],
		['r', 'take a reading'],
		['e', 'edit the selected thing'],
		['Ctrl Z', 'undo'],
		['Ctrl Shift Z', 'redo'],
		['Esc', 'clear the selection'],
		['arrows', 'move the picked box, room or thing 1"; with Shift 6", with Alt 1/16"'],
		['t, m', 'turn what is picked; mirror a room'],
		['Ctrl D', 'copy what is picked'],
		['Delete', 'remove what is picked'],
		['arrows, + −', 'with nothing picked: move and zoom the plan'],
		['?', 'this list']
	] as const;
</script>

<Modal bind:open title="Keys" size="sm" class="hekto-modal">
	<!-- A list that scrolls must be reachable by keyboard. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<dl tabindex="0" aria-label="Keys">
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
		gap: var(--space-6) var(--space-12);
		margin: 0;
	}
	dt {
		font-weight: 600;
	}
	dd {
		margin: 0;
	}
</style>
