<script lang="ts">
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import { today } from '$lib/clock';
	import { itemsOf, putItem, putRuling, readItem, removeItem, removeRuling } from '$core/edit/inspection';
	import { day, fieldFault, must } from '$core/model/file/fields';
	import type { InspectorItem } from '$core/model/job';
	import { ITEM_STATES } from '$core/model/kinds';
	import { counted } from '$core/units/quantity';
	import { freshId, rulingsIn } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import { nearBoxes } from './near-boxes';

	/** An inspector's list as received, what is said to each item, and how the authority of the place reads the rules. */
	const store = useJob();
	let received = $state('');
	let pickedId = $state<string | null>(null);
	let ruling = $state({ section: '', ruling: '', from: '' });
	const items = $derived(store.job.inspection ?? []);
	const picked = $derived(items.find((i) => i.id === pickedId));
	/** Of a line that names no box: those that it may mean. */
	const near = $derived(picked && !picked.boxId ? nearBoxes(store.job, picked.item) : []);
	const open = $derived(items.filter((i) => i.state === 'open').length);
	const elsewhere = $derived(rulingsIn(store.job.place, store.job.id));
	const MARKS = { open: 'look', answered: 'unknown', corrected: 'good', passed: 'good' } as const;
	const dayFault = fieldFault(must(day()));
	const nameOf = (id: string | null) => (id ? store.index.boxes.get(id)?.name : undefined);
	const boxes = $derived([
		{ value: '', name: 'none in particular' },
		...store.job.boxes.map((b) => ({ value: b.id, name: b.name }))
	]);
	async function take(): Promise<void> {
		const lines = itemsOf(received);
		if (!lines.length) return store.say('Paste or type the list, one item per line.', true);
		const made = lines.map((item): InspectorItem => ({
			id: freshId(),
			item: item.slice(0, 500),
			...readItem(store.job, item),
			answer: '',
			evidence: '',
			state: 'open',
			again: null
		}));
		const done = await store.edit(`${counted(made.length, 'item')} of an inspector`, (draft) =>
			made.forEach((m) => putItem(m)(draft))
		);
		if (done) received = '';
	}
	const set = (change: Partial<InspectorItem>) =>
		picked && store.edit(`Inspector's item: ${Object.keys(change)[0]}`, putItem({ ...picked, ...change }));
	function pick(item: InspectorItem): void {
		pickedId = item.id;
		if (item.boxId) store.select({ kind: 'box', id: item.boxId });
	}
	async function keepRuling(): Promise<void> {
		if (!ruling.section.trim() || !ruling.ruling.trim())
			return store.say('A ruling names its section and what was decided.', true);
		const day = today();
		const kept = { id: freshId(), section: ruling.section.trim(), ruling: ruling.ruling.trim(), from: ruling.from.trim(), day };
		if (await store.edit(`Ruling on ${kept.section}`, putRuling(kept))) ruling = { section: '', ruling: '', from: '' };
	}
	const most = (n: number) => (v: string) => (v.length <= n ? null : `At most ${n} characters; got ${v.length}`);
</script>

