<script lang="ts">
	import { EARTH_FROM, independentGround, type EarthFrom } from '$core/makeup/independent-ground';
	import Mark from '$lib/kit/Mark.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	interface Props {
		from: EarthFrom | '';
		/** As typed. */
		hotV: string;
		onkeep: (change: { from?: EarthFrom | ''; hotV?: string }) => void;
	}
	/** Where an independent ground comes from, and what proves it one. */
	let { from, hotV, onkeep }: Props = $props();
	const figure = (v: string): boolean => v.trim() !== '' && Number(v) >= 0 && Number(v) <= 600;
	const check = (v: string) => (v.trim() === '' || figure(v) ? null : `Volts, 0 to 600, or nothing; got "${v}"`);
	const said = $derived(independentGround(figure(hotV) ? Number(hotV) : null));
</script>

<div class="earth">
	<SelectField
		label="Independent ground from"
		value={from}
		options={[
			{ value: '' as const, name: 'not said' },
			...(Object.keys(EARTH_FROM) as EarthFrom[]).map((value) => ({ value, name: EARTH_FROM[value] }))
		]}
		onkeep={(v) => onkeep({ from: v })}
	/>
	<TextField label="Known hot to it, V" value={hotV} inputmode="decimal" {check} onkeep={(v) => onkeep({ hotV: v.trim() })} />
	<p class="soft"><Mark kind={said.level} /> {said.says}.</p>
</div>

<style>
	.earth {
		grid-column: 1 / -1;
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
		gap: var(--space-8) var(--space-10);
	}
	p {
		grid-column: 1 / -1;
		margin: 0;
	}
</style>
