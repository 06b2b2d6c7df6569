<script lang="ts">
	import { cablesHere } from '$core/model/cable-ends';
	import { DEVICE_WORDS } from '$core/model/protections';
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import { addDevice, editDevice, removeDevice } from '$core/edit/boxes';
	import type { Box, Device } from '$core/model/job';
	import {
		DEVICE_KINDS,
		inWords,
		NEMA_FORMS,
		PART_OF,
		PROTECTIONS,
		SERVES,
		SWITCH_WAYS,
		type DeviceKind,
		type NemaKey,
		type PartOf,
		type Serves,
		type SwitchWays
	} from '$core/model/kinds';
	import { asForm, formOf, NEMA } from '$core/code/nema-forms';
	import { DUPLEX } from '$core/model/new-job';
	import { indexOf } from '$core/model/job-index';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import DeviceMake from './DeviceMake.svelte';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';

	interface Props {
		box: Box;
	}
	let { box }: Props = $props();
	const store = useJob();
	let picked = $state(0);
	let inHand = $state(false);
	const device = $derived(box.devices[Math.min(picked, box.devices.length - 1)]);
	const KINDS: Record<DeviceKind, string> = {
		receptacle: 'receptacle',
		switch: 'switch',
		lighting: 'light',
		'hard-wired': 'wired equipment',
		alarm: 'smoke alarm'
	};
	/** Forms that are sold two to a yoke, too. */
	const DUPLEXES: readonly NemaKey[] = ['5-15', '5-20', '6-15', '6-20'];
	const FORMS = [
		...DUPLEXES.map((key) => ({ value: `2 ${key}`, name: `${key} duplex, ${NEMA[key].amps} A ${NEMA[key].volts} V` })),
		...NEMA_FORMS.map((key) => ({
			value: `1 ${key}`,
			name: `${key}${DUPLEXES.includes(key) ? ' single' : ''}, ${NEMA[key].amps} A ${NEMA[key].volts} V${NEMA[key].onlyFound ? ', as found' : ''}`
		}))
	];
	const plain = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, name: inWords(value) }));
	const set = (what: string, change: Partial<Omit<Device, 'id'>>) =>
		device && store.edit(`${box.name}: ${what}`, editDevice(box.id, device.id, change));
	const key = $derived(device ? formOf(device) : null);
	function form(value: string): void {
		const [count, key] = value.split(' ');
		const picked = NEMA_FORMS.find((f) => f === key);
		if (!picked || !device) return;
		// Two slots of an old 120 V face stay what they are.
		const { slots, ...of } = asForm(picked);
		const old = device.slots === 'two-slot' && of.volts === 120;
		void set(picked, { ...of, slots: old ? device.slots : slots, receptacles: count === '2' ? 2 : 1, usb: undefined });
	}
	function kind(next: DeviceKind): void {
		const receptacle = next === 'receptacle';
		void set(KINDS[next], {
			kind: next,
			form: undefined,
			usb: undefined,
			name: receptacle ? '' : KINDS[next],
			receptacles: receptacle ? 2 : 0,
			tamperResistant: receptacle && box.state !== 'found',
			protection: 'none',
			feedsLoad: false,
			switched: 'none',
			controls: undefined,
			ways: next === 'switch' ? 'single-pole' : undefined
		});
	}
	/** What a switch may switch: lights, wired fans and switched receptacles, those of its own room first. */
	const switchable = $derived(
		store.job.boxes
			.filter(
				(b) => b.id !== box.id && b.devices.some((d) => d.kind === 'lighting' || d.kind === 'hard-wired' || d.switched !== 'none')
			)
			.sort((a, b) => Number(b.roomId === box.roomId) - Number(a.roomId === box.roomId))
	);
	const onAluminum = $derived(cablesHere(store.job, box).some((c) => (c.cable?.metal ?? c.end?.metal) === 'Al'));
	const more = $derived(switchable.filter((b) => !device?.controls?.includes(b.id)));
	const add = () =>
		store.edit(
			`${box.name}: another device`,
			addDevice(box.id, { ...DUPLEX, id: freshId(), state: box.state, tamperResistant: box.state !== 'found' })
		);
