<script lang="ts">
	import { permitWords } from '$core/handover/permit-words';
	import { BreakerName, breakerNames, capital } from '$core/model/breaker-name';
	import { sayRating } from '$core/model/fact-words';
	import { multiwireOf, type Multiwire } from '$core/circuits/articles/210-4-multiwire';
	import { runOf } from '$core/run/runs';
	import { cableName } from '$core/rough/take-off';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import { ifKnown } from '$core/model/known';
	import Mark from '$lib/kit/Mark.svelte';
	import RuleChip from '$lib/kit/RuleChip.svelte';

	/** Why two hots may share a neutral, a page for each such circuit, to be printed and left in the panel. */
	const store = useJob();
	const pages = $derived(
		store.known.circuits.flatMap((c): Multiwire[] => {
			const m = ifKnown(() => multiwireOf(store.edition, store.known, c));
			return m && m.circuits[0].id === c.id ? [m] : [];
		})
	);
	const title = (m: Multiwire) =>
		m.circuits.length === 2
			? `${capital(breakerNames(store.job, m.circuits))} on one neutral`
			: `${BreakerName(store.job, m.circuits[0])}, two poles and a neutral`;
	const boxesOf = (m: Multiwire) => [
		...new Set(m.circuits.flatMap((c) => runOf(store.job, c).nodes.map((n) => store.index.boxes.get(n.boxId)?.name ?? '')))
	];
	const cablesOf = (m: Multiwire) => [
		...new Set(m.circuits.flatMap((c) => runOf(store.job, c).nodes.map((n) => cableName(n.cable))))
	];
</script>

{#each pages as m (m.circuits[0].id)}
	<article>
		<header>
			<h2>{title(m)}</h2>
			<p class="soft">
				{store.job.name}{store.job.place ? `, ${store.job.place}` : ''}. NEC {store.job.edition}, {permitWords(store.job)}.
			</p>
		</header>
		<p class="verdict">
			{#if m.findings.length}<Mark kind={m.findings.some((f) => f.severity === 'violation') ? 'violation' : 'caution'} word />
				{m.findings.length} of these points are not met.
			{:else}<Mark kind="good" /> Checked against the points below: all met. Two hots on opposite service legs share one neutral, which
				carries only their difference.{/if}
		</p>
		<dl>
			{#each m.circuits as c (c.id)}<div>
					<dt>{BreakerName(store.job, c)}</dt>
					<dd>{c.name}, {sayRating(c)}</dd>
				</div>{/each}
			<div>
				<dt>Boxes</dt>
				<dd>{boxesOf(m).join(', ') || 'none yet'}</dd>
			</div>
			<div>
				<dt>Cable</dt>
				<dd>{cablesOf(m).join('; ') || 'none yet'}</dd>
			</div>
		</dl>
		<table class="data">
			<thead><tr><th>What was checked</th><th>As found</th><th>So</th><th>Section</th></tr></thead>
			<tbody>
				{#each m.points as p, i (i)}
					<tr>
						<td>{p.label}</td>
						<td>{p.value}</td>
						<td class="so"
							>{#if p.outcome === 'met'}<Mark kind="good" />{:else if p.outcome === 'short'}<Mark kind="violation" />{:else}<Mark
									kind="unknown"
								/>{/if}
							{p.formula}</td
						>
						<td
							>{#if p.rule}<RuleChip rule={p.rule} />{/if}</td
						>
					</tr>
				{/each}
			</tbody>
		</table>
		<p>
			Before working on it: switch both hots off and verify both dead. Never open the neutral while either hot is on: everything
			downstream would be in series across 240 V.
		</p>
		<p class="soft">An aid for qualified people. Local code and the authority having jurisdiction decide.</p>
	</article>
{:else}
	<p>
		No circuits share a neutral. Pair two that do in a circuit's slip, under Facts; this page then shows, point by point, what is
		met and what is not.
	</p>
{/each}
{#if pages.length}<div class="no-print">
		<Btn look="main" onclick={() => print()}>Print {pages.length === 1 ? 'the page' : `${pages.length} pages`}</Btn>
	</div>{/if}

<style>
	article {
		border: 1.5px solid var(--ink);
		border-radius: 4px;
		padding: var(--space-12) var(--space-16);
		margin-bottom: var(--space-16);
		max-width: 760px;
	}
	header p {
		margin: var(--space-2) 0 0;
	}
	.verdict {
		font-size: var(--type-lead);
		margin: var(--space-10) 0;
	}
	dl {
		margin: 0 0 var(--space-10);
	}
	dl div {
		display: grid;
		grid-template-columns: 96px 1fr;
		padding: var(--space-2) 0;
	}
	dt {
		color: var(--soft);
	}
	dd {
		margin: 0;
	}
	.so {
		white-space: nowrap;
	}
	@media print {
		article {
			border: 0;
			padding: 0;
			max-width: none;
			break-after: page;
		}
	}
</style>
