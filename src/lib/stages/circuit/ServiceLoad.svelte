<script lang="ts">
	import { BreakerName } from '$core/model/breaker-name';
	import { ifKnown } from '$core/model/known';
	import CrossBtn from '$lib/kit/CrossBtn.svelte';
	import { GENERIC_APPLIANCES } from '$core/circuits/generic-appliances';
	import { existingLoad, measuredLoad } from '$core/circuits/service/220-83-220-87-existing-load';
	import { serviceConductors } from '$core/circuits/service/310-12-service-conductors';
	import { serviceLoad } from '$core/circuits/service/220-82-service-load';
	import type { ServiceAppliance } from '$core/circuits/service/service-appliance';
	import {
		appliancesOf,
		countsAs,
		floorArea,
		nameplateVa,
		serviceCaseOf,
		serviceLacks,
		serviceRating
	} from '$core/circuits/service/service-of-job';
	import { editJob } from '$core/edit/job';
	import { setLoad } from '$core/edit/circuits';
	import type { Circuit } from '$core/model/job';
	import { inWords, SERVICE_KINDS, type ServiceKind } from '$core/model/kinds';
	import { counted, show, withUnit } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import TextField from '$lib/kit/fields/TextField.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';

	const store = useJob();
	/** Both methods of a new service; and two of adding to a house that stands. */
	const WAYS = {
		standard: 'Standard method',
		optional: 'Optional method',
		existing: 'Adding to it',
		measured: 'By meter data'
	} as const;
	type Way = keyof typeof WAYS;
	let method = $state<Way>('optional');
	const peakKw = $derived(store.job.peakKw ?? null);
	/** Not in the job: what the service would carry with it. */
	let more = $state.raw<ServiceAppliance[]>([]);
	const area = $derived(floorArea(store.known));
	const appliances = $derived(appliancesOf(store.known));
	const have = $derived(ifKnown(() => serviceRating(store.known)));
	const reckon = (extra: readonly ServiceAppliance[]) => {
		const c = serviceCaseOf(store.known, method === 'standard' ? 'standard' : 'optional', method === 'existing' ? [] : extra);
		if (!c) return null;
		if (method === 'existing') return { serviceA: null, ...existingLoad(store.edition, c, extra) };
		if (method === 'measured') return { serviceA: null, ...measuredLoad(store.edition, peakKw ?? 0, extra) };
		return serviceLoad(store.edition, c);
	};
	const forNew = $derived(method === 'standard' || method === 'optional');
	const now = $derived(reckon([]));
	const then = $derived(more.length ? reckon(more) : null);
	const result = $derived(then ?? now);
	/** By a meter everything is in the reading. */
	const lacks = $derived(method === 'measured' ? (peakKw === null ? ['the peak demand'] : []) : serviceLacks(store.known));
	const least = $derived(lacks.length ? 'at least ' : '');
	/** Conductors of the service that is there, else of the one that is asked for. */
	const wires = $derived.by(() => {
		const rating = have ?? result?.serviceA;
		return rating ? serviceConductors(store.edition, rating) : null;
	});
	const kinds = [
		{ value: 'none' as const, name: 'not by itself' },
		...SERVICE_KINDS.map((value) => ({ value, name: inWords(value) }))
	];
	const isArea = (v: string) => (Number(v) >= 1 && Number(v) <= 100_000 ? null : `Square feet, 1 to 100,000; got "${v}"`);
	const count = (circuit: Circuit, counts: ServiceKind | 'none') =>
		circuit.load &&
		store.edit(
			`${BreakerName(store.job, circuit)} counts as ${inWords(counts)}`,
			setLoad(circuit.id, { ...circuit.load, counts })
		);
	function whatIf(name: string): void {
		const found = GENERIC_APPLIANCES.find((a) => a.name === name);
		if (!found) return;
		const load = { ...found.load, name };
		const kind = countsAs(load);
		if (kind !== 'none') more = [...more, { name, kind, va: nameplateVa(load) }];
	}
</script>

