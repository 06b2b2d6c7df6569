<script lang="ts">
	import { tagWords } from '$core/makeup/live-alarm';
	import { saySpace } from '$core/model/breaker-name';
	import { sayTime } from '$lib/clock';
	import { useJob } from '$lib/store/use-job';

	interface Props {
		onopen: () => void;
	}
	let { onopen }: Props = $props();
	const store = useJob();
	const look = $derived(store.looks[0]);
	const first = $derived(store.tagged[0]);
	const circuit = $derived(first?.circuitId ? store.index.circuits.get(first.circuitId) : undefined);
	/** Off whole, by its main: its line side is what stays live. */
	const whole = $derived(store.job.panels.find((p) => store.tagged.some((e) => e.circuitId === null && e.boxId === p.id)));
</script>

<!-- What keeps people alive: always in sight. Nothing tagged is never said to be dead. -->
<button
	type="button"
	class="live"
	class:off={store.tagged.length > 0}
	class:look={!!look}
	onclick={onopen}
	title="Switch off and tag, or switch on"
>
	{#if look}
		<span class="state condensed">ON FOR A LOOK</span>
		<span class="what"><span class="name">{tagWords(store.job, look)}</span></span>
	{:else if first}
		<span class="state condensed">OFF · TAGGED</span>
		<span class="what"
			><span class="name">{circuit ? `${saySpace(store.job, circuit)} ${circuit.name}` : tagWords(store.job, first)}</span><span
				class="soft when">{sayTime(first.at)} {first.by}</span
			>{#if store.tagged.length > 1}<b>+{store.tagged.length - 1}</b>{/if}</span
		>
		<span class="rest">{whole && !whole.feeder ? 'line side live' : 'others live'}</span>
	{:else}
		<span class="state condensed">ALL LIVE</span><span class="what">nothing off and tagged</span>
	{/if}
</button>

<style>
	.live {
		all: unset;
		box-sizing: border-box;
		cursor: pointer;
		display: flex;
		align-items: stretch;
		border: 1.5px solid var(--go);
		border-radius: 3px;
		overflow: hidden;
		font-size: var(--type-note);
		white-space: nowrap;
		min-height: 30px;
		flex: 0 1 auto;
		min-width: 0;
	}
	.live:focus-visible {
		outline: 2.5px solid var(--copper);
		outline-offset: 2px;
	}
	.live > span {
		padding: var(--space-2) var(--space-8);
		display: flex;
		align-items: center;
		gap: var(--space-6);
		overflow: hidden;
	}
	.state {
		background: var(--go);
		color: var(--sheet);
		font-size: var(--type-body);
		flex: none;
	}
	.off {
		border-color: var(--off);
	}
	.look {
		border-color: var(--stop);
	}
	.look .state {
		background: var(--stop);
	}
	.off .state {
		background: var(--off);
	}
	.name {
		overflow: hidden;
		text-overflow: ellipsis;
		min-width: 0;
	}
	/* What is off is said before when. */
	.when {
		flex: 0 1000 auto;
		min-width: 0;
		overflow: hidden;
	}
	.rest {
		border-left: 1px solid var(--rule);
		color: var(--soft);
		flex: none;
	}
	@media (max-width: 1180px) {
		.rest {
			display: none !important;
		}
	}
	@media (max-width: 820px) {
		.live {
			flex: 1;
			min-height: 44px;
		}
		.what {
			flex: 1;
		}
	}
</style>
