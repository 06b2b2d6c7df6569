<script lang="ts">
	import type { Box } from '$core/model/job';
	import { switchedTable } from '$core/prove/switched';
	import { show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Mark from '$lib/kit/Mark.svelte';

	interface Props {
		box: Box;
	}
	/** A switched receptacle: each half with the switch on and off, as it ought to be and as read. */
	let { box }: Props = $props();
	const store = useJob();
	const cells = $derived(switchedTable(store.job, box, store.readings));
	const halves = $derived([...new Set(cells.map((c) => c.half))]);
	const off = $derived(cells.filter((c) => c.half === 'upper' && c.switchAt === 'off'));
	const LIVE = new Map([
		[true, 'live'],
		[false, 'off']
	]);
</script>

<table class="data" aria-label="Switched receptacle, hot to neutral">
	<thead
		><tr
			><th>Half</th><th>Switch on</th>{#each off as c (c.by?.boxId ?? '')}<th>{c.by ? `Off at ${c.by.name}` : 'Switch off'}</th
				>{/each}</tr
		></thead
	>
	<tbody>
		{#each halves as half (half)}
			<tr>
				<td>{halves.length > 1 ? half : 'all of it'}</td>
				{#each cells.filter((c) => c.half === half) as c (`${c.switchAt} ${c.by?.boxId ?? ''}`)}
					<td>
						<span class="soft">{c.live === null ? 'not known which half' : LIVE.get(c.live)}:</span>
						{#if c.read}<Mark kind={c.level ?? 'unknown'} /> <b class="mono">{show(c.read.value ?? 0, 1)} V</b>{:else}not read{/if}
					</td>
				{/each}
			</tr>
		{/each}
	</tbody>
</table>
