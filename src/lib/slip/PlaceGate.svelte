<script lang="ts">
	import { asTheyStand, breakerWritten, capital, isUnnamed } from '$core/model/breaker-name';
	import { tagWords } from '$core/makeup/live-alarm';
	import { remember, whoReads } from '$lib/store/this-device';
	import { sayTime } from '$lib/clock';
	import { gateAt, gatePlace } from '$core/makeup/gate';
	import type { Circuit } from '$core/model/job';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import DeadTestForm from './DeadTestForm.svelte';
	import TagBySpace from '$lib/frame/TagBySpace.svelte';

	interface Props {
		/** A box, a panel, or a circuit: its breaker. */
		placeId: string;
	}
	/** The gate: switched off and tagged by circuit, by slot or by its marking, then live, dead, live. */
	let { placeId }: Props = $props();
	const store = useJob();
	const place = $derived(gatePlace(store.job, placeId));
	const gate = $derived(place && gateAt(store.job, place));
	/** Circuits that are switched for it: of a panel none, its main is. */
	const circuits = $derived<readonly Circuit[]>(
		place && place.kind !== 'panel' ? place.circuits.filter((c) => !isUnnamed(c)) : []
	);
	/** The panel that must be off whole. */
	const whole = $derived(
		place?.kind === 'panel'
			? place.panel
			: place?.kind === 'breaker'
				? store.job.panels.find((p) => p.id === place.circuit.panelId)
				: null
	);
	const dead = $derived(store.deadStateOf(placeId));
	const off = $derived(new Map(store.tagged.map((e) => [e.circuitId ?? e.boxId, e])));
	/** A box of a known circuit may have been switched off by something else: the main, a disconnect. */
	let otherwise = $state(false);
	const byWords = $derived(whole ? !off.has(whole.id) : !circuits.length || otherwise);
	let by = $state(whoReads());
	let locked = $state(false);
	const named = (v: string) => (v.trim() ? null : 'Enter who: initials are enough.');
	function tag(circuitId: string): void {
		if (!by.trim()) return;
		remember('readBy', by);
		const boxId = place?.kind === 'box' ? placeId : null;
		void store.log({ kind: 'off-tagged', circuitId, boxId, ...(locked ? { locked } : {}), by: by.trim(), note: '' });
	}
	/** Breakers that were named in this job, for a box of which nobody knows the circuit. */
	const others = $derived(
		place?.kind === 'box' && !circuits.length ? [...store.job.circuits].filter((c) => !isUnnamed(c)).sort(asTheyStand) : []
	);
	const offWords = $derived(dead.tag ? capital(tagWords(store.job, dead.tag, circuits)) : '');
</script>

{#snippet who()}
	<TextField
		label="Who switches and tags"
		list="shop-people"
		value={by}
		check={named}
		placeholder="initials"
		onkeep={(v) => (by = v)}
		ontype={(v) => (by = v)}
	/>
	<label class="lock"><input type="checkbox" bind:checked={locked} /> a lock is on it too</label>
{/snippet}

{#if !dead.tag}
	<div class="tag">
		{#if circuits.length || off.has(whole?.id ?? '')}
			{@render who()}
			{#each circuits as c (c.id)}
				{#if off.has(c.id)}<p><Mark kind="off" /> {capital(breakerWritten(store.job, c))}: off and tagged.</p>
				{:else}<Btn look="main" disabled={!by.trim()} onclick={() => tag(c.id)}
						>{capital(breakerWritten(store.job, c))}: off and tagged</Btn
					>{/if}
			{/each}
			{#if circuits.some((c) => c.mustStayOn)}<p><Mark kind="caution" word /> Must stay on: ask before you switch it off.</p>{/if}
		{/if}
		{#if whole && off.has(whole.id)}<p><Mark kind="off" /> {whole.name}: {off.get(whole.id)?.what} off and tagged.</p>{/if}
		{#if byWords}
			<p class="soft">
				{#if whole}{circuits.length
						? `The bus that its breaker sits on is dead only with ${whole.name} off whole.`
						: 'Say what you switched off for all of it.'}
				{:else if circuits.length}Say what else is off, as it is marked: the main, a disconnect, a fuse.
				{:else}Its breaker is not known. Say which space you switched off, as it is marked in the panel.{/if}
			</p>
			{#if others.length}
				{@render who()}
				<div class="named">
					{#each others as c (c.id)}
						<Btn disabled={!by.trim()} onclick={() => tag(c.id)}>{capital(breakerWritten(store.job, c))}: off and tagged</Btn>
					{/each}
				</div>
			{/if}
			<TagBySpace
				placeId={whole?.id ?? placeId}
				{by}
				{locked}
				label={whole ? 'What is switched off' : others.length ? 'Another space' : 'Space that is switched off'}
				usual={whole ? (whole.feeder ? 'feeder' : 'main') : ''}
				act={circuits.length && whole ? `${whole.name} off and tagged` : 'Off and tagged'}
				main={!circuits.length}
			>
				{#if !circuits.length && !others.length}{@render who()}{/if}
			</TagBySpace>
		{:else if circuits.length === 1 && place?.kind === 'box'}
			<Btn look="quiet" onclick={() => (otherwise = true)}>Something else is off</Btn>
		{/if}
		<p class="soft">
			Tell whoever is in the house which circuit is off; tape or a lock on the breaker. Off and tagged is not dead. With the main
			off, its line side stays live.
		</p>
	</div>
{:else}
	<p class="state">
		<Mark kind="off" />
		<b>{offWords}</b> off{dead.tag.locked ? ', locked' : ''} and tagged {sayTime(dead.tag.at)}
		{dead.tag.by}, as known on this device.
		<Btn small look="quiet" onclick={() => store.switchOn(placeId, by.trim())}>Switch on</Btn>
	</p>
	{#key placeId}<DeadTestForm {placeId} />{/key}
{/if}
{#each gate?.staysLive ?? [] as words (words)}<p class="stays"><Mark kind="caution" word /> {words}</p>{/each}

<style>
	.lock {
		display: flex;
		align-items: center;
		gap: var(--space-10);
		min-height: 44px;
	}
	.lock input {
		width: 24px;
		height: 24px;
		accent-color: var(--copper);
	}
	.tag {
		display: grid;
		gap: var(--space-10);
		max-width: 460px;
	}
	.named {
		display: grid;
		gap: var(--space-8);
	}
	p {
		margin: 0;
	}
	.state {
		margin-bottom: var(--space-12);
	}
	.stays {
		margin: var(--space-8) 0 var(--space-12);
	}
</style>
