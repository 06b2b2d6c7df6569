<script lang="ts">
	import { Button } from 'flowbite-svelte';
	import type { Snippet } from 'svelte';

	interface Props {
		onclick?: (() => void) | undefined;
		/** `main`: the one filled action of a sheet; `bare`: a sign alone. */
		look?: 'plain' | 'main' | 'quiet' | 'danger' | 'bare';
		type?: 'button' | 'submit';
		disabled?: boolean;
		/** Said to a screen reader where the button shows only a sign. */
		label?: string | undefined;
		title?: string | undefined;
		pressed?: boolean | undefined;
		small?: boolean;
		children: Snippet;
	}
	let {
		onclick,
		look = 'plain',
		type = 'button',
		disabled = false,
		label,
		title,
		pressed,
		small = false,
		children
	}: Props = $props();
</script>

<!-- Its look is the class list of `.btn` in app.css and nothing else: it stands outside the layers, above the library's own. -->
<Button
	color="alternative"
	{type}
	{disabled}
	{title}
	class="btn look-{look}"
	data-small={small || undefined}
	aria-label={label}
	aria-pressed={pressed}
	{onclick}
>
	{@render children()}
</Button>
