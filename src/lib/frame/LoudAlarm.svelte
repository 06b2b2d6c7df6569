<script lang="ts">
	import { whoReads } from '$lib/store/this-device';
	import { sayTime } from '$lib/clock';
	import { Modal } from 'flowbite-svelte';
	import type { LiveAlarm } from '$core/makeup/live-alarm';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';

	/** Stops the user: nothing else can be pressed until it was heard. */
	interface Props {
		alarm: LiveAlarm;
		onask: () => void;
		onheard: () => void;
	}
	let { alarm, onask, onheard }: Props = $props();
	const store = useJob();
	const off = $derived(`${alarm.off[0]?.toUpperCase()}${alarm.off.slice(1)}`);
	async function strike(): Promise<void> {
		const reading = store.readings.find((r) => r.id === alarm.readingId);
		const event = store.events.find((e) => e.id === alarm.id);
		onheard();
		if (reading) await store.strike(reading, true);
		else if (event) await store.withdraw(event, whoReads());
	}
	/** The tag is lifted: it is on, and nothing under it is dead. */
	async function mine(): Promise<void> {
		onheard();
		const { circuitId, boxId } = alarm.tag;
		await store.log({
			kind: 'on',
			circuitId,
			boxId,
			by: whoReads(),
			note: 'switched on by the one who works there'
		});
	}
</script>

<Modal open dismissable={false} outsideclose={false} size="xl" class="hekto-modal" onclose={onheard}>
	<div class="loud" role="alertdialog" aria-label="Live">
		<p class="huge condensed">STOP: LIVE</p>
		<p class="seen"><b class="mono">{alarm.seen}</b> at {store.placeName(alarm.boxId)}</p>
		<p>
			{off} is off and tagged by {alarm.tag.by || 'someone'} at {sayTime(alarm.tag.at)}, and this box is live. Hands off. Wrong
			breaker, or a second feed. Every dead test under this tag is void.
		</p>
		<div class="acts buttons">
			<Btn look="main" onclick={onask}>Which breaker is it?</Btn>
			<Btn onclick={mine}>I switched it on: lift the tag</Btn>
			<Btn onclick={onheard}>Hands are clear</Btn>
			<Btn look="quiet" onclick={strike}>Typo: strike it out</Btn>
		</div>
	</div>
</Modal>

<style>
	.loud {
		border-left: 12px solid var(--stop);
		padding-left: var(--space-16);
	}
	.huge {
		font-size: var(--type-big);
		line-height: 1;
		color: var(--stop);
		margin: 0 0 var(--space-8);
	}
	.seen {
		font-size: var(--type-head);
		margin: 0 0 var(--space-8);
	}
	.acts {
		margin-top: var(--space-16);
	}
	.acts :global(button) {
		min-height: 52px;
	}
</style>
