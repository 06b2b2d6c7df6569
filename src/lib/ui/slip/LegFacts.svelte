<script lang="ts">
	import { editLeg } from '$core/edit/legs';
	import { noSuchWire } from '$core/model/file/references';
	import { cableName } from '$core/rough/take-off';
	import { useJob } from '$lib/data/job-store.svelte';
	import { CABLES, STATES, type Cable } from '$core/model/kinds';
	import { GAUGES, type Awg } from '$core/units/gauge';
	import FeetField from '../fields/FeetField.svelte';
	import LiesField from '../fields/LiesField.svelte';
	import SelectField from '../fields/SelectField.svelte';

	interface Props {
		legId: string;
	}
	let { legId }: Props = $props();
	const store = useJob();
	const CABLE_WORDS: Record<Cable, string> = {
		'NM-B': 'NM-B',
		'UF-B': 'UF-B',
		THHN: 'THHN',
		'two-wire': 'two-wire, old',
		'old-AC': 'armored, old'
	};
	const set = (what: string, change: Parameters<typeof editLeg>[1]) =>
		leg && store.edit(`Cable: ${what}`, editLeg(leg.id, change));
	const leg = $derived(store.job.legs.find((l) => l.id === legId));
</script>

{#if leg}
	<p>{cableName(leg)}, {leg.state}</p>
	<div class="two">
		<FeetField label="Length, one way" value={leg.lengthFt} onkeep={(lengthFt) => set('length', { lengthFt })} />
		<SelectField
			label="Wire"
			value={leg.awg}
			options={GAUGES.filter((awg) => !noSuchWire({ awg, metal: leg.metal })).map((value) => ({ value, name: `${value} AWG` }))}
			onkeep={(awg: Awg) => set(`${awg} AWG`, { awg })}
		/>
		<SelectField
			label="Cable"
			value={leg.cable}
			options={CABLES.map((value) => ({ value, name: CABLE_WORDS[value] }))}
			onkeep={(cable) => set(CABLE_WORDS[cable], { cable })}
		/>
		<SelectField
			label="Metal"
			value={leg.metal}
			options={[
				{ value: 'Cu', name: 'copper' },
				{ value: 'Al', name: 'aluminum' }
			]}
			onkeep={(metal: typeof leg.metal) => set('metal', noSuchWire({ awg: leg.awg, metal }) ? { metal, awg: '12' } : { metal })}
		/>
		<SelectField
			label="Conductors"
			value={`${leg.conductors}${leg.ground ? 'g' : ''}`}
			options={[
				{ value: '2g', name: 'two and ground' },
				{ value: '3g', name: 'three and ground' },
				{ value: '2', name: 'two, no ground' },
				{ value: '3', name: 'three, no ground' }
			]}
			onkeep={(v) => set('conductors', { conductors: v.startsWith('3') ? 3 : 2, ground: v.endsWith('g') })}
		/>
		<LiesField value={leg.lies} onkeep={(lies) => set('where it lies', { lies })} />
		<SelectField
			label="State"
			value={leg.state}
			options={STATES.map((value) => ({ value, name: value }))}
			onkeep={(state) => set(state, { state })}
		/>
	</div>
{/if}
