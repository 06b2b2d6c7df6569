<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { Finding } from '$core/model/result';
	import Btn from './Btn.svelte';
	import Mark from './Mark.svelte';
	import RuleChip from './RuleChip.svelte';

	interface Props {
		finding: Finding;
		/** The user pressed Fix: apply `finding.fix` to the job. */
		onfix: (finding: Finding) => void;
		/** The user asked to see what it is about. */
		onshow?: ((finding: Finding) => void) | undefined;
		/** The user wants to enter the fact that is missing. */
		onenter?: ((finding: Finding) => void) | undefined;
		/** Where else it is so. */
		children?: Snippet;
	}
	let { finding, onfix, onshow, onenter, children }: Props = $props();
</script>

<article data-severity={finding.severity}>
	<p>
		<Mark kind={finding.severity} word />
		<span>{finding.message}</span>
		<RuleChip rule={finding.rule} />
	</p>
	{#if finding.amendedBy}<p class="amended">amended: {finding.amendedBy}</p>{/if}
	{#if finding.fix || onshow || (finding.fact && onenter)}
		<div class="do">
			{#if finding.fix}<Btn small onclick={() => onfix(finding)}>{finding.fix.label}</Btn>{/if}
			{#if finding.fact && onenter}<Btn small onclick={() => onenter(finding)}>Enter it</Btn>{/if}
			{#if onshow}<Btn small look="quiet" onclick={() => onshow(finding)}>Show</Btn>{/if}
		</div>
	{/if}
	{@render children?.()}
</article>

<style>
	article {
		border: 1.5px solid var(--rule);
		border-left: 6px solid var(--soft);
		border-radius: 3px;
		padding: var(--space-8) var(--space-10);
		background: var(--sheet);
	}
	article[data-severity='violation'] {
		border-color: var(--stop);
	}
	article[data-severity='caution'] {
		border-color: var(--look);
	}
	p {
		margin: 0;
		overflow-wrap: anywhere;
	}
	p > :global(.mark) {
		margin-right: var(--space-4);
		vertical-align: -2px;
	}
	.amended {
		color: var(--copper);
		font-weight: 600;
		font-size: var(--type-body);
	}
	.do {
		margin-top: var(--space-8);
		display: flex;
		flex-wrap: wrap;
		gap: var(--space-8);
	}
</style>
