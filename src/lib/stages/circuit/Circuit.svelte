<script lang="ts">
	import { StageViews } from '../stage-views';
	import Late from '$lib/frame/Late.svelte';
	import type { Component } from 'svelte';
	import type { ViewOf } from '$core/model/stage-views';
	import { useJob } from '$lib/store/use-job';
	import Sheet from '$lib/frame/Sheet.svelte';
	import CircuitTable from './CircuitTable.svelte';

	const store = useJob();
	const SAYS: Record<ViewOf<'circuit'>, string> = {
		circuits: 'drop at the far end, 75 °C',
		board: 'which outlets are on which circuit',
		panel: 'spaces, service legs, directory',
		propose: 'circuits for outlets that have none',
		multiwire: 'shared neutrals and their code basis',
		service: 'load of the whole dwelling, Article 220'
	};
	/** Each view but the first is loaded when it is first shown. */
	const SHEETS: Record<
		Exclude<ViewOf<'circuit'>, 'circuits' | 'propose'>,
		() => Promise<{ default: Component<Record<string, never>> }>
	> = {
		board: () => import('./OutletBoard.svelte'),
		panel: () => import('./PanelSheet.svelte'),
		multiwire: () => import('./MultiwirePage.svelte'),
		service: () => import('./ServiceLoad.svelte')
	};
	const shared = $derived(store.job.circuits.some((c) => c.multiwire || c.poles === 2));
	const views = new StageViews('circuit', (v) => v !== 'multiwire' || shared);
	const view = $derived(views.now);
</script>

<Sheet title="Circuit" sub={`${store.job.circuits.length} circuits; ${SAYS[view]}`} views={views.names} {view} onview={views.go}>
	{#if view === 'circuits'}
		<CircuitTable onpropose={() => views.go('propose')} />
	{:else if view === 'propose'}
		<Late load={() => import('./ProposeCircuits.svelte')}
			>{#snippet children(Propose)}<Propose onmade={() => views.go('circuits')} />{/snippet}</Late
		>
	{:else}
		<Late load={SHEETS[view]}>{#snippet children(View)}<View />{/snippet}</Late>
	{/if}
</Sheet>
