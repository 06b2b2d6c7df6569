<script lang="ts">
	import SelectField from './SelectField.svelte';
	interface Props {
		label: string;
		/** undefined: left to what the drawing says. */
		value: boolean | undefined;
		/** Word for "as the drawing has it"; left out: it is yes or no. */
		unset?: string;
		yes?: string;
		no?: string;
		onkeep: (value: boolean | undefined) => void;
	}
	let { label, value, unset, yes = 'yes', no = 'no', onkeep }: Props = $props();
	const options = $derived([
		...(unset ? [{ value: '', name: unset }] : []),
		{ value: 'yes', name: yes },
		{ value: 'no', name: no }
	]);
</script>

<SelectField
	{label}
	value={value === undefined || value === null ? (unset ? '' : 'no') : value ? 'yes' : 'no'}
	{options}
	onkeep={(v) => onkeep(v === '' ? undefined : v === 'yes')}
/>