<section>
	<h2>Inspector's list <span class="soft">{items.length ? `${open} open of ${items.length}` : ''}</span></h2>
	{#if items.length}
		<table class="data">
			<thead><tr><th>Item</th><th>Box</th><th>Cited</th><th>Status</th><th>Again on</th></tr></thead>
			<tbody>
				{#each items as i (i.id)}
					<tr class="pick" aria-selected={i.id === pickedId}>
						<td><button type="button" class="row" onclick={() => pick(i)}>{i.item}</button></td>
						<td>{nameOf(i.boxId) ?? ''}</td>
						<td>{i.cited}</td>
						<td><Mark kind={MARKS[i.state]} /> {i.state}</td>
						<td class="mono">{i.again ?? ''}</td>
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
	{#if picked}
		<div class="facts no-print">
			<TextField label="Answer" value={picked.answer} check={most(2000)} onkeep={(answer) => set({ answer })} />
			<TextField
				label="Evidence"
				value={picked.evidence}
				placeholder="readings, photos, the letter"
				check={most(2000)}
				onkeep={(evidence) => set({ evidence })}
			/>
			<SelectField
				label="Status"
				value={picked.state}
				options={ITEM_STATES.map((value) => ({ value, name: value }))}
				onkeep={(state) => set({ state })}
			/>
			{#if near.length}
				<div class="near" role="group" aria-label="Which box may be meant">
					<span class="soft">May be:</span>
					{#each near as b (b.id)}
						<Btn
							small
							label={`${b.name}, ${b.about}`}
							onclick={() => {
								void set({ boxId: b.id });
								store.select({ kind: 'box', id: b.id });
							}}>{b.name}, {b.about}</Btn
						>
					{/each}
				</div>
			{/if}
			<SelectField label="Box" value={picked.boxId ?? ''} options={boxes} onkeep={(v) => set({ boxId: v || null })} />
			<TextField label="Section cited" value={picked.cited} check={most(40)} onkeep={(cited) => set({ cited: cited.trim() })} />
			<TextField
				label="Inspected again on"
				value={picked.again ?? ''}
				placeholder="2026-12-01"
				check={(v) => (v.trim() ? dayFault(v) : null)}
				mono
				onkeep={(v) => set({ again: v.trim() || null })}
			/>
			<Btn small look="quiet" onclick={() => store.edit("Inspector's item removed", removeItem(picked.id))}>Remove</Btn>
		</div>
	{/if}
	<label class="no-print" for="received"
		>The list as received, one item per line; boxes and sections are picked up from the text</label
	>
	<textarea
		class="no-print"
		id="received"
		rows="3"
		maxlength="20000"
		bind:value={received}
		placeholder="1. K-06 no GFCI 210.8(A)(6)"
	></textarea>
	<div class="acts buttons no-print">
		<Btn small look="main" onclick={take}>Import list</Btn>
		{#if items.length}<Btn small onclick={() => print()}>Print answers</Btn>{/if}
	</div>
	{#each items.filter((i) => i.answer || i.evidence) as i (i.id)}
		<p class="answer">
			<b>{i.item}</b>
			{i.answer}{#if i.evidence}<span class="soft"> Evidence: {i.evidence}.</span>{/if}
		</p>
	{/each}
</section>
<section>
	<h2>Rulings in {store.job.place || 'this place'}</h2>
	<ul>
		{#each store.job.rulings ?? [] as r (r.id)}
			<li>
				<span><b>{r.section}</b> {r.ruling} <small class="soft">{r.day}{r.from ? `, ${r.from}` : ''}</small></span>
				<CrossBtn label={`Remove the ruling on ${r.section}`} onclick={() => store.edit('Ruling removed', removeRuling(r.id))} />
			</li>
		{/each}
		{#await elsewhere then rows}
			{#each rows as { jobName, ruling: r } (r.id)}
				<li>
					<span
						><b>{r.section}</b> {r.ruling} <small class="soft">{r.day}{r.from ? `, ${r.from}` : ''}; from {jobName}</small></span
					>
				</li>
			{/each}
			{#if !rows.length && !store.job.rulings?.length}
				<li class="soft">None yet. Later jobs at the same place see what is kept here.</li>
			{/if}
		{/await}
	</ul>
	<div class="facts no-print">
		<TextField
			label="Section"
			value={ruling.section}
			mono
			check={most(40)}
			onkeep={(section) => (ruling = { ...ruling, section })}
		/>
		<TextField
			label="From whom, where written"
			value={ruling.from}
			check={most(200)}
			onkeep={(from) => (ruling = { ...ruling, from })}
		/>
		<TextField
			label="What was decided"
			value={ruling.ruling}
			check={most(1000)}
			onkeep={(v) => (ruling = { ...ruling, ruling: v })}
		/>
		<Btn small onclick={keepRuling}>Keep the ruling</Btn>
	</div>
</section>

<style>
	.near {
		grid-column: 1 / -1;
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: var(--space-6);
	}
	section {
		margin-bottom: var(--space-16);
	}
	h2 span {
		font-size: var(--type-body);
		font-weight: 400;
	}
	.facts {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
		gap: var(--space-10);
		align-items: end;
		margin: var(--space-10) 0;
	}
	label {
		display: block;
		margin-top: var(--space-10);
		font-size: var(--type-small);
		color: var(--soft);
	}
	textarea {
		width: 100%;
		border: 1.5px solid var(--rule);
		border-radius: 4px;
		background: var(--paper);
		color: var(--ink);
		padding: var(--space-6) var(--space-8);
		font: inherit;
	}
	.acts {
		margin-top: var(--space-6);
	}
	.answer {
		margin: var(--space-8) 0 0;
	}
	ul {
		list-style: none;
		margin: var(--space-6) 0;
		padding: 0;
	}
	li {
		display: flex;
		justify-content: space-between;
		border-bottom: 1px dotted var(--rule);
		padding: var(--space-6) 0;
	}
</style>
