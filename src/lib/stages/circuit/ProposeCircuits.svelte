<script lang="ts">
	import { asTheyStand, spaceNumber } from '$core/model/breaker-name';
	import { BREAKER_WORDS } from '$core/model/protections';
	import Wide from '$lib/kit/Wide.svelte';
	import { proxy } from 'comlink';
	import { addRuns, plannedOnly, removeCircuits } from '$core/edit/circuits';
	import { DEFAULT_GROUPING } from '$core/model/job';
	import { inWords } from '$core/model/kinds';
	import { otherWays, type Alternative } from '$core/propose/propose-circuits';
	import { counted, show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import { Canceled, coreWorker, inWorker, type WorkerTask } from '$lib/workers/use-worker';
	import type { CircuitsApi } from '$lib/workers/circuits-api';
	import PracticeFields from './PracticeFields.svelte';

	interface Props {
		/** The circuits stand: show them. */
		onmade: () => void;
	}
	let { onmade }: Props = $props();
	const store = useJob();

	let working = $state.raw<WorkerTask<unknown> | null>(null);
	let at = $state({ share: 0, doing: '' });
	let says = $state<string | null>(null);
	let found = $state.raw<Alternative[]>([]);
	let chosenId = $state('practice');
	/** The job that it was made for: an edit since makes it old. */
	let madeFor = $state.raw(store.job);
	const chosen = $derived(found.find((a) => a.id === chosenId) ?? found[0]);
	const loose = $derived(store.job.boxes.filter((b) => b.devices.length && !store.index.circuitsOfBox.get(b.id)?.length));
	const planned = $derived(plannedOnly(store.job));
	const nameOf = (id: string) => store.index.boxes.get(id)?.name ?? '';
	const rows = $derived(
		(chosen?.proposal.circuits ?? []).map((circuit) => {
			const cables = chosen?.proposal.cables.filter((l) => l.circuitId === circuit.id) ?? [];
			return { circuit, cables, feet: cables.reduce((sum, l) => sum + (l.lengthFt ?? 0), 0) };
		})
	);

	const signed = (n: number, unit: string) => `${n > 0 ? '+' : n < 0 ? '−' : '±'}${show(Math.abs(n), 0)} ${unit}`;
	/** @example +67 ft, ±0 spaces */
	function against({ proposal }: Alternative): string {
		const first = found[0]?.proposal ?? proposal;
		return `${signed(proposal.feet - first.feet, 'ft')}, ${signed(proposal.poles - first.poles, 'spaces')}`;
	}

	async function propose(): Promise<void> {
		const job = store.job;
		const ways = otherWays(job.practice.grouping ?? DEFAULT_GROUPING);
		[found, says, madeFor, chosenId, at] = [[], null, job, 'practice', { share: 0, doing: '' }];
		working = inWorker<CircuitsApi, null>(coreWorker, async (api) => {
			for (const [i, way] of ways.entries()) {
				const proposal = await api.propose(
					job,
					way.practice,
					proxy((share, doing) => {
						at = { share: (i + share) / ways.length, doing: `${way.name}: ${doing}` };
					})
				);
				found = [...found, { id: way.id, name: way.name, proposal }];
			}
			return null;
		});
		try {
			await working.done;
		} catch (error) {
			says = error instanceof Canceled ? 'Stopped.' : `It could not be calculated: ${(error as Error).message}`;
		} finally {
			working = null;
		}
	}
	async function make(): Promise<void> {
		if (!chosen) return;
		const { proposal } = chosen;
		working?.cancel();
		if (await store.edit(`${counted(proposal.circuits.length, 'circuit')} as proposed`, addRuns(proposal))) {
			found = [];
			onmade();
		}
	}
	const clear = () =>
		store.edit(`${counted(planned.length, 'planned circuit')} removed`, removeCircuits(planned)).then(() => (found = []));
</script>

<div class="head">
	<p class="big"><b>{loose.length}</b> {loose.length === 1 ? 'box is' : 'boxes are'} on no circuit</p>
	<div class="acts">
		{#if working}
			<div
				class="bar"
				role="progressbar"
				aria-valuenow={Math.round(100 * at.share)}
				aria-valuemin="0"
				aria-valuemax="100"
				aria-label="Circuits being proposed"
			>
				<span style:width={`${100 * at.share}%`}></span>
			</div>
			<span class="soft doing">{at.doing}</span>
			<Btn small onclick={() => working?.cancel()}>Stop</Btn>
		{:else if loose.length}
			<Btn look={found.length ? 'plain' : 'main'} onclick={propose}
				>{found.length ? 'Propose again' : `Propose circuits for ${loose.length}`}</Btn
			>
		{/if}
		{#if !working && planned.length}
			<Btn look="quiet" onclick={clear}>Remove {counted(planned.length, 'planned circuit')}</Btn>
		{/if}
	</div>
</div>
{#if says}<p role="alert">{says}</p>{/if}
{#if !loose.length && !found.length}
	<p class="soft">
		Every outlet is on a circuit. To compare other ways, remove the planned circuits (one undo brings them back) and propose
		again; installed cable stays, and so do appliances with a nameplate.
	</p>
{/if}

{#if chosen}
	{@const { proposal } = chosen}
	<Wide
		><table class="data ways">
			<thead
				><tr
					><th>Way</th><th class="num">Circuits</th><th class="num">Spaces</th><th class="num">Cable, ft</th><th
						>Against the first</th
					></tr
				></thead
			>
			<tbody>
				{#each found as a (a.id)}
					<tr class="pick" aria-selected={a.id === chosen.id}>
						<td><button type="button" class="row" onclick={() => (chosenId = a.id)}>{a.name}</button></td>
						<td class="num">{a.proposal.circuits.length}</td>
						<td class="num">{a.proposal.poles}</td>
						<td class="num">{show(a.proposal.feet, 0)}{a.proposal.unmeasured ? '+' : ''}</td>
						<td class="soft">
							{a.id === found[0]?.id ? 'the baseline' : against(a)}
						</td>
					</tr>
				{/each}
			</tbody>
		</table></Wide
	>
	<div class="take">
		<Btn look="main" disabled={madeFor !== store.job} onclick={make}
			>Make these {counted(proposal.circuits.length, 'circuit')}</Btn
		>
		{#if madeFor !== store.job}<span class="soft">The job has changed since: propose again.</span>
		{:else}<span class="soft">One undo removes them all.</span>{/if}
	</div>
	{#if proposal.unplaced}<p>
			{counted(proposal.unplaced, 'circuit')} found no space: see the panel page.
		</p>{/if}
	{#each proposal.left as l (l.boxId)}<p class="soft">{nameOf(l.boxId)} is left: it {l.why}.</p>{/each}
	<Wide
		><table class="data">
			<thead
				><tr
					><th class="num">Space</th><th>Circuit</th><th>Kind</th><th>Breaker</th><th>Wire</th><th class="num">Feet</th><th
						>In feed order</th
					></tr
				></thead
			>
			<tbody>
				{#each rows.toSorted((a, b) => asTheyStand(a.circuit, b.circuit)) as { circuit, cables, feet } (circuit.id)}
					<tr>
						<td class="num">{spaceNumber(circuit)}</td>
						<td>{circuit.name}</td>
						<td>{inWords(circuit.kind)}</td>
						<td class="tight">{circuit.breakerA} A {BREAKER_WORDS[circuit.breaker]}</td>
						<td class="tight">{cables[0]?.awg}-{cables[0]?.conductors}</td>
						<td class="num">{feet}</td>
						<td class="boxes condensed">{cables.map((l) => nameOf(l.toId)).join(' ')}</td>
					</tr>
				{/each}
			</tbody>
		</table></Wide
	>
{:else}
	<h2>Shop practice</h2>
	<p class="soft">
		The code sets kitchen, laundry, bath and garage circuits and no number for the rest. These are your shop's limits; each
		circuit shows the one it was checked against.
	</p>
	<PracticeFields />
{/if}

<style>
	.head {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		justify-content: space-between;
		gap: var(--space-10);
		margin-bottom: var(--space-12);
	}
	.big {
		margin: 0;
		font-size: var(--type-lead);
	}
	.big b {
		font-family: 'Barlow Condensed', sans-serif;
		font-size: var(--type-big);
		line-height: 1;
	}
	.acts,
	.take {
		display: flex;
		align-items: center;
		flex-wrap: wrap;
		gap: var(--space-10);
	}
	.take {
		margin: var(--space-12) 0;
	}
	.bar {
		width: 160px;
		height: 12px;
		border: 1.5px solid var(--ink);
		border-radius: 3px;
	}
	.bar span {
		display: block;
		height: 100%;
		background: var(--copper);
	}
	.doing {
		font-size: var(--type-small);
		min-width: 190px;
	}
	h2 {
		font-size: var(--type-lead);
	}
	.ways {
		max-width: 660px;
	}
	.tight {
		white-space: nowrap;
	}
	.boxes {
		font-size: var(--type-small);
		letter-spacing: 0.01em;
		word-spacing: 4px;
	}
</style>
