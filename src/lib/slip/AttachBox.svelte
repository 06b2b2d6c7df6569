<script lang="ts">
	import { breakerWritten } from '$core/model/breaker-name';
	import { runOf } from '$core/run/runs';
	import { attachBox, moveToCircuit } from '$core/edit/cables';
	import type { Box, Circuit } from '$core/model/job';
	import { untrack } from 'svelte';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import FeetField from '$lib/kit/fields/FeetField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import NewCircuit from './NewCircuit.svelte';

	interface Props {
		box: Box;
		/** The circuit that it is on now, and leaves. */
		now?: Circuit;
	}
	let { box, now }: Props = $props();
	const store = useJob();
	// Of this box while it is shown: another one has a form of its own.
	const typed = new FormDraft(
		untrack(() => draftKey(store.job.id, `attach ${box.id} ${now?.id ?? ''}`)),
		{ circuitId: '', fromId: '', feet: '' }
	);
	const circuitId = $derived(typed.now.circuitId);
	const lengthFt = $derived(typed.now.feet === '' ? null : Number(typed.now.feet));
	const circuits = $derived([
		{ value: '', name: 'not known yet' },
		...store.job.circuits.filter((c) => c.id !== now?.id).map((c) => ({ value: c.id, name: breakerWritten(store.job, c) }))
	]);
	const chosen = $derived(store.index.circuits.get(circuitId));
	/** New work begins at the panel; what feeds an old box is known only when somebody found it. */
	const fromId = $derived(typed.now.fromId || (box.state === 'found' ? '' : (chosen?.panelId ?? '')));
	const sources = $derived(
		chosen
			? [
					{ value: '', name: 'not known' },
					...(chosen.panelId === null ? [] : [{ value: chosen.panelId, name: 'the panel' }]),
					...runOf(store.job, chosen).nodes.map((n) => ({ value: n.boxId, name: store.index.boxes.get(n.boxId)?.name ?? '' }))
				]
			: []
	);
	function attach(): void {
		if (!chosen) return;
		const to = { cableId: freshId(), circuitId: chosen.id, fromId: fromId || null, lengthFt };
		const done = store.edit(
			`${box.name} on ${breakerWritten(store.job, chosen)}`,
			now ? moveToCircuit(box.id, now.id, to) : attachBox(box.id, to)
		);
		void done.then((kept) => kept && typed.clear());
	}
	function choose(id: string): void {
		Object.assign(typed.now, { circuitId: id, fromId: '' });
	}
</script>

<div class="attach">
	<SelectField label="Circuit" value={circuitId} options={circuits} onkeep={choose} />
	{#if chosen}
		<SelectField label="Fed from" value={fromId} options={sources} onkeep={(v) => (typed.now.fromId = v)} />
		<FeetField
			label="Cable from there, one way"
			value={lengthFt}
			onkeep={(v) => (typed.now.feet = v === null ? '' : String(v))}
		/>
		<Btn look="main" onclick={attach}>Put it on {breakerWritten(store.job, chosen)}</Btn>
	{:else}
		<NewCircuit onmade={choose} state={box.state === 'found' ? 'found' : 'planned'} />
	{/if}
</div>

<style>
	.attach {
		display: grid;
		gap: var(--space-10);
		margin-top: var(--space-12);
		padding-top: var(--space-10);
		border-top: 1px dotted var(--rule);
	}
</style>
