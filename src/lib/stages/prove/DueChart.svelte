<script lang="ts">
	import { BarChart } from 'echarts/charts';
	import { GridComponent, LegendComponent } from 'echarts/components';
	import { use } from 'echarts/core';
	import { SVGRenderer } from 'echarts/renderers';
	import { axisOf, chart, type Token } from '$lib/kit/chart';

	use([BarChart, GridComponent, LegendComponent, SVGRenderer]);
	interface Props {
		months: readonly { month: string; tests: number; replacements: number }[];
	}
	let { months }: Props = $props();
	const options = (token: Token) => ({
		grid: { left: 34, right: 12, top: 30, bottom: 26 },
		legend: { top: 0, right: 0, textStyle: { color: token('ink') } },
		xAxis: { type: 'category' as const, data: months.map((m) => m.month), ...axisOf(token) },
		yAxis: { type: 'value' as const, minInterval: 1, ...axisOf(token) },
		series: [
			{
				name: 'tests',
				type: 'bar' as const,
				stack: 'due',
				data: months.map((m) => m.tests),
				itemStyle: { color: token('copper') }
			},
			{
				name: 'replacements',
				type: 'bar' as const,
				stack: 'due',
				data: months.map((m) => m.replacements),
				itemStyle: { color: token('look'), decal: { symbol: 'rect', dashArrayX: [4, 3], dashArrayY: [4, 3] } }
			}
		]
	});
</script>

<figure>
	<figcaption class="condensed">Due by month; overdue counts in this month</figcaption>
	<div
		{@attach chart(options)}
		role="img"
		aria-label={months
			.filter((m) => m.tests || m.replacements)
			.map((m) => `${m.month}: ${m.tests} tests, ${m.replacements} replacements`)
			.join('; ') || 'nothing due'}
	></div>
</figure>

<style>
	figure {
		margin: var(--space-12) 0 0;
	}
	div {
		height: 190px;
	}
</style>
