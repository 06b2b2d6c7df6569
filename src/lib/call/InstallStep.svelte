<script lang="ts">
	import { breakerName, saySpace } from '$core/model/breaker-name';
	import { BREAKER_WORDS, DEVICE_WORDS } from '$core/model/protections';
	import { today, sayMoment } from '$lib/clock';
	import { installed, putIn } from '$core/edit/works';
	import type { Box } from '$core/model/job';
	import { inWords } from '$core/model/kinds';
	import { openWork, type WorkPart } from '$core/model/work';
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
	import OldPart from './OldPart.svelte';

	interface Props {
		box: Box;
	}
	/** What was chosen goes in, each part where it is: one press when it is in. */
	let { box }: Props = $props();
	const store = useJob();
	const work = $derived(openWork(store.job, box.id));
	const planned = $derived(box.devices.filter((d) => d.state === 'planned'));
	const built = $derived(box.devices.filter((d) => d.state === 'built'));
	/** Parts of the work that are not this box's device. */
	const others = $derived((work?.parts ?? []).filter((p) => p.kind !== 'label' && !(p.kind === 'device' && p.at === box.id)));
	const dead = $derived(store.deadStateOf(box.id));
	const say = (d: Box['devices'][number]) =>
		[DEVICE_WORDS[d.protection], d.name || inWords(d.kind), `${d.amps} A`].filter(Boolean).join(' ');
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
			const what = `${BREAKER_WORDS[part.breaker ?? 'none']} breaker in ${saySpace(store.job, circuit ?? { name: '', panelId: null, space: null, poles: 1 })}`;
			return { what, in: `The breaker is in ${circuit ? breakerName(store.job, circuit) : ''}` };
		}
		if (part.kind === 'jumper') return { what: `Jumper off at ${place}`, in: 'The jumper is off' };
		const device = store.index.boxes.get(part.at)?.devices.find((d) => d.id === part.deviceId);
		return { what: `${place}: ${device ? say(device) : 'device'}`, in: `${place}: installed` };
	};
	let open = $state<Record<string, boolean>>({});
</script>

<div class="install">
	{#if planned.length}
		<h2>{planned.map(say).join(', ')}</h2>
		{#if shown}
			<Late load={() => import('$lib/stages/trim/MakeUpCard.svelte')}
				>{#snippet children(MakeUpCard)}<MakeUpCard {box} />{/snippet}</Late
			>
		{:else}
			<ol>
				{#each steps as step (step)}<li>{step}</li>{/each}
			</ol>
		{/if}
		<Btn look="main" onclick={done}>Installed</Btn>
	{:else if built.length}
		<p role="status">
			<CheckOutline size="sm" class="inline" aria-hidden="true" />
			{built.map(say).join(', ')}: installed {built[0]?.installed ?? ''}
			{built[0]?.installedBy ?? ''}.
		</p>
	{:else if !others.length}
		<p>Nothing is planned here yet: choose what it becomes in step 4.</p>
	{/if}
	{#if others.length}
		<h2>Besides this box</h2>
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
								<Late load={() => import('./BreakerPart.svelte')}
									>{#snippet children(BreakerPart)}<BreakerPart {circuit} />{/snippet}</Late
								>
							{/if}
						</Fold>
						{#if circuit && !store.deadStateOf(circuit.id).test}
							<p class="warn"><Mark kind="caution" word /> Its panel is not verified dead: main off, bus tested first.</p>
						{/if}
						<Btn look="main" onclick={() => put(part, words.in)}>{words.in}</Btn>
					{:else if part.kind === 'jumper'}
						<p>{JUMPER_OFF.seen}</p>
						<Btn look="main" onclick={() => put(part, words.in)}>{words.in}</Btn>
					{:else}
						<p><b>{words.what}</b></p>
						<Btn onclick={() => store.select({ kind: 'box', id: part.at })}>Go to {store.placeName(part.at)}</Btn>
					{/if}
				</li>
			{/each}
		</ul>
	{/if}
	{#if work}<OldPart {work} />{/if}
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
