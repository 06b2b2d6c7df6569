<script lang="ts">
	import { ArrowDownOutline, ArrowLeftOutline, ArrowRightOutline, ArrowUpOutline } from 'flowbite-svelte-icons';
	import type { Component } from 'svelte';
	import { guessRoom } from '$core/model/room-guess';
	import { addRoom } from '$core/edit/rooms';
	import { fieldFault } from '$core/model/file/fields';
	import type { Point } from '$core/model/job';
	import { ROOM_KINDS, roomWords, type RoomKind } from '$core/model/kinds';
	import { NAMES } from '$core/model/file/schema-fields';
	import { cutThrough, setOutline } from '$core/edit/survey';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import LengthField from '$lib/kit/fields/LengthField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import type { RoomDrawing } from './room-drawing.svelte';

	interface Props {
		drawing: RoomDrawing;
		story: number;
		onclose: () => void;
	}
	let { drawing, story, onclose }: Props = $props();
	const store = useJob();
	let name = $state('');
	/** As picked; null: by the name. */
	let picked = $state<RoomKind | null>(null);
	const kind = $derived(picked ?? guessRoom(name)?.kind ?? 'bedroom');
	let length = $state<number | null>(null);
	const WAYS: [sign: Component, label: string, way: Point][] = [
		[ArrowLeftOutline, 'left', [-1, 0]],
		[ArrowUpOutline, 'up', [0, 1]],
		[ArrowDownOutline, 'down', [0, -1]],
		[ArrowRightOutline, 'right', [1, 0]]
	];
	const kinds = ROOM_KINDS.map((value) => ({ value, name: roomWords(value) }));
	const nameFault = fieldFault(NAMES.room);

	/** Closes the outline and keeps the room; a walk round that crosses itself is refused with its walls. */
	export async function keep(): Promise<void> {
		const called = name || `Room ${store.job.rooms.length + 1}`;
		const id = freshId();
		const outline = drawing.points;
		const done = await store.edit(`${called} drawn`, (draft) => {
			addRoom(id, called, { kind, story })(draft);
			setOutline(id, { outline, breaks: [], inPlace: true }, freshId)(draft);
			cutThrough(id, freshId)(draft);
		});
		if (!done) return;
		drawing.points = [];
		drawing.next = null;
		name = '';
		store.select({ kind: 'room', id });
	}
</script>

<div class="bar no-print">
	<TextField
		label="Room"
		value={name}
		check={(v) => (v ? nameFault(v) : null)}
		placeholder="name"
		onkeep={(v) => (name = v.trim())}
	/>
	<SelectField label="Kind" value={kind} options={kinds} onkeep={(v) => (picked = v)} />
	<div class="exact">
		<LengthField label="Exact wall" value={length} mayBeUnknown onkeep={(v) => (length = v)} />
		{#each WAYS as [Sign, label, way] (label)}
			<Btn small label={`Wall to the ${label}`} disabled={!length} onclick={() => length && drawing.wall(length, way)}
				><Sign size="sm" aria-hidden="true" /></Btn
			>
		{/each}
	</div>
	<p role="status">{drawing.says}</p>
	<div class="acts">
		<Btn small disabled={!drawing.points.length} onclick={() => drawing.back()}>Undo corner</Btn>
		<Btn small look="main" disabled={drawing.points.length < 3} onclick={keep}>Close and save</Btn>
		<Btn small onclick={onclose}>Done</Btn>
	</div>
</div>

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8) var(--space-12);
		align-items: end;
		padding: var(--space-8) var(--space-12);
		background: var(--sheet);
		border-bottom: 1px solid var(--rule);
	}
	.bar > :global(.field) {
		width: 130px;
	}
	.exact {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-4);
		align-items: end;
	}
	.exact :global(.field) {
		width: 128px;
	}
	/* The four ways stay in one row, below their length. */
	@media (max-width: 350px) {
		.exact :global(.field) {
			width: 100%;
		}
	}
	p {
		margin: 0;
		min-width: 110px;
		font-family: 'IBM Plex Mono', monospace;
		font-size: var(--type-note);
		line-height: 32px;
	}
	.acts {
		display: flex;
		gap: var(--space-8);
		margin-left: auto;
	}
</style>
