<script lang="ts">
	import { sayMoment, today } from '$lib/clock';
	import { counted, show } from '$core/units/quantity';
	import type { Restored } from '$lib/store/backup';
	import { noteBackup, standing, type Standing } from '$lib/store/backup-standing';
	import { canPickFolder, folderName, forgetFolder, pickFolder } from '$lib/store/folder';
	import type { JobRow } from '$lib/store/db';
	import { formers } from '$lib/store/jobs';
	import { saveBytes, saveText } from '$lib/store/save-file';
	import { sayStoreFault } from '$lib/store/store-fault';
	import Btn from '$lib/kit/Btn.svelte';
	import FilePick from '$lib/kit/FilePick.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		/** What is in the store has changed. */
		onrestored: () => void;
	}
	/** Everything in one file, and back; how much room it takes, and whether the browser keeps it. */
	let { onrestored }: Props = $props();
	let now = $state.raw<Standing | null>(null);
	let folder = $state<string | null>(null);
	let old = $state.raw<JobRow[]>([]);
	/** As it stood before this version brought it up. */
	const saveOld = (row: JobRow) =>
		saveText(`${row.job.name} before.json`, 'application/json', JSON.stringify(row.job, null, '\t'));
	let share = $state<number | null>(null);
	let fault = $state<string | null>(null);
	let restored = $state.raw<Restored | null>(null);
	async function look(): Promise<void> {
		now = await standing();
		folder = await folderName();
		old = await formers();
	}
	void look();
	async function guarded(work: () => Promise<void>): Promise<void> {
		fault = null;
		share = 0;
		try {
			await work();
		} catch (error) {
			fault = error instanceof RangeError || error instanceof SyntaxError ? error.message : sayStoreFault(error);
		} finally {
			share = null;
			await look();
		}
	}
	/** What reads and writes one comes when it is asked for. */
	const making = () => import('$lib/store/backup');
	const backUp = () =>
		guarded(async () => {
			const { writeBackup } = await making();
			saveBytes(`hekto backup ${today()}.hektos`, 'application/zip', await writeBackup((s) => (share = s)));
			await noteBackup();
		});
	const take = (file: File) =>
		guarded(async () => {
			const { isBackup, restore } = await making();
			const bytes = new Uint8Array(await file.arrayBuffer());
			if (!isBackup(bytes)) throw new RangeError(`${file.name} is no backup: a single job is opened with "Open job file".`);
			restored = await restore(bytes, (s) => (share = s));
			onrestored();
		});
	const pick = () => guarded(async () => void (await pickFolder()));
	const forget = () => guarded(forgetFolder);
	const lines = $derived(
		restored
			? ([
					[restored.fresh, 'restored'],
					[restored.merged, 'brought together with what is here'],
					[restored.beside, 'opened beside what is here: both changed it'],
					[restored.asIs, 'here as it is in the backup']
				] as const)
			: []
	);
</script>

<section class="backup" aria-label="Backup">
	<h2>Backup</h2>
	{#if now}
		<p>
			{#if now.due}<Mark kind="caution" />{/if}
			{now.last
				? `Last backup ${sayMoment(now.last.at)}; ${counted(now.edits, 'edit')} since.`
				: `No backup yet; ${counted(now.edits, 'edit')} in this browser.`}
			{#if now.usedMb !== null}{show(now.usedMb, 1)} MB used{now.quotaMb === null
					? ''
					: ` of ${show(now.quotaMb / 1000, 1)} GB`}.{/if}
			{now.kept === false ? 'The browser may delete it when space runs short.' : now.kept ? 'The browser keeps it.' : ''}
		</p>
	{/if}
	<div class="acts buttons">
		<Btn look={now?.due ? 'main' : undefined} onclick={backUp} disabled={share !== null}>Back up everything</Btn>
		<FilePick small={false} label="Restore a backup" accept=".hektos,application/zip" onpick={take} />
		{#if canPickFolder()}
			{#if folder}<Btn onclick={forget}>Stop writing to {folder}</Btn>{:else}<Btn onclick={pick}
					>Write to a folder after each pause</Btn
				>{/if}
		{/if}
		{#if share !== null}<progress max="1" value={share}></progress>{/if}
	</div>
	{#if fault}<p class="fault" role="alert">{fault}</p>{/if}
	{#each old as row (row.id)}
		<p>
			{row.job.name} was brought up by a newer Hekto; as it was before is kept until it is opened. <Btn
				small
				onclick={() => saveOld(row)}>Save it as it was</Btn
			>
		</p>
	{/each}
	<div role="status">
		{#each lines as [names, words] (words)}{#if names.length}<p>{names.join(', ')}: {words}.</p>{/if}{/each}
		{#each restored?.faults ?? [] as f (f)}<p><Mark kind="bad" /> {f}</p>{/each}
	</div>
</section>

<style>
	.backup {
		border-top: 1px solid var(--rule);
		margin-top: var(--space-16);
		padding-top: var(--space-8);
		max-width: 980px;
	}
	h2 {
		font-size: var(--type-head);
		margin: 0;
	}
	p {
		margin: var(--space-4) 0;
	}
</style>
