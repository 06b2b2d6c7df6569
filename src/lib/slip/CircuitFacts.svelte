<script lang="ts">
	import { BreakerName, breakerName, saySpace } from '$core/model/breaker-name';
	import Fold from '$lib/kit/Fold.svelte';
	import { moveBreaker } from '$core/circuits/panel/balance';
	import { disconnectId, hasDisconnect } from '$core/makeup/gate';
	import { feetBetween } from '$core/run/moving';
	import { powerTimeline } from '$core/makeup/timeline';
	import { breakerIn } from '$core/edit/works';
	import { sayMoment, today } from '$lib/clock';
	import { freshId } from '$lib/store/jobs';
	import Mark from '$lib/kit/Mark.svelte';
	import { mayStandIn } from '$core/run/spaces';
	import { moveSpaces, moveToPanel, removeCircuit, sizeAs, wireAs, editCircuit } from '$core/edit/circuits';
	import { fieldFault } from '$core/model/file/fields';
	import type { Circuit } from '$core/model/job';
	import { CIRCUIT_KINDS, inWords, OPENERS, PROTECTIONS, type Opener } from '$core/model/kinds';
	import { NAMES } from '$core/model/file/schema-fields';
	import { round, show } from '$core/units/quantity';
	import { toC, toF } from '$core/units/temperature';
	import { GAUGES, type Awg } from '$core/units/gauge';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Late from '$lib/frame/Late.svelte';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import MaybeField from '$lib/kit/fields/MaybeField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import FeedOrder from './FeedOrder.svelte';
	import NameplateFacts from './NameplateFacts.svelte';
	import SharedNeutral from './SharedNeutral.svelte';

	interface Props {
		circuit: Circuit;
	}
	let { circuit }: Props = $props();
	const store = useJob();
	let open = $state({ feed: false, plate: false, wiring: false, neutral: false, found: false, gate: false, disconnect: false });
	const nameFault = fieldFault(NAMES.circuit);
	const GIVES = { none: 'plain', gfci: 'GFCI', afci: 'AFCI', dual: 'dual function' } as const;
	const OPENS: Record<Opener, string> = {
		breaker: 'breaker',
		fuse: 'fuse, kind not known',
		'plug-fuse': 'plug fuse',
		'tamper-proof-fuse': 'plug fuse, tamper-proof',
		'cartridge-fuse': 'cartridge fuses',
		'pull-out': 'pull-out fuse block'
	};
	const cables = $derived(store.index.cablesOfCircuit.get(circuit.id) ?? []);
	const awg = $derived(cables[0]?.awg);
	/** De-icing or heat of a pipe hangs on it. @source 426.28, 427.22 */
	const heatsOutdoors = $derived(
		cables.some(({ toId }) =>
			store.index.boxes
				.get(toId)
				?.devices.some((d) => store.edition.circuits.equipmentGfp.some(({ serves }) => serves === d.serves))
		)
	);
	const panel = $derived(store.job.panels.find((p) => p.id === circuit.panelId));
	const known = $derived(store.known.circuits.find((c) => c.id === circuit.id));
	const knownPanel = $derived(store.known.panels.find((p) => p.id === circuit.panelId));
	const types = $derived(panel?.label?.types ?? []);
	const ratings = $derived(
		[
			...new Set([
				...store.edition.breakers.sizes,
				...store.edition.breakers.onRequest.map((r) => r.amps),
				...(circuit.breakerA === null ? [] : [circuit.breakerA])
			])
		].sort((a, b) => a - b)
	);
	const spaces = $derived([
		{ value: '', name: 'none yet' },
		...Array.from({ length: panel?.spaces ?? 0 }, (_, i) => i + 1)
			.filter(
				(s) => s === circuit.space || (known && knownPanel && mayStandIn(store.known, knownPanel, { circuit: known, space: s }))
			)
			.map((s) => ({ value: String(s), name: circuit.poles === 2 ? `${s}/${s + 2}` : String(s) }))
	]);
	const HALVES = [
		{ value: '', name: 'its own space' },
		{ value: 'upper', name: 'tandem, upper half' },
		{ value: 'lower', name: 'tandem, lower half' }
	] as const;
	const set = (what: string, change: Parameters<typeof editCircuit>[1]) =>
		store.edit(`${BreakerName(store.job, circuit)}: ${what}`, editCircuit(circuit.id, change));
	function space(v: string): void {
		if (!knownPanel) return;
		if (v === '' || circuit.space === null) return void set('space', { space: v === '' ? null : Number(v) });
		void store.edit(
			`${BreakerName(store.job, circuit)} to space ${v}`,
			moveSpaces(moveBreaker(store.known, knownPanel, { circuitId: circuit.id, space: Number(v) }))
		);
	}
	const toPanel = (id: string) =>
		store.edit(
			`${BreakerName(store.job, circuit)} from another panel`,
			moveToPanel(circuit.id, id, (boxId) => feetBetween(store.job, { a: id, b: boxId }))
		);
	const wire = (next: string) =>
		store.edit(
			`${BreakerName(store.job, circuit)}: ${next} AWG`,
			circuit.breakerA === null
				? wireAs(circuit.id, next as Awg)
				: sizeAs({ circuitId: circuit.id, breakerA: circuit.breakerA, poles: circuit.poles, awg: next as Awg })
		);
	const wiring = (what: string, change: NonNullable<Circuit['wiring']>) =>
		set(what, { wiring: { ...circuit.wiring, ...change } });
	const within = (least: number, most: number, what: string) => (v: string) =>
		!v.trim() || (Number(v) >= least && Number(v) <= most)
			? null
			: `${what}, ${least} to ${most}, or nothing for the usual; got "${v}"`;
	const orUndefined = (v: string) => (v.trim() ? Number(v) : undefined);
	const words = (most: number) => (v: string) => (v.length <= most ? null : `At most ${most} characters; got ${v.length}`);
	/** Everything that was switched, tested and found live of this breaker, the oldest first. */
	const power = $derived(powerTimeline(store.job, { readings: store.readings, events: store.events }, circuit));
	async function remove(): Promise<void> {
		if (await store.edit(`${BreakerName(store.job, circuit)} removed`, removeCircuit(circuit.id))) store.select(null);
	}
