<script lang="ts">
	import { ChevronDownOutline, ChevronUpOutline } from 'flowbite-svelte-icons';
	import { now } from '$lib/clock';
	import { STATE_WORDS, type Requirement } from '$core/layout/requirement';
	import { applyFix } from '$core/edit/fix';
	import { checkOnSite } from '$core/edit/job';
	import type { SiteCheck } from '$core/model/job';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';
	import Photos from '$lib/slip/Photos.svelte';

	interface Props {
		line: Requirement;
		check: SiteCheck | undefined;
		/** Show the room's name: where lines are listed by rule. */
		room: string | null;
	}
	let { line, check, room }: Props = $props();
	const store = useJob();
	let open = $state(false);
	const mark = $derived(
		line.state === 'met'
			? 'good'
			: line.state === 'missing'
				? line.severity
				: ['unknown', 'not-looked-at'].includes(line.state)
					? 'unknown'
					: 'off'
	);
	const fix = $derived(line.fix);
	function keep(change: Partial<Pick<SiteCheck, 'seen' | 'note'>>, what: string): void {
		const before = check ?? { id: line.id, seen: null, note: '', at: '', by: '' };
		void store.edit(`${line.title}: ${what}`, checkOnSite({ ...before, ...change, at: now() }));
	}
</script>

<tr data-state={line.state}>
	<td class="mark"
		>{#if mark === 'off'}<span class="none">–</span>{:else}<Mark kind={mark} />{/if}
		{STATE_WORDS[line.state]}</td
	>
	<td>
		<button type="button" class="row" onclick={() => store.show(line)}>{room ? `${room}: ` : ''}{line.title}</button>
		<span class="why"
			>{line.why}{#if line.amendedBy}&nbsp;<b>amended: {line.amendedBy}</b>{/if}</span
		>
		{#if check?.note}<span class="why">Noted: {check.note}</span>{/if}
	</td>
	<td><RuleChip rule={line.rule} /></td>
	<td class="acts no-print">
		{#if line.state === 'not-looked-at'}<Btn small onclick={() => keep({ seen: 'done' }, 'there')}>There</Btn>
			<Btn small onclick={() => keep({ seen: 'not-done' }, 'missing')}>Missing</Btn>{/if}
		{#if fix && line.state === 'missing'}<Btn small onclick={() => store.edit(fix.label, applyFix(fix, freshId))}>{fix.label}</Btn
			>{/if}
	</td>
	<td class="site">
		<label class="tick"
			><input
				type="checkbox"
				checked={check?.seen === 'done'}
				aria-label={`${line.title}: seen on site`}
				onchange={(e) => keep({ seen: e.currentTarget.checked ? 'done' : null }, 'seen on site')}
			/></label
		>
		<button
			type="button"
			class="more no-print"
			aria-expanded={open}
			aria-label={`Note or photo: ${line.title}`}
			onclick={() => (open = !open)}
			>{#if open}<ChevronUpOutline size="sm" aria-hidden="true" />{:else}<ChevronDownOutline
					size="sm"
					aria-hidden="true"
				/>{/if}</button
		>
	</td>
</tr>
{#if open}
	<tr class="note">
		<td colspan="5">
			<TextField
				label="Note from the site"
				value={check?.note ?? ''}
				onkeep={(note) => keep({ note: note.slice(0, 2000) }, 'note')}
			/>
			<Photos of={{ kind: 'check', id: line.id }} />
		</td>
	</tr>
{/if}

<style>
	.mark {
		white-space: nowrap;
		font-weight: 600;
		font-size: var(--type-body);
	}
	.none {
		display: inline-block;
		width: 16px;
		text-align: center;
		color: var(--soft);
	}
	tr[data-state='not-applicable'] {
		color: var(--soft);
	}
	.why {
		display: block;
		font-size: var(--type-note);
		color: var(--soft);
	}
	.why b {
		color: var(--copper);
	}
	.acts {
		text-align: right;
	}
	.site {
		white-space: nowrap;
	}
	.tick {
		display: inline-grid;
		place-items: center;
		width: 34px;
		height: 34px;
	}
	.tick input {
		width: 20px;
		height: 20px;
		accent-color: var(--go);
	}
	.more {
		border: 0;
		background: none;
		color: var(--soft);
		width: 32px;
		height: 34px;
	}
	/* Paper is narrow too, and keeps the table. */
	@media screen and (max-width: 820px) {
		tr:not(.note) {
			display: grid;
			grid-template-columns: minmax(0, 1fr) auto;
			gap: var(--space-4) var(--space-10);
			padding: var(--space-10) 0;
			border-bottom: 1px dotted var(--rule);
		}
		tr:not(.note) > td {
			display: block;
			padding: 0;
			border: 0;
		}
		tr > td:nth-child(2) {
			grid-column: 1 / -1;
			grid-row: 1;
		}
		tr > td:nth-child(3) {
			justify-self: end;
		}
		.tick,
		.more {
			width: 44px;
			height: 44px;
		}
		.acts {
			text-align: left;
		}
	}
	.note td {
		background: var(--paper);
	}
</style>
