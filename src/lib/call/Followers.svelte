<script lang="ts">
	import { whoReads } from '$lib/store/this-device';
	import { faceLabels } from '$core/handover/labels';
	import type { Box, Reading } from '$core/model/job';
	import { followersOf } from '$core/prove/followers';
	import { labelsId } from '$core/model/checks';
	import { now } from '$lib/clock';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import { CheckOutline } from 'flowbite-svelte-icons';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		box: Box;
	}
	/** What follows a GFCI: trip it by its button, then each of them is dead or still live; then its label. */
	let { box }: Props = $props();
	const store = useJob();
	let open = $state(true);
	const followers = $derived(followersOf(store.job, box, store.readings));
	const labels = $derived(faceLabels(store.edition, store.known, store.seen));
	const textsOf = (id: string) => labels.filter((l) => l.boxId === id && !l.waits).map((l) => l.text);
	const by = () => whoReads();
	function see(at: Box, word: 'dead' | 'live'): void {
		const reading: Reading = {
			id: freshId(),
			jobId: store.job.id,
			boxId: at.id,
			kind: 'behind',
			value: null,
			lamps: null,
			word,
			loadA: null,
			instrument: '',
			at: now(),
			by: by(),
			struck: false,
			note: `with ${box.name} tripped`
		};
		void store.take(`${at.name}: ${word === 'dead' ? 'dead' : 'still live'} with ${box.name} tripped`, [reading]);
	}
	const label = (at: Box) =>
		store.edit(`${at.name}: labels on`, (draft) => {
			const id = labelsId(at.id);
			const note = textsOf(at.id).join('; ');
			draft.checks = [...draft.checks.filter((c) => c.id !== id), { id, seen: 'done', note, at: now(), by: by() }];
		});
</script>

{#if followers.length}
	<Fold title={`What follows: ${followers.filter((f) => f.seen).length} of ${followers.length} looked at`} bind:open>
		<p>Trip {box.name} by its button, then look at each.</p>
		<ul>
			{#each followers as f (f.box.id)}
				<li>
					<b>{f.box.name}</b>
					<Btn small pressed={f.seen === 'dead'} label={`${f.box.name} is dead`} onclick={() => see(f.box, 'dead')}>dead</Btn>
					<Btn small pressed={f.seen === 'live'} label={`${f.box.name} is still live`} onclick={() => see(f.box, 'live')}
						>still live</Btn
					>
					{#if f.labeled}<span><CheckOutline size="sm" class="inline" aria-hidden="true" /> labeled</span>
					{:else if textsOf(f.box.id).length}<Btn
							small
							look="quiet"
							label={`${f.box.name}: labels are on`}
							onclick={() => label(f.box)}>Labels on</Btn
						>{/if}
					{#if f.seen === 'live'}<span class="bad"><Mark kind="bad" /> not protected by {box.name}</span>{/if}
				</li>
			{/each}
		</ul>
	</Fold>
{/if}

<style>
	p {
		margin: var(--space-4) 0;
	}
	li {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: center;
		padding: var(--space-6) 0;
		border-bottom: 1px dotted var(--rule);
	}
	b {
		min-width: 64px;
	}
	.bad {
		color: var(--stop);
	}
</style>
