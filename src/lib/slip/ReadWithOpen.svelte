<script lang="ts">
	import { whoReads } from '$lib/store/this-device';
	import { writeBehind } from '$core/edit/cables';
	import type { Circuit } from '$core/model/job';
	import { wasLive } from '$core/trace/feed-of-job';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		/** The opened box, its hots apart and capped. */
		boxId: string;
		circuit: Circuit;
		/** The others of its circuit. */
		others: readonly string[];
		/** What of them was read, and what of that was dead. */
		onkept?: (dead: readonly string[], read: readonly string[]) => void;
	}
	/** One box opened with the circuit on: which of the others are dead. What nobody read is not taken for live. */
	let { boxId, circuit, others, onkept }: Props = $props();
	const store = useJob();
	let told = $state<Record<string, boolean>>({});
	const name = (id: string) => store.placeName(id);
	const dead = $derived(others.filter((id) => told[id] === false));
	const untold = $derived(others.filter((id) => told[id] === undefined));
	/** Dead all along it goes dead with anything: it tells only where it was seen live. */
	const silent = $derived(dead.filter((id) => !wasLive(store.job, store.readings, id)));
	/** What is known to be behind it by such a look. */
	const measured = $derived(store.job.cables.filter((l) => l.circuitId === circuit.id && l.behind === boxId).map((l) => l.toId));
	/** Off it is all dead: that tells nothing of what is behind what. */
	const off = $derived(store.deadStateOf(boxId).tag !== null);
	const all = (live: boolean) => (told = Object.fromEntries(others.map((id) => [id, live])));
	async function keep(): Promise<void> {
		if (untold.length) return;
		// Taken down at once: what is shown goes on to the next box while it is written.
		const [opened, circuitId, read, found] = [boxId, circuit.id, [...others], [...dead]];
		const live = read.filter((id) => told[id]);
		const seen = found.filter((id) => !silent.includes(id));
		told = {};
		const isOff = off;
		if (!isOff) onkept?.(found, read);
		// Live while its circuit is tagged off: that stops everything.
		for (const id of live) await store.foundLive(id, `live with ${name(opened)} opened`, whoReads());
		if (isOff) return;
		await store.edit(
			seen.length ? `${seen.map(name).join(', ')}: dead with ${name(opened)} open` : `None dead with ${name(opened)} open`,
			writeBehind(circuitId, opened, seen)
		);
	}
</script>

<div role="group" aria-label="Read with it open">
	{#if measured.length}
		<p role="status">
			<Mark kind="good" says="measured" />
			{measured.map(name).join(', ')}: behind {name(boxId)}. Dead with it open, seen live before.
		</p>
	{/if}
	<div class="taps">
		<Btn small look="quiet" onclick={() => all(false)}>All dead</Btn>
		<Btn small look="quiet" onclick={() => all(true)}>All live</Btn>
	</div>
	{#each others as id (id)}
		<div class="tap">
			<span class="name">{name(id)}</span>
			<Choice
				label={`${name(id)}, live or dead`}
				quiet
				value={told[id] === undefined ? null : told[id] ? 'live' : 'dead'}
				options={[
					{ value: 'live', name: 'live' },
					{ value: 'dead', name: 'dead' }
				]}
				onkeep={(v) => {
					const { [id]: _, ...rest } = told;
					told = v === null ? rest : { ...told, [id]: v === 'live' };
				}}
			/>
		</div>
	{/each}
	{#if off}
		<p role="status">
			<Mark kind="unknown" /> Its circuit is off and tagged: dead tells nothing until it is on for the look.
		</p>
	{/if}
	{#if silent.length}
		<p class="soft">
			<Mark kind="unknown" /> Never seen live here: {silent.map(name).join(', ')}. Dead tells nothing of it yet: read it with all
			hots joined.
		</p>
	{/if}
	<div class="taps">
		<Btn look="main" disabled={untold.length > 0 || (off && dead.length === others.length)} onclick={() => void keep()}
			>Keep: {untold.length
				? `${untold.length} not read yet`
				: dead.length
					? `${dead.map(name).join(', ')} dead`
					: 'none dead'}</Btn
		>
	</div>
</div>

<style>
	.tap {
		display: flex;
		gap: var(--space-12);
		align-items: center;
		min-height: 44px;
	}
	.name {
		min-width: 84px;
		font-weight: 600;
	}
	.taps {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: center;
		margin: var(--space-8) 0;
	}
	p {
		margin: 0;
	}
</style>
