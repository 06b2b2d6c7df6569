<script lang="ts" generics="Part">
	import type { Snippet } from 'svelte';
	import { onReload } from '$lib/kit/keeps';
	import Btn from '$lib/kit/Btn.svelte';
	import Guarded from './Guarded.svelte';
	import { fetched } from '$lib/kit/late.svelte';
	import Trouble from '$lib/kit/Trouble.svelte';

	/**
	 * A part that is loaded when it is first shown. Where it cannot be (an older page after a new version, or no
	 * network), it says so and what to do; what is typed on the page stays until the user reloads.
	 */
	interface LateProps {
		load: () => Promise<{ default: Part }>;
		/** It opens over the page: its failure is said over the page too. */
		over?: boolean;
		children: Snippet<[Part]>;
	}
	let { load, over = false, children }: LateProps = $props();
	let tries = $state(0);
	/** The same part stays as it is, with what is typed in it, whatever changes around it. */
	const loader = $derived(load);
	const loading = $derived.by(() => (void tries, fetched(loader)));
</script>

{#await loading then { default: part }}
	<!-- What breaks once it is loaded is out of reach of the guards around it: its own. -->
	<Guarded what="This part" at={String(tries)}>{@render children(part)}</Guarded>
{:catch}
	<Trouble level="look" {over}>
		<p><b>This part of Hekto could not be loaded.</b> There may be a new version, or no network. {onReload()}</p>
		{#snippet acts()}
			<Btn look="main" small onclick={() => location.reload()}>Reload</Btn>
			<Btn small onclick={() => (tries += 1)}>Try again</Btn>
		{/snippet}
	</Trouble>
{/await}