</script>

<div class="facts">
	<TextField label="Name" value={circuit.name} check={nameFault} onkeep={(name) => set('name', { name: name.trim() })} />
	<SelectField
		label="Kind"
		value={circuit.kind}
		options={CIRCUIT_KINDS.map((value) => ({ value, name: inWords(value) }))}
		onkeep={(kind) => set(inWords(kind), { kind })}
	/>
	<MaybeField
		label="Breaker"
		value={circuit.breakerA === null ? null : String(circuit.breakerA)}
		options={ratings.map((a) => ({ value: String(a), name: `${a} A` }))}
		onkeep={(a) => set(a ? `${a} A` : 'breaker not known', { breakerA: a === null ? null : Number(a) })}
	/>
	<SelectField
		label="Breaker kind"
		value={circuit.breaker}
		options={PROTECTIONS.map((value) => ({ value, name: GIVES[value] }))}
		onkeep={(breaker) => set(GIVES[breaker], { breaker })}
	/>
	{#if circuit.plannedBreaker}
		<p class="planned">
			Planned, not in yet: {GIVES[circuit.plannedBreaker]}.
			<Btn
				small
				onclick={() =>
					store.act(`${saySpace(store.job, circuit)}: breaker in`, (act) =>
						breakerIn(circuit.id, { day: today(), newId: freshId }, act)
					)}>It is in</Btn
			>
			<Btn small look="quiet" onclick={() => set('plan dropped', { plannedBreaker: undefined })}>Drop the plan</Btn>
		</p>
	{/if}
	<SelectField
		label="Poles"
		value={String(circuit.poles)}
		options={[
			{ value: '1', name: 'one, 120 V' },
			{ value: '2', name: 'two, 240 V' }
		]}
		onkeep={(v) => set(`${v} poles`, { poles: v === '2' ? 2 : 1, space: null, half: undefined })}
	/>
	{#if awg}
		<SelectField
			label="Wire of all its cables"
			value={awg}
			options={GAUGES.map((value) => ({ value, name: `${value} AWG` }))}
			onkeep={wire}
		/>
	{/if}
	{#if store.job.panels.length > 1 || circuit.panelId === null}
		<SelectField
			label="Fed from"
			value={circuit.panelId ?? ''}
			options={[
				...(circuit.panelId === null ? [{ value: '', name: 'not known' }] : []),
				...store.job.panels.map((p) => ({ value: p.id, name: p.name }))
			]}
			onkeep={toPanel}
		/>
	{/if}
	<SelectField label="Space" value={circuit.space === null ? '' : String(circuit.space)} options={spaces} onkeep={space} />
	<FlagField
		label="Must stay on"
		value={circuit.mustStayOn}
		yes="must stay on"
		no="may go off"
		onkeep={(v) => set(v ? 'must stay on' : 'may go off', { mustStayOn: v ?? false })}
	/>
</div>
<Fold title={`Nameplate${circuit.load ? `: ${circuit.load.name || inWords(circuit.load.kind)}` : ''}`} bind:open={open.plate}>
	{#if open.plate}<NameplateFacts {circuit} />{/if}
</Fold>
<Fold title="Feed order and cable" bind:open={open.feed}>
	{#if open.feed}<FeedOrder {circuit} />{/if}
</Fold>
<Fold title="Where its cable runs" bind:open={open.wiring}>
	<div class="facts">
		<TextField
			label="Hottest place, °F"
			value={circuit.wiring?.ambientC === undefined ? '' : show(toF(circuit.wiring.ambientC), 1)}
			placeholder="86"
			inputmode="decimal"
			check={within(-40, 185, 'Degrees')}
			onkeep={(v) => {
				const f = orUndefined(v);
				return wiring('ambient', { ambientC: f === undefined ? undefined : round(toC(f), 2) });
			}}
		/>
		<TextField
			label="Current-carrying conductors together"
			value={circuit.wiring?.currentCarrying === undefined ? '' : String(circuit.wiring.currentCarrying)}
			placeholder="2"
			inputmode="numeric"
			check={within(1, 60, 'Conductors')}
			onkeep={(v) => wiring('bundling', { currentCarrying: v.trim() ? Math.round(Number(v)) : undefined })}
		/>
		<SelectField
			label="All terminals marked"
			value={String(circuit.wiring?.terminalC ?? 60)}
			options={[
				{ value: '60', name: '60 °C, or not marked' },
				{ value: '75', name: '75 °C' }
			]}
			onkeep={(v) => wiring('terminals', { terminalC: v === '75' ? 75 : undefined })}
		/>
		<SelectField
			label="Home run, for AFCI at the first outlet"
			value={circuit.homeRun ?? ('' as const)}
			options={[
				{ value: '', name: 'ordinary cable' },
				{ value: 'listed-combination', name: 'listed with its breaker' },
				{ value: 'metal-raceway', name: 'in metal, to the first box' },
				{ value: 'branch-feeder-breaker', name: 'branch/feeder AFCI breaker' }
			]}
			onkeep={(v) => set('home run', { homeRun: v || undefined })}
		/>
	</div>
	<p class="soft">Attics are hot. Cables bundled over 24 in, or three or more through one sealed hole, count together.</p>
</Fold>
<Fold title="Shared neutral" bind:open={open.neutral}>
	{#if open.neutral}<SharedNeutral {circuit} />{/if}
</Fold>
<Fold title="As found at the panel" bind:open={open.found}>
	<div class="facts">
		<SelectField
			label="Opened by"
			value={circuit.opener ?? 'breaker'}
			options={OPENERS.map((value) => ({ value, name: OPENS[value] }))}
			onkeep={(v) => set(OPENS[v], { opener: v === 'breaker' ? undefined : v })}
		/>
		{#if circuit.poles === 1}
			<SelectField
				label="In its space"
				value={circuit.half ?? ''}
				options={HALVES}
				onkeep={(v) => set('space', { half: v || undefined })}
			/>
		{/if}
		{#if heatsOutdoors || circuit.equipmentGfp !== undefined}
			<FlagField
				label="Ground-fault protection of equipment, 30 mA"
				unset="not looked at"
				value={circuit.equipmentGfp}
				yes="has it"
				no="does not"
				onkeep={(v) => set('ground-fault protection of equipment', { equipmentGfp: v ?? undefined })}
			/>
		{/if}
		{#if types.length}
			<SelectField
				label="Breaker type"
				value={circuit.breakerType ?? ''}
				options={[
					{ value: '', name: 'not read' },
					...[...new Set([...types, ...(circuit.breakerType ? [circuit.breakerType] : [])])].map((t) => ({ value: t, name: t }))
				]}
				onkeep={(v) => set('breaker type', { breakerType: v || undefined })}
			/>
		{:else}
			<TextField
				label="Breaker type marked"
				value={circuit.breakerType ?? ''}
				check={words(40)}
				onkeep={(v) => set('breaker type', { breakerType: v.trim() || undefined })}
			/>
		{/if}
		<TextField
			label="Old directory says"
			value={circuit.directory}
			check={words(120)}
			onkeep={(v) => set('directory', { directory: v.trim(), proven: undefined })}
		/>
		{#if circuit.directory}
			<FlagField
				label="Verified"
				value={circuit.proven}
				yes="proven"
				no="not proven"
				onkeep={(v) => set('directory', { proven: v || undefined })}
			/>
		{/if}
	</div>
</Fold>
<Fold title="Dead before touching its breaker" bind:open={open.gate}>
	{#if open.gate}<Late load={() => import('$lib/slip/PlaceGate.svelte')}
			>{#snippet children(PlaceGate)}<PlaceGate placeId={circuit.id} />{/snippet}</Late
		>{/if}
</Fold>
{#if hasDisconnect(circuit)}
	<Fold title="Dead before touching its disconnect" bind:open={open.disconnect}>
		{#if open.disconnect}<Late load={() => import('$lib/slip/PlaceGate.svelte')}
				>{#snippet children(PlaceGate)}<PlaceGate placeId={disconnectId(circuit)} />{/snippet}</Late
			>{/if}
	</Fold>
{/if}
{#if power.length}
	<Fold title={`What was switched and read (${power.length})`}>
		<ol class="power">
			{#each power as e (e.id)}
				<li>
					{#if e.kind === 'live'}<Mark kind="bad" />{:else if e.kind === 'off-tagged'}<Mark kind="off" />{/if}
					<span>{e.says}</span> <span class="soft">{sayMoment(e.at)} {e.by}</span>
				</li>
			{/each}
		</ol>
	</Fold>
{/if}
<Btn small look="quiet" onclick={remove}>Remove {breakerName(store.job, circuit)}</Btn>

<style>
	.power {
		list-style: none;
		margin: 0;
		padding: 0;
		display: grid;
		gap: var(--space-6);
		font-size: var(--type-small);
	}
	.power .soft {
		display: block;
		font-size: var(--type-note);
	}
	p {
		margin: var(--space-6) 0 0;
		font-size: var(--type-small);
	}
</style>
