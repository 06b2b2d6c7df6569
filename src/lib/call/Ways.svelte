<script lang="ts">
	import { beginWork } from '$core/edit/works';
	import type { Box } from '$core/model/job';
	import type { Way } from '$core/work/ways';
	import { freshId } from '$lib/store/jobs';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';

	interface Props {
		box: Box;
		ways: readonly Way[];
	}
	/** The ways of a switch, a light, an appliance or a 240 V face: like for like, or what its sheet leads through. */
	let { box, ways }: Props = $props();
	const store = useJob();
	const take = ({ title, sheet, fix }: Way) =>
		void store.act(`${box.name}: ${title}`, (act) => beginWork({ boxId: box.id, title, sheet, fix }, act, freshId));
</script>

<ol>
	{#each ways as way (way.id)}
		<li>
			<h3>{way.title}</h3>
			<p>{way.does}</p>
			<Btn label={`${way.title}: use this`} onclick={() => take(way)}>Use this</Btn>
		</li>
	{/each}
</ol>

<style>
	ol {
		list-style: none;
		margin: 0;
		padding: 0;
		display: grid;
		gap: var(--space-12);
		max-width: 620px;
	}
	h3 {
		font-size: var(--type-lead);
		margin: 0;
	}
	p {
		margin: var(--space-2) 0 var(--space-6);
	}
</style>
