<script lang="ts">
	import { whoReads } from '$lib/store/this-device';
	import { tagWords } from '$core/makeup/live-alarm';
	import { capital } from '$core/model/breaker-name';
	import type { Box } from '$core/model/job';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import FeedsOffer from '$lib/slip/FeedsOffer.svelte';
	import Followers from './Followers.svelte';
	import ReadingPad from '$lib/stages/prove/ReadingPad.svelte';

	interface Props {
		box: Box;
	}
	/** On again, and read. */
	let { box }: Props = $props();
	const store = useJob();
	const dead = $derived(store.deadStateOf(box.id));
</script>

{#if dead.tag}
	<p class="on">
		<Mark kind="off" />
		{capital(tagWords(store.job, dead.tag, store.index.circuitsOfBox.get(box.id)))} off and tagged. Hands clear, box closed:
		<Btn look="main" onclick={() => store.switchOn(box.id, whoReads())}>Switched on</Btn>
	</p>
{/if}
<FeedsOffer {box} />
<Followers {box} />
<ReadingPad place={box} />

<style>
	.on {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: center;
		margin: 0 0 var(--space-10);
	}
</style>
