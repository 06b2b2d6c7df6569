<script lang="ts">
	import { remember, remembered, whoReads } from '$lib/store/this-device';
	import { now, sayMoment } from '$lib/clock';
	import { putTorque, removeTorque } from '$core/edit/inspection';
	import { torqueSays } from '$core/makeup/torque-says';
	import { TORQUE_UNITS } from '$core/model/kinds';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import { untrack } from 'svelte';

	interface Props {
		placeId: string;
		/** What can be tightened there, in words. */
		things: readonly string[];
	}
	/** What screws were tightened to, and with what. */
	let { placeId, things }: Props = $props();
	const store = useJob();
	const form = new FormDraft(
		draftKey(
			store.job.id,
			untrack(() => `torque ${placeId}`)
		),
		{ what: '', value: '', marked: '', unit: 'in-lb' }
	);
	const kept = $derived((store.job.torques ?? []).filter((t) => t.placeId === placeId));
	const what = $derived(things.find((t) => t === form.now.what) ?? things[0] ?? 'terminal');
	const unit = $derived(TORQUE_UNITS.find((u) => u === form.now.unit) ?? 'in-lb');
	let tool = $state(remembered('torqueTool'));
	let by = $state(whoReads());
	const MOST = 1000;
	const isFigure = (v: string) => Number(v) > 0 && Number(v) <= MOST;
	const figure = (v: string) => (isFigure(v) ? null : `above 0, at most ${MOST}; got "${v}"`);
	const maybe = (v: string) => (v.trim() === '' ? null : figure(v));
	const ready = $derived(isFigure(form.now.value) && maybe(form.now.marked) === null && by.trim() !== '');
	function keep(): void {
		if (!ready) return;
		remember('torqueTool', tool);
		remember('readBy', by);
		const torque = {
			id: freshId(),
			placeId,
			what,
			value: Number(form.now.value),
			marked: form.now.marked.trim() ? Number(form.now.marked) : null,
			unit,
			tool: tool.trim(),
			at: now(),
			by: by.trim()
		};
		store.edit(`Torque of ${what}`, putTorque(torque));
		form.clear();
	}
</script>

{#each kept as t (t.id)}
	{@const said = torqueSays(t)}
	<p>
		<Mark kind={said.level} />
		{t.what}: {said.says}{t.tool ? `, ${t.tool}` : ''}, {t.by}, {sayMoment(t.at)}
		<CrossBtn label={`Remove the torque of ${t.what}`} onclick={() => store.edit('Torque removed', removeTorque(t.id))} />
	</p>
{/each}
<div class="fields">
	{#if things.length > 1}
		<SelectField
			label="What"
			value={what}
			options={things.map((value) => ({ value, name: value }))}
			onkeep={(v) => (form.now.what = v)}
		/>
	{/if}
	<TextField
		label="Tightened to"
		value={form.now.value}
		check={figure}
		onkeep={(v) => (form.now.value = v)}
		ontype={(v) => (form.now.value = v)}
	/>
	<TextField
		label="Marked"
		value={form.now.marked}
		check={maybe}
		onkeep={(v) => (form.now.marked = v)}
		ontype={(v) => (form.now.marked = v)}
	/>
	<SelectField
		label="Unit"
		value={unit}
		options={TORQUE_UNITS.map((value) => ({ value, name: value }))}
		onkeep={(v) => (form.now.unit = v)}
	/>
	<TextField label="Tool" value={tool} onkeep={(v) => (tool = v)} ontype={(v) => (tool = v)} />
	<TextField label="Who" list="shop-people" value={by} onkeep={(v) => (by = v)} ontype={(v) => (by = v)} />
	<Btn onclick={keep} disabled={!ready}>Keep torque</Btn>
</div>

<style>
	.fields {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
		gap: var(--space-8) var(--space-10);
		align-items: end;
	}
	p {
		margin: var(--space-4) 0;
	}
</style>
