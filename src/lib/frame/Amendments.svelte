<script lang="ts">
	import Fold from '$lib/kit/Fold.svelte';
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import { FIGURES } from '$core/code/amended-edition';
	import { editions } from '$core/code/editions';
	import { editJob } from '$core/edit/job';
	import { day, fieldFault, must } from '$core/model/file/fields';
	import type { Amendment } from '$core/model/job';
	import {
		AMENDABLE_FIGURES,
		AMENDMENT_CHANGES,
		EDITIONS,
		inWords,
		ROOM_KINDS,
		SERVES,
		type AmendableFigure,
		type EditionKey,
		type RoomKind,
		type Serves
	} from '$core/model/kinds';
	import { show } from '$core/units/quantity';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';

	/** Local changes to rules, each with where it is written down. */
	const store = useJob();
	const WORDS: Record<Amendment['change'], string> = {
		off: 'not required here',
		on: 'required, whatever the permit date',
		'as-edition': 'as in another edition',
		figure: 'with another figure'
	};
	const fresh = (): Omit<Amendment, 'id'> => ({ section: '210.8(F)', change: 'off', reference: '' });
	let draft = $state<Omit<Amendment, 'id'>>(fresh());
	const book = $derived(editions[store.job.edition]);
	const figure = $derived(draft.figure ? FIGURES[draft.figure] : null);
	const dayFault = fieldFault(must(day()));
	const isSection = (v: string) =>
		/^\d{2,3}(\.\d+)?(\([A-Za-z0-9]+\))*$/.test(v.trim()) ? null : `A section as in the book, like 210.8(A)(5); got "${v}"`;
	const isFigure = (v: string) =>
		!figure || (Number(v) >= figure.least && Number(v) <= figure.most && v.trim())
			? null
			: `${figure.least} to ${figure.most} ${figure.unit}; got "${v}"`;
	/** What keeps it from being added; null: nothing. */
	const lacking = $derived(
		!draft.reference.trim()
			? 'Where is it written? An ordinance, a bulletin, a ruling.'
			: draft.change === 'as-edition' && !draft.edition
				? 'Which edition?'
				: draft.change === 'figure' && (!draft.figure || draft.value === undefined)
					? 'Which figure, and what is it here?'
					: null
	);
	const say = (a: Amendment) =>
		a.change === 'figure' && a.figure
			? `${FIGURES[a.figure].name}: ${show(a.value ?? 0)} ${FIGURES[a.figure].unit}, not ${show(FIGURES[a.figure].get(book))}`
			: a.change === 'off' && a.until
				? `delayed: not required on permits before ${a.until}`
				: `${WORDS[a.change]}${a.edition ? ` (${a.edition})` : ''}${a.only ? `, for ${inWords(a.only)} only` : ''}${a.rooms?.length ? `, in ${a.rooms.map(inWords).join(', ')} only` : ''}`;
	/** A figure is a figure everywhere. */
	const narrowed = (change: Amendment['change']) => change === 'off' || change === 'on';
	const roomsLeft = $derived(ROOM_KINDS.filter((r) => !draft.rooms?.includes(r)));
	const without = (room: RoomKind) => (draft = { ...draft, rooms: draft.rooms?.filter((r) => r !== room) });
	function pick(figure: AmendableFigure): void {
		draft = { ...draft, figure, section: FIGURES[figure].section(book), value: undefined };
	}
	async function add(): Promise<void> {
		if (lacking) return store.say(lacking, true);
		const { change } = draft;
		const kept: Amendment = {
			id: freshId(),
			section: draft.section,
			change,
			reference: draft.reference.trim(),
			edition: change === 'as-edition' ? draft.edition : undefined,
			until: change === 'off' ? draft.until : undefined,
			only: change === 'off' || change === 'on' ? draft.only : undefined,
			rooms: narrowed(change) && draft.rooms?.length ? draft.rooms : undefined,
			figure: change === 'figure' ? draft.figure : undefined,
			value: change === 'figure' ? draft.value : undefined
		};
		if (await store.edit(`Amendment to ${kept.section}`, editJob({ amendments: [...store.job.amendments, kept] })))
			draft = fresh();
	}
	const remove = (a: Amendment) =>
		store.edit(`Amendment to ${a.section} removed`, editJob({ amendments: store.job.amendments.filter((x) => x.id !== a.id) }));
