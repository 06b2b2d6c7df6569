<script module lang="ts">
	import type { Component } from 'svelte';
	import type { Stage } from '$core/model/kinds';

	/** Each stage's sheet is loaded when it is first shown. */
	const SHEETS: Record<Stage, () => Promise<{ default: Component<Record<string, never>> }>> = {
		walk: () => import('./walk/Walk.svelte'),
		layout: () => import('./layout/Layout.svelte'),
		circuit: () => import('./circuit/Circuit.svelte'),
		protect: () => import('./protect/Protect.svelte'),
		rough: () => import('./rough/Rough.svelte'),
		trim: () => import('./trim/Trim.svelte'),
		prove: () => import('./prove/Prove.svelte'),
		trace: () => import('./trace/Trace.svelte'),
		handover: () => import('./handover/Handover.svelte')
	};
	/** Has the sheet come before it is shown. Where it does not come, that is told when it is to be shown. */
	export const fetchSheet = (stage: Stage): void => void SHEETS[stage]().catch(() => undefined);
</script>

<script lang="ts">
	import InTurn from '$lib/kit/InTurn.svelte';
	import Late from '$lib/frame/Late.svelte';

	let { stage }: { stage: Stage } = $props();
</script>

<Late load={SHEETS[stage]}>{#snippet children(Sheet)}<InTurn><Sheet /></InTurn>{/snippet}</Late>
