<script lang="ts">
	import { Input } from 'flowbite-svelte';
	interface Props {
		label: string;
		value: string;
		/** Gives the reason for which the text is refused, or null; then `onkeep` has the text. */
		check?: (text: string) => string | null;
		/** The user is done with it and it changed. */
		onkeep: (text: string) => void;
		/** While it is typed: for a filter, which answers at once. */
		ontype?: (text: string) => void;
		inputmode?: 'text' | 'decimal' | 'numeric';
		placeholder?: string;
		/** A list of usual answers on the page, by its id. */
		list?: string;
		mono?: boolean;
		/** The label is heard and not seen: in a table its column says it. */
		hideLabel?: boolean;
	}
	let {
		label,
		value,
		check = () => null,
		onkeep,
		ontype,
		inputmode = 'text',
		placeholder = '',
		list,
		mono = false,
		hideLabel = false
	}: Props = $props();
	const id = $props.id();
	// What is typed stands until it is kept or taken back: a refused text is never lost.
	let typed = $state<string | null>(null);
	const fault = $derived(typed === null ? null : check(typed));
	function keep(): void {
		if (typed === null || fault) return;
		const text = typed;
		typed = null;
		if (text !== value) onkeep(text);
	}
	function onkeydown(e: KeyboardEvent): void {
		if (e.key === 'Enter') keep();
		if (e.key === 'Escape' && typed !== null) {
			typed = null;
			e.stopPropagation();
		}
	}
</script>

<div class="field">
	<label for={id} class:sr-only={hideLabel}>{label}</label>
	<Input
		{id}
		value={typed ?? value}
		{inputmode}
		{placeholder}
		{list}
		aria-invalid={fault ? 'true' : undefined}
		aria-describedby={fault ? `${id}-fault` : undefined}
		class="{mono ? 'mono' : ''} hekto-input"
		oninput={(e: Event) => {
			typed = (e.currentTarget as HTMLInputElement).value;
			if (!check(typed)) ontype?.(typed);
		}}
		onchange={keep}
		{onkeydown}
	/>
	{#if fault}<p id="{id}-fault" class="fault" role="alert">{fault}</p>{/if}
</div>
