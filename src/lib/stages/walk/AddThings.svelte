<script lang="ts">
	import { newFixture, placeFor } from '$core/edit/default-place';
	import { addBox, freeBoxName, freeName } from '$core/edit/boxes';
	import type { Device } from '$core/model/job';
	import { FIXTURE_KINDS, inWords, type FixtureKind } from '$core/model/kinds';
	import { DUPLEX, newBox } from '$core/model/new-job';
	import { addFixture, putPanel } from '$core/edit/fixtures';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';

	interface Props {
		/** What is there already, or what is to be. */
		state: 'found' | 'planned';
	}
	let { state: boxState }: Props = $props();
	const store = useJob();
	const room = $derived(store.room);
	const plain = { receptacles: 0 as const, tamperResistant: false };
	type Outlet = { name: string; heightIn: number; device: Partial<Device> };
	const outlets = $derived<Outlet[]>([
		{ name: 'Receptacle', heightIn: store.job.practice.wallHeightIn, device: {} },
		{ name: 'Receptacle, 240 V', heightIn: 18, device: { volts: 240, amps: 30, receptacles: 1, tamperResistant: false } },
		{ name: 'Switch', heightIn: 48, device: { ...plain, kind: 'switch', name: 'switch', ways: 'single-pole' } },
		{ name: 'Three-way switch', heightIn: 48, device: { ...plain, kind: 'switch', name: 'switch', ways: 'three-way' } },
		{ name: 'Light', heightIn: 96, device: { ...plain, kind: 'lighting', name: 'light' } },
		{ name: 'Smoke alarm', heightIn: 96, device: { ...plain, kind: 'alarm', name: 'smoke alarm', watts: 5 } },
		{ name: 'Equipment, wired', heightIn: 48, device: { ...plain, kind: 'hard-wired', name: 'equipment' } }
	]);
	let thing = $state<FixtureKind>('sink');

	async function addOutlet(outlet: Outlet): Promise<void> {
		const id = freshId();
		const name = room ? freeName(store.job, room) : freeBoxName(store.job);
		const kind = outlet.device.kind ?? 'receptacle';
		const outdoors = !!room && ['outdoors', 'porch', 'deck'].includes(room.kind);
		const box = newBox(id, name, {
			state: boxState,
			roomId: room?.id ?? null,
			place: room ? placeFor(room, kind, outlet.heightIn) : null,
			heightIn: outlet.heightIn,
			ground: boxState === 'planned' ? 'present' : 'unknown'
		});
		box.devices = [
			{
				...DUPLEX,
				id: `${id}-d1`,
				state: boxState,
				tamperResistant: boxState === 'planned',
				weatherResistant: outdoors && boxState === 'planned',
				...outlet.device
			}
		];
		if (await store.edit(`${name}: ${outlet.name.toLowerCase()}`, addBox(box))) store.select({ kind: 'box', id });
	}
	async function addPanel(): Promise<void> {
		const id = freshId();
		const place = room ? placeFor(room, 'hard-wired', 60) : null;
		const first = !store.job.panels.length;
		const panel = {
			id,
			name: first ? 'Main panel' : `Panel ${store.job.panels.length + 1}`,
			roomId: room?.id ?? null,
			place,
			// Read from the panel, or chosen by its load: not taken for granted.
			mainA: null,
			spaces: boxState === 'found' ? null : first ? 40 : 20,
			service: first
		};
		if (await store.edit(panel.name, putPanel(panel))) store.select({ kind: 'panel', id });
	}
	async function addThing(): Promise<void> {
		if (!room) return;
		const id = freshId();
		const made = await store.edit(`${room.name}: ${inWords(thing)}`, addFixture(room.id, newFixture(room, { id, kind: thing })));
		if (made) store.select({ kind: 'fixture', id });
	}
</script>

<div class="add">
	<p>
		{#if room}In <b>{room.name}</b>:{:else}No room picked: pick one on the plan to place things in it.{/if}
	</p>
	<div class="row">
		{#each outlets as outlet (outlet.name)}<Btn small onclick={() => addOutlet(outlet)}>{outlet.name}</Btn>{/each}
		<Btn small onclick={addPanel}>Panel</Btn>
	</div>
	{#if room}
		<div class="row">
			<SelectField
				label="Fixtures"
				value={thing}
				options={FIXTURE_KINDS.map((value) => ({ value, name: inWords(value) }))}
				onkeep={(v) => (thing = v)}
			/>
			<Btn small onclick={addThing}>Place it</Btn>
		</div>
	{/if}
</div>

<style>
	.add {
		display: grid;
		gap: var(--space-8);
		padding: var(--space-8) var(--space-12);
		background: var(--sheet);
		border-bottom: 1px solid var(--rule);
	}
	p {
		margin: 0;
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: end;
	}
	.row :global(.field) {
		width: 190px;
	}
</style>
