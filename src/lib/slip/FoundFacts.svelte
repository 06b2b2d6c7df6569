<script lang="ts">
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import { editBox } from '$core/edit/boxes';
	import type { Box, CableEnd, FoundConductor } from '$core/model/job';
	import { CONDUCTOR_COLORS, CONDUCTOR_MEANS, GROUND_PROOFS, INSULATIONS, inWords, type GroundProof } from '$core/model/kinds';
	import { cableName } from '$core/rough/take-off';
	import { GAUGES } from '$core/units/gauge';
	import { inRaceway } from '$core/model/cable-kinds';
	import { cableOptions, RACEWAY_OPTIONS } from '$lib/kit/cable-words';
	import MaybeField from '$lib/kit/fields/MaybeField.svelte';
	import { formatLength } from '$core/units/length';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import LengthField from '$lib/kit/fields/LengthField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';

	interface Props {
		box: Box;
	}
	/** What was found in an existing box: ground and its proof, cables, conductors by what they turned out to be. */
	let { box }: Props = $props();
	const store = useJob();
	const set = (what: string, change: Parameters<typeof editBox>[1]) =>
		store.edit(`${box.name}: ${what}`, editBox(box.id, change));
	const plain = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, name: inWords(value) }));
	const PROOFS: Record<GroundProof, string> = {
		'wiring-method': 'its wiring method',
		'path-reading': 'a ground-path reading under load',
		'volts-to-box': 'volts to the box: proves none',
		'tester-lamps': "a tester's lamps: prove none",
		'not-proven': 'not proven'
	};
	/** The trade's own colors, as the conductor has them. */
	const SHOWN: Record<FoundConductor['color'], string> = {
		black: '#1e1a15',
		red: '#b5281f',
		white: '#fbf8f1',
		blue: '#2c5aa0',
		green: '#2d8a57',
		bare: '#b87333',
		other: 'transparent'
	};
	const EMPTY_CABLE: Omit<CableEnd, 'id'> = { kind: null, awg: null, conductors: null, ground: null, note: '' };
	let cable = $state({ ...EMPTY_CABLE });
	const EMPTY: Omit<FoundConductor, 'id'> = {
		endId: null,
		color: 'black',
		means: 'hot',
		alwaysLive: false,
		insulation: 'unknown',
		freeLengthIn: null
	};
	let wire = $state({ ...EMPTY });
	const nameOf = (c: CableEnd, i: number) => `${i + 1}: ${cableName({ ...c, metal: null })}`;
	/** A color that does not mean what it should is what hurts the next one who opens the box. */
	const odd = (c: FoundConductor) =>
		(c.color === 'white' && c.means !== 'neutral' && c.means !== 'unknown') ||
		((c.color === 'green' || c.color === 'bare') && c.means !== 'ground' && c.means !== 'unknown') ||
		(c.means === 'neutral' && c.color !== 'white') ||
		(c.means === 'ground' && c.color !== 'green' && c.color !== 'bare');
	async function addCable(): Promise<void> {
		if (await set('cable seen', { ends: [...box.ends, { id: freshId(), ...cable }] })) cable = { ...EMPTY_CABLE };
	}
	async function addWire(): Promise<void> {
		if (await set('conductor found', { conductors: [...box.conductors, { id: freshId(), ...wire }] })) wire = { ...EMPTY };
	}
</script>

<div class="two">
	<MaybeField
		label="Box"
		value={box.material}
		options={plain(['plastic', 'metal'] as const)}
		onkeep={(material) => set(material ?? 'metal or plastic not known', { material })}
	/>
	<SelectField
		label="Ground shown by"
		value={box.groundProof}
		options={GROUND_PROOFS.map((value) => ({ value, name: PROOFS[value] }))}
		onkeep={(groundProof: GroundProof) => set('proof of ground', { groundProof })}
	/>
