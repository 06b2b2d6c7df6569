<script lang="ts">
	import { formatLength, parseLength } from '$core/units/length';
	import TextField from './TextField.svelte';
	interface Props {
		label: string;
		/** Inches; null: not measured yet. */
		value: number | null;
		onkeep: (inches: number | null) => void;
		/** May be emptied: not measured. */
		mayBeUnknown?: boolean;
	}
	let { label, value, onkeep, mayBeUnknown = false }: Props = $props();
	const check = (text: string): string | null =>
		(mayBeUnknown && !text.trim()) || parseLength(text) !== null
			? null
			: `A length like 12'6, 12-6, 150" or 12 6 1/2; got "${text}"`;
</script>

<TextField
	{label}
	value={value === null ? '' : formatLength(value)}
	{check}
	placeholder="not measured"
	mono
	onkeep={(text) => onkeep(parseLength(text))}
/>
