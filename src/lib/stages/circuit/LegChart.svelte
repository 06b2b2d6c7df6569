<script lang="ts">
	import { BarChart } from 'echarts/charts';
	import { GridComponent, LegendComponent } from 'echarts/components';
	import { use } from 'echarts/core';
	import { SVGRenderer } from 'echarts/renderers';
	import type { PanelLoad } from '$core/circuits/service/220-14-branch-load';
	import type { ServiceLeg } from '$core/run/spaces';
	import { show } from '$core/units/quantity';
	import { chart, type Token } from '$lib/kit/chart';

	use([BarChart, GridComponent, LegendComponent, SVGRenderer]);
	interface Props {
		load: PanelLoad;
	}
	/** What the branch circuits put on each service leg, by what they feed. */
	let { load }: Props = $props();
	const LEGS: readonly ServiceLeg[] = ['B', 'A'];
	const PARTS = ['appliances', 'kitchen, laundry', 'general'] as const;
	const partOf = ({ occupant }: PanelLoad['rows'][number]): (typeof PARTS)[number] => {
		if (occupant.kind === 'feeder' || occupant.circuit.load) return 'appliances';
		return ['small-appliance', 'laundry'].includes(occupant.circuit.kind) ? 'kitchen, laundry' : 'general';
	};
	const kva = $derived(
		PARTS.map((part) => ({
			part,
			legs: LEGS.map(
				(leg) =>
					load.rows
						.filter((r) => partOf(r) === part)
						.reduce((sum, r) => sum + (r.leg === leg ? r.va : r.leg === 'both' ? r.va / 2 : 0), 0) / 1000
			)
		}))
	);
	function options(token: Token) {
		const fills = [token('copper'), token('soft'), token('rule')];
		const words = { color: token('ink'), fontFamily: 'Barlow' };
		return {
			grid: { left: 24, right: 10, top: 50, bottom: 34 },
			legend: {
				top: 0,
				left: 0,
				itemWidth: 12,
				itemHeight: 10,
				itemGap: 12,
				textStyle: { ...words, fontSize: 12 },
				selectedMode: false
			},
			xAxis: {
				type: 'value' as const,
				name: 'kVA connected',
				nameLocation: 'middle' as const,
				nameGap: 20,
				nameTextStyle: { color: token('soft') },
				axisLabel: { color: token('soft'), fontFamily: 'IBM Plex Mono' },
				splitLine: { lineStyle: { color: token('rule'), type: 'dotted' as const } }
			},
			yAxis: {
				type: 'category' as const,
				data: [...LEGS],
				axisTick: { show: false },
				axisLine: { lineStyle: { color: token('ink') } },
				axisLabel: { ...words, fontWeight: 600 as const, fontSize: 16 }
			},
			series: kva.map(({ part, legs }, i) => ({
				name: part,
				type: 'bar' as const,
				stack: 'kva',
				barWidth: 26,
				data: legs.map((v) => Math.round(v * 100) / 100),
				itemStyle: { color: fills[i], borderColor: token('ink'), borderWidth: 1 }
			}))
		};
	}
</script>

<div
	{@attach chart(options)}
	role="img"
	aria-label={`Connected load. Service leg A ${show(load.legs.A / 1000, 1)} kVA, B ${show(load.legs.B / 1000, 1)} kVA`}
></div>

<style>
	div {
		height: 176px;
	}
</style>
