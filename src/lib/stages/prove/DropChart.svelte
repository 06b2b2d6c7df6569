<script lang="ts">
	import { ifKnown } from '$core/model/known';
	import { LineChart, ScatterChart } from 'echarts/charts';
	import { GridComponent, MarkLineComponent } from 'echarts/components';
	import { use } from 'echarts/core';
	import { SVGRenderer } from 'echarts/renderers';
	import { dropAlong, explainedDrop } from '$core/prove/drop-along';
	import { useJob } from '$lib/store/use-job';
	import { axisOf, chart, feetAxis, type Token } from '$lib/kit/chart';

	use([LineChart, ScatterChart, GridComponent, MarkLineComponent, SVGRenderer]);
	const store = useJob();
	/** Feet from the panel, percent lost: what the run should read, and what was read. */
	const data = $derived(
		ifKnown(() => (store.knownCircuit ? dropAlong(store.ruled, store.knownCircuit, store.assessment.proofs) : [])) ?? []
	);
	function options(token: Token) {
		const level = { good: token('go'), look: token('look'), bad: token('stop'), unknown: token('soft') };
		const axis = axisOf(token);
		return {
			grid: { left: 46, right: 20, top: 28, bottom: 34 },
			xAxis: feetAxis(token),
			yAxis: { type: 'value' as const, name: 'drop %', min: 0, ...axis },
			series: [
				{
					// Up to here the joints carry.
					type: 'line' as const,
					data: [[0, explainedDrop(0)], ...data.map((d) => [d.feet, d.explainedTo])],
					lineStyle: { width: 0 },
					symbol: 'none',
					areaStyle: { color: token('go'), opacity: 0.13 },
					silent: true
				},
				{
					type: 'line' as const,
					data: [[0, 0], ...data.map((d) => [d.feet, d.predicted])],
					lineStyle: { color: token('soft'), width: 2 },
					itemStyle: { color: token('soft') },
					symbolSize: 5,
					markLine: {
						silent: true,
						symbol: 'none',
						label: { formatter: 'advised', color: token('look'), position: 'insideEndTop' as const },
						lineStyle: { color: token('look'), type: 'dashed' as const },
						data: [{ yAxis: store.job.practice.dropPercent }]
					}
				},
				{
					type: 'scatter' as const,
					symbolSize: 13,
					data: data.flatMap((d) =>
						d.read
							? [
									{
										name: d.name,
										value: [d.feet, d.read.reading.value ?? 0],
										itemStyle: { color: level[d.read.verdict.level] },
										symbol: d.read.verdict.level === 'bad' ? 'triangle' : d.read.verdict.level === 'look' ? 'diamond' : 'circle'
									}
								]
							: []
					),
					label: {
						show: true,
						formatter: '{b}',
						position: 'top' as const,
						color: token('ink'),
						fontFamily: 'Barlow Condensed',
						fontWeight: 600 as const,
						fontSize: 13
					}
				}
			]
		};
	}
</script>

<figure>
	<figcaption class="condensed">Drop along the run. Line: predicted. Shaded: connections are good. Marks: read</figcaption>
	<div
		{@attach chart(options)}
		role="img"
		aria-label={data
			.map((d) => `${d.name}: predicted ${d.predicted.toFixed(1)}%${d.read ? `, read ${d.read.reading.value}%` : ''}`)
			.join('; ')}
	></div>
</figure>

<style>
	figure {
		margin: 0;
	}
	div {
		height: 210px;
	}
</style>
