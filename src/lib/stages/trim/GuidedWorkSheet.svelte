<script lang="ts">
	import { breakerWritten } from '$core/model/breaker-name';
	import { chargerNeed } from '$core/protection/charger-need';
	import { factsOfCircuit } from '$core/makeup/work/facts-of-job';
	import { thinnestWire } from '$core/circuits/size/thinnest-wire';
	import { GUIDED_WORK, guidedWork, workedAt, type GuidedWork } from '$core/makeup/work/guided-work';
	import { plateCheck, sameElement, type Plate } from '$core/makeup/work/plate-check';
	import { knownOr } from '$core/model/fact-words';
	import type { LoadKind } from '$core/model/kinds';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { useJob } from '$lib/store/use-job';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import PlaceGate from '$lib/slip/PlaceGate.svelte';
	import WorkSteps from './WorkSteps.svelte';

	/** Work at a panel, a breaker, or what is hard-wired: nameplate against circuit, the gate, then the steps. */
	const store = useJob();
	const form = new FormDraft(draftKey(store.job.id, 'guided-work'), {
		work: 'breaker',
		panelId: '',
		circuitId: '',
		others: '',
		cord: false as boolean,
		volts: '',
		watts: '',
		amps: '',
		mca: '',
		mocp: '',
		partWatts: '',
		partVolts: ''
	});
	const works = Object.keys(GUIDED_WORK) as GuidedWork[];
	const work = $derived(works.find((k) => k === form.now.work) ?? 'breaker');
	const at = $derived(workedAt(work));
	const picked = $derived(store.selection?.kind === 'panel' ? store.selection.id : null);
	const panels = $derived(store.job.panels);
	const circuits = $derived(store.job.circuits);
	const circuit = $derived(
		at === 'circuit' ? (circuits.find((c) => c.id === (form.now.circuitId || store.circuit?.id)) ?? null) : null
	);
	const panel = $derived(
		at === 'panel'
			? (panels.find((p) => p.id === (picked ?? form.now.panelId)) ?? panels[0] ?? null)
			: (panels.find((p) => p.id === circuit?.panelId) ?? null)
	);
	const known = $derived(store.known.circuits.find((c) => c.id === circuit?.id) ?? null);
	const steps = $derived(
		guidedWork(
			work,
			factsOfCircuit(
				store.known,
				{ circuit, panel },
				{
					otherSources: form.now.others === 'yes' ? true : form.now.others === 'none' ? false : null,
					cord: form.now.cord,
					gfci: work === 'ev' && circuit ? chargerNeed({ edition: store.edition, job: store.known }, circuit.id) : null
				}
			)
		)
	);
	const KINDS: Partial<Record<GuidedWork, LoadKind>> = {
		'water-heater': 'water-heater',
		element: 'water-heater',
		range: 'range',
		dryer: 'dryer',
		ev: 'ev',
		disconnect: 'hvac'
	};
	const kind = $derived(KINDS[work]);
	const MOST = 50_000;
	const isFigure = (v: string) => Number(v) > 0 && Number(v) <= MOST;
	const check = (v: string) => (v.trim() === '' || isFigure(v) ? null : `above 0, at most ${MOST}; got "${v}"`);
	const figure = (v: string) => (v.trim() !== '' && isFigure(v) ? Number(v) : null);
	const plate = $derived<Plate | null>(
		kind
			? {
					kind,
					volts: figure(form.now.volts),
					watts: figure(form.now.watts),
					amps: figure(form.now.amps),
					mca: figure(form.now.mca),
					mocp: figure(form.now.mocp)
				}
			: null
	);
	const thin = $derived(
		known
			? knownOr(
					store.known,
					() => thinnestWire(store.edition, store.known, known),
					() => null
				)
			: null
	);
	const answer = $derived(
		plate && circuit
			? plateCheck(store.edition, plate, {
					volts: circuit.poles === 2 ? 240 : 120,
					breakerA: circuit.breakerA,
					carriesA: thin?.carries ?? null,
					wire: thin ? { awg: thin.cable.awg, metal: thin.cable.metal } : undefined
				})
			: null
	);
	const part = $derived(
		work === 'element' && plate
			? sameElement(plate, { watts: figure(form.now.partWatts), volts: figure(form.now.partVolts) })
			: null
	);
	/** The gate: of a breaker its panel's main, of the cover the panel; of what is wired in, its breaker. */
	const gateId = $derived(
		at === 'panel' ? panel?.id : work === 'breaker' || work === 'guarded-breaker' ? circuit?.id : undefined
	);
	let gating = $state(false);
	const stepsOf = $derived(`${work} ${circuit?.id ?? panel?.id ?? ''}`);
	const PLATE = $derived(
		kind === 'hvac'
			? ([
					['volts', 'Plate: V'],
					['mca', 'Minimum circuit ampacity'],
					['mocp', 'Largest breaker or fuse']
				] as const)
			: ([
					['volts', 'Plate: V'],
					['watts', 'W'],
					['amps', 'or A'],
					['mocp', 'Largest breaker']
				] as const)
	);
