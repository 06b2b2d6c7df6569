<script lang="ts">
	import { roomWalls } from '$core/layout/assess-layout';
	import { roomWords } from '$core/model/kinds';
	import { formatLength } from '$core/units/length';
	import { useJob } from '$lib/data/job-store.svelte';
	import Mark from '$lib/ui/Mark.svelte';
	import RuleChip from '$lib/ui/RuleChip.svelte';
	import { cite } from '$core/code/edition';

	const store = useJob();
	const rows = $derived(
		store.job.rooms
			.filter((r) => store.edition.walls.rooms.includes(r.kind))
			.map((room) => {
				const walls = roomWalls(store.edition, store.job, room);
				const open = walls?.uncovered.reduce((sum, u) => sum + u.to - u.from, 0) ?? 0;
				return { room, walls, open };
			})
	);
	const others = $derived(store.job.rooms.filter((r) => !store.edition.walls.rooms.includes(r.kind)));
</script>

<table class="data">
	<thead
		><tr
			><th>Room</th><th>Kind</th><th class="num">wall spaces</th><th class="num">at least</th><th class="num">to add</th><th
				>State</th
			></tr
		></thead
	>
	<tbody>
		{#each rows as { room, walls, open } (room.id)}
			<tr class="pick" aria-selected={store.selection?.id === room.id}>
				<td><button type="button" class="row" onclick={() => store.select({ kind: 'room', id: room.id })}>{room.name}</button></td
				>
				<td>{roomWords(room.kind)}</td>
				<td class="num">{walls ? walls.spaces.filter((s) => s.required).length : '?'}</td>
				<td class="num">{walls?.minimum ?? '?'}</td>
				<td class="num">{walls?.proposal.length ?? '?'}</td>
				<td>
					{#if !walls}<Mark kind="unknown" /> not measured
					{:else if open}<Mark kind="violation" /> {formatLength(open)} without reach
					{:else}<Mark kind="good" /> every wall in reach{/if}
				</td>
			</tr>
		{/each}
	</tbody>
</table>
<p class="soft">
	Wall spaces by <RuleChip rule={cite(store.edition, store.edition.walls.rule)} />. {others.length} rooms have no wall rule: {others
		.map((r) => r.name)
		.join(', ')}. Counters, baths, outdoors and the other places of 210.52 are to come; check them by hand.
</p>
