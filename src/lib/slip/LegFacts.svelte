<script lang="ts">
	import { editLeg, feedLeg } from '$core/edit/legs';
	import { noSuchWire } from '$core/model/file/references';
	import { cableName } from '$core/rough/take-off';
	import { useJob } from '$lib/store/use-job';
	import { STATES } from '$core/model/kinds';
	import { GAUGES } from '$core/units/gauge';
	import { CABLE_MAKES, inRaceway } from '$core/model/cable-kinds';
	import { cableOptions, RACEWAY_OPTIONS } from '$lib/kit/cable-words';
	import MaybeField from '$lib/kit/fields/MaybeField.svelte';
	import FeetField from '$lib/kit/fields/FeetField.svelte';
	import LiesField from '$lib/kit/fields/LiesField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import Photos from './Photos.svelte';

	interface Props {
		legId: string;
	}
	let { legId }: Props = $props();
	const store = useJob();
	const set = (what: string, change: Parameters<typeof editLeg>[1]) =>
		leg && store.edit(`Cable: ${what}`, editLeg(leg.id, change));
	const leg = $derived(store.job.legs.find((l) => l.id === legId));
	const circuit = $derived(store.index.circuits.get(leg?.circuitId ?? ''));
	/** The panel, and the boxes of its run but itself. */
	const sources = $derived([
		...store.job.panels.filter((p) => p.id === circuit?.panelId).map((p) => ({ value: p.id, name: p.name })),
		...(store.index.legsOfCircuit.get(circuit?.id ?? '') ?? [])
			.filter((l) => l.toId !== leg?.toId)
			.map((l) => ({ value: l.toId, name: store.index.boxes.get(l.toId)?.name ?? '?' }))
	]);
</script>

{#if leg}
	<p>{cableName(leg)}, {leg.state}</p>
	<div class="two">
		<MaybeField
			label="Fed from"
			value={leg.fromId}
			options={sources}
			onkeep={(from) => store.edit('Cable: fed from', feedLeg(leg.id, from))}
		/>
		<FeetField label="Length, one way" value={leg.lengthFt} onkeep={(lengthFt) => set('length', { lengthFt })} />
		<MaybeField
			label="Wire"
			value={leg.awg}
			options={GAUGES.filter((awg) => !noSuchWire({ awg, metal: leg.metal })).map((value) => ({ value, name: `${value} AWG` }))}
			onkeep={(awg) => set(awg ? `${awg} AWG` : 'wire not known', { awg })}
		/>
		<MaybeField
			label="Cable"
			value={leg.cable}
			options={cableOptions(leg.state, leg.cable)}
			onkeep={(cable) => set(cable ? CABLE_MAKES[cable].name : 'kind not known', { cable })}
		/>
		{#if inRaceway(leg.cable) || leg.raceway}
			<MaybeField
				label="Raceway"
				value={leg.raceway ?? null}
				options={RACEWAY_OPTIONS}
				onkeep={(raceway) => set('raceway', { raceway: raceway ?? undefined })}
			/>
		{/if}
		<MaybeField
			label="Metal"
			value={leg.metal}
			options={[
				{ value: 'Cu' as const, name: 'copper' },
				{ value: 'Al' as const, name: 'aluminum' }
			]}
			onkeep={(metal) => set('metal', noSuchWire({ awg: leg.awg, metal }) ? { metal, awg: '12' } : { metal })}
		/>
		<MaybeField
			label="Conductors"
			value={leg.conductors === null ? null : `${leg.conductors}${leg.ground ? 'g' : ''}`}
			options={[
				{ value: '2g', name: 'two and ground' },
				{ value: '3g', name: 'three and ground' },
				{ value: '2', name: 'two, no ground' },
				{ value: '3', name: 'three, no ground' }
			]}
			onkeep={(v) =>
				set(
					'conductors',
					v ? { conductors: v.startsWith('3') ? 3 : 2, ground: v.endsWith('g') } : { conductors: null, ground: null }
				)}
		/>
		<LiesField value={leg.lies} onkeep={(lies) => set('where it lies', { lies })} />
		<SelectField
			label="State"
			value={leg.state}
			options={STATES.map((value) => ({ value, name: value }))}
			onkeep={(state) => set(state, { state })}
		/>
	</div>
	<Photos of={{ kind: 'leg', id: leg.id }} />
{/if}
