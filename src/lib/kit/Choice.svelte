<script lang="ts" generics="T extends string | number">
	import type { Snippet } from 'svelte';
	import Btn from '$lib/kit/Btn.svelte';

	/** One of a few, by one press; pressed again: not known. */
	interface Props {
		label: string;
		/** The label is only said to a screen reader: what stands beside it names it. */
		quiet?: boolean;
		value: T | null;
		options: readonly { value: T; name: string }[];
		onkeep: (value: T | null) => void;
		/** Must be one of them. */
		firm?: boolean;
		/** Beside the name of each. */
		picture?: Snippet<[T]>;
	}
	let { label, value, options, onkeep, firm = false, quiet = false, picture }: Props = $props();
	const id = $props.id();
</script>

<div class="choice" role="group" aria-labelledby={id}>
	<span {id} class={quiet ? 'sr-only' : 'soft'}>{label}</span>
	<div class="all">
		{#each options as o (o.value)}
			<Btn
				small
				look="quiet"
				pressed={value === o.value}
				onclick={() => (value === o.value ? firm || onkeep(null) : onkeep(o.value))}
				>{#if picture}{@render picture(o.value)}{/if}{o.name}</Btn
			>
		{/each}
	</div>
</div>

<style>
	.choice {
		display: grid;
		gap: var(--space-4);
		font-size: var(--type-small);
	}
	@media (max-width: 820px) {
		.all :global(button) {
			min-width: 44px;
		}
	}
	.all {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6);
	}
</style>
