<script lang="ts">
	import { beginWork } from '$core/edit/works';
	import { chosenWay } from '$core/work/choose';
	import type { Box } from '$core/model/job';
	import type { ReplaceAdvice, ReplaceChoice } from '$core/protection/articles/406-4-d-replace-advice';
	import { money } from '$core/units/money';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';
	import { GROUND_READ, GROUND_SAID } from './ground-said';

	interface Props {
		box: Box;
		advice: ReplaceAdvice;
	}
	/** The allowed ways to replace a receptacle, lowest added cost first, each with what it brings. */
	let { box, advice }: Props = $props();
	const store = useJob();
	const claim = $derived(store.places.get(box.id)?.outlets[0]?.ground);
	const said = $derived(claim?.is === 'yes' ? GROUND_READ : GROUND_SAID[advice.ground.state]);
	const take = (c: ReplaceChoice, fix: ReplaceChoice['fix'] = c.fix) =>
		void store.act(`${box.name}: ${c.title}`, (act) => beginWork(chosenWay(box.id, c, fix), act, freshId));
	/** A jumper is a part of a work of its own: it comes off before anything is chosen. */
	const takeOff = () =>
		void store.act(`${box.name}: take the jumper off`, (act) =>
			beginWork({ boxId: box.id, title: 'Jumper off', fix: null, jumperAt: box.id }, act, freshId)
		);
</script>

<p><Mark kind={said[0]} /> <b>{said[1]}</b>. {advice.ground.why}</p>
{#if advice.first}<p class="first" role="alert"><Mark kind="bad" /> <b>First:</b> {advice.first}</p>
	<Btn look="main" onclick={takeOff}>Take the jumper off</Btn>
{:else if advice.ground.ask}<p class="ask">First: {advice.ground.ask}</p>{/if}
{#if advice.duties.length}
	<p>A replacement here also requires:</p>
	<ul>
		{#each advice.duties as d (d.text)}<li>{d.text} <RuleChip rule={d.rule} /></li>{/each}
	</ul>
{/if}
<ol>
	{#each advice.choices as c (c.id)}
		<li>
			<h3>{c.title} <RuleChip rule={c.rule} /></h3>
			<p>
				{c.does}{#if c.price !== null}<span class="cost">Adds <b class="mono">{money(c.price)}</b> by the price list.</span>{/if}
			</p>
			{#if c.labels.length}<p>
					Label: {#each c.labels as l (l)}<span class="label">{l}</span>
					{/each}
				</p>{/if}
			{#if c.needs.length}<p class="soft">Needs: {c.needs.map((n) => n.replace(/\.$/, '')).join('; ')}.</p>{/if}
			<p class="soft">A plug-in tester: {c.tester}</p>
			{#each c.warns as w (w)}<p><Mark kind="caution" /> {w}</p>{/each}
			{#if c.wholeRun}
				{@const { wholeRun } = c}
				<Btn small onclick={() => take(c, wholeRun)}>{wholeRun.label}</Btn>
			{/if}
			{#if c.fix}<Btn small onclick={() => take(c)}>{c.fix.label}</Btn>{/if}
		</li>
	{/each}
</ol>

<style>
	p {
		margin: var(--space-4) 0;
	}
	.first {
		border-left: 6px solid var(--stop);
		background: var(--paper);
		padding: var(--space-6) var(--space-12);
	}
	.ask {
		color: var(--look);
		font-weight: 600;
	}
	ul {
		list-style: disc;
		margin: var(--space-2) 0 var(--space-8);
		padding-left: var(--space-16);
	}
	ol {
		list-style: decimal;
		margin: var(--space-8) 0 0;
		padding-left: var(--space-24);
		display: grid;
		gap: var(--space-12);
	}
	h3 {
		font-size: var(--type-lead);
	}
	.cost {
		margin-left: var(--space-4);
	}
	.label {
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		padding: 0 var(--space-6);
		font-weight: 600;
		font-size: var(--type-body);
		white-space: nowrap;
	}
</style>
