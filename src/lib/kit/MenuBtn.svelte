<script lang="ts">
	import { onMount } from 'svelte';
	import { Dropdown, DropdownItem } from 'flowbite-svelte';
	import { ChevronDownOutline, DotsVerticalOutline } from 'flowbite-svelte-icons';
	import Btn from './Btn.svelte';

	interface Props {
		/** Said to a screen reader where the button shows only a sign; left out: the button says "More". */
		label?: string | undefined;
		/** Key and name of each. */
		rows: readonly (readonly [string, string])[];
		onpick: (key: string) => void;
		/** Opens as soon as it is there: for one that comes when it is first asked for. */
		asked?: boolean;
		/** It has opened so: once, and not again when it is drawn anew. */
		onasked?: (() => void) | undefined;
	}
	let { label, rows, onpick, asked = false, onasked }: Props = $props();
	let open = $state(false);
	let place = $state<HTMLSpanElement>();
	// The library's menu stands at the button that was pressed.
	onMount(() => {
		const button = asked ? place?.querySelector('button') : null;
		if (!button) return;
		button.focus();
		setTimeout(() => button.click(), 0);
		onasked?.();
	});
</script>

<span bind:this={place}>
	<Btn small look="bare" {label} title={label}>
		{#if label}<DotsVerticalOutline size="sm" aria-hidden="true" />{:else}More <ChevronDownOutline
				size="sm"
				aria-hidden="true"
			/>{/if}
	</Btn>
</span>
<Dropdown simple bind:isOpen={open} placement="bottom-end" class="hekto-menu">
	{#each rows as [key, name] (key)}
		<DropdownItem
			class="min-h-10 w-full text-left text-(--ink)! max-[820px]:min-h-[44px]"
			onclick={() => {
				open = false;
				onpick(key);
			}}>{name}</DropdownItem
		>
	{/each}
</Dropdown>
