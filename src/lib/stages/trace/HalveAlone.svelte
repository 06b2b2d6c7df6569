<script lang="ts">
	import { goto } from '$app/navigation';
	import { nameSpace } from '$core/edit/name-space';
	import { putOn } from '$core/edit/join-ends';
	import { halveAlone, type Switched } from '$core/trace/walk-session';
	import { breakerWritten } from '$core/model/breaker-name';
	import { jobAddress } from '$lib/store/address';
	import { VIEW_OF } from '$lib/store/call-views';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';

	interface Props {
		/** What is switched as one. */
		switched: readonly Switched[];
		/** One letter an answer: 1, it went off. */
		answers: string;
		panelId: string | undefined;
		onanswers: (answers: string) => void;
	}
	/** One person, one radio: half of what is left off each time; the last one off alone settles it, and it is kept as the breaker. */
	let { switched, answers, panelId, onanswers }: Props = $props();
	const store = useJob();
	const alone = $derived(
		halveAlone(
			switched.map((s) => s.space),
			answers.split('').map((x) => x === '1')
		)
	);
	const words = (spaces: readonly number[]) =>
		spaces.map((space) => switched.find((s) => s.space === space)?.spaces.join('+') ?? space).join(', ');
	/** Whose breaker is looked for: the box of the call, or the one that is picked. */
	let picked = $state('');
	const boxId = $derived(picked || (store.box?.id ?? (store.job.call?.at === 'box' ? (store.job.call.id ?? '') : '')));
	const box = $derived(store.index.boxes.get(boxId));
	const onNow = $derived(store.index.circuitsOfBox.get(boxId)?.[0]);
	const last = $derived(alone.left.length === 1 ? switched.find((s) => s.space === alone.left[0]) : undefined);
	/** Kept: it is on that breaker in the job. */
	const kept = $derived(!!last && !!onNow && onNow.space === last.space);
	async function keep(): Promise<void> {
		if (!last || !box) return;
		// Of two tied circuits nobody knows which.
		const [known, ...others] = last.circuitIds;
		const named = known ? null : nameSpace(store.job, `space ${last.space}`, panelId);
		const circuitId = others.length ? undefined : (known ?? (named?.known ? named.circuitId : undefined));
		if (!circuitId) return;
		await store.edit(`${box.name} is in space ${words([last.space])}`, (draft) => {
			if (named?.known) named.make?.(draft);
			putOn({ boxId: box.id, circuitId, cableId: freshId() })(draft);
		});
	}
	const back = () =>
		void goto(jobAddress(store.id, 'walk', { view: VIEW_OF.dead, picked: box ? { kind: 'box', id: box.id } : null }));
</script>

{#if !switched.length}
	<p>Enter the spaces of the panel above first: 1-12.</p>
{:else}
	{#if !box && store.job.boxes.length}
		<SelectField
			label="Which outlet"
			value={boxId}
			options={[{ value: '', name: 'choose' }, ...store.job.boxes.map((b) => ({ value: b.id, name: b.name }))]}
			onkeep={(v) => (picked = v)}
		/>
	{/if}
	<p>A radio or a lamp at {box?.name ?? 'the outlet'}. Switch off what is named; say whether it went off.</p>
	{#if kept && box && onNow}
		<p class="off" role="status">
			<Mark kind="good" says="kept" />
			{box.name}: <b>{breakerWritten(store.job, onNow)}</b>. Not dead by that: off, tagged, tested.
		</p>
	{:else if last}
		<p class="off"><Mark kind="off" /> Off, alone: <b>space {words([last.space])}</b></p>
		<div class="acts buttons">
			<Btn look="main" disabled={!box || last.circuitIds.length > 1} onclick={() => void keep()}>It went off: keep it</Btn>
			<Btn onclick={() => onanswers('')}>It stays on: begin again</Btn>
		</div>
		{#if last.circuitIds.length > 1}<p><Mark kind="unknown" /> Two tied breakers: which of the two is read at them.</p>{/if}
	{:else if !alone.left.length && answers}
		<p><Mark kind="look" /> On none of these: fed from elsewhere, or an answer was wrong.</p>
	{:else}
		<p class="off"><Mark kind="off" /> Off: <b>{words(alone.off)}</b></p>
		<div class="acts buttons">
			<Btn onclick={() => onanswers(`${answers}1`)}>It went off</Btn>
			<Btn onclick={() => onanswers(`${answers}0`)}>It stays on</Btn>
		</div>
	{/if}
	{#if answers}<Btn small look="quiet" onclick={() => onanswers('')}>Start over</Btn>{/if}
{/if}
{#if box && store.job.call?.at === 'box'}<Btn look={kept ? 'main' : 'quiet'} onclick={back}>Back to {box.name}: make it dead</Btn
	>{/if}

<style>
	.off {
		font-size: var(--type-figure);
		margin: var(--space-4) 0;
	}
	.acts {
		align-items: end;
		margin: var(--space-10) 0;
	}
</style>
