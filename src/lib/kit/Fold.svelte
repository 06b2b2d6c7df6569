<script lang="ts">
	import { Accordion, AccordionItem } from 'flowbite-svelte';
	import { ChevronDownOutline, ChevronRightOutline } from 'flowbite-svelte-icons';
	import type { Snippet } from 'svelte';

	interface Props {
		title: string;
		/** In place of the title alone. */
		head?: Snippet | undefined;
		open?: boolean;
		children: Snippet;
	}
	let { title, head, open = $bindable(false), children }: Props = $props();
	/** The library's look gives way to a line of text with its sign. */
	const LINE =
		'fold-head min-h-9 max-[820px]:min-h-[44px] p-0! border-0! rounded-none! bg-transparent! focus:ring-0! font-semibold text-(--ink)! justify-start! gap-1 cursor-pointer';
</script>

<!-- What is folded away stays in the page: nothing that is typed there is lost. -->
<Accordion multiple flush class="fold mt-1.5 min-w-0 border-t border-(--rule) pt-1" data-fold={title}>
	<AccordionItem
		bind:open
		headingTag="div"
		transitionType="none"
		class="[font:inherit]"
		classes={{ button: LINE, content: 'p-0! border-0!', active: '', inactive: '' }}
	>
		{#snippet header()}
			{#if open}<ChevronDownOutline size="sm" class="flex-none text-(--soft)" aria-hidden="true" />
			{:else}<ChevronRightOutline size="sm" class="flex-none text-(--soft)" aria-hidden="true" />{/if}
			<span class="min-w-0"
				>{#if head}{@render head()}{:else}{title}{/if}</span
			>
		{/snippet}
		{#snippet arrowup()}{/snippet}
		{#snippet arrowdown()}{/snippet}
		{@render children()}
	</AccordionItem>
</Accordion>
