<script lang="ts">
	import { today } from '$lib/clock';
	import { goto } from '$app/navigation';
	import { day, fieldFault, must } from '$core/model/file/fields';
	import { EDITIONS, type EditionKey } from '$core/model/kinds';
	import { FILE_VERSION } from '$core/model/file/migrations';
	import { emptyJob, newServiceCall } from '$core/model/new-job';
	import { NAMES } from '$core/model/file/schema-fields';
	import { untrack } from 'svelte';
	import { draftKey } from '$lib/data/drafts';
	import { FormDraft } from '$lib/data/form-draft.svelte';
	import { freshId, putWhole } from '$lib/data/jobs';
	import { jobAddress } from './address';
	import { sayStoreFault } from '$lib/data/store-fault';
	import Btn from '$lib/ui/Btn.svelte';
	import SelectField from '$lib/ui/fields/SelectField.svelte';

	interface Props {
		kind: 'call' | 'job';
	}
	let { kind }: Props = $props();
	const draft = new FormDraft(
		draftKey(
			'new',
			untrack(() => kind)
		),
		{ name: '' }
	);
	/** The edition that was taken last in this browser: most work is under one. */
	let edition = $state<EditionKey>(EDITIONS.find((e) => e === localStorage.getItem('lastEdition')) ?? '2023');
	let permitDate = $state(today());
	let fault = $state('');

	async function make(): Promise<void> {
		const typed = draft.now.name.trim();
		fault = fieldFault(kind === 'call' ? NAMES.box : NAMES.job)(typed) ?? fieldFault(must(day()))(permitDate) ?? '';
		if (fault) return;
		const [jobId, boxId] = [freshId(), freshId()];
		const job =
			kind === 'call'
				? newServiceCall({ jobId, boxId }, { boxName: typed, edition, permitDate })
				: emptyJob(jobId, { name: typed, edition, permitDate });
		try {
			await putWhole({ hekto: 'job', fileVersion: FILE_VERSION, job, readings: [], events: [] });
			await goto(
				kind === 'call' ? jobAddress(jobId, 'prove', { picked: { kind: 'box', id: boxId } }) : jobAddress(jobId, 'walk')
			);
		} catch (error) {
			fault = sayStoreFault(error);
		}
	}
	const focus = (node: HTMLInputElement) => node.focus();
</script>

<form
	onsubmit={(e) => {
		e.preventDefault();
		void make();
	}}
>
	<div class="field name">
		<label for="new-name">{kind === 'call' ? 'Box to be tested' : 'Name of the job'}</label>
		<input
			id="new-name"
			use:focus
			bind:value={draft.now.name}
			placeholder={kind === 'call' ? 'sewing room, by the window' : ''}
			aria-invalid={fault ? 'true' : undefined}
			aria-describedby="new-fault"
		/>
	</div>
	<SelectField
		label="Edition"
		value={edition}
		options={EDITIONS.map((value) => ({ value, name: `NEC ${value}` }))}
		onkeep={(v) => (edition = v)}
	/>
	{#if kind === 'job'}
		<div class="field">
			<label for="new-date">Permit date</label><input id="new-date" type="date" bind:value={permitDate} required />
		</div>
	{/if}
	<Btn type="submit" look="main">{kind === 'call' ? 'Take readings' : 'Start'}</Btn>
	<p id="new-fault" class="fault" role="alert">{fault}</p>
</form>

<style>
	form {
		display: flex;
		flex-wrap: wrap;
		gap: 10px;
		align-items: end;
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		padding: 12px;
		margin-bottom: 14px;
		max-width: 820px;
	}
	.name {
		flex: 1 1 240px;
	}
	.fault {
		flex-basis: 100%;
	}
</style>
