<script lang="ts">
	import { breakerWritten } from '$core/model/breaker-name';
	import { remember, whoReads } from '$lib/store/this-device';
	import { untrack } from 'svelte';
	import { now } from '$lib/clock';
	import { breakerSuspects } from '$core/makeup/live-alarm';
	import { mapBoxes } from '$core/edit/circuits';
	import { nameSpace } from '$core/edit/name-space';
	import { decodeWalks, WALK_CHECKS, type WalkCheck } from '$core/trace/walks';
	import { mapped, sessionPlan, walkRows, walkTargets } from '$core/trace/walk-session';
	import { counted } from '$core/units/quantity';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import { readSpaces } from '$core/model/space-list';
	import HalveAlone from './HalveAlone.svelte';
	import Btn from '$lib/kit/Btn.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Choice from '$lib/kit/Choice.svelte';

	/** Which breaker feeds what: a few walks with patterns of breakers off, live or dead by one tap a box. */
	const store = useJob();
	const NAMES: Record<WalkCheck, string> = { none: 'fewest walks', detect: 'a slip is seen', correct: 'a slip is corrected' };
	const form = new FormDraft(draftKey(store.job.id, 'walks'), {
		panel: store.job.panels[0]?.id ?? '',
		check: 'detect',
		more: '',
		walk: '0',
		seen: '{}',
		alone: ''
	});
	const panel = $derived(store.job.panels.find((p) => p.id === form.now.panel) ?? store.job.panels[0]);
	const check = $derived(WALK_CHECKS.find((c) => c === form.now.check) ?? 'detect');
	const listed = $derived(readSpaces(form.now.more));
	const targets = $derived(walkTargets(store.job, panel?.id ?? '', listed.spaces));
	const plan = $derived(sessionPlan(targets, check));
	const rows = $derived(walkRows(store.job));
	/** By box, by walk. */
	const seen = $derived(read(form.now.seen));
	function read(text: string): Record<string, (boolean | null)[]> {
		try {
			return JSON.parse(text) as Record<string, (boolean | null)[]>;
		} catch {
			return {};
		}
	}
	const at = $derived(Math.min(Number(form.now.walk) || 0, plan?.walks.length ?? 0));
	const over = $derived(!!plan && at >= plan.walks.length);
	function tap(boxId: string, live: boolean | null): void {
		const row = [...(seen[boxId] ?? [])];
		while (row.length < (plan?.walks.length ?? 0)) row.push(null);
		row[at] = live;
		form.now.seen = JSON.stringify({ ...seen, [boxId]: row });
	}
	const told = $derived(rows.filter((r) => typeof seen[r.outlet]?.[at] === 'boolean').length);
	const whole = $derived(
		rows.flatMap(({ outlet }) => {
			const row = (seen[outlet] ?? []).slice(0, plan?.walks.length);
			return plan && row.length === plan.walks.length && row.every((x): x is boolean => typeof x === 'boolean')
				? [{ outlet, live: row as boolean[] }]
				: [];
		})
	);
	/** What was read there before speaks too: live with that breaker off is not on it. */
	function against<T extends { boxId: string; circuitId: string | null; doubt?: string }>(r: T): T {
		if (!r.circuitId || r.doubt) return r;
		const suspects = breakerSuspects(store.job, { readings: store.readings, events: store.events }, r.boxId);
		const no = suspects.find((s) => s.circuit.id === r.circuitId && s.says === 'no');
		return no ? { ...r, doubt: `${no.why}: that speaks against it. Switch it once, alone.` } : r;
	}
	const results = $derived(plan ? mapped(store.job, targets, { rows, found: decodeWalks(plan, whole) }).map(against) : []);
	const sure = $derived(results.filter((r) => r.breaker !== null && !r.doubt));
	const doubts = $derived(results.filter((r) => r.doubt));
	const words = (spaces: readonly number[]) =>
		spaces.map((space) => targets.switched.find((s) => s.space === space)?.spaces.join('+') ?? space).join(', ');
	const directoryOf = (space: number | null) => targets.switched.find((s) => s.space === space)?.directory ?? '';
	let by = $state(whoReads());
	async function write(): Promise<void> {
		remember('readBy', by);
		const spaces = new Set(sure.flatMap((r) => (r.circuitId === null ? (r.breaker ?? []) : [])));
		await store.edit('Breakers found by walks', (draft) => {
			const fresh = new Map<number, string>();
			for (const space of spaces) {
				const named = nameSpace(draft, `space ${space}`, panel?.id);
				if (!named.known) continue;
				named.make?.(draft);
				fresh.set(space, named.circuitId);
			}
			const rows = sure.flatMap((r) => {
				const circuitId = r.circuitId ?? (r.breaker === null ? null : (fresh.get(r.breaker) ?? null));
				return circuitId ? [{ boxId: r.boxId, circuitId }] : [];
			});
			mapBoxes(rows, { id: freshId, by: by.trim(), at: now() })(draft);
		});
	}
	let folds = $state({
		setup: untrack(() => form.now.seen === '{}'),
		all: false,
		alone: untrack(() => store.job.call?.at === 'box' || form.now.alone !== '')
	});
	const spaceOf = (id: string) => {
		const circuit = store.index.circuits.get(id);
		return circuit ? breakerWritten(store.job, circuit) : 'another circuit';
	};
</script>

