<script lang="ts">
	import { editJob } from '$core/edit/job';
	import { reckonOf, type ReckonPractice } from '$core/model/practice';
	import { cutsOf } from '$core/rough/cuts';
	import { counted, show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Fold from '$lib/kit/Fold.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	/** Cable to buy, and what to cut from each roll. */
	const store = useJob();
	const reckon = $derived(reckonOf(store.job.practice));
	const made = $derived(cutsOf(store.job, ['planned', 'built']));
	const byId = $derived(new Map(made.cuts.map((c) => [c.id, c])));
	const cables = $derived([...new Set(made.list.rolls.map((r) => r.cable))]);
	const legName = (id: string) => {
		const cable = store.job.cables.find((l) => l.id === id);
		return cable ? `${cable.fromId ? store.placeName(cable.fromId) : '?'} to ${store.placeName(cable.toId)}` : '?';
	};
	const set = (what: string, change: Partial<ReckonPractice>) =>
		store.edit(`Cable figures: ${what}`, editJob({ practice: { ...store.job.practice, reckon: { ...reckon, ...change } } }));
	const within = (least: number, most: number) => (text: string) => {
		const n = Number(text);
		return text.trim() && Number.isFinite(n) && n >= least && n <= most ? null : `${least} to ${most}; got "${text}"`;
	};
	const rolls = (text: string) =>
		text
			.split(/[\s,;]+/)
			.filter(Boolean)
			.map(Number);
	const rollsFault = (text: string) =>
		rolls(text).length && rolls(text).length <= 12 && rolls(text).every((n) => n >= 1 && n <= 10_000)
			? null
			: `1 to 12 lengths of 1 to 10,000 ft; got "${text}"`;
	let open = $state(false);
</script>

<p class="big">
	<b>{show(made.list.boughtFt, 0)} ft</b> in {counted(made.list.rolls.length, 'roll')}, {counted(made.cuts.length, 'cut')}
	<span class="soft">
		{made.list.optimal ? 'no way buys less' : `no way buys less than ${show(made.list.boundFt, 0)} ft`}
	</span>
</p>
{#if made.unmeasured.length}
	<p><Mark kind="unknown" /> Not measured, not in it: {made.unmeasured.map((l) => legName(l.id)).join(', ')}.</p>
{/if}
{#if made.tooLong.length}
	<p>
		<Mark kind="caution" word /> Longer than any roll: {made.tooLong.map((c) => `${legName(c.id)} ${c.ft} ft`).join(', ')}. Buy it
		by the foot.
	</p>
{/if}
{#if made.pulled.length}
	<p class="soft">Pulled into raceway, by the foot: {made.pulled.map((l) => legName(l.id)).join(', ')}.</p>
{/if}
{#each cables as cable (cable)}
	{@const own = made.list.rolls.filter((r) => r.cable === cable)}
	<h2>
		{cable}: {own
			.map((r) => r.rollFt)
			.sort((a, b) => b - a)
			.join(' + ')} ft
	</h2>
	<table class="data">
		<thead><tr><th>Roll</th><th>Cut from it, longest first</th><th>Left</th></tr></thead>
		<tbody>
			{#each own as r, i (i)}
				<tr>
					<td class="num">{r.rollFt} ft</td>
					<td>
						{#each r.cuts
							.map((id) => byId.get(id))
							.filter((c) => c !== undefined)
							.sort((a, b) => b.ft - a.ft) as c (c.id)}
							<span class="cut"
								><button type="button" class="row" onclick={() => store.select({ kind: 'cable', id: c.cableId })}
									>{legName(c.id)}</button
								>
								<span
									class="num"
									title={`way ${show(c.wayFt, 1)} + ends ${show(c.endsFt, 1)} + allowance ${show(c.allowanceFt, 1)}`}>{c.ft}</span
								></span
							>
						{/each}
					</td>
					<td class="num">{show(r.leftFt, 0)} ft</td>
				</tr>
			{/each}
		</tbody>
	</table>
{:else}<p>No new cable with a length yet.</p>{/each}
<Fold title="How it is figured" bind:open>
	<div class="set form-columns">
		<TextField
			label="Free at each box, in"
			value={String(reckon.boxIn)}
			check={within(0, 60)}
			onkeep={(v) => set('free at a box', { boxIn: Number(v) })}
		/>
		<TextField
			label="At a panel, ft"
			value={String(reckon.panelFt)}
			check={within(0, 30)}
			onkeep={(v) => set('at a panel', { panelFt: Number(v) })}
		/>
		<TextField
			label="Allowance, % of the way"
			value={String(Math.round(100 * reckon.allowance))}
			check={within(0, 100)}
			onkeep={(v) => set('allowance', { allowance: Number(v) / 100 })}
		/>
		<TextField
			label="Rolls sold, ft"
			value={reckon.rollsFt.join(', ')}
			check={rollsFault}
			onkeep={(v) => set('rolls', { rollsFt: rolls(v) })}
		/>
	</div>
	<p class="soft">
		Each cut: its way, what is free at both ends, the allowance, up to the next whole foot. No cable in two pieces.
	</p>
</Fold>

<style>
	.big {
		font-size: var(--type-head);
		margin: 0 0 var(--space-8);
	}
	.big b {
		font-size: var(--type-figure);
	}
	h2 {
		font-size: var(--type-lead);
		margin: var(--space-12) 0 var(--space-4);
	}
	.cut {
		display: inline-flex;
		gap: var(--space-6);
		align-items: center;
		margin-right: var(--space-16);
		white-space: nowrap;
	}
	.set {
		margin: var(--space-8) 0;
	}
</style>
