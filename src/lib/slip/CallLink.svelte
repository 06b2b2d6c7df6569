<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import type { Box } from '$core/model/job';
	import { nextInThread } from '$core/thread';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import { stepsOf, VIEW_OF } from '$lib/store/call-views';

	interface Props {
		box: Box;
	}
	/** Into the thread of a box, at the step that comes next. */
	let { box }: Props = $props();
	const store = useJob();
	const next = $derived(nextInThread(stepsOf(store, box)));
	function go(): void {
		const to = new URL(page.url);
		to.searchParams.set('view', VIEW_OF[next?.key ?? 'paper']);
		store.why = false;
		void goto(to, { keepFocus: true });
	}
</script>

<Btn small label={`Steps: ${box.name}`} onclick={go}>Steps</Btn>
