<script lang="ts">
	import { FILL_AWG, FILL_INSULATIONS, FILL_RACEWAYS, TRADE_SIZES, type FillAwg } from '$core/code/shape/raceways';
	import { racewayFill } from '$core/rough/articles/chapter-9-raceway-fill';
	import { RACEWAY_MAKES } from '$core/model/cable-kinds';
	import { show } from '$core/units/quantity';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { useJob } from '$lib/store/use-job';
	import RacewayRunForm from './RacewayRunForm.svelte';
	import Btn from '$lib/kit/Btn.svelte';
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	/** What a raceway holds, and the smallest that does. */
	const store = useJob();
	const form = new FormDraft(draftKey(store.job.id, 'raceway'), {
		raceway: 'EMT',
		size: '1/2',
		insulation: 'THHN',
		rows: '[["12",3]]',
		cable: '',
		nipple: false
	});
	const raceway = $derived(FILL_RACEWAYS.find((r) => r === form.now.raceway) ?? 'EMT');
	const made = $derived(TRADE_SIZES.filter((s) => store.edition.raceways.areas[raceway][s] !== undefined));
	const size = $derived(made.find((s) => s === form.now.size) ?? made[0] ?? '1/2');
	const insulation = $derived(FILL_INSULATIONS.find((i) => i === form.now.insulation) ?? 'THHN');
	const rows = $derived(read(form.now.rows));
	function read(text: string): [FillAwg, number][] {
		try {
			const told = JSON.parse(text) as [string, number][];
			return told.flatMap(([awg, n]): [FillAwg, number][] => {
				const known = FILL_AWG.find((a) => a === awg);
				return known ? [[known, n]] : [];
			});
		} catch {
			return [];
		}
	}
	const put = (next: [FillAwg, number][]) => (form.now.rows = JSON.stringify(next));
	const width = $derived(Number(form.now.cable));
	const fill = $derived(
		racewayFill(store.edition, {
			raceway,
			size,
			conductors: rows.map(([awg, count]) => ({ awg, insulation, count })),
			cables: width > 0 ? [{ widthIn: width, count: 1 }] : [],
			nipple: form.now.nipple
		})
	);
	const count = (text: string) =>
		Number.isInteger(Number(text)) && Number(text) >= 0 && Number(text) <= 200 ? null : `0 to 200; got "${text}"`;
</script>

<p class="big">
	<Mark kind={fill.fits ? 'good' : 'violation'} />
	<b>{show(fill.percent, 1)}%</b> full, {fill.limitPercent}% maximum
	<span class="soft">smallest {RACEWAY_MAKES[raceway].name} that holds it: {fill.smallest ? `${fill.smallest} in` : 'none'}</span>
</p>
<div class="set">
	<SelectField
		label="Raceway"
		value={raceway}
		options={FILL_RACEWAYS.map((value) => ({ value, name: RACEWAY_MAKES[value].name }))}
		onkeep={(v) => (form.now.raceway = v)}
	/>
	<SelectField
		label="Size, in"
		value={size}
		options={made.map((value) => ({ value, name: value }))}
		onkeep={(v) => (form.now.size = v)}
	/>
	<SelectField
		label="Insulation"
		value={insulation}
		options={FILL_INSULATIONS.map((value) => ({ value, name: value === 'THHN' ? 'THHN, THWN-2' : 'XHHW-2' }))}
		onkeep={(v) => (form.now.insulation = v)}
	/>
	<TextField label="One sheathed cable, larger width, in" value={form.now.cable} onkeep={(v) => (form.now.cable = v)} />
</div>
{#each rows as [awg, n], i (i)}
	<div class="set">
		<SelectField
			label="AWG"
			value={awg}
			options={FILL_AWG.map((value) => ({ value, name: value }))}
			onkeep={(v) => put(rows.map((r, k) => (k === i ? [v, n] : r)))}
		/>
		<TextField
			label="How many, grounds too"
			value={String(n)}
			check={count}
			onkeep={(v) => put(rows.map((r, k) => (k === i ? [awg, Number(v)] : r)))}
		/>
		<CrossBtn label={`Remove ${awg} AWG`} onclick={() => put(rows.filter((_, k) => k !== i))} />
	</div>
{/each}
<Btn small onclick={() => put([...rows, ['12', 1]])}>Add conductors</Btn>
<label class="nipple"><input type="checkbox" bind:checked={form.now.nipple} /> a nipple of 24 in or less</label>
<ul>
	<li>Every conductor of a circuit and its ground are in the same raceway (300.3(B)).</li>
	<li>Conductors from NM sheath carry no marking: not pulled by themselves. NM through a short sleeve is no raceway system.</li>
	<li>More than three current-carrying conductors: ampacity is adjusted (310.15(C)(1)).</li>
</ul>
<RacewayRunForm />

<style>
	.big {
		font-size: var(--type-head);
		margin: 0 0 var(--space-8);
	}
	.big b {
		font-size: var(--type-figure);
	}
	.set {
		display: grid;
		grid-template-columns: repeat(4, minmax(0, 1fr));
		gap: var(--space-10);
		align-items: end;
		margin: var(--space-8) 0;
	}
	.nipple {
		display: flex;
		gap: var(--space-10);
		align-items: center;
		min-height: 44px;
	}
	.nipple input {
		width: 24px;
		height: 24px;
		accent-color: var(--copper);
	}
	li {
		padding: var(--space-4) 0;
	}
	@media (max-width: 820px) {
		.set {
			grid-template-columns: 1fr 1fr;
		}
	}
</style>
