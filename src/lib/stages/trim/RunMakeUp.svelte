<script lang="ts">
	import { runMakeUp } from '$core/makeup/run-make-up';
	import { indexOf } from '$core/model/job-index';
	import type { Box } from '$core/model/job';
	import { useJob } from '$lib/store/use-job';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		boxes: readonly Box[];
	}
	/** What the boxes of a run, or of the house, take together: those made up alike, connectors, pigtails. */
	let { boxes }: Props = $props();
	const store = useJob();
	const all = $derived(
		runMakeUp(
			store.ruled,
			boxes.flatMap((b) => indexOf(store.known).boxes.get(b.id) ?? [])
		)
	);
</script>

<p>
	<b>Connectors:</b>
	{all.connectors.map((c) => `${c.count} ${c.name}`).join(', ') || 'none'}.
	<b>Pigtails:</b>
	{all.pigtails.map((p) => `${p.count} of ${p.awg} AWG`).join(', ') || 'none'}.
</p>
<table class="data">
	<thead><tr><th class="num">Boxes</th><th>Made up alike</th><th>Which</th></tr></thead>
	<tbody>
		{#each all.groups as g (g.boxes[0])}
			<tr>
				<td class="num">{g.boxes.length}</td>
				<td>{g.words}</td>
				<td
					><div class="which">
						{#each g.boxes as name (name)}
							<button
								type="button"
								class="row"
								onclick={() => {
									const box = store.job.boxes.find((b) => b.name === name);
									if (box) store.select({ kind: 'box', id: box.id });
								}}>{name}</button
							>
						{/each}
					</div></td
				>
			</tr>
		{/each}
	</tbody>
</table>
{#each all.not as n (n.box)}<p><Mark kind="unknown" /> {n.box}: {n.why}</p>{/each}

<style>
	.which {
		display: flex;
		flex-wrap: wrap;
		gap: 0 var(--space-12);
	}
</style>
