<script lang="ts">
	import { editRoom } from '$core/edit/rooms';
	import type { Room } from '$core/model/job';
	import { SIDES, type Side } from '$core/model/kinds';
	import { useJob } from '$lib/store/use-job';
	import { LEVELS } from '$lib/kit/levels';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import LengthField from '$lib/kit/fields/LengthField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	interface Props {
		room: Room;
	}
	/** What the rules ask of this kind of room beyond its walls. */
	let { room }: Props = $props();
	const store = useJob();
	const set = (what: string, change: Parameters<typeof editRoom>[1]) =>
		store.edit(`${room.name}: ${what}`, editRoom(room.id, change));
	const openAir = $derived(['outdoors', 'porch', 'deck'].includes(room.kind));
	const terrace = $derived(room.kind === 'porch' || room.kind === 'deck');
	const sides = [{ value: '' as const, name: 'as on the plan' }, ...SIDES.map((value) => ({ value, name: value }))];
	const bays = (v: string) => (/^([1-9]|1[0-2])$/.test(v.trim()) ? null : `Vehicles side by side, 1 to 12; got "${v}"`);
</script>

<SelectField label="Level" value={String(room.story)} options={LEVELS} onkeep={(v) => set('level', { story: Number(v) })} />
{#if room.kind === 'basement' || room.kind === 'accessory'}
	<FlagField
		label="Finished"
		value={room.finished}
		yes="finished"
		no="unfinished"
		onkeep={(v) => set(v ? 'finished' : 'unfinished', { finished: v ?? false })}
	/>
{/if}
{#if openAir}
	<SelectField
		label="Side of the house"
		value={room.side ?? ''}
		options={sides}
		onkeep={(v: Side | '') => set('side', { side: v || undefined })}
	/>
{/if}
{#if room.kind === 'outdoors'}
	<FlagField
		label="Heating or cooling equipment here"
		value={room.equipment}
		yes="yes: place it on the plan"
		no="none"
		unset="not looked"
		onkeep={(equipment) => set('heating or cooling equipment', { equipment })}
	/>
{/if}
{#if terrace}
	<LengthField
		label="Gap to the house"
		value={room.gapIn ?? 0}
		onkeep={(gapIn) => set('gap to the house', { gapIn: gapIn ?? 0 })}
	/>
	<LengthField
		label="Floor above grade"
		value={room.aboveGradeIn ?? 0}
		onkeep={(v) => set('height above grade', { aboveGradeIn: v ?? 0 })}
	/>
	<FlagField
		label="Entered from inside"
		value={room.fromInside}
		unset="as drawn"
		onkeep={(fromInside) => set('way in', { fromInside })}
	/>
{/if}
{#if room.kind === 'garage'}
	<TextField
		label="Vehicle bays"
		value={String(room.bays ?? 1)}
		check={bays}
		inputmode="numeric"
		onkeep={(v) => set('bays', { bays: Number(v) })}
	/>
	<FlagField
		label="Detached"
		value={room.detached}
		yes="detached"
		no="attached"
		onkeep={(detached) => set(detached ? 'detached' : 'attached', { detached })}
	/>
{/if}
{#if room.kind === 'accessory' || room.kind === 'boathouse' || room.detached}
	<FlagField
		label="Electric power"
		value={room.powered}
		unset="when it has a box"
		onkeep={(powered) => set('power', { powered })}
	/>
{/if}
{#if room.kind === 'foyer'}
	<FlagField label="Part of a hallway" value={room.partOfHall} onkeep={(partOfHall) => set('hallway', { partOfHall })} />
{/if}
{#if ['attic', 'crawl-space', 'basement'].includes(room.kind)}
	<FlagField
		label="Storage or equipment"
		value={room.storage}
		unset="by what is in it"
		onkeep={(storage) => set('storage', { storage })}
	/>
{/if}
{#if !openAir && room.kind !== 'kitchen' && room.fixtures.some((f) => f.kind === 'sink')}
	<FlagField
		label="Food or drink prepared"
		value={room.foodPrep}
		onkeep={(v) => set('food preparation', { foodPrep: v ?? false })}
	/>
{/if}
