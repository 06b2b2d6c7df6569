<script lang="ts">
	import { saySpace, isUnnamed } from '$core/model/breaker-name';
	import { Modal } from 'flowbite-svelte';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import TagBySpace from './TagBySpace.svelte';
	import { asTheyStand } from '$core/model/breaker-name';

	interface Props {
		open: boolean;
	}
	let { open = $bindable() }: Props = $props();
	const store = useJob();
	let by = $state('');
	const off = $derived(new Map(store.tagged.map((e) => [e.circuitId, e])));
	const byMark = $derived(store.tagged.filter((e) => e.circuitId === null));
	const turn = (circuitId: string, kind: 'off-tagged' | 'on') => store.log({ kind, circuitId, boxId: null, by, note: '' });
	const nameFault = (text: string) => (text.trim() ? null : 'Enter who tags it: initials are enough.');
</script>

<Modal bind:open title="Live and dead" size="md" class="hekto-modal">
	<p>Off and tagged is not dead. Verify dead at the box: live, dead, live. With the main off, its line side stays live.</p>
	<TextField
		label="Who switches and tags"
		list="shop-people"
		value={by}
		check={nameFault}
		placeholder="initials"
		onkeep={(v) => (by = v.trim())}
	/>
	<ul>
		{#each store.job.circuits.filter((c) => !isUnnamed(c)).sort(asTheyStand) as c (c.id)}
			{@const tag = off.get(c.id)}
			<li>
				<span
					><b>{saySpace(store.job, c)}</b>
					{c.name}{#if c.mustStayOn}<span class="stay"> must stay on</span>{/if}</span
				>
				{#if tag}
					<span class="off condensed">OFF · {tag.by}</span>
					<Btn small onclick={() => turn(c.id, 'on')}>Switch on</Btn>
				{:else}
					<Btn small look="quiet" disabled={!by} onclick={() => turn(c.id, 'off-tagged')}>Off and tagged</Btn>
				{/if}
			</li>
		{/each}
		{#each byMark as e (e.id)}
			<li>
				<span><b>{e.what}</b> for {store.placeName(e.boxId ?? '')}</span>
				<span class="off condensed">OFF · {e.by}</span>
				<Btn small onclick={() => store.log({ kind: 'on', circuitId: null, boxId: e.boxId, by: by || e.by, note: '' })}
					>Switch on</Btn
				>
			</li>
		{:else}
			{#if !store.job.circuits.length}<li>No breaker is named yet.</li>{/if}
		{/each}
	</ul>
	<div class="other"><TagBySpace placeId={null} {by} label="Another breaker, by its space" /></div>
</Modal>

<style>
	ul {
		list-style: none;
		margin: var(--space-12) 0 0;
		padding: 0;
	}
	li {
		display: flex;
		align-items: center;
		gap: var(--space-10);
		border-bottom: 1px dotted var(--rule);
		padding: var(--space-4) 0;
	}
	li span:first-child {
		flex: 1;
	}
	.other {
		display: grid;
		gap: var(--space-8);
		max-width: 420px;
		margin-top: var(--space-12);
	}
	p {
		margin: 0 0 var(--space-10);
	}
	.off {
		color: var(--off);
		font-size: var(--type-body);
	}
	.stay {
		color: var(--look);
		font-weight: 600;
		font-size: var(--type-body);
	}
</style>
