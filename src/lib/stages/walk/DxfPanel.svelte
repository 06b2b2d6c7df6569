<script lang="ts">
	import { DXF_UNITS, type DxfDrawing, type DxfUnit, type RoomsFound } from '$core/formats/dxf-in';
	import { addRoom } from '$core/edit/rooms';
	import { areaSqFt } from '$core/model/geometry';
	import type { Point } from '$core/model/job';
	import { freeRoomName, setOutline } from '$core/edit/survey';
	import { counted, show } from '$core/units/quantity';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import FilePick from '$lib/kit/FilePick.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import { Canceled, filesWorker, inWorker, type WorkerTask } from '$lib/workers/use-worker';
	import type { DxfApi } from '$lib/workers/dxf-api';

	interface Props {
		story: number;
		onclose: () => void;
	}
	let { story, onclose }: Props = $props();
	const store = useJob();
	let drawing = $state.raw<DxfDrawing | null>(null);
	let found = $state.raw<RoomsFound | null>(null);
	let layer = $state('');
	let unit = $state<DxfUnit | ''>('');
	let says = $state<string | null>(null);
	let working = $state.raw<WorkerTask<unknown> | null>(null);
	let left = $state.raw<ReadonlySet<number>>(new Set());

	const layers = $derived([
		{ value: '', name: 'choose a layer' },
		...(drawing?.layers ?? []).map((l) => ({
			value: l.name,
			name: `${l.name}: ${l.lines.length} lines, ${l.closed.length} closed`
		}))
	]);
	const units = [
		{ value: '' as const, name: 'choose the unit' },
		...(Object.keys(DXF_UNITS) as DxfUnit[]).map((value) => ({ value, name: value }))
	];
	const chosen = $derived(found?.rooms.filter((_, i) => !left.has(i)) ?? []);
	const box = $derived.by(() => {
		const points = found?.rooms.flatMap((r) => r.outline) ?? [];
		const [xs, ys] = [points.map((p) => p[0]), points.map((p) => -p[1])];
		const [x, y] = [Math.min(...xs), Math.min(...ys)];
		const pad = 20;
		return { x: x - pad, y: y - pad, w: Math.max(...xs) - x + 2 * pad, h: Math.max(...ys) - y + 2 * pad };
	});

	async function run<T>(job: WorkerTask<T>): Promise<T | null> {
		working = job;
		try {
			return await job.done;
		} catch (error) {
			says = error instanceof Canceled ? 'Stopped.' : `The file could not be read: ${(error as Error).message}`;
			return null;
		} finally {
			working = null;
		}
	}
	async function pick(file: File): Promise<void> {
		[drawing, found, says, layer, unit] = [null, null, null, '', ''];
		const text = await file.text();
		const got = await run(inWorker<DxfApi, Awaited<ReturnType<DxfApi['readDxf']>>>(filesWorker, (api) => api.readDxf(text)));
		if (!got) return;
		if (!got.ok) return void (says = `${file.name} ${got.faults[0]?.message ?? ''}.`);
		drawing = got.drawing;
		unit = drawing.unit ?? '';
		layer =
			drawing.layers.length === 1 ? (drawing.layers[0]?.name ?? '') : (drawing.layers.find((l) => l.closed.length)?.name ?? '');
		await look();
	}
	async function look(): Promise<void> {
		found = null;
		left = new Set();
		const [d, l, u] = [drawing, layer, unit];
		if (!d || !l || !u) return;
		const got = await run(inWorker<DxfApi, RoomsFound>(filesWorker, (api) => api.roomsFromDxf(d, { layerName: l, unit: u })));
		found = got;
		says = got?.faults[0] ? `Layer ${l} ${got.faults[0].message}.` : null;
	}
	async function add(): Promise<void> {
		const rooms = chosen;
		const done = await store.edit(`${counted(rooms.length, 'room')} from a drawing`, (draft) => {
			// The drawing keeps its own arrangement, right of what is there.
			const there = draft.rooms.filter((r) => r.story === story).flatMap((r) => r.outline ?? []);
			const all = rooms.flatMap((r) => r.outline);
			const dx = (there.length ? Math.max(...there.map((p) => p[0])) + 40 : 0) - Math.min(...all.map((p) => p[0]));
			const dy = (there.length ? Math.min(...there.map((p) => p[1])) : 0) - Math.min(...all.map((p) => p[1]));
			for (const room of rooms) {
				const id = freshId();
				const name = (room.name ?? 'Room').slice(0, 60);
				const taken = draft.rooms.some((r) => r.name.toLowerCase() === name.toLowerCase());
				addRoom(id, taken || !room.name ? freeRoomName(draft, name) : name, { story })(draft);
				setOutline(
					id,
					{ outline: room.outline.map(([x, y]): Point => [x + dx, y + dy]), breaks: [], inPlace: true },
					freshId
				)(draft);
			}
		});
		if (done) onclose();
	}
	const toggle = (i: number) => (left = new Set(left.has(i) ? [...left].filter((k) => k !== i) : [...left, i]));
