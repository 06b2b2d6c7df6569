<script lang="ts">
	import { editJob } from '$core/edit/job';
	import { DEFAULT_MAKE_UP, type MakeUpPractice } from '$core/model/practice';
	import { useJob } from '$lib/store/use-job';
	import { keepPractice } from '$lib/store/shop-practice';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';

	/** How this shop makes up boxes: all of it lawful, each with what it costs. */
	const store = useJob();
	const now = $derived(store.job.practice.makeUp ?? DEFAULT_MAKE_UP);
	const set = (what: string, change: Partial<MakeUpPractice>) =>
		store.edit(`Practice: ${what}`, editJob({ practice: { ...store.job.practice, makeUp: { ...now, ...change } } }));
	const YES_NO = [
		{ value: 'no', name: 'no' },
		{ value: 'yes', name: 'yes' }
	] as const;
	const FLAGS = [
		['pushIn', 'Push-in terminals', 'Quick; 14 AWG solid on 15 A only, and the weakest of all.'],
		['preTwist', 'Twist before the connector', 'Holds without it too; takes longer, and conductors are shorter next time.'],
		['tape', 'Tape round the device', 'Keeps bare screws off a metal box; in the way of the next one.'],
		['tapeConnectors', 'Tape round connectors', 'Keeps one that works loose in place; sticky the next time it is opened.'],
		['trial', 'Trial before folding', 'A wrong landing shows early; once more off, tagged, verified dead.']
	] as const;
</script>

<div class="set">
	<div>
		<SelectField
			label="Cables that go on"
			value={now.style}
			options={[
				{ value: 'pigtail', name: 'splice, with a pigtail to the device' },
				{ value: 'feed-through', name: 'through the screws of the device' }
			]}
			onkeep={(style) => set(style === 'pigtail' ? 'pigtails' : 'feed-through', { style })}
		/>
		<p class="soft">
			{now.style === 'pigtail'
				? 'A device that fails or comes out leaves what follows alive. More connectors in the box.'
				: 'Fewer splices; a loose device takes down what follows. The neutral of a multiwire circuit and all grounds are spliced all the same.'}
		</p>
	</div>
	<div>
		<SelectField
			label="LINE of a GFCI, as it hangs"
			value={now.lineAt}
			options={[
				{ value: 'top', name: 'at the top' },
				{ value: 'bottom', name: 'at the bottom' }
			]}
			onkeep={(lineAt) => set(`LINE at the ${lineAt}`, { lineAt })}
		/>
		<p class="soft">Look at the device: its marking decides.</p>
	</div>
	<div>
		<SelectField
			label="Splices are made with"
			value={now.connector ?? 'twist-on'}
			options={[
				{ value: 'twist-on', name: 'twist-on connectors' },
				{ value: 'lever', name: 'lever connectors' }
			]}
			onkeep={(connector) => set(`${connector} connectors`, { connector: connector === 'lever' ? connector : undefined })}
		/>
		<p class="soft">
			{now.connector === 'lever'
				? 'Opened and used again; each conductor held by itself. Thicker, and dearer.'
				: 'Cheapest and small; every conductor held by the same twist.'}
		</p>
	</div>
	<div>
		<SelectField
			label="Ground slot of a receptacle"
			value={now.groundAt ?? ''}
			options={[
				{ value: '', name: 'as the wall has them' },
				{ value: 'up', name: 'up' },
				{ value: 'down', name: 'down' }
			]}
			onkeep={(v) => set('ground slot', { groundAt: v === '' ? undefined : v })}
		/>
		<p class="soft">The code leaves it open; all of a house alike.</p>
	</div>
	{#each FLAGS as [key, label, why] (key)}
		<div>
			<SelectField
				{label}
				value={now[key] ? 'yes' : 'no'}
				options={[...YES_NO]}
				onkeep={(v) => set(label.toLowerCase(), { [key]: v === 'yes' })}
			/>
			<p class="soft">{why}</p>
		</div>
	{/each}
</div>
<p class="keep">
	<Btn onclick={() => (keepPractice(store.job.practice), store.say('New jobs start with the practice of this job.'))}
		>Keep as house practice</Btn
	>
	New jobs start with it.
</p>

<style>
	.set {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
		gap: var(--space-12) var(--space-16);
		max-width: 900px;
	}
	p {
		margin: var(--space-4) 0 0;
		font-size: var(--type-small);
	}
</style>
