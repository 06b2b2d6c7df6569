<script lang="ts">
	import { editBox } from '$core/edit/boxes';
	import { addRoom, editRoom } from '$core/edit/rooms';
	import { fieldFault } from '$core/model/file/fields';
	import { NAMES } from '$core/model/file/schema-fields';
	import type { Box } from '$core/model/job';
	import { ROOM_KINDS, roomWords } from '$core/model/kinds';
	import { guessRoom } from '$core/model/room-guess';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Mark from '$lib/kit/Mark.svelte';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	interface Props {
		box: Box;
	}
	/** Name of the box, and the room that it is in: one that is typed is made, its kind guessed. */
	let { box }: Props = $props();
	const store = useJob();
	const room = $derived(store.index.rooms.get(box.roomId ?? ''));
	let typed = $state('');
	let kind = $state<(typeof ROOM_KINDS)[number] | ''>('');
	const guess = $derived(guessRoom(typed));
	const found = $derived(kind || guess?.kind || '');
	const same = $derived(store.job.rooms.find((r) => r.name.toLowerCase() === typed.trim().toLowerCase()));
	async function put(): Promise<void> {
		const name = typed.trim();
		if (!name || (!found && !same)) return;
		const id = same?.id ?? freshId();
		const done = await store.edit(`${box.name} in ${name}`, (draft) => {
			// One that was not picked is a guess by its name, and stays one until it is confirmed.
			if (!same && found) addRoom(id, name, { kind: kind || undefined })(draft);
			editBox(box.id, { roomId: id, place: null })(draft);
		});
		if (done) [typed, kind] = ['', ''];
	}
</script>

<div class="place">
	<TextField
		label="Name of the box"
		value={box.name}
		check={fieldFault(NAMES.box)}
		onkeep={(name) => store.edit(`${box.name}: name`, editBox(box.id, { name: name.trim() }))}
	/>
	{#if room?.kindGuessed}
		<p class="guess">
			<Mark kind="unknown" /> <span>{room.name} is taken for a {roomWords(room.kind)}, by its name.</span>
			<Btn onclick={() => store.edit(`${room.name} is a ${roomWords(room.kind)}`, editRoom(room.id, { kind: room.kind }))}
				>It is a {roomWords(room.kind)}</Btn
			>
			<Btn look="quiet" onclick={() => store.select({ kind: 'room', id: room.id })}>Another kind</Btn>
		</p>
	{/if}
	<p>{room ? `In ${room.name}, ${roomWords(room.kind)}.` : 'Its room is not known: what is required there depends on it.'}</p>
	<TextField
		label={room ? 'Another room' : 'Room'}
		value={typed}
		placeholder="Sewing room"
		ontype={(v) => (typed = v)}
		onkeep={(v) => (typed = v)}
	/>
	{#if typed.trim() && !same}
		<SelectField
			label="What kind of room"
			value={found}
			options={[{ value: '' as const, name: 'choose' }, ...ROOM_KINDS.map((value) => ({ value, name: roomWords(value) }))]}
			onkeep={(v) => (kind = v)}
		/>
	{/if}
	{#if typed.trim()}<Btn look="main" onclick={put} disabled={!found && !same}>It is in {typed.trim()}</Btn>{/if}
</div>

<style>
	.place {
		display: grid;
		gap: var(--space-10);
		max-width: 460px;
	}
	p {
		margin: 0;
	}
	.guess {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: var(--space-8);
	}
</style>
