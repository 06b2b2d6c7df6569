<script lang="ts">
	import { editDevice } from '$core/edit/boxes';
	import type { Box, Device } from '$core/model/job';
	import { CONNECTS, PROTECTIONS, type Connects } from '$core/model/kinds';
	import { DEVICE_WORDS } from '$core/model/protections';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		box: Box;
		device: Device;
	}
	/** What the new device is, as it lies in the hand: each by a press, none of it asked for. */
	let { box, device }: Props = $props();
	const store = useJob();
	const set = (what: string, change: Partial<Omit<Device, 'id'>>) =>
		store.edit(`${box.name}: ${what}`, editDevice(box.id, device.id, change));
	const AMPS = ([15, 20] as const).map((value) => ({ value, name: `${value} A` }));
	const NAMES: Record<Connects, string> = { screw: 'screws', clamp: 'clamp plates', 'push-in': 'push-in', leads: 'leads' };
	const receptacle = $derived(device.receptacles > 0);
	const dual = $derived(device.yoke === 'dual-voltage');
	/** Its breaker has two poles, or it is on both circuits of a shared neutral. */
	const circuits = $derived(store.index.circuitsOfBox.get(box.id) ?? []);
	const bothHots = $derived(circuits.length > 1 || circuits.some((c) => c.poles === 2));
</script>

<div class="hand" role="group" aria-label="The device in hand">
	{#if receptacle && device.volts === 120}
		<Choice
			label="Rating"
			firm
			value={device.amps === 20 ? 20 : 15}
			options={AMPS}
			onkeep={(amps) => amps && set(`${amps} A`, { amps })}
		/>
		{#if box.state === 'planned'}
			<Choice
				label="It protects against"
				firm
				value={device.protection}
				options={PROTECTIONS.map((value) => ({ value, name: DEVICE_WORDS[value] || 'nothing' }))}
				onkeep={(v) => v && set(DEVICE_WORDS[v] || 'plain', { protection: v })}
			/>
		{/if}
		<div class="flags">
			<Btn
				small
				look="quiet"
				pressed={device.usb !== undefined}
				onclick={() => set('USB', { usb: device.usb ? undefined : 'beside' })}>USB</Btn
			>
			<Btn
				small
				look="quiet"
				pressed={device.weatherResistant}
				onclick={() => set('weather-resistant', { weatherResistant: !device.weatherResistant })}>weather-resistant</Btn
			>
			<Btn
				small
				look="quiet"
				pressed={device.receptacles === 1}
				onclick={() => set('single', { receptacles: device.receptacles === 1 ? 2 : 1 })}>single</Btn
			>
			<Btn
				small
				look="quiet"
				pressed={device.withSwitch === true}
				onclick={() => set('with a switch', { withSwitch: device.withSwitch ? undefined : true })}>with a switch</Btn
			>
			<Btn
				small
				look="quiet"
				pressed={device.nightLight === true}
				onclick={() => set('night light', { nightLight: device.nightLight ? undefined : true })}>night light</Btn
			>
			<Btn small look="quiet" pressed={dual} onclick={() => set('dual voltage', { yoke: dual ? undefined : 'dual-voltage' })}
				>dual voltage</Btn
			>
		</div>
	{/if}
	{#if dual}
		<p>
			<Mark kind={bothHots ? 'caution' : 'bad'} word /> Both hots, the neutral and a two-pole breaker are required (210.4(B), 210.7){bothHots
				? ''
				: ': only one hot is known here'}.
		</p>
	{/if}
	{#if box.material === 'metal'}
		<Btn
			small
			look="quiet"
			pressed={device.selfGrounding === true}
			title="Marked on its yoke: tight on a bonded, flush metal box it needs no wire on its green screw (250.146(B))"
			onclick={() => set('self-grounding yoke', { selfGrounding: device.selfGrounding ? undefined : true })}
			>self-grounding yoke</Btn
		>
	{/if}
	<Choice
		label="It takes conductors by"
		value={device.connects ?? null}
		options={CONNECTS.map((value) => ({ value, name: NAMES[value] }))}
		onkeep={(connects) => set('terminals', { connects: connects ?? undefined })}
	/>
</div>

<style>
	.hand {
		display: grid;
		gap: var(--space-8);
		border: 1px solid var(--rule);
		border-radius: 4px;
		padding: var(--space-8) var(--space-12);
		margin: var(--space-8) 0 var(--space-12);
		max-width: 620px;
	}
	p {
		margin: 0;
	}
	.flags {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
	}
</style>