</div>
<h3>Cables seen</h3>
<ul>
	{#each box.ends as c, i (c.id)}
		<li>
			{nameOf(c, i)}
			<CrossBtn
				label={`Remove cable ${i + 1}`}
				onclick={() => set('cable removed', { ends: box.ends.filter((x) => x.id !== c.id) })}
			/>
		</li>
	{/each}
</ul>
<div class="two">
	<MaybeField label="Cable" value={cable.kind} options={cableOptions('found')} onkeep={(v) => (cable.kind = v)} />
	{#if inRaceway(cable.kind)}
		<MaybeField
			label="Raceway"
			value={cable.raceway ?? null}
			options={RACEWAY_OPTIONS}
			onkeep={(v) => (cable.raceway = v ?? undefined)}
		/>
	{/if}
	<MaybeField
		label="AWG"
		value={cable.awg}
		options={GAUGES.map((value) => ({ value, name: value }))}
		onkeep={(v) => (cable.awg = v)}
	/>
	<MaybeField
		label="Conductors"
		value={cable.conductors === null ? null : String(cable.conductors)}
		options={['2', '3', '4'].map((value) => ({ value, name: value }))}
		onkeep={(v) => (cable.conductors = v === null ? null : Number(v))}
	/>
	<FlagField label="With ground" value={cable.ground ?? undefined} unset="not known" onkeep={(v) => (cable.ground = v ?? null)} />
	<Btn small onclick={addCable}>Add cable</Btn>
</div>
<h3>Conductors as found</h3>
<ul>
	{#each box.conductors as c (c.id)}
		<li class:odd={odd(c)}>
			<span>
				<i style:background={SHOWN[c.color]}></i>
				{c.color}: {inWords(c.means)}{c.alwaysLive ? ', always live' : ''}{c.insulation === 'unknown'
					? ''
					: `, ${c.insulation} insulation`}{c.freeLengthIn === null ? '' : `, ${formatLength(c.freeLengthIn)} free`}{#if odd(c)}, <b
						>not what its color suggests</b
					>{/if}
			</span>
			<CrossBtn
				label={`Remove the ${c.color} conductor`}
				onclick={() => set('conductor removed', { conductors: box.conductors.filter((x) => x.id !== c.id) })}
			/>
		</li>
	{/each}
</ul>
<div class="two">
	<SelectField label="Color" value={wire.color} options={plain(CONDUCTOR_COLORS)} onkeep={(v) => (wire.color = v)} />
	<SelectField label="Found to be" value={wire.means} options={plain(CONDUCTOR_MEANS)} onkeep={(v) => (wire.means = v)} />
	<FlagField label="Live with switches off" value={wire.alwaysLive} onkeep={(v) => (wire.alwaysLive = v ?? false)} />
	<SelectField label="Insulation" value={wire.insulation} options={plain(INSULATIONS)} onkeep={(v) => (wire.insulation = v)} />
	<LengthField label="Free length" value={wire.freeLengthIn} mayBeUnknown onkeep={(v) => (wire.freeLengthIn = v)} />
	{#if box.ends.length}
		<SelectField
			label="In cable"
			value={wire.endId ?? ''}
			options={[{ value: '', name: 'not known' }, ...box.ends.map((c, i) => ({ value: c.id, name: nameOf(c, i) }))]}
			onkeep={(v) => (wire.endId = v || null)}
		/>
	{/if}
	<Btn small onclick={addWire}>Add conductor</Btn>
</div>

<style>
	h3 {
		margin: var(--space-12) 0 var(--space-4);
		font-size: var(--type-body);
	}
	ul {
		list-style: none;
		margin: 0 0 var(--space-8);
		padding: 0;
		font-size: var(--type-small);
	}
	li {
		display: flex;
		justify-content: space-between;
		align-items: center;
		gap: var(--space-8);
		min-height: 34px;
		border-bottom: 1px dotted var(--rule);
	}
	li.odd b {
		color: var(--look);
	}
	i {
		display: inline-block;
		width: 14px;
		height: 14px;
		border: 1.5px solid var(--ink);
		border-radius: 50%;
		vertical-align: -2px;
	}
</style>
