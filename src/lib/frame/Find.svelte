<script lang="ts">
	import { Modal } from 'flowbite-svelte';
	import { circuitFinder, finder, type Action, type Hit } from './find-anything';
	import { useJob } from '$lib/store/use-job';

	interface Props {
		open: boolean;
		/** What can be done from here. */
		actions: readonly Action[];
		onhit: (hit: Hit) => void;
		/** Only circuits are looked for. */
		only?: 'circuit' | undefined;
	}
	let { open = $bindable(), actions, onhit, only }: Props = $props();
	const store = useJob();
	let text = $state('');
	let at = $state(0);
	const find = $derived(only ? circuitFinder(store.job) : finder(store.job, store.assessment.stages, actions));
	const hits = $derived(find(text).slice(0, only ? 60 : 12));
	function choose(hit: Hit | undefined): void {
		if (!hit) return;
		open = false;
		text = '';
		onhit(hit);
	}
	function onkeydown(e: KeyboardEvent): void {
		if (e.key === 'ArrowDown') at = Math.min(at + 1, hits.length - 1);
		else if (e.key === 'ArrowUp') at = Math.max(at - 1, 0);
		else if (e.key === 'Enter') choose(hits[at]);
		else return;
		e.preventDefault();
	}
	const focus = (node: HTMLInputElement) => {
		setTimeout(() => node.focus(), 30);
	};
</script>

<Modal bind:open title={only ? 'Find a circuit' : 'Find anything'} size="sm" class="hekto-modal">
	<div class="field">
		<label for="find">{only ? 'Number, name, room or breaker' : 'Box, room, circuit, device, rule, stage or action'}</label>
		<input
			id="find"
			use:focus
			bind:value={text}
			oninput={() => (at = 0)}
			{onkeydown}
			autocomplete="off"
			role="combobox"
			aria-expanded={hits.length > 0}
			aria-controls="hits"
			aria-activedescendant={hits[at] ? `hit-${at}` : undefined}
		/>
	</div>
	<ul id="hits" role="listbox" aria-label="Found">
		{#each hits as hit, i (`${hit.kind} ${hit.id} ${hit.name}`)}
			<!-- svelte-ignore a11y_click_events_have_key_events -->
			<li id={`hit-${i}`} role="option" aria-selected={i === at} onclick={() => choose(hit)}>
				<b>{hit.name}</b> <span class="soft">{hit.about}</span>
			</li>
		{:else}
			{#if text}<li role="option" aria-selected="false">Nothing is named "{text}".</li>{/if}
		{/each}
	</ul>
</Modal>

<style>
	ul {
		list-style: none;
		margin: var(--space-10) 0 0;
		padding: 0;
	}
	li {
		padding: var(--space-8) var(--space-10);
		border-bottom: 1px dotted var(--rule);
		cursor: pointer;
		min-height: 40px;
	}
	li[aria-selected='true'] {
		background: var(--copper-wash);
	}
</style>
