<script lang="ts">
	import type { FieldFault } from '$core/model/result';
	interface Props {
		title: string;
		faults: readonly FieldFault[];
	}
	let { title, faults }: Props = $props();
	const MOST = 12;
</script>

<div class="faults" role="alert">
	<b>{title}</b>
	<ul>
		{#each faults.slice(0, MOST) as f, i (i)}<li><span class="mono">{f.path}</span> {f.message}</li>{/each}
		{#if faults.length > MOST}<li>and {faults.length - MOST} more</li>{/if}
	</ul>
</div>

<style>
	.faults {
		border: 1.5px solid var(--stop);
		border-left-width: 6px;
		border-radius: 3px;
		padding: var(--space-8) var(--space-12);
		margin-bottom: var(--space-12);
		overflow-wrap: anywhere;
	}
	ul {
		margin: var(--space-4) 0 0;
		padding-left: var(--space-16);
	}
	.mono {
		font-weight: 600;
	}
</style>
