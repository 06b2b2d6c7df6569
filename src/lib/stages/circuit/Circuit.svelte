<script lang="ts">
	import { StageViews } from '../stage-views';
	import Late from '$lib/ui/Late.svelte';
	import type { Component } from 'svelte';
	import { useJob } from '$lib/data/use-job';
	import Sheet from '$lib/ui/frame/Sheet.svelte';
	import CircuitTable from './CircuitTable.svelte';

	const store = useJob();
	const VIEWS = {
		circuits: { name: 'Circuits', sub: 'drop at the far end, 75 °C' },
		board: { name: 'Outlets', sub: 'which outlets are on which circuit' },
		panel: { name: 'Panel', sub: 'slots, service legs, directory' },
		propose: { name: 'Propose', sub: 'circuits for outlets that have none' },
		multiwire: { name: 'Multiwire', sub: 'shared neutrals and their code basis' },
		service: { name: 'Service load', sub: 'load of the whole dwelling, Article 220' }
	};
	type View = keyof typeof VIEWS;
	/** Each view but the first is loaded when it is first shown. */
	const SHEETS: Record<Exclude<View, 'circuits' | 'propose'>, () => Promise<{ default: Component<Record<string, never>> }>> = {
		board: () => import('./OutletBoard.svelte'),
		panel: () => import('./PanelSheet.svelte'),
		multiwire: () => import('./MultiwirePage.svelte'),
		service: () => import('./ServiceLoad.svelte')
	};
	const shared = $derived(store.job.circuits.some((c) => c.multiwire || c.poles === 2));
	const shown = $derived((Object.keys(VIEWS) as View[]).filter((v) => v !== 'multiwire' || shared));
	const views = new StageViews(() => shown);
	const view = $derived(views.now);
</script>

<Sheet
	title="Circuit"
	sub={`${store.job.circuits.length} circuits; ${VIEWS[view].sub}`}
	views={Object.fromEntries(shown.map((v) => [v, VIEWS[v].name]))}
	{view}
	onview={(v) => views.go(v as View)}
>
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
