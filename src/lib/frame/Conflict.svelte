<script lang="ts">
	import type { ConflictLine } from '$core/edit/merge/say-conflict';
	import type { PieceConflict } from '$lib/store/edits';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';

	/** An edit of this tab that met another tab's: both values, and the choice between them. */
	interface Props {
		conflict: PieceConflict;
		lines: ConflictLine[];
		canInsist: boolean;
	}
	let { conflict, lines, canInsist }: Props = $props();
	const store = useJob();
	const MOST = 4;
</script>

<div class="fault-line conflict" role="alert">
	<div class="what">
		<p>Not kept: {conflict.piece.label}. The same thing was changed in another tab.</p>
		<table class="data">
			<thead><tr><th>What</th><th>Now</th><th>Yours</th></tr></thead>
			<tbody>
				{#each lines.slice(0, MOST) as line, i (i)}<tr><td>{line.where}</td><td>{line.theirs}</td><td>{line.yours}</td></tr
					>{/each}
			</tbody>
		</table>
		{#if lines.length > MOST}<p class="soft">and {lines.length - MOST} more</p>{/if}
	</div>
	<div class="acts buttons">
		{#if canInsist}<Btn small onclick={() => store.insist(conflict)}>Use yours</Btn>{/if}
		<Btn small look={canInsist ? 'quiet' : undefined} onclick={() => store.dismiss(conflict)}>Leave as it is now</Btn>
	</div>
</div>

<style>
	.fault-line {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: var(--space-12);
		padding: var(--space-6) var(--space-16);
		background: var(--sheet);
		border-bottom: 1.5px solid var(--look);
		border-left: 8px solid var(--look);
	}
	.what {
		flex: 1 1 320px;
		max-height: 30vh;
		overflow-y: auto;
	}
	p {
		margin: 0;
		font-weight: 600;
	}
	td:last-child {
		font-weight: 600;
	}
</style>
