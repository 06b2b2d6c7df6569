<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		onclick?: (() => void) | undefined;
		/** `main`: the one filled action of a sheet. */
		look?: 'plain' | 'main' | 'quiet' | 'danger';
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
	const LOOKS = {
		plain: 'border-[1.5px] border-(--ink) bg-(--sheet) text-(--ink) hover:bg-(--paper)',
		main: 'border-[1.5px] border-(--copper) bg-(--copper) text-(--on-copper) hover:brightness-110',
		quiet: 'border border-(--rule) bg-transparent text-(--ink) hover:border-(--soft)',
		danger: 'border-[1.5px] border-(--stop) bg-(--sheet) text-(--stop)'
	} as const;
	const shape = $derived(
		`${LOOKS[look]} ${small ? 'min-h-8 px-2.5 text-[13px]' : 'min-h-9 px-3.5 text-sm'} max-[820px]:min-h-11 py-1 rounded font-semibold inline-flex items-center justify-center text-center cursor-pointer disabled:cursor-not-allowed disabled:opacity-50 ${pressed ? 'bg-(--copper-wash)! border-(--copper)!' : ''}`
	);
</script>

<!-- Plain: the first view does without the component library, whose class merging is a quarter of its script. -->
<button {type} {disabled} {title} class={shape} aria-label={label} aria-pressed={pressed} {onclick}>
	{@render children()}
</button>
