<script lang="ts">
	import type { Job } from '$core/model/job';
	import Btn from '$lib/kit/Btn.svelte';
	interface Props {
		job: Job;
		story: number;
	}
	let { job, story = $bindable() }: Props = $props();
	const stories = $derived([...new Set(job.rooms.filter((r) => r.outline).map((r) => r.story))].sort((a, b) => b - a));
	/** A story with one room is called by it. */
	const nameOf = (s: number): string => {
		const rooms = job.rooms.filter((r) => r.story === s && r.outline);
		return rooms.length === 1 && rooms[0] ? rooms[0].name : s === 0 ? 'Ground floor' : s > 0 ? `Floor ${s + 1}` : `Below ${-s}`;
	};
</script>

<!-- One above the other, as they are. -->
{#if stories.length > 1}
	<div class="stack" role="group" aria-label="Story">
		{#each stories as s (s)}<Btn small look="quiet" pressed={s === story} onclick={() => (story = s)}>{nameOf(s)}</Btn>{/each}
	</div>
{/if}

<style>
	.stack {
		display: grid;
		align-self: end;
	}
	.stack :global(button) {
		justify-content: start;
		border-radius: 0;
		margin-top: calc(-1 * var(--space-2));
		white-space: nowrap;
	}
	.stack :global(button:not([aria-pressed='true'])) {
		background: var(--sheet);
	}
</style>