<Fold title="Panel, and how sure" bind:open={folds.setup}>
	<div class="setup">
		{#if store.job.panels.length > 1}
			<SelectField
				label="Panel"
				value={panel?.id ?? ''}
				options={store.job.panels.map((p) => ({ value: p.id, name: p.name }))}
				onkeep={(v) => (form.now.panel = v)}
			/>
		{/if}
		<Choice
			label="How sure"
			firm
			value={check}
			options={WALK_CHECKS.map((value) => ({ value, name: NAMES[value] }))}
			onkeep={(v) => v && (form.now.check = v)}
		/>
		<TextField
			label="Spaces that no circuit is entered for"
			value={form.now.more}
			placeholder="1-12, 17, 19"
			onkeep={(v) => (form.now.more = v.slice(0, 400))}
		/>
		{#if listed.notRead.length}<p class="fault" role="alert">
				Not read: {listed.notRead.join(', ')}. Enter spaces by their numbers: 1-12, 17, 19.
			</p>{/if}
	</div>
	{#if targets.staysOn.length}
		<p>
			<Mark kind="caution" word /> Stays on, never switched: {targets.staysOn
				.map((s) => `space ${s.spaces.join('+')} ${s.directory}`)
				.join(', ')}.
		</p>
	{/if}
	<p class="soft">
		Ask the household first: nothing that computes, breathes, freezes or guards is switched without asking. Silence is not proof
		of dead: before hands go in, the gate follows in any case.
	</p>
</Fold>

{#if plan && rows.length > 1}
	<Fold title={`All ${plan.walks.length} walks, for the one at the panel`} bind:open={folds.all}>
		<ol class="all">
			{#each plan.walks as w, i (i)}<li class="num">Walk {i + 1}, off: <b>{words(w.off)}</b></li>{/each}
		</ol>
		<Btn small onclick={() => window.print()}>Print</Btn>
	</Fold>
{/if}
{#if !plan}
	<p>No breakers to switch: enter the spaces of the panel.</p>
{:else if rows.length > 1 && !over}
	<section class="walk" aria-label={`Walk ${at + 1}`}>
		<h2>Walk {at + 1} of {plan.walks.length}</h2>
		<p class="off"><Mark kind="off" /> Off: <b>{words(plan.walks[at]?.off ?? [])}</b></p>
		<p class="soft">
			Everything else on. One at the panel, one walks and taps: {told} of {counted(rows.length, 'place')} told.
		</p>
		<ul>
			{#each rows as b (b.outlet)}
				<li>
					<span class="name">{b.name}</span>
					<Choice
						label={`${b.name}, live or dead`}
						quiet
						value={seen[b.outlet]?.[at] === true ? 'live' : seen[b.outlet]?.[at] === false ? 'dead' : null}
						options={[
							{ value: 'live', name: 'live' },
							{ value: 'dead', name: 'dead' }
						]}
						onkeep={(v) => tap(b.outlet, v === null ? null : v === 'live')}
					/>
				</li>
			{/each}
		</ul>
		<div class="acts buttons">
			{#if at > 0}<Btn onclick={() => (form.now.walk = String(at - 1))}>Back</Btn>{/if}
			<Btn look="main" onclick={() => (form.now.walk = String(at + 1))}
				>{at + 1 < plan.walks.length ? 'Next walk' : 'Results'}</Btn
			>
		</div>
	</section>
{:else if rows.length > 1}
	<h2>{counted(sure.length, 'box', 'boxes')} found, {counted(doubts.length, 'doubt')}</h2>
	<table class="data">
		<thead><tr><th>Box</th><th>Space</th><th>Old directory</th><th>To look at again</th></tr></thead>
		<tbody>
			{#each results as r (r.outlet)}
				<tr>
					<td
						><button type="button" class="row" onclick={() => store.selectPlace(r.boxId)}
							>{rows.find((x) => x.outlet === r.outlet)?.name}</button
						></td
					>
					<td class="num">{r.breaker ?? ''}</td>
					<td>{directoryOf(r.breaker)}</td>
					<td>
						{#if r.was}<Mark kind="look" /> was on {spaceOf(r.was)}.
						{/if}
						{#if r.doubt}<Mark kind="look" /> {r.doubt}{/if}
					</td>
				</tr>
			{:else}<tr><td colspan="4">No box has an answer for every walk yet.</td></tr>{/each}
		</tbody>
	</table>
	<div class="acts buttons">
		<Btn onclick={() => (form.now.walk = '0')}>Walk again</Btn>
		<TextField
			label="Found by"
			list="shop-people"
			value={by}
			placeholder="initials"
			onkeep={(v) => (by = v)}
			ontype={(v) => (by = v)}
		/>
		<Btn look="main" disabled={!sure.length || !by.trim()} onclick={write}
			>Write {counted(sure.length, 'box', 'boxes')} to the job</Btn
		>
		<Btn look="quiet" onclick={() => Object.assign(form.now, { seen: '{}', walk: '0' })}>Start over</Btn>
	</div>
{/if}
<Fold title="Alone: one outlet, by what is heard or seen from the panel" bind:open={folds.alone}>
	<HalveAlone switched={targets.switched} answers={form.now.alone} panelId={panel?.id} onanswers={(v) => (form.now.alone = v)} />
</Fold>

<style>
	h2 {
		font-size: var(--type-head);
		margin: var(--space-10) 0 var(--space-4);
	}
	.setup {
		display: grid;
		gap: var(--space-10);
		max-width: 560px;
	}
	.off {
		font-size: var(--type-figure);
		margin: var(--space-4) 0;
	}
	li {
		display: flex;
		gap: var(--space-12);
		align-items: center;
		border-bottom: 1px dotted var(--rule);
		min-height: 44px;
	}
	.name {
		min-width: 84px;
		font-weight: 600;
	}
	.acts {
		align-items: end;
		margin: var(--space-10) 0;
	}
</style>
