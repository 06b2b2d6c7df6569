<script lang="ts">
	import { remember, remembered, whoReads } from '$lib/store/this-device';
	import { sayDay, today } from '$lib/clock';
	import { listJobs } from '$lib/store/jobs';
	import {
		keepInstruments,
		keepPanels,
		keepPaper,
		keepPeople,
		shopInstruments,
		shopPanels,
		shopPaper,
		shopPeople,
		type Instrument,
		type Person
	} from '$lib/store/shop';
	import { formatLength } from '$core/units/length';
	import { keepPractice, shopPractice } from '$lib/store/shop-practice';
	import Btn from '$lib/kit/Btn.svelte';
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	/** What the shop keeps over all jobs: license, paper, instruments with their calibration, rulings of the authorities. */
	let license = $state(remembered('license'));
	let mine = $state(whoReads());
	let people = $state.raw<readonly Person[]>(shopPeople());
	let start = $state.raw(shopPractice());
	let person = $state<Person>({ initials: '', name: '', license: '' });
	const known = $derived(people.some((p) => p.initials === person.initials.trim()));
	function keepAll(list: readonly Person[]): void {
		people = list;
		keepPeople(list);
	}
	function addPerson(): void {
		const [initials, name, license] = [person.initials, person.name, person.license].map((v) => v.trim().slice(0, 80));
		if (!initials || !name) return;
		keepAll([...people.filter((p) => p.initials !== initials), { initials, name, license: license ?? '' }]);
		person = { initials: '', name: '', license: '' };
	}
	let size = $state(shopPaper());
	let instruments = $state.raw<readonly Instrument[]>(shopInstruments());
	const PERSON: readonly [keyof Person, string][] = [
		['initials', 'Initials'],
		['name', 'Name'],
		['license', 'License of this person']
	];
	let panels = $state.raw<readonly string[]>(shopPanels());
	let kind = $state('');
	function keepList(list: readonly string[]): void {
		panels = list;
		keepPanels(list);
	}
	let name = $state('');
	let until = $state('');
	const day = (v: string) =>
		/^\d{4}-\d{2}-\d{2}$/.test(v.trim()) && !Number.isNaN(Date.parse(v)) ? null : `a day as 2026-10-12; got "${v}"`;
	function keep(list: readonly Instrument[]): void {
		instruments = list;
		keepInstruments(list);
	}
	function add(): void {
		if (!name.trim() || day(until)) return;
		keep([...instruments.filter((i) => i.name !== name.trim()), { name: name.trim().slice(0, 80), until: until.trim() }]);
		name = until = '';
	}
	const rulings = listJobs().then((rows) =>
		rows
			.flatMap((r) => (r.job.rulings ?? []).map((ruling) => ({ place: r.job.place || r.job.name, ruling })))
			.sort((a, b) => a.place.localeCompare(b.place) || a.ruling.section.localeCompare(b.ruling.section))
	);
</script>

<div class="fields">
	<TextField label="License number" value={license} onkeep={(v) => (license = remember('license', v))} />
	<TextField label="Initials on this device" value={mine} onkeep={(v) => (mine = remember('readBy', v))} />
	<SelectField
		label="Paper"
		value={size}
		options={[
			{ value: 'LETTER', name: 'Letter' },
			{ value: 'A4', name: 'A4' }
		]}
		onkeep={(v) => keepPaper((size = v === 'A4' ? 'A4' : 'LETTER'))}
	/>
</div>
<h3>People</h3>
<ul>
	{#each people as p (p.initials)}
		<li>
			<b>{p.initials}</b>
			{p.name}{p.license ? `, license ${p.license}` : ''}
			<CrossBtn label={`Remove ${p.name}`} onclick={() => keepAll(people.filter((x) => x.initials !== p.initials))} />
		</li>
	{:else}<li class="soft">None: names are typed where a paper is signed.</li>
	{/each}
</ul>
<div class="fields">
	{#each PERSON as [key, label] (key)}
		<TextField
			{label}
			value={person[key]}
			onkeep={(v) => (person = { ...person, [key]: v })}
			ontype={(v) => (person = { ...person, [key]: v })}
		/>
	{/each}
	<Btn onclick={addPerson} disabled={!person.initials.trim() || !person.name.trim()}>{known ? 'Change person' : 'Add person'}</Btn
	>
</div>
<h3>House practice</h3>
{#if start}
	<p>
		New jobs start with your practice: receptacles at {formatLength(start.wallHeightIn)}, over counters at {formatLength(
			start.counterHeightIn
		)}.
	</p>
	<Btn small onclick={() => (keepPractice(null), (start = null))}>Start new jobs with the usual</Btn>
{:else}
	<p class="soft">New jobs start with the usual. To change it: in a job, under its name, Keep as house practice.</p>
{/if}
<h3>Instruments</h3>
<ul>
	{#each instruments as i (i.name)}
		<li>
			<Mark kind={i.until < today() ? 'caution' : 'good'} />
			{i.name}, calibrated until {sayDay(i.until)}
			<CrossBtn label={`Remove ${i.name}`} onclick={() => keep(instruments.filter((x) => x.name !== i.name))} />
		</li>
	{:else}<li class="soft">None: readings are not held against a calibration.</li>
	{/each}
</ul>
<div class="fields">
	<TextField label="Instrument, as readings name it" value={name} onkeep={(v) => (name = v)} ontype={(v) => (name = v)} />
	<TextField
		label="Calibrated until"
		value={until}
		check={(v) => (v.trim() ? day(v) : null)}
		placeholder="2027-05-01"
		onkeep={(v) => (until = v)}
		ontype={(v) => (until = v)}
	/>
	<Btn onclick={add} disabled={!name.trim() || day(until) !== null}>Add instrument</Btn>
</div>
<h3>Panels to replace first</h3>
<ul>
	{#each panels as p (p)}
		<li>
			{p}
			<CrossBtn label={`Remove ${p}`} onclick={() => keepList(panels.filter((x) => x !== p))} />
		</li>
	{:else}<li class="soft">None: a call at a panel does not ask.</li>
	{/each}
</ul>
<div class="fields">
	<TextField label="Kind, as its label says" value={kind} onkeep={(v) => (kind = v)} ontype={(v) => (kind = v)} />
	<Btn
		disabled={!kind.trim()}
		onclick={() => {
			keepList([...panels.filter((x) => x !== kind.trim()), kind.trim().slice(0, 60)]);
			kind = '';
		}}>Add kind</Btn
	>
</div>
<h3>Rulings</h3>
{#await rulings then list}
	<ul>
		{#each list as { place, ruling } (ruling.id)}
			<li><b>{place}</b> {ruling.section}: {ruling.ruling} <span class="soft">{ruling.from}, {sayDay(ruling.day)}</span></li>
		{:else}<li class="soft">None yet: they are written down in Protect, From the inspector.</li>
		{/each}
	</ul>
{/await}

<style>
	.fields {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
		gap: var(--space-8) var(--space-12);
		align-items: end;
		max-width: 980px;
	}
	h3 {
		font-size: var(--type-lead);
		margin: var(--space-10) 0 var(--space-2);
	}
	ul {
		list-style: none;
		margin: 0 0 var(--space-6);
		padding: 0;
	}
	li {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
		align-items: center;
		min-height: 36px;
	}
</style>