</script>

{#if box.devices.length > 1}
	<div class="tabs">
		{#each box.devices as d, i (d.id)}
			<Btn small look="quiet" pressed={device?.id === d.id} onclick={() => (picked = i)}>{i + 1}: {d.name || KINDS[d.kind]}</Btn>
		{/each}
	</div>
{/if}
{#if device}
	<div class="two">
		<SelectField
			label="Device"
			value={device.kind}
			options={DEVICE_KINDS.map((value) => ({ value, name: KINDS[value] }))}
			onkeep={kind}
		/>
		{#if device.kind === 'receptacle'}
			<SelectField
				label="Form"
				value={key && device.receptacles ? `${device.receptacles} ${key}` : ''}
				options={key && device.receptacles
					? FORMS
					: [{ value: '', name: device.receptacles ? `not read: ${device.amps} A ${device.volts} V` : 'USB only' }, ...FORMS]}
				onkeep={form}
			/>
			<SelectField
				label="Slots"
				value={device.slots}
				options={[
					{ value: 'grounding', name: 'grounding type' },
					{ value: 'two-slot', name: 'two-slot' }
				]}
				onkeep={(slots: Device['slots']) => set(slots, { slots })}
			/>
			<SelectField
				label="Protection in it"
				value={device.protection}
				options={PROTECTIONS.map((value) => ({ value, name: DEVICE_WORDS[value] || 'none' }))}
				onkeep={(protection: Device['protection']) =>
					set(DEVICE_WORDS[protection] || 'none', { protection, feedsLoad: protection !== 'none' })}
			/>
			<SelectField
				label="By a wall switch"
				value={device.switched}
				options={[
					{ value: 'none', name: 'always live' },
					{ value: 'half', name: 'one half switched' },
					{ value: 'whole', name: 'all switched' }
				]}
				onkeep={(switched: Device['switched']) => set('switched', { switched })}
			/>
			{#if device.switched === 'half'}
				<SelectField
					label="Switched half"
					value={device.switchedHalf ?? ''}
					options={[
						{ value: '' as const, name: 'not looked at' },
						{ value: 'upper' as const, name: 'upper' },
						{ value: 'lower' as const, name: 'lower' }
					]}
					onkeep={(v) => set('switched half', { switchedHalf: v || undefined })}
				/>
			{/if}
			<SelectField
				label="Serves"
				value={device.serves ?? ''}
				options={[{ value: '' as const, name: 'general use' }, ...plain(SERVES)]}
				onkeep={(v: Serves | '') => set('serves', { serves: v || null })}
			/>
			<SelectField
				label="Faces"
				value={device.faceUp ?? ''}
				options={[
					{ value: '', name: 'out, as usual' },
					{ value: 'listed', name: 'up, listed assembly' },
					{ value: 'not-listed', name: 'up, not listed' }
				]}
				onkeep={(v) => set('face', { faceUp: v === 'listed' || v === 'not-listed' ? v : undefined })}
			/>
			<SelectField
				label="Part of"
				value={device.partOf ?? 'none'}
				options={plain(PART_OF)}
				onkeep={(v: PartOf) => set('part of', { partOf: v === 'none' ? undefined : v })}
			/>
			<FlagField
				label="Behind an appliance that stays"
				value={device.dedicatedSpace}
				unset="as what it serves"
				yes="in its dedicated space"
				no="no"
				onkeep={(dedicatedSpace) => set('dedicated space', { dedicatedSpace })}
			/>
			<FlagField
				label="By timer or sensor"
				value={device.controlled}
				yes="controlled: marked so"
				no="no"
				onkeep={(v) => set('controlled', { controlled: v || undefined })}
			/>
			<SelectField
				label="Fed by"
				value={device.yoke ?? ''}
				options={[
					{ value: '', name: 'one hot' },
					{ value: 'split', name: 'two hots, tab out' },
					{ value: 'dual-voltage', name: 'two hots: 125 and 250 V halves' }
				]}
				onkeep={(v) => set('yoke', { yoke: v === 'split' || v === 'dual-voltage' ? v : undefined })}
			/>
			<SelectField
				label="Neutral continues"
				value={device.neutral ?? ''}
				options={[
					{ value: '', name: 'not looked at' },
					{ value: 'spliced', name: 'by a splice, with a pigtail' },
					{ value: 'through-device', name: 'through the device' }
				]}
				onkeep={(v) => set('neutral', { neutral: v === 'spliced' || v === 'through-device' ? v : undefined })}
			/>
			<SelectField
				label="Only for"
				value={device.onlyFor ?? ''}
				options={[
					{ value: '', name: 'anything' },
					{ value: 'clock', name: 'an electric clock' },
					{ value: 'gas-cooking', name: 'controls of gas cooking' }
				]}
				onkeep={(v) => set('only for', { onlyFor: v === 'clock' || v === 'gas-cooking' ? v : undefined })}
			/>
		{:else if device.kind === 'switch'}
			<SelectField
				label="Switch"
				value={device.ways ?? 'single-pole'}
				options={plain(SWITCH_WAYS)}
				onkeep={(ways: SwitchWays) => set(inWords(ways), { ways })}
			/>
			<FlagField
				label="Dimmer"
				value={device.dimmer}
				yes="it dims"
				no="no"
				onkeep={(v) => set('dimmer', { dimmer: v || undefined })}
			/>
			<SelectField
				label="Switches also"
				value=""
				options={[
					{ value: '', name: more.length ? 'choose what it switches' : 'nothing more to switch' },
					...more.map((b) => ({ value: b.id, name: `${b.name}, ${b.devices[0]?.name || b.devices[0]?.kind}` }))
				]}
				onkeep={(id) => id && set('what it switches', { controls: [...(device.controls ?? []), id] })}
			/>
			<ul>
				{#each device.controls ?? [] as id (id)}
					<li>
						switches {indexOf(store.job).boxes.get(id)?.name ?? 'a box that is gone'}
						<CrossBtn
							label="Doesn't switch it"
							onclick={() => set('what it switches', { controls: device.controls?.filter((c) => c !== id) })}
						/>
					</li>
				{:else}<li class="soft">Not entered what it switches.</li>{/each}
			</ul>
		{/if}
		{#if onAluminum}
			<FlagField
				label="Aluminum ends here"
				value={device.aluminumListed}
				yes="CO/ALR, or a listed splice"
				no="not marked for it"
				onkeep={(v) => set('aluminum', { aluminumListed: v || undefined })}
			/>
		{/if}
	</div>
	{#if device.kind === 'receptacle'}
		<Fold title={`Form and device in hand${key ? `: ${key}` : ''}`} bind:open={inHand}>
			{#if inHand}<DeviceMake {device} form={key} onkeep={set} />{/if}
		</Fold>
	{/if}
{/if}
<div class="acts">
	<Btn small onclick={add}>Another device</Btn>
	{#if device}<Btn small look="quiet" onclick={() => store.edit(`${box.name}: device removed`, removeDevice(box.id, device.id))}
			>Remove this device</Btn
		>{/if}
</div>

<style>
	.tabs,
	.acts {
		display: flex;
		gap: var(--space-6);
		flex-wrap: wrap;
		margin: var(--space-8) 0;
	}
	ul {
		grid-column: 1 / -1;
		list-style: none;
		margin: 0;
		padding: 0;
		font-size: var(--type-small);
	}
	li {
		display: flex;
		justify-content: space-between;
		align-items: center;
		border-bottom: 1px dotted var(--rule);
		min-height: 32px;
	}
</style>
