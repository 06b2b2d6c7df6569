<script lang="ts">
	import { remember, whoReads } from '$lib/store/this-device';
	import { sayTime } from '$lib/clock';
	import { gateAt, gatePlace } from '$core/makeup/gate';
	import { DEAD_BELOW_V, deadTestFaults, deadTestNote, liveAt, type DeadTest } from '$core/makeup/dead-test';
	import { asFoundId, LIT_BEFORE } from '$core/model/checks';
	import type { EarthFrom } from '$core/makeup/independent-ground';
	import type { Meter } from '$core/model/kinds';
	import { useJob } from '$lib/store/use-job';
	import { atTop } from '$lib/kit/at-top';
	import Btn from '$lib/kit/Btn.svelte';
	import IndependentGround from './IndependentGround.svelte';
	import Choice from '$lib/kit/Choice.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		/** A box, a panel, or a circuit: its breaker. */
		placeId: string;
	}
	let { placeId }: Props = $props();
	const store = useJob();
	const dead = $derived(store.deadStateOf(placeId));
	const name = $derived(store.placeName(placeId));
	const place = $derived(gatePlace(store.job, placeId));
	const box = $derived(place?.kind === 'box' ? place.box : null);
	const points = $derived(place ? gateAt(store.job, place, store.readings).points : []);
	const litBefore = $derived(store.job.checks.some((c) => c.id === asFoundId(placeId) && c.note === LIT_BEFORE));
	let typed = $state<Record<string, string>>({});
	let meter = $state<Meter | null>(null);
	let by = $state(whoReads());
	let checked = $state({ before: false, after: false, firstLook: false, deviceOut: false });
	let others = $state(false);
	let earth = $state<{ from: EarthFrom | ''; hotV: string }>({ from: '', hotV: '' });
	let tried = $state(false);
	/** Once more, with the device out of the box. */
	let again = $state(false);
	const num = (text = ''): number | null => (text.trim() === '' ? null : Number(text));
	const test = $derived<DeadTest>({
		provedBefore: checked.before,
		provedAfter: checked.after,
		meter,
		volts: Object.fromEntries(points.map((p) => [p.key, num(typed[p.key])])),
		othersUnder: others || undefined,
		earth: points.some((p) => p.key === 'earth') ? { from: earth.from || null, hotV: num(earth.hotV) } : undefined,
		firstLook: checked.firstLook,
		deviceOut: checked.deviceOut,
		by
	});
	const faults = $derived(new Map(deadTestFaults(test, points).map((f) => [f.path, f.message])));
	async function record(): Promise<void> {
		tried = true;
		if (by.trim()) remember('readBy', by);
		// Live is evidence, whatever else the test lacks: it is kept, and it stops the work.
		const live = liveAt(test, points);
		if (live) return store.foundLive(placeId, `${live.point.words} ${live.volts} V in the dead test`, by.trim());
		if (faults.size) return;
		// The meter in the hand reads on with it.
		if (meter) localStorage.readMeter = meter;
		await store.log({ kind: 'dead-test', circuitId: null, boxId: placeId, by: by.trim(), note: deadTestNote(test, points) });
		[tried, again, typed, others] = [false, false, {}, false];
		checked = { before: false, after: false, firstLook: false, deviceOut: false };
	}
	function onceMore(): void {
		again = true;
		checked.deviceOut = box !== null;
	}
</script>

<section use:atTop aria-label={`Dead before touching, ${name}`}>
	<h2>Dead before touching: {name}</h2>
	{#if !dead.tag}
		<p>
			<Mark kind="caution" word /> Nothing that feeds it is off and tagged. Switch it off and tag it first: in the live/dead strip at
			the top, or under Steps by its space or its marking where its circuit is not known.
		</p>
	{:else if dead.test && !again}
		<p>
			<Mark kind="good" word /> Tested {sayTime(dead.test.at)} by {dead.test.by}: {dead.test.note}.
		</p>
		<Btn onclick={onceMore}>{box ? 'Device out: test again' : 'Test again'}</Btn>
	{:else}
		{#if dead.voided}
			<p>
				<Mark kind="bad" word /> The test is void: read live, not verified dead, or something else switched on, at {sayTime(
					dead.voided
				)}. Test again from the start.
			</p>
		{/if}
		<form
			class="form-columns"
			onsubmit={(e) => {
				e.preventDefault();
				void record();
			}}
		>
			<label class="check"><input type="checkbox" bind:checked={checked.before} /> Meter checked on a known live source</label>
			{#each points as { key, words, must } (key)}
				<div class="field">
					<label for={`dead-${key}`}>{words}, V{must ? '' : ', if there'}</label>
					<input
						id={`dead-${key}`}
						class="mono"
						inputmode="decimal"
						bind:value={typed[key]}
						aria-invalid={tried && faults.has(key) ? 'true' : undefined}
					/>
				</div>
			{/each}
			{#if points.length > 1}
				<label class="check"
					><input type="checkbox" bind:checked={others} /> The highest is typed: all others read under {DEAD_BELOW_V} V</label
				>
			{/if}
			{#if points.some((p) => p.key === 'earth')}
				<IndependentGround {...earth} onkeep={(change) => (earth = { ...earth, ...change })} />
			{/if}
			<label class="check"><input type="checkbox" bind:checked={checked.after} /> Meter checked again</label>
			<label class="check"
				><input type="checkbox" bind:checked={checked.firstLook} />
				{litBefore
					? 'What was lit before is dark now: a first look, not proof'
					: 'Non-contact tester first: a quick look, not proof'}</label
			>
			{#if box}<label class="check"><input type="checkbox" bind:checked={checked.deviceOut} /> Device out of the box</label>{/if}
			<Choice
				label="Meter"
				value={meter}
				options={[
					{ value: 'low-impedance', name: 'low impedance' },
					{ value: 'high-impedance', name: '10 Mohm' }
				]}
				onkeep={(v) => (meter = v)}
			/>
			<div class="field"><label for="dead-by">Who</label><input id="dead-by" list="shop-people" bind:value={by} /></div>
			<Btn type="submit">Record the test</Btn>
			{#if tried && faults.size}
				<ul class="fault" role="alert">
					{#each [...faults.values()] as message (message)}<li>{message}</li>{/each}
				</ul>
			{/if}
			<p class="soft">
				Under {DEAD_BELOW_V} V on every point of a low-impedance meter.
				{#if box}{box.devices.some((d) => d.receptacles > 0)
						? 'Both halves, both devices, every cable in the box.'
						: 'Every terminal, every cable in it.'}{/if}
				{#if box?.ground === 'none'}No ground in the box: use the independent ground instead.{/if}
			</p>
		</form>
	{/if}
</section>

<style>
	h2 {
		font-size: var(--type-lead);
	}
	section {
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		padding: var(--space-10) var(--space-12);
		margin-bottom: var(--space-12);
	}
	.check {
		grid-column: 1 / -1;
		display: flex;
		gap: var(--space-8);
		align-items: center;
		min-height: 32px;
	}
	.check input {
		width: 22px;
		height: 22px;
		accent-color: var(--copper);
	}
	p,
	ul {
		grid-column: 1 / -1;
		margin: var(--space-4) 0;
	}
	ul {
		padding-left: var(--space-16);
	}
</style>
