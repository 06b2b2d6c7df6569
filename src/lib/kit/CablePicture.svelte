<script lang="ts">
	import type { CableEnd } from '$core/model/job';
	import { cableFace } from '$core/formats/cable-face';

	interface Props {
		is: Pick<CableEnd, 'kind' | 'conductors' | 'ground'>;
	}
	/** A cable as its cut end looks: its sheath, and the conductors that come out of it. */
	let { is }: Props = $props();
	const face = $derived(cableFace(is));
	const MID = 14;
	const at = (i: number) => MID + (i - (face.conductors.length - 1) / 2) * 6;
</script>

<svg viewBox="0 0 62 28" width="62" height="28" aria-hidden="true">
	{#if face.sheath === 'none'}
		{#each face.conductors as c, i (i)}
			<path d="M2 {at(i) + (i ? 4 : -4)} H60" class="edge" /><path
				d="M2 {at(i) + (i ? 4 : -4)} H60"
				class="wire"
				style:stroke={c}
			/>
			<rect x="16" y={at(i) + (i ? 0 : -8)} width="7" height="8" rx="2" class="knob" />
		{/each}
	{:else}
		{#each face.conductors as c, i (i)}
			<path d="M26 {MID + (at(i) - MID) / 2} C36 {at(i)} 40 {at(i)} 60 {at(i)}" class="edge" />
			<path d="M26 {MID + (at(i) - MID) / 2} C36 {at(i)} 40 {at(i)} 60 {at(i)}" class="wire" style:stroke={c} />
		{/each}
		<rect x="2" y="6" width="28" height="16" rx="3" class="sheath" />
		{#each [0, 1, 2, 3, 4, 5] as n (n)}
			{#if face.sheath === 'armor'}<path d="M{4 + n * 4.6} 22 q3 -8 2 -16" class="rib" />
			{:else if face.sheath === 'cloth'}<path d="M{4 + n * 4.4} 22 l4 -16 M{8 + n * 4.4} 22 l-4 -16" class="weave" />{/if}
		{/each}
	{/if}
</svg>

<style>
	svg {
		flex: none;
	}
	.wire {
		fill: none;
		stroke-width: 2.6;
	}
	.edge {
		fill: none;
		stroke: var(--ink);
		stroke-width: 4;
	}
	.sheath,
	.knob {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 1.2;
	}
	.rib,
	.weave {
		fill: none;
		stroke: var(--ink);
		stroke-width: 0.9;
	}
	.weave {
		stroke-width: 0.5;
	}
</style>
