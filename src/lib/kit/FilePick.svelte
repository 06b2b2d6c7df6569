<script lang="ts">
	import Btn from './Btn.svelte';
	interface Props {
		label: string;
		accept: string;
		onpick: (file: File) => void;
		small?: boolean;
	}
	let { label, accept, onpick, small = true }: Props = $props();
	let input = $state<HTMLInputElement>();
	function onchange(e: Event & { currentTarget: HTMLInputElement }): void {
		const file = e.currentTarget.files?.[0];
		if (file) onpick(file);
		// The same file can be chosen again after it was mended.
		e.currentTarget.value = '';
	}
</script>

<input bind:this={input} type="file" {accept} {onchange} hidden aria-label={label} />
<Btn {small} onclick={() => input?.click()}>{label}</Btn>
