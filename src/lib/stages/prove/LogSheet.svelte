<script lang="ts">
	import { byWriting } from '$core/model/written';
	import { calibrationOver, shopInstruments } from '$lib/store/shop';
	import { createVirtualizer } from '@tanstack/svelte-virtual';
	import { untrack } from 'svelte';
	import { localDay } from '$core/units/day';
	import { sayMoment } from '$lib/clock';
	import { writeReadingsCsv } from '$core/formats/readings-csv';
	import type { Reading } from '$core/model/job';
	import { circuitOf } from '$core/model/job-index';
	import { readingValue, readingWords } from '$core/model/reading';
	import { besideReading } from '$core/prove/assess-prove';
	import { verdictOf, type Verdict } from '$core/prove/verdicts';
	import { useJob } from '$lib/store/use-job';
	import { saveText } from '$lib/store/save-file';
	import Btn from '$lib/kit/Btn.svelte';
	import FilePick from '$lib/kit/FilePick.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import type { Table } from '$core/formats/csv-mapping';
	import Progress from '$lib/frame/Progress.svelte';
	import { TakingIn } from '$lib/workers/taking-in.svelte';
	import CsvMapping from './CsvMapping.svelte';

	/** Every reading of the job, newest first: filtered, put right, struck out; taken in from a table of anyone's. */
	interface Props {
		oncorrect: (reading: Reading) => void;
	}
	let { oncorrect }: Props = $props();
	const store = useJob();
	const instruments = shopInstruments();
	const takingIn = new TakingIn();
	let filter = $state('');
	let offOnly = $state(false);
	let file = $state.raw<{ name: string; table: Table } | null>(null);
	/** Rows of one height: only those in sight are drawn, whatever their number. */
	const ROW = 46;

	const placeOf = (r: Reading) => r.circuitId ?? r.boxId;
	const placeName = (r: Reading) => store.placeName(placeOf(r));
	const corrected = $derived(
		new Map(store.readings.flatMap((r) => (r.corrects && !r.struck ? [[r.corrects, r.id] as const] : [])))
	);
	/** What a row is found by, made once for each reading. */
	const texts = new WeakMap<Reading, string>();
	function textOf(r: Reading): string {
		const before = texts.get(r);
		if (before !== undefined) return before;
		const text = [
			placeName(r),
			readingWords(r.kind),
			readingValue(r),
			sayMoment(r.at),
			localDay(r.at),
			r.by,
			r.instrument,
			r.note
		]
			.join(' ')
			.toLowerCase();
		texts.set(r, text);
		return text;
	}
	const verdicts = $derived.by(() => {
		const { edition, known: job } = store;
		const known = new WeakMap<Reading, Verdict>();
		return (r: Reading): Verdict => {
			const before = known.get(r);
			if (before) return before;
			const at = { place: { id: r.boxId }, circuit: circuitOf(job, r.boxId) };
			const v = verdictOf({ edition, job }, at, { reading: r, beside: besideReading({ edition, job }, r, store.readings) });
			known.set(r, v);
			return v;
		};
	});
	const sorted = $derived([...store.readings].sort((a, b) => byWriting(b, a)));
	const rows = $derived.by(() => {
		const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
		return sorted.filter(
			(r) =>
				words.every((w) => textOf(r).includes(w)) &&
				(!offOnly || (!r.struck && !corrected.has(r.id) && ['bad', 'look'].includes(verdicts(r).level)))
		);
	});
	let list = $state<HTMLDivElement>();
	const virtual = createVirtualizer<HTMLDivElement, HTMLLIElement>({
		count: 0,
		getScrollElement: () => list ?? null,
		estimateSize: () => ROW,
		overscan: 5
	});
	// The list of rows in sight is a thing outside: it is told how many rows there are.
	$effect(() => {
		const [count, scrolled] = [rows.length, list ?? null];
		untrack(() => $virtual.setOptions({ count, getScrollElement: () => scrolled }));
	});
	const shown = $derived(
		$virtual.getVirtualItems().flatMap(({ index, start }) => {
			const reading = rows[index];
			return reading ? [{ reading, start }] : [];
		})
	);
	const strike = (r: Reading) => store.strike(r, !r.struck);
	async function pick(picked: File): Promise<void> {
		const read = await takingIn.run(picked, (api, told) => api.table(picked, told));
		if (read?.ok) file = { name: picked.name, table: read.value };
		else if (read) store.say(`${picked.name} ${read.faults[0]?.message ?? ''}: nothing was imported.`, true);
	}
</script>

