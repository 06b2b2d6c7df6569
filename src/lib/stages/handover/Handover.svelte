<script lang="ts">
	import { sayPanel } from '$core/model/fact-words';
	import { directoryOf } from '$core/handover/directory';
	import { writeReadingsCsv } from '$core/formats/readings-csv';
	import type { FieldFault } from '$core/model/result';
	import { counted } from '$core/units/quantity';
	import { useJob } from '$lib/data/job-store.svelte';
	import { saveText } from '$lib/data/save-file';
	import Btn from '$lib/ui/Btn.svelte';
	import FaultList from '$lib/ui/FaultList.svelte';
	import FilePick from '$lib/ui/FilePick.svelte';
	import Progress from '$lib/ui/Progress.svelte';
	import { TakingIn } from '$lib/workers/taking-in.svelte';
	import Sheet from '$lib/ui/frame/Sheet.svelte';
	import Coming from '../Coming.svelte';

	const store = useJob();
	const takingIn = new TakingIn();
	const directories = $derived(store.known.panels.map((panel) => directoryOf(store.known, panel)));
	let faults = $state.raw<{ file: string; faults: FieldFault[] } | null>(null);
	async function takeCsv(file: File): Promise<void> {
		const read = await takingIn.run(file, (api, told) => api.csv(file, store.job, told));
		if (!read) return;
		faults = read.ok ? null : { file: file.name, faults: read.faults };
		if (read.ok && read.value.length) await store.take(`${counted(read.value.length, 'reading')} from ${file.name}`, read.value);
		else if (read.ok) store.say('The file holds no readings.', true);
	}
</script>

<Sheet title="Hand over" sub="papers and files">
	{#snippet acts()}
		<Btn small onclick={() => store.saveFile()}>Save job file</Btn>
		<Btn small onclick={() => store.saveFile(true)}>With photos</Btn>
		<Btn small onclick={() => saveText(`${store.job.name} readings.csv`, 'text/csv', writeReadingsCsv(store.job, store.readings))}
			>Readings as CSV</Btn
		>
		<FilePick label="Import readings" accept=".csv,text/csv" onpick={takeCsv} />
		<Progress work={takingIn} />
		<Btn small look="main" onclick={() => window.print()}>Print the directory</Btn>
	{/snippet}
	{#if faults}<FaultList title={`${faults.file}: nothing was imported`} faults={faults.faults} />{/if}
	{#each directories as { panel, rows } (panel.id)}
		<article>
			<header>
				<h2>Panel directory</h2>
				<p>{[store.job.name, store.job.place].filter(Boolean).join(', ')}</p>
				<p>{panel.name}, {sayPanel(panel)}, NEC {store.job.edition}</p>
			</header>
			<table class="data">
				<thead><tr><th class="num">No.</th><th>Slot</th><th>Breaker</th><th>Feeds</th></tr></thead>
				<tbody>
					{#each rows as row (row.circuitId)}
						<tr>
							<td class="num">{row.number}</td>
							<td>{row.slots.replace(/slots? /, '')}</td>
							<td>{row.breaker}</td>
							<td>
								{row.purpose}
								{#if row.directory}<span class="old">old directory: "{row.directory}", not proven</span>{/if}
							</td>
						</tr>
					{/each}
				</tbody>
			</table>
			<p class="modest">
				Every circuit by its evident, specific purpose (NEC {store.job.edition} 408.4(A)). Prepared with Hekto, an aid for qualified
				people: local code and the authority having jurisdiction decide; not a substitute for a licensed electrician.
			</p>
		</article>
	{:else}
		<p>No panel yet: it comes with the first circuit.</p>
	{/each}
	{#if store.job.notes.length}
		<div class="no-print">
			<h3>Notes</h3>
			<ul>
				{#each store.job.notes as note, i (i)}<li>{note}</li>{/each}
			</ul>
		</div>
	{/if}
	<div class="no-print">
		<Coming text="Punch list, test record, letter with code basis, label sheet and the calendar of tests." />
	</div>
</Sheet>

<style>
	article {
		max-width: 780px;
	}
	header p {
		margin: 0;
	}
	.old {
		display: block;
		color: var(--look);
		font-size: 13px;
	}
	.modest {
		font-size: 12.5px;
		color: var(--soft);
	}
	h3 {
		margin-top: 14px;
	}
	ul {
		margin: 4px 0;
		padding-left: 20px;
	}
	@media print {
		article {
			max-width: none;
			break-after: page;
		}
	}
</style>
