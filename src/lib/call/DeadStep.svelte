<script lang="ts">
	import { breakerWritten } from '$core/model/breaker-name';
	import type { Box } from '$core/model/job';
	import { disconnectId, hasDisconnect } from '$core/makeup/gate';
	import { useJob } from '$lib/store/use-job';
	import Fold from '$lib/kit/Fold.svelte';
	import FeedsOffer from '$lib/slip/FeedsOffer.svelte';
	import PlaceGate from '$lib/slip/PlaceGate.svelte';

	interface Props {
		box: Box;
	}
	let { box }: Props = $props();
	const store = useJob();
	/** What is hard-wired may have a disconnect: hands in there stand under a gate of its own. */
	const disconnects = $derived(
		box.devices.some((d) => d.kind === 'hard-wired') ? (store.index.circuitsOfBox.get(box.id) ?? []).filter(hasDisconnect) : []
	);
	let open = $state<Record<string, boolean>>({});
</script>

<FeedsOffer {box} />
<PlaceGate placeId={box.id} />
{#each disconnects as c (c.id)}
	<Fold
		title={`Work in the disconnect of ${breakerWritten(store.job, c)}`}
		bind:open={() => !!open[c.id], (v) => (open[c.id] = v)}
	>
		{#if open[c.id]}<PlaceGate placeId={disconnectId(c)} />{/if}
	</Fold>
{/each}
