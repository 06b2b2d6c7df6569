<script lang="ts">
	import { afterNavigate, goto } from '$app/navigation';
	import { navigating, page } from '$app/state';
	import { tick, untrack } from 'svelte';
	import { tinykeys } from 'tinykeys';
	import type { Action, Hit } from '$lib/frame/find-anything';
	import { STAGES, type Stage } from '$core/model/kinds';
	import type { Finding } from '$core/model/result';
	import StageSheet from '$lib/stages/StageSheet.svelte';
	import { STAGE_NAMES } from '$lib/frame/stages';
	import { jobAddress, pickedIn } from '$lib/store/address';
	import { AT_ITS_STEP, BREAKER_CALL, nextAddress, threadStepOf } from '$lib/store/call-views';
	import { shopPeople } from '$lib/store/shop';
	import { useJob } from '$lib/store/use-job';
	import { stripHeights } from '$lib/strip/heights.svelte';
	import RunStrip from '$lib/strip/RunStrip.svelte';
	import Failed from '$lib/frame/Failed.svelte';
	import Guarded from '$lib/frame/Guarded.svelte';
	import InTurn from '$lib/kit/InTurn.svelte';
	import Late from '$lib/frame/Late.svelte';
	import NextLine from '$lib/frame/NextLine.svelte';
	import Notice from '$lib/frame/Notice.svelte';
	import PhoneCard from './PhoneCard.svelte';
	import SlipEdge from '$lib/frame/SlipEdge.svelte';
	import { slipPin } from '$lib/frame/slip-pin.svelte';
	import StageBar from '$lib/frame/StageBar.svelte';
	import StageRail from '$lib/frame/StageRail.svelte';
	import TopLine from '$lib/frame/TopLine.svelte';

	interface Props {
		stage: Stage;
	}
	let { stage }: Props = $props();
	const store = useJob();
	let open = $state({ find: false, circuits: false, job: false, keys: false, live: false, stages: false });
	let width = $state(1280);
	const phone = $derived(width <= 820);
	const failed = $derived(store.assessment.stages[stage].failed ?? store.assessment.claimsFailed);

	const view = $derived(page.url.searchParams.get('view'));
	/** A step of one box's thread, shown in place of the stage's sheet. */
	const step = $derived(store.box ? threadStepOf(view) : null);
	const atBreaker = $derived(view === BREAKER_CALL);
	/** The reading pad says itself what is picked, and has its own row under the thumb. */
	const padOpen = $derived(
		stage === 'prove' &&
			(((view ?? 'boxes') === 'boxes' && ['box', 'panel'].includes(store.selection?.kind ?? '')) ||
				(view === 'breaker' && !!store.circuit))
	);
	/** Opened by hand while nothing is picked: until it is closed by hand. */
	let peeked = $state(false);
	const slipOpen = $derived(!!store.selection || slipPin.on || peeked);
	const go = (to: Stage) => goto(jobAddress(store.id, to, { view: store.views[to] ?? null, picked: store.selection }));
	// The address says what is shown: stage, view and what is picked. Going back picks what was picked there.
	afterNavigate(({ type }) => {
		const asked = pickedIn(page.url.searchParams);
		const { selection } = store;
		if (asked?.id === selection?.id && asked?.kind === selection?.kind) return;
		if (asked || type === 'popstate') store.selectIfThere(asked);
	});
	$effect(() => {
		if (view === AT_ITS_STEP) {
			const { next } = store;
			void goto(next?.code === 'call' ? nextAddress(store.id, next) : jobAddress(store.id, stage), { replaceState: true });
			return;
		}
		const to = jobAddress(store.id, stage, { view, picked: store.selection });
		if (!step && !atBreaker) store.views = { ...untrack(() => store.views), [stage]: view ?? undefined };
		if (navigating.to || to === page.url.pathname + page.url.search) return;
		void goto(to, { replaceState: true, keepFocus: true, noScroll: true });
	});
	function show(finding: Finding): void {
		store.show(finding);
		store.why = phone;
	}
	function closeSlip(): void {
		peeked = false;
		store.why = false;
		store.select(null);
	}
	function found(hit: Hit): void {
		if (hit.kind === 'action') return hit.run();
		if (hit.kind === 'stage') return void go(hit.id);
		if (hit.kind === 'rule') void go(hit.stage);
		const { kind, id } = hit.kind === 'rule' ? hit.subject : hit;
		const picked = kind === 'device' ? 'box' : kind;
		if (picked !== 'job' && picked !== 'input') store.select({ kind: picked, id });
		store.why = phone;
	}
	/** What is found by its words from anywhere. */
	const actions: Action[] = [
		{ id: 'new-box', name: 'New box', about: 'action: in the room that is picked', run: () => void newBoxHere() },
		{ id: 'read', name: 'Take a reading', about: 'action: at the picked box', run: () => void read() },
		{ id: 'undo', name: 'Undo', about: 'action: the last edit', run: () => void store.turn('undo') },
		{ id: 'redo', name: 'Redo', about: 'action: what was undone', run: () => void store.turn('redo') },
		{ id: 'save', name: 'Save job file', about: 'action: the whole job as a file', run: () => void store.saveFile() },
		{ id: 'live', name: 'Switch off and tag', about: 'action: live and dead circuits', run: () => (open.live = true) },
		{ id: 'job', name: 'Edition, permit and amendments', about: 'action: the job', run: () => (open.job = true) },
		{ id: 'keys', name: 'Keys', about: 'action: the list of keys', run: () => (open.keys = true) }
	];
	async function newBoxHere(): Promise<void> {
		if (await store.newBoxHere()) store.why = phone;
	}
	async function read(): Promise<void> {
		if (!store.box) store.step(1);
		await go('prove');
		document.getElementById('read-hn')?.focus();
	}
	async function editSelected(): Promise<void> {
		store.why = phone;
		document.querySelector<HTMLButtonElement>('.slip [data-fold="Facts"] > div > button[aria-expanded="false"]')?.click();
		await tick();
		document.querySelector<HTMLInputElement>('.slip .facts input')?.focus();
	}
	/** Keys act only where nothing is being typed and nothing is open over the page. */
	const free = (act: () => unknown) => (e: KeyboardEvent) => {
		const at = e.target as HTMLElement;
		if (at.closest('input, textarea, select, dialog') || e.altKey) return;
		e.preventDefault();
		void act();
	};
	$effect(() =>
		tinykeys(window, {
			...Object.fromEntries(STAGES.map((s, i) => [String(i + 1), free(() => go(s))])),
			'/': free(() => (open.find = true)),
			c: free(() => (open.circuits = true)),
			s: free(() => stripHeights.turn({ stage, view })),
			w: free(() => (peeked = !peeked)),
			'Shift+?': free(() => (open.keys = true)),
			'[': free(() => store.step(-1)),
			']': free(() => store.step(1)),
			n: free(newBoxHere),
			r: free(read),
			e: free(editSelected),
			Escape: free(() => store.select(null)),
			'$mod+KeyZ': free(() => store.turn('undo')),
			'$mod+Shift+KeyZ': free(() => store.turn('redo'))
		})
	);
