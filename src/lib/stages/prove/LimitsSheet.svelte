<script lang="ts">
	import { sayTemp, toC, toF } from '$core/units/temperature';
	import { round, show } from '$core/units/quantity';
	import { bandFault, LIMITS, limitsOf } from '$core/prove/limits';
	import { SOUND, soundOf } from '$core/network/sound';
	import { editJob } from '$core/edit/job';
	import type { BandFigures, Practice } from '$core/model/job';
	import { LIMIT_KEYS, type LimitKey } from '$core/model/kinds';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	/** Limits of readings with their source, and what a sound run is taken to have: all of it this job's own to set. */
	const store = useJob();
	const limits = $derived(limitsOf(store.job));
	const sound = $derived(soundOf(store.job));
	const keep = (what: string, change: Partial<Practice>) =>
		store.edit(what, editJob({ practice: { ...store.job.practice, ...change } }));
	const words = (b: BandFigures) => `${b.good[0]} to ${b.good[1]}; ${b.look[0]} to ${b.look[1]}`;
	/** Four figures, as they are shown. */
	function bandOf(text: string): BandFigures | null {
		const found = (text.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);
		const [a, b, c, d] = found;
		if (found.length !== 4 || a === undefined || b === undefined || c === undefined || d === undefined) return null;
		return { good: [a, b], look: [c, d] };
	}
	function fault(text: string): string | null {
		const band = bandOf(text);
		return band ? bandFault(band) : `Four figures: good from and to; look from and to. Got "${text}"`;
	}
	function set(key: LimitKey, text: string) {
		const band = bandOf(text);
		return band && keep(`Limit: ${LIMITS[key].title}`, { limits: { ...store.job.practice.limits, [key]: band } });
	}
	const FIGURES = [
		['sourceOhms', 'Service, each leg, ohm', 10],
		['serviceNeutralOhms', 'Service neutral, ohm', 10],
		['terminationOhms', 'Each termination, ohm', 10],
		['conductorC', 'Conductors while tested, °F', 194]
	] as const;
</script>

<table class="data">
	<thead><tr><th>Reading</th><th>Good; look again</th></tr></thead>
	<tbody>
		{#each LIMIT_KEYS as key (key)}
			<tr>
				<td
					>{LIMITS[key].title}<span class="soft of"
						>{limits[key].unit}, {limits[key].source}{limits[key].title === LIMITS[key].title ? '' : ', set for this job'}</span
					></td
				>
				<td class="band"
					><TextField
						label={`${LIMITS[key].title}: good; look again`}
						value={words(limits[key])}
						check={fault}
						mono
						hideLabel
						onkeep={(v) => set(key, v)}
					/></td
				>
			</tr>
		{/each}
	</tbody>
</table>
<p>
	<Btn onclick={() => keep('Default limits', { limits: undefined })} disabled={!store.job.practice.limits}>Reset all limits</Btn>
</p>
<h2>Assumptions for a good run</h2>
<div class="form-columns">
	{#each FIGURES as [key, label, most] (key)}
		<TextField
			{label}
			value={key === 'conductorC' ? show(toF(sound[key]), 1) : String(sound[key])}
			inputmode="decimal"
			check={(v) =>
				v.trim() && Number(v) >= (key === 'conductorC' ? -40 : 0) && Number(v) <= most ? null : `up to ${most}; got "${v}"`}
			onkeep={(v) =>
				keep(label, {
					sound: { ...store.job.practice.sound, [key]: key === 'conductorC' ? round(toC(Number(v)), 2) : Number(v) }
				})}
		/>
	{/each}
	<TextField
		label="Supply, hot to neutral, V"
		value={String(store.job.practice.supplyVolts)}
		inputmode="decimal"
		check={(v) => (Number(v) >= 90 && Number(v) <= 140 ? null : `90 to 140 V; got "${v}"`)}
		onkeep={(v) => keep('Supply', { supplyVolts: Number(v) })}
	/>
	<TextField
		label="Test load, A"
		value={String(store.job.practice.testLoadA)}
		inputmode="decimal"
		check={(v) => (Number(v) >= 1 && Number(v) <= 20 ? null : `1 to 20 A; got "${v}"`)}
		onkeep={(v) => keep('Test load', { testLoadA: Number(v) })}
	/>
</div>
<p class="soft">
	Usual: {SOUND.sourceOhms} ohm a leg, {SOUND.serviceNeutralOhms} in the neutral, {SOUND.terminationOhms} at each termination, {sayTemp(
		SOUND.conductorC
	)}.
</p>

<style>
	h2 {
		font-size: var(--type-lead);
	}
	.of {
		display: block;
		font-size: var(--type-small);
	}
	/* The four figures of a band, whole, in what a phone has left. */
	.band {
		width: 260px;
	}
</style>
