<script lang="ts">
	import { Drawer } from 'flowbite-svelte';
	import type { Stage } from '$core/model/kinds';
	import type { Finding } from '$core/model/result';
	import Btn from '$lib/kit/Btn.svelte';
	import Slip from '$lib/slip/Slip.svelte';
	import { theme } from '$lib/kit/theme.svelte';
	import StageRail from '$lib/frame/StageRail.svelte';

	interface Props {
		stage: Stage;
		slip: boolean;
		stages: boolean;
		onshow: (finding: Finding) => void;
		onjob: () => void;
	}
	/** On a phone: the slip from below, the stages from the side. */
	let { stage, slip = $bindable(), stages = $bindable(), onshow, onjob }: Props = $props();
</script>

<Drawer bind:open={slip} placement="bottom" class="hekto-drawer" aria-label="Why"
	><Slip {stage} {onshow} drawer onclose={() => (slip = false)} /></Drawer
>
<Drawer bind:open={stages} placement="left" class="hekto-drawer" aria-label="All stages"
	><StageRail {stage} onchoose={() => (stages = false)} />
	<p class="more">
		<Btn onclick={() => theme.turn()}>{theme.dark ? 'Light theme' : 'Dark theme'}</Btn>
		<Btn onclick={() => ((stages = false), onjob())}>The job</Btn> <a href="/">All jobs</a>
	</p>
</Drawer>

<style>
	.more {
		display: flex;
		align-items: center;
		gap: var(--space-16);
		padding: 0 var(--space-12) var(--space-16);
	}
	.more a {
		color: var(--copper);
		font-weight: 600;
	}
</style>
