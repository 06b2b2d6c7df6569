<script lang="ts">
	import { NEMA, needsOfForm } from '$core/code/nema-forms';
	import type { Device } from '$core/model/job';
	import { CONNECTS, inWords, type NemaKey } from '$core/model/kinds';
	import { show } from '$core/units/quantity';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import FaceDrawing from './FaceDrawing.svelte';

	interface Props {
		device: Device;
		form: NemaKey | null;
		onkeep: (what: string, change: Partial<Omit<Device, 'id'>>) => unknown;
	}
	/** What a receptacle takes and needs, and what is read off it in the hand. */
	let { device, form, onkeep }: Props = $props();
	const accepts = (key: NemaKey) => [key, ...NEMA[key].accepts].join(' and ');
	const inches = (least: number, most: number) => (v: string) =>
		!v.trim() || (Number(v) >= least && Number(v) <= most) ? null : `Inches, ${least} to ${most}; got "${v}"`;
	const given = (v: number | undefined) => (v === undefined ? '' : show(v, 3));
	const typed = (v: string) => (v.trim() ? Number(v) : undefined);
</script>

{#if form}
	<figure>
		<FaceDrawing {form} />
		<figcaption>
			<b>{form}{device.receptacles === 2 ? ', duplex' : ''}</b>
			<span>Takes {accepts(form)} plugs{NEMA[form].locking ? ', turned to lock' : ''}.</span>
			<span>Needs {needsOfForm(NEMA[form])}.</span>
		</figcaption>
	</figure>
{/if}
<div class="two">
	<SelectField
		label="Connects by"
		value={device.connects ?? ''}
		options={[{ value: '' as const, name: 'not read' }, ...CONNECTS.map((value) => ({ value, name: inWords(value) }))]}
		onkeep={(v) => onkeep('connection', { connects: v || undefined })}
	/>
	<SelectField
		label="USB"
		value={device.usb ?? ''}
		options={[
			{ value: '' as const, name: 'none' },
			{ value: 'beside' as const, name: 'beside its slots' },
			{ value: 'only' as const, name: 'nothing else' }
		]}
		onkeep={(v) => onkeep('USB', { usb: v || undefined, receptacles: v === 'only' ? 0 : device.receptacles || 2 })}
	/>
	<TextField
		label="Reaches back, in"
		value={given(device.deepIn)}
		placeholder="as usual"
		inputmode="decimal"
		check={inches(0.25, 12)}
		onkeep={(v) => onkeep('depth', { deepIn: typed(v) })}
	/>
	<TextField
		label="Strip gauge, in"
		value={given(device.stripIn)}
		placeholder="not read"
		inputmode="decimal"
		check={inches(0.1, 2)}
		onkeep={(v) => onkeep('strip gauge', { stripIn: typed(v) })}
	/>
	<FlagField
		label="Terminals"
		value={device.oneSide}
		unset="not looked at"
		yes="all on one side"
		no="on both sides"
		onkeep={(oneSide) => onkeep('terminals', { oneSide })}
	/>
	<FlagField
		label="Switch on its yoke"
		value={device.withSwitch}
		yes="yes: combination"
		no="no"
		onkeep={(v) => onkeep('combination', { withSwitch: v || undefined })}
	/>
	<FlagField
		label="Vents"
		value={device.vents}
		unset="not looked at"
		yes="keep them free"
		no="none"
		onkeep={(vents) => onkeep('vents', { vents })}
	/>
</div>

<style>
	figure {
		display: flex;
		gap: var(--space-12);
		align-items: center;
		margin: var(--space-8) 0;
	}
	figcaption {
		display: grid;
		gap: var(--space-2);
		font-size: var(--type-small);
	}
	figcaption b {
		font-size: var(--type-lead);
	}
</style>
