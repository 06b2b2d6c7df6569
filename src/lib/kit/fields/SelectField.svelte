<script lang="ts" generics="T extends string">
	import { Select } from 'flowbite-svelte';
	interface Props {
		label: string;
		value: T;
		options: readonly { value: T; name: string }[];
		onkeep: (value: T) => void;
		/** The label is heard and not seen: in a table its column says it. */
		hideLabel?: boolean;
	}
	let { label, value, options, onkeep, hideLabel = false }: Props = $props();
	const id = $props.id();
</script>

<div class="field">
	<label for={id} class:sr-only={hideLabel}>{label}</label>
	<Select
		{id}
		{value}
		items={[...options]}
		placeholder=""
		classes={{ select: 'hekto-input' }}
		onchange={(e: Event) => onkeep((e.currentTarget as HTMLSelectElement).value as T)}
	/>
</div>
