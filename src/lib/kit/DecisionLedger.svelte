<script lang="ts">
	import type { Decision, Step } from '$core/model/result';
	import { show, withUnit } from '$core/units/quantity';
	import Btn from './Btn.svelte';
	import RuleChip from './RuleChip.svelte';

	interface Props {
		decision: Decision;
	}
	let { decision }: Props = $props();
	/** A longer list is folded after so many. */
	const FOLD_AFTER = 6;
	let all = $state(false);
	const steps = $derived(all || decision.steps.length <= FOLD_AFTER + 1 ? decision.steps : decision.steps.slice(0, FOLD_AFTER));
	const figure = (step: Step): string =>
		withUnit(typeof step.value === 'number' ? show(step.value, step.unit === 'ohm' ? 3 : 2) : step.value, step.unit);
</script>

<section class="decision">
	<header>
		<p class="figure">{decision.value}</p>
		<p class="soft title">{decision.title}</p>
	</header>
	<ol>
		{#each steps as step, i (i)}
			<li>
				<span class="label">
					{step.label}
					{#if step.formula}<small class={/\d\s*[x/+]|^x /.test(step.formula) ? 'mono' : ''}>{step.formula}</small>{/if}
					{#if step.rule}<RuleChip rule={step.rule} />{/if}
				</span>
				<span class="mono value">{figure(step)}</span>
			</li>
		{/each}
	</ol>
	{#if decision.steps.length > FOLD_AFTER + 1}
		<Btn small look="bare" onclick={() => (all = !all)}>{all ? 'Fewer steps' : `All ${decision.steps.length} steps`}</Btn>
	{/if}
	{#if decision.alternatives.length}
		<ul>
			{#each decision.alternatives as other, i (i)}
				<li><b>{other.value}</b> <small>{other.why}</small></li>
			{/each}
		</ul>
	{/if}
</section>

<style>
	.decision {
		border-top: 1px solid var(--rule);
		padding-top: var(--space-10);
	}
	header {
		display: flex;
		flex-wrap: wrap;
		justify-content: space-between;
		align-items: baseline;
		gap: var(--space-2) var(--space-10);
		margin-bottom: var(--space-4);
	}
	p {
		margin: 0;
	}
	.title {
		font-size: var(--type-note);
	}
	ol li {
		display: flex;
		justify-content: space-between;
		gap: var(--space-10);
		padding: var(--space-4) 0;
		border-bottom: 1px dotted var(--rule);
		font-size: var(--type-small);
	}
	.label {
		min-width: 0;
		overflow-wrap: anywhere;
	}
	small {
		color: var(--soft);
		font-size: var(--type-note);
		margin-right: var(--space-4);
	}
	.label small {
		display: block;
	}
	.value {
		font-weight: 600;
		text-align: right;
		flex: none;
		max-width: 46%;
	}
	ul li {
		padding: var(--space-4) 0;
		font-size: var(--type-note);
	}
</style>
