<script lang="ts">
	import { Alert } from 'flowbite-svelte';
	import type { Snippet } from 'svelte';

	interface Props {
		/** `stop`: something is wrong; `look`: something is to be decided. */
		level: 'look' | 'stop';
		/** Over the page, at its foot. */
		over?: boolean;
		/** The words stand above what can be done, and not beside it. */
		tall?: boolean;
		acts?: Snippet | undefined;
		children: Snippet;
	}
	let { level, over = false, tall = false, acts, children }: Props = $props();
</script>

<!-- No fading: what is wrong is there at once. -->
<Alert
	params={{ duration: 0 }}
	rounded={false}
	class={`hekto-note level-${level} bg-(--sheet) text-(--ink) dark:bg-(--sheet) dark:text-(--ink) p-0 ${over ? 'over' : ''} ${tall ? 'tall' : ''}`}
>
	<div class="words">{@render children()}</div>
	{#if acts}<div class="acts">{@render acts()}</div>{/if}
</Alert>

<style>
	:global(.hekto-note) {
		display: flex;
		align-items: center;
		gap: var(--space-12);
		padding: var(--space-6) var(--space-16);
		border-bottom: 1.5px solid var(--edge);
		border-left: 8px solid var(--edge);
	}
	:global(.hekto-note.level-stop) {
		--edge: var(--stop);
	}
	:global(.hekto-note.level-look) {
		--edge: var(--look);
	}
	:global(.hekto-note.tall) {
		display: block;
		padding: var(--space-12) var(--space-16);
	}
	:global(.hekto-note.over) {
		position: fixed;
		inset: auto 12px 12px;
		z-index: 60;
		border: 1.5px solid var(--ink);
		border-left: 8px solid var(--edge);
		border-radius: 4px;
	}
	.words {
		flex: 1;
	}
	:global(.hekto-note:not(.tall).level-stop) .words {
		color: var(--stop);
		font-weight: 600;
	}
	.words :global(p) {
		margin: 0 0 var(--space-6);
	}
	.acts {
		display: flex;
		gap: var(--space-8);
	}
</style>
