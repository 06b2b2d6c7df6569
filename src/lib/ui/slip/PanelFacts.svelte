<script lang="ts">
	import { wallLength } from '$core/model/geometry';
	import type { Panel } from '$core/model/job';
	import { putPanel, removePanel } from '$core/model/fixture-commands';
	import { useJob } from '$lib/data/job-store.svelte';
	import Btn from '../Btn.svelte';
	import FlagField from '../fields/FlagField.svelte';
	import LengthField from '../fields/LengthField.svelte';
	import SelectField from '../fields/SelectField.svelte';
	import TextField from '../fields/TextField.svelte';

	interface Props {
		panelId: string;
	}
	let { panelId }: Props = $props();
	const store = useJob();
	const panel = $derived(store.job.panels.find((p) => p.id === panelId));
	const room = $derived(panel?.roomId ? store.index.rooms.get(panel.roomId) : undefined);
	const rooms = $derived([{ value: '', name: 'not known yet' }, ...store.job.rooms.map((r) => ({ value: r.id, name: r.name }))]);
	const walls = $derived([
		{ value: '', name: 'no place yet' },
		...(room?.outline ?? []).map((_, i) => ({ value: String(i), name: `wall ${i + 1}` }))
	]);
	const set = (what: string, change: Partial<Panel>) =>
		panel && store.edit(`${panel.name}: ${what}`, putPanel({ ...panel, ...change }));
	const within = (least: number, most: number, what: string) => (v: string) =>
		Number(v) >= least && Number(v) <= most ? null : `${what}, ${least} to ${most}; got "${v}"`;
	const named = (v: string) =>
		v.trim() && v.trim().length <= 60 ? null : `A name of 1 to 60 characters; got ${v.trim().length}`;
	function onWall(v: string): void {
		void set('place', {
			place: v === '' || !room?.outline ? null : { kind: 'wall', wall: Number(v), at: wallLength(room.outline, Number(v)) / 2 }
		});
	}
	async function remove(): Promise<void> {
		if (panel && (await store.edit(`${panel.name} removed`, removePanel(panel.id)))) store.select(null);
	}
</script>

{#if panel}
	<div class="facts">
		<TextField label="Name" value={panel.name} check={named} onkeep={(v) => set('name', { name: v.trim() })} />
		<SelectField
			label="Room"
			value={panel.roomId ?? ''}
			options={rooms}
			onkeep={(v) => set('room', { roomId: v || null, place: null })}
		/>
		<SelectField
			label="On"
			value={panel.place?.kind === 'wall' ? String(panel.place.wall) : ''}
			options={walls}
			onkeep={onWall}
		/>
		{#if panel.place?.kind === 'wall'}
			{@const { wall, at } = panel.place}
			<LengthField
				label={`Along wall ${wall + 1}`}
				value={at}
				onkeep={(v) => v !== null && set('place', { place: { kind: 'wall', wall, at: v } })}
			/>
		{/if}
		<TextField
			label="Main or feeder, A"
			value={String(panel.mainA)}
			inputmode="decimal"
			check={within(15, 400, 'Amps')}
			onkeep={(v) => set('main', { mainA: Number(v) })}
		/>
		<TextField
			label="Slots"
			value={String(panel.slots)}
			inputmode="numeric"
			check={within(1, 200, 'Slots')}
			onkeep={(v) => set('slots', { slots: Math.round(Number(v)) })}
		/>
		<FlagField
			label="Holds the service disconnect"
			value={panel.service}
			onkeep={(service) => set('service disconnect', { service })}
		/>
	</div>
	<p class="soft">The floor before it that is kept free is drawn on the plan.</p>
	<Btn small look="quiet" onclick={remove}>Remove {panel.name}</Btn>
{/if}

<style>
	.facts {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 10px;
		align-items: end;
	}
	.facts > :global(*:first-child) {
		grid-column: 1 / -1;
	}
</style>
