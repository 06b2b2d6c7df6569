<script lang="ts">
	import { today } from '$lib/clock';
	import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
	import { GridComponent, LegendComponent } from 'echarts/components';
	import { use } from 'echarts/core';
	import { SVGRenderer } from 'echarts/renderers';
	import { isFigureKind, readingWords } from '$core/model/reading';
	import { READING_KINDS, type ReadingKind } from '$core/model/kinds';
	import { dueByMonth, gfciRegister } from '$core/prove/gfci-register';
	import { useJob } from '$lib/store/use-job';
	import { chart } from '$lib/kit/chart';
	import Btn from '$lib/kit/Btn.svelte';
	import DropChart from './DropChart.svelte';
	import DueChart from './DueChart.svelte';
	import { alongRun, ohmsOptions, timeOptions, voltsOptions } from './run-charts';

	use([BarChart, LineChart, ScatterChart, GridComponent, LegendComponent, SVGRenderer]);
	/** Predicted and read, along a run, by cable, and over time; what is due by month. */
	const store = useJob();
	const rows = $derived(store.knownRun ? alongRun(store.edition, store.known, store.knownRun, store.assessment.proofs) : []);
	const own = $derived(store.box ? store.readings.filter((r) => r.boxId === store.box?.id && !r.struck) : []);
	const kinds = $derived(READING_KINDS.filter((k) => isFigureKind(k) && own.some((r) => r.kind === k)));
	let only = $state<ReadingKind | null>(null);
	const shown = $derived(only && kinds.includes(only) ? [only] : kinds);
	const months = $derived(
		dueByMonth(gfciRegister(store.job, { readings: store.readings, proofs: store.assessment.proofs }, today()), today())
	);
	const said = (f: (r: (typeof rows)[number]) => string) => rows.map((r) => `${r.name}: ${f(r)}`).join('; ');
	const fig = (v: number | null, places: number) => (v === null ? 'not read' : v.toFixed(places));
</script>

{#if rows.length}
	<DropChart />
	<figure>
		<figcaption class="condensed">Volts along the run: lines are predicted, marks are read</figcaption>
		<div
			{@attach chart(voltsOptions(rows))}
			role="img"
			aria-label={said(
				(r) =>
					`${r.predicted.volts.toFixed(1)} V, under load ${r.predicted.loaded.toFixed(1)}; read ${fig(r.read.volts, 1)}, under load ${fig(r.read.loaded, 1)}`
			)}
		></div>
	</figure>
	<figure>
		<figcaption class="condensed">Ohms by cable</figcaption>
		<div
			{@attach chart(ohmsOptions(rows))}
			role="img"
			aria-label={said(
				(r) =>
					`predicted ${r.predicted.hot.toFixed(3)} ohm to here; hot read ${fig(r.read.hot, 2)}, neutral ${fig(r.read.neutral, 2)}, ground ${fig(r.read.ground, 2)}`
			)}
		></div>
	</figure>
{:else}
	<p>Pick a box or a circuit with a measured run to chart its drop, volts and ohms.</p>
{/if}
{#if store.box && kinds.length}
	<figure>
		<figcaption class="condensed">Readings of {store.box.name} over time</figcaption>
		<div class="kinds" role="group" aria-label="Kind of reading">
			{#each kinds as k (k)}<Btn small pressed={only === k} onclick={() => (only = only === k ? null : k)}>{readingWords(k)}</Btn
				>{/each}
		</div>
		<div
			class="plot"
			{@attach chart(timeOptions(own, shown))}
			role="img"
			aria-label={`${own.length} readings of ${store.box.name}: ${shown.map((k) => readingWords(k)).join(', ')}`}
		></div>
	</figure>
{/if}
<DueChart {months} />

<style>
	figure {
		margin: var(--space-12) 0 0;
	}
	figure > div:not(.kinds) {
		height: 210px;
	}
	.kinds {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6);
	}
</style>
