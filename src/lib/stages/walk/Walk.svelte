<script lang="ts">
	import { StageViews } from '../stage-views';
	import { drawPlan } from '$core/formats/plan-drawing';
	import { steady } from '$core/model/like-before';
	import { labelPoint } from '$core/model/geometry';
	import { counted } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Sheet from '$lib/frame/Sheet.svelte';
	import PlanHandles from '$lib/plan/PlanHandles.svelte';
	import PlanSheet from '$lib/plan/PlanSheet.svelte';
	import { PlanEdits } from '$lib/plan/plan-edits.svelte';
	import StoryPicker from '$lib/plan/StoryPicker.svelte';
	import RoomList from '../layout/RoomList.svelte';
	import AddThings from './AddThings.svelte';
	import DrawBar from './DrawBar.svelte';
	import DrawOverlay from './DrawOverlay.svelte';
	import DxfPanel from './DxfPanel.svelte';
	import { RoomDrawing } from './room-drawing.svelte';
	import SeveralOutlets from './SeveralOutlets.svelte';
	import TapePanel from './TapePanel.svelte';

	const store = useJob();
	const edits = new PlanEdits(store);
	let story = $state(0);
	const views = new StageViews('walk');
	const view = $derived(views.now);
	const toPlan = () => views.go('plan');
	const drawing = new RoomDrawing(
		() => store.job,
		() => story
	);
	let bar = $state<DrawBar>();
	const plan = $derived(drawPlan(store.edition, edits.job, story));
	const like = steady();
	const lit = $derived(like(new Set(store.run?.nodes.map((n) => n.boxId))));
	const measured = $derived(store.job.rooms.some((r) => r.outline));
	const onPlan = $derived(view === 'draw' || ((view === 'plan' || view === 'add') && measured));
	const room = $derived(store.selection?.kind === 'room' ? edits.job.rooms.find((r) => r.id === store.selection?.id) : undefined);
	/** A room that was added by name and has no walls yet: the tape is for it. */
	const unmeasured = $derived(room && !room.outline ? room.id : undefined);
	/** The plan shows the level of the room that is picked: one that was typed for another level is not lost from sight. */
	function showLevel(id: string): void {
		story = store.job.rooms.find((r) => r.id === id)?.story ?? story;
	}
	const label = $derived.by((): readonly [number, number] => {
		const [x, y] = room?.outline ? labelPoint(room.outline) : [0, 0];
		return [x, -y];
	});
</script>

<svelte:window onkeydown={edits.onkeydown} />

<Sheet
	title="Walk"
	sub={`${counted(store.job.rooms.length, 'room')}, ${counted(store.job.boxes.length, 'box', 'boxes')}`}
	fixed={onPlan}
	views={views.names}
	{view}
	onview={views.go}
>
	{#if view === 'tape'}
		{#key unmeasured}<TapePanel {story} roomId={unmeasured} onmade={showLevel} onclose={toPlan} />{/key}
	{:else if view === 'several'}
		<SeveralOutlets />
	{:else if view === 'dxf'}
		<DxfPanel {story} onclose={toPlan} />
	{:else if !onPlan}
		{#if view === 'add'}<AddThings state="found" />{/if}
		{#if !measured}
			<p class="soft">
				No walls yet, and none are needed for readings. Enter a room by tape, draw it, or import a DXF drawing; boxes and rooms
				without walls are in this list.
			</p>
			<p><Btn look="main" onclick={() => views.go('tape')}>Enter a room by tape</Btn></p>
		{/if}
		<RoomList />
	{:else}
		<div class="plan-page">
			{#if view === 'add'}<AddThings state="found" />{/if}
			{#if view === 'draw'}<DrawBar bind:this={bar} {drawing} {story} onclose={toPlan} />{/if}
			<div class="plan-fill">
				<PlanSheet
					{plan}
					selection={store.selection}
					onselect={(s) => store.select(s)}
					{lit}
					title="Plan of the house"
					shown={store.shown}
					ondragbox={edits.box}
					ondragfixture={edits.fixture}
					still={edits.busy || drawing.points.length > 0}
				>
					{#snippet over(scale)}
						{#if view === 'draw'}
							<DrawOverlay {drawing} {scale} onclosed={() => bar?.keep()} />
						{:else if room?.outline && room.story === story}
							<PlanHandles
								{room}
								{label}
								{scale}
								onroom={() => edits.room(store.index.rooms.get(room.id) ?? room)}
								oncorner={(i) => edits.corner(store.index.rooms.get(room.id) ?? room, i)}
							/>
						{/if}
					{/snippet}
					{#snippet tools()}<StoryPicker job={store.job} bind:story />{/snippet}
				</PlanSheet>
			</div>
		</div>
	{/if}
</Sheet>
