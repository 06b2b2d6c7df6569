<script lang="ts">
	import Fold from '$lib/kit/Fold.svelte';
	import { editBox, freeBoxName, freeName, removeBox } from '$core/edit/boxes';
	import { editCable } from '$core/edit/cables';
	import { copyBox } from '$core/edit/fixtures';
	import { freshId } from '$lib/store/jobs';
	import { fieldFault } from '$core/model/file/fields';
	import { wallLength } from '$core/model/geometry';
	import type { Box } from '$core/model/job';
	import { DAMPNESS, STATES } from '$core/model/kinds';
	import { NAMES } from '$core/model/file/schema-fields';
	import { formatLength } from '$core/units/length';
	import { show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import FeetField from '$lib/kit/fields/FeetField.svelte';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import LengthField from '$lib/kit/fields/LengthField.svelte';
	import MaybeField from '$lib/kit/fields/MaybeField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import AttachBox from './AttachBox.svelte';
	import DeviceFacts from './DeviceFacts.svelte';
	import FoundFacts from './FoundFacts.svelte';
	import Photos from './Photos.svelte';

	interface Props {
		box: Box;
	}
	let { box }: Props = $props();
	const store = useJob();
	const plain = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, name: value as string }));
	const rooms = $derived([{ value: '', name: 'not known yet' }, ...store.job.rooms.map((r) => ({ value: r.id, name: r.name }))]);
	const room = $derived(box.roomId ? store.index.rooms.get(box.roomId) : undefined);
	const cable = $derived(store.run?.byBox.get(box.id)?.cable);
	let open = $state({ device: false, found: false });
	const nameFault = fieldFault(NAMES.box);
	const within = (least: number, most: number, what: string) => (v: string) =>
		!v.trim() || (Number(v) >= least && Number(v) <= most) ? null : `${what}, ${least} to ${most}, or nothing; got "${v}"`;
	const set = (what: string, change: Parameters<typeof editBox>[1]) =>
		store.edit(`${box.name}: ${what}`, editBox(box.id, change));
	const walls = $derived([
		{ value: '', name: 'not placed yet' },
		...(room?.outline ?? []).map((_, i) => ({ value: String(i), name: `wall ${i + 1}` }))
	]);
	/** A box that was read stays: its readings are a record. */
	async function remove(): Promise<void> {
		if (store.readings.some((r) => r.boxId === box.id && !r.struck))
			return store.say(`${box.name} has readings and stays: they are a record.`, true);
		if (await store.edit(`${box.name} removed`, removeBox(box.id))) store.select(null);
	}
	async function copy(): Promise<void> {
		const id = freshId();
		const name = room ? freeName(store.job, room) : freeBoxName(store.job);
		if (
			await store.edit(
				`${name}, like ${box.name}`,
				copyBox(box.id, () => id, name)
			)
		)
			store.select({ kind: 'box', id });
	}
	/** A box newly on a wall hangs in its middle until its place along it is typed. */
	function onWall(value: string): void {
		if (!room?.outline) return;
		void set('place', {
			place: value ? { kind: 'wall', wall: Number(value), at: wallLength(room.outline, Number(value)) / 2 } : null
		});
	}
	/** Each is counted for itself: the other stays as it is, not known if nobody counted. */
	function fasten(which: 'required' | 'seen', text: string): void {
		const n = text.trim() ? Math.round(Number(text)) : null;
		const fasteners = { required: null, seen: null, ...box.fasteners, [which]: n };
		const none = fasteners.required === null && fasteners.seen === null;
		void set('fasteners', { fasteners: none ? undefined : fasteners });
	}
	function move(at: number | null): void {
		if (at === null || box.place?.kind !== 'wall' || !room?.outline) return;
		const length = wallLength(room.outline, box.place.wall);
		if (at > length) return store.say(`Wall ${box.place.wall + 1} of ${room.name} is ${formatLength(length)} long.`, true);
		void set('place', { place: { ...box.place, at } });
	}
</script>

