<script lang="ts">
	import { sayDay } from '$lib/clock';
	import type { OpenCount } from '$core/about';
	import type { NextStep } from '$core/next';
	import type { JobRow } from '$lib/store/db';
	import { DotsVerticalOutline } from 'flowbite-svelte-icons';
	import Btn from '$lib/kit/Btn.svelte';
	import Late from '$lib/frame/Late.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import DataTable from '$lib/kit/table/DataTable.svelte';
	import type { Column } from '$lib/kit/table/sorted-rows.svelte';
	import { wide } from '$lib/kit/wide.svelte';
	import { jobAddress } from '$lib/store/address';
	import { AT_ITS_STEP, nextAddress } from '$lib/store/call-views';

	type Act = (row: JobRow) => void;
	interface Props {
		rows: readonly JobRow[];
		/** What is open in each, and what comes next. */
		open: ReadonlyMap<string, OpenCount & { next?: NextStep | null }>;
		/** Those that are not in it are being counted. */
		counting: boolean;
		onreset: Act;
		onduplicate: Act;
		onarchive: Act;
		onremove: Act;
		/** Takes one back that was removed. */
		onback: Act;
	}
	let { rows, open, counting, onreset, onduplicate, onarchive, onremove, onback }: Props = $props();
	/** Rows whose menu was asked for. */
	let menus = $state.raw<ReadonlySet<string>>(new Set());
	/** The one that was asked for just now: it opens as soon as it is there. */
	let asked = $state<string | null>(null);
	function ask(id: string): void {
		menus = new Set([...menus, id]);
		asked = id;
	}
	const grave = (row: JobRow) => {
		const found = open.get(row.id);
		return found ? found.violations * 1000 + found.cautions : null;
	};
	const COLUMNS: Column<JobRow>[] = [
		{ key: 'job', title: 'Job', value: (r) => `${r.job.name} ${r.job.place}` },
		{ key: 'open', title: 'Open', value: grave },
		{ key: 'next', title: 'Next', value: (r) => open.get(r.id)?.next?.text ?? '', wide: true },
		{ key: 'edition', title: 'Edition', value: (r) => r.job.edition, wide: true },
		{ key: 'boxes', title: 'Boxes', num: true, value: (r) => r.job.boxes.length, wide: true },
		{ key: 'changed', title: 'Changed', value: (r) => r.updatedAt, wide: true },
		{ key: 'do', title: 'More' }
	];
	const doings = (row: JobRow): [string, Act][] =>
		row.removedAt
			? [['Back to the list', onback]]
			: [
					...(row.demo ? [[`Reset demo`, onreset] as [string, Act]] : []),
					['Duplicate', onduplicate],
					[row.archivedAt ? 'Back to the list' : 'Archive', onarchive],
					['Remove', onremove]
				];
</script>

<DataTable
	columns={COLUMNS}
	{rows}
	idOf={(r) => r.id}
	empty="No jobs here. Start a service call or a job, or open a job file."
	filter="Filter: name, place, what comes next"
>
	{#snippet row(r)}
		{@const found = open.get(r.id)}
		<tr class="pick">
			<td>
				<a class="job" href={jobAddress(r.id, 'walk', r.job.call ? { view: AT_ITS_STEP } : {})}>{r.job.name}</a>
				{#if r.job.place}<span class="soft place">{r.job.place}</span>{/if}
				{#if found?.next}<a class="next-here" href={nextAddress(r.id, found.next)}>{found.next.text}</a>
					<!-- The room of what comes: nothing moves when it does. -->
				{:else if !found && counting}<span class="next-here soft">Checking what comes next…</span>{/if}
			</td>
			<td class="open">
				{#if found?.violations}<span><Mark kind="violation" /> {found.violations}</span>{/if}
				{#if found?.failed}<span><Mark kind="violation" /> not all could be calculated</span>{/if}
				{#if found?.cautions}<span><Mark kind="caution" /> {found.cautions}</span>{/if}
			</td>
			{#if wide.current}<td>
					{#if found?.next}<a href={nextAddress(r.id, found.next)}>{found.next.text}</a>{/if}
				</td>
				<td class="edition"
					>NEC {r.job.edition}{r.job.amendments.length ? ` · ${r.job.amendments.length} amended` : ''}<span class="soft place"
						>{r.job.permitDate ? `permit ${sayDay(r.job.permitDate)}` : 'no permit date'}</span
					></td
				>
				<td class="num">{r.job.boxes.length}</td>
				<td>{sayDay(r.updatedAt)}</td>{/if}
			<td class="do">
				<!-- The menu comes when it is asked for: a list does not wait for it. -->
				{#if menus.has(r.id)}
					<Late load={() => import('$lib/kit/MenuBtn.svelte')}>
						{#snippet children(MenuBtn)}
							<MenuBtn
								asked={asked === r.id}
								onasked={() => (asked = null)}
								label={`More for ${r.job.name}`}
								rows={doings(r).map(([words]) => [words, words] as const)}
								onpick={(key) => doings(r).find(([words]) => words === key)?.[1](r)}
							/>
						{/snippet}
					</Late>
				{:else}
					<Btn small look="bare" label={`More for ${r.job.name}`} onclick={() => ask(r.id)}
						><DotsVerticalOutline size="sm" aria-hidden="true" /></Btn
					>
				{/if}
			</td>
		</tr>
	{/snippet}
</DataTable>

<style>
	.job {
		font:
			600 var(--type-head) 'Barlow Condensed',
			sans-serif;
		color: var(--ink);
		text-decoration-color: var(--copper);
		text-decoration-thickness: 2px;
		text-underline-offset: 3px;
		min-height: 34px;
		display: inline-flex;
		align-items: center;
	}
	.place {
		display: block;
		font-size: var(--type-note);
	}
	.open span {
		white-space: nowrap;
		margin-right: var(--space-8);
	}
	a {
		color: var(--copper);
	}
	.edition {
		white-space: nowrap;
	}
	.do {
		text-align: right;
	}
	.next-here {
		display: none;
	}
	@media (max-width: 820px) {
		.next-here {
			display: flex;
			align-items: center;
			min-height: 44px;
		}
		.job {
			min-height: 44px;
		}
	}
</style>
