<script lang="ts">
	import { hasPowerAt, USUAL_SETS, usualSet, type UsualSet } from '$core/makeup/set/usual-sets';
	import { setOfBox } from '$core/makeup/set/set-of-job';
	import { indexOf } from '$core/model/job-index';
	import { DEFAULT_MAKE_UP } from '$core/model/practice';
	import { useJob } from '$lib/store/use-job';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import SetPicture from './SetPicture.svelte';

	/** A whole set in one picture: of the picked box, or one of the usual ones. */
	const store = useJob();
	const practice = $derived(store.job.practice.makeUp ?? DEFAULT_MAKE_UP);
	const box = $derived(store.box && indexOf(store.known).boxes.get(store.box.id));
	let usual = $state<UsualSet>('switched');
	let powerAt = $state<'switch' | 'load'>('switch');
	let awg = $state<'14' | '12'>('14');
	let material = $state<'plastic' | 'metal'>('plastic');
	const keys = Object.keys(USUAL_SETS) as UsualSet[];
	const set = $derived(
		box
			? setOfBox(store.ruled, box)
			: usualSet(usual, {
					edition: store.edition.key,
					practice,
					awg,
					powerAt: hasPowerAt(usual) ? powerAt : 'switch',
					box: material
				})
	);
</script>

{#if !box}
	<p class="soft">Pick a box for its own set. The usual ones:</p>
	<div class="fields form-columns no-print">
		<SelectField
			label="Set"
			value={usual}
			options={keys.map((value) => ({ value, name: USUAL_SETS[value] }))}
			onkeep={(v) => (usual = keys.find((k) => k === v) ?? usual)}
		/>
		{#if hasPowerAt(usual)}
			<SelectField
				label="Power comes in at"
				value={powerAt}
				options={[
					{ value: 'switch', name: 'the switch' },
					{ value: 'load', name: 'what it switches' }
				]}
				onkeep={(v) => (powerAt = v === 'load' ? 'load' : 'switch')}
			/>
		{/if}
		<SelectField
			label="Cable"
			value={awg}
			options={[
				{ value: '14', name: '14 AWG' },
				{ value: '12', name: '12 AWG' }
			]}
			onkeep={(v) => (awg = v === '12' ? '12' : '14')}
		/>
		<SelectField
			label="Boxes"
			value={material}
			options={[
				{ value: 'plastic', name: 'plastic' },
				{ value: 'metal', name: 'metal' }
			]}
			onkeep={(v) => (material = v === 'metal' ? 'metal' : 'plastic')}
		/>
	</div>
{/if}
<h2>{set.title}</h2>
{#key set.title}<SetPicture {set} lineAt={practice.lineAt} />{/key}

<style>
	h2 {
		font-size: var(--type-head);
		margin: var(--space-12) 0 var(--space-6);
	}
</style>
