<script lang="ts">
	import { sayTime } from '$lib/clock';
	import Late from './Late.svelte';
	import type { LiveAlarm } from '$core/makeup/live-alarm';
	import { useJob } from '$lib/store/use-job';
	import StopBar from './StopBar.svelte';

	/** Live where it is tagged off: nothing goes on until it was heard, and it stays in sight until it is settled. */
	const store = useJob();
	/** Alarms that were heard, by their id. */
	let heard = $state.raw<ReadonlySet<string>>(new Set());
	let which = $state<string | null>(null);
	const alarm = $derived(store.alarms[0]);
	/** One at a time; a list, so that each keeps its own sheet until that is gone. */
	const loud = $derived(store.alarms.filter((a) => !heard.has(a.id)).slice(0, 1));
	const hear = (a: LiveAlarm) => (heard = new Set([...heard, a.id]));
	const place = (a: LiveAlarm) => store.placeName(a.boxId);
	function ask(a: LiveAlarm): void {
		hear(a);
		which = a.boxId;
	}
</script>

{#if alarm}
	<StopBar word="STOP · LIVE" more={store.alarms.length - 1} act="Which breaker is it?" onact={() => ask(alarm)}>
		<b>{place(alarm)}: {alarm.seen}</b>, at {sayTime(alarm.at)}, but {alarm.off} is off and tagged. Wrong breaker, or a second feed.
		Dead tests under this tag are void.
	</StopBar>
{/if}
{#each loud as a (a.id)}
	<Late load={() => import('./LoudAlarm.svelte')}
		>{#snippet children(LoudAlarm)}
			<LoudAlarm alarm={a} onask={() => ask(a)} onheard={() => hear(a)} />
		{/snippet}</Late
	>
{/each}
{#if which}
	{@const boxId = which}
	<Late load={() => import('./WhichBreaker.svelte')}
		>{#snippet children(WhichBreaker)}
			<WhichBreaker {boxId} onclose={() => (which = null)} />
		{/snippet}</Late
	>
{/if}