<div class="facts">
	<TextField label="Name" value={box.name} check={nameFault} onkeep={(name) => set('name', { name: name.trim() })} />
	<SelectField
		label="Room"
		value={box.roomId ?? ''}
		options={rooms}
		onkeep={(id) => set('room', { roomId: id || null, place: null })}
	/>
	<LengthField label="Height" value={box.heightIn} mayBeUnknown onkeep={(heightIn) => set('height', { heightIn })} />
	{#if room?.outline && box.place?.kind !== 'point'}
		<SelectField label="On" value={box.place ? String(box.place.wall) : ''} options={walls} onkeep={onWall} />
	{/if}
	{#if box.place?.kind === 'wall'}<LengthField
			label={`Along wall ${box.place.wall + 1}`}
			value={box.place.at}
			onkeep={move}
		/>{/if}
	<SelectField label="State" value={box.state} options={plain(STATES)} onkeep={(state) => set(state, { state })} />
	<SelectField
		label="Ground in the box"
		value={box.ground}
		options={plain(['present', 'none', 'unknown'] as const)}
		onkeep={(ground) => set('ground', { ground })}
	/>
	<SelectField
		label="Damp or wet"
		value={box.dampness ?? 'room'}
		options={[{ value: 'room', name: 'as the room' }, ...plain(DAMPNESS)]}
		onkeep={(v) => set('dampness', { dampness: DAMPNESS.find((d) => d === v) ?? null })}
	/>
	<FlagField label="Inside a cabinet" value={box.inCabinet} onkeep={(v) => set('cabinet', { inCabinet: v ?? false })} />
	<FlagField
		label="Readily accessible"
		value={box.readilyAccessible}
		onkeep={(v) => set('access', { readilyAccessible: v ?? true })}
	/>
	{#if cable}<FeetField
			label="Its cable, one way"
			value={cable.lengthFt}
			onkeep={(lengthFt) => store.edit(`${box.name}: cable length`, editCable(cable.id, { lengthFt }))}
		/>{/if}
	<TextField label="Note" value={box.note} onkeep={(note) => set('note', { note: note.slice(0, 2000) })} />
</div>
<Fold title={`Devices (${box.devices.length})`} bind:open={open.device}>
	<DeviceFacts {box} />
</Fold>
<Fold title={`Found inside (${box.ends.length + box.conductors.length})`} bind:open={open.found}>
	<FoundFacts {box} />
</Fold>
<Fold title={`Box${box.volumeCuIn === null ? '' : ` (${show(box.volumeCuIn)} cu in)`}`}>
	<div class="two">
		<TextField
			label="Marked volume, cu in"
			value={box.volumeCuIn === null ? '' : show(box.volumeCuIn)}
			placeholder="not known"
			check={within(0.1, 1000, 'Cubic inches')}
			inputmode="decimal"
			onkeep={(v) => set('volume', { volumeCuIn: v.trim() ? Number(v) : null })}
		/>
		<TextField
			label="Depth behind the device, in"
			value={box.depthIn === undefined ? '' : show(box.depthIn)}
			placeholder="not measured"
			check={within(0.5, 12, 'Inches')}
			inputmode="decimal"
			onkeep={(v) => set('depth', { depthIn: v.trim() ? Number(v) : undefined })}
		/>
		<MaybeField
			label="Made of"
			value={box.material}
			options={plain(['plastic', 'metal'] as const)}
			onkeep={(material) => set(material ?? 'metal or plastic not known', { material })}
		/>
		{#if box.material !== 'plastic'}
			<FlagField
				label="Cable clamps inside it"
				value={box.clampsInside}
				unset="not looked at"
				onkeep={(clampsInside) => set('clamps', { clampsInside })}
			/>
		{/if}
		<TextField
			label="Gangs"
			value={String(box.gangs)}
			check={(v) => (/^[1-8]$/.test(v.trim()) ? null : `1 to 8 gangs; got "${v}"`)}
			inputmode="numeric"
			onkeep={(v) => set('gangs', { gangs: Number(v) })}
		/>
		<TextField
			label="Fasteners required"
			value={String(box.fasteners?.required ?? '')}
			placeholder="not counted"
			check={within(0, 40, 'Fasteners')}
			inputmode="numeric"
			onkeep={(v) => fasten('required', v)}
		/>
		<TextField
			label="Fasteners seen"
			value={String(box.fasteners?.seen ?? '')}
			placeholder="not counted"
			check={within(0, 40, 'Fasteners')}
			inputmode="numeric"
			onkeep={(v) => fasten('seen', v)}
		/>
	</div>
</Fold>
<Photos of={{ kind: 'box', id: box.id }} />
<div class="out">
	<Btn small onclick={copy}>Copy</Btn>
	<Btn small look="quiet" onclick={remove}>Remove {box.name}</Btn>
</div>
{#if store.circuit}
	<Fold title="Add to another circuit">
		<AttachBox {box} now={store.circuit} />
	</Fold>
{:else}
	<AttachBox {box} />
{/if}

<style>
	.facts > :global(*:first-child),
	.facts > :global(*:last-child) {
		grid-column: 1 / -1;
	}
	.out {
		margin-top: var(--space-10);
		display: flex;
		gap: var(--space-8);
	}
</style>
