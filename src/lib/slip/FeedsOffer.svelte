<script lang="ts">
	import { putOn } from '$core/edit/join-ends';
	import { breakerSuspects } from '$core/makeup/live-alarm';
	import { BreakerName, breakerName } from '$core/model/breaker-name';
	import type { Box } from '$core/model/job';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';

	interface Props {
		box: Box;
	}
	/** Two tests tell a breaker: live with it on, dead with it off. Then the box may be put on it, as a fact. */
	let { box }: Props = $props();
	const store = useJob();
	const circuits = $derived(store.index.circuitsOfBox.get(box.id) ?? []);
	// A box on two breakers is told half by half: not here.
	const feeds = $derived(
		circuits.length < 2 &&
			breakerSuspects(store.job, { readings: store.readings, events: store.events }, box.id).find(
				(s) => s.says === 'feeds' && !circuits.some((c) => c.id === s.circuit.id)
			)
	);
	async function put(): Promise<void> {
		if (!feeds) return;
		const { circuit } = feeds;
		await store.edit(
			`${box.name} on ${breakerName(store.job, circuit)}: ${feeds.why}`,
			putOn({ boxId: box.id, circuitId: circuit.id, cableId: freshId() })
		);
	}
</script>

{#if feeds}
	<p class="feeds">
		<span><b>{BreakerName(store.job, feeds.circuit)} feeds {box.name}</b>: {feeds.why}.</span>
		<Btn look="main" onclick={() => void put()}>Put {box.name} on {breakerName(store.job, feeds.circuit)}</Btn>
	</p>
{/if}

<style>
	.feeds {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: var(--space-8) var(--space-10);
		margin: var(--space-10) 0;
	}
	.feeds span {
		flex: 1 1 220px;
	}
</style>
