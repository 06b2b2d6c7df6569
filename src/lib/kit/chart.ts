import { init, type EChartsCoreOption } from 'echarts/core';
import type { Attachment } from 'svelte/attachments';
import { theme } from './theme.svelte';

/** A color of the theme by its name: `copper`. */
export type Token = (name: string) => string;

/** Draws a chart in an element as SVG, anew when what it shows or the theme changes. The kinds of chart are the caller's to `use`. */
export const chart =
	(options: (token: Token) => EChartsCoreOption): Attachment<HTMLElement> =>
	(host) => {
		// The tokens are read anew when the theme turns.
		void theme.dark;
		const css = getComputedStyle(document.documentElement);
		const drawn = init(host, null, { renderer: 'svg' });
		const watch = new ResizeObserver(() => drawn.resize());
		watch.observe(host);
		drawn.setOption({
			animation: false,
			textStyle: { fontFamily: 'Barlow' },
			...options((name) => css.getPropertyValue(`--${name}`).trim())
		});
		return () => {
			watch.disconnect();
			drawn.dispose();
		};
	};

/** Axes as every chart has them. */
export const axisOf = (token: Token) => ({
	axisLine: { lineStyle: { color: token('soft') } },
	axisLabel: { color: token('soft'), fontFamily: 'IBM Plex Mono' },
	splitLine: { lineStyle: { color: token('rule'), type: 'dotted' as const } },
	nameTextStyle: { color: token('soft') }
});
/** Along a run. */
export const feetAxis = (token: Token) => ({
	type: 'value' as const,
	name: 'feet from the panel',
	nameLocation: 'middle' as const,
	nameGap: 22,
	min: 0,
	...axisOf(token)
});
