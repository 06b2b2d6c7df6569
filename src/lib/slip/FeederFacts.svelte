<script lang="ts">
	import { cableOptions, RACEWAY_OPTIONS } from '$lib/kit/cable-words';
	import MaybeField from '$lib/kit/fields/MaybeField.svelte';
	import { ifKnown } from '$core/model/known';
	import { sizeFeeder } from '$core/circuits/panel/215-feeder';
	import { feetBetween } from '$core/run/moving';
	import { isFree } from '$core/run/spaces';
	import type { Feeder, Panel } from '$core/model/job';
	import { noSuchWire } from '$core/model/file/references';
	import { CABLE_MAKES, inRaceway } from '$core/model/cable-kinds';
	import { GAUGES } from '$core/units/gauge';
	import { show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import FeetField from '$lib/kit/fields/FeetField.svelte';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import LiesField from '$lib/kit/fields/LiesField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';

	interface Props {
		panel: Panel;
		onkeep: (what: string, change: Partial<Panel>) => unknown;
	}
	/** What feeds a panel from another one. */
	let { panel, onkeep }: Props = $props();
	const store = useJob();
	const feeder = $derived(panel.feeder);
	const fed = (id: string): boolean => {
		for (let at = store.job.panels.find((p) => p.id === id), n = 0; at && n < 20; n++) {
			if (at.id === panel.id) return true;
			at = store.job.panels.find((p) => p.id === at?.feeder?.fromPanelId);
		}
		return false;
	};
	const sources = $derived([
		{ value: '', name: 'the service' },
		...store.job.panels.filter((p) => p.id !== panel.id && !fed(p.id)).map((p) => ({ value: p.id, name: p.name }))
	]);
	const known = $derived(store.known.panels.find((p) => p.id === panel.id));
	const least = $derived(
		known?.feeder && ifKnown(() => known.feeder && sizeFeeder(store.ruled, known, { feeder: known.feeder }))
	);
	const from = $derived(store.known.panels.find((p) => p.id === feeder?.fromPanelId));
	const spaces = $derived([
		{ value: '', name: 'none yet' },
		...Array.from({ length: ifKnown(() => from?.spaces) ?? 0 }, (_, i) => i + 1)
			.filter((s) => from && isFree(store.known, from, { space: s, poles: 2, apart: [panel.id] }))
			.map((s) => ({ value: String(s), name: `${s}/${s + 2}` }))
	]);
	const set = (what: string, change: Partial<Feeder>) => feeder && onkeep(what, { feeder: { ...feeder, ...change } });
	function source(fromPanelId: string): void {
		if (!fromPanelId) return void onkeep('fed from the service', { feeder: undefined });
		const fresh: Feeder = {
			fromPanelId,
			space: null,
			breakerA: 60,
			kind: 'NM-B',
			awg: '6',
			metal: 'Cu',
			conductors: 3,
			ground: true,
			lengthFt: feetBetween(store.job, { a: fromPanelId, b: panel.id }),
			state: 'planned'
		};
		onkeep('its feeder', { feeder: { ...(feeder ?? fresh), fromPanelId, space: null }, service: undefined });
	}
</script>

<SelectField label="Fed from" value={feeder?.fromPanelId ?? ''} options={sources} onkeep={source} />
{#if feeder}
	<div class="facts">
		<MaybeField
			label="Feeder breaker"
			value={feeder.breakerA === null ? null : String(feeder.breakerA)}
			options={[...new Set([...store.edition.breakers.sizes, ...(feeder.breakerA === null ? [] : [feeder.breakerA])])]
				.sort((a, b) => a - b)
				.map((a) => ({ value: String(a), name: `${a} A` }))}
			onkeep={(v) => set(v ? `feeder of ${v} A` : 'feeder breaker not known', { breakerA: v === null ? null : Number(v) })}
		/>
		<SelectField
			label="In spaces"
			value={feeder.space === null ? '' : String(feeder.space)}
			options={spaces}
			onkeep={(v) => set('feeder space', { space: v ? Number(v) : null })}
		/>
		<MaybeField
			label="Feeder wire"
			value={feeder.awg}
			options={GAUGES.filter((awg) => !noSuchWire({ awg, metal: feeder.metal })).map((value) => ({
				value,
				name: `${value} AWG`
			}))}
			onkeep={(v) => set(v ? `feeder of ${v} AWG` : 'feeder wire not known', { awg: v })}
		/>
		<MaybeField
			label="Feeder metal"
			value={feeder.metal}
			options={[
				{ value: 'Cu' as const, name: 'copper' },
				{ value: 'Al' as const, name: 'aluminum' }
			]}
			onkeep={(metal) => set('feeder metal', noSuchWire({ awg: feeder.awg, metal }) ? { metal, awg: '12' } : { metal })}
		/>
		<MaybeField
			label="Feeder cable"
			value={feeder.kind}
			options={cableOptions(feeder.state, feeder.kind)}
			onkeep={(kind) => set(kind ? `feeder of ${CABLE_MAKES[kind].name}` : 'feeder cable not known', { kind })}
		/>
		{#if inRaceway(feeder.kind) || feeder.raceway}
			<MaybeField
				label="Feeder raceway"
				value={feeder.raceway ?? null}
				options={RACEWAY_OPTIONS}
				onkeep={(raceway) => set('feeder raceway', { raceway: raceway ?? undefined })}
			/>
		{/if}
		<FeetField label="Feeder length, one way" value={feeder.lengthFt} onkeep={(lengthFt) => set('feeder length', { lengthFt })} />
		<MaybeField
			label="Wires"
			value={feeder.conductors === null ? null : `${feeder.conductors}${feeder.ground ? 'g' : ''}`}
			options={[
				{ value: '3g', name: 'two hots, neutral, ground' },
				{ value: '3', name: 'two hots, neutral' },
				{ value: '2g', name: 'two hots, ground' }
			]}
			onkeep={(v) =>
				set(
					'feeder wires',
					v ? { conductors: v.startsWith('3') ? 3 : 2, ground: v.endsWith('g') } : { conductors: null, ground: null }
				)}
		/>
		<SelectField
			label="Its terminals"
			value={feeder.terminalC ? String(feeder.terminalC) : ''}
			options={[
				{ value: '', name: 'marking not read' },
				{ value: '60', name: '60 degC' },
				{ value: '75', name: 'both ends marked 75 degC' }
			]}
			onkeep={(v) => set('feeder terminals', { terminalC: v === '75' ? 75 : v === '60' ? 60 : undefined })}
		/>
		<LiesField value={feeder.lies} onkeep={(lies) => set('where the feeder runs', { lies })} />
		{#if feeder.state === 'found' && !feeder.ground}
			<FlagField
				label="Bond may stay (250.32(B)(1) Ex. 1)"
				value={feeder.bondMayStay}
				unset="not looked at"
				yes="no metal path between buildings, no ground-fault protection at the service"
				no="no"
				onkeep={(bondMayStay) => set('old bond', { bondMayStay })}
			/>
		{/if}
		<FlagField
			label="Electrode at its building"
			value={panel.electrode}
			yes="there"
			no="none"
			onkeep={(electrode) => onkeep('electrode', { electrode })}
		/>
	</div>
	{#if least?.awg && (least.breakerA !== feeder.breakerA || least.awg !== feeder.awg)}
		<p class="soft">
			Its load is <b class="mono">{show(least.designA, 1)} A</b>: minimum {least.breakerA} A on {least.awg} AWG.
		</p>
		<Btn small onclick={() => least?.awg && set('feeder sized for its load', { breakerA: least.breakerA, awg: least.awg })}
			>Use this</Btn
		>
	{/if}
{/if}

<style>
	.facts {
		margin-top: var(--space-10);
	}
	p {
		margin: var(--space-8) 0;
		font-size: var(--type-small);
	}
</style>
