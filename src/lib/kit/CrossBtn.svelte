<script lang="ts">
	import { CloseOutline } from 'flowbite-svelte-icons';
	import Btn from './Btn.svelte';

	interface Props {
		/** What it takes away or closes. */
		label: string;
		onclick: () => void;
	}
	let { label, onclick }: Props = $props();
</script>

<Btn small look="bare" {label} {onclick}><CloseOutline size="sm" aria-hidden="true" /></Btn>
