<script lang="ts">
	import { BreakerName, breakerName, breakerWritten, capital } from '$core/model/breaker-name';
	import { sayRating } from '$core/model/fact-words';
	import { rewire } from '$core/edit/rewire';
	import { runOf } from '$core/run/runs';
	import { practiceMost } from '$core/circuits/why-together';
	import type { Circuit } from '$core/model/job';
	import { inWords } from '$core/model/kinds';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import { dndzone, setKeyboardDragTrigger, SOURCES, TRIGGERS, type DndEvent } from 'svelte-dnd-action';
	import Mark from '$lib/kit/Mark.svelte';

	/** Every circuit with its boxes in feed order; a box is dragged among them, after the box that is to feed it. */
	interface Chip {
		id: string;
		name: string;
		fixed: boolean;
	}
	/** The boxes that are on no circuit, as a lane. */
	const LOOSE = '';
	const store = useJob();
	const loose = $derived(store.job.boxes.filter((b) => b.devices.length && !store.index.circuitsOfBox.get(b.id)?.length));
	const findings = $derived(store.assessment.stages.circuit.findings.filter((f) => f.severity !== 'advice'));
	const lanes = $derived(
		store.job.circuits.map((circuit) => {
			const { nodes } = runOf(store.job, circuit);
			const boxes = nodes.flatMap((n) => {
				const box = store.index.boxes.get(n.boxId);
				return box ? [{ box, chip: { id: box.id, name: box.name, fixed: n.cable.state !== 'planned' } }] : [];
			});
			const outlets = boxes.reduce((sum, { box }) => sum + box.devices.filter((d) => d.kind !== 'switch').length, 0);
			const ids = new Set(nodes.map((n) => n.boxId));
			const worst = (['violation', 'caution'] as const).find((s) =>
				findings.some(
					(f) => f.severity === s && (f.subject.id === circuit.id || (ids.has(f.subject.id) && f.circuitId === circuit.id))
				)
			);
			return {
				circuit,
				chips: boxes.map((b) => b.chip),
				outlets,
				worst,
				most:
					circuit.kind === 'individual' ? null : circuit.breakerA === null ? null : practiceMost(store.known, circuit.breakerA)
			};
		})
	);
	/** The lanes as they look while a box is carried over them. */
	let held = $state.raw<Readonly<Record<string, Chip[]>>>({});
	const looseChips = $derived(loose.map((b): Chip => ({ id: b.id, name: b.name, fixed: false })));
	setKeyboardDragTrigger('space');
	const laneOf = (boxId: string): Circuit | null => lanes.find((l) => l.chips.some((c) => c.id === boxId))?.circuit ?? null;
	/** What is carried by keyboard is put down with the key; until then each step only shows. */
	function over(lane: string, { items, info }: DndEvent<Chip>): void {
		held = { ...held, [lane]: items };
		if (info.source === SOURCES.KEYBOARD && info.trigger === TRIGGERS.DRAG_STOPPED) put(lane, items, info.id);
	}
	function down(lane: string, { items, info }: DndEvent<Chip>): void {
		if (info.source === SOURCES.KEYBOARD) held = { ...held, [lane]: items };
		else if (info.trigger === TRIGGERS.DROPPED_INTO_ZONE) put(lane, items, info.id);
		else held = {};
	}
	/** At the end of another circuit the box is fed from the nearest one, elsewhere from the one that stands before it. */
	function put(lane: string, items: readonly Chip[], boxId: string): void {
		const from = laneOf(boxId);
		const to = store.index.circuits.get(lane);
		const at = items.findIndex((c) => c.id === boxId);
		const before = lanes.find((l) => l.circuit.id === lane)?.chips ?? looseChips;
		held = {};
		if (!to || at < 0 || (from?.id === lane && before.findIndex((c) => c.id === boxId) === at)) return;
		const nearest = from?.id !== lane && at === items.length - 1;
		void store.edit(
			`${items[at]?.name ?? ''} on ${breakerName(store.job, to)}`,
			rewire(
				{
					boxId,
					fromCircuitId: from?.id ?? null,
					circuitId: lane,
					afterId: nearest ? undefined : (items[at - 1]?.id ?? to.panelId ?? undefined)
				},
				freshId
			)
		);
	}
	const wrong = (boxId: string) => findings.find((f) => f.subject.id === boxId)?.severity;
</script>

