<script lang="ts">
	import { applyFix } from '$core/edit/fix';
	import { replaceAdvice, type ReplaceChoice } from '$core/protection/articles/406-4-d-replace-advice';
	import { show } from '$core/units/quantity';
	import { freshId } from '$lib/data/jobs';
	import { useJob } from '$lib/data/job-store.svelte';
	import { atTop } from '$lib/ui/at-top';
	import Btn from '$lib/ui/Btn.svelte';
	import Mark from '$lib/ui/Mark.svelte';
	import RuleChip from '$lib/ui/RuleChip.svelte';

	/** Existing receptacles, what their ground is known by, and what may lawfully take their place. */
	const store = useJob();
	const GROUND = {
		proven: ['good', 'ground proven'],
		seen: ['good', 'ground seen'],
		said: ['look', 'entered, not proven'],
		none: ['violation', 'no ground'],
		unknown: ['unknown', 'not known']
	} as const;
	const rows = $derived(
		store.job.boxes.flatMap((box) => {
			if (box.state !== 'found') return [];
			const device = box.devices.find((d) => d.receptacles > 0 && d.volts === 120);
			const advice = device && replaceAdvice(store.ruled, { box, device }, store.readings);
			return device && advice ? [{ box, device, advice, room: store.index.rooms.get(box.roomId ?? '')?.name ?? '' }] : [];
		})
	);
	const chosen = $derived(rows.find((r) => r.box.id === store.box?.id));
	const take = (c: ReplaceChoice) => {
		const { fix } = c;
		if (chosen && fix) void store.edit(`${chosen.box.name}: ${c.title}`, applyFix(fix, freshId));
	};
</script>

{#if chosen}
	{@const { advice } = chosen}
	{@const [mark, words] = GROUND[advice.ground.state]}
	{#key chosen.box.id}
		<section class="chosen" {@attach atTop}>
			<h2>{chosen.box.name}, {chosen.room}</h2>
			<p><Mark kind={mark} /> <b>{words}</b>. {advice.ground.why}</p>
			{#if advice.ground.ask}<p class="ask">First: {advice.ground.ask}</p>{/if}
			{#if advice.duties.length}
				<p>A replacement here also requires:</p>
				<ul>
					{#each advice.duties as d (d.text)}<li>{d.text} <RuleChip rule={d.rule} /></li>{/each}
				</ul>
			{/if}
			<ol>
				{#each advice.choices as c (c.id)}
					<li>
						<h3>{c.title} <RuleChip rule={c.rule} /></h3>
						<p>
							{c.does}{#if c.price !== null}<span class="cost"><b class="mono">{show(c.price, 0)}</b> by the price list.</span
								>{/if}
						</p>
						{#if c.labels.length}<p>
								Label: {#each c.labels as l (l)}<span class="label">{l}</span>
								{/each}
							</p>{/if}
						{#if c.needs.length}<p class="soft">Needs: {c.needs.join('; ')}.</p>{/if}
						<p class="soft">A plug-in tester: {c.tester}</p>
						{#each c.warns as w (w)}<p><Mark kind="caution" /> {w}</p>{/each}
						{#if c.wholeRun}
							{@const { wholeRun } = c}
							<Btn small onclick={() => store.edit(wholeRun.label, applyFix(wholeRun, freshId))}>{wholeRun.label}</Btn>
						{/if}
						{#if c.fix}<Btn small onclick={() => take(c)}>{c.fix.label}</Btn>{/if}
					</li>
				{/each}
			</ol>
		</section>
	{/key}
{:else if rows.length}<p class="soft">
		Pick an existing receptacle: allowed replacements with labels, lowest added cost first.
	</p>{/if}
<table class="data">
	<thead><tr><th>Box</th><th>Room</th><th>Face</th><th>Ground</th><th>First choice</th></tr></thead>
	<tbody>
		{#each rows as r (r.box.id)}
			{@const [mark, words] = GROUND[r.advice.ground.state]}
			<tr class="pick" aria-selected={r.box.id === chosen?.box.id}>
				<td
					><button type="button" class="row" onclick={() => store.select({ kind: 'box', id: r.box.id })}>{r.box.name}</button></td
				>
				<td>{r.room}</td>
				<td>{r.device.slots === 'two-slot' ? 'two-slot' : 'grounding'}{r.device.state === 'found' ? '' : ', to be replaced'}</td>
				<td><Mark kind={mark} /> {words}</td>
				<td>{r.advice.choices[0]?.title ?? ''}</td>
			</tr>
		{:else}<tr
				><td colspan="5">No existing receptacle in a room. New outlets need a ground; this page is for replacements.</td></tr
			>{/each}
	</tbody>
</table>

<style>
	.chosen {
		border: 1.5px solid var(--ink);
		border-radius: 4px;
		padding: 10px 14px;
		margin-bottom: 14px;
	}
	.chosen p {
		margin: 4px 0;
	}
	td:first-child {
		white-space: nowrap;
	}
	.ask {
		color: var(--look);
		font-weight: 600;
	}
	ul {
		list-style: disc;
		margin: 2px 0 8px;
		padding-left: 20px;
	}
	ol {
		list-style: decimal;
		margin: 8px 0 0;
		padding-left: 22px;
		display: grid;
		gap: 12px;
	}
	h3 {
		font-size: 17px;
	}
	.cost {
		margin-left: 5px;
	}
	.label {
		border: 1.5px solid var(--ink);
		border-radius: 3px;
		padding: 0 7px;
		font-weight: 600;
		font-size: 14.5px;
		white-space: nowrap;
	}
	@media (max-width: 820px) {
		table {
			display: block;
			overflow-x: auto;
		}
	}
</style>
