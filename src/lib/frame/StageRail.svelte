<script lang="ts">
	import Count from '$lib/kit/Count.svelte';
	import { steady } from '$core/model/like-before';
	import { STAGES, type Stage } from '$core/model/kinds';
	import { jobAddress } from '$lib/store/address';
	import { useJob } from '$lib/store/use-job';
	import { STAGE_NAMES, stageNumber } from '$lib/frame/stages';

	interface Props {
		stage: Stage;
		/** A stage was chosen: for a drawer that closes. */
		onchoose?: () => void;
	}
	let { stage, onchoose }: Props = $props();
	const store = useJob();
	const like = steady();
	const counts = $derived(
		like(
			STAGES.map((key) => {
				const { findings, failed } = store.assessment.stages[key];
				const count = (severity: string) => findings.filter((f) => f.severity === severity).length;
				return { key, failed, violations: count('violation'), cautions: count('caution'), todo: store.assessment.todo[key] };
			})
		)
	);
</script>

<nav class="rail no-print" aria-label="Stages">
	{#each counts as c (c.key)}
		<a
			href={jobAddress(store.id, c.key, { view: store.views[c.key] })}
			aria-current={c.key === stage ? 'page' : undefined}
			onclick={onchoose}
		>
			<span class="n">{stageNumber(c.key)}</span>
			<span class="name">{STAGE_NAMES[c.key].name}</span>
			{#if c.failed}<Count n="?" of="could not be calculated" level="violations" />{/if}
			{#if c.violations}<Count n={c.violations} level="violations" />{/if}
			{#if c.cautions}<Count n={c.cautions} level="cautions" />{/if}
			{#if !c.failed && !c.violations && !c.cautions && c.todo}<Count n={c.todo} level="todo" />{/if}
		</a>
	{/each}
	<p class="modest">
		An aid for qualified people. Local code and the authority having jurisdiction decide; not a substitute for a licensed
		electrician.
	</p>
</nav>

<style>
	.rail {
		display: flex;
		flex-direction: column;
		background: var(--paper);
		padding-top: var(--space-10);
		overflow-y: auto;
		height: 100%;
	}
	a {
		display: flex;
		align-items: center;
		gap: var(--space-4);
		min-height: 40px;
		flex: none;
		padding: 0 var(--space-10) 0 var(--space-8);
		border-left: 5px solid transparent;
		text-decoration: none;
		color: var(--ink);
		font-size: var(--type-body);
	}
	a[aria-current] {
		background: var(--sheet);
		border-left-color: var(--copper);
		font-weight: 600;
	}
	.n {
		width: 20px;
		font-size: var(--type-note);
		color: var(--soft);
		font-weight: 400;
	}
	.name {
		margin-right: auto;
		white-space: nowrap;
	}
	.modest {
		margin: auto 0 0;
		padding: var(--space-12);
		font-size: var(--type-note);
		line-height: 1.35;
		color: var(--soft);
	}
	@media (max-width: 820px) {
		a {
			min-height: 48px;
		}
	}
</style>
