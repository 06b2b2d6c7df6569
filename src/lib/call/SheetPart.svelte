<script lang="ts">
	import { editDevice } from '$core/edit/boxes';
	import { chargerNeed } from '$core/protection/charger-need';
	import { thinnestWire } from '$core/circuits/size/thinnest-wire';
	import { factsOfCircuit } from '$core/makeup/work/facts-of-job';
	import { guidedWork } from '$core/makeup/work/guided-work';
	import { plateCheck, sameElement } from '$core/makeup/work/plate-check';
	import { knownOr } from '$core/model/fact-words';
	import type { Box, Device } from '$core/model/job';
	import type { LoadKind, WorkSheet } from '$core/model/kinds';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { useJob } from '$lib/store/use-job';
	import { untrack } from 'svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import WorkPhases from '$lib/stages/trim/WorkPhases.svelte';

	interface Props {
		box: Box;
		device: Device;
		sheet: WorkSheet;
	}
	/** The sheet of an appliance as the Install of its call: its nameplate once, then its steps. */
	let { box, device, sheet }: Props = $props();
	const store = useJob();
	const form = new FormDraft(
		draftKey(
			store.job.id,
			untrack(() => `plate ${box.id}`)
		),
		{ volts: '', amps: '', mca: '', mocp: '', partWatts: '', partVolts: '', cord: '' }
	);
	const KINDS: Partial<Record<WorkSheet, LoadKind>> = {
		'water-heater': 'water-heater',
		element: 'water-heater',
		range: 'range',
		dryer: 'dryer',
		ev: 'ev'
	};
	const kind = $derived(sheet === 'disconnect' && device.serves !== 'hvac' ? 'general' : (KINDS[sheet] ?? 'hvac'));
	const circuit = $derived((store.index.circuitsOfBox.get(box.id) ?? [])[0] ?? null);
	const panel = $derived(store.job.panels.find((p) => p.id === circuit?.panelId) ?? null);
	const known = $derived(store.known.circuits.find((c) => c.id === circuit?.id) ?? null);
	const MOST = 50_000;
	const isFigure = (v: string) => Number(v) > 0 && Number(v) <= MOST;
	const check = (v: string) => (v.trim() === '' || isFigure(v) ? null : `above 0, at most ${MOST}; got "${v}"`);
	const figure = (v: string) => (v.trim() !== '' && isFigure(v) ? Number(v) : null);
	const plate = $derived({
		kind,
		volts: figure(form.now.volts),
		watts: device.watts || null,
		amps: figure(form.now.amps),
		mca: figure(form.now.mca),
		mocp: figure(form.now.mocp)
	});
	const read = $derived([plate.volts, plate.watts, plate.amps, plate.mca, plate.mocp].some((v) => v !== null));
	const thin = $derived(
		known
			? knownOr(
					store.known,
					() => thinnestWire(store.edition, store.known, known),
					() => null
				)
			: null
	);
	/** Volts of the circuit by its breaker, else by what the box is for: hot to hot read there says so too. */
	const answer = $derived(
		read
			? plateCheck(store.edition, plate, {
					volts: circuit ? (circuit.poles === 2 ? 240 : 120) : null,
					breakerA: circuit?.breakerA ?? null,
					carriesA: thin?.carries ?? null,
					wire: thin ? { awg: thin.cable.awg, metal: thin.cable.metal } : undefined
				})
			: null
	);
	const part = $derived(
		sheet === 'element' ? sameElement(plate, { watts: figure(form.now.partWatts), volts: figure(form.now.partVolts) }) : null
	);
	const cord = $derived(form.now.cord === 'yes');
	const steps = $derived.by(() => {
		const facts = factsOfCircuit(
			store.known,
			{ circuit, panel },
			{
				otherSources: null,
				cord,
				gfci: sheet === 'ev' && circuit ? chargerNeed({ edition: store.edition, job: store.known }, circuit.id) : null
			}
		);
		return guidedWork(sheet, circuit ? facts : { ...facts, poles: device.volts === 240 ? 2 : 1 });
	});
	const watts = (v: string) =>
		void store.edit(`${box.name}: ${v || 'watts not read'}`, editDevice(box.id, device.id, { watts: Number(v) || 0 }));
	type Typed = 'volts' | 'amps' | 'mca' | 'mocp' | 'partWatts' | 'partVolts';
	const field = (label: string, key: Typed) => ({ label, value: form.now[key], keep: (v: string) => void (form.now[key] = v) });
	/** What is read off the plate; its watts are the device's own. */
	const fields = $derived([
		field('Plate: V', 'volts'),
		...(kind === 'hvac'
			? [field('Minimum circuit ampacity', 'mca')]
			: [{ label: 'Plate: W', value: device.watts ? String(device.watts) : '', keep: watts }, field('or A', 'amps')]),
		field('Largest breaker', 'mocp'),
		...(sheet === 'element' ? [field('New element: W', 'partWatts'), field('New element: V', 'partVolts')] : [])
	]);
</script>

<div class="plate form-columns" role="group" aria-label="Nameplate">
	{#each fields as { label, value, keep } (label)}
		<TextField {label} {value} inputmode="decimal" {check} onkeep={(v) => keep(v.trim())} />
	{/each}
	{#if sheet === 'range' || sheet === 'dryer' || sheet === 'ev'}
		<Choice
			label="Connected by"
			value={form.now.cord || null}
			options={[
				{ value: 'yes', name: 'cord and plug' },
				{ value: 'no', name: 'wired in' }
			]}
			onkeep={(v) => (form.now.cord = v ?? '')}
		/>
	{/if}
</div>
<div aria-live="polite">
	{#each answer?.points ?? [] as p (p.says)}<p class={p.level}><Mark kind={p.level} /> {p.says}.</p>{/each}
	{#if part && (form.now.partWatts || form.now.partVolts)}<p class={part.level}>
			<Mark kind={part.level} /> Element: {part.says}.
		</p>{/if}
</div>
<WorkPhases {steps} placeId={`${sheet} ${box.id}`} />
<p class="soft">Common practice, not the whole of it: the instructions of the equipment and local code come first.</p>

<style>
	.plate {
		margin-bottom: var(--space-8);
	}
	p {
		margin: var(--space-4) 0;
	}
	p.bad {
		border-left: 5px solid var(--stop);
		padding-left: var(--space-8);
	}
</style>
