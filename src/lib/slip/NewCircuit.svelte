<script lang="ts">
	import Fold from '$lib/kit/Fold.svelte';
	import { addCircuit } from '$core/edit/circuits';
	import { untrack } from 'svelte';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	interface Props {
		onmade: (circuitId: string) => void;
		words?: string;
		/** There already, or to be made: then it goes on a panel, and has a usual breaker. */
		state?: 'found' | 'planned';
	}
	let { onmade, words = 'Circuit not in the list', state = 'found' }: Props = $props();
	const store = useJob();
	const typed = new FormDraft(draftKey(store.job.id, 'new circuit'), {
		name: '',
		amps: untrack(() => (state === 'found' ? '' : '15'))
	});
	const name = $derived(typed.now.name);
	const amps = $derived(typed.now.amps);
	const ampsFault = (text: string) =>
		!text.trim() || store.edition.breakers.sizes.includes(Number(text))
			? null
			: `A standard rating: ${store.edition.breakers.sizes.join(', ')}`;
	async function make(): Promise<void> {
		const id = freshId();
		const done = await store.edit(
			`Circuit ${name || 'found'}`,
			addCircuit({
				circuitId: id,
				panelId: freshId(),
				name: name.trim() || 'Found circuit',
				breakerA: amps.trim() ? Number(amps) : null,
				state
			})
		);
		if (!done) return;
		typed.clear();
		onmade(id);
	}
</script>

<Fold title={words}>
	<div class="new">
		<TextField label="Name" value={name} placeholder="sewing room" onkeep={(v) => (typed.now.name = v.slice(0, 80))} />
		<TextField
			label="Its breaker or fuse, A"
			value={amps}
			placeholder="not read yet"
			inputmode="numeric"
			check={ampsFault}
			onkeep={(v) => (typed.now.amps = v)}
		/>
		<Btn onclick={make}>Add the circuit</Btn>
	</div>
</Fold>

<style>
	.new {
		display: grid;
		gap: var(--space-10);
		padding-top: var(--space-8);
	}
</style>
