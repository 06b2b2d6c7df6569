<script lang="ts">
	import Wide from '$lib/kit/Wide.svelte';
	import { EDITIONS, type EditionKey } from '$core/model/kinds';
	import { compareEditions } from '$core/protection/compare-editions';
	import { counted } from '$core/units/quantity';
	import { money, moneyMore } from '$core/units/money';
	import { useJob } from '$lib/store/use-job';
	import SelectField from '$lib/kit/fields/SelectField.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';

	/** The same job under another edition: what changes, and what it costs. */
	const store = useJob();
	let there = $state<EditionKey | null>(null);
	const other = $derived(there ?? EDITIONS.filter((k) => k !== store.job.edition).at(-1) ?? '2020');
	const compared = $derived(compareEditions(store.known, { here: store.job.edition, there: other }, store.readings));
	const price = (p: number | null) => (p === null ? (compared.notKnown.length ? 'not known' : 'cannot be met') : money(p));
	const more = $derived((compared.price.there ?? 0) - (compared.price.here ?? 0));
</script>

<div class="head">
	<SelectField
		label={`NEC ${store.job.edition} beside`}
		value={other}
		options={EDITIONS.filter((k) => k !== store.job.edition).map((value) => ({ value, name: `NEC ${value}` }))}
		onkeep={(v) => (there = v)}
	/>
	<p class="big"><b>{compared.changes.length}</b> {compared.changes.length === 1 ? 'outlet changes' : 'outlets change'}</p>
	<p class="big">
		<b>{moneyMore(more)}</b> for breakers and devices: {price(compared.price.here)} here,
		{price(compared.price.there)} by {other}
	</p>
	{#if compared.notKnown.length}
		<p>Not compared: {compared.notKnown.join(' ')}</p>
	{/if}
</div>
<Wide
	><table class="data">
		<thead
			><tr><th>Box</th><th>Room</th><th>Outlet</th><th>What</th><th>{store.job.edition}</th><th>{other}</th><th>Section</th></tr
			></thead
		>
		<tbody>
			{#each compared.changes as c, i (i)}
				{#each c.changes as x (x.of)}
					<tr>
						<td
							><button type="button" class="row" onclick={() => store.select({ kind: 'box', id: c.boxId })}>{c.boxName}</button
							></td
						>
						<td>{c.roomName}</td>
						<td>{c.what}</td>
						<td>{x.of}</td>
						<td>{x.here}</td>
						<td><b>{x.there}</b></td>
						<td
							>{#if x.rule}<RuleChip rule={x.rule} />{/if}</td
						>
					</tr>
				{/each}
			{:else}<tr><td colspan="7">No changes: both editions require the same for every outlet in this job.</td></tr>{/each}
		</tbody>
	</table></Wide
>
<p class="soft">
	Local amendments and the permit date of this job apply to both. {counted(store.job.amendments.length, 'amendment')}.
</p>

<style>
	.head {
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-10) var(--space-24);
		align-items: end;
		margin-bottom: var(--space-12);
	}
	td:first-child {
		white-space: nowrap;
	}
	.big {
		margin: 0;
	}
	.big b {
		font-family: 'Barlow Condensed', sans-serif;
		font-size: var(--type-figure);
		line-height: 1;
	}
</style>
