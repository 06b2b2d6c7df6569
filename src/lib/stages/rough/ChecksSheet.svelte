<script lang="ts">
	import { whoReads } from '$lib/store/this-device';
	import { now } from '$lib/clock';
	import { checkOnSite } from '$core/edit/job';
	import { NOT_ENERGIZED, roughList, type RoughCheck, type RoughGroup } from '$core/rough/check-list';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import Photos from '$lib/slip/Photos.svelte';

	/** What is looked at before the walls close, per box and cable: ticked with a thumb, printed for the inspector. */
	const store = useJob();
	const groups = $derived(roughList({ edition: store.edition, job: store.known }, store.circuit?.id ?? null));
	const lines = $derived(groups.flatMap((g) => g.checks));
	const done = $derived(lines.filter((l) => l.seen === 'done').length);
	const bad = $derived(lines.filter((l) => l.seen === 'not-done'));
	let openOnly = $state(false);
	let photos = $state<string | null>(null);
	const shown = $derived(openOnly ? groups.filter((g) => g.checks.some((c) => c.seen !== 'done')) : groups);
	const quiet = $derived(store.job.checks.find((c) => c.id === NOT_ENERGIZED)?.seen === 'done');
	function keep(id: string, what: string, seen: 'done' | 'not-done' | null): void {
		const before = store.job.checks.find((c) => c.id === id) ?? { id, seen: null, note: '', at: '', by: '' };
		void store.edit(what, checkOnSite({ ...before, seen, at: now(), by: whoReads() || before.by }));
	}
	const turn = (g: RoughGroup, c: RoughCheck, seen: 'done' | 'not-done') =>
		keep(c.id, `${g.name}: ${c.words}`, c.seen === seen ? null : seen);
	/** What was not looked at yet, all at once: what was found wanting stays. */
	function all(g: RoughGroup): void {
		void store.edit(`${g.name}: looked over`, (draft) => {
			for (const c of g.checks)
				if (c.seen === null) checkOnSite({ id: c.id, seen: 'done', note: '', at: now(), by: whoReads() })(draft);
		});
	}
</script>

<p class="big">
	<b>{done}</b> of {lines.length} looked at{#if bad.length}, <Mark kind="bad" /> {bad.length} to do again{/if}
</p>
<div class="acts no-print">
	<label class="tick"
		><input type="checkbox" checked={quiet} onchange={() => keep(NOT_ENERGIZED, 'Nothing energized', quiet ? null : 'done')} />
		Nothing of it is energized</label
	>
	<label class="tick"><input type="checkbox" bind:checked={openOnly} /> Only what is open</label>
	<Btn small onclick={() => print()}>Print</Btn>
</div>
{#each shown as g (`${g.of.kind} ${g.of.id}`)}
	<section>
		<header>
			<button type="button" class="row" onclick={() => store.select({ kind: g.of.kind, id: g.of.id })}><b>{g.name}</b></button>
			<span class="soft"
				>{g.of.kind === 'cable' ? 'cable' : 'box'}, {g.checks.filter((c) => c.seen === 'done').length} of {g.checks.length}</span
			>
			<span class="no-print"><Btn small look="quiet" label={`All done at ${g.name}`} onclick={() => all(g)}>All done</Btn></span>
		</header>
		<ul>
			{#each g.checks as c (c.id)}
				<li class:bad={c.seen === 'not-done'}>
					<label class="tick"
						><input
							type="checkbox"
							checked={c.seen === 'done'}
							onchange={() => turn(g, c, 'done')}
							aria-label={`${g.name}: ${c.words}`}
						/>
						<span><b>{c.words}</b> <span class="soft">{c.detail}{c.rule ? ` (${c.rule.section})` : ''}</span></span></label
					>
					<span class="no-print acts"
						><Btn
							small
							look="quiet"
							pressed={c.seen === 'not-done'}
							label={`Not yet: ${g.name}, ${c.words}`}
							onclick={() => turn(g, c, 'not-done')}>Not yet</Btn
						>
						<Btn
							small
							look="quiet"
							pressed={photos === c.id}
							label={`Photo of ${g.name}: ${c.words}`}
							onclick={() => (photos = photos === c.id ? null : c.id)}>Photo</Btn
						></span
					>
					{#if photos === c.id}<div class="photos"><Photos of={{ kind: 'check', id: c.id }} /></div>{/if}
				</li>
			{/each}
		</ul>
	</section>
{:else}<p>{lines.length ? 'Nothing is open.' : 'Nothing new to rough in yet.'}</p>
{/each}

<style>
	.big {
		font-size: var(--type-lead);
		margin: 0;
	}
	.big b {
		font-size: var(--type-figure);
	}
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-4) var(--space-16);
		align-items: center;
	}
	section {
		border-top: 1.5px solid var(--ink);
		margin-top: var(--space-8);
		break-inside: avoid;
		content-visibility: auto;
		contain-intrinsic-size: auto 330px;
	}
	header {
		display: flex;
		gap: var(--space-12);
		align-items: center;
		min-height: 44px;
	}
	header .row {
		font-size: var(--type-lead);
	}
	ul {
		list-style: none;
		padding: 0;
		margin: 0;
	}
	li {
		display: flex;
		flex-wrap: wrap;
		justify-content: space-between;
		border-bottom: 1px dotted var(--rule);
	}
	.bad {
		border-left: 5px solid var(--stop);
		padding-left: var(--space-6);
	}
	.tick {
		display: flex;
		gap: var(--space-10);
		align-items: center;
		min-height: 44px;
		flex: 1 1 220px;
	}
	.tick input {
		width: 26px;
		height: 26px;
		flex: none;
		accent-color: var(--copper);
	}
	.photos {
		flex: 1 0 100%;
	}
</style>
