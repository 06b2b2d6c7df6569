<script lang="ts">
	import { permitWords } from '$core/handover/permit-words';
	import { punchList } from '$core/layout/assess-layout';
	import type { Requirement } from '$core/layout/requirement';
	import { counted } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import PunchLine from './PunchLine.svelte';

	const store = useJob();
	let by = $state<'room' | 'rule'>('room');
	let openOnly = $state(false);
	const lines = $derived(punchList(store.job));
	const checks = $derived(new Map(store.job.checks.map((c) => [c.id, c])));
	const shown = $derived(openOnly ? lines.filter((l) => ['missing', 'unknown', 'not-looked-at'].includes(l.state)) : lines);
	const nameOf = (roomId: string | null) => (roomId ? (store.index.rooms.get(roomId)?.name ?? '') : 'The house');
	const groups = $derived.by(() => {
		const found = new Map<string, Requirement[]>();
		for (const line of shown) {
			const key = by === 'room' ? nameOf(line.roomId) : `${line.rule.section} ${line.rule.title}`;
			found.set(key, [...(found.get(key) ?? []), line]);
		}
		const order = { missing: 0, unknown: 1, 'not-looked-at': 2, met: 3, 'not-applicable': 4 } as const;
		for (const group of found.values()) group.sort((a, b) => order[a.state] - order[b.state]);
		const rooms = ['The house', ...store.job.rooms.map((r) => r.name)];
		const all = [...found].sort(([a], [b]) => rooms.indexOf(a) - rooms.indexOf(b));
		return by === 'rule' ? all.sort(([a], [b]) => a.localeCompare(b, 'en', { numeric: true })) : all;
	});
	const count = (state: Requirement['state']) => lines.filter((l) => l.state === state).length;
	const seen = $derived(lines.filter((l) => checks.get(l.id)?.seen === 'done').length);
</script>

<header class="print-head">
	<h2>Punch list: {store.job.name}</h2>
	<p>NEC {store.job.edition}, {permitWords(store.job)}{store.job.place ? `, ${store.job.place}` : ''}</p>
</header>
<div class="bar no-print">
	<Btn small pressed={by === 'room'} onclick={() => (by = 'room')}>By room</Btn>
	<Btn small pressed={by === 'rule'} onclick={() => (by = 'rule')}>By rule</Btn>
	<Btn small pressed={openOnly} onclick={() => (openOnly = !openOnly)}>Open only</Btn>
	<Btn small onclick={() => window.print()}>Print</Btn>
</div>
<p class="sum">
	<b>{count('met')}</b> met, <b>{count('missing')}</b> missing, <b>{count('unknown')}</b> not known, {#if count('not-looked-at')}<b
			>{count('not-looked-at')}</b
		> not looked at,
	{/if}
	{count('not-applicable')} not required here;
	{counted(seen, 'line')} seen on site.
</p>
<div class="wide">
	<table class="data">
		<thead><tr><th>State</th><th>Required</th><th>Rule</th><th class="no-print">Fix</th><th>On site</th></tr></thead>
		<tbody>
			{#each groups as [name, group] (name)}
				<tr class="group"><th colspan="5" scope="rowgroup">{name}</th></tr>
				{#each group as line (line.id)}
					<PunchLine {line} check={checks.get(line.id)} room={by === 'rule' && line.roomId ? nameOf(line.roomId) : null} />
				{/each}
			{/each}
		</tbody>
	</table>
</div>
{#if !shown.length}<p class="soft">{openOnly ? 'Nothing is open.' : 'Nothing is required yet: add rooms in Walk.'}</p>{/if}
<p class="soft foot">
	Smoke and carbon-monoxide alarms are in the building code: usually one in each bedroom, outside each sleeping area and on each
	story; ask the AHJ. This list shows what was checked against the edition named; local code decides.
</p>

<style>
	.bar {
		display: flex;
		gap: var(--space-8);
		flex-wrap: wrap;
	}
	.sum {
		margin: var(--space-10) 0;
		font-size: var(--type-body);
	}
	.sum b {
		font-size: var(--type-head);
		font-family: 'IBM Plex Mono', monospace;
	}
	.wide {
		overflow-x: auto;
	}
	.group th {
		text-align: left;
		padding-top: var(--space-12);
		font-size: var(--type-body);
		background: var(--sheet);
	}
	.print-head {
		display: none;
	}
	.foot {
		max-width: 70ch;
		font-size: var(--type-note);
	}
	@media screen and (max-width: 820px) {
		thead {
			display: none;
		}
		table,
		tbody {
			display: block;
		}
	}
	@media print {
		.print-head {
			display: block;
		}
		.wide {
			overflow: visible;
		}
	}
</style>
