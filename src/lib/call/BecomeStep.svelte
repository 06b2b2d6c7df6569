<script lang="ts">
	import type { Box } from '$core/model/job';
	import { replaceAdvice } from '$core/protection/articles/406-4-d-replace-advice';
	import { indexOf } from '$core/model/job-index';
	import { useJob } from '$lib/store/use-job';
	import { openWork } from '$core/model/work';
	import { CheckOutline } from 'flowbite-svelte-icons';
	import Mark from '$lib/kit/Mark.svelte';
	import ReplaceChoices from '$lib/stages/protect/ReplaceChoices.svelte';

	interface Props {
		box: Box;
	}
	/** What the device of the box may become. */
	let { box }: Props = $props();
	const store = useJob();
	const known = $derived(indexOf(store.known).boxes.get(box.id));
	const device = $derived(known?.devices.find((d) => d.receptacles > 0 && d.volts === 120));
	const advice = $derived(known && device ? replaceAdvice(store.ruled, { box: known, device }, store.readings) : null);
	const planned = $derived(box.devices.filter((d) => d.state === 'planned'));
	const work = $derived(openWork(store.job, box.id));
	/** Something of it is in: it goes on, or is ended. */
	const begun = $derived(work?.parts.some((p) => p.put) ?? false);
</script>

{#if begun && work}
	<p role="status">Chosen: {work.title}. Part of it is in: finish it, or end it unfinished in step 5.</p>
{:else if planned.length || work}
	<p role="status">
		<CheckOutline size="sm" class="inline" aria-hidden="true" /> Chosen: {work?.title ??
			planned
				.map((d) => [d.protection === 'none' ? '' : d.protection.toUpperCase(), d.name || d.kind].filter(Boolean).join(' '))
				.join(', ')}. Install it next, or choose another below.
	</p>
{/if}
{#if begun}<span></span>
{:else if advice}
	<ReplaceChoices {box} {advice} />
{:else if box.roomId === null}
	<p><Mark kind="unknown" word /> Its room is not known: what must replace it depends on that. Enter it in step 1.</p>
{:else}
	<p>Replacing by the rules for receptacles applies to 120 V receptacles. Change this device in the slip, under Facts.</p>
{/if}
