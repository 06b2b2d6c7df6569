<script lang="ts">
	import { goto } from '$app/navigation';
	import { day, fieldFault, must } from '$core/model/file/fields';
	import { asForm, needsOfForm, NEMA } from '$core/code/nema-forms';
	import { SETS } from '$core/edit/new-set';
	import { beginOwn } from '$core/edit/works';
	import { APPLIANCE_CALLS, CALLS, FACE_CALLS, type CallAt } from '$core/model/call-at';
	import { EDITIONS, NEMA_FORMS, NEW_SETS, type EditionKey, type NewSet } from '$core/model/kinds';
	import { FILE_VERSION } from '$core/model/file/migrations';
	import type { Job } from '$core/model/job';
	import { emptyJob, newRoom, newServiceCall, readWhere } from '$core/model/new-job';
	import { guessRoom } from '$core/model/room-guess';
	import { BREAKER_CALL, VIEW_OF } from '$lib/store/call-views';
	import { NAMES } from '$core/model/file/schema-fields';
	import { untrack } from 'svelte';
	import { draftKey } from '$lib/store/drafts';
	import { FormDraft } from '$lib/store/form-draft.svelte';
	import { now } from '$lib/clock';
	import { whoReads } from '$lib/store/this-device';
	import { freshId, putWhole } from '$lib/store/jobs';
	import { shopPractice } from '$lib/store/shop-practice';
	import { jobAddress } from '$lib/store/address';
	import { sayStoreFault } from '$lib/store/store-fault';
	import Btn from '$lib/kit/Btn.svelte';
	import Choice from '$lib/kit/Choice.svelte';
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
	let address = $state('');
	let fault = $state('');

	const start = () => {
		const practice = shopPractice();
		return { edition, permitDate: permitDate || null, ...(practice ? { practice } : {}) };
	};
	type Elsewhere = 'several' | 'panel' | 'dead' | 'trips';
	const ELSEWHERE: readonly [at: Elsewhere, words: string][] = [
		['several', 'Several outlets'],
		['panel', 'Breaker or panel'],
		['dead', 'Something is dead'],
		['trips', 'Something trips']
	];
	/** 240 V faces: which one is asked at once, since nothing of it can be guessed. */
	const FORMS = NEMA_FORMS.filter((key) => NEMA[key].volts === 240);
	let asking = $state<'face' | 'form' | 'appliance' | 'fed'>('face');
	/** There now, and worked at; or new: then what feeds it is asked too. */
	let isNew = $state(false);
	let wants = $state<NewSet>('receptacle');
	/** What most new work is fed from. */
	const FEEDS: readonly CallAt[] = ['three-slot', 'two-slot', 'gfci', 'switch', 'light'];
	function ask(set: NewSet): void {
		wants = set;
		// A switch loop hangs on the light that it switches.
		if (set === 'loop') void call('light', {}, set);
		else asking = 'fed';
	}
	/** A box where it stands: as found first, before anything is off. */
	async function call(at: CallAt, device: Parameters<typeof newServiceCall>[1]['device'] = {}, set?: NewSet): Promise<void> {
		const { boxName, roomName } = readWhere(draft.now.name);
		fault = (boxName && fieldFault(NAMES.box)(boxName)) || '';
		if (fault) return;
		const [jobId, boxId, roomId] = [freshId(), freshId(), freshId()];
		const job = newServiceCall(
			{ jobId, boxId, roomId },
			{
				boxName,
				roomName,
				at,
				device,
				address: address.trim(),
				wants: set,
				isNew: isNew && !set,
				...start()
			}
		);
		const view = VIEW_OF[job.rooms.length ? 'found' : 'place'];
		await keep(job, jobAddress(jobId, 'walk', { view, picked: { kind: 'box', id: boxId } }));
	}
	/** On a breaker of its own: its boxes are made at once, the panel comes last. */
	async function own(): Promise<void> {
		const { boxName, roomName } = readWhere(draft.now.name);
		const guess = roomName ? guessRoom(roomName) : null;
		const [jobId, roomId] = [freshId(), freshId()];
		const words = SETS[wants].words;
		const where = draft.now.name.trim();
		const job: Job = { ...emptyJob(jobId, { name: `Service call: ${where || words}`, ...start() }), place: address.trim() };
		if (guess && roomName)
			job.rooms = [newRoom({ id: roomId, name: roomName, kind: guess.kind }, { ...guess, kindGuessed: true })];
		const spot = boxName === roomName ? '' : boxName;
		const adds = { set: wants, powerAt: 'switch' as const, fromId: null, roomId: guess ? roomId : null, spot };
		beginOwn({ title: `${words}, on its own breaker`, adds }, { at: now(), by: whoReads() }, freshId)(job);
		const id = job.works?.[0]?.boxId ?? '';
		job.call = { at: 'box', id };
		await keep(job, jobAddress(jobId, 'walk', { view: VIEW_OF.place, picked: { kind: 'box', id } }));
	}
	/** At a panel, or at what the people say: no box yet. */
	async function elsewhere(at: Elsewhere): Promise<void> {
		const [jobId, id] = [freshId(), freshId()];
		const name = draft.now.name.trim() || (at === 'panel' ? 'Panel' : '');
		fault = (name && fieldFault(NAMES.box)(name)) || '';
		if (fault) return;
		const job: Job = {
			...emptyJob(jobId, { name: `Service call: ${name || ELSEWHERE.find(([k]) => k === at)?.[1]}`, ...start() }),
			place: address.trim()
		};
		if (at === 'several') {
			// All of what was typed names the room; what it is shows by itself where the name says it.
			const guess = guessRoom(name);
			job.rooms = guess ? [newRoom({ id, name, kind: guess.kind }, { ...guess, kindGuessed: true })] : [];
			job.call = { at: 'several', id: guess ? id : null };
			return keep(job, jobAddress(jobId, 'walk', { view: 'several', picked: guess ? { kind: 'room', id } : null }));
		}
		if (at === 'panel') {
			job.panels = [{ id, name, roomId: null, place: null, mainA: null, spaces: null }];
			job.call = { at: 'breaker', id };
			return keep(job, jobAddress(jobId, 'trim', { view: BREAKER_CALL, picked: { kind: 'panel', id } }));
		}
		const kind = at === 'trips' ? ('trips-at-once' as const) : ('nothing-works' as const);
		const text = [at === 'trips' ? 'Something trips' : 'Something is dead', name].filter(Boolean).join(': ');
		job.symptoms = [{ id, text, boxId: null, open: true, kind }];
		if (at === 'dead') {
			// What is tried, dead or works, is named as it is tried; the fault is looked for from there.
			const guess = guessRoom(name);
			job.rooms = guess ? [newRoom({ id, name, kind: guess.kind }, { ...guess, kindGuessed: true })] : [];
			job.symptoms = [{ id: freshId(), text, boxId: null, open: true, kind }];
			job.call = { at: 'several', id: guess ? id : null };
			return keep(job, jobAddress(jobId, 'walk', { view: 'several', picked: guess ? { kind: 'room', id } : null }));
		}
		if (at === 'trips') job.call = { at: 'breaker', id: null };
		await keep(job, at === 'trips' ? jobAddress(jobId, 'trim', { view: BREAKER_CALL }) : jobAddress(jobId, 'trace'));
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
	const LEGENDS = $derived({
		face: 'What is it?',
		form: 'Which face?',
		appliance: 'Which appliance?',
		fed: `${SETS[wants].words}: fed from what?`
	});
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
		<div class="field">
			<label for="new-address">Address, where wanted</label><input
				id="new-address"
				bind:value={address}
				maxlength="120"
				autocomplete="off"
			/>
		</div>
		<fieldset>
			<legend>{LEGENDS[asking]}</legend>
			{#if asking === 'face'}
				<div class="which">
					<Choice
						label="There now, or new"
						quiet
						firm
						value={isNew ? 'new' : 'there'}
						options={[
							{ value: 'there', name: 'there now' },
							{ value: 'new', name: 'new work' }
						]}
						onkeep={(v) => (isNew = v === 'new')}
					/>
				</div>
			{/if}
			{#if asking === 'face' && isNew}
				{#each NEW_SETS as set (set)}<Btn onclick={() => ask(set)}>{SETS[set].words}</Btn>{/each}
				<Btn onclick={() => (asking = 'form')}>A 240 V receptacle</Btn>
				<Btn onclick={() => (asking = 'appliance')}>An appliance</Btn>
				<Btn onclick={() => elsewhere('panel')}>A circuit or a breaker</Btn>
			{:else if asking === 'fed'}
				{#each FEEDS as at (at)}<Btn onclick={() => call(at, {}, wants)}>{CALLS[at].words}</Btn>{/each}
				<Btn onclick={own}>Its own breaker</Btn>
			{:else if asking === 'face'}
				{#each FACE_CALLS as at (at)}
					<Btn onclick={() => (at === 'receptacle-240' ? (asking = 'form') : call(at))}>{CALLS[at].words}</Btn>
				{/each}
				<Btn onclick={() => (asking = 'appliance')}>Appliance</Btn>
				{#each ELSEWHERE as [at, words] (at)}<Btn onclick={() => elsewhere(at)}>{words}</Btn>{/each}
			{:else if asking === 'form'}
				{#each FORMS as form (form)}
					<Btn onclick={() => call('receptacle-240', asForm(form))}
						>{form}{NEMA[form].locking ? ', locking' : ''}: {NEMA[form].amps} A, {needsOfForm(NEMA[form])}</Btn
					>
				{/each}
				<Btn onclick={() => call('receptacle-240')}>Not known</Btn>
			{:else}
				{#each APPLIANCE_CALLS as at (at)}<Btn onclick={() => call(at)}>{CALLS[at].words}</Btn>{/each}
			{/if}
			{#if asking === 'face'}<p class="soft">For dwellings. Commercial work is not covered.</p>{/if}
			{#if asking !== 'face'}<Btn look="quiet" onclick={() => (asking = 'face')}>Back</Btn>{/if}
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
	.which {
		flex-basis: 100%;
	}
	.fault {
		flex-basis: 100%;
	}
</style>
