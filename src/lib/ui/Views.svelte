<script lang="ts" generics="View extends string">
	import Btn from './Btn.svelte';

	interface Props {
		/** The views of a stage, by their key, in order. */
		views: Readonly<Partial<Record<View, string>>>;
		view: View;
		onview: (view: View) => void;
	}
	let { views, view, onview }: Props = $props();
	const rows = $derived(Object.entries(views) as [View, string][]);
</script>

{#each rows as [key, name] (key)}<Btn small pressed={view === key} onclick={() => onview(key)}>{name}</Btn>{/each}
