<script lang="ts">
	import { phasesOf, type WorkStep } from '$core/makeup/box/work-steps';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { useJob } from '$lib/store/use-job';
	import { untrack } from 'svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import TorqueForm from './TorqueForm.svelte';

	interface Props {
		steps: readonly WorkStep[];
		placeId: string;
	}
	/** The work at a box by its parts: a tick each, and its small steps where they are wanted. */
	let { steps, placeId }: Props = $props();
	const store = useJob();
	// The same ticks as in the whole list.
	const kept = new FormDraft(
		draftKey(
			store.job.id,
			untrack(() => `steps ${placeId}`)
		),
		{ ticked: '' }
	);
	const ticked = $derived(new Set(kept.now.ticked.split('\n').filter(Boolean)));
	const phases = $derived(phasesOf(steps));
	let open = $state<Record<string, boolean>>({});
	function set(ids: readonly string[], on: boolean): void {
		const now = new Set(ticked);
		for (const id of ids)
			if (on) now.add(id);
			else now.delete(id);
		kept.now.ticked = [...now].join('\n');
	}
	/** A step that warns is seen without opening anything. */
	const warned = (all: readonly WorkStep[]) => all.filter((s) => s.caution);
</script>

<ol aria-label="Parts of the work">
	{#each phases as p (p.phase)}
		{@const done = p.steps.every((s) => ticked.has(s.id))}
		<li class:done>
			<label class="part">
				<input
					type="checkbox"
					checked={done}
					onchange={() =>
						set(
							p.steps.map((s) => s.id),
							!done
						)}
				/>
				<b>{p.title}{p.steps.length > 1 ? `: ${p.steps.length}` : ''}</b>
			</label>
			{#if !done}
				{#each warned(p.steps) as s (s.id)}<p class="warned"><Mark kind="caution" /> {s.title}. {s.detail}</p>{/each}
			{/if}
			<Fold title={p.steps.map((s) => s.title).join(' · ')} bind:open={() => open[p.phase] ?? false, (v) => (open[p.phase] = v)}>
				{#if open[p.phase]}
					<ul>
						{#each p.steps as s (s.id)}
							<li>
								<label>
									<input type="checkbox" checked={ticked.has(s.id)} onchange={() => set([s.id], !ticked.has(s.id))} />
									<span><b>{s.title}</b> {s.detail}</span>
								</label>
							</li>
						{/each}
					</ul>
					{#if p.phase === 'land'}<TorqueForm {placeId} things={['terminal']} />{/if}
				{/if}
			</Fold>
		</li>
	{/each}
</ol>

<style>
	ol,
	ul {
		list-style: none;
		margin: 0;
		padding: 0;
	}
	ol > li {
		border-bottom: 1px dotted var(--rule);
		padding-bottom: var(--space-6);
	}
	label {
		display: flex;
		gap: var(--space-12);
		align-items: center;
		min-height: 48px;
		cursor: pointer;
	}
	ul label {
		align-items: flex-start;
		padding: var(--space-6) 0;
	}
	input {
		width: 26px;
		height: 26px;
		flex: none;
		accent-color: var(--copper);
	}
	.part b {
		font-size: var(--type-lead);
	}
	.done > .part b {
		font-weight: 400;
		color: var(--soft);
	}
	.warned {
		margin: 0 0 var(--space-6);
		border-left: 5px solid var(--look);
		padding-left: var(--space-8);
	}
</style>
