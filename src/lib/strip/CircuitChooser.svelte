<script lang="ts">
	import { useJob } from '$lib/store/use-job';
	const store = useJob();
</script>

<ul class="circuits">
	{#each store.job.circuits as c (c.id)}
		<li>
			<button
				type="button"
				class:tagged={store.tagged.some((e) => e.circuitId === c.id)}
				onclick={() => store.select({ kind: 'circuit', id: c.id })}><b>{c.number}</b> {c.name}</button
			>
		</li>
	{/each}
</ul>

<style>
	.circuits {
		list-style: none;
		display: flex;
		gap: 6px;
		margin: 0;
		padding: 2px 0;
		min-width: 0;
		overflow-x: auto;
		scrollbar-width: none;
	}
	.circuits button {
		border: 1.5px solid var(--rule);
		border-left: 4px solid var(--soft);
		border-radius: 3px;
		background: var(--sheet);
		color: var(--ink);
		min-height: 30px;
		white-space: nowrap;
		padding: 1px 10px;
		font-size: 14px;
	}
	.circuits button.tagged {
		border-left-color: var(--off);
		border-style: dashed;
	}
	.circuits b {
		font-family: 'Barlow Condensed', sans-serif;
		font-size: 16px;
		margin-right: 3px;
	}
	@media (max-width: 820px) {
		.circuits button {
			min-height: 44px;
		}
	}
</style>
