<script lang="ts">
	import { WAYS } from '$core/run/route';
	import { editJob } from '$core/edit/job';
	import { DEFAULT_GROUPING, type GroupingPractice } from '$core/model/job';
	import { inWords } from '$core/model/kinds';
	import { useJob } from '$lib/store/use-job';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	/** What good electricians differ on, kept with the job. */
	const store = useJob();
	const practice = $derived(store.job.practice.grouping ?? DEFAULT_GROUPING);
	const set = (what: string, change: Partial<GroupingPractice>) =>
		store.edit(`Shop practice: ${what}`, editJob({ practice: { ...store.job.practice, grouping: { ...practice, ...change } } }));
	const outlets = (v: string) => (Number(v) >= 1 && Number(v) <= 40 ? null : `Outlets on one circuit, 1 to 40; got "${v}"`);
</script>

<div class="practice">
	<TextField
		label="Outlets on 15 A, at most"
		value={String(practice.perCircuit15)}
		inputmode="numeric"
		check={outlets}
		onkeep={(v) => set('outlets on 15 A', { perCircuit15: Math.round(Number(v)) })}
	/>
	<TextField
		label="Outlets on 20 A, at most"
		value={String(practice.perCircuit20)}
		inputmode="numeric"
		check={outlets}
		onkeep={(v) => set('outlets on 20 A', { perCircuit20: Math.round(Number(v)) })}
	/>
	<SelectField
		label="General receptacles on"
		value={String(practice.receptaclesA)}
		options={[
			{ value: '15', name: '15 A' },
			{ value: '20', name: '20 A' }
		]}
		onkeep={(v) => set(`receptacles on ${v} A`, { receptaclesA: v === '15' ? 15 : 20 })}
	/>
	<FlagField
		label="Lights"
		value={practice.lightsApart}
		yes="on their own circuits"
		no="with the receptacles"
		onkeep={(v) => set('lights', { lightsApart: v ?? true })}
	/>
	<FlagField
		label="Taps in a box"
		value={practice.taps}
		yes="allowed"
		no="one in, one out"
		onkeep={(v) => set('taps', { taps: v ?? true })}
	/>
	<FlagField
		label="Refrigerator"
		value={practice.refrigeratorAlone}
		yes="on its own circuit"
		no="with the kitchen"
		onkeep={(v) => set('refrigerator', { refrigeratorAlone: v ?? false })}
	/>
	<SelectField
		label="Cable crosses by"
		value={practice.way}
		options={WAYS.map((value) => ({ value, name: inWords(value) }))}
		onkeep={(way) => set(`by the ${inWords(way)}`, { way })}
	/>
</div>

<style>
	.practice {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(168px, 1fr));
		gap: var(--space-10) var(--space-12);
		align-items: end;
	}
</style>
