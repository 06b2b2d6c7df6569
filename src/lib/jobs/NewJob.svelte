<script lang="ts">
	import { goto } from '$app/navigation';
	import { day, fieldFault, must } from '$core/model/file/fields';
	import { EDITIONS, type EditionKey } from '$core/model/kinds';
	import { FILE_VERSION } from '$core/model/file/migrations';
	import type { Job } from '$core/model/job';
	import { emptyJob, newServiceCall, readWhere, type CallAt } from '$core/model/new-job';
	import { VIEW_OF } from '$lib/store/call-views';
	import { NAMES } from '$core/model/file/schema-fields';
	import { untrack } from 'svelte';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { freshId, putWhole } from '$lib/store/jobs';
	import { shopPractice } from '$lib/store/shop-practice';
	import { jobAddress } from '$lib/store/address';
	import { sayStoreFault } from '$lib/store/store-fault';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';

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
	let permitDate = $state('');
	let fault = $state('');

	const start = () => {
		const practice = shopPractice();
		return { edition, permitDate: permitDate || null, ...(practice ? { practice } : {}) };
	};
	const AT: readonly [at: CallAt | 'panel' | 'nothing', words: string][] = [
		['two-slot', 'Receptacle, two slots'],
		['three-slot', 'Receptacle, three slots'],
		['switch', 'Switch'],
		['light', 'Light'],
		['appliance', 'Appliance'],
		['panel', 'Panel'],
		['nothing', 'Nothing works']
	];
	/** Where a call begins: at its box, dead first; at its panel; or at what the people say. */
	async function call(at: CallAt | 'panel' | 'nothing'): Promise<void> {
		const { boxName: typed, roomName } = readWhere(draft.now.name);
		fault = fieldFault(NAMES.box)(typed) ?? '';
		if (fault) return;
		const [jobId, boxId, roomId] = [freshId(), freshId(), freshId()];
		const box = at === 'panel' || at === 'nothing' ? 'three-slot' : at;
		const job = newServiceCall({ jobId, boxId, roomId }, { boxName: typed, roomName, at: box, ...start() });
		if (at === 'panel')
			Object.assign(job, {
				boxes: [],
				panels: [{ id: boxId, name: typed, roomId: null, place: null, mainA: null, spaces: null }]
			});
		if (at === 'nothing')
			Object.assign(job, { boxes: [], symptoms: [{ id: boxId, text: `Nothing works: ${typed}`, boxId: null, open: true }] });
		const picked = at === 'nothing' ? null : { kind: at === 'panel' ? ('panel' as const) : ('box' as const), id: boxId };
		const to =
			at === 'panel'
				? jobAddress(jobId, 'prove', { picked })
				: at === 'nothing'
					? jobAddress(jobId, 'trace')
					: jobAddress(jobId, 'walk', { view: VIEW_OF[job.rooms.length ? 'dead' : 'place'], picked });
		await keep(job, to);
	}
	async function keep(job: Job, to: string): Promise<void> {
		localStorage.lastEdition = edition;
		try {
			await putWhole({ hekto: 'job', fileVersion: FILE_VERSION, job, readings: [], events: [] });
			draft.clear();
			await goto(to);
		} catch (error) {
			fault = sayStoreFault(error);
		}
	}
	async function make(): Promise<void> {
		const typed = draft.now.name.trim();
		fault = fieldFault(NAMES.job)(typed) ?? (permitDate ? fieldFault(must(day()))(permitDate) : null) ?? '';
		if (fault) return;
		const jobId = freshId();
		await keep(emptyJob(jobId, { name: typed, ...start() }), jobAddress(jobId, 'walk'));
	}
	const focus = (node: HTMLInputElement) => node.focus();
</script>

<form
	onsubmit={(e) => {
		e.preventDefault();
		if (kind === 'job') void make();
	}}
>
	<div class="field name">
		<label for="new-name">{kind === 'call' ? 'Where?' : 'Name of the job'}</label>
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
			<label for="new-date">Permit date, where there is one</label><input id="new-date" type="date" bind:value={permitDate} />
		</div>
	{/if}
	{#if kind === 'call'}
		<fieldset>
			<legend>What is at it?</legend>
			{#each AT as [at, words] (at)}<Btn onclick={() => call(at)}>{words}</Btn>{/each}
		</fieldset>
	{:else}<Btn type="submit" look="main">Start</Btn>{/if}
	<p id="new-fault" class="fault" role="alert">{fault}</p>
</form>

<style>
	form {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-10);
		align-items: end;
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		padding: var(--space-12);
		margin-bottom: var(--space-12);
		max-width: 820px;
	}
	.name {
		flex: 1 1 240px;
	}
	fieldset {
		flex-basis: 100%;
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		border: 0;
		margin: 0;
		padding: 0;
	}
	legend {
		font-size: var(--type-small);
		margin-bottom: var(--space-4);
	}
	.fault {
		flex-basis: 100%;
	}
</style>
