<script lang="ts">
	import type { ProtectionRow } from '$core/protection/assess-protection';
	import { inWords } from '$core/model/kinds';
	import { useJob } from '$lib/data/job-store.svelte';
	import Mark from '$lib/ui/Mark.svelte';

	interface Props {
		rows: readonly ProtectionRow[];
	}
	let { rows }: Props = $props();
	const store = useJob();
</script>

<table class="data">
	<thead
		><tr
			><th>Box</th><th class="wide-only">Room</th><th>Outlet</th><th>GFCI</th><th>AFCI</th><th class="wide-only">Type, cover</th
			></tr
		></thead
	>
	<tbody>
		{#each rows as row (row.deviceId)}
			<tr class="pick" aria-selected={store.selection?.id === row.boxId}>
				<td class="name"
					>{#if row.level === 'bad'}<Mark kind="violation" />
					{/if}<button type="button" class="row" onclick={() => store.select({ kind: 'box', id: row.boxId })}
						>{row.boxName}</button
					></td
				>
				<td class="wide-only">{row.roomName}</td>
				<td>{row.what}</td>
				{#each [row.gfci, row.afci] as need, i (i)}
					<td>
						{#if need.required}
							<Mark kind={need.by ? 'good' : need.existing ? 'advice' : 'violation'} />
							{need.by ? `by ${need.by}` : need.existing ? 'none, existing' : 'none'}
							<span class="rule">{need.section}</span>
						{:else}
							<span class="soft">not required</span>
						{/if}
					</td>
				{/each}
				<td class="soft wide-only"
					>{[row.tamperResistant && 'TR', row.weatherResistant && 'WR', row.cover !== 'none' && `${inWords(row.cover)} cover`]
						.filter(Boolean)
						.join(', ')}</td
				>
			</tr>
		{:else}
			<tr><td colspan="6">Nothing to show: an outlet is checked once its box has a room.</td></tr>
		{/each}
	</tbody>
</table>

<style>
	.name {
		white-space: nowrap;
	}
	.rule {
		color: var(--copper);
		font:
			600 13px 'Barlow Condensed',
			sans-serif;
		white-space: nowrap;
	}
</style>
