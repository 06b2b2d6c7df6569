<script lang="ts">
	import type { Lies } from '$core/model/kinds';
	import SelectField from './SelectField.svelte';
	interface Props {
		value: Lies | undefined;
		onkeep: (value: Lies | undefined) => void;
	}
	/** Where a cable lies: by its two ends, or as it is said. */
	let { value, onkeep }: Props = $props();
	const OPTIONS: { value: Lies | ''; name: string }[] = [
		{ value: '', name: 'by its two ends' },
		{ value: 'inside', name: 'inside, dry' },
		{ value: 'outdoors', name: 'outdoors' },
		{ value: 'underground', name: 'in the ground' }
	];
</script>

<SelectField label="Where it runs" value={value ?? ''} options={OPTIONS} onkeep={(v: Lies | '') => onkeep(v || undefined)} />