{#if file}
	<CsvMapping name={file.name} table={file.table} onclose={() => (file = null)} />
{:else}
	<div class="bar">
		<TextField
			label="Filter: box, kind, value, day, who"
			value={filter}
			onkeep={(v) => (filter = v)}
			ontype={(v) => (filter = v)}
		/>
		<Btn pressed={offOnly} onclick={() => (offOnly = !offOnly)}>Off only</Btn>
		<span class="gap"></span>
		<FilePick label="Import readings" accept=".csv,.txt,.tsv,text/csv" small={false} onpick={pick} />
		<Progress work={takingIn} />
		<Btn onclick={() => saveText(`${store.job.name} readings.csv`, 'text/csv', writeReadingsCsv(store.job, rows))}
			>Save as CSV</Btn
		>
	</div>
	<p class="soft" role="status">{rows.length} of {store.readings.length} readings</p>
	<!-- The list scrolls by itself: it must be reachable by keyboard. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div class="list" role="region" aria-label="Readings" tabindex="0" bind:this={list}>
		<div class="whole" style:height={`${Math.max(1, rows.length) * ROW}px`}>
			<ul style:transform={`translateY(${shown[0]?.start ?? 0}px)`}>
				{#each shown as { reading: r } (r.id)}
					{@const gone = r.struck || corrected.has(r.id)}
					<li style:height={`${ROW}px`} class:gone>
						<Mark kind={gone ? 'unknown' : verdicts(r).level} />
						<button type="button" class="at" onclick={() => store.selectPlace(placeOf(r))}>{placeName(r)}</button>
						<span class="kind"
							>{readingWords(r.kind)}{r.half === 'lower' ? ', lower half' : ''}{r.switchAt === 'off'
								? ', switch off'
								: ''}{r.phase ? `, ${r.phase}` : ''}</span
						>
						<span class="mono value">{readingValue(r)}</span>
						<span class="soft says"
							>{r.struck ? 'struck out' : corrected.has(r.id) ? 'corrected since' : verdicts(r).judgments[0]?.says}</span
						>
						<span class="soft when">{sayMoment(r.at)} {r.by}</span>
						{#if calibrationOver(instruments, { instrument: r.instrument, day: localDay(r.at) })}<span class="when"
								><Mark kind="caution" /> {r.instrument}: calibration had run out</span
							>{/if}
						<span class="do">
							{#if !gone && !r.circuitId}<Btn
									small
									look="quiet"
									label={`Correct ${readingWords(r.kind)} of ${placeName(r)}`}
									onclick={() => oncorrect(r)}>Correct</Btn
								>{/if}
							{#if !corrected.has(r.id)}<Btn
									small
									look="quiet"
									label={`${r.struck ? 'Restore' : 'Strike'} ${readingWords(r.kind)} of ${placeName(r)}`}
									onclick={() => strike(r)}>{r.struck ? 'Restore' : 'Strike'}</Btn
								>{/if}
						</span>
					</li>
				{:else}
					<li>{store.readings.length ? 'No matching readings.' : 'No readings yet: pick a box, or import readings.'}</li>
				{/each}
			</ul>
		</div>
	</div>
{/if}

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: end;
	}
	.bar > :global(.field) {
		flex: 1 1 220px;
		max-width: 380px;
	}
	.gap {
		flex: 1;
	}
	p {
		margin: var(--space-6) 0;
	}
	.list {
		height: calc(100vh - 330px);
		min-height: 300px;
		overflow: auto;
		border-top: 1px solid var(--ink);
		position: relative;
	}
	/* The rows in sight may not make the list longer than it is. */
	.whole {
		overflow: clip;
	}
	li {
		display: grid;
		grid-template-columns: 22px 60px 140px 138px minmax(0, 1fr) 146px auto;
		gap: var(--space-8);
		align-items: center;
		border-bottom: 1px dotted var(--rule);
		overflow: hidden;
	}
	.gone {
		color: var(--soft);
		text-decoration: line-through;
	}
	.says,
	.when,
	.kind {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
		font-size: var(--type-small);
	}
	.value {
		font-weight: 600;
		white-space: nowrap;
	}
	.at {
		border: 0;
		background: none;
		padding: 0;
		min-height: 44px;
		text-align: left;
		font-weight: 600;
		color: var(--copper);
	}
	.do {
		display: flex;
		gap: var(--space-4);
	}
	@media (max-width: 820px) {
		li {
			grid-template-columns: 20px 56px minmax(0, 1fr) 92px auto;
		}
		.says,
		.when {
			display: none;
		}
	}
</style>
