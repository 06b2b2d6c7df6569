<script lang="ts">
	import BrandMark from '$lib/kit/BrandMark.svelte';
	import { MoonOutline, SunOutline } from 'flowbite-svelte-icons';
	import { today } from '$lib/clock';
	import { afterTurns } from '$lib/kit/in-turn';
	import InTurn from '$lib/kit/InTurn.svelte';
	import Late from '$lib/frame/Late.svelte';
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import type { OpenCount } from '$core/about';
	import type { NextStep } from '$core/next';
	import type { FieldFault } from '$core/model/result';
	import type { JobFile } from '$core/model/job';
	import type { MergePlan } from '$lib/store/merge-in';
	import { openedWith } from './opened-with';
	import { keeps } from '$lib/kit/keeps';
	import { settleStore, type JobRow } from '$lib/store/db';
	import {
		archiveJob,
		askToPersist,
		duplicateJob,
		eventsOf,
		importFile,
		isSeeded,
		keepCount,
		listJobs,
		putBackDemo,
		readingsOf,
		seedDemos,
		setRemoved,
		wipeRemoved
	} from '$lib/store/jobs';
	import { ONLY_HERE, sayStoreFault } from '$lib/store/store-fault';
	import { coreWorker, inWorker, seedWorker } from '$lib/workers/use-worker';
	import type { CountApi } from '$lib/workers/count-api';
	import type { SeedApi } from '$lib/workers/seed.worker';
	import { TakingIn } from '$lib/workers/taking-in.svelte';
	import Btn from '$lib/kit/Btn.svelte';
	import FaultList from '$lib/kit/FaultList.svelte';
	import BeginWays from './BeginWays.svelte';
	import { jobAddress } from '$lib/store/address';
	import { dropShell } from '$lib/kit/shell';
	import { theme } from '$lib/kit/theme.svelte';

	const takingIn = new TakingIn();
	let rows = $state.raw<JobRow[]>([]);
	let fault = $state<string | null>(null);
	let open = $state.raw(new Map<string, OpenCount & { next?: NextStep | null }>());
	let refused = $state.raw<{ file: string; faults: FieldFault[] } | null>(null);
	let kept = $state<boolean | null>(null);
	let said = $state('');
	let asking = $state<'call' | 'job' | null>(null);
	let loaded = $state(false);
	let counting = $state(true);
	let reading = $state(false);

	let tableComes: Promise<typeof import('./JobTable.svelte')> | null = null;
	/** One and the same for all that wait for it; after a failure it is loaded again. */
	const table = () =>
		(tableComes ??= import('./JobTable.svelte').catch((error: unknown) => {
			tableComes = null;
			throw error;
		}));
	/** What stands below the list comes when that is drawn, and is not pushed down by it. */
	const below = <T,>(part: () => Promise<T>): Promise<T> => {
		const drawn = () => new Promise<void>(afterTurns);
		return table().then(drawn, drawn).then(part);
	};
	async function load(): Promise<void> {
		counting = true;
		try {
			if (!(await settleStore())) fault = ONLY_HERE;
			if (!(await isSeeded())) await seed();
			rows = await wipeRemoved(await listJobs(), today());
			open = new Map(
				rows.flatMap((row) => (row.open?.rev === row.rev && row.open.next !== undefined ? [[row.id, row.open] as const] : []))
			);
			kept = await askToPersist();
			const left = rows.filter((row) => !open.has(row.id));
			// After the list is drawn: what counts them needs much of the machine.
			void below(() => count(left)).then(() => (counting = false));
		} catch (error) {
			fault = sayStoreFault(error);
			counting = false;
		}
		loaded = true;
	}
	/** Beside the page where there is a store that both see; nothing is lost where no worker can be had. */
	async function seed(): Promise<void> {
		if (!keeps.store) return seedDemos();
		await inWorker<SeedApi, unknown>(seedWorker, (api) => api.seed()).done.catch(seedDemos);
	}
	onMount(dropShell);
	// After what needs no store is drawn.
	onMount(() => void setTimeout(() => void load()));
	// Opened from the installed app: by a shortcut, with a file, or with what was shared to it.
	onMount(() => {
		const asked = new URL(location.href).searchParams.get('new');
		if (asked === 'call' || asked === 'job') asking = asked;
		return openedWith((file) => void takeIn(file));
	});
	/** Jobs that came in without being worked out are counted beside the page, one after another. */
	async function count(left: readonly JobRow[]): Promise<void> {
		if (!left.length) return;
		const counting = inWorker<CountApi, null>(coreWorker, async (api) => {
			for (const row of left) {
				const seen = { readings: await readingsOf(row.id), events: await eventsOf(row.id) };
				const found = await api.count(row.job, seen, today());
				open = new Map([...open, [row.id, found]]);
				await keepCount(row.id, row.rev, found);
			}
			return null;
		});
		// A list without counts is still a list.
		await counting.done.catch(() => undefined);
	}

	async function takeIn(file: File): Promise<void> {
		const read = await takingIn.run(file, (api, told) => api.job(file, told));
		if (!read) return;
		refused = read.ok ? null : { file: file.name, faults: read.faults };
		if (!read.ok) return;
		try {
			// A job that is here already is brought together with what the file has.
			if (rows.some((r) => r.id === read.value.job.id)) {
				const { planMerge } = await import('$lib/store/merge-in');
				merging = await planMerge(read.value);
				if (merging) return;
			}
		} catch (error) {
			fault = sayStoreFault(error);
			return;
		}
		await beside(read.value);
	}
	/** The file of a job that is here already, and what a merge with it would do. */
	let merging = $state.raw<MergePlan | null>(null);
	async function beside(read: JobFile): Promise<void> {
		merging = null;
		try {
			const id = await takingIn.keep((watch) => importFile(read, watch));
			if (id !== null) await goto(jobAddress(id, 'walk'));
		} catch (error) {
			fault = sayStoreFault(error);
		}
	}
	async function merged(plan: MergePlan): Promise<void> {
		merging = null;
		await goto(jobAddress(plan.row.id, 'walk'));
	}
	async function putBack(row: JobRow): Promise<void> {
		if (!row.demo) return;
		await putBackDemo(row.demo);
		said = `${row.job.name} is as it was.`;
		await load();
	}
	/** What was taken out of the list a moment ago, for one press to take it back. */
	let taken = $state.raw<{ row: JobRow; how: 'removed' | 'archived' } | null>(null);
	async function remove(row: JobRow): Promise<void> {
		await setRemoved(row.id, true);
		taken = { row, how: 'removed' };
		await load();
	}
	async function archive(row: JobRow): Promise<void> {
		await archiveJob(row.id, !row.archivedAt);
		taken = row.archivedAt ? null : { row, how: 'archived' };
		await load();
	}
	async function takeBack(row: JobRow): Promise<void> {
		await ((row.removedAt ?? taken?.how === 'removed') ? setRemoved(row.id, false) : archiveJob(row.id, false));
		taken = null;
		await load();
	}
	async function duplicate(row: JobRow): Promise<void> {
		try {
			await duplicateJob(row.id);
			said = `${row.job.name} was duplicated.`;
			await load();
		} catch (error) {
			fault = sayStoreFault(error);
		}
	}
	type JobList = 'open' | 'archived' | 'removed';
	let shown = $state<JobList>('open');
	const groups = $derived({
		open: rows.filter((r) => !r.removedAt && !r.archivedAt),
		archived: rows.filter((r) => !r.removedAt && r.archivedAt),
		removed: rows.filter((r) => r.removedAt)
	});
	const listed = $derived(groups[shown].length ? groups[shown] : groups.open);
	/** What a newcomer can do at once with the demo jobs. */
	const BEGIN: Record<string, [to: string, words: string][]> = {
		quillback: [
			['layout', 'Bedroom 2: place what is missing'],
			['protect?box=k-06', 'K-06: why it needs GFCI'],
			['prove?box=w-01', 'W-01: the reading that is off']
		],
		'marrow-street': [
			['trace', 'The iron dims the lamp'],
			['prove?box=sw-04', 'SW-04: lamps say correct, no ground'],
			['handover', 'A panel directory that is wrong']
		]
	};