</script>

<div class="dxf">
	<p>Walls from a DXF drawing: lines and polylines of one layer. Add doors and windows afterwards, room by room.</p>
	<div class="row">
		<FilePick label="Choose a DXF file" accept=".dxf" onpick={pick} />
		{#if working}<span role="status">Working...</span><Btn small onclick={() => working?.cancel()}>Stop</Btn>{/if}
		<Btn small onclick={onclose}>Back to the plan</Btn>
	</div>
	{#if says}<p class="bad" role="alert">{says}</p>{/if}
	{#if drawing}
		<div class="two">
			<SelectField label="Layer" value={layer} options={layers} onkeep={(v) => ((layer = v), void look())} />
			<SelectField
				label={drawing.unit ? `Unit, ${drawing.unit} by the file` : 'Unit: the file does not say'}
				value={unit}
				options={units}
				onkeep={(v) => ((unit = v), void look())}
			/>
		</div>
		{#if drawing.leftOut}<p class="soft">
				{counted(drawing.leftOut, 'other thing')} in the file, such as blocks and dimensions, are ignored.
			</p>{/if}
	{/if}
	{#if found?.rooms.length}
		<svg viewBox={`${box.x} ${box.y} ${box.w} ${box.h}`} role="img" aria-label={`${found.rooms.length} rooms found`}>
			{#each found.rooms as room, i (i)}
				<polygon class:left={left.has(i)} points={room.outline.map(([x, y]) => `${x},${-y}`).join(' ')} />
			{/each}
		</svg>
		<ul>
			{#each found.rooms as room, i (i)}
				<li>
					<label
						><input type="checkbox" checked={!left.has(i)} onchange={() => toggle(i)} />
						{room.name ?? `Room ${i + 1}`}, {show(areaSqFt(room.outline), 1)} sq ft</label
					>
				</li>
			{/each}
		</ul>
		{#if found.loose}<p class="soft">{counted(found.loose, 'line')} close no room.</p>{/if}
		<Btn look="main" disabled={!chosen.length} onclick={add}>Add {counted(chosen.length, 'room')}</Btn>
	{/if}
</div>

<style>
	.dxf {
		display: grid;
		gap: var(--space-12);
		justify-items: start;
	}
	p {
		margin: 0;
	}
	.bad {
		color: var(--stop);
		font-weight: 600;
	}
	.row {
		display: flex;
		gap: var(--space-12);
		align-items: center;
		flex-wrap: wrap;
	}
	.two {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: var(--space-10);
		width: 100%;
		max-width: 560px;
	}
	svg {
		width: 100%;
		height: 300px;
		background: var(--paper);
		border: 1px solid var(--rule);
		border-radius: 4px;
	}
	polygon {
		fill: color-mix(in srgb, var(--copper) 12%, transparent);
		stroke: var(--wall);
		stroke-width: 2;
		vector-effect: non-scaling-stroke;
	}
	polygon.left {
		fill: none;
		stroke: var(--rule);
	}
	ul {
		list-style: none;
		margin: 0;
		padding: 0;
		columns: 2;
		width: 100%;
	}
	li label {
		display: flex;
		gap: var(--space-8);
		align-items: center;
		min-height: 36px;
	}
	li input {
		width: 20px;
		height: 20px;
	}
</style>
