<script lang="ts">
	import { breakerName } from '$core/model/breaker-name';
	import { holeCheck, supportsOf, type HoleCase } from '$core/rough/supports';
	import { show } from '$core/units/quantity';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { useJob } from '$lib/store/use-job';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';

	/** Staples and straps of each cable; holes and notches in wood. */
	const store = useJob();
	const cables = $derived(
		store.job.cables.filter((l) => !l.inCableOf && l.state !== 'found' && (!store.circuit || l.circuitId === store.circuit.id))
	);
	const rows = $derived(cables.map((cable) => ({ cable, s: supportsOf(store.edition, store.job, cable) })));
	const total = $derived(rows.reduce((sum, r) => sum + (r.s.count ?? 0), 0));
	const form = new FormDraft(draftKey(store.job.id, 'hole'), {
		member: 'bearing-stud',
		depth: '3.5',
		size: '0.75',
		edge: '',
		notch: false as boolean,
		middle: false as boolean
	});
	const MEMBERS: Record<HoleCase['member'], string> = {
		'bearing-stud': 'bearing stud',
		stud: 'stud, not bearing',
		joist: 'joist'
	};
	const members = Object.keys(MEMBERS) as HoleCase['member'][];
	const MOST_IN = 24;
	const isFigure = (v: string) => Number(v) > 0 && Number(v) <= MOST_IN;
	const check = (v: string) => (isFigure(v) ? null : `above 0, at most ${MOST_IN} in; got "${v}"`);
	const maybe = (v: string) =>
		v.trim() === '' || (Number(v) >= 0 && Number(v) <= MOST_IN) ? null : `0 to ${MOST_IN} in, or nothing; got "${v}"`;
	const hole = $derived(
		isFigure(form.now.depth) && isFigure(form.now.size)
			? holeCheck(store.edition, {
					member: members.find((m) => m === form.now.member) ?? 'bearing-stud',
					depthIn: Number(form.now.depth),
					sizeIn: Number(form.now.size),
					notch: form.now.notch,
					...(form.now.edge.trim() && maybe(form.now.edge) === null ? { edgeIn: Number(form.now.edge) } : {}),
					middleThird: form.now.middle
				})
			: null
	);
	const feet = (inches: number) => `${Math.floor(inches / 12)}'${inches % 12 ? ` ${inches % 12}"` : ''}`;
</script>

<p class="big"><b>{total}</b> staples and straps{store.circuit ? `, ${breakerName(store.job, store.circuit)}` : ''}</p>
<h2>Holes and notches</h2>
<div class="form-columns">
	<SelectField
		label="Wood"
		value={form.now.member}
		options={members.map((value) => ({ value, name: MEMBERS[value] }))}
		onkeep={(v) => (form.now.member = v)}
	/>
	<TextField label="Its depth, in" value={form.now.depth} {check} onkeep={(v) => (form.now.depth = v)} />
	<FlagField label="Notched" value={form.now.notch} onkeep={(v) => (form.now.notch = v ?? false)} />
	<TextField
		label={form.now.notch ? 'How deep, in' : 'Hole, in'}
		value={form.now.size}
		{check}
		onkeep={(v) => (form.now.size = v)}
	/>
	{#if !form.now.notch}<TextField
			label="To the edge, in (empty: in the middle)"
			value={form.now.edge}
			check={maybe}
			onkeep={(v) => (form.now.edge = v)}
		/>{/if}
	{#if form.now.member === 'joist'}<FlagField
			label="Middle third of its span"
			value={form.now.middle}
			onkeep={(v) => (form.now.middle = v ?? false)}
		/>{/if}
</div>
{#each hole?.points ?? [] as p (p.says)}
	<p>
		<Mark kind={p.level} />
		{p.says}.
		{#if p.rule}<RuleChip rule={{ ...p.rule, edition: store.edition.key }} />{/if}
	</p>
{/each}
<p class="soft">
	Limits of wood are the building code's, not the NEC's: engineered joists and trusses have their maker's. Fire-block holes
	between stories; seal what goes through a fire-rated wall or a top plate.
</p>
<h2>Cables</h2>
<table class="data">
	<thead><tr><th>Cable</th><th class="num">Count</th><th>Every</th><th>From its boxes</th><th>Section</th></tr></thead>
	<tbody>
		{#each rows as { cable, s } (cable.id)}
			<tr class="pick" aria-selected={store.selection?.id === cable.id}>
				<td
					><button type="button" class="row" onclick={() => store.select({ kind: 'cable', id: cable.id })}
						>{cable.fromId ? store.placeName(cable.fromId) : '?'} to {store.placeName(cable.toId)}</button
					></td
				>
				<td class="num">{s.count ?? ''}</td>
				<td
					>{#if s.why}<Mark kind="unknown" /> {s.why}{:else}{s.everyIn === null ? '' : feet(s.everyIn)}{/if}</td
				>
				<td
					>{[...new Set([s.boxIn.from, s.boxIn.to])]
						.filter((x) => x !== null)
						.map((x) => `${show(x, 0)} in`)
						.join(' and ')}</td
				>
				<td
					>{#if s.rule}<RuleChip rule={s.rule} />{/if}</td
				>
			</tr>
		{:else}<tr><td colspan="5">No new cables here.</td></tr>
		{/each}
	</tbody>
</table>

<style>
	.big {
		font-size: var(--type-lead);
		margin: 0;
	}
	.big b {
		font-size: var(--type-figure);
	}
	h2 {
		font-size: var(--type-lead);
		margin: var(--space-12) 0 var(--space-4);
	}
</style>
