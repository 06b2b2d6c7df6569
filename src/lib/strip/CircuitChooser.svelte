<script lang="ts">
	import { asTheyStand, spaceNumber } from '$core/model/breaker-name';
	import { useJob } from '$lib/store/use-job';
	const store = useJob();
</script>

<ul class="circuits">
	{#each [...store.job.circuits].sort(asTheyStand) as c (c.id)}
		<li>
			<button
				type="button"
				class:tagged={store.tagged.some((e) => e.circuitId === c.id)}
				onclick={() => store.select({ kind: 'circuit', id: c.id })}
				><b>{spaceNumber(c)}</b> {c.name || (c.space === null ? 'space not known' : '')}</button
			>
		</li>
	{/each}
</ul>

<style>
	.circuits {
		list-style: none;
		display: flex;
		gap: var(--space-6);
		margin: 0;
		padding: var(--space-2) 0;
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
		padding: var(--space-2) var(--space-10);
		font-size: var(--type-small);
	}
	.circuits button.tagged {
		border-left-color: var(--off);
		border-style: dashed;
	}
	.circuits b {
		font-family: 'Barlow Condensed', sans-serif;
		font-size: var(--type-lead);
		margin-right: var(--space-4);
	}
	@media (max-width: 820px) {
		.circuits button {
			min-height: 44px;
		}
	}
</style>
