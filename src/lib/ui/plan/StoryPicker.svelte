<script lang="ts">
	import type { Job } from '$core/model/job';
	import Btn from '../Btn.svelte';
	interface Props {
		job: Job;
		story: number;
	}
	let { job, story = $bindable() }: Props = $props();
	const stories = $derived([...new Set(job.rooms.filter((r) => r.outline).map((r) => r.story))].sort((a, b) => a - b));
	/** A story with one room is called by it. */
	const nameOf = (s: number): string => {
		const rooms = job.rooms.filter((r) => r.story === s && r.outline);
		return rooms.length === 1 && rooms[0] ? rooms[0].name : s === 0 ? 'Ground floor' : s > 0 ? `Floor ${s + 1}` : `Below ${-s}`;
	};
</script>

{#if stories.length > 1}
	{#each stories as s (s)}<Btn small look="quiet" pressed={s === story} onclick={() => (story = s)}>{nameOf(s)}</Btn>{/each}
{/if}
