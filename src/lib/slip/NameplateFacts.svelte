<script lang="ts">
	import { BreakerName } from '$core/model/breaker-name';
	import { GENERIC_APPLIANCES } from '$core/circuits/generic-appliances';
	import { connectedWatts } from '$core/circuits/size/load';
	import { editCircuit, setLoad } from '$core/edit/circuits';
	import type { Circuit, CircuitLoad } from '$core/model/job';
	import { DISCONNECTS, inWords, LOAD_KINDS, type Disconnect } from '$core/model/kinds';
	import { show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	interface Props {
		circuit: Circuit;
	}
	/** What the circuit was made for, as its nameplate says. */
	let { circuit }: Props = $props();
	const store = useJob();
	const DISCONNECT: Record<Disconnect, string> = {
		'in-sight': 'in sight of it',
		lockable: 'breaker that locks off',
		none: 'none'
	};
	const load = $derived(circuit.load);
	const connected = $derived(load && connectedWatts(load));
	const put = (what: string, next: CircuitLoad | null) =>
		store.edit(`${BreakerName(store.job, circuit)}: ${what}`, setLoad(circuit.id, next));
	const set = (what: string, change: Partial<CircuitLoad>) => load && put(what, { ...load, ...change });
	function begin(name: string): void {
		if (name === 'none') return void put('general use', null);
		const found = GENERIC_APPLIANCES.find((a) => a.name === name);
		if (found) void put(name, { ...found.load, name });
	}
	const figure = (least: number, most: number, unit: string) => (v: string) =>
		!v.trim() || (Number(v) >= least && Number(v) <= most) ? null : `${unit}, ${least} to ${most}, or nothing; got "${v}"`;
	const orNull = (v: string) => (v.trim() ? Number(v) : null);
	const listOf = (v: string) =>
		v
			.split(/[,+/ ]+/)
			.filter(Boolean)
			.map(Number);
	const elements = (v: string) => {
		const list = listOf(v);
		return list.every((w) => w >= 1 && w <= 50_000) && list.length <= 6
			? null
			: `Watts of up to 6 elements, like 4500, 4500; got "${v}"`;
	};
	const text = (v: number | null | undefined) => (v == null ? '' : show(v, 2));
	const options = $derived([
		{ value: 'keep', name: load ? 'as below' : 'general use' },
		...(load ? [{ value: 'none', name: 'none: general use' }] : []),
		...GENERIC_APPLIANCES.map((a) => ({ value: a.name, name: a.name }))
	]);
</script>

<SelectField label={load ? 'Start over with a generic one' : 'One appliance: start with'} value="keep" {options} onkeep={begin} />
{#if load}
	<div class="facts">
		<TextField
			label="Appliance"
			value={load.name}
			check={(v) => (v.length <= 80 ? null : 'At most 80 characters')}
			onkeep={(name) => set('appliance', { name: name.trim() })}
		/>
		<SelectField
			label="Sized as"
			value={load.kind}
			options={LOAD_KINDS.map((value) => ({ value, name: inWords(value) }))}
			onkeep={(kind) => set(inWords(kind), { kind })}
		/>
		<SelectField
			label="On the circuit, V"
			value={String(load.volts)}
			options={[
				{ value: '120', name: '120 V' },
				{ value: '240', name: '240 V' }
			]}
			onkeep={(v) => set(`${v} V`, { volts: v === '240' ? 240 : 120 })}
		/>
		<TextField
			label="Nameplate volts, if other"
			value={text(load.ratedVolts)}
			inputmode="decimal"
			check={figure(100, 600, 'Volts')}
			onkeep={(v) => set('nameplate volts', { ratedVolts: orNull(v) ?? undefined })}
		/>
		{#if load.kind === 'hvac'}
			<TextField
				label="Minimum circuit ampacity, A"
				value={text(load.mca)}
				inputmode="decimal"
				check={figure(0.1, 400, 'Amps')}
				onkeep={(v) => set('minimum circuit ampacity', { mca: orNull(v) })}
			/>
			<TextField
				label="Maximum overcurrent device, A"
				value={text(load.mocp)}
				inputmode="decimal"
				check={figure(10, 400, 'Amps')}
				onkeep={(v) => set('maximum overcurrent device', { mocp: orNull(v) })}
			/>
		{/if}
		<TextField
			label="Watts"
			value={text(load.watts)}
			inputmode="decimal"
			check={figure(1, 100_000, 'Watts')}
			onkeep={(v) => set('watts', { watts: orNull(v) })}
		/>
		<TextField
			label="Amps"
			value={text(load.amps)}
			inputmode="decimal"
			check={figure(0.1, 400, 'Amps')}
			onkeep={(v) => set('amps', { amps: orNull(v) })}
		/>
		<TextField
			label="Elements, W each"
			value={load.elements?.join(', ') ?? ''}
			placeholder="4500, 4500"
			check={elements}
			onkeep={(v) => set('elements', { elements: listOf(v).length ? listOf(v) : undefined })}
		/>
		{#if load.elements?.length}
			<FlagField
				label="They run"
				value={load.together}
				yes="together"
				no="one at a time"
				onkeep={(v) => set('elements', { together: v || undefined })}
			/>
		{/if}
		{#if load.kind === 'general'}
			<FlagField
				label="Runs 3 hours or more"
				value={load.continuous}
				yes="continuous"
				no="not continuous"
				onkeep={(v) => set('continuous', { continuous: v ?? false })}
			/>
		{/if}
		<SelectField
			label="Its disconnect"
			value={circuit.disconnect ?? ''}
			options={[{ value: '', name: 'not looked at' }, ...DISCONNECTS.map((value) => ({ value, name: DISCONNECT[value] }))]}
			onkeep={(v: Disconnect | '') =>
				store.edit(`${BreakerName(store.job, circuit)}: disconnect`, editCircuit(circuit.id, { disconnect: v || undefined }))}
		/>
	</div>
	{#if connected?.watts != null}
		<p class="soft">
			Figured with <b class="mono">{show(connected.watts, 0)} W</b>{#each connected.steps as s, i (i)}; {s.label}: {s.formula}{/each}.
		</p>
	{/if}
{/if}

<style>
	.facts {
		margin-top: var(--space-10);
	}
	p {
		margin: var(--space-8) 0 0;
		font-size: var(--type-small);
	}
</style>
