<script lang="ts">
	import { writeReadingsCsv } from '$core/formats/readings-csv';
	import type { FieldFault } from '$core/model/result';
	import { counted } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import { saveText } from '$lib/store/save-file';
	import Btn from '$lib/kit/Btn.svelte';
	import FaultList from '$lib/kit/FaultList.svelte';
	import FilePick from '$lib/kit/FilePick.svelte';
	import Late from '$lib/frame/Late.svelte';
	import Progress from '$lib/frame/Progress.svelte';
	import { TakingIn } from '$lib/workers/taking-in.svelte';
	import Sheet from '$lib/frame/Sheet.svelte';
	import { StageViews } from '../stage-views';

	const store = useJob();
	const takingIn = new TakingIn();
	const views = new StageViews('handover');
	const view = $derived(views.now);
	let codes = $state(false);
	/** By the system's share sheet, where there is one that takes files. */
	const canShare =
		typeof navigator.canShare === 'function' &&
		navigator.canShare({ files: [new File(['{}'], 'job.json', { type: 'application/json' })] });
	async function share(): Promise<void> {
		try {
			await navigator.share({ files: [await store.asFile()], title: store.job.name });
		} catch (error) {
			// Closed without sharing: nothing has happened.
			if ((error as Error).name !== 'AbortError') store.say(`It could not be shared: ${(error as Error).message}`, true);
		}
	}
	let faults = $state.raw<{ file: string; faults: FieldFault[] } | null>(null);
	async function takeCsv(file: File): Promise<void> {
		const read = await takingIn.run(file, (api, told) => api.csv(file, store.job, told));
		if (!read) return;
		faults = read.ok ? null : { file: file.name, faults: read.faults };
		if (read.ok && read.value.length)
			await store.take(`${counted(read.value.length, 'reading')} from ${file.name}`, read.value, 'table');
		else if (read.ok) store.say('The file holds no readings.', true);
	}
</script>

<Sheet title="Hand over" sub="papers and files" views={views.names} {view} onview={views.go}>
	{#snippet acts()}
		<Btn small onclick={() => store.saveFile()}>Save job file</Btn>
		<Btn small onclick={() => store.saveFile(true)}>With photos</Btn>
		{#if canShare}<Btn small onclick={share}>Share</Btn>{/if}
		<Btn small pressed={codes} onclick={() => (codes = !codes)}>Codes</Btn>
		<Btn small onclick={() => saveText(`${store.job.name} readings.csv`, 'text/csv', writeReadingsCsv(store.job, store.readings))}
			>Readings as CSV</Btn
		>
		<FilePick label="Import readings" accept=".csv,text/csv" onpick={takeCsv} />
		<Progress work={takingIn} />
	{/snippet}
	{#if codes}
		<Late load={() => import('./CodesOut.svelte')}
			>{#snippet children(CodesOut)}<CodesOut onclose={() => (codes = false)} />{/snippet}</Late
		>
	{/if}
	{#if faults}<FaultList title={`${faults.file}: nothing was imported`} faults={faults.faults} />{/if}
	<Late load={() => import('./PaperSheet.svelte')}
		>{#snippet children(PaperSheet)}{#key view}<PaperSheet paperKey={view} />{/key}{/snippet}</Late
	>
	{#if store.job.notes.length}
		<div class="no-print">
			<h3>Notes</h3>
			<ul>
				{#each store.job.notes as note, i (i)}<li>{note}</li>{/each}
			</ul>
		</div>
	{/if}
</Sheet>

<style>
	h3 {
		margin-top: var(--space-12);
	}
	ul {
		margin: var(--space-4) 0;
		padding-left: var(--space-16);
	}
</style>
