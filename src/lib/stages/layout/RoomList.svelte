<script lang="ts">
	import { breakerWritten } from '$core/model/breaker-name';
	import { areaSqFt } from '$core/model/geometry';
	import { circuitOf } from '$core/model/job-index';
	import { roomWords } from '$core/model/kinds';
	import { addRoom } from '$core/edit/rooms';
	import { show } from '$core/units/quantity';
	import { OPEN_AIR } from '$core/layout/house';
	import { fastenerWords, shortOfFasteners } from '$core/rough/check-list';
	import Mark from '$lib/kit/Mark.svelte';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	const store = useJob();
	let name = $state('');
	const groups = $derived([
		...store.job.rooms.map((room) => ({ room, boxes: store.index.boxesOfRoom.get(room.id) ?? [] })),
		{ room: null, boxes: store.job.boxes.filter((b) => !b.roomId) }
	]);
	async function add(): Promise<void> {
		const id = freshId();
		if (!name || !(await store.edit(`Room ${name}`, addRoom(id, name)))) return;
		name = '';
		store.select({ kind: 'room', id });
	}
</script>

<table class="data">
	<thead><tr><th>Room or box</th><th>What</th><th class="num">sq ft</th><th>Circuit</th></tr></thead>
	<tbody>
		{#each groups as { room, boxes } (room?.id ?? '')}
			{#if room}
				<tr aria-selected={store.selection?.id === room.id}>
					<td
						><button type="button" class="row" onclick={() => store.select({ kind: 'room', id: room.id })}>{room.name}</button
						></td
					>
					<td>{roomWords(room.kind)}</td>
					<td class="num">{room.outline ? show(areaSqFt(room.outline), 1) : '?'}</td>
					<td></td>
				</tr>
			{:else if boxes.length}
				<tr><td colspan="4" class="soft">no room yet</td></tr>
			{/if}
			{#each boxes as box (box.id)}
				{@const circuit = circuitOf(store.job, box.id)}
				<tr aria-selected={store.selection?.id === box.id}>
					<td class="box"
						><button type="button" class="row" onclick={() => store.select({ kind: 'box', id: box.id })}>{box.name}</button></td
					>
					<td
						>{box.devices.map((d) => d.name || d.kind).join(', ')}, {box.state}{#if room && OPEN_AIR.includes(room.kind)}<span
								class="fast"
								>{#if shortOfFasteners(box)}<Mark kind="violation" />{/if}
								Fasteners: {fastenerWords(box) ?? 'not counted'}</span
							>{/if}</td
					>
					<td></td>
					<td>{circuit ? breakerWritten(store.job, circuit) : 'unknown'}</td>
				</tr>
			{/each}
		{/each}
	</tbody>
</table>
<div class="add">
	<TextField label="Another room" value={name} placeholder="sewing room" onkeep={(v) => (name = v.trim().slice(0, 60))} />
	<Btn onclick={add}>Add room</Btn>
</div>

<style>
	.box {
		padding-left: var(--space-24);
	}
	.fast {
		display: block;
		font-size: var(--type-small);
	}
	.add {
		display: flex;
		gap: var(--space-10);
		align-items: end;
		margin-top: var(--space-12);
		max-width: 420px;
	}
</style>
