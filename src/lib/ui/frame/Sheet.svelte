<script lang="ts">
	import type { Snippet } from 'svelte';
	interface Props {
		title: string;
		sub?: string;
		/** Buttons of the sheet. */
		acts?: Snippet | undefined;
		children: Snippet;
		/** The content scrolls by itself (a plan); else the sheet does. */
		fixed?: boolean;
		/** On a phone the content needs the room of the title. */
		bare?: boolean;
	}
	let { title, sub = '', acts, children, fixed = false, bare = false }: Props = $props();
</script>

<section class="sheet" class:still={fixed} class:bare>
	<header>
		<h1>{title}</h1>
		<p class="soft">{sub}</p>
		{#if acts}<div class="acts no-print">{@render acts()}</div>{/if}
	</header>
	<!-- A sheet that scrolls must be reachable by keyboard. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div
		class="content"
		tabindex={fixed ? undefined : 0}
		role={fixed ? undefined : 'region'}
		aria-label={fixed ? undefined : title}
	>
		{@render children()}
	</div>
</section>

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
		gap: 6px 12px;
		padding: 11px 16px 9px;
		flex-wrap: wrap;
	}
	h1 {
		flex: none;
	}
	p {
		margin: 0;
		font-size: 14px;
		min-width: 0;
	}
	.acts {
		margin-left: auto;
		display: flex;
		gap: 8px;
		flex-wrap: wrap;
	}
	.content {
		flex: 1;
		min-height: 0;
		position: relative;
		overflow: auto;
		padding: 0 16px 20px;
	}
	.still .content {
		overflow: hidden;
		padding: 0;
	}
	.content:focus-visible {
		outline-offset: -3px;
	}
	@media (max-width: 820px) {
		header {
			padding: 8px 12px;
		}
		.content {
			padding: 0 12px 20px;
		}
	}
	@media (max-width: 820px) {
		/* Out of sight, and still the page's heading. */
		.bare header {
			position: absolute;
			width: 1px;
			height: 1px;
			padding: 0;
			overflow: hidden;
			clip-path: inset(50%);
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
