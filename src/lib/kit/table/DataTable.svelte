<script lang="ts" generics="Row">
	import { Table, TableBody, TableHead, TableHeadCell } from 'flowbite-svelte';
	import { CaretDownSolid, CaretSortSolid, CaretUpSolid } from 'flowbite-svelte-icons';
	import type { Snippet } from 'svelte';
	import InTurn from '../InTurn.svelte';
	import TextField from '../fields/TextField.svelte';
	import { wide } from '../wide.svelte';
	import { GrowingList } from './growing-list.svelte';
	import { keepsWholeRows } from './whole-row';
	import { SortedRows, type Column } from './sorted-rows.svelte';

	interface Props {
		columns: readonly Column<Row>[];
		rows: readonly Row[];
		idOf: (row: Row) => string;
		/** One row, as `tr` with its cells. */
		row: Snippet<[Row]>;
		/** Rows that stand first and are not sorted. */
		first?: Snippet | undefined;
		/** What stands there where there is none. */
		empty: string;
		/** A row of it is picked, and the list opens there. */
		picked?: boolean | undefined;
		/** What the filter is over; left out: none is offered. */
		filter?: string | undefined;
	}
	let { columns, rows, idOf, row, first, empty, picked = false, filter }: Props = $props();
	const heads = $derived(columns.filter((c) => !c.wide || wide.current));
	const sorted = new SortedRows<Row>(() => ({ columns, rows }));
	let table = $state<HTMLDivElement>();
	const growing = new GrowingList(() => ({ length: sorted.shown.length, picked }));
	/** The longest that stands in each column: with it the columns are as wide at first as when all rows are there. */
	const longest = $derived(
		heads.map((c) =>
			rows.length > growing.first
				? rows.reduce((most, r) => {
						const said = shownAs(c.value?.(r) ?? '');
						return said.length > most.length ? said : most;
					}, '')
				: ''
		)
	);
	/** About as a cell shows it, whatever it is sorted by: a figure with two or three digits, a moment as its day, long text in lines. */
	const LINE = 28;
	const shownAs = (v: string | number): string =>
		typeof v === 'number' ? String(Number(v.toPrecision(3))) : v.slice(0, /^\d{4}-\d\d-\d\dT/.test(v) ? 12 : LINE);
	/** Goes on as soon as the end of what is drawn is in sight. */
	function seen(end: Element): () => void {
		const looking = new IntersectionObserver((now) => now.some((e) => e.isIntersecting) && growing.goOn());
		looking.observe(end);
		return () => looking.disconnect();
	}
	let begun = false;
	// A list that opens with something picked begins there; scrolling belongs to the DOM.
	$effect(() => {
		void growing.shown;
		const picked = begun ? null : table?.querySelector('tr[aria-selected="true"]');
		begun ||= !!picked || growing.shown >= sorted.shown.length;
		picked?.scrollIntoView({ block: 'center' });
	});
	/** A short list is seen at a glance. */
	const FILTER_FROM = 8;
</script>

<svelte:window onbeforeprint={() => growing.all()} />

{#if filter && rows.length >= FILTER_FROM}
	<div class="filter no-print">
		<InTurn
			><TextField
				label={filter}
				value={sorted.filter}
				onkeep={(v) => (sorted.filter = v)}
				ontype={(v) => (sorted.filter = v)}
			/></InTurn
		>
	</div>
{/if}
<div bind:this={table} use:keepsWholeRows>
	<Table
		class="data text-(--ink) dark:text-(--ink)"
		border={false}
		classes={{ div: 'static overflow-visible max-[820px]:overflow-x-auto' }}
	>
		<InTurn
			><TableHead class="normal-case">
				{#each heads as c (c.key)}
					<TableHeadCell
						class={c.num ? 'num' : ''}
						aria-sort={c.value && sorted.by?.key === c.key ? sorted.order(c.key) : undefined}
					>
						{#if c.value && rows.length > 1}
							{@const order = sorted.order(c.key)}
							<button type="button" class="sort" onclick={() => sorted.turn(c.key)}
								>{c.title}
								{#if order === 'ascending'}<CaretUpSolid
										size="xs"
										aria-hidden="true"
									/>{:else if order === 'descending'}<CaretDownSolid size="xs" aria-hidden="true" />{:else}<CaretSortSolid
										size="xs"
										class="unsorted"
										aria-hidden="true"
									/>{/if}</button
							>
						{:else}{c.title}{/if}
					</TableHeadCell>
				{/each}
			</TableHead></InTurn
		>
		<TableBody>
			{@render first?.()}
			<InTurn
				>{#each sorted.shown.slice(0, growing.shown) as r (idOf(r))}
					{@render row(r)}
				{:else}
					<tr><td colspan={columns.length}>{rows.length ? 'No matching rows.' : empty}</td></tr>
				{/each}</InTurn
			>
		</TableBody>
		<tfoot class="widths" aria-hidden="true"
			><tr
				>{#each heads as c, i (c.key)}<td class={c.num ? 'num' : ''}>{longest[i]}</td>{/each}</tr
			></tfoot
		>
	</Table>
	{#if growing.paused}<div {@attach seen}></div>{/if}
</div>

<style>
	/* As high as the field that comes into it. */
	.filter {
		min-height: 57.2px;
		max-width: 320px;
		margin-bottom: var(--space-8);
	}
	/* Takes part in how wide the columns are, and is not there. */
	.widths {
		visibility: collapse;
	}
	.sort {
		all: unset;
		cursor: pointer;
		display: inline-flex;
		align-items: center;
		gap: var(--space-4);
		min-height: 28px;
	}
	.sort:focus-visible {
		outline: 2.5px solid var(--copper);
	}
	.sort :global(.unsorted) {
		opacity: 0.45;
	}
	@media (max-width: 820px) {
		.filter {
			min-height: 65.2px;
		}
		.sort {
			min-height: 44px;
			min-width: 44px;
		}
	}
</style>
