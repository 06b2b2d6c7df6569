<script lang="ts">
	import type { Rule } from '$core/model/result';
	interface Props {
		rule: Rule;
	}
	let { rule }: Props = $props();
	const isSection = $derived(/^(\d|Chapter)/.test(rule.section));
</script>

<span class="rule" title={`${isSection ? `NEC ${rule.edition}, ` : ''}${rule.section}: ${rule.title}`}>{rule.section}</span>
{#if rule.confidence === 'check'}<span class="check">check with your AHJ</span>{/if}

<style>
	.rule {
		color: var(--copper);
		font-family: 'Barlow Condensed', sans-serif;
		font-weight: 600;
		font-size: var(--type-note);
		border-bottom: 1px solid var(--copper);
		white-space: nowrap;
	}
	.check {
		color: var(--look);
		font-size: var(--type-body);
		font-weight: 600;
		white-space: nowrap;
	}
</style>
