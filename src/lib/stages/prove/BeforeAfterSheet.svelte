<script lang="ts">
	import { breakerName } from '$core/model/breaker-name';
	import { sayMoment } from '$lib/clock';
	import { limitsOf } from '$core/prove/limits';
	import { beforeAndAfter } from '$core/prove/before-after';
	import { readingValue, readingWords } from '$core/model/reading';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	/** The readings of a box before the work and after it, as a paper for the customer. */
	const store = useJob();
	const boxes = $derived(
		store.box ? [store.box] : store.job.boxes.filter((b) => store.readings.some((r) => r.boxId === b.id && r.phase && !r.struck))
	);
	const limits = $derived(limitsOf(store.job));
	const rows = $derived(boxes.map((box) => ({ box, lines: beforeAndAfter(store.readings, box.id, limits) })));
	const some = $derived(rows.some((r) => r.lines.length));
	const CHANGE = {
		// As before may be as bad as before: no mark of good for either.
		better: [null, 'better'],
		same: [null, 'as before'],
		worse: ['bad', 'worse than before'],
		repaired: ['good', 'repaired'],
		changed: ['look', 'changed']
	} as const;
	const half = (h: string, box: (typeof boxes)[number]) =>
		h === 'lower' || box.devices.some((d) => d.switched === 'half' || d.yoke) ? `, ${h} half` : '';
</script>

<div class="no-print acts"><Btn look="main" disabled={!some} onclick={() => print()}>Print</Btn></div>
{#each rows as { box, lines } (box.id)}
	{@const [first] = lines}
	<article>
		<header>
			<h2>Before and after the work: {box.name}</h2>
			<p>
				{[
					store.job.name,
					store.job.place,
					box.roomId && store.index.rooms.get(box.roomId)?.name,
					store.circuit && `${breakerName(store.job, store.circuit)}`
				]
					.filter(Boolean)
					.join(', ')}
			</p>
			{#if first}<p class="soft">
					Before {sayMoment(first.before.at)} by {first.before.by || 'not entered'}, {first.before.instrument}; after {sayMoment(
						first.after.at
					)} by {first.after.by || 'not entered'}, {first.after.instrument}
				</p>{/if}
		</header>
		{#if lines.length}
			<table class="data">
				<thead><tr><th>Reading</th><th class="num">Before</th><th class="num">After</th><th>Change</th></tr></thead>
				<tbody>
					{#each lines as l (l.kind + l.half)}
						{@const [mark, words] = CHANGE[l.change]}
						<tr>
							<td>{readingWords(l.kind)}{half(l.half, box)}</td>
							<td class="num">{readingValue(l.before)}</td>
							<td class="num"><b>{readingValue(l.after)}</b></td>
							<td>
								{#if mark}<Mark kind={mark} />{/if}
								{words}
							</td>
						</tr>
					{/each}
				</tbody>
			</table>
			<p class="modest">
				A device change must not raise drop or ohms by more than the meter's spread. Only what was read was checked: local code
				and the authority having jurisdiction decide.
			</p>
		{:else}
			<p>
				No reading was taken both before and after. In this box's form set Work to "before", read, do the work, then set it to
				"after".
			</p>
		{/if}
	</article>
{:else}
	<p>
		Nothing to compare yet. Pick a box; in its form set Work to "before", take the readings, do the work, and read again with
		"after".
	</p>
{/each}

<style>
	article {
		max-width: 760px;
		margin-bottom: var(--space-24);
		break-inside: avoid;
	}
	h2 {
		font-size: var(--type-head);
		margin: 0;
	}
	header p {
		margin: var(--space-2) 0;
	}
	.acts {
		margin-bottom: var(--space-10);
	}
	.modest {
		font-size: var(--type-note);
		color: var(--soft);
	}
</style>
