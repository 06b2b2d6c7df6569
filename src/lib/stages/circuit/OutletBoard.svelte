<script lang="ts">
	import { rewire } from '$core/edit/rewire';
	import { runOf } from '$core/run/runs';
	import { practiceMost } from '$core/circuits/why-together';
	import type { Circuit } from '$core/model/job';
	import { inWords } from '$core/model/kinds';
	import { freshId } from '$lib/data/jobs';
	import { useJob } from '$lib/data/job-store.svelte';
	import { carried } from '$lib/ui/carry';
	import Mark from '$lib/ui/Mark.svelte';

	/** Every circuit with its boxes in feed order; a box is dragged onto another circuit, or onto the box that is to feed it. */
	const store = useJob();
	const loose = $derived(store.job.boxes.filter((b) => b.devices.length && !store.index.circuitsOfBox.get(b.id)?.length));
	const findings = $derived(store.assessment.stages.circuit.findings.filter((f) => f.severity !== 'advice'));
	const lanes = $derived(
		store.job.circuits.map((circuit) => {
			const { nodes } = runOf(store.job, circuit);
			const boxes = nodes.flatMap((n) => {
				const box = store.index.boxes.get(n.boxId);
				return box ? [{ box, fixed: n.leg.state !== 'planned' }] : [];
			});
			const outlets = boxes.reduce((sum, { box }) => sum + box.devices.filter((d) => d.kind !== 'switch').length, 0);
			const ids = new Set(nodes.map((n) => n.boxId));
			const worst = (['violation', 'caution'] as const).find((s) =>
				findings.some(
					(f) => f.severity === s && (f.subject.id === circuit.id || (ids.has(f.subject.id) && f.id.includes(circuit.id)))
				)
			);
			return {
				circuit,
				boxes,
				outlets,
				worst,
				most: circuit.kind === 'individual' ? null : practiceMost(store.job, circuit.breakerA)
			};
		})
	);
	const carry = (boxId: string, name: string, from: Circuit | null) => () => ({
		label: name,
		onto: '[data-board-box], [data-board-circuit]',
		ondrop: (on: Element) => {
			const circuitId = on.closest('[data-board-circuit]')?.getAttribute('data-board-circuit');
			const afterId = on.getAttribute('data-board-box') ?? undefined;
			if (!circuitId || (circuitId === from?.id && !afterId)) return;
			const to = store.index.circuits.get(circuitId);
			void store.edit(
				`${name} on circuit ${to?.number ?? ''}`,
				rewire({ boxId, fromCircuitId: from?.id ?? null, circuitId, afterId }, freshId)
			);
		}
	});
	const wrong = (boxId: string) => findings.find((f) => f.subject.id === boxId)?.severity;
</script>

{#snippet chip(boxId: string, name: string, from: Circuit | null, fixed = false)}
	{@const level = wrong(boxId)}
	<button
		type="button"
		class="chip condensed"
		class:fixed-cable={fixed}
		class:picked={store.selection?.id === boxId}
		data-board-box={boxId}
		data-chip={name}
		onclick={() => store.select({ kind: 'box', id: boxId })}
		{@attach carried(carry(boxId, name, from))}
	>
		{name}{#if level === 'violation' || level === 'caution'}<Mark kind={level} size={11} />{/if}
	</button>
{/snippet}

<p class="soft hint">
	Drag a box onto another circuit, or onto the box that will feed it; its cables are measured again. By keyboard: its slip,
	Circuit. Boxes with a solid edge have installed cable.
</p>
{#if loose.length}
	<section class="lane loose">
		<h2>On no circuit <span class="mono">{loose.length}</span></h2>
		<div class="chips">
			{#each loose as b (b.id)}{@render chip(b.id, b.name, null)}{/each}
		</div>
	</section>
{/if}
<div class="board">
	{#each lanes as { circuit, boxes, outlets, worst, most } (circuit.id)}
		<section
			class="lane"
			class:picked={store.circuit?.id === circuit.id}
			data-board-circuit={circuit.id}
			data-lane={circuit.number}
		>
			<h2>
				<button type="button" onclick={() => store.select({ kind: 'circuit', id: circuit.id })}
					>{circuit.number} · {circuit.name}</button
				>
				{#if worst}<Mark kind={worst} />{/if}
			</h2>
			<p class="soft">
				{circuit.breakerA} A, {inWords(circuit.kind)}{#if most !== null}, <span class="mono" class:over={outlets > most}
						>{outlets}/{most}</span
					> outlets{/if}
			</p>
			<div class="chips">
				{#each boxes as { box, fixed } (box.id)}{@render chip(box.id, box.name, circuit, fixed)}{:else}<span class="soft"
						>no run yet</span
					>{/each}
			</div>
		</section>
	{/each}
</div>

<style>
	.hint {
		margin: 0 0 10px;
		font-size: 14px;
	}
	.board {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(232px, 1fr));
		gap: 10px;
	}
	.lane {
		border: 1.5px solid var(--rule);
		border-radius: 4px;
		padding: 7px 9px 9px;
		min-width: 0;
	}
	.lane.picked {
		border-color: var(--copper);
	}
	.loose {
		border-style: dashed;
		border-color: var(--look);
		margin-bottom: 10px;
	}
	h2 {
		display: flex;
		gap: 6px;
		align-items: center;
		font-size: 16px;
	}
	h2 button {
		all: unset;
		cursor: pointer;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	h2 button:focus-visible {
		outline: 2.5px solid var(--copper);
	}
	p {
		margin: 0 0 5px;
		font-size: 13px;
	}
	.over {
		color: var(--look);
		font-weight: 600;
	}
	.chips {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
	}
	.chip {
		border: 1.5px dashed var(--soft);
		border-radius: 3px;
		background: var(--sheet);
		color: var(--ink);
		min-height: 28px;
		padding: 0 7px;
		font-size: 15px;
		display: inline-flex;
		align-items: center;
		gap: 4px;
		cursor: grab;
	}
	.chip.fixed-cable {
		border-style: solid;
		border-color: var(--ink);
	}
	.chip.picked {
		background: var(--copper-wash);
		border-color: var(--copper);
	}
	@media (max-width: 820px) {
		.chip {
			min-height: 44px;
		}
	}
</style>
