<script lang="ts">
	import { applyFix } from '$core/edit/fix';
	import { drawBox } from '$core/formats/box-drawing';
	import { boxSvg } from '$core/formats/box-svg';
	import { inNames } from '$core/makeup/assess-make-up';
	import { makeUp } from '$core/makeup/box/make-up';
	import { boxCase } from '$core/makeup/box/of-job';
	import { deviceWords } from '$core/makeup/set/set-of-job';
	import { takesOf } from '$core/makeup/box/takes';
	import { workSteps } from '$core/makeup/box/work-steps';
	import { indexOf } from '$core/model/job-index';
	import type { Box } from '$core/model/job';
	import { DEFAULT_MAKE_UP } from '$core/model/practice';
	import { expectedHere } from '$core/prove/expected-here';
	import { counted, show } from '$core/units/quantity';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import { saveText } from '$lib/store/save-file';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import AsLanded from './AsLanded.svelte';
	import CopyDevice from './CopyDevice.svelte';
	import BoxPicture from './BoxPicture.svelte';
	import WorkPhases from './WorkPhases.svelte';
	import WorkSteps from './WorkSteps.svelte';

	interface Props {
		box: Box;
		/** As a card of several on paper: the picture and what it is made of, no steps. */
		brief?: boolean;
		/** In a call: what stands in steps of its own, made dead and proven, is left out; a tick for each part of the work. */
		phased?: boolean;
	}
	/** The make-up of one box: its picture, what it is made of, and the work in its order. */
	let { box, brief = false, phased = false }: Props = $props();
	const store = useJob();
	let checking = $state(false);
	let copying = $state(false);
	const known = $derived(indexOf(store.known).boxes.get(box.id));
	const practice = $derived(store.job.practice.makeUp ?? DEFAULT_MAKE_UP);
	const of = $derived(known ? boxCase(store.ruled, known) : null);
	const made = $derived(of?.known ? makeUp(of.case) : null);
	const devices = $derived(new Map(box.devices.map((d) => [d.id, deviceWords(d)])));
	const drawing = $derived(
		of?.known && made ? drawBox(of.case, made, { cables: of.names, devices, lineAt: practice.lineAt }) : null
	);
	const predicted = $derived.by(() => {
		const circuit = store.index.circuitsOfBox.get(box.id)?.[0];
		const knownCircuit = store.known.circuits.find((c) => c.id === circuit?.id);
		const here = expectedHere(
			store.ruled,
			{ box: known ?? null, circuit: knownCircuit },
			{ loadA: store.job.practice.testLoadA, half: 'upper' }
		);
		const [hn, drop] = [here.figure('hn', false), here.figure('drop', true)];
		if (hn === null) return null;
		return `About ${show(hn, 0)} V hot to neutral${drop === null ? '' : `; ${show(drop, 1)}% drop at ${show(store.job.practice.testLoadA, 0)} A`}.`;
	});
	const steps = $derived(
		of?.known && made && known
			? workSteps({ box: known, case: of.case, made, practice, names: { cables: of.names, devices }, predicted })
			: []
	);
	const findings = $derived(
		made && of?.known ? made.findings.map((f) => ({ ...f, message: inNames(f.message, box, of.names) })) : []
	);
	const takes = $derived(of?.known && made ? takesOf(of.case, made) : null);
	const connectors = $derived(takes?.connectors.map(({ name, count }) => `${count} ${name}`).join(', ') ?? '');
</script>

{#if of && !of.known}
	<p><Mark kind="unknown" word /> {of.why}</p>
	{#if of.fix}
		{@const { fix } = of}
		<Btn small onclick={() => store.edit(`${box.name}: ${fix.label}`, applyFix(fix, freshId))}>{fix.label}</Btn>
	{/if}
{:else if drawing && made}
	<div class="card" class:brief>
		<div>
			<BoxPicture {drawing} title={`Make-up of ${box.name}`} />
			<p class="soft take">
				{[
					connectors && `Connectors: ${connectors}`,
					takes?.pigtails && `${counted(takes.pigtails, 'pigtail')}`,
					`strip and torque as marked`,
					practice.tapeConnectors && 'tape round connectors',
					practice.groundAt && box.devices.some((d) => d.receptacles > 0) && `ground slot ${practice.groundAt}`
				]
					.filter(Boolean)
					.join(' · ')}
			</p>
			{#if box.state === 'found'}<p class="found">
					<Mark kind="caution" /> Colors as they usually are in such cables: read each conductor before it is landed.
				</p>{/if}
			{#each findings as f (f.id)}<p class="found"><Mark kind={f.severity} /> {f.message} <RuleChip rule={f.rule} /></p>{/each}
			{#if !brief}
				<p class="no-print">
					<Btn
						small
						onclick={() =>
							saveText(`${store.job.name} ${box.name} make-up.svg`, 'image/svg+xml', boxSvg(drawing, `Make-up of ${box.name}`))}
						>Save picture</Btn
					>
				</p>
			{/if}
		</div>
		{#if !brief}
			<div>
				{#if of?.known && of.case.devices.length && box.state === 'found'}
					{@const { case: planned, names } = of}
					<Fold title="From the old device" bind:open={copying}>
						{#if copying}<CopyDevice {box} of={planned} {made} names={{ cables: names, devices }} />{/if}
					</Fold>
				{/if}
				{#key box.id}
					{#if phased}<WorkPhases steps={steps.filter((s) => s.phase !== 'dead' && s.phase !== 'prove')} placeId={box.id} />
					{:else}<WorkSteps {steps} placeId={box.id} things={[...devices.values()]} />{/if}
				{/key}
				{#if of?.known && of.case.devices.length}
					{@const { case: planned, names } = of}
					<Fold title="As landed" bind:open={checking}>
						{#if checking}
							{#key made}<AsLanded of={planned} {made} names={{ cables: names, devices }} />{/key}
						{/if}
					</Fold>
				{/if}
			</div>
		{/if}
	</div>
{/if}

<style>
	.card {
		display: grid;
		grid-template-columns: minmax(300px, 460px) minmax(280px, 1fr);
		gap: var(--space-16);
		align-items: start;
	}
	.brief {
		grid-template-columns: minmax(0, 1fr);
	}
	p {
		margin: var(--space-6) 0;
	}
	.take {
		font-size: var(--type-small);
	}
	.found {
		font-size: var(--type-body);
	}
	@media (max-width: 820px) {
		.card {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
