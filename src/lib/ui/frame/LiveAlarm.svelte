<script lang="ts">
	import { sayTime } from '$lib/clock';
	import Late from '../Late.svelte';
	import type { LiveAlarm } from '$core/makeup/live-alarm';
	import { useJob } from '$lib/data/use-job';
	import Btn from '../Btn.svelte';

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
	<div class="bar" role="alert">
		<span class="stop condensed">STOP · LIVE</span>
		<span class="what"
			><b>{place(alarm)}: {alarm.seen}</b>, at {sayTime(alarm.at)}, but {alarm.off} is off and tagged. Wrong breaker, or a second feed.
			Dead tests under this tag are void.{#if store.alarms.length > 1}&nbsp;<b>+{store.alarms.length - 1} more</b>{/if}</span
		>
		<Btn onclick={() => ask(alarm)}>Which breaker is it?</Btn>
	</div>
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
