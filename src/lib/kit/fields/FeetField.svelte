<script lang="ts">
	import { parseLength } from '$core/units/length';
	import { show } from '$core/units/quantity';
	import TextField from './TextField.svelte';
	interface Props {
		label: string;
		/** Feet of wire; null: not measured yet. */
		value: number | null;
		onkeep: (feet: number | null) => void;
	}
	let { label, value, onkeep }: Props = $props();
	/** Wire is told in feet: a bare number is feet here. */
	const feetOf = (text: string): number | null => {
		const typed = text.trim();
		if (/^\d+(\.\d+)?$/.test(typed)) return Number(typed);
		const inches = parseLength(typed);
		return inches === null ? null : inches / 12;
	};
	const check = (text: string): string | null =>
		!text.trim() || (feetOf(text) ?? 9999) <= 2000 ? null : `Feet of wire, 0 to 2000, like 31 or 31'6; got "${text}"`;
</script>

<TextField
	{label}
	value={value === null ? '' : `${show(value, 2)}'`}
	{check}
	placeholder="not measured"
	mono
	onkeep={(text) => onkeep(feetOf(text))}
/>
