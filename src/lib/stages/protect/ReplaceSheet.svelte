<script lang="ts">
	import Wide from '$lib/kit/Wide.svelte';
	import { replaceAdvice } from '$core/protection/articles/406-4-d-replace-advice';
	import { useJob } from '$lib/store/use-job';
	import { atTop } from '$lib/kit/at-top';
	import Mark from '$lib/kit/Mark.svelte';
	import { GROUND_SAID } from './ground-said';
	import ReplaceChoices from './ReplaceChoices.svelte';
	import ReplaceTogether from './ReplaceTogether.svelte';

	/** Existing receptacles, what their ground is known by, and what may lawfully take their place. */
	const store = useJob();
	const rows = $derived(
		store.job.boxes.flatMap((box) => {
			if (box.state !== 'found') return [];
			const device = box.devices.find((d) => d.receptacles > 0 && d.volts === 120);
			const advice = device && replaceAdvice(store.ruled, { box, device }, store.readings);
			return device && advice ? [{ box, device, advice, room: store.index.rooms.get(box.roomId ?? '')?.name ?? '' }] : [];
		})
	);
	const chosen = $derived(rows.find((r) => r.box.id === store.box?.id));
</script>

<ReplaceTogether />
{#if chosen}
	{@const { advice } = chosen}
	{#key chosen.box.id}
		<section class="chosen" {@attach atTop}>
			<h2>{chosen.box.name}, {chosen.room}</h2>
			<ReplaceChoices box={chosen.box} {advice} />
		</section>
	{/key}
{:else if rows.length}<p class="soft">
		Pick an existing receptacle: allowed replacements with labels, lowest added cost first.
	</p>{/if}
<Wide
	><table class="data">
		<thead><tr><th>Box</th><th>Room</th><th>Face</th><th>Ground</th><th>First choice</th></tr></thead>
		<tbody>
			{#each rows as r (r.box.id)}
				{@const [mark, words] = GROUND_SAID[r.advice.ground.state]}
				<tr class="pick" aria-selected={r.box.id === chosen?.box.id}>
					<td
						><button type="button" class="row" onclick={() => store.select({ kind: 'box', id: r.box.id })}>{r.box.name}</button
						></td
					>
					<td>{r.room}</td>
					<td>{r.device.slots === 'two-slot' ? 'two-slot' : 'grounding'}{r.device.state === 'found' ? '' : ', to be replaced'}</td
					>
					<td><Mark kind={mark} /> {words}</td>
					<td>{r.advice.choices[0]?.title ?? ''}</td>
				</tr>
			{:else}<tr
					><td colspan="5">No existing receptacle in a room. New outlets need a ground; this page is for replacements.</td></tr
				>{/each}
		</tbody>
	</table></Wide
>

<style>
	.chosen {
		border: 1.5px solid var(--ink);
		border-radius: 4px;
		padding: var(--space-10) var(--space-12);
		margin-bottom: var(--space-12);
	}
	td:first-child {
		white-space: nowrap;
	}
</style>
