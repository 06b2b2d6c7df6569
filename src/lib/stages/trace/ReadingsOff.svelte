<script lang="ts">
	import { allOf } from '$core/prove/assess-prove';
	import { useJob } from '$lib/store/use-job';
	import Mark from '$lib/kit/Mark.svelte';

	/** Boxes of which a reading is off, each with what it means by itself. */
	const store = useJob();
	const suspects = $derived(
		[...store.assessment.proofs.values()].filter((p) =>
			allOf(p).some(({ verdict }) => verdict.level === 'bad' || verdict.level === 'look')
		)
	);
</script>

<h2>Readings off</h2>
<table class="data">
	<thead><tr><th>Box</th><th>Verdict</th></tr></thead>
	<tbody>
		{#each suspects as proof (proof.boxId)}
			<tr class="pick" aria-selected={store.selection?.id === proof.boxId}>
				<td
					><button type="button" class="row" onclick={() => store.selectPlace(proof.boxId)}>{store.placeName(proof.boxId)}</button
					></td
				>
				<td>
					{#each allOf(proof) as { reading, verdict } (reading.id)}
						{#each verdict.judgments.filter((j) => j.level === 'bad' || j.level === 'look') as j (j.on + j.says)}<div>
								<Mark kind={j.level} />
								{j.says}
							</div>{/each}
					{/each}
				</td>
			</tr>
		{:else}
			<tr><td colspan="2">No reading is off.</td></tr>
		{/each}
	</tbody>
</table>

<style>
	h2 {
		font-size: var(--type-lead);
		margin: var(--space-12) 0 var(--space-4);
	}
</style>
