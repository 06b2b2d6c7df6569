<script lang="ts">
	import { useJob } from '$lib/data/use-job';
	import Btn from '../Btn.svelte';

	/** Volts that kill, or heat: said across every page until what feeds them is off and tagged, or it reads right again. */
	const store = useJob();
	const DO = {
		'breaker-off': 'Breaker off now, and tag it',
		'both-poles-off': 'Both handles off now, and tag them',
		'main-off': 'Main off now, and tag it'
	} as const;
	const THEN = {
		'breaker-off': 'After that only dead tests.',
		'both-poles-off':
			'A shared or service neutral may be lost. Where other circuits show it too: the main. Unplug what is dear, put no load on.',
		'main-off': 'The service neutral may be lost: call the utility. Put no load on.'
	} as const;
	const stop = $derived(store.stops[0]);
</script>

{#if stop}
	<div class="bar" role="alert">
		<span class="stop condensed">STOP</span>
		<span class="what"
			><b>{DO[stop.do]}.</b>
			{stop.saw}. {THEN[stop.do]}{#if store.stops.length > 1}&nbsp;<b>+{store.stops.length - 1} more</b>{/if}</span
		>
		<Btn onclick={() => store.selectPlace(stop.placeId)}>Show {store.placeName(stop.placeId)}</Btn>
	</div>
{/if}

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 8px 14px;
		padding: 8px 16px;
		background: var(--stop);
		color: var(--sheet);
		font-size: 16px;
	}
	.stop {
		font-size: 24px;
		line-height: 1;
	}
	.what {
		flex: 1 1 300px;
	}
	@media (max-width: 820px) {
		.bar {
			padding: 6px 10px;
			font-size: 14px;
		}
		.bar :global(button) {
			min-height: 44px;
			width: 100%;
		}
	}
</style>
