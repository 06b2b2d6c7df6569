<script lang="ts">
	import { saySpace } from '$core/model/breaker-name';
	import { DEVICE_WORDS } from '$core/model/protections';
	import { whoReads } from '$lib/store/this-device';
	import { today } from '$lib/clock';
	import { installed } from '$core/edit/installed';
	import type { Box } from '$core/model/job';
	import { inWords } from '$core/model/kinds';
	import { boxCase } from '$core/makeup/box/of-job';
	import { indexOf } from '$core/model/job-index';
	import { plainSteps } from '$core/makeup/box/plain-steps';
	import { bootlegAt, groundOf } from '$core/run/ground-at';
	import { useJob } from '$lib/store/use-job';
	import Late from '$lib/frame/Late.svelte';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		box: Box;
	}
	/** What was chosen goes in: one press when it is in. */
	let { box }: Props = $props();
	const store = useJob();
	const planned = $derived(box.devices.filter((d) => d.state === 'planned'));
	const built = $derived(box.devices.filter((d) => d.state === 'built'));
	const dead = $derived(store.deadStateOf(box.id));
	const say = (d: Box['devices'][number]) =>
		[DEVICE_WORDS[d.protection], d.name || inWords(d.kind), `${d.amps} A`].filter(Boolean).join(' ');
	const known = $derived(indexOf(store.known).boxes.get(box.id));
	/** A breaker that is to protect it, and of which nobody pressed the button yet. */
	const breaker = $derived.by(() => {
		const circuit = store.index.circuitsOfBox.get(box.id)?.[0];
		const waits = store.places.get(box.id)?.missing.includes('breaker-button');
		return circuit && waits ? saySpace(store.job, circuit) : null;
	});
	const steps = $derived(
		known
			? plainSteps({
					box,
					devices: planned,
					ground: groundOf(store.known, known, store.readings),
					bootleg: bootlegAt(store.known, known, store.readings),
					dead: dead.test !== null,
					breaker
				})
			: []
	);
	/** Enough is known of its cables for the picture and the steps of it. */
	const shown = $derived.by(() => {
		return !!known && boxCase(store.ruled, known).known;
	});
	const done = () => store.edit(`${box.name}: installed`, installed(box.id, { day: today(), by: whoReads() }));
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
			<Mark kind="good" />
			{built.map(say).join(', ')}: installed {built[0]?.installed ?? ''}
			{built[0]?.installedBy ?? ''}.
		</p>
	{:else}
		<p>Nothing is planned here yet: choose what it becomes in step 4.</p>
	{/if}
	{#if dead.test}<p class="soft"><Mark kind="good" /> Verified dead by {dead.test.by}: {dead.test.note}.</p>{/if}
</div>

<style>
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
	p {
		margin: 0;
	}
</style>
