<script lang="ts">
	import { MoonOutline, SunOutline } from 'flowbite-svelte-icons';
	import { sayDay } from '$lib/clock';
	import Late from '$lib/ui/Late.svelte';
	import { goto } from '$app/navigation';
	import type { OpenCount } from '$core/about';
	import type { FieldFault } from '$core/model/result';
	import { keeps } from '$lib/data/keeps';
	import { settleStore, type JobRow } from '$lib/data/db';
	import { askToPersist, importFile, keepCount, listJobs, putBackDemo, readingsOf, removeJob, seedDemos } from '$lib/data/jobs';
	import { ONLY_HERE, sayStoreFault } from '$lib/data/store-fault';
	import Progress from '$lib/ui/Progress.svelte';
	import { countWorker, inWorker } from '$lib/workers/use-worker';
	import type { CountApi } from '$lib/workers/count.worker';
	import { TakingIn } from '$lib/workers/taking-in.svelte';
	import Btn from '$lib/ui/Btn.svelte';
	import FaultList from '$lib/ui/FaultList.svelte';
	import FilePick from '$lib/ui/FilePick.svelte';
	import { jobAddress } from './address';
	import { theme } from '$lib/ui/theme.svelte';
	import Mark from '$lib/ui/Mark.svelte';

	const takingIn = new TakingIn();
	let rows = $state.raw<JobRow[]>([]);
	let fault = $state<string | null>(null);
	let open = $state.raw(new Map<string, OpenCount>());
	let refused = $state.raw<{ file: string; faults: FieldFault[] } | null>(null);
	let kept = $state<boolean | null>(null);
	let said = $state('');
	let asking = $state<'call' | 'job' | null>(null);
	let loaded = $state(false);

	async function load(): Promise<void> {
		try {
			if (!(await settleStore())) fault = ONLY_HERE;
			await seedDemos();
			rows = await listJobs();
			open = new Map(rows.flatMap((row) => (row.open?.rev === row.rev ? [[row.id, row.open] as const] : [])));
			kept = await askToPersist();
			void count(rows.filter((row) => !open.has(row.id)));
		} catch (error) {
			fault = sayStoreFault(error);
		}
		loaded = true;
	}
	void load();
	/** Jobs that came in without being worked out are counted beside the page, one after another. */
	async function count(left: readonly JobRow[]): Promise<void> {
		if (!left.length) return;
		const counting = inWorker<CountApi, null>(countWorker, async (api) => {
			for (const row of left) {
				const found = await api.count(row.job, await readingsOf(row.id));
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
			const id = await takingIn.keep((watch) => importFile(read.value, watch));
			if (id !== null) await goto(jobAddress(id, 'walk'));
		} catch (error) {
			fault = sayStoreFault(error);
		}
	}
	async function putBack(row: JobRow): Promise<void> {
		if (!row.demo) return;
		await putBackDemo(row.demo);
		said = `${row.job.name} is as it was.`;
		await load();
	}
	async function remove(row: JobRow): Promise<void> {
		if (
			!confirm(`Remove "${row.job.name}" from this browser, with all its readings? Save its job file first if you may need it.`)
		)
			return;
		await removeJob(row.id);
		await load();
	}
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
		<svg width="26" height="26" viewBox="0 0 20 20" aria-hidden="true">
			<circle cx="10" cy="10" r="7.5" fill="none" stroke="var(--copper)" stroke-width="2.6" />
			<path d="M5.5 10h9" stroke="var(--ink)" stroke-width="3" />
		</svg>
		<span class="name">HEKTO</span>
		<span class="soft">one model of a house's wiring, from the first walk-through to the hand-over</span>
		<Btn small look="quiet" label={theme.dark ? 'Light theme' : 'Dark theme'} onclick={() => theme.turn()}
			>{#if theme.dark}<SunOutline size="sm" aria-hidden="true" />{:else}<MoonOutline size="sm" aria-hidden="true" />{/if}</Btn
		>
	</header>
	<main>
		<div class="acts">
			<Btn look="main" onclick={() => (asking = asking === 'call' ? null : 'call')}>New service call</Btn>
			<Btn onclick={() => (asking = asking === 'job' ? null : 'job')}>New job</Btn>
			<FilePick small={false} label="Open job file" accept=".json,application/json" onpick={takeIn} />
			<Progress work={takingIn} />
		</div>
		{#if asking}
			{@const kind = asking}
			<Late load={() => import('./NewJob.svelte')}
				>{#snippet children(NewJob)}{#key kind}<NewJob {kind} />{/key}{/snippet}</Late
			>
		{/if}
		{#if fault}
			<p class="fault" role="alert">{fault}</p>
		{/if}
		{#if refused}<FaultList title={`${refused.file}: nothing was imported`} faults={refused.faults} />{/if}
		<p class="said soft" role="status">{said}</p>
		<h1>{loaded && !keeps.store ? 'Jobs in this tab' : 'Jobs in this browser'}</h1>
		<table class="data">
			<thead
				><tr
					><th>Job</th><th>Place</th><th>Edition</th><th>Permit</th><th class="num">Rooms</th><th class="num">Boxes</th><th
						class="num">Circuits</th
					><th>Open</th><th>Start with</th><th>Changed</th><th><span class="sr-only">Reset or remove</span></th></tr
				></thead
			>
			<tbody>
				{#each rows as row (row.id)}
					<tr class="pick">
						<td><a class="job" href={jobAddress(row.id, 'walk')}>{row.job.name}</a></td>
						<td>{row.job.place}</td>
						<td>NEC {row.job.edition}{row.job.amendments.length ? ` · ${row.job.amendments.length} amended` : ''}</td>
						<td>{row.job.permitDate}</td>
						<td class="num">{row.job.rooms.length}</td>
						<td class="num">{row.job.boxes.length}</td>
						<td class="num">{row.job.circuits.length}</td>
						<td class="open">
							{#if open.get(row.id)?.violations}<Mark kind="violation" /> {open.get(row.id)?.violations}{/if}
							{#if open.get(row.id)?.failed}<Mark kind="violation" /> not all could be calculated{/if}
							{#if open.get(row.id)?.cautions}<Mark kind="caution" /> {open.get(row.id)?.cautions}{/if}
						</td>
						<td class="begin">
							{#each BEGIN[row.demo ?? ''] ?? [] as [to, words] (to)}<a href={`/job/${encodeURIComponent(row.id)}/${to}`}
									>{words}</a
								>{/each}
						</td>
						<td>{sayDay(row.updatedAt)}</td>
						<td class="do">
							{#if row.demo}<Btn small look="quiet" label={`Reset demo ${row.job.name}`} onclick={() => putBack(row)}
									>Reset demo</Btn
								>{:else}<Btn small look="quiet" label={`Remove ${row.job.name}`} onclick={() => remove(row)}>Remove</Btn>{/if}
						</td>
					</tr>
				{:else}
					<tr><td colspan="11">{loaded ? 'No jobs here. Start a service call or a job, or open a job file.' : 'Looking…'}</td></tr
					>
				{/each}
			</tbody>
		</table>
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
	header {
		display: flex;
		align-items: center;
		gap: 12px;
		padding: 12px 24px;
		border-bottom: 1.5px solid var(--ink);
	}
	header :global(button) {
		margin-left: auto;
	}
	.name {
		font:
			700 26px 'Barlow Condensed',
			sans-serif;
		letter-spacing: 0.05em;
	}
	main {
		background: var(--sheet);
		padding: 20px 24px;
		overflow-x: auto;
	}
	.acts {
		display: flex;
		gap: 10px;
		flex-wrap: wrap;
		margin-bottom: 14px;
	}
	h1 {
		margin: 4px 0 6px;
	}
	.job {
		font:
			600 21px 'Barlow Condensed',
			sans-serif;
		color: var(--ink);
		text-decoration-color: var(--copper);
		text-decoration-thickness: 2px;
		text-underline-offset: 3px;
		min-height: 36px;
		display: inline-flex;
		align-items: center;
		white-space: nowrap;
	}
	.open {
		white-space: nowrap;
	}
	.begin a {
		display: block;
		min-height: 28px;
		color: var(--copper);
	}
	.do {
		text-align: right;
	}
	.said {
		min-height: 1.4em;
		margin: 0;
	}
	a {
		color: var(--copper);
	}
	footer {
		padding: 12px 24px;
		border-top: 1px solid var(--rule);
		font-size: 13px;
	}
	footer p {
		margin: 0;
	}
	@media (max-width: 820px) {
		header .soft {
			display: none;
		}
		main {
			padding: 14px 12px;
		}
		table :is(th, td):not(:first-child, :last-child) {
			display: none;
		}
		.job {
			min-height: 48px;
			white-space: normal;
		}
	}
</style>
