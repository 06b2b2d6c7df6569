<script lang="ts">
	import { editJob } from '$core/edit/job';
	import { putSupply } from '$core/edit/inspection';
	import { readPricesCsv, writeMaterialsCsv, writePricesCsv } from '$core/formats/materials-csv';
	import { materialList } from '$core/makeup/material-takes';
	import type { Supply } from '$core/model/job';
	import { reckonOf } from '$core/model/practice';
	import { GROUP_WORDS, MATERIAL_GROUPS, priced, type MaterialLine, type Prices } from '$core/rough/materials';
	import { counted, show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import { saveText } from '$lib/store/save-file';
	import { keepPrices, shopPrices } from '$lib/store/shop';
	import Btn from '$lib/kit/Btn.svelte';
	import FilePick from '$lib/kit/FilePick.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	/** One list to buy from, with the shop's own prices, what is on the truck, and what is ordered or there. */
	const store = useJob();
	const list = $derived(materialList(store.ruled));
	const supplies = $derived(store.job.supplies ?? []);
	let prices = $state.raw<Prices>(shopPrices());
	const supplyOf = (key: string): Supply =>
		supplies.find((s) => s.id === key) ?? { id: key, truck: 0, ordered: false, there: false };
	const sums = $derived(priced(list.lines, prices, (key) => supplyOf(key).truck));
	const groups = $derived(
		MATERIAL_GROUPS.map((g) => ({ group: g, lines: list.lines.filter((l) => l.group === g) })).filter((g) => g.lines.length)
	);
	const buyOf = (l: MaterialLine) => Math.max(0, l.count - supplyOf(l.key).truck);
	const MOST = 100_000;
	const isFigure = (v: string) => v.trim() !== '' && Number(v) >= 0 && Number(v) <= MOST;
	const maybe = (v: string) => (v.trim() === '' || isFigure(v) ? null : `0 to ${MOST}; got "${v}"`);
	function price(key: string, text: string): void {
		const { [key]: _old, ...rest } = prices;
		prices = text.trim() === '' ? rest : { ...rest, [key]: Number(text) };
		if (!keepPrices(prices)) store.say('This browser keeps nothing: the price holds until the page is closed.', true);
	}
	const put = (l: MaterialLine, change: Partial<Supply>, what: string) =>
		store.edit(`${l.name}: ${what}`, putSupply({ ...supplyOf(l.key), ...change }));
	async function take(file: File): Promise<void> {
		const { prices: read, faults } = readPricesCsv(await file.text());
		prices = { ...prices, ...read };
		keepPrices(prices);
		const n = Object.keys(read).length;
		store.say(
			`${n} prices taken.${faults.length ? ` Not taken: ${faults.slice(0, 3).join('; ')}${faults.length > 3 ? ` and ${faults.length - 3} more` : ''}.` : ''}`,
			faults.length > 0
		);
	}
	const file = (what: string) => `${store.job.name} ${what}`;
	const saveJson = () =>
		saveText(
			`${file('materials')}.json`,
			'application/json',
			JSON.stringify(
				{
					job: store.job.name,
					lines: list.lines.map((l) => ({ ...l, price: prices[l.key] ?? null, ...supplyOf(l.key), id: undefined })),
					missing: list.missing
				},
				null,
				'\t'
			)
		);
	const money = (n: number) => n.toLocaleString('en-US', { style: 'currency', currency: 'USD' });
	let open = $state(false);
	const byCircuit = $derived(Object.entries(sums.byCircuit).sort((a, b) => Number(a[0]) - Number(b[0])));
	const byRoom = $derived(Object.entries(sums.byRoom).sort((a, b) => a[0].localeCompare(b[0])));
	const waste = $derived(reckonOf(store.job.practice).waste);
	const setWaste = (v: string) =>
		store.edit(
			'Waste',
			editJob({ practice: { ...store.job.practice, reckon: { ...reckonOf(store.job.practice), waste: Number(v) / 100 } } })
		);
	const percent = (v: string) => (v.trim() && Number(v) >= 0 && Number(v) <= 100 ? null : `0 to 100; got "${v}"`);
</script>

{#snippet tick({ line, is, on, turn }: { line: MaterialLine; is: string; on: boolean; turn: () => void })}
	<td data-is={is}
		><label class="tap"
			><input type="checkbox" aria-label={`${line.name}: ${is.toLowerCase()}`} checked={on} onchange={turn} /></label
		></td
	>
{/snippet}

<p class="big">
	{#if sums.unpriced === list.lines.length && list.lines.length}
		<b>{list.lines.length} lines</b>, no prices yet
	{:else}
		<b>{money(sums.total)}</b>
		{sums.unpriced ? `and ${counted(sums.unpriced, 'line')} without a price` : 'in all'}, {counted(list.lines.length, 'line')}
	{/if}
</p>
<div class="acts buttons no-print">
	<Btn small look="main" onclick={() => print()}>Print</Btn>
	<Btn small onclick={() => saveText(`${file('materials')}.csv`, 'text/csv', writeMaterialsCsv(list.lines, prices, supplies))}
		>List as CSV</Btn
	>
	<Btn small onclick={saveJson}>JSON</Btn>
	<Btn
		small
		onclick={() =>
			saveText(
				'prices.csv',
				'text/csv',
				writePricesCsv({ ...Object.fromEntries(list.lines.map((l) => [l.key, prices[l.key] ?? 0])), ...prices })
			)}>Prices as CSV</Btn
	>
	<FilePick label="Import prices" accept=".csv,text/csv" onpick={take} />
</div>
{#each list.missing as m (m)}<p><Mark kind="unknown" /> {m}</p>{/each}
{#each groups as g (g.group)}
	<h2>{GROUP_WORDS[g.group]}</h2>
	<table class="data">
		<thead
			><tr
				><th>Item</th><th class="num">Needed</th><th class="num">On truck</th><th class="num">Buy</th><th class="num"
					>Price each</th
				><th>Ordered</th><th>There</th></tr
			></thead
		>
		<tbody>
			{#each g.lines as l (l.key)}
				{@const s = supplyOf(l.key)}
				<tr class:done={s.there || buyOf(l) === 0}>
					<td
						>{l.name}{#if l.waste}&nbsp;<span class="soft">{l.waste} of them spare</span>{/if}</td
					>
					<td data-is="Needed" class="num">{l.count}{l.unit === 'ft' ? ' ft' : ''}</td>
					<td data-is="On truck" class="num small"
						><TextField
							label={`${l.name}: on the truck`}
							hideLabel
							value={s.truck ? String(s.truck) : ''}
							check={maybe}
							onkeep={(v) => put(l, { truck: Number(v) || 0 }, 'on the truck')}
						/></td
					>
					<td data-is="Buy" class="num"><b>{show(buyOf(l), 0)}</b></td>
					<td data-is="Price each" class="num small"
						><TextField
							label={`${l.name}: price`}
							hideLabel
							value={prices[l.key] === undefined ? '' : String(prices[l.key])}
							check={maybe}
							onkeep={(v) => price(l.key, v)}
						/></td
					>
					{@render tick({ line: l, is: 'Ordered', on: s.ordered, turn: () => put(l, { ordered: !s.ordered }, 'ordered') })}
					{@render tick({ line: l, is: 'There', on: s.there, turn: () => put(l, { there: !s.there }, 'there') })}
				</tr>
			{/each}
		</tbody>
	</table>
{:else}<p>Nothing new to buy yet.</p>
{/each}
<Fold title="What it comes to, by circuit, room and stage" bind:open>
	<div class="three">
		<table class="data">
			<thead><tr><th>Circuit</th><th class="num">Cost</th></tr></thead>
			<tbody
				>{#each byCircuit as [n, cost] (n)}<tr><td>{n || 'shared by several'}</td><td class="num">{money(cost)}</td></tr
					>{/each}</tbody
			>
		</table>
		<table class="data">
			<thead><tr><th>Room</th><th class="num">Cost</th></tr></thead>
			<tbody
				>{#each byRoom as [n, cost] (n)}<tr><td>{n || 'of no room'}</td><td class="num">{money(cost)}</td></tr>{/each}</tbody
			>
		</table>
		<table class="data">
			<thead><tr><th>Stage</th><th class="num">Cost</th></tr></thead>
			<tbody
				>{#each Object.entries(sums.byStage) as [n, cost] (n)}<tr><td>{n}</td><td class="num">{money(cost)}</td></tr
					>{/each}</tbody
			>
		</table>
	</div>
	<TextField label="Spare small parts, %" value={String(Math.round(100 * waste))} check={percent} onkeep={setWaste} />
</Fold>
<p class="soft">Prices are your shop's, kept on this device for all jobs. No currency: whatever you buy in.</p>

<style>
	.big {
		font-size: var(--type-lead);
		margin: 0 0 var(--space-6);
	}
	.big b {
		font-size: var(--type-figure);
	}
	h2 {
		font-size: var(--type-lead);
		margin: var(--space-12) 0 var(--space-2);
	}
	.small {
		width: 96px;
	}
	@media screen and (max-width: 820px) {
		thead {
			display: none;
		}
		tr {
			display: grid;
			grid-template-columns: minmax(0, 0.8fr) minmax(0, 1fr) minmax(0, 0.5fr) minmax(0, 1fr) auto auto;
			gap: 0 var(--space-8);
			border-bottom: 1px dotted var(--rule);
		}
		td,
		td.small {
			border: 0;
			width: auto;
			padding-right: 0;
		}
		td:first-child {
			grid-column: 1 / -1;
			font-weight: 600;
		}
		td[data-is]::before {
			content: attr(data-is);
			display: block;
			font:
				400 13px Barlow,
				sans-serif;
			color: var(--soft);
		}
	}
	.done td {
		color: var(--soft);
	}
	.tap {
		display: inline-grid;
		place-items: center;
		min-height: 44px;
		min-width: 44px;
		margin-block: calc(-1 * var(--space-6));
	}
	input[type='checkbox'] {
		width: 26px;
		height: 26px;
		accent-color: var(--copper);
	}
	.three {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
		gap: var(--space-16);
		margin-bottom: var(--space-8);
	}
</style>
