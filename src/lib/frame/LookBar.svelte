<script lang="ts">
	import { tagWords } from '$core/makeup/live-alarm';
	import { capital } from '$core/model/breaker-name';
	import { sayTime } from '$lib/clock';
	import { whoReads } from '$lib/store/this-device';
	import { useJob } from '$lib/store/use-job';
	import StopBar from './StopBar.svelte';

	/** On for a look, with cables apart: said on every page until it is off and tagged again. */
	const store = useJob();
	const look = $derived(store.looks[0]);
	const off = () =>
		look &&
		store.log({
			kind: 'off-tagged',
			circuitId: look.circuitId,
			boxId: look.boxId,
			...(look.what ? { what: look.what } : {}),
			by: look.by || whoReads(),
			note: 'after a look with the circuit on'
		});
</script>

{#if look}
	<StopBar word="ON FOR A LOOK" more={store.looks.length - 1} act="Off and tagged again" onact={() => void off()}>
		<b>{capital(tagWords(store.job, look))} is on{look.boxId ? `; ${store.placeName(look.boxId)}: cables apart` : ''}</b>, since {sayTime(
			look.at
		)}
		{look.by}. Read each cable, hands off. Then off, tag, verify dead again.
	</StopBar>
{/if}
