<script lang="ts" generics="T extends string">
	import SelectField from './SelectField.svelte';

	/** One of some, or not known: what nobody saw stays empty. */
	interface Props {
		label: string;
		value: T | null;
		options: readonly { value: T; name: string }[];
		onkeep: (value: T | null) => void;
	}
	let { label, value, options, onkeep }: Props = $props();
</script>

<SelectField
	{label}
	value={value ?? ''}
	options={[{ value: '' as const, name: 'not known' }, ...options]}
	onkeep={(v) => onkeep(v === '' ? null : v)}
/>
