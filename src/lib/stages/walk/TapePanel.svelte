<script lang="ts">
	import { guessRoom } from '$core/model/room-guess';
	import { Textarea } from 'flowbite-svelte';
	import { doorsOf } from '$core/layout/house';
	import { addRoom } from '$core/edit/rooms';
	import { fieldFault } from '$core/model/file/fields';
	import { wallLength } from '$core/model/geometry';
	import { inWords, ROOM_KINDS, roomWords, type RoomKind } from '$core/model/kinds';
	import { NAMES } from '$core/model/file/schema-fields';
	import { behindWall, cutThrough, joinRoom, setOutline } from '$core/edit/survey';
	import { mustClose } from '$core/edit/survey-base';
	import { closeWalk, drawWalk, readTape, sayWalk, TAPE_MARKS, type Closing } from '$core/edit/tape';
	import { formatLength } from '$core/units/length';
	import { untrack } from 'svelte';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import { LEVELS } from '$lib/kit/levels';
	import TapePreview from './TapePreview.svelte';

	interface Props {
		story: number;
		/** A room without walls that is to get them; left out: a new one. */
		roomId?: string | undefined;
		/** A room has got its walls. */
		onmade: (roomId: string) => void;
		onclose: () => void;
	}
	let { story, roomId, onmade, onclose }: Props = $props();
	/** The level of a new room: that of the plan until another is chosen. */
	let chosen = $state<number | null>(null);
	const level = $derived(chosen ?? story);
	const store = useJob();
	const given = $derived(roomId ? store.index.rooms.get(roomId) : undefined);
	/** A tape is long to type: it outlives a look at the plan, and the tab. */
	const typed = new FormDraft(
		untrack(() => draftKey(store.job.id, `tape ${roomId ?? ''}`)),
		{ name: '', tape: '' }
	);
	const name = $derived(typed.now.name);
	const tape = $derived(typed.now.tape);
	/** As picked; null: by the name. */
	let picked = $state<RoomKind | null>(null);
	const kind = $derived(picked ?? guessRoom(name)?.kind ?? 'bedroom');
	let closing = $state<'spread' | 'last-wall' | string>('spread');
	let join = $state('');

	const read = $derived(tape.trim() ? readTape(tape) : null);
	const drawn = $derived(read?.ok ? drawWalk(read.walk) : null);
	/** How it is closed: as chosen, and where the last wall was left out, by drawing it. */
	const how = $derived<Closing>(
		drawn?.closesItself || closing === 'last-wall' ? 'last-wall' : closing === 'spread' ? 'spread' : { wall: Number(closing) }
	);
	const closed = $derived.by(() => {
		if (!read?.ok) return null;
		try {
			const room = closeWalk(read.walk, how);
			mustClose(room.outline, name || 'The room');
			return { room, fault: null };
		} catch (error) {
			return { room: null, fault: (error as Error).message };
		}
	});
	const closings = $derived([
		{ value: 'spread', name: 'spread over the walls by length' },
		{ value: 'last-wall', name: 'add one more wall to the start' },
		...(read?.ok
			? read.walk.walls.map((w, i) => ({ value: String(i), name: `all on wall ${i + 1}, ${formatLength(w.length)}` }))
			: [])
	]);
	/** Doors of rooms that are drawn and have nothing behind them: a new room may lie there. */
	const doors = $derived(
		store.job.rooms
			.filter((r) => r.story === (given?.story ?? level) && r.outline && r.id !== roomId)
			.flatMap((room) =>
				doorsOf(room)
					.filter((d) => !behindWall(store.job, room, d))
					.map((door) => ({ room, door }))
			)
	);
	const ownDoor = $derived(closed?.room?.breaks.find((b) => ['door', 'opening', 'sliding-panel'].includes(b.kind)));
	const joins = $derived([
		{ value: '', name: 'beside what is drawn' },
		...(ownDoor
			? doors.map(({ room, door }) => ({
					value: door.id,
					name: `through the ${inWords(door.kind)} on wall ${door.wall + 1} of ${room.name}`
				}))
			: [])
	]);
	const kinds = ROOM_KINDS.map((value) => ({ value, name: roomWords(value) }));
	const marks = Object.entries(TAPE_MARKS);
	const nameFault = fieldFault(NAMES.room);
	const ready = $derived(!!closed?.room && (!!given || (!!name && nameFault(name) === null)));

	async function keep(): Promise<void> {
		const room = closed?.room;
		if (!room) return;
		const id = roomId ?? freshId();
		const called = given?.name ?? name.trim();
		const to = doors.find((d) => d.door.id === join);
		const own = ownDoor;
		const done = await store.edit(`${called} by tape`, (draft) => {
			if (!roomId) addRoom(id, called, { kind, story: level })(draft);
			setOutline(id, room, freshId)(draft);
			if (!to || !own) return;
			const length = wallLength(room.outline, own.wall);
			joinRoom(id, own.wall, { roomId: to.room.id, wall: to.door.wall, offset: to.door.from - (length - own.to) })(draft);
			cutThrough(id, freshId)(draft);
		});
		if (!done) return;
		store.select({ kind: 'room', id });
		onmade(id);
		typed.clear();
		[join, closing] = ['', 'spread'];
		if (roomId) onclose();
		else document.querySelector<HTMLInputElement>('.tape input')?.focus();
	}
