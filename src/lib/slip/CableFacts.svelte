<script lang="ts">
	import { editCable, feedCable } from '$core/edit/cables';
	import { asJoined, endsSeen } from '$core/model/cable-ends';
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
	import Btn from '$lib/kit/Btn.svelte';
	import Photos from './Photos.svelte';

	interface Props {
		cableId: string;
	}
	let { cableId }: Props = $props();
	const store = useJob();
	const set = (what: string, change: Parameters<typeof editCable>[1]) =>
		cable && store.edit(`Cable: ${what}`, editCable(cable.id, change));
	const cable = $derived(store.job.cables.find((l) => l.id === cableId));
	/** With what was seen at its ends; a field below that is not known is told by them. */
	const joined = $derived(asJoined(store.job).cables.find((l) => l.id === cableId));
	const seen = $derived(endsSeen(store.job, cableId));
	const circuit = $derived(store.index.circuits.get(cable?.circuitId ?? ''));
	/** The panel, and the boxes of its run but itself. */
	const sources = $derived([
		...store.job.panels.filter((p) => p.id === circuit?.panelId).map((p) => ({ value: p.id, name: p.name })),
		...(store.index.cablesOfCircuit.get(circuit?.id ?? '') ?? [])
			.filter((l) => l.toId !== cable?.toId)
			.map((l) => ({ value: l.toId, name: store.index.boxes.get(l.toId)?.name ?? '?' }))
	]);
</script>

{#if cable}
	<p>{cableName(joined ?? cable)}, {cable.state}</p>
	{#if seen.length}
		<ul class="seen">
			{#each seen as { boxId, end } (end.id)}
				<li>Seen in {store.placeName(boxId)}: {cableName({ ...end, metal: end.metal ?? null })}{end.line ? ', LINE' : ''}</li>
			{/each}
		</ul>
	{/if}
	{#if cable.guess !== undefined && cable.fromId}
		<p>
			That {store.placeName(cable.fromId)} feeds it is a guess, {Math.floor(100 * cable.guess)}% likely: nothing behind it counts
			as protected.
			<Btn small onclick={() => store.edit('Cable: feed seen', feedCable(cable.id, cable.fromId))}>I saw it</Btn>
		</p>
	{/if}
	<div class="two">
		<MaybeField
			label="Fed from"
			value={cable.fromId}
			options={sources}
			onkeep={(from) => store.edit('Cable: fed from', feedCable(cable.id, from))}
		/>
		<FeetField label="Length, one way" value={cable.lengthFt} onkeep={(lengthFt) => set('length', { lengthFt })} />
		<MaybeField
			label="Wire"
			value={cable.awg}
			options={GAUGES.filter((awg) => !noSuchWire({ awg, metal: cable.metal })).map((value) => ({ value, name: `${value} AWG` }))}
			onkeep={(awg) => set(awg ? `${awg} AWG` : 'wire not known', { awg })}
		/>
		<MaybeField
			label="Cable"
			value={cable.kind}
			options={cableOptions(cable.state, cable.kind)}
			onkeep={(kind) => set(kind ? CABLE_MAKES[kind].name : 'kind not known', { kind })}
		/>
		{#if inRaceway(cable.kind) || cable.raceway}
			<MaybeField
				label="Raceway"
				value={cable.raceway ?? null}
				options={RACEWAY_OPTIONS}
				onkeep={(raceway) => set('raceway', { raceway: raceway ?? undefined })}
			/>
		{/if}
		<MaybeField
			label="Metal"
			value={cable.metal}
			options={[
				{ value: 'Cu' as const, name: 'copper' },
				{ value: 'Al' as const, name: 'aluminum' }
			]}
			onkeep={(metal) => set('metal', noSuchWire({ awg: cable.awg, metal }) ? { metal, awg: null } : { metal })}
		/>
		<MaybeField
			label="Conductors"
			value={cable.conductors === null ? null : `${cable.conductors}${cable.ground === null ? '?' : cable.ground ? 'g' : ''}`}
			options={[
				{ value: '2g', name: 'two and ground' },
				{ value: '3g', name: 'three and ground' },
				{ value: '2', name: 'two, no ground' },
				{ value: '3', name: 'three, no ground' },
				{ value: '2?', name: 'two, ground not known' },
				{ value: '3?', name: 'three, ground not known' }
			]}
			onkeep={(v) =>
				set(
					'conductors',
					v
						? { conductors: v.startsWith('3') ? 3 : 2, ground: v.endsWith('?') ? null : v.endsWith('g') }
						: { conductors: null, ground: null }
				)}
		/>
		<LiesField value={cable.lies} onkeep={(lies) => set('where it lies', { lies })} />
		<SelectField
			label="State"
			value={cable.state}
			options={STATES.map((value) => ({ value, name: value }))}
			onkeep={(state) => set(state, { state })}
		/>
	</div>
	<Photos of={{ kind: 'cable', id: cable.id }} />
{/if}

<style>
	.seen {
		margin: 0 0 var(--space-10);
		padding-left: 1.2em;
		font-size: var(--type-small);
	}
</style>