</script>

<div class="fields form-columns">
	<SelectField
		label="Work"
		value={work}
		options={works.map((value) => ({ value, name: GUIDED_WORK[value] }))}
		onkeep={(v) => (form.now.work = v)}
	/>
	{#if at === 'panel'}
		<SelectField
			label="Panel"
			value={panel?.id ?? ''}
			options={panels.map((p) => ({ value: p.id, name: p.name }))}
			onkeep={(v) => ((form.now.panelId = v), store.select({ kind: 'panel', id: v }))}
		/>
	{:else}
		<SelectField
			label="Circuit"
			value={circuit?.id ?? ''}
			options={[{ value: '', name: 'not picked' }, ...circuits.map((c) => ({ value: c.id, name: breakerWritten(store.job, c) }))]}
			onkeep={(v) => (form.now.circuitId = v)}
		/>
	{/if}
	{#if work === 'cover' || work === 'breaker' || work === 'guarded-breaker'}
		<SelectField
			label="Solar, battery, generator"
			value={form.now.others}
			options={[
				{ value: '', name: 'not looked for' },
				{ value: 'yes', name: 'there is one' },
				{ value: 'none', name: 'none' }
			]}
			onkeep={(v) => (form.now.others = v)}
		/>
	{/if}
	{#if work === 'range' || work === 'dryer' || work === 'ev'}
		<FlagField label="With cord and plug" value={form.now.cord} onkeep={(v) => (form.now.cord = v ?? false)} />
	{/if}
	{#if plate}
		{#each PLATE as [key, label] (key)}
			<TextField {label} value={form.now[key]} {check} onkeep={(v) => (form.now[key] = v)} ontype={(v) => (form.now[key] = v)} />
		{/each}
	{/if}
	{#if work === 'element'}
		<TextField
			label="New element: W"
			value={form.now.partWatts}
			{check}
			onkeep={(v) => (form.now.partWatts = v)}
			ontype={(v) => (form.now.partWatts = v)}
		/>
		<TextField
			label="New element: V"
			value={form.now.partVolts}
			{check}
			onkeep={(v) => (form.now.partVolts = v)}
			ontype={(v) => (form.now.partVolts = v)}
		/>
	{/if}
</div>
{#if plate}
	<div aria-live="polite">
		{#if !circuit}<p><Mark kind="unknown" /> Pick the circuit: the nameplate is held against it.</p>{/if}
		{#each answer?.points ?? [] as p (p.says)}<p class={p.level}><Mark kind={p.level} /> {p.says}.</p>{/each}
		{#if part}<p class={part.level}><Mark kind={part.level} /> Element: {part.says}.</p>{/if}
	</div>
{/if}
{#if gateId}
	<Fold title="Record it off and verified dead" bind:open={gating}>
		{#if gating}{#key gateId}<PlaceGate placeId={gateId} />{/key}{/if}
	</Fold>
{/if}
{#key stepsOf}<WorkSteps
		{steps}
		placeId={stepsOf}
		torquePlace={circuit?.id ?? panel?.id}
		things={['breaker', 'bar', 'terminal']}
	/>{/key}
<p class="soft">Common practice, not the whole of it: the instructions of the equipment and local code come first.</p>

<style>
	p {
		margin: var(--space-6) 0;
	}
	p.bad {
		border-left: 5px solid var(--stop);
		padding-left: var(--space-8);
	}
</style>
