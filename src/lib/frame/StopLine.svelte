<script lang="ts">
	import { useJob } from '$lib/store/use-job';
	import StopBar from './StopBar.svelte';

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
	<StopBar
		word="STOP"
		more={store.stops.length - 1}
		act={`Show ${store.placeName(stop.placeId)}`}
		onact={() => store.selectPlace(stop.placeId)}
	>
		<b>{DO[stop.do]}.</b>
		{stop.saw}. {THEN[stop.do]}
	</StopBar>
{/if}
