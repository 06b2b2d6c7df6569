<script lang="ts">
	import { whoReads } from '$lib/store/this-device';
	import { momentOf, now, typedMoment } from '$lib/clock';
	import {
		asideCsv,
		COLUMN_ROLES,
		guessRoles,
		readMapped,
		unitOfHeading,
		type ColumnRole,
		type Table
	} from '$core/formats/csv-mapping';
	import { READING_KINDS } from '$core/model/kinds';
	import { readingValue, readingWords } from '$core/model/reading';
	import { counted } from '$core/units/quantity';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import { saveText } from '$lib/store/save-file';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import { untrack } from 'svelte';

	/** A table of anyone's: what each column holds, what would be read of it, and what would be kept aside. */
	interface Props {
		name: string;
		table: Table;
		onclose: () => void;
	}
	let { name, table, onclose }: Props = $props();
	const store = useJob();
	let roles = $state.raw<ColumnRole[]>(untrack(() => guessRoles(table.columns)));
	let loadA = $state(untrack(() => String(store.job.practice.testLoadA)));
	let at = $state(typedMoment(now()));
	const usual = $derived({
		at: momentOf(at) ?? now(),
		loadA: Number(loadA) > 0 ? Number(loadA) : store.job.practice.testLoadA,
		by: whoReads(),
		instrument: name
	});
	const read = $derived(readMapped({ table, roles, job: store.job, usual, newId: freshId }));
	const ROLE_WORDS: Record<(typeof COLUMN_ROLES)[number], string> = {
		skip: 'not imported',
		box: 'the box',
		at: 'day and time',
		time: 'time of day',
		by: 'who',
		instrument: 'the instrument',
		note: 'a note',
		load: 'the test load, A',
		kind: 'the kind of reading',
		value: 'its value',
		word: 'its word',
		struck: 'struck out, yes or no',
		half: 'upper or lower half',
		phase: 'before or after',
		leak: 'leakage of a trip time, mA',
		switch: 'its wall switch, on or off'
	};
	const options: { value: ColumnRole; name: string }[] = [
		...COLUMN_ROLES.map((value) => ({ value, name: ROLE_WORDS[value] })),
		...READING_KINDS.map((k) => ({ value: `read:${k}` as const, name: `reading: ${readingWords(k)}` }))
	];
	const boxName = (id: string) => store.index.boxes.get(id)?.name ?? id;
	async function take(): Promise<void> {
		const left = read.aside.length;
		const label = `${counted(read.readings.length, 'reading')} from ${name}${left ? `, ${left} rows set aside` : ''}`;
		if (await store.take(label, read.readings, 'table')) onclose();
	}
</script>

<header>
	<h2>{name}</h2>
	<p class="soft">{counted(table.rows.length, 'row')}. Choose what each column holds; obvious ones are filled in.</p>
</header>
{#if !table.columns.length}
	<p><Mark kind="violation" word /> No table could be read from this file.</p>
{/if}
<div class="usual">
	<TextField
		label="Load for drop readings without a load column, A"
		value={loadA}
		inputmode="decimal"
		onkeep={(v) => (loadA = v)}
	/>
	<TextField
		label="Day and time for rows without them"
		value={at}
		check={(v) => (momentOf(v) === null ? `A time like 2026-10-12T09:30; got "${v}"` : null)}
		onkeep={(v) => (at = v)}
	/>
</div>
<div class="columns">
	{#each table.columns as heading, k (k)}
		<div class="column">
			<label for={`col-${k}`}><b>{heading || `column ${k + 1}`}</b></label>
			<select
				id={`col-${k}`}
				class="hekto-input"
				value={roles[k]}
				onchange={(e) => (roles = roles.map((r, i) => (i === k ? (e.currentTarget.value as ColumnRole) : r)))}
			>
				{#each options as o (o.value)}<option value={o.value}>{o.name}</option>{/each}
			</select>
			<span class="mono soft">{table.rows[0]?.[k] ?? ''} {unitOfHeading(heading) ? `(in ${unitOfHeading(heading)})` : ''}</span>
		</div>
	{/each}
</div>
<div class="acts buttons">
	<Btn look="main" disabled={!read.readings.length} onclick={take}>Import {counted(read.readings.length, 'reading')}</Btn>
	<Btn onclick={onclose}>Cancel</Btn>
	{#if read.aside.length}
		<Btn onclick={() => saveText(`${name} set aside.csv`, 'text/csv', asideCsv(table, read.aside))}
			>Save the {counted(read.aside.length, 'row')} set aside</Btn
		>
	{/if}
</div>
{#if read.aside.length}
	<h3>Set aside</h3>
	<ul>
		{#each read.aside.slice(0, 50) as a (a.row)}<li><Mark kind="caution" /> <b>row {a.row}</b> {a.why.join('; ')}</li>{/each}
	</ul>
{/if}
<h3>First rows to import</h3>
<ul>
	{#each read.readings.slice(0, 12) as r (r.id)}
		<li><b>{boxName(r.boxId)}</b> {readingWords(r.kind)} <span class="mono">{readingValue(r)}</span></li>
	{:else}<li>Nothing yet: choose a column with readings and one with box names.</li>{/each}
</ul>

<style>
	header p {
		margin: 0;
	}
	.usual,
	.columns {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
		gap: var(--space-10);
		margin: var(--space-10) 0;
	}
	.column {
		display: grid;
		gap: var(--space-4);
		align-content: start;
		min-width: 0;
	}
	.column span {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	li {
		padding: var(--space-4) 0;
		border-bottom: 1px dotted var(--rule);
	}
</style>
