<script lang="ts">
	import type { Job } from '$core/model/job';
	import Btn from '../Btn.svelte';
	interface Props {
		job: Job;
		storey: number;
	}
	let { job, storey = $bindable() }: Props = $props();
	const storeys = $derived([...new Set(job.rooms.filter((r) => r.outline).map((r) => r.storey))].sort((a, b) => a - b));
	/** A storey with one room is called by it. */
	const nameOf = (s: number): string => {
		const rooms = job.rooms.filter((r) => r.storey === s && r.outline);
		return rooms.length === 1 && rooms[0] ? rooms[0].name : s === 0 ? 'Ground floor' : s > 0 ? `Floor ${s + 1}` : `Below ${-s}`;
	};
</script>

{#if storeys.length > 1}
	{#each storeys as s (s)}<Btn small look="quiet" pressed={s === storey} onclick={() => (storey = s)}>{nameOf(s)}</Btn>{/each}
{/if}
