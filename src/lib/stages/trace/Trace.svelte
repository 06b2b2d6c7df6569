<script lang="ts">
	import { allOf } from '$core/prove/assess-prove';
	import { addSymptom, closeSymptom } from '$core/edit/job';
	import { counted } from '$core/units/quantity';
	import { draftKey } from '$lib/data/drafts';
	import { FormDraft } from '$lib/data/form-draft.svelte';
	import { freshId } from '$lib/data/jobs';
	import { useJob } from '$lib/data/job-store.svelte';
	import Btn from '$lib/ui/Btn.svelte';
	import TextField from '$lib/ui/fields/TextField.svelte';
	import Sheet from '$lib/ui/frame/Sheet.svelte';
	import Mark from '$lib/ui/Mark.svelte';
	import Coming from '../Coming.svelte';
	import Gate from '../trim/Gate.svelte';

	const store = useJob();
	const typed = new FormDraft(draftKey(store.job.id, 'symptom'), { text: '' });
	const text = $derived(typed.now.text);
	const suspects = $derived([...store.assessment.proofs.values()].filter((p) => p.level === 'bad' || p.level === 'look'));
	async function add(): Promise<void> {
		if (text && (await store.edit('Symptom noted', addSymptom(freshId(), text, store.box?.id ?? null)))) typed.clear();
	}
</script>

<Sheet
	title="Trace"
	sub={`${counted(store.job.symptoms.filter((s) => s.open).length, 'open symptom')}, ${counted(suspects.length, 'box', 'boxes')} with a reading off`}
>
	<Gate text="Before hands go in a box: circuit off and tagged, box verified dead in Trim." />
	<h2>Symptoms</h2>
	<ul>
		{#each store.job.symptoms as s (s.id)}
			<li class:closed={!s.open}>
				<Mark kind={s.open ? 'caution' : 'good'} />
				<span>{s.text}</span>
				{#if s.boxId}
					{@const boxId = s.boxId}
					<button type="button" class="at" onclick={() => store.select({ kind: 'box', id: boxId })}
						>{store.index.boxes.get(boxId)?.name}</button
					>
				{/if}
				<Btn
					small
					look="quiet"
					onclick={() => store.edit(s.open ? 'Symptom closed' : 'Symptom reopened', closeSymptom(s.id, !s.open))}
					>{s.open ? 'Close' : 'Reopen'}</Btn
				>
			</li>
		{:else}
			<li>None yet. Write down what people saw, in their words.</li>
		{/each}
	</ul>
	<div class="add">
		<TextField
			label={store.box ? `What is seen at ${store.box.name}` : 'What is seen'}
			value={text}
			onkeep={(v) => (typed.now.text = v.trim().slice(0, 1000))}
		/>
		<Btn onclick={add}>Add</Btn>
	</div>
	<h2>Readings off</h2>
	<table class="data">
		<thead><tr><th>Box</th><th>Verdict</th></tr></thead>
		<tbody>
			{#each suspects as proof (proof.boxId)}
				<tr class="pick" aria-selected={store.selection?.id === proof.boxId}>
					<td
						><button type="button" class="row" onclick={() => store.selectPlace(proof.boxId)}
							>{store.placeName(proof.boxId)}</button
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
	<Coming
		text="Ranked faults that explain what was read, the next best measurement, feed order by halving, and which breaker feeds what in the fewest walks."
	/>
</Sheet>

<style>
	h2 {
		font-size: 18px;
		margin: 12px 0 4px;
	}
	ul {
		list-style: none;
		margin: 0;
		padding: 0;
	}
	li {
		display: flex;
		align-items: center;
		gap: 10px;
		padding: 6px 0;
		border-bottom: 1px dotted var(--rule);
	}
	li span {
		flex: 1;
	}
	li > :global(.mark) {
		flex: none;
	}
	.closed span {
		color: var(--soft);
	}
	.at {
		all: unset;
		cursor: pointer;
		color: var(--copper);
		font-weight: 600;
		min-height: 32px;
		display: inline-flex;
		align-items: center;
	}
	.at:focus-visible {
		outline: 2.5px solid var(--copper);
	}
	.add {
		display: grid;
		grid-template-columns: minmax(0, 480px) auto;
		gap: 10px;
		align-items: end;
		margin: 10px 0 16px;
		justify-content: start;
	}
</style>
