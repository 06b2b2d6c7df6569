<script lang="ts">
	import { permitWords } from '$core/handover/permit-words';
	import { knownJob } from '$core/model/known';
	import { part } from '$lib/kit/late.svelte';
	import { drawPlan } from '$core/formats/plan-drawing';
	import { coveredFrom } from '$core/formats/plan-reach';
	import { missingPlaces } from '$core/layout/assess-layout';
	import { applyFix } from '$core/edit/fix';
	import { receptaclesOf } from '$core/layout/counts';
	import { counted } from '$core/units/quantity';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import { saveText } from '$lib/store/save-file';
	import Btn from '$lib/kit/Btn.svelte';
	import Late from '$lib/frame/Late.svelte';
	import Sheet from '$lib/frame/Sheet.svelte';
	import PlanSheet from '$lib/plan/PlanSheet.svelte';
	import { draggedPlace, PlanEdits } from '$lib/plan/plan-edits.svelte';
	import StoryPicker from '$lib/plan/StoryPicker.svelte';
	import { levelName } from '$lib/kit/levels';
	import AddThings from '../walk/AddThings.svelte';
	import { StageViews } from '../stage-views';
	import PunchList from './PunchList.svelte';

	const store = useJob();
	const edits = new PlanEdits(store);
	let story = $state(0);
	const views = new StageViews('layout');
	const view = $derived(views.now);
	const plan = $derived(drawPlan(store.edition, edits.job, story));
	const measured = $derived(store.job.rooms.some((r) => r.outline));
	/** The room whose missing places one press sets: the picked one, or that of the picked box or thing. */
	const room = $derived(store.room);
	const here = $derived(room ? missingPlaces(store.job, 'receptacle', room.id) : []);
	const missing = $derived(missingPlaces(store.job, 'receptacle'));
	const lights = $derived(missingPlaces(store.job, 'lighting'));
	const places = (fixes: typeof missing) => fixes.reduce((n, fix) => n + fix.boxes.length, 0);
	const open = $derived(plan.rooms.flatMap((r) => r.reach).filter((r) => !r.met).length);
	const receptacles = $derived(store.job.boxes.reduce((n, b) => n + b.devices.filter((d) => d.receptacles > 0).length, 0));
	/** What the box that is dragged would serve, else what the picked one serves. */
	const covered = $derived.by(() => {
		const id = edits.boxId ?? (store.box && receptaclesOf(store.box).length ? store.box.id : null);
		const at = draggedPlace(edits.job, id);
		return at && at.room.story === story ? coveredFrom({ edition: store.edition, job: knownJob(edits.job) }, at.room, at) : [];
	});
	/** All of them as one edit, so that one undo takes it back. */
	function place(fixes: typeof missing, what: string): void {
		void store.edit(`Place ${counted(places(fixes), what)}`, (draft) => {
			for (const fix of fixes) applyFix(fix, freshId)(draft);
		});
	}
	const title = $derived({
		name: store.job.name,
		sub: `NEC ${store.job.edition}, ${permitWords(store.job)}, ${levelName(story)}`
	});
	async function saveSvg(): Promise<void> {
		const made = await part(() => import('$core/formats/plan-svg'));
		if (made) saveText(`${store.job.name} plan.svg`, 'image/svg+xml', made.planSvg(plan, title));
	}
	async function saveDxf(): Promise<void> {
		const made = await part(() => import('$core/formats/dxf-out'));
		if (made) saveText(`${store.job.name} plan.dxf`, 'image/vnd.dxf', made.planDxf(plan, title));
	}
</script>

<svelte:window onkeydown={edits.onkeydown} />

<Sheet
	title="Lay out"
	sub={`${receptacles} receptacles, ${open} ${open === 1 ? 'stretch' : 'stretches'} not covered`}
	fixed={measured && view !== 'list' && view !== 'round'}
	views={views.names}
	{view}
	onview={views.go}
>
	{#snippet acts()}
		{#if room && here.length}
			<Btn small look="main" onclick={() => place(here, 'receptacle')}>Lay out {room.name} ({places(here)})</Btn>
		{:else if missing.length}
			<Btn small look="main" onclick={() => place(missing, 'receptacle')}>Place what is missing ({places(missing)})</Btn>
		{:else if lights.length}
			<Btn small onclick={() => place(lights, 'light or switch')}>Place lights and switches ({places(lights)})</Btn>
		{/if}
	{/snippet}
	{#if view === 'list'}
		<PunchList />
	{:else if view === 'round'}
		<Late load={() => import('./LookRound.svelte')}>{#snippet children(LookRound)}<LookRound />{/snippet}</Late>
	{:else if !measured}
		{#if view === 'add'}<AddThings state="planned" />{/if}
		<p>
			No room has walls yet. In Walk, enter a room by tape or draw it: what the edition requires and the fewest receptacles that
			meet it follow. Requirements for the house without walls are in the punch list.
		</p>
	{:else}
		<div class="plan-page">
			{#if view === 'add'}<AddThings state="planned" />{/if}
			<div class="plan-fill">
				<PlanSheet
					{plan}
					selection={store.selection}
					onselect={(s) => store.select(s)}
					reach
					shown={store.shown}
					ondragbox={edits.box}
					still={edits.busy}
					title="Plan with receptacle coverage"
				>
					{#snippet over()}
						{#each covered as c, i (i)}<line class="covered" x1={c.x1} y1={c.y1} x2={c.x2} y2={c.y2} />{/each}
					{/snippet}
					{#snippet tools()}
						<StoryPicker job={store.job} bind:story />
						<p class="key"><span class="met"></span> covered <span class="without"></span> not covered</p>
						<Btn small look="quiet" onclick={saveSvg}>SVG</Btn>
						<Btn small look="quiet" onclick={saveDxf}>DXF</Btn>
					{/snippet}
				</PlanSheet>
			</div>
		</div>
	{/if}
</Sheet>

<style>
	.covered {
		stroke: var(--copper);
		stroke-width: 9;
		opacity: 0.4;
		pointer-events: none;
	}
	.key {
		margin: 0;
		padding: var(--space-4) var(--space-8);
		background: var(--sheet);
		font-size: var(--type-note);
		display: flex;
		gap: var(--space-8);
		align-items: center;
	}
	.met {
		width: 26px;
		height: 3px;
		background: var(--go);
	}
	.without {
		width: 26px;
		height: 8px;
		margin-left: var(--space-8);
		background: repeating-linear-gradient(90deg, var(--stop) 0 3px, transparent 3px 6px);
	}
</style>
