<script lang="ts">
	import Fold from '$lib/kit/Fold.svelte';
	import { Modal } from 'flowbite-svelte';
	import { editJob } from '$core/edit/job';
	import { day, fieldFault, must } from '$core/model/file/fields';
	import type { Practice, Unit } from '$core/model/job';
	import { DWELLINGS, EDITIONS, inWords, type Dwelling, type EditionKey } from '$core/model/kinds';
	import { NAMES } from '$core/model/file/schema-fields';
	import { useJob } from '$lib/store/use-job';
	import { keepPractice } from '$lib/store/shop-practice';
	import Btn from '$lib/kit/Btn.svelte';
	import Amendments from './Amendments.svelte';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import LengthField from '$lib/kit/fields/LengthField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	interface Props {
		open: boolean;
	}
	let { open = $bindable() }: Props = $props();
	const store = useJob();
	const dayFault = fieldFault(must(day()));
	const nameFault = fieldFault(NAMES.job);
	const practice = $derived(store.job.practice);
	const height = (change: Partial<Practice>) => {
		const wrong = Object.values(change).some((v) => Number(v) < 0 || Number(v) > 120);
		if (wrong) return store.say(`A height must be 0" to 10' 0".`, true);
		return store.edit('Shop practice: height', editJob({ practice: { ...practice, ...change } }));
	};
	/** What is taken where nothing is said yet. */
	const unit = $derived<Unit>(
		store.job.unit ?? { groundLevel: true, ownEntrance: true, commonLaundry: false, laundryHere: true, parkingAway: false }
	);
	const UNIT: [keyof Unit, string][] = [
		['groundLevel', 'On the ground level'],
		['ownEntrance', 'Own outside entrance'],
		['commonLaundry', 'Laundry in common rooms'],
		['laundryHere', 'Laundry in this unit'],
		['parkingAway', 'Parking away from the unit']
	];
</script>

<Modal bind:open title="The job" size="sm" class="hekto-modal">
	<div class="facts">
		<TextField
			label="Name"
			value={store.job.name}
			check={nameFault}
			onkeep={(v) => store.edit('Job renamed', editJob({ name: v.trim() }))}
		/>
		<TextField label="Place" value={store.job.place} onkeep={(v) => store.edit('Place', editJob({ place: v.slice(0, 200) }))} />
		<SelectField
			label="Edition"
			value={store.job.edition}
			options={EDITIONS.map((value) => ({ value, name: `NEC ${value}` }))}
			onkeep={(edition: EditionKey) => store.edit(`Judged by NEC ${edition}`, editJob({ edition }))}
		/>
		<TextField
			label="Permit date"
			value={store.job.permitDate ?? ''}
			check={(v) => (v.trim() ? dayFault(v) : null)}
			mono
			onkeep={(v) => store.edit('Permit date', editJob({ permitDate: v.trim() || null }))}
		/>
	</div>
	<Fold title="Dwelling and heights">
		<div class="facts">
			<SelectField
				label="Dwelling"
				value={store.job.dwelling}
				options={DWELLINGS.map((value) => ({ value, name: inWords(value) }))}
				onkeep={(dwelling: Dwelling) => store.edit(`A ${inWords(dwelling)} dwelling`, editJob({ dwelling }))}
			/>
			<span></span>
			<LengthField
				label="Wall receptacles, to the center"
				value={practice.wallHeightIn}
				onkeep={(v) => v !== null && height({ wallHeightIn: v })}
			/>
			<LengthField
				label="Counter receptacles, to the center"
				value={practice.counterHeightIn}
				onkeep={(v) => v !== null && height({ counterHeightIn: v })}
			/>
			{#if store.job.dwelling !== 'one-family'}
				{#each UNIT as [key, label] (key)}
					<FlagField
						{label}
						value={unit[key]}
						onkeep={(v) => store.edit(label, editJob({ unit: { ...unit, [key]: v ?? false } }))}
					/>
				{/each}
			{/if}
		</div>
		<p class="keep">
			<Btn small onclick={() => (keepPractice(practice), store.say('New jobs start with the practice of this job.'))}
				>Keep as house practice</Btn
			>
			<span class="soft">New jobs start with heights, make-up, cable and circuit habits of this one.</span>
		</p>
	</Fold>
	<h3>Local amendments</h3>
	<Amendments />
</Modal>

<style>
	h3 {
		margin: var(--space-16) 0 var(--space-2);
	}
</style>
