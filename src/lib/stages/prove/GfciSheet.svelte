<script lang="ts">
	import { remember, whoReads } from '$lib/store/this-device';
	import DataTable from '$lib/kit/table/DataTable.svelte';
	import type { Column } from '$lib/kit/table/sorted-rows.svelte';
	import { isDay, now, sayDay, today } from '$lib/clock';
	import Late from '$lib/frame/Late.svelte';
	import { part } from '$lib/kit/late.svelte';
	import { dueByMonth, dueDays, gfciRegister, type GfciEntry } from '$core/prove/gfci-register';
	import type { Reading } from '$core/model/job';
	import { READING_WORDS, readingFaults } from '$core/model/reading';
	import { editJob } from '$core/edit/job';
	import { editDevice } from '$core/edit/boxes';
	import { counted, show } from '$core/units/quantity';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import { saveText } from '$lib/store/save-file';
	import Btn from '$lib/kit/Btn.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	/** Every GFCI with its last test and its next: tested here, due days to the calendar. */
	const store = useJob();
	const register = $derived(gfciRegister(store.job, { readings: store.readings, proofs: store.assessment.proofs }, today()));
	const columns: Column<GfciEntry>[] = [
		{ key: 'name', title: 'Device', value: (g) => `${g.name} ${g.where}` },
		{ key: 'protects', title: 'Protects', wide: true, value: (g) => g.protects.join(' ') },
		{ key: 'last', title: 'Last test', value: (g) => g.last?.at ?? null },
		{ key: 'ma', title: 'mA', num: true, wide: true, value: (g) => g.milliamps },
		{ key: 'ms', title: 'ms', num: true, wide: true, value: (g) => g.millis },
		{ key: 'due', title: 'Next due', value: (g) => g.nextDue },
		{ key: 'replace', title: 'Replace by', wide: true, value: (g) => g.replaceBy },
		{ key: 'state', title: 'State', value: (g) => STATES[g.state][1] }
	];
	const months = $derived(dueByMonth(register, today()));
	let openId = $state<string | null>(null);
	let own = $state('');
	let tester = $state('');
	let ma = $state('');
	let ms = $state('');
	let atMa = $state('6');
	let by = $state(whoReads());
	let fault = $state('');
	const STATES = {
		failed: ['bad', 'failed'],
		overdue: ['look', 'overdue'],
		'not-passed': ['look', 'no test passed'],
		'never-tested': ['look', 'never tested'],
		'due-soon': ['look', 'due within a week'],
		passed: ['good', 'tested']
	} as const;
	function open(g: GfciEntry): void {
		openId = openId === g.id ? null : g.id;
		own = tester = ma = ms = fault = '';
	}
	async function keep(g: GfciEntry): Promise<void> {
		const base = {
			jobId: store.job.id,
			boxId: g.boxId ?? store.index.circuits.get(g.circuitId ?? '')?.panelId ?? '',
			...(g.boxId ? {} : { circuitId: g.id }),
			lamps: null,
			loadA: null,
			instrument: tester || ma || ms ? 'GFCI tester' : 'its own button',
			at: now(),
			by,
			struck: false,
			note: ''
		};
		const made: Reading[] = [];
		const one = (kind: Reading['kind'], more: Partial<Reading>) =>
			made.push({ ...base, id: freshId(), kind, value: null, ...more });
		if (own) one('gfci-own', { word: own });
		if (tester) one('gfci-tester', { word: tester });
		if (ma.trim()) one('gfci-ma', { value: Number(ma) });
		if (ms.trim()) one('gfci-ms', { value: Number(ms), atMa: Number(atMa) });
		fault = made.flatMap((r) => readingFaults(Number.isNaN(r.value) ? { ...r, value: -1 } : r)).map((f) => f.message)[0] ?? '';
		if (!made.length) fault = 'Press what its button did, or enter what was measured.';
		if (fault) return;
		remember('readBy', by);
		if (await store.take(`${g.name} tested`, made)) openId = null;
	}
	async function calendar(): Promise<void> {
		const made = await part(() => import('$lib/documents/calendar'));
		if (made) saveText(`${store.job.name} GFCI tests.ics`, 'text/calendar', made.calendarOf(dueDays(store.job, register)));
	}
	const day = (d: string | null) => (d ? sayDay(d) : 'not known');
	const dayFault = (v: string) => (!v || isDay(v) ? null : `A day like 2016-03-01; got "${v}"`);
	function setInstalled(g: GfciEntry, v: string) {
		if (g.boxId) return store.edit(`${g.name}: installed`, editDevice(g.boxId, g.id, { installed: v || null }));
		return store.edit(`${g.name}: installed`, (draft) => {
			const c = draft.circuits.find((x) => x.id === g.id);
			if (c) c.installed = v || undefined;
		});
	}
	const chart = $derived(register.length > 0);
</script>

<div class="bar">
	<p class="soft">
		{counted(register.length, 'GFCI')}; {register.filter((g) => g.state !== 'passed').length} to do. Test each by its own button, monthly.
	</p>
	<Btn look="main" disabled={!register.length} onclick={calendar}>Due dates to calendar</Btn>
