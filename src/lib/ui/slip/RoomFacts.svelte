<script lang="ts">
	import { fieldFault } from '$core/model/faults';
	import { areaSqFt } from '$core/model/geometry';
	import { editRoom, removeRoom } from '$core/model/commands';
	import { roomWords, ROOM_KINDS, type RoomKind } from '$core/model/kinds';
	import { NAMES } from '$core/model/schema';
	import { show } from '$core/units/quantity';
	import { useJob } from '$lib/data/job-store.svelte';
	import Btn from '../Btn.svelte';
	import SelectField from '../fields/SelectField.svelte';
	import TextField from '../fields/TextField.svelte';
	import RoomWalls from './RoomWalls.svelte';

	interface Props {
		roomId: string;
	}
	let { roomId }: Props = $props();
	const store = useJob();
	const room = $derived(store.index.rooms.get(roomId));
	const kinds = ROOM_KINDS.map((value) => ({ value, name: roomWords(value) }));
	const nameFault = fieldFault(NAMES.room);
	async function remove(): Promise<void> {
		if (room && (await store.edit(`${room.name} removed`, removeRoom(room.id)))) store.select(null);
	}
</script>

{#if room}
	<div class="facts">
		<TextField
			label="Name"
			value={room.name}
			check={nameFault}
			onkeep={(name) => store.edit(`Room named ${name}`, editRoom(room.id, { name: name.trim() }))}
		/>
		<SelectField
			label="Kind"
			value={room.kind}
			options={kinds}
			onkeep={(kind: RoomKind) => store.edit(`${room.name} is a ${roomWords(kind)}`, editRoom(room.id, { kind }))}
		/>
		{#if room.kind === 'basement'}
			<SelectField
				label="Finished"
				value={room.finished ? 'yes' : 'no'}
				options={[
					{ value: 'yes', name: 'finished' },
					{ value: 'no', name: 'unfinished' }
				]}
				onkeep={(v) =>
					store.edit(`${room.name} ${v === 'yes' ? 'finished' : 'unfinished'}`, editRoom(room.id, { finished: v === 'yes' }))}
			/>
		{/if}
	</div>
	{#if room.outline}<p class="soft area">{show(areaSqFt(room.outline), 1)} sq ft. Type lengths as 12'6, 12-6 or 150".</p>{/if}
	<RoomWalls {room} />
	<div class="out"><Btn small look="quiet" onclick={remove}>Remove {room.name}</Btn></div>
{/if}

<style>
	.facts {
		display: grid;
		gap: 10px;
	}
	.area {
		margin: 8px 0;
	}
	.out {
		margin-top: 12px;
	}
</style>