</script>

<div class="page">
	<header>
		<BrandMark size={26} />
		<span class="name">HEKTO</span>
		<span class="soft">one model of a house's wiring, from the first walk-through to the hand-over</span>
		<InTurn
			><Btn small look="quiet" label={theme.dark ? 'Light theme' : 'Dark theme'} onclick={() => theme.turn()}
				>{#if theme.dark}<SunOutline size="sm" aria-hidden="true" />{:else}<MoonOutline size="sm" aria-hidden="true" />{/if}</Btn
			></InTurn
		>
	</header>
	<main>
		<BeginWays bind:asking bind:reading work={takingIn} onpick={takeIn} />
		{#if asking}
			{@const kind = asking}
			<Late load={() => import('./NewJob.svelte')}
				>{#snippet children(NewJob)}{#key kind}<NewJob {kind} />{/key}{/snippet}</Late
			>
		{/if}
		{#if !window.isSecureContext}
			<p class="insecure">
				This address is not secure (no HTTPS), so this device gets no offline start, no camera and no protection from two tabs
				writing at once. Start Hekto with TLS_CERT and TLS_KEY: the README says how.
			</p>
		{/if}
		{#if fault}
			<p class="fault" role="alert">{fault}</p>
		{/if}
		{#if reading}
			<Late load={() => import('./CodesIn.svelte')}
				>{#snippet children(CodesIn)}<CodesIn
						onclose={() => (reading = false)}
						onread={(file) => ((reading = false), void takeIn(file))}
					/>{/snippet}</Late
			>
		{/if}
		{#if merging}
			{@const plan = merging}
			<Late load={() => import('./MergeSheet.svelte')}
				>{#snippet children(MergeSheet)}<MergeSheet
						{plan}
						ondone={() => merged(plan)}
						onbeside={() => beside(plan.file)}
						oncancel={() => (merging = null)}
					/>{/snippet}</Late
			>
		{/if}
		{#if refused}<FaultList title={`${refused.file}: nothing was imported`} faults={refused.faults} />{/if}
		<p class="said soft" role="status">{said}</p>
		{#if taken}
			{@const { row, how } = taken}
			<p class="taken" role="status">{row.job.name} was {how}. <Btn small onclick={() => takeBack(row)}>Undo</Btn></p>
		{/if}
		<div class="list-head">
			<h1>{loaded && !keeps.store ? 'Jobs in this tab' : 'Jobs in this browser'}</h1>
			{#if groups.archived.length || groups.removed.length}
				<div class="which" role="group" aria-label="Which jobs">
					{#each ['open', 'archived', 'removed'] as const as which (which)}
						{#if which === 'open' || groups[which].length}
							<Btn small look="quiet" pressed={shown === which} onclick={() => (shown = which)}
								>{{ open: 'Open', archived: 'Archived', removed: 'Removed' }[which]} {groups[which].length}</Btn
							>
						{/if}
					{/each}
				</div>
			{/if}
		</div>
		{#if loaded}
			<Late load={table}>
				{#snippet children(JobTable)}
					<InTurn
						><JobTable
							rows={listed}
							{open}
							{counting}
							onreset={putBack}
							onduplicate={duplicate}
							onarchive={archive}
							onremove={remove}
							onback={takeBack}
						/></InTurn
					>
					<!-- With the list, not before it: nothing moves when that comes. -->
					<InTurn
						>{#if rows.some((r) => r.demo)}
							<h2>Try it on a demo house</h2>
							<ul class="tries">
								{#each rows.filter((r) => r.demo && BEGIN[r.demo]) as row (row.id)}
									{#each BEGIN[row.demo ?? ''] ?? [] as [to, words] (to)}
										<li>
											<a href={`/job/${encodeURIComponent(row.id)}/${to}`}>{words}</a> <span class="soft">{row.job.name}</span>
										</li>
									{/each}
								{/each}
							</ul>
						{/if}</InTurn
					>
				{/snippet}
			</Late>
			<Late load={() => below(() => import('./BackupSheet.svelte'))}
				>{#snippet children(BackupSheet)}<InTurn><BackupSheet onrestored={load} /></InTurn>{/snippet}</Late
			>
			<Late load={() => below(() => import('./ShopSheet.svelte'))}
				>{#snippet children(ShopSheet)}<InTurn><ShopSheet /></InTurn>{/snippet}</Late
			>
		{:else}
			<p class="soft">Looking…</p>
		{/if}
	</main>
	<footer class="soft">
		<p>
			{loaded && !keeps.store
				? 'Jobs are in this tab and nowhere else'
				: 'Jobs are kept in this browser and nowhere else'}{kept === false && keeps.store
				? '; the browser may delete them when space runs short, so save job files'
				: ''}. {#if rows.length}Two are demo jobs and can be reset.{/if}
		</p>
		<p>
			An aid for qualified people. Local code and the authority having jurisdiction decide; not a substitute for a licensed
			electrician.
		</p>
	</footer>
</div>

<style>
	.page {
		min-height: 100dvh;
		display: grid;
		grid-template-rows: auto 1fr auto;
	}
	/* As high as what comes into it. */
	header {
		min-height: 56px;
		display: flex;
		align-items: center;
		gap: var(--space-12);
		padding: var(--space-12) var(--space-24);
		border-bottom: 1.5px solid var(--ink);
	}
	header :global(button) {
		margin-left: auto;
	}
	.name {
		font:
			700 var(--type-head) 'Barlow Condensed',
			sans-serif;
		letter-spacing: 0.05em;
	}
	main {
		background: var(--sheet);
		padding: var(--space-16) var(--space-24);
		overflow-x: auto;
	}
	/* What stands under a list that grows does not move within the view. */
	@media (max-width: 820px) {
		main {
			min-height: calc(100dvh - 60px);
		}
	}
	.taken {
		margin: 0 0 var(--space-8);
	}
	.list-head {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: var(--space-6) var(--space-16);
		margin: var(--space-4) 0 var(--space-6);
	}
	.which {
		display: flex;
		gap: var(--space-6);
	}
	h2 {
		margin: var(--space-24) 0 var(--space-4);
	}
	.tries {
		list-style: none;
		margin: 0;
		padding: 0;
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
		gap: var(--space-2) var(--space-16);
	}
	.tries a {
		display: inline-flex;
		align-items: center;
		min-height: 34px;
	}
	.insecure {
		border: 1.5px solid var(--look);
		border-left-width: 6px;
		border-radius: 3px;
		padding: var(--space-8) var(--space-12);
		max-width: 900px;
	}
	.said {
		min-height: 1.4em;
		margin: 0;
	}
	a {
		color: var(--copper);
	}
	footer {
		padding: var(--space-12) var(--space-24);
		border-top: 1px solid var(--rule);
		font-size: var(--type-note);
	}
	footer p {
		margin: 0;
	}
	@media (max-width: 820px) {
		header {
			min-height: 69.5px;
		}
		header .soft {
			display: none;
		}
		main {
			padding: var(--space-12) var(--space-12);
		}
		.tries a {
			min-height: 44px;
		}
	}
</style>
