<script lang="ts">
	import { BreakerName, breakerName, breakerWritten, capital, spaceNumber } from '$core/model/breaker-name';
	import { gives } from '$core/model/protections';
	import Wide from '$lib/kit/Wide.svelte';
	import Fold from '$lib/kit/Fold.svelte';
	import { placeProtection } from '$core/edit/circuits';
	import { editJob } from '$core/edit/job';
	import type { Practice, PriceList } from '$core/model/job';
	import { PROTECTIONS, type Protection } from '$core/model/kinds';
	import { placingWays, pricesOf, type PlacedWay } from '$core/protection/placing-case';
	import { money, moneyMore } from '$core/units/money';
	import { practiceCosts } from '$core/protection/practice-costs';
	import { counted, show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import { atTop } from '$lib/kit/at-top';
	import Btn from '$lib/kit/Btn.svelte';
	import FlagField from '$lib/kit/fields/FlagField.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	/** For each run the breaker and devices that meet every need at the least cost, and what goes dead together. */
	interface Props {
		/** Boxes that go dead are to be shown on the plan; null: no more. */
		ondark: (source: string | null, boxIds: readonly string[]) => void;
	}
	let { ondark }: Props = $props();
	const store = useJob();
	const WORDS: Record<Protection, string> = { none: 'plain', gfci: 'GFCI', afci: 'AFCI', dual: 'dual function' };
	const rows = $derived(
		store.known.circuits.map((circuit) => {
			const found = placingWays(store.ruled, circuit, { readings: store.readings });
			const open = store.assessment.stages.protect.findings.filter(
				(f) =>
					f.severity === 'violation' &&
					(f.subject.id === circuit.id || store.index.cablesOfCircuit.get(circuit.id)?.some((l) => l.toId === f.subject.id))
			).length;
			return { circuit, ...found, open };
		})
	);
	const chosen = $derived(rows.find((r) => r.circuit.id === store.circuit?.id));
	const bothBy = $derived(store.job.practice.bothBy);
	const AT = { '': 'wherever it is cheapest', breaker: 'at the breaker', outlet: 'GFCI at the outlets' };
	const BY = { '': 'whichever is cheapest', dual: 'one dual-function device', separate: 'separate AFCI and GFCI' };
	const costs = $derived(practiceCosts(store.ruled));
	const practices = $derived(costs.protectAt.map((row) => ({ ...row, name: AT[row.value] })));
	const both = $derived(costs.bothBy.map((row) => ({ ...row, name: BY[row.value] })));
	const heavier = $derived(costs.heavier);
	const keep = (what: string, change: Partial<Practice>) =>
		store.edit(`Shop practice: ${what}`, editJob({ practice: { ...store.job.practice, ...change } }));
	const total = $derived(rows.reduce((sum, r) => sum + (r.ways[0]?.price ?? 0), 0));
	const prices = $derived(pricesOf(store.known));
	const GAUGES = ['14', '12'] as const;
	const cableFt = $derived(prices.cableFt ?? { '14': 0, '12': 0 });
	const nameOf = (id: string) => store.index.boxes.get(id)?.name ?? '';
	const devicesOf = (w: PlacedWay) =>
		w.devices.map((d) => `${WORDS[d.protection]} at ${nameOf(d.boxId)}${d.feedsLoad ? ', downstream on LOAD' : ', LINE only'}`);
	const place = (w: PlacedWay) =>
		chosen &&
		store.edit(
			`${BreakerName(store.job, chosen.circuit)}: protection placed`,
			placeProtection(chosen.circuit.id, { breaker: w.breaker, devices: w.devices, branchFeeder: w.branchFeeder })
		);
	const put = (what: string, next: Partial<PriceList>) =>
		store.edit(`Price of ${what}`, editJob({ practice: { ...store.job.practice, prices: { ...prices, ...next } } }));
	const isPrice = (v: string) =>
		Number(v) >= 0 && Number(v) <= 100_000 && v.trim() ? null : `A price, 0 to 100,000; got "${v}"`;
</script>

{#if chosen}
	{#key chosen.circuit.id}
		<section class="ways" {@attach atTop}>
			<header>
				<h2>{capital(breakerWritten(store.job, chosen.circuit))}</h2>
				<p class="soft">{counted(chosen.needs, 'box', 'boxes')} of it {chosen.needs === 1 ? 'needs' : 'need'} protection.</p>
			</header>
			{#each chosen.notes as note (note)}<p><Mark kind="caution" /> {note}</p>{/each}
			<div class="cards">
				{#each chosen.ways as way, i (`${way.breaker} ${way.branchFeeder}`)}
					<article class:first={i === 0}>
						<p class="price">
							<b>{money(way.price)}</b>
							<span class="soft">by the price list{i === 0 ? ', lowest with nuisance trips counted' : ''}</span>
						</p>
						<ul>
							<li><b>{way.branchFeeder ? 'branch/feeder AFCI' : WORDS[way.breaker]}</b> breaker</li>
							{#if way.branchFeeder}<li>first box marked as the first outlet</li>{/if}
							{#each devicesOf(way) as words (words)}<li>{words}</li>{/each}
						</ul>
						{#each way.trips as trip (trip.source)}
							<p class="trip">
								If <b>{trip.source}</b> trips: {counted(trip.boxIds.length, 'box', 'boxes')} dead in {trip.rooms.join(', ') ||
									'no room'}
								<button type="button" onclick={() => ondark(trip.source, trip.boxIds)}>show</button>
							</p>
						{:else}<p class="trip soft">Only breaker overcurrent trips here.</p>{/each}
						{#if gives(way.breaker, 'gfci')}
							<p class="trip soft">
								The neutral of {breakerName(store.job, chosen.circuit)} to the breaker or its clip; breaker pigtail to the neutral bar.
							</p>
						{/if}
						<Btn small look={i === 0 ? 'main' : 'plain'} onclick={() => place(way)}>Use this</Btn>
					</article>
				{:else}
					<p>
						<Mark kind="violation" word /> No breaker or device that is allowed here meets every need: it takes a larger box, ready
						access or another breaker.
					</p>
				{/each}
			</div>
		</section>
	{/key}
{:else}<p class="soft">Pick a circuit to see the two or three best ways and what goes dead with each.</p>{/if}

<Wide
	><table class="data">
		<thead
			><tr
				><th class="num">Space</th><th>Circuit</th><th class="num">Needs</th><th>Best</th><th class="num">Price</th><th>Now</th
				></tr
			></thead
		>
		<tbody>
			{#each rows as r (r.circuit.id)}
				<tr class="pick" aria-selected={r.circuit.id === chosen?.circuit.id}>
					<td class="num">{spaceNumber(r.circuit)}</td>
					<td
						><button type="button" class="row" onclick={() => store.select({ kind: 'circuit', id: r.circuit.id })}
							>{r.circuit.name}</button
						></td
					>
					<td class="num">{r.needs}</td>
					<td
						>{#if r.ways[0]}{WORDS[r.ways[0].breaker]}{r.ways[0].devices.length
								? `, ${counted(r.ways[0].devices.length, 'device')}`
								: ''}{:else}<Mark kind="violation" /> none{/if}</td
					>
					<td class="num">{r.ways[0] ? money(r.ways[0].price) : ''}</td>
					<td
						>{#if r.open}<Mark kind="violation" /> {r.open} open{:else}<Mark kind="good" /> met{/if}</td
					>
				</tr>
			{/each}
		</tbody>
		<tfoot><tr><td></td><td>All, at the best</td><td></td><td></td><td class="num"><b>{money(total)}</b></td><td></td></tr></tfoot
		>
	</table></Wide
>
<div class="practice">
	<SelectField
		label="Shop practice: protection goes"
		value={store.job.practice.protectAt ?? ''}
		options={practices.map((p) => ({ value: p.value, name: `${p.name}: ${money(p.price)}` }))}
		onkeep={(v) => keep('protection', { protectAt: v || undefined })}
	/>
	<SelectField
		label="Where both are required"
		value={bothBy ?? ''}
		options={both.map((p) => ({ value: p.value, name: `${p.name}: ${money(p.price)}` }))}
		onkeep={(v) => keep('both protections', { bothBy: v || undefined })}
	/>
	<div>
		<FlagField
			label="Wire of receptacles on 15 A"
			value={store.job.practice.receptacles12 ?? false}
			yes={`12 AWG: ${moneyMore(heavier.price)}`}
			no="14 AWG, per the breaker"
			onkeep={(v) => keep('wire of receptacles', { receptacles12: v || undefined })}
		/>
		<p class="soft">
			{show(heavier.feet, 0)} ft of planned cable{heavier.unmeasured
				? `, and ${counted(heavier.unmeasured, 'cable')} not measured`
				: ''}. New proposals use it.
		</p>
	</div>
</div>
<Fold title="Price list and cost of a nuisance trip">
	<div class="form-columns">
		{#each PROTECTIONS as p (p)}
			<TextField
				label={`${WORDS[p]} breaker`}
				value={show(prices.breaker[p])}
				check={isPrice}
				inputmode="decimal"
				onkeep={(v) => put(`${WORDS[p]} breakers`, { breaker: { ...prices.breaker, [p]: Number(v) } })}
			/>
		{/each}
		{#each PROTECTIONS as p (p)}
			<TextField
				label={`${WORDS[p]} receptacle`}
				value={show(prices.device[p])}
				check={isPrice}
				inputmode="decimal"
				onkeep={(v) => put(`${WORDS[p]} receptacles`, { device: { ...prices.device, [p]: Number(v) } })}
			/>
		{/each}
		<TextField
			label="branch/feeder AFCI breaker"
			value={show(prices.branchFeeder ?? 0)}
			check={isPrice}
			inputmode="decimal"
			onkeep={(v) => put('branch/feeder AFCI breakers', { branchFeeder: Number(v) })}
		/>
		{#each GAUGES as awg (awg)}
			<TextField
				label={`A foot of ${awg}-2 cable`}
				value={show(cableFt[awg])}
				check={isPrice}
				inputmode="decimal"
				onkeep={(v) => put(`${awg}-2 cable`, { cableFt: { ...cableFt, [awg]: Number(v) } })}
			/>
		{/each}
		<TextField
			label="Two-pole, times"
			value={show(prices.twoPole)}
			check={(v) => (Number(v) >= 1 && Number(v) <= 10 ? null : `1 to 10 times; got "${v}"`)}
			inputmode="decimal"
			onkeep={(v) => put('two-pole breakers', { twoPole: Number(v) })}
		/>
		<TextField
			label="Each additional room that goes dead"
			value={show(prices.perRoom)}
			check={isPrice}
			inputmode="decimal"
			onkeep={(v) => put('a room that goes dead', { perRoom: Number(v) })}
		/>
		<TextField
			label="Each refrigerator, alarm or pump"
			value={show(prices.perDelicate)}
			check={isPrice}
			inputmode="decimal"
			onkeep={(v) => put('a refrigerator that goes dead', { perDelicate: Number(v) })}
		/>
	</div>
</Fold>

<style>
	.ways {
		border: 1.5px solid var(--ink);
		border-radius: 4px;
		padding: var(--space-10) var(--space-12) var(--space-12);
		margin-bottom: var(--space-12);
	}
	header p {
		margin: 0;
	}
	.cards {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(210px, 1fr));
		gap: var(--space-12);
		margin-top: var(--space-10);
	}
	article {
		border: 1px solid var(--rule);
		border-radius: 4px;
		padding: var(--space-8) var(--space-10) var(--space-10);
	}
	article.first {
		border-color: var(--copper);
	}
	.price {
		margin: 0;
	}
	.price b {
		font-family: 'Barlow Condensed', sans-serif;
		font-size: var(--type-figure);
		line-height: 1;
	}
	ul {
		list-style: disc;
		margin: var(--space-6) 0;
		padding-left: var(--space-16);
		font-size: var(--type-small);
	}
	.trip {
		font-size: var(--type-small);
		margin: var(--space-4) 0 var(--space-8);
	}
	.trip button {
		border: 0;
		background: none;
		color: var(--copper);
		font-weight: 600;
		text-decoration: underline;
		padding: var(--space-4);
	}
	@media (max-width: 820px) {
		.trip button {
			min-height: 44px;
			min-width: 56px;
		}
	}
	.practice {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
		gap: var(--space-12);
		margin-top: var(--space-12);
	}
</style>