{#snippet chips(lane: string, of: readonly Chip[], label: string)}
	<div
		class="chips"
		aria-label={label}
		use:dndzone={{
			items: held[lane] ?? [...of],
			type: 'outlets',
			flipDurationMs: 0,
			dropAnimationDisabled: true,
			morphDisabled: true,
			useCursorForDetection: true,
			dropFromOthersDisabled: lane === LOOSE,
			zoneTabIndex: -1,
			dropTargetStyle: {},
			dropTargetClasses: ['over']
		}}
		onconsider={(e) => over(lane, e.detail)}
		onfinalize={(e) => down(lane, e.detail)}
	>
		{#each held[lane] ?? of as chip (chip.id)}
			{@const level = wrong(chip.id)}
			<!-- Its role and place among the keys come from the list it is in. -->
			<!-- svelte-ignore a11y_no_static_element_interactions -->
			<div
				class="chip condensed"
				class:fixed-cable={chip.fixed}
				class:picked={store.selection?.id === chip.id}
				data-chip={chip.name}
				aria-label={chip.name}
				onclick={() => store.select({ kind: 'box', id: chip.id })}
				onkeydown={(e) => e.key === 'Enter' && store.select({ kind: 'box', id: chip.id })}
			>
				{chip.name}{#if level === 'violation' || level === 'caution'}<Mark kind={level} size={11} />{/if}
			</div>
		{/each}
	</div>
{/snippet}

<p class="soft hint">
	Drag a box to another circuit, or after the box that will feed it; its cables are measured again. By keyboard: space picks it
	up, arrows and tab move it, space puts it down. Boxes with a solid edge have installed cable.
</p>
{#if loose.length}
	<section class="lane loose">
		<h2>On no circuit <span class="mono">{loose.length}</span></h2>
		{@render chips(LOOSE, looseChips, 'On no circuit')}
	</section>
{/if}
<div class="board">
	{#each lanes as { circuit, chips: own, outlets, worst, most } (circuit.id)}
		<section class="lane" class:picked={store.circuit?.id === circuit.id} data-board-circuit={circuit.id} data-lane={circuit.id}>
			<h2>
				<button type="button" onclick={() => store.select({ kind: 'circuit', id: circuit.id })}
					>{capital(breakerWritten(store.job, circuit))}</button
				>
				{#if worst}<Mark kind={worst} />{/if}
			</h2>
			<p class="soft">
				{sayRating(circuit)}, {inWords(circuit.kind)}{#if most !== null}, <span class="mono" class:over={outlets > most}
						>{outlets}/{most}</span
					> outlets{/if}
			</p>
			{@render chips(circuit.id, own, BreakerName(store.job, circuit))}
		</section>
	{/each}
</div>

<style>
	.hint {
		margin: 0 0 var(--space-10);
		font-size: var(--type-small);
	}
	.board {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(232px, 1fr));
		gap: var(--space-10);
	}
	.lane {
		border: 1.5px solid var(--rule);
		border-radius: 4px;
		padding: var(--space-6) var(--space-8) var(--space-8);
		min-width: 0;
	}
	.lane.picked {
		border-color: var(--copper);
	}
	.loose {
		border-style: dashed;
		border-color: var(--look);
		margin-bottom: var(--space-10);
	}
	h2 {
		display: flex;
		gap: var(--space-6);
		align-items: center;
		font-size: var(--type-lead);
	}
	h2 button {
		all: unset;
		cursor: pointer;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	@media (max-width: 820px) {
		h2 button {
			line-height: 44px;
		}
	}
	h2 button:focus-visible {
		outline: 2.5px solid var(--copper);
	}
	p {
		margin: 0 0 var(--space-4);
		font-size: var(--type-note);
	}
	.over {
		color: var(--look);
		font-weight: 600;
	}
	.chips {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-4);
		min-height: 30px;
	}
	.chips:empty::after {
		content: 'no run yet';
		color: var(--soft);
		font-size: var(--type-small);
	}
	.chips:global(.over) {
		outline: 2.5px dashed var(--copper);
		outline-offset: 2px;
	}
	.chip {
		border: 1.5px dashed var(--soft);
		border-radius: 3px;
		background: var(--sheet);
		color: var(--ink);
		min-height: 28px;
		padding: 0 var(--space-6);
		font-size: var(--type-body);
		display: inline-flex;
		align-items: center;
		gap: var(--space-4);
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
