<script lang="ts">
	import { SETS, type PowerAt } from '$core/edit/new-set';
	import { beforeChoice, beginWork } from '$core/edit/works';
	import { breakerWritten } from '$core/model/breaker-name';
	import type { Box } from '$core/model/job';
	import type { NewSet } from '$core/model/kinds';
	import { BREAKER_WORDS, DEVICE_WORDS } from '$core/model/protections';
	import { newWay, setsFor, type Warn } from '$core/work/new-way';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark, { type MarkKind } from '$lib/kit/Mark.svelte';

	interface Props {
		box: Box;
	}
	/** What may be new, fed from this box; or its receptacle moved. Weighed before anything is planned. */
	let { box }: Props = $props();
	const store = useJob();
	const wants = $derived(store.job.call?.id === box.id ? store.job.call.wants : undefined);
	/** Weighed by what stands there: a set that is chosen already is not there yet. */
	const before = $derived(beforeChoice(store.job, box.id));
	let picked = $state<NewSet | 'moved' | null>(null);
	let other = $state(false);
	let powerAt = $state<PowerAt>('switch');
	/** A box of two breakers: which of them feeds what is new. */
	const circuits = $derived(store.index.circuitsOfBox.get(box.id) ?? []);
	let chosen = $state<string | null>(null);
	const circuitId = $derived(chosen ?? circuits[0]?.id ?? null);
	let typed = $state<string | null>(null);
	let room = $state<string | null>(null);
	const is = $derived(picked ?? wants?.set ?? null);
	const set = $derived(is === 'moved' ? 'receptacle' : is);
	const spot = $derived(typed ?? wants?.spot ?? '');
	const roomId = $derived(room ?? box.roomId);
	const mayMove = $derived(box.devices.length === 1 && box.devices[0]?.receptacles);
	const options = $derived([
		...setsFor(box).map((value) => ({ value, name: SETS[value].words })),
		...(mayMove ? [{ value: 'moved' as const, name: 'This receptacle, moved' }] : [])
	]);
	const ends = $derived(set ? SETS[set].at : undefined);
	const way = $derived(
		set
			? newWay({ edition: store.edition, job: before }, store.readings, {
					set,
					powerAt: ends ? powerAt : 'switch',
					fromId: box.id,
					circuitId: circuitId ?? undefined,
					roomId,
					spot,
					moved: is === 'moved'
				})
			: null
	);
	const MARKS: Readonly<Record<Warn['level'], MarkKind>> = { bad: 'bad', look: 'caution', unknown: 'unknown' };
	function take(): void {
		if (!way) return;
		const { title, adds, fix } = way;
		const [device] = box.devices;
		const blankAt = is === 'moved' && device ? { boxId: box.id, deviceId: device.id } : undefined;
		void store.act(`${box.name}: ${title}`, (act) => beginWork({ boxId: box.id, title, fix, adds, blankAt }, act, freshId));
	}
</script>

<section class="new" aria-label="New, fed from here">
	{#if wants && !other}
		<h2>{SETS[wants.set].words}, fed from here</h2>
		<Btn small look="quiet" onclick={() => (other = true)}>Something else</Btn>
	{:else}
		<Choice label="New, fed from here" value={is} {options} onkeep={(v) => (picked = v)} />
	{/if}
	{#if way && set}
		{#if ends}
			<Choice
				label="Power comes in"
				firm
				value={powerAt}
				options={(['switch', 'load'] as const).map((value) => ({ value, name: ends[value] }))}
				onkeep={(v) => v && (powerAt = v)}
			/>
		{/if}
		{#if circuits.length > 1}
			<Choice
				label="On which breaker"
				firm
				value={circuitId}
				options={circuits.map((c) => ({ value: c.id, name: breakerWritten(store.job, c) }))}
				onkeep={(v) => (chosen = v)}
			/>
		{/if}
		<div class="where">
			<TextField
				label="Its spot"
				value={spot}
				placeholder="by the window"
				ontype={(v) => (typed = v)}
				onkeep={(v) => (typed = v)}
			/>
			{#if store.job.rooms.length > 1}
				<SelectField
					label="Its room"
					value={roomId ?? ''}
					options={[{ value: '', name: 'not known' }, ...store.job.rooms.map((r) => ({ value: r.id, name: r.name }))]}
					onkeep={(v) => (room = v || null)}
				/>
			{/if}
		</div>
		<p>{way.does}</p>
		{#each way.protection.why as w (w)}<p>{w}</p>{/each}
		{#if way.protection.is !== 'none'}<p>
				<b
					>{way.protection.at === 'breaker'
						? `Its breaker: ${BREAKER_WORDS[way.protection.is]}.`
						: `The new receptacle: ${DEVICE_WORDS[way.protection.is]}.`}</b
				>
			</p>{/if}
		{#each way.warns as w (w.words)}<p><Mark kind={MARKS[w.level]} word={w.level === 'bad'} /> {w.words}</p>{/each}
		<p class="soft">
			Cable: strapped within 12 in of each box, 8 in where the box has no clamp (334.30, 314.17); old-work boxes: fished.
		</p>
		<Btn look="main" onclick={take}>Use this: {way.title}</Btn>
	{/if}
</section>

<style>
	.new {
		display: grid;
		gap: var(--space-8);
		justify-items: start;
		border-top: 1.5px solid var(--rule);
		margin-top: var(--space-16);
		padding-top: var(--space-10);
		max-width: 620px;
	}
	.where {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-10);
		width: 100%;
	}
	p,
	h2 {
		margin: 0;
	}
</style>
