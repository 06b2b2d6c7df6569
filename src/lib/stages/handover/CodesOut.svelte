<script lang="ts">
	import { toString as codeSvg } from 'qrcode';
	import { framesOf, MOST_FRAMES } from '$core/formats/code-frames';
	import { writeJobFile } from '$core/formats/write-job';
	import { historyOf } from '$lib/store/history';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';

	interface Props {
		onclose: () => void;
	}
	/** The job as pictures of a code, one after another, for another screen's camera. Photos are not in it. */
	let { onclose }: Props = $props();
	const store = useJob();
	const EVERY_MS = 500;
	let frames = $state.raw<string[] | null | undefined>(undefined);
	let at = $state(0);
	let svg = $state('');
	let still = $state(matchMedia('(prefers-reduced-motion: reduce)').matches);
	void (async () => {
		const { job, readings, events } = store;
		frames = framesOf(
			JSON.stringify(JSON.parse(writeJobFile({ job, readings, events, head: store.head, history: await historyOf(job.id) })))
		);
	})();
	$effect(() => {
		const text = frames?.[at];
		if (text === undefined) return;
		let current = true;
		void codeSvg(text, { type: 'svg', errorCorrectionLevel: 'L', margin: 2 }).then((made) => current && (svg = made));
		return () => (current = false);
	});
	$effect(() => {
		if (still || !frames) return;
		const n = frames.length;
		const timer = setInterval(() => (at = (at + 1) % n), EVERY_MS);
		return () => clearInterval(timer);
	});
	const source = $derived(`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`);
</script>

<section class="codes no-print" aria-label="Codes for another screen">
	{#if frames === null}
		<p>This job is too large for {MOST_FRAMES} codes: hand it on as a file.</p>
	{:else if frames}
		<p>
			On the other device: All jobs, <b>Read codes</b>. Hold its camera to this picture. Code {at + 1} of {frames.length}. Photos
			are not in it.
		</p>
		{#if svg}<img src={source} alt={`Code ${at + 1} of ${frames.length}`} />{/if}
		<Btn onclick={() => (at = (at + 1) % (frames?.length ?? 1))}>Next</Btn>
		<Btn onclick={() => (still = !still)}>{still ? 'Go on by itself' : 'Hold still'}</Btn>
	{/if}
	<Btn look="quiet" onclick={onclose}>Close</Btn>
</section>

<style>
	img {
		display: block;
		width: min(100%, 420px);
		background: #fff;
		margin: var(--space-8) 0;
	}
</style>
