<script lang="ts">
	import Fold from '$lib/kit/Fold.svelte';
	import { fieldFault } from '$core/model/file/fields';
	import { areaSqFt } from '$core/model/geometry';
	import { editRoom, removeRoom } from '$core/edit/rooms';
	import { roomWords, ROOM_KINDS, type RoomKind } from '$core/model/kinds';
	import { NAMES } from '$core/model/file/schema-fields';
	import { copyRoom, mirrorRoom, turnRoom } from '$core/edit/survey';
	import { show } from '$core/units/quantity';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Photos from './Photos.svelte';
	import RoomBreaks from './RoomBreaks.svelte';
	import RoomCounters from './RoomCounters.svelte';
	import RoomKindFacts from './RoomKindFacts.svelte';
	import RoomPlacing from './RoomPlacing.svelte';
	import RoomThings from './RoomThings.svelte';
	import RoomWalls from './RoomWalls.svelte';

	interface Props {
		roomId: string;
	}
	let { roomId }: Props = $props();
	const store = useJob();
	const room = $derived(store.index.rooms.get(roomId));
	const kinds = ROOM_KINDS.map((value) => ({ value, name: roomWords(value) }));
	const nameFault = fieldFault(NAMES.room);
	let open = $state({ breaks: false, counters: false, things: false, placing: false });
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
		{#if room.kindGuessed}
			<p class="soft">
				Taken from its name.
				<Btn small onclick={() => store.edit(`${room.name} is a ${roomWords(room.kind)}`, editRoom(room.id, { kind: room.kind }))}
					>Yes, a {roomWords(room.kind)}</Btn
				>
			</p>
		{/if}
		<RoomKindFacts {room} />
	</div>
	{#if room.outline}<p class="soft area">{show(areaSqFt(room.outline), 1)} sq ft. Type lengths as 12'6, 12-6 or 150".</p>{/if}
	<RoomWalls {room} />
	{#if room.outline}
		<Fold title={`Doors, windows, breaks (${room.breaks.length})`} bind:open={open.breaks}>
			<RoomBreaks {room} />
		</Fold>
		<Fold title={`Counters (${room.counters.length})`} bind:open={open.counters}>
			<RoomCounters {room} />
		</Fold>
	{/if}
	<Fold title={`Fixtures (${room.fixtures.length})`} bind:open={open.things}>
		<RoomThings {room} />
	</Fold>
	{#if room.outline}
		<Fold title={`Studs, marks, joining (${room.studs.length + room.marks.length})`} bind:open={open.placing}>
			<RoomPlacing {room} />
		</Fold>
	{/if}
	<Photos of={{ kind: 'room', id: room.id }} />
	<div class="out">
		{#if room.outline}
			<Btn small onclick={() => store.edit(`${room.name} turned`, turnRoom(room.id, 90))}>Turn</Btn>
			<Btn small onclick={() => store.edit(`${room.name} mirrored`, mirrorRoom(room.id))}>Mirror</Btn>
			<Btn small onclick={() => store.edit(`${room.name} copied`, copyRoom(room.id, freshId))}>Copy</Btn>
		{/if}
		<Btn small look="quiet" onclick={remove}>Remove {room.name}</Btn>
	</div>
{/if}

<style>
	.facts > :global(*:first-child) {
		grid-column: 1 / -1;
	}
	.area {
		margin: var(--space-8) 0;
	}
	.out {
		margin-top: var(--space-12);
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
	}
</style>
