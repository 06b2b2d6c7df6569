<script lang="ts">
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import Note from '$lib/kit/Note.svelte';
	import { onReload } from '$lib/kit/keeps';
	import { ONLY_HERE } from '$lib/store/store-fault';
	import { late } from '$lib/kit/late.svelte';
	import Conflict from './Conflict.svelte';
	import LiveAlarm from './LiveAlarm.svelte';
	import LookBar from './LookBar.svelte';
	import StopLine from './StopLine.svelte';
	const store = useJob();
	// A word of what was done goes by itself; a refusal stays until it is read.
	$effect(() => {
		const notice = store.notice;
		if (!notice || notice.bad) return;
		const timer = setTimeout(() => store.notice === notice && (store.notice = null), 3500);
		return () => clearTimeout(timer);
	});
</script>

<div class="no-print">
	<LiveAlarm />
	<LookBar />
	<StopLine />
	{#if store.onlyHere || store.fault}
		<Note level="stop"
			>{store.fault ?? ONLY_HERE}
			{#snippet acts()}<Btn small onclick={() => store.saveFile()}>Save job file</Btn>{/snippet}</Note
		>
	{/if}
	{#if late.failed}
		<Note level="stop"
			>A part of Hekto could not be loaded: there may be a new version, or no network. {onReload()}
			{#snippet acts()}<Btn small onclick={() => location.reload()}>Reload</Btn>
				<Btn small look="quiet" onclick={() => (late.failed = false)}>Later</Btn>{/snippet}</Note
		>
	{/if}
	{#each store.toldConflicts as told (told.conflict.piece.id)}<Conflict {...told} />{/each}
	{#if store.notice?.bad}
		<Note level="stop"
			>{store.notice.text}
			{#snippet acts()}<Btn small look="quiet" onclick={() => (store.notice = null)}>OK</Btn>{/snippet}</Note
		>
	{/if}
	<p class="done" class:shown={store.notice && !store.notice.bad} role="status">
		{store.notice && !store.notice.bad ? store.notice.text : ''}
	</p>
</div>

<style>
	.done {
		position: fixed;
		left: 50%;
		top: 54px;
		translate: -50% 0;
		z-index: 30;
		margin: 0;
		padding: var(--space-4) var(--space-12);
		border-radius: 3px;
		background: var(--ink);
		color: var(--sheet);
		font-size: var(--type-small);
		visibility: hidden;
		pointer-events: none;
	}
	.done.shown {
		visibility: visible;
	}
	@media (max-width: 820px) {
		.done {
			top: auto;
			bottom: 106px;
			white-space: nowrap;
		}
	}
</style>
