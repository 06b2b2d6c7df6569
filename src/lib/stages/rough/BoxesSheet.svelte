<script lang="ts">
	import { editBox } from '$core/edit/boxes';
	import { boxChoice } from '$core/rough/box-choice';
	import type { SoldBox } from '$core/code/shape/supports';
	import { show } from '$core/units/quantity';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Mark from '$lib/kit/Mark.svelte';

	/** Which box holds what it is to have: the smallest, and the next one up. */
	const store = useJob();
	const boxes = $derived(
		store.known.boxes.filter((b) => (b.state !== 'found' || b.id === store.box?.id) && (!store.run || store.run.byBox.has(b.id)))
	);
	const rows = $derived(boxes.map((box) => ({ box, choice: boxChoice(store.edition, store.known, box) })));
	const own = $derived(rows.find((r) => r.box.id === store.box?.id));
	const use = (id: string, name: string, b: SoldBox) =>
		store.edit(
			`${name}: ${b.name}`,
			editBox(id, { volumeCuIn: b.cuIn, material: b.material, ...(b.depthIn === null ? {} : { depthIn: b.depthIn }) })
		);
	const wordsOf = (b: SoldBox | undefined) => (b ? `${b.name}, ${b.cuIn} cu in` : 'none of the usual ones');
</script>

{#if own}
	<section>
		<h2>{own.box.name}</h2>
		<p class="big">
			{#if own.choice.needCuIn === null}<Mark kind="unknown" /> What enters it is not known.
			{:else}<b>{show(own.choice.needCuIn)} cu in</b> needed{own.choice.needDepthIn
					? `, ${show(own.choice.needDepthIn, 2)} in deep`
					: ''}{/if}
		</p>
		<ul>
			{#each own.choice.fits.slice(0, 6) as b (`${b.name} ${b.cuIn}`)}
				<li>
					{b.material}, {b.name}: {b.cuIn} cu in{b.depthIn === null ? '' : `, ${show(b.depthIn, 3)} in deep`}
					<Btn small onclick={() => use(own.box.id, own.box.name, b)}>Use</Btn>
				</li>
			{/each}
		</ul>
		{#each own.choice.notes as n (n)}<p class="soft">{n}</p>{/each}
	</section>
{/if}
<table class="data">
	<thead
		><tr><th>Box</th><th class="num">Needs</th><th class="num">Has</th><th>Smallest that fits</th><th>Next one up</th></tr></thead
	>
	<tbody>
		{#each rows as { box, choice } (box.id)}
			<tr class="pick" aria-selected={store.selection?.id === box.id}>
				<td><button type="button" class="row" onclick={() => store.select({ kind: 'box', id: box.id })}>{box.name}</button></td>
				<td class="num">{choice.needCuIn === null ? '?' : show(choice.needCuIn)}</td>
				<td class="num"
					>{#if box.volumeCuIn !== null && choice.needCuIn !== null && box.volumeCuIn < choice.needCuIn}<Mark kind="bad" />{/if}
					{box.volumeCuIn ?? '–'}</td
				>
				<td>{choice.needCuIn === null ? '' : wordsOf(choice.fits[0])}</td>
				<td>{choice.needCuIn === null ? '' : wordsOf(choice.fits[1])}</td>
			</tr>
		{:else}<tr><td colspan="5">No new boxes here.</td></tr>
		{/each}
	</tbody>
</table>
<p class="soft">Plastic boxes as they are commonly marked: the mark on the box goes before.</p>

<style>
	.big {
		font-size: var(--type-lead);
		margin: 0 0 var(--space-4);
	}
	.big b {
		font-size: var(--type-figure);
	}
	ul {
		margin: 0 0 var(--space-8);
		padding: 0;
	}
	li {
		list-style: none;
		display: flex;
		gap: var(--space-12);
		align-items: center;
		min-height: 44px;
	}
	h2 {
		font-size: var(--type-head);
		margin: 0;
	}
</style>
