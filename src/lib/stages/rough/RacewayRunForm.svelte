<script lang="ts">
	import { racewayRun } from '$core/rough/raceway-run';
	import { RACEWAY_MAKES } from '$core/model/cable-kinds';
	import { RACEWAYS } from '$core/model/kinds';
	import { GAUGES } from '$core/units/gauge';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { useJob } from '$lib/store/use-job';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	/** One raceway between two pull points: bends, straps, ground, bushings, expansion. */
	const store = useJob();
	const form = new FormDraft(draftKey(store.job.id, 'raceway-run'), {
		raceway: 'EMT',
		size: '0.5',
		length: '',
		bends: '90, 90',
		amps: '',
		awg: '12',
		ground: true as boolean,
		where: 'inside'
	});
	const WHERE = ['inside', 'outdoors', 'buried'] as const;
	const SIZES = ['0.375', '0.5', '0.75', '1', '1.25', '1.5', '2'] as const;
	const NAMES = ['3/8', '1/2', '3/4', '1', '1-1/4', '1-1/2', '2'] as const;
	const MOST = 1000;
	const figure = (v: string) => (v.trim() !== '' && Number(v) > 0 && Number(v) <= MOST ? Number(v) : null);
	const maybe = (v: string) =>
		v.trim() === '' || figure(v) !== null ? null : `above 0, at most ${MOST}, or nothing; got "${v}"`;
	const bendsOf = (v: string) =>
		v
			.split(/[\s,;]+/)
			.filter(Boolean)
			.map(Number);
	const bendsFault = (v: string) =>
		bendsOf(v).every((b) => b > 0 && b <= 180) ? null : `degrees of each bend, as "90, 45"; got "${v}"`;
	const points = $derived(
		racewayRun(store.edition, {
			raceway: RACEWAYS.find((r) => r === form.now.raceway) ?? 'EMT',
			sizeIn: Number(form.now.size),
			lengthFt: figure(form.now.length),
			bends: bendsFault(form.now.bends) ? [] : bendsOf(form.now.bends),
			breakerA: figure(form.now.amps),
			largestAwg: GAUGES.find((g) => g === form.now.awg) ?? null,
			wireGround: form.now.ground,
			where: WHERE.find((w) => w === form.now.where) ?? 'inside'
		})
	);
</script>

<h2>Between two pull points</h2>
<div class="form-columns">
	<SelectField
		label="Raceway"
		value={form.now.raceway}
		options={RACEWAYS.map((value) => ({ value: value as string, name: RACEWAY_MAKES[value].name }))}
		onkeep={(v) => (form.now.raceway = v)}
	/>
	<SelectField
		label="Trade size, in"
		value={form.now.size}
		options={SIZES.map((value, i) => ({ value: value as string, name: NAMES[i] ?? value }))}
		onkeep={(v) => (form.now.size = v)}
	/>
	<TextField label="Length, ft" value={form.now.length} check={maybe} onkeep={(v) => (form.now.length = v)} />
	<TextField label="Bends, degrees each" value={form.now.bends} check={bendsFault} onkeep={(v) => (form.now.bends = v)} />
	<SelectField
		label="Where"
		value={form.now.where}
		options={WHERE.map((value) => ({ value: value as string, name: value }))}
		onkeep={(v) => (form.now.where = v)}
	/>
	<FlagField label="Ground pulled with it" value={form.now.ground} onkeep={(v) => (form.now.ground = v ?? false)} />
	<TextField label="Breaker, A" value={form.now.amps} check={maybe} onkeep={(v) => (form.now.amps = v)} />
	<SelectField
		label="Largest conductor"
		value={form.now.awg}
		options={GAUGES.map((value) => ({ value: value as string, name: `${value} AWG` }))}
		onkeep={(v) => (form.now.awg = v)}
	/>
</div>
{#each points as p (p.says)}<p><Mark kind={p.level} /> {p.says} <span class="soft">({p.section})</span></p>{/each}

<style>
	h2 {
		font-size: var(--type-lead);
		margin: var(--space-12) 0 var(--space-4);
	}
	p {
		margin: var(--space-4) 0;
	}
</style>
