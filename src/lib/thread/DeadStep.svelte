<script lang="ts">
	import { sayTime } from '$lib/clock';
	import type { Box } from '$core/model/job';
	import { useJob } from '$lib/data/job-store.svelte';
	import Btn from '$lib/ui/Btn.svelte';
	import TextField from '$lib/ui/fields/TextField.svelte';
	import Mark from '$lib/ui/Mark.svelte';
	import DeadTestForm from '../stages/trim/DeadTestForm.svelte';

	interface Props {
		box: Box;
	}
	/** The gate: switched off and tagged by circuit, by slot or by its marking, then live, dead, live. */
	let { box }: Props = $props();
	const store = useJob();
	const circuits = $derived(store.index.circuitsOfBox.get(box.id) ?? []);
	const dead = $derived(store.deadStateOf(box.id));
	const off = $derived(new Map(store.tagged.map((e) => [e.circuitId, e])));
	let what = $state('');
	let by = $state(localStorage.readBy ?? '');
	const named = (v: string) => (v.trim() ? null : 'Enter who: initials are enough.');
	function tag(circuitId: string | null): void {
		if (!by.trim() || (circuitId === null && !what.trim())) return;
		localStorage.readBy = by.trim();
		const of = circuitId === null ? { circuitId, boxId: box.id, what: what.trim().slice(0, 60) } : { circuitId, boxId: null };
		void store.log({ kind: 'off-tagged', ...of, by: by.trim(), note: '' });
	}
</script>

{#snippet who()}
	<TextField
		label="Who switches and tags"
		value={by}
		check={named}
		placeholder="initials"
		onkeep={(v) => (by = v)}
		ontype={(v) => (by = v)}
	/>
{/snippet}

{#if !dead.tag}
	<div class="tag">
		{#if circuits.length}
			{@render who()}
			{#each circuits as c (c.id)}
				{#if off.has(c.id)}<p><Mark kind="off" /> Circuit {c.number}, {c.name}: off and tagged.</p>
				{:else}<Btn look="main" disabled={!by.trim()} onclick={() => tag(c.id)}>Circuit {c.number} off and tagged</Btn>{/if}
			{/each}
			{#if circuits.some((c) => c.mustStayOn)}<p><Mark kind="caution" word /> Must stay on: ask before you switch it off.</p>{/if}
		{:else}
			<p class="soft">Its circuit is not known. Say what you switched off as it is marked: the slot, or the words on it.</p>
			<TextField
				label="What is switched off"
				value={what}
				placeholder="slot 3"
				onkeep={(v) => (what = v)}
				ontype={(v) => (what = v)}
			/>
			{@render who()}
			<Btn look="main" disabled={!by.trim() || !what.trim()} onclick={() => tag(null)}>Off and tagged</Btn>
		{/if}
		<p class="soft">Off and tagged is not dead. With the main off, its line side stays live.</p>
	</div>
{:else}
	<p class="state">
		<Mark kind="off" />
		<b>{dead.tag.what ?? `Circuit ${circuits.map((c) => c.number).join(' and ')}`}</b> off and tagged {sayTime(dead.tag.at)}
		{dead.tag.by}, as known on this device.
		<Btn small look="quiet" onclick={() => store.switchOn(box.id, by.trim())}>Switch on</Btn>
	</p>
	<DeadTestForm {box} />
{/if}

<style>
	.tag {
		display: grid;
		gap: 10px;
		max-width: 460px;
	}
	p {
		margin: 0;
	}
	.state {
		margin-bottom: 12px;
	}
</style>
