<script lang="ts">
	import { BarsOutline } from 'flowbite-svelte-icons';
	import { STAGES, type Stage } from '$core/model/kinds';
	import { jobAddress } from '$lib/store/address';
	import { useJob } from '$lib/store/use-job';
	import { STAGE_NAMES, stageNumber } from '$lib/frame/stages';

	interface Props {
		stage: Stage;
		onall: () => void;
	}
	let { stage, onall }: Props = $props();
	const store = useJob();
	const at = $derived(STAGES.indexOf(stage));
	const near = $derived([STAGES[at - 1], stage, STAGES[at + 1]]);
</script>

<nav class="bar no-print" aria-label="Neighboring stages">
	{#each near as s, i (i)}
		{#if s}
			<a href={jobAddress(store.id, s, { view: store.views[s] })} aria-current={s === stage ? 'page' : undefined}
				>{stageNumber(s)} {STAGE_NAMES[s].name}</a
			>
		{:else}
			<span></span>
		{/if}
	{/each}
	<button type="button" onclick={onall} aria-label="All stages"><BarsOutline aria-hidden="true" /></button>
</nav>

<style>
	.bar {
		display: grid;
		grid-template-columns: 1fr 1fr 1fr 52px;
		border-top: 1.5px solid var(--ink);
		background: var(--paper);
		padding-bottom: env(safe-area-inset-bottom);
	}
	a,
	button {
		min-height: 50px;
		display: grid;
		place-items: center;
		font-size: var(--type-body);
		color: var(--soft);
		text-decoration: none;
		background: none;
		border: 0;
	}
	button {
		font-size: var(--type-head);
		color: var(--ink);
	}
	a[aria-current] {
		color: var(--ink);
		font-weight: 600;
		box-shadow: inset 0 4px 0 var(--copper);
	}
</style>
