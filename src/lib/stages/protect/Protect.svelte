<script lang="ts">
	import { StageViews } from '../stage-views';
	import Late from '$lib/frame/Late.svelte';
	import { drawPlan } from '$core/formats/plan-drawing';
	import type { ProtectionRow } from '$core/protection/protection-rows';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Sheet from '$lib/frame/Sheet.svelte';
	import PlanSheet from '$lib/plan/PlanSheet.svelte';
	import ProtectTable from './ProtectTable.svelte';

	const store = useJob();
	/** Each is loaded when it is first shown. */
	const SHEETS = {
		replace: () => import('./ReplaceSheet.svelte'),
		labels: () => import('./LabelsSheet.svelte'),
		letter: () => import('./LetterSheet.svelte'),
		compare: () => import('./CompareSheet.svelte'),
		inspector: () => import('./InspectorSheet.svelte')
	};
	const views = new StageViews('protect');
	const view = $derived(views.now);
	let openOnly = $state(false);
	/** What goes dead when a source trips, shown on the plan. */
	let dark = $state.raw<{ source: string; boxIds: ReadonlySet<string> } | null>(null);
	/** null: they are not there yet, or could not be listed. Those of before stand until it is told which. */
	let judged = $state.raw<readonly ProtectionRow[] | null>(null);
	let notListed = $state<string | null>(null);
	// From the worker, after each evaluation. What was listed of another state does not stand where the new one fails.
	$effect(() => {
		const of = store.assessment;
		const told = (rows: typeof judged, why: string | null) => {
			if (store.assessment !== of) return;
			judged = rows;
			notListed = why;
		};
		store.protection().then(
			(rows) => told(rows, rows ? null : 'their protection could not be judged'),
			(error: unknown) => told(null, error instanceof Error ? error.message : String(error))
		);
	});
	const rows = $derived(judged ?? []);
	const count = (level: 'bad' | 'look') => rows.filter((r) => r.level === level).length;
	const open = $derived(count('bad'));
	const old = $derived(count('look'));
	const shown = $derived(openOnly ? rows.filter((r) => r.level === 'bad') : rows);
	const GRAVE = ['bad', 'look', 'good'] as const;
	/** What is required and given is good once it was tested. */
	const levelOf = (r: ProtectionRow): (typeof GRAVE)[number] | null => {
		if (r.level !== 'given') return r.level;
		const of = store.places.get(r.boxId)?.outlets.find((o) => o.device === r.deviceId);
		return of && (['gfci', 'afci'] as const).every((k) => of[k].is === 'yes' || of[k].is === 'not-required') ? 'good' : null;
	};
	const levels = $derived(
		dark
			? new Map([...dark.boxIds].map((id) => [id, 'bad' as const]))
			: new Map(
					// Two devices in a box: the worse of them is drawn last.
					rows
						.flatMap((r) => {
							const level = levelOf(r);
							return level ? [[r.boxId, level] as const] : [];
						})
						.sort((a, b) => GRAVE.indexOf(b[1]) - GRAVE.indexOf(a[1]))
				)
	);
	const plan = $derived(drawPlan(store.edition, store.job, 0));
	const sub = $derived(
		view === 'plan' && dark
			? `if ${dark.source} trips: what goes dead`
			: !judged
				? notListed
					? `The outlets are not listed: ${notListed}.`
					: 'Checking the outlets…'
				: `${rows.length} outlets and devices by NEC ${store.edition.key}; ${open} with a violation${old ? `, ${old} existing without what new work needs` : ''}`
	);
	function showDark(source: string | null, boxIds: readonly string[]): void {
		dark = source ? { source, boxIds: new Set(boxIds) } : null;
		if (dark) views.go('plan');
	}
</script>

<Sheet title="Protect" {sub} fixed={view === 'plan'} views={views.names} {view} onview={views.go}>
	{#snippet acts()}
		{#if view === 'outlets'}<Btn small pressed={openOnly} onclick={() => (openOnly = !openOnly)}>Open only</Btn>{/if}
		{#if view === 'plan' && dark}<Btn small onclick={() => (dark = null)}>Show all</Btn>{/if}
	{/snippet}
	{#if view === 'plan'}
		<PlanSheet
			{plan}
			{levels}
			selection={store.selection}
			onselect={(s) => store.select(s)}
			title={dark ? `Plan with what goes dead when ${dark.source} trips` : 'Plan with protection of each outlet'}
		/>
	{:else if view === 'outlets'}
		{#if judged}<ProtectTable rows={shown} />{/if}
	{:else if view === 'devices'}
		<Late load={() => import('./PlaceSheet.svelte')}
			>{#snippet children(PlaceSheet)}<PlaceSheet ondark={showDark} />{/snippet}</Late
		>
	{:else}
		<Late load={SHEETS[view]}>{#snippet children(View)}<View />{/snippet}</Late>
	{/if}
</Sheet>
