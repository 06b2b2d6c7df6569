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
	/** The library's look of a button gives way to the tokens of ours (`.look-*` in app.css), in both themes. */
	const INK =
		'text-(--btn-ink) hover:text-(--btn-ink) focus-within:text-(--btn-ink) dark:text-(--btn-ink) dark:hover:text-(--btn-ink) dark:focus-within:text-(--btn-ink)';
	const FILL = 'bg-(--btn-fill) hover:bg-(--btn-over) dark:bg-(--btn-fill) dark:hover:bg-(--btn-over)';
	const EDGE = 'border-(--btn-edge) hover:border-(--btn-edge) dark:border-(--btn-edge) dark:hover:border-(--btn-edge)';
	const shape = $derived(
		[
			`look-${look} ${INK} ${FILL} ${EDGE}`,
			look === 'bare' ? 'border-0 min-w-8 px-1' : look === 'quiet' ? 'border' : 'border-[1.5px]',
			look === 'bare' ? 'min-h-8' : small ? 'min-h-8 px-2.5 text-[14.5px]' : 'min-h-9 px-3.5 text-[15px]',
			'max-[820px]:min-h-[44px] max-[820px]:min-w-[44px] py-1 rounded font-semibold cursor-pointer focus-within:ring-0',
			pressed ? 'bg-(--copper-wash)! border-(--copper)!' : ''
		].join(' ')
	);
</script>

<Button color="alternative" {type} {disabled} {title} class={shape} aria-label={label} aria-pressed={pressed} {onclick}>
	{@render children()}
</Button>