{#if !result || area === null}
	<p>The floor area is not known: type it here, or give the rooms their walls in Walk.</p>
	<TextField
		label="Floor area, sq ft"
		value=""
		check={isArea}
		inputmode="decimal"
		onkeep={(v) => store.edit('Floor area', editJob({ areaSqFt: Number(v) }))}
	/>
{:else}
	<div class="top">
		<div class="total" role="status">
			<b
				>{#if method === 'measured' && peakKw === null}?{:else}{#if least}<small>at least</small>{/if}
					{show(result.amps, 1)}{/if} A</b
			>
			<span
				>{#if method !== 'measured' || peakKw !== null}{least}{show(result.va, 0)} VA at 240 V{/if}{#if forNew && !lacks.length};
					service {result.serviceA === null ? 'over standard ratings' : `${result.serviceA} A`}{/if}</span
			>
			{#if have === null}
				<p><Mark kind="unknown" word /> the rating of the service is not entered</p>
			{:else if result.amps > have}
				<p class="over"><Mark kind="violation" word /> {least}{show(result.amps - have, 1)} A more than the {have} A existing</p>
			{:else if lacks.length}
				<p><Mark kind="unknown" word /> whether the {have} A existing carries it</p>
			{:else}
				<p>
					<Mark kind="good" /> within the {have} A existing, {show(have - result.amps, 1)} A left{#if method !== 'measured'}, by
						the {counted(store.job.circuits.length, 'circuit')} entered{/if}
				</p>
			{/if}
			{#if lacks.length}<p class="soft">Not known: {lacks.join('; ')}.</p>{/if}
			{#if then && now}<p class="soft">Without what is added: {show(now.amps, 1)} A.</p>{/if}
		</div>
		<div class="choose">
			{#each Object.entries(WAYS) as [way, name] (way)}
				<Btn small pressed={method === way} onclick={() => (method = way as Way)}>{name}</Btn>
			{/each}
		</div>
	</div>
	{#if method === 'measured'}
		<div class="measured">
			<TextField
				label="Peak demand in a year, kW"
				value={peakKw === null ? '' : show(peakKw, 2)}
				placeholder="from the meter"
				check={(v) => (Number(v) > 0 && Number(v) <= 100 ? null : `Kilowatts, up to 100; got "${v}"`)}
				inputmode="decimal"
				onkeep={(v) => store.edit('Peak demand', editJob({ peakKw: Number(v) }))}
			/>
			<p class="soft">
				From a year of meter data, or a 30-day recording with the season's largest load on. No generation or storage behind the
				meter.
			</p>
		</div>
	{/if}
	<div class="columns">
		<section>
			<h2>What counts</h2>
			<div class="two">
				<TextField
					label="Floor area, sq ft"
					value={show(area, 1)}
					check={isArea}
					inputmode="decimal"
					onkeep={(v) => store.edit('Floor area', editJob({ areaSqFt: Number(v) }))}
				/>
				<SelectField
					label="What if you add"
					value=""
					options={[{ value: '', name: 'add to see' }, ...GENERIC_APPLIANCES.map((a) => ({ value: a.name, name: a.name }))]}
					onkeep={whatIf}
				/>
			</div>
			<table class="data">
				<thead><tr><th>Appliance</th><th>Counts as</th><th class="num">VA</th></tr></thead>
				<tbody>
					{#each appliances as a (a.circuit.id)}
						<tr>
							<td
								><button type="button" class="row" onclick={() => store.select({ kind: 'circuit', id: a.circuit.id })}
									>{a.name}</button
								></td
							>
							<td class="kind"
								><SelectField
									label={`${a.name} counts as`}
									value={a.kind as ServiceKind | 'none'}
									options={kinds}
									onkeep={(v) => count(a.circuit, v)}
								/></td
							>
							<td class="num">{show(a.va, 0)}</td>
						</tr>
					{/each}
					{#each more as a, i (i)}
						<tr class="if">
							<td>{a.name}, if added</td>
							<td>{inWords(a.kind)}</td>
							<td class="num"
								>{show(a.va, 0)}
								<CrossBtn label={`Without the ${a.name}`} onclick={() => (more = more.filter((_, k) => k !== i))} /></td
							>
						</tr>
					{/each}
				</tbody>
			</table>
		</section>
		<section>
			<h2>Calculation</h2>
			<ol>
				{#each result.steps as step, i (i)}
					<li>
						<span
							>{step.label}{#if step.formula}<small>{step.formula}</small>{/if}{#if step.rule}&nbsp;<RuleChip
									rule={step.rule}
								/>{/if}</span
						>
						<span class="mono">{withUnit(typeof step.value === 'number' ? show(step.value, 1) : step.value, step.unit)}</span>
					</li>
				{/each}
				{#each wires?.steps ?? [] as step, i (i)}
					<li>
						<span
							>{step.label}<small>{step.formula}</small>{#if step.rule}&nbsp;<RuleChip rule={step.rule} />{/if}</span
						>
						<span class="mono">{withUnit(typeof step.value === 'number' ? show(step.value, 1) : step.value, step.unit)}</span>
					</li>
				{/each}
			</ol>
		</section>
	</div>
{/if}

<style>
	.top {
		display: flex;
		flex-wrap: wrap;
		justify-content: space-between;
		gap: var(--space-12);
	}
	.total b {
		font-family: 'IBM Plex Mono', monospace;
		font-size: var(--type-big);
		line-height: 1.1;
		display: block;
	}
	.total b small {
		font-family: inherit;
		font-size: var(--type-lead);
	}
	.total p {
		margin: var(--space-4) 0 0;
	}
	.over {
		color: var(--stop);
		font-weight: 600;
	}
	.measured {
		display: grid;
		grid-template-columns: 240px 1fr;
		gap: var(--space-12);
		align-items: end;
		margin-top: var(--space-10);
	}
	.measured p {
		margin: 0;
		font-size: var(--type-small);
	}
	.choose {
		flex-wrap: wrap;
		display: flex;
		gap: var(--space-8);
		align-items: start;
	}
	.columns {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: var(--space-24);
		margin-top: var(--space-12);
	}
	h2 {
		margin: 0 0 var(--space-8);
		font-size: var(--type-lead);
	}
	/* The column's head names the field; its own label is for those who cannot see that. */
	.kind :global(label) {
		position: absolute;
		width: 1px;
		height: 1px;
		overflow: hidden;
		clip-path: inset(50%);
	}
	.if td {
		color: var(--copper);
	}
	li {
		display: flex;
		justify-content: space-between;
		gap: var(--space-12);
		padding: var(--space-6) 0;
		border-bottom: 1px dotted var(--rule);
	}
	li small {
		display: block;
		color: var(--soft);
		font-size: var(--type-note);
	}
	.mono {
		white-space: nowrap;
	}
	@media (max-width: 820px) {
		.columns {
			grid-template-columns: 1fr;
		}
	}
</style>