</div>
<DataTable
	{columns}
	rows={register}
	idOf={(g) => g.id}
	picked={openId !== null}
	empty="No GFCI in this job yet: set protection for a device or breaker in Protect."
	filter="Filter: device, place, what it protects"
>
	{#snippet row(g)}
		<tr class="pick" aria-selected={openId === g.id}>
			<td><button type="button" class="row" onclick={() => open(g)}>{g.name}</button><br /><span class="soft">{g.where}</span></td
			>
			<td class="wide-only"
				>{g.protects.slice(0, 6).join(', ')}{g.protects.length > 6 ? ` and ${g.protects.length - 6} more` : ''}</td
			>
			<td>{g.last ? `${day(g.last.at)}${g.last.by ? `, ${g.last.by}` : ''}` : 'never'}</td>
			<td class="num wide-only">{g.milliamps === null ? '' : show(g.milliamps, 1)}</td>
			<td class="num wide-only">{g.millis === null ? '' : show(g.millis, 0)}</td>
			<td>{day(g.nextDue)}</td>
			<td class="wide-only">{day(g.replaceBy)}</td>
			<td><Mark kind={STATES[g.state][0]} /> {STATES[g.state][1]}</td>
		</tr>
		{#if openId === g.id}
			<tr>
				<td colspan="8">
					<form
						class="test"
						onsubmit={(e) => {
							e.preventDefault();
							void keep(g);
						}}
					>
						<p class="soft">
							Its own button needs no ground. A loaded ground test trips any GFCI upstream and may trip an AFCI: warn people
							first. When it trips, these go dead: {g.protects.join(', ')}.
						</p>
						{#each [['gfci-own', 'Its own button'], ['gfci-tester', 'A tester’s button']] as const as [kind, words] (kind)}
							<fieldset>
								<legend>{words}</legend>
								{#each Object.entries(READING_WORDS[kind].allowed) as [word, says] (word)}
									<Btn
										pressed={(kind === 'gfci-own' ? own : tester) === word}
										onclick={() =>
											kind === 'gfci-own' ? (own = own === word ? '' : word) : (tester = tester === word ? '' : word)}>{says}</Btn
									>
								{/each}
							</fieldset>
						{/each}
						<div class="fields">
							<div class="field">
								<label for="g-ma">Trips at, mA</label><input id="g-ma" class="mono" inputmode="decimal" bind:value={ma} />
							</div>
							<div class="field">
								<label for="g-ms">Trips in, ms</label><input id="g-ms" class="mono" inputmode="decimal" bind:value={ms} />
							</div>
							<div class="field">
								<label for="g-at">timed at, mA</label><input id="g-at" class="mono" inputmode="decimal" bind:value={atMa} />
							</div>
							<div class="field"><label for="g-by">Who</label><input id="g-by" list="shop-people" bind:value={by} /></div>
							<TextField
								label="Installed"
								value={g.installed ?? ''}
								placeholder="2016-03-01"
								check={dayFault}
								onkeep={(v) => setInstalled(g, v)}
							/>
						</div>
						{#if fault}<p class="fault" role="alert">{fault}</p>{/if}
						<Btn type="submit" look="main">Record the test</Btn>
					</form>
				</td>
			</tr>
		{/if}
	{/snippet}
</DataTable>
{#if chart}
	<Late load={() => import('./DueChart.svelte')}>{#snippet children(DueChart)}<DueChart {months} />{/snippet}</Late>
{/if}
<div class="settings">
	<TextField
		label="Days between tests"
		value={String(store.job.practice.gfciTestDays ?? 30)}
		inputmode="numeric"
		check={(v) => (Number.isInteger(Number(v)) && Number(v) >= 1 && Number(v) <= 3660 ? null : `1 to 3660 days; got "${v}"`)}
		onkeep={(v) =>
			store.edit('Days between GFCI tests', editJob({ practice: { ...store.job.practice, gfciTestDays: Number(v) } }))}
	/>
	<TextField
		label="Replace after, years"
		value={String(store.job.practice.gfciYears)}
		inputmode="numeric"
		check={(v) => (Number(v) >= 1 && Number(v) <= 50 ? null : `1 to 50 years; got "${v}"`)}
		onkeep={(v) => store.edit('Age of a GFCI', editJob({ practice: { ...store.job.practice, gfciYears: Number(v) } }))}
	/>
</div>

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8) var(--space-16);
		justify-content: space-between;
		align-items: center;
	}
	.test {
		display: grid;
		gap: var(--space-10);
		padding: var(--space-6) 0 var(--space-10);
		justify-items: start;
	}
	fieldset {
		border: 0;
		padding: 0;
		margin: 0;
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-6);
	}
	legend {
		font-weight: 600;
		padding-bottom: var(--space-4);
	}
	.fields,
	.settings {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
		gap: var(--space-10);
		align-items: end;
		width: 100%;
	}
	.settings {
		margin-top: var(--space-12);
		max-width: 420px;
	}
	p {
		margin: 0;
	}
</style>