</script>

<ul>
	{#each store.job.amendments as a (a.id)}
		<li>
			<span><b>{a.section}</b> {say(a)}<small class="soft">{a.reference}</small></span>
			<CrossBtn label={`Remove the amendment to ${a.section}`} onclick={() => remove(a)} />
		</li>
	{:else}
		<li class="soft">None. Every result follows the edition as printed.</li>
	{/each}
</ul>
<Fold title="Add one">
	<div class="facts">
		<SelectField
			label="The rule is here"
			value={draft.change}
			options={AMENDMENT_CHANGES.map((value) => ({ value, name: WORDS[value] }))}
			onkeep={(change) => (draft = { ...draft, change })}
		/>
		{#if draft.change === 'figure'}
			<SelectField
				label="Figure"
				value={draft.figure ?? ''}
				options={[{ value: '', name: 'which one' }, ...AMENDABLE_FIGURES.map((value) => ({ value, name: FIGURES[value].name }))]}
				onkeep={(v) => v && pick(v as AmendableFigure)}
			/>
			{#if figure}
				<TextField
					label={`Here, ${figure.unit} (the book: ${show(figure.get(book))})`}
					value={draft.value === undefined ? '' : show(draft.value)}
					check={isFigure}
					inputmode="decimal"
					onkeep={(v) => (draft = { ...draft, value: Number(v) })}
				/>
			{/if}
		{:else}
			<TextField
				label="Section"
				value={draft.section}
				check={isSection}
				mono
				onkeep={(v) => (draft = { ...draft, section: v.trim() })}
			/>
		{/if}
		{#if draft.change === 'as-edition'}
			<SelectField
				label="As in"
				value={draft.edition ?? ''}
				options={[{ value: '', name: 'choose' }, ...EDITIONS.map((value) => ({ value, name: `NEC ${value}` }))]}
				onkeep={(v) => (draft = { ...draft, edition: (v || undefined) as EditionKey | undefined })}
			/>
		{/if}
		{#if draft.change === 'off'}
			<TextField
				label="Only until (delayed)"
				value={draft.until ?? ''}
				placeholder="2027-07-01, or nothing"
				check={(v) => (v.trim() ? dayFault(v) : null)}
				mono
				onkeep={(v) => (draft = { ...draft, until: v.trim() || undefined })}
			/>
		{/if}
		{#if draft.change === 'off' || draft.change === 'on'}
			<SelectField
				label="Only for"
				value={draft.only ?? ''}
				options={[{ value: '', name: 'everything' }, ...SERVES.map((value) => ({ value, name: inWords(value) }))]}
				onkeep={(v) => (draft = { ...draft, only: (v || undefined) as Serves | undefined })}
			/>
		{/if}
		{#if narrowed(draft.change)}
			<SelectField
				label="Only in"
				value=""
				options={[
					{ value: '', name: draft.rooms?.length ? 'one more kind of room' : 'every room' },
					...roomsLeft.map((value) => ({ value, name: inWords(value) }))
				]}
				onkeep={(v) => v && (draft = { ...draft, rooms: [...(draft.rooms ?? []), v as RoomKind] })}
			/>
			{#if draft.rooms?.length}
				<p class="soft">
					{#each draft.rooms as room (room)}
						{inWords(room)}
						<CrossBtn label={`Not only in ${inWords(room)}`} onclick={() => without(room)} />
					{/each}
				</p>
			{/if}
		{/if}
		<TextField
			label="Where it is written"
			value={draft.reference}
			placeholder="Ordinance, number"
			check={(v) => (v.length <= 200 ? null : 'At most 200 characters')}
			onkeep={(v) => (draft = { ...draft, reference: v })}
		/>
	</div>
	<p class="soft">{lacking ?? 'Every result it changes says so.'}</p>
	<Btn small look="main" onclick={add}>Add the amendment</Btn>
</Fold>

<style>
	li {
		display: flex;
		justify-content: space-between;
		gap: var(--space-10);
		padding: var(--space-6) 0;
		border-bottom: 1px dotted var(--rule);
	}
	li small {
		display: block;
	}
	p {
		margin: var(--space-8) 0;
		font-size: var(--type-note);
	}
</style>
