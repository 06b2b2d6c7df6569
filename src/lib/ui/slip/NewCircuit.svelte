<script lang="ts">
	import Fold from '$lib/ui/Fold.svelte';
	import { addCircuit } from '$core/edit/circuits';
	import { freshId } from '$lib/data/jobs';
	import { useJob } from '$lib/data/job-store.svelte';
	import Btn from '../Btn.svelte';
	import TextField from '../fields/TextField.svelte';

	interface Props {
		onmade: (circuitId: string) => void;
		words?: string;
	}
	let { onmade, words = 'Circuit not in the list' }: Props = $props();
	const store = useJob();
	let name = $state('');
	let amps = $state('15');
	const ampsFault = (text: string) =>
		store.edition.breakers.sizes.includes(Number(text)) ? null : `A standard rating: ${store.edition.breakers.sizes.join(', ')}`;
	async function make(): Promise<void> {
		const id = freshId();
		const done = await store.edit(
			`Circuit ${name || 'found'}`,
			addCircuit({
				circuitId: id,
				panelId: freshId(),
				name: name.trim() || 'Found circuit',
				breakerA: Number(amps),
				state: 'found'
			})
		);
		if (done) onmade(id);
	}
</script>

<Fold title={words}>
	<div class="new">
		<TextField label="Name" value={name} placeholder="sewing room" onkeep={(v) => (name = v.slice(0, 80))} />
		<TextField label="Its breaker or fuse, A" value={amps} inputmode="numeric" check={ampsFault} onkeep={(v) => (amps = v)} />
		<Btn onclick={make}>Add the circuit</Btn>
	</div>
</Fold>

<style>
	.new {
		display: grid;
		gap: 10px;
		padding-top: 8px;
	}
</style>
