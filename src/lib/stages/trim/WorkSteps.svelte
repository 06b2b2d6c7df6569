<script lang="ts">
	import type { WorkStep } from '$core/makeup/box/work-steps';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import Photos from '$lib/slip/Photos.svelte';
	import TorqueForm from './TorqueForm.svelte';
	import { untrack } from 'svelte';

	interface Props {
		steps: readonly WorkStep[];
		placeId: string;
		/** Where torque is kept; left out: at the place. */
		torquePlace?: string | undefined;
		/** What can be tightened there. */
		things?: readonly string[];
	}
	/** The work at a box, ticked as it goes: a pause, a reload or another box keeps the place. */
	let { steps, placeId, torquePlace, things = [] }: Props = $props();
	const store = useJob();
	const kept = new FormDraft(
		draftKey(
			store.job.id,
			untrack(() => `steps ${placeId}`)
		),
		{ ticked: '' }
	);
	const ticked = $derived(new Set(kept.now.ticked.split('\n').filter(Boolean)));
	const next = $derived(steps.find((s) => !ticked.has(s.id)));
	/** Photos of a step, and its torque, are opened one at a time. */
	let open = $state<string | null>(null);
	const toggle = (id: string) => (open = open === id ? null : id);
	function tick(id: string): void {
		const now = new Set(ticked);
		if (!now.delete(id)) now.add(id);
		kept.now.ticked = [...now].join('\n');
	}
</script>

<section class="work" aria-label="Steps">
	<header>
		<p class="done"><b>{steps.filter((s) => ticked.has(s.id)).length} of {steps.length} done</b></p>
		{#if ticked.size}<Btn small look="quiet" onclick={() => kept.clear()}>Begin again</Btn>{/if}
	</header>
	<ol>
		{#each steps as s (s.id)}
			<li class:now={s.id === next?.id} class:done={ticked.has(s.id)}>
				<label>
					<input type="checkbox" checked={ticked.has(s.id)} onchange={() => tick(s.id)} />
					<span
						><b
							>{#if s.caution}<Mark kind="caution" />&nbsp;{/if}{s.title}</b
						><span class="detail">{s.detail}</span></span
					>
				</label>
				<div class="more no-print">
					<Btn small look="quiet" pressed={open === s.id} onclick={() => toggle(s.id)}
						>{s.id === 'torque' ? 'Torque, photo' : 'Photo'}</Btn
					>
				</div>
				{#if open === s.id}
					<div class="inside">
						{#if s.id === 'torque'}<TorqueForm placeId={torquePlace ?? placeId} {things} />{/if}
						<Photos of={{ kind: 'step', id: `${placeId}:${s.id}` }} />
					</div>
				{/if}
			</li>
		{/each}
	</ol>
</section>

<style>
	header {
		display: flex;
		justify-content: space-between;
		align-items: center;
		gap: var(--space-10);
	}
	.done {
		margin: 0;
		font-size: var(--type-lead);
	}
	ol {
		list-style: none;
		margin: var(--space-6) 0 0;
		padding: 0;
	}
	li {
		display: grid;
		grid-template-columns: 1fr auto;
		align-items: start;
		border-bottom: 1px dotted var(--rule);
		border-left: 4px solid transparent;
	}
	.now {
		border-left-color: var(--copper);
		background: var(--paper);
	}
	.done .detail {
		display: none;
	}
	.done b {
		font-weight: 400;
		color: var(--soft);
	}
	label {
		display: flex;
		gap: var(--space-12);
		align-items: flex-start;
		padding: var(--space-8) var(--space-8);
		min-height: 48px;
		cursor: pointer;
	}
	input {
		width: 26px;
		height: 26px;
		flex: none;
		accent-color: var(--copper);
	}
	.more {
		padding: var(--space-6) var(--space-4);
	}
	.inside {
		grid-column: 1 / -1;
		padding: var(--space-4) var(--space-8) var(--space-10) calc(2 * var(--space-24));
	}
	.detail {
		display: block;
		font-size: var(--type-body);
	}
</style>
