<script lang="ts">
	import { breakerName, saySpace } from '$core/model/breaker-name';
	import { BREAKER_WORDS, DEVICE_WORDS } from '$core/model/protections';
	import { today, sayMoment } from '$lib/clock';
	import { installed, putIn } from '$core/edit/works';
	import type { Box } from '$core/model/job';
	import { inWords } from '$core/model/kinds';
	import { lastWorkAt, openWork, type WorkPart } from '$core/model/work';
	import { handsAt, isBrought } from '$core/thread';
	import { boxCase } from '$core/makeup/box/of-job';
	import { indexOf } from '$core/model/job-index';
	import { plainSteps } from '$core/makeup/box/plain-steps';
	import { JUMPER_OFF, bootlegAt, groundOf } from '$core/run/ground-at';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Late from '$lib/frame/Late.svelte';
	import Btn from '$lib/kit/Btn.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import { CheckOutline } from 'flowbite-svelte-icons';
	import { BLANK_STEPS } from '$core/blanked';
	import OldPart from './OldPart.svelte';

	interface Props {
		box: Box;
	}
	/** What was chosen goes in, each part where it is: one press when it is in. */
	let { box }: Props = $props();
	const store = useJob();
	const work = $derived(openWork(store.job, box.id));
	/** A new box is part of a work that was begun where it is fed from. */
	const from = $derived(!work && isBrought(store.job, box) ? (lastWorkAt(store.job, box.id)?.boxId ?? null) : null);
	const planned = $derived(box.devices.filter((d) => d.state === 'planned'));
	const built = $derived(box.devices.filter((d) => d.state === 'built'));
	/** Parts of the work that are not this box's device. */
	const others = $derived((work?.parts ?? []).filter((p) => p.kind !== 'label' && !(p.kind === 'device' && p.at === box.id)));
	const hands = $derived(handsAt(store.job, box));
	const dead = $derived(store.deadStateOf(hands ?? box.id));
	/** A new cable is joined here: this box is made up anew. */
	const spliced = $derived(others.some((p) => p.kind === 'splice' && p.at === box.id));
	const say = (d: Box['devices'][number]) =>
		[DEVICE_WORDS[d.protection], d.name || inWords(d.kind), d.receptacles || d.kind === 'switch' ? `${d.amps} A` : '']
			.filter(Boolean)
			.join(' ');
	const known = $derived(indexOf(store.known).boxes.get(box.id));
	const steps = $derived(
		known
			? plainSteps({
					box,
					devices: planned,
					ground: groundOf(store.known, known, store.readings),
					bootleg: bootlegAt(store.known, known, store.readings),
					dead: dead.test !== null
				})
			: []
	);
	/** Enough is known of its cables for the picture and the steps of it. */
	const shown = $derived.by(() => {
		return !!known && boxCase(store.ruled, known).known;
	});
	const done = () => store.act(`${box.name}: installed`, (act) => installed(box.id, { day: today(), newId: freshId }, act));
	const put = (part: WorkPart, words: string) =>
		work && store.act(words, (act) => putIn({ workId: work.id, partId: part.id, day: today() }, act));
	const circuitOf = (part: WorkPart) => store.index.circuits.get(part.at);
	const names = (part: WorkPart): { what: string; in: string } => {
		const place = store.placeName(part.at);
		const circuit = circuitOf(part);
		if (part.kind === 'breaker') {
			const what = `${BREAKER_WORDS[part.breaker ?? circuit?.breaker ?? 'none'] || 'Plain'} breaker in ${saySpace(store.job, circuit ?? { name: '', panelId: null, space: null, poles: 1 })}`;
			return { what, in: `The breaker is in ${circuit ? breakerName(store.job, circuit) : ''}` };
		}
		if (part.kind === 'blank')
			return { what: `${place}: device out, conductors spliced, blank cover`, in: 'Out, spliced, blank cover on' };
		if (part.kind === 'splice') return { what: `${place}: the new cable joined, its device back`, in: 'Joined, device back' };
		if (part.kind === 'jumper') return { what: `Jumper off at ${place}`, in: 'The jumper is off' };
		const device = store.index.boxes.get(part.at)?.devices.find((d) => d.id === part.deviceId);
		return { what: `${place}: ${device ? say(device) : 'device'}`, in: `${place}: installed` };
	};
	/** Named once: what is shown stays when the job changes under it. */
	const loads = {
		sheet: () => import('./SheetPart.svelte'),
		card: () => import('$lib/stages/trim/MakeUpCard.svelte'),
		breaker: () => import('./BreakerPart.svelte')
	};
	let open = $state<Record<string, boolean>>({});
</script>