</script>

<div class="tape">
	<div class="form">
		{#if given}
			<p><b>{given.name}</b>, {roomWords(given.kind)}</p>
		{:else}
			<div class="two">
				<TextField
					label="Room"
					value={name}
					check={(v) => (v ? nameFault(v) : null)}
					placeholder="bath"
					onkeep={(v) => (typed.now.name = v.trim())}
				/>
				<SelectField label="Kind" value={kind} options={kinds} onkeep={(v) => (picked = v)} />
				<SelectField label="Level" value={String(level)} options={LEVELS} onkeep={(v) => (chosen = Number(v))} />
			</div>
		{/if}
		<label for="tape-text">Tape, from a door around the room and back</label>
		<Textarea
			id="tape-text"
			rows={4}
			class="hekto-input mono w-full bg-(--paper)! text-(--ink)!"
			bind:value={typed.now.tape}
			placeholder="d2'8 4' r 12'6 r 10'2 r 12'6 r 3'6"
			aria-describedby="tape-says"
		/>
		<p id="tape-says" class="says" class:bad={read && !read.ok} role="status">
			{#if !read}Lengths like <b>12'6</b> or <b>150"</b>, a turn after each wall: <b>r</b> right, <b>l</b> left, <b>l45</b>.
			{:else if !read.ok}{read.faults[0]?.message}
			{:else if drawn}{sayWalk(drawn)}{/if}
		</p>
		{#if drawn && drawn.error && !drawn.closesItself}
			<SelectField label="Close it" value={closing} options={closings} onkeep={(v) => (closing = v)} />
			{#if closed?.room && closed.room.changed.some((c) => c)}
				<p class="says">
					Changed: {closed.room.changed.flatMap((c, i) => (c ? [`wall ${i + 1} by ${formatLength(c)}`] : [])).join(', ')}.
				</p>
			{/if}
		{/if}
		{#if closed?.fault}<p class="says bad" role="alert">{closed.fault}</p>{/if}
		{#if joins.length > 1}<SelectField label="Where" value={join} options={joins} onkeep={(v) => (join = v)} />{/if}
		<p class="soft marks">
			Along the way, each with its width: {#each marks as [letter, what], i (letter)}{i ? ', ' : ''}<b>{letter}</b>
				{inWords(what)}{/each}.
		</p>
		<div class="acts buttons">
			<Btn look="main" disabled={!ready} onclick={keep}>{given ? 'Draw its walls' : 'Add the room'}</Btn>
			<Btn onclick={onclose}>Back to the plan</Btn>
		</div>
	</div>
	<div class="preview">
		{#if drawn && read?.ok}
			<TapePreview points={drawn.points} breaks={read.walk.breaks} open={drawn.error > 0} />
		{:else}<p class="soft">The walls appear here as you type.</p>{/if}
	</div>
</div>

<style>
	.tape {
		display: grid;
		grid-template-columns: minmax(280px, 5fr) 4fr;
		gap: var(--space-16);
	}
	.form {
		display: grid;
		gap: var(--space-10);
		align-content: start;
	}
	.two {
		display: grid;
		grid-template-columns: 1fr 1fr 1fr;
		gap: var(--space-10);
	}
	label {
		font-weight: 600;
		font-size: var(--type-body);
	}
	p {
		margin: 0;
	}
	.says {
		font-weight: 600;
	}
	.says.bad {
		color: var(--stop);
	}
	.marks {
		font-size: var(--type-note);
	}
	.preview {
		min-height: 220px;
	}
	@media (max-width: 820px) {
		.tape {
			grid-template-columns: 1fr;
		}
		.two {
			grid-template-columns: 1fr 1fr;
		}
		.two > :global(.field:first-child) {
			grid-column: 1 / -1;
		}
	}
</style>
