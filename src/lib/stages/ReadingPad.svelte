<script lang="ts">
	import { untrack } from 'svelte';
	import { whatIsOff } from '$core/prove/assess-prove';
	import { predict } from '$core/prove/predict';
	import { predictedFor } from '$core/prove/verdicts';
	import type { Box } from '$core/model/job';
	import { counted, round } from '$core/units/quantity';
	import { freshId } from '$lib/data/jobs';
	import { useJob } from '$lib/data/job-store.svelte';
	import { atTop } from '$lib/ui/at-top';
	import Btn from '$lib/ui/Btn.svelte';
	import Mark from '$lib/ui/Mark.svelte';
	import RuleChip from '$lib/ui/RuleChip.svelte';
	import Keypad from './Keypad.svelte';
	import LampRow from './LampRow.svelte';
	import ReadingRow from './ReadingRow.svelte';
	import { placesOf, ReadingDraft, TYPED, type TypedKind } from './reading-draft.svelte';

	interface Props {
		box: Box;
	}
	let { box }: Props = $props();
	const store = useJob();
	const draft = new ReadingDraft(untrack(() => store.job.practice.testLoadA));
	let instrument = $state('plug-in analyzer');
	let by = $state(localStorage.readBy ?? '');
	let tried = $state(false);
	/** On a phone the keypad of the page types, not the system's. */
	const keypad = matchMedia('(max-width: 820px)').matches;

	const load = $derived(Number(draft.loadA) > 0 ? Number(draft.loadA) : store.job.practice.testLoadA);
	const expected = $derived(
		store.circuit
			? predict(store.edition, store.job, store.circuit, box.id, load)
			: { known: false as const, why: 'its circuit is not known' }
	);
	const should = (kind: TypedKind): number | null =>
		expected.known ? predictedFor({ kind, loadA: kind === 'drop' || draft.loaded ? load : null }, expected.value) : null;
	const proof = $derived(store.assessment.proofs.get(box.id));
	const judgements = $derived(proof ? whatIsOff(proof) : []);
	const at = $derived(store.run?.nodes.findIndex((n) => n.boxId === box.id) ?? -1);

	async function keep(next: boolean): Promise<void> {
		tried = true;
		if (draft.faults.size) return;
		if (!draft.empty) {
			localStorage.readBy = by;
			const base = { jobId: store.job.id, boxId: box.id, instrument, at: new Date().toISOString(), by, struck: false, note: '' };
			const kept = draft.readings(base, freshId);
			draft.clear();
			tried = false;
			await store.take(`${counted(kept.length, 'reading')} at ${box.name}`, kept);
		}
		if (next) store.step(1);
	}
	function samePredicted(): void {
		const value = should(draft.active);
		if (value !== null) draft.typed[draft.active] = String(round(value, placesOf(draft.active)));
	}
</script>

<div class="pad" use:atTop>
	<header>
		<span class="name condensed">{box.name}</span>
		<span class="soft"
			>{box.roomId ? store.index.rooms.get(box.roomId)?.name : 'no room yet'}{store.run && at >= 0
				? `, ${at + 1} of ${store.run.nodes.length} on circuit ${store.circuit?.number}`
				: ''}</span
		>
		{#if proof}<span class="verdict"><Mark kind={proof.level} word size={18} /></span>{/if}
		<span class="do">
			<span class="desk"><Btn look="quiet" onclick={() => store.select(null)}>All boxes</Btn></span>
			<span class="desk"><Btn onclick={() => keep(true)}>Next box</Btn></span>
			<Btn look="main" onclick={() => keep(false)}>Keep {draft.count || ''} {draft.count === 1 ? 'reading' : 'readings'}</Btn>
		</span>
	</header>

	<LampRow {draft} />
	{#if tried && draft.faults.get('lamps')}<p class="fault" role="alert">{draft.faults.get('lamps')}</p>{/if}

	<form
		onsubmit={(e) => {
			e.preventDefault();
			void keep(false);
		}}
	>
		<div class="head soft"><span></span><span>predicted</span><span>now</span><span>last</span></div>
		{#each TYPED as kind (kind)}
			<ReadingRow {kind} {draft} {keypad} predicted={should(kind)} last={proof?.latest[kind]} />
		{/each}
		<button type="submit" class="sr-only" tabindex="-1" aria-hidden="true">Keep</button>
		<div class="how">
			<div class="field">
				<label for="read-load">Test load, A</label><input
					id="read-load"
					class="mono"
					inputmode="decimal"
					bind:value={draft.loadA}
				/>
			</div>
			<div class="field"><label for="read-with">Instrument</label><input id="read-with" bind:value={instrument} /></div>
			<div class="field"><label for="read-by">Who</label><input id="read-by" bind:value={by} placeholder="initials" /></div>
			<label class="loaded"><input type="checkbox" bind:checked={draft.loaded} /> volts read under the load</label>
		</div>
	</form>

	{#if !expected.known}<p class="soft unpredicted">
			Nothing is predicted here: {expected.why}. Readings are judged by the limits all the same.
		</p>{/if}
	{#each judgements as j, i (i)}
		<p class={`judged ${j.level}`}>
			<Mark kind={j.level} word /> <b>{j.on === 'joints' ? 'Joints:' : 'Design:'}</b>
			{j.says}
			<RuleChip rule={j.rule} />
		</p>
	{/each}
	<Keypad onpress={(key) => draft.press(key)} onsame={samePredicted} onnext={() => keep(true)} />
</div>

<style>
	.pad {
		display: grid;
		gap: 10px;
		max-width: 760px;
	}
	header {
		display: flex;
		align-items: baseline;
		gap: 10px;
		flex-wrap: wrap;
	}
	.name {
		font-size: 36px;
		line-height: 1;
	}
	.head {
		display: grid;
		grid-template-columns: minmax(120px, 1fr) 84px 150px 92px;
		gap: 4px 12px;
		padding-left: 13px;
		font-size: 13px;
	}
	.head span:not(:first-child) {
		text-align: right;
	}
	.how {
		position: relative;
		display: flex;
		flex-wrap: wrap;
		gap: 10px;
		align-items: end;
		margin-top: 12px;
	}
	.how .field {
		width: 140px;
	}
	.loaded {
		display: flex;
		gap: 7px;
		align-items: center;
		min-height: 36px;
	}
	.loaded input {
		width: 20px;
		height: 20px;
		accent-color: var(--copper);
	}
	.do {
		display: flex;
		gap: 8px;
		margin-left: auto;
		align-self: center;
	}
	.judged {
		margin: 0;
		border: 1.5px solid var(--rule);
		border-left: 6px solid var(--soft);
		border-radius: 3px;
		padding: 8px 11px;
	}
	.judged.bad {
		border-color: var(--stop);
	}
	.judged.look {
		border-color: var(--look);
	}
	.unpredicted {
		margin: 0;
	}
	@media (max-width: 820px) {
		.pad {
			gap: 8px;
		}
		.head {
			grid-template-columns: minmax(0, 1fr) 48px 126px;
			gap: 4px 8px;
		}
		.head span:last-child {
			display: none;
		}
		.how .field {
			width: calc(50% - 5px);
		}
		.desk,
		header > .soft {
			display: none;
		}
		.pad {
			padding-top: 8px;
		}
		/* The verdict comes before the next reading: nothing to scroll for. */
		header {
			order: -2;
		}
		.judged {
			order: -1;
			padding: 4px 9px;
			font-size: 14px;
		}
		/* The rest is one press away, under Why. */
		.judged ~ .judged {
			display: none;
		}
	}
</style>