<div class="install">
	{#if planned.length}
		<h2>{planned.map(say).join(', ')}</h2>
		{#if work?.sheet && planned[0]}
			{@const [device] = planned}
			<Late load={loads.sheet}
				>{#snippet children(SheetPart)}{#if device && work?.sheet}<SheetPart
							{box}
							{device}
							sheet={work.sheet}
						/>{/if}{/snippet}</Late
			>
		{:else if shown}
			<Late load={loads.card}>{#snippet children(MakeUpCard)}<MakeUpCard {box} phased />{/snippet}</Late>
		{:else}
			<ol>
				{#each steps as step (step)}<li>{step}</li>{/each}
			</ol>
		{/if}
		<Btn look="main" onclick={done}>{work?.sheet ? 'Done, power on last' : 'Installed'}</Btn>
	{:else if built.length}
		<p role="status">
			<CheckOutline size="sm" class="inline" aria-hidden="true" />
			{built.map(say).join(', ')}: installed {built[0]?.installed ?? ''}
			{built[0]?.installedBy ?? ''}.
		</p>
	{:else if spliced && shown}
		<h2>{box.name}, with the new cable</h2>
		<Late load={loads.card}>{#snippet children(MakeUpCard)}<MakeUpCard {box} phased />{/snippet}</Late>
	{:else if !others.length}
		<p>Nothing is planned here yet: choose what it becomes in step 5.</p>
	{/if}
	{#if others.length}
		{#if others.some((p) => p.at !== box.id)}<h2>Besides this box</h2>{/if}
		<ul>
			{#each others as part (part.id)}
				{@const words = names(part)}
				<li>
					{#if part.put}
						<p>
							<CheckOutline size="sm" class="inline" aria-hidden="true" />
							{words.what}: {sayMoment(part.put.at)}
							{part.put.by}.
						</p>
					{:else if part.kind === 'breaker'}
						{@const circuit = circuitOf(part)}
						<p><b>{words.what}</b></p>
						<Fold title="Steps at the panel" bind:open={() => open[part.id] ?? false, (v) => (open[part.id] = v)}>
							{#if open[part.id] && circuit}
								<Late load={loads.breaker}>{#snippet children(BreakerPart)}<BreakerPart {circuit} />{/snippet}</Late>
							{/if}
						</Fold>
						{#if circuit && !store.deadStateOf(circuit.id).test}
							<p class="warn"><Mark kind="caution" word /> Its panel is not verified dead: main off, bus tested first.</p>
						{/if}
						<Btn look="main" onclick={() => put(part, words.in)}>{words.in}</Btn>
					{:else if part.kind === 'blank'}
						<p><b>{words.what}</b></p>
						<ol>
							{#each BLANK_STEPS as step (step)}<li>{step}</li>{/each}
						</ol>
						<Btn look="main" onclick={() => put(part, words.in)}>{words.in}</Btn>
					{:else if part.kind === 'jumper'}
						<p>{JUMPER_OFF.seen}</p>
						<Btn look="main" onclick={() => put(part, words.in)}>{words.in}</Btn>
					{:else if part.kind === 'splice'}
						<p><b>{words.what}</b></p>
						<p class="soft">Last of all: its steps above, dead while hands are in it.</p>
						<Btn look="main" onclick={() => put(part, words.in)}>{words.in}</Btn>
					{:else}
						{@const at = store.index.boxes.get(part.at)}
						<p><b>{words.what}</b></p>
						{#if part.newBox && at}
							<Fold title="Its picture and steps" bind:open={() => open[part.id] ?? false, (v) => (open[part.id] = v)}>
								{#if open[part.id]}
									<Late load={loads.card}>{#snippet children(MakeUpCard)}<MakeUpCard box={at} phased />{/snippet}</Late>
								{/if}
							</Fold>
							<Btn look="main" label={words.in} onclick={() => put(part, words.in)}>Installed</Btn>
						{/if}
						<Btn look={part.newBox ? 'quiet' : 'plain'} onclick={() => store.select({ kind: 'box', id: part.at })}
							>Go to {store.placeName(part.at)}</Btn
						>
					{/if}
				</li>
			{/each}
		</ul>
	{/if}
	{#if from}<Btn look="quiet" onclick={() => store.select({ kind: 'box', id: from })}>Back to {store.placeName(from)}</Btn>{/if}
	{#if work?.found.devices.length && work.parts.some((p) => p.deviceId && !p.newBox)}<OldPart {work} />{/if}
	{#if dead.test}<p class="soft"><Mark kind="good" says="yes" /> Verified dead by {dead.test.by}: {dead.test.note}.</p>{/if}
</div>

<style>
	.warn {
		border-left: 6px solid var(--look);
		background: var(--paper);
		padding: var(--space-6) var(--space-12);
	}
	.install {
		display: grid;
		gap: var(--space-10);
		max-width: 900px;
		justify-items: start;
	}
	h2 {
		font-size: var(--type-head);
		margin: 0;
	}
	ol {
		list-style: decimal;
		margin: 0;
		padding-left: var(--space-24);
		display: grid;
		gap: var(--space-6);
	}
	ul {
		list-style: none;
		margin: 0;
		padding: 0;
		display: grid;
		gap: var(--space-10);
		width: 100%;
	}
	p {
		margin: 0 0 var(--space-4);
	}
</style>
