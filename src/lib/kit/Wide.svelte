<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		/** On a desk too, where it may be wider than the sheet. */
		always?: boolean;
		/** No wider than this, in. */
		widthIn?: number | undefined;
		children: Snippet;
	}
	/** What may be wider than the page scrolls by itself, and is reached by keyboard where it does. */
	let { always = false, widthIn, children }: Props = $props();
	function reached(node: HTMLElement) {
		const look = new ResizeObserver(() => {
			if (node.scrollWidth > node.clientWidth + 1) node.tabIndex = 0;
			else node.removeAttribute('tabindex');
		});
		look.observe(node);
		if (node.firstElementChild) look.observe(node.firstElementChild);
		return { destroy: () => look.disconnect() };
	}
</script>

<div class="wide" class:always style:max-width={widthIn ? `${widthIn}in` : undefined} use:reached>{@render children()}</div>

<style>
	.always {
		overflow-x: auto;
	}
	.wide:focus-visible {
		outline: 2.5px solid var(--copper);
		outline-offset: -2px;
	}
	@media (max-width: 820px) {
		.wide {
			overflow-x: auto;
		}
	}
</style>
