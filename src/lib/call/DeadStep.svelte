<script lang="ts">
	import { breakerWritten } from '$core/model/breaker-name';
	import type { Box } from '$core/model/job';
	import { disconnectId, hasDisconnect } from '$core/makeup/gate';
	import { handsAt } from '$core/thread';
	import { goto } from '$app/navigation';
	import { jobAddress } from '$lib/store/address';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
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
	/** A new box is live by what feeds it alone. */
	const hands = $derived(handsAt(store.job, box));
	let open = $state<Record<string, boolean>>({});
	/** Nobody knows its breaker, and nothing is off for it. */
	const named = $derived((store.index.circuitsOfBox.get(box.id) ?? []).length > 0 || store.deadStateOf(box.id).tag !== null);
	const find = () => void goto(jobAddress(store.id, 'trace', { view: 'breakers', picked: { kind: 'box', id: box.id } }));
</script>

{#if hands === null}
	<p>
		New, on its own breaker: nothing is live here until that is in, last of all. Hands go into the panel: main off, bus tested.
	</p>
{:else if hands !== box.id}
	<p>
		Nothing is live here until it is joined at {store.placeName(hands)}: that box is made dead, and tested, before the cable goes
		in.
	</p>
	<PlaceGate placeId={hands} />
{:else}
	<FeedsOffer {box} />
	<PlaceGate placeId={box.id} />
{/if}
{#if !named && hands === box.id}
	<p>
		<Btn look="quiet" onclick={find}>Find its breaker: a radio here, half the panel at a time</Btn>
	</p>
{/if}
{#each disconnects as c (c.id)}
	<Fold
		title={`Work in the disconnect of ${breakerWritten(store.job, c)}`}
		bind:open={() => !!open[c.id], (v) => (open[c.id] = v)}
	>
		{#if open[c.id]}<PlaceGate placeId={disconnectId(c)} />{/if}
	</Fold>
{/each}