</script>

<svelte:window bind:innerWidth={width} />

{#snippet strip()}
	<Guarded what="The run" at={store.circuit?.id ?? ''}
		><InTurn><RunStrip {stage} {phone} onfind={() => (open.circuits = true)} /></InTurn></Guarded
	>
{/snippet}

<datalist id="shop-people"
	>{#each shopPeople() as p (p.initials)}<option value={p.initials}>{p.name}</option>{/each}</datalist
>
<!-- What is not in the store yet is seen from outside. -->
<div
	class="frame"
	class:phone
	data-waiting={store.waiting || undefined}
	data-failed={store.fault || store.conflicts.length || undefined}
>
	<div class="top-room no-print">
		<InTurn
			><TopLine
				onjob={() => (open.job = true)}
				onlive={() => (open.live = true)}
				onkeys={() => (open.keys = true)}
				onfind={() => (open.find = true)}
			/></InTurn
		>
	</div>
	<!-- Its row is there before it: what stands below keeps its own. -->
	<div><InTurn><Notice /></InTurn></div>
	{#if phone && !step && !atBreaker}<div class="strip no-print">{@render strip()}</div>{/if}
	<div class="middle" class:folded={!slipOpen}>
		{#if !phone}<div class="rail no-print"><InTurn><StageRail {stage} /></InTurn></div>{/if}
		<main>
			{#if failed}<Failed
					what={`${STAGE_NAMES[stage].name} could not be calculated: the list is incomplete.`}
					why={failed}
				/>{/if}
			<Guarded what={STAGE_NAMES[stage].name} at={stage}>
				{#if step && store.box}
					{@const [key, box] = [step, store.box]}
					<Late load={() => import('$lib/call/CallSheet.svelte')}
						>{#snippet children(CallSheet)}<CallSheet step={key} {box} />{/snippet}</Late
					>
				{:else if atBreaker}
					<Late load={() => import('$lib/call/BreakerCall.svelte')}
						>{#snippet children(BreakerCall)}{#key store.circuit?.id}<BreakerCall />{/key}{/snippet}</Late
					>
				{:else}
					<StageSheet {stage} />
				{/if}
			</Guarded>
			{#if !phone && !step && !atBreaker}<Guarded what="What comes next" at={stage}><InTurn><NextLine {stage} /></InTurn></Guarded
				>{/if}
		</main>
		{#if !phone && slipOpen}
			<!-- A region that scrolls must be reachable by keyboard. -->
			<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
			<aside class="side no-print" aria-label="Why" tabindex="0">
				<Guarded what="The slip" at={`${stage} ${store.selection?.id}`}
					><Late load={() => import('$lib/slip/Slip.svelte')}
						>{#snippet children(Slip)}<Slip {stage} onshow={show} onclose={closeSlip} />{/snippet}</Late
					></Guarded
				>
			</aside>
		{:else if !phone}
			<div class="edge"><InTurn><SlipEdge {stage} onopen={() => (peeked = true)} /></InTurn></div>
		{/if}
	</div>
	{#if phone}
		{#if !padOpen && !step && !atBreaker}<Guarded what="What is picked" at={stage}
				><InTurn><PhoneCard {stage} onwhy={() => (store.why = true)} /></InTurn></Guarded
			>{/if}
		<div class="stages no-print"><InTurn><StageBar {stage} onall={() => (open.stages = true)} /></InTurn></div>
	{:else}
		<div class="strip no-print">{@render strip()}</div>
	{/if}
</div>

{#if phone && (store.why || open.stages)}
	<Late over load={() => import('./PhoneDrawers.svelte')}>
		{#snippet children(Drawers)}
			<Drawers {stage} bind:slip={store.why} bind:stages={open.stages} onshow={show} onjob={() => (open.job = true)} />
		{/snippet}
	</Late>
{/if}
<!-- What opens over the page comes when it is first asked for. -->
{#if open.circuits}
	<Late over load={() => import('$lib/frame/Find.svelte')}
		>{#snippet children(Find)}<Find bind:open={open.circuits} only="circuit" actions={[]} onhit={found} />{/snippet}</Late
	>
{/if}
{#if open.find}
	<Late over load={() => import('$lib/frame/Find.svelte')}
		>{#snippet children(Find)}<Find bind:open={open.find} {actions} onhit={found} />{/snippet}</Late
	>
{/if}
{#if open.keys}
	<Late over load={() => import('$lib/frame/KeysList.svelte')}
		>{#snippet children(Keys)}<Keys bind:open={open.keys} />{/snippet}</Late
	>
{/if}
{#if open.live}
	<Late over load={() => import('$lib/frame/LivePanel.svelte')}
		>{#snippet children(Live)}<Live bind:open={open.live} />{/snippet}</Late
	>
{/if}
{#if open.job}
	<Late over load={() => import('$lib/frame/JobPanel.svelte')}
		>{#snippet children(Panel)}<Panel bind:open={open.job} />{/snippet}</Late
	>
{/if}

<style>
	.frame {
		height: 100dvh;
		position: relative;
		overflow: hidden;
		display: grid;
		grid-template-rows: auto auto minmax(0, 1fr) auto;
		/* Nothing in it makes the page wider than the screen. */
		grid-template-columns: minmax(0, 1fr);
	}
	/* As high as what comes into it: nothing moves when it does. */
	.top-room {
		min-height: 46px;
		min-width: 0;
	}
	.edge {
		display: grid;
		min-height: 0;
	}
	.middle {
		display: grid;
		grid-template-columns: 148px minmax(0, 1fr) 318px;
		grid-template-rows: minmax(0, 1fr);
		min-height: 0;
		grid-row: 3;
	}
	.middle.folded {
		grid-template-columns: 148px minmax(0, 1fr) 44px;
	}
	.rail {
		border-right: 1.5px solid var(--ink);
		min-height: 0;
	}
	main {
		min-width: 0;
		min-height: 0;
		display: flex;
		flex-direction: column;
	}
	main > :global(.sheet) {
		flex: 1;
		height: auto;
		min-height: 0;
	}
	.side {
		border-left: 1.5px solid var(--ink);
		background: var(--sheet);
		position: relative;
		overflow-y: auto;
	}
	.strip {
		border-top: 1.5px solid var(--ink);
		min-height: 41px;
		min-width: 0;
	}
	.phone .top-room {
		min-height: 53px;
	}
	.phone {
		grid-template-rows: auto auto auto minmax(0, 1fr) auto auto;
	}
	.phone .middle,
	.phone .middle.folded {
		grid-template-columns: minmax(0, 1fr);
		grid-row: 4;
	}
	.phone .stages {
		grid-row: 6;
		min-height: calc(51.5px + env(safe-area-inset-bottom));
	}
	.phone .strip {
		border-top: 0;
		border-bottom: 1.5px solid var(--ink);
		min-height: 45px;
		grid-row: 3;
	}
	@media print {
		.frame,
		.middle,
		main {
			display: block;
			height: auto;
		}
	}
</style>
