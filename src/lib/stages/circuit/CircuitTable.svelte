<script lang="ts">
	import { asTheyStand, spaceNumber } from '$core/model/breaker-name';
	import { BREAKER_WORDS } from '$core/model/protections';
	import { sayRating } from '$core/model/fact-words';
	import { ifKnown } from '$core/model/known';
	import DataTable from '$lib/kit/table/DataTable.svelte';
	import type { Column } from '$lib/kit/table/sorted-rows.svelte';
	import { feetOf, runFeet, runOf } from '$core/run/runs';
	import { dropAt } from '$core/circuits/size/drop';
	import { inWords } from '$core/model/kinds';
	import { cableName } from '$core/rough/take-off';
	import { show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import NewCircuit from '$lib/slip/NewCircuit.svelte';

	interface Props {
		/** Circuits are to be proposed for what hangs on none. */
		onpropose: () => void;
	}
	let { onpropose }: Props = $props();
	const store = useJob();
	const loose = $derived(store.job.boxes.filter((b) => b.devices.length && !store.index.circuitsOfBox.get(b.id)?.length).length);
	const columns: Column<(typeof rows)[number]>[] = [
		{ key: 'space', title: 'Space', num: true, value: (r) => r.circuit.space },
		{ key: 'name', title: 'Circuit', value: (r) => r.circuit.name },
		{ key: 'kind', title: 'Kind', value: (r) => inWords(r.circuit.kind) },
		{ key: 'breaker', title: 'Breaker', value: (r) => r.circuit.breakerA },
		{ key: 'cable', title: 'Cable', value: (r) => (r.first ? cableName(r.first) : null) },
		{ key: 'boxes', title: 'Boxes', num: true, value: (r) => r.run.nodes.length },
		{ key: 'feet', title: 'Feet', num: true, value: (r) => feetOf(r.run) },
		{ key: 'drop', title: 'Drop', num: true, value: (r) => r.drop }
	];
	const rows = $derived(
		store.job.circuits
			.map((circuit, i) => {
				const run = runOf(store.job, circuit);
				const known = store.known.circuits[i];
				const sure = known && runOf(store.known, known);
				const drops = (sure?.nodes ?? []).map((n) => ifKnown(() => sure && dropAt(store.ruled, sure, n))?.percent ?? null);
				const boxIds = new Set(run.nodes.map((n) => n.boxId));
				const findings = store.assessment.stages.circuit.findings.filter(
					(f) => f.subject.id === circuit.id || (f.circuitId === circuit.id && boxIds.has(f.subject.id))
				);
				const worst = (['violation', 'caution'] as const).find((s) => findings.some((f) => f.severity === s));
				const first = run.nodes[0]?.cable;
				return { circuit, run, worst, first, drop: drops.includes(null) ? null : Math.max(0, ...(drops as number[])) };
			})
			.sort((a, b) => asTheyStand(a.circuit, b.circuit))
	);
</script>

{#if loose}
	<p class="loose">
		<Btn look={rows.length ? 'plain' : 'main'} onclick={onpropose}>Propose circuits</Btn>
		{loose}
		{loose === 1 ? 'box is' : 'boxes are'} on no circuit yet.
	</p>
{/if}
{#if rows.length}
	<DataTable {columns} {rows} idOf={(r) => r.circuit.id} picked={!!store.selection} empty="" filter="Filter: space, name, kind">
		{#snippet row({ circuit, run, worst, first, drop })}
			<tr class="pick" aria-selected={store.circuit?.id === circuit.id} data-onto-circuit={circuit.id}>
				<td class="num">{spaceNumber(circuit)}</td>
				<td class="name">
					<button type="button" class="row" onclick={() => store.select({ kind: 'circuit', id: circuit.id })}
						>{circuit.name || (circuit.space === null ? 'its space is not known' : 'not named')}</button
					>
					{#if worst}<Mark kind={worst} />{/if}
				</td>
				<td>{inWords(circuit.kind)}</td>
				<td>{sayRating(circuit)} {BREAKER_WORDS[circuit.breaker]}</td>
				<td>{first ? cableName(first).replace(' with ground', '') : 'none yet'}</td>
				<td class="num">{run.nodes.length}</td>
				<td class="num">{runFeet(run)}</td>
				<td class="num" class:over={drop !== null && drop > store.job.practice.dropPercent}
					>{drop === null ? '?' : `${show(drop, 1)}%`}</td
				>
			</tr>
		{/snippet}
	</DataTable>
{:else}
	<p>
		No circuits yet. Propose them for all boxes at once, or add the one that feeds a box in that box's slip, under Circuit; its
		run and drop follow from the cables.
	</p>
{/if}
<div class="new"><NewCircuit words="New circuit" onmade={(id) => store.select({ kind: 'circuit', id })} /></div>

<style>
	.loose {
		margin: 0 0 var(--space-10);
	}
	.new {
		margin-top: var(--space-12);
		max-width: 380px;
	}
	.over {
		color: var(--look);
		font-weight: 600;
	}
	td.name {
		white-space: normal;
	}
	td {
		white-space: nowrap;
	}
</style>
