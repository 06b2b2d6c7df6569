<script lang="ts" generics="View extends string">
	import type { Snippet } from 'svelte';
	import { wholeRow } from '$lib/kit/table/whole-row';
	import InTurn from '$lib/kit/InTurn.svelte';
	import Views from '$lib/frame/Views.svelte';
	import Guarded from './Guarded.svelte';

	interface Props {
		title: string;
		sub?: string;
		/** Buttons of the sheet: one filled at most. */
		acts?: Snippet | undefined;
		/** The views of the stage, by key; left out: it has one. */
		views?: Readonly<Partial<Record<View, string>>> | undefined;
		view?: View | undefined;
		onview?: ((view: View) => void) | undefined;
		children: Snippet;
		/** The content scrolls by itself (a plan); else the sheet does. */
		fixed?: boolean;
		/** On a phone the content needs the room of the title. */
		bare?: boolean;
	}
	let { title, sub = '', acts, views, view, onview, children, fixed = false, bare = false }: Props = $props();
	/** Up and down in a table, from name to name; what is come to is picked, and the slip follows. */
	function onkeydown(e: KeyboardEvent): void {
		const at = e.target as HTMLElement;
		const down = { ArrowDown: true, ArrowUp: false }[e.key];
		if (down === undefined || !at.matches('table.data button.row')) return;
		let row = at.closest('tr');
		let next: HTMLButtonElement | null | undefined;
		while (row && !next) {
			row = (down ? row.nextElementSibling : row.previousElementSibling) as HTMLTableRowElement | null;
			next = row?.querySelector('button.row');
		}
		if (!next) return;
		e.preventDefault();
		next.focus();
		next.click();
	}
</script>

<section class="sheet" class:bare>
	<header>
		<h1>{title}</h1>
		<p class="soft">{sub}</p>
		{#if acts}<div class="acts no-print">{@render acts()}</div>{/if}
	</header>
	{#if views && view && onview}
		<InTurn><Views {views} {view} {onview} children={content} /></InTurn>
	{:else}
		{@render content()}
	{/if}
</section>

{#snippet content()}
	<!-- A sheet that scrolls must be reachable by keyboard. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div
		{onkeydown}
		onscrollend={(e) => wholeRow(e.currentTarget)}
		class="content"
		class:still={fixed}
		tabindex={fixed ? undefined : 0}
		role={fixed ? undefined : 'region'}
		aria-label={fixed ? undefined : title}
	>
		<!-- What can't be shown leaves the title and the views in reach. -->
		<Guarded what={(view && views?.[view]) ?? title} at={`${title} ${view ?? ''}`}>{@render children()}</Guarded>
	</div>
{/snippet}

<style>
	.sheet {
		display: flex;
		flex-direction: column;
		min-height: 0;
		height: 100%;
		background: var(--sheet);
	}
	header {
		display: flex;
		align-items: center;
		gap: var(--space-6) var(--space-12);
		padding: var(--space-4) var(--space-16) var(--space-2);
		min-height: 44px;
		box-sizing: border-box;
	}
	h1 {
		flex: none;
	}
	p {
		margin: 0;
		font-size: var(--type-small);
		min-width: 0;
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.acts {
		margin-left: auto;
		flex: none;
		display: flex;
		align-items: center;
		gap: var(--space-8);
	}
	.content {
		flex: 1;
		min-height: 0;
		position: relative;
		overflow: auto;
		padding: 0 var(--space-16) var(--space-16);
		--head: 40px;
		scroll-padding-top: var(--head);
	}
	/* Not as padding: a table's head sticks to the very top. */
	.content:not(.still)::before {
		content: '';
		display: block;
		height: 10px;
	}
	.content.still {
		overflow: hidden;
		padding: 0;
	}
	.content:focus-visible {
		outline-offset: -3px;
	}
	@media (max-width: 820px) {
		.content {
			--head: 54px;
		}
		/* The bar below names the stage: the room is for the work. Out of sight, it is still the page's heading. */
		h1,
		header p {
			position: absolute;
			width: 1px;
			height: 1px;
			overflow: hidden;
			clip-path: inset(50%);
		}
		header {
			min-height: 0;
			padding: 0 var(--space-12);
		}
		.acts {
			margin: var(--space-6) 0;
			flex-wrap: wrap;
			flex-shrink: 1;
		}
		.bare .acts {
			display: none;
		}
		.content {
			padding: 0 var(--space-12) var(--space-16);
		}
	}
	@media print {
		header {
			display: none;
		}
		.sheet,
		.content {
			display: block;
			height: auto;
			overflow: visible;
		}
	}
</style>
