<script lang="ts">
	import type { TakingIn } from '$lib/workers/taking-in.svelte';
	import FilePick from '$lib/kit/FilePick.svelte';
	import InTurn from '$lib/kit/InTurn.svelte';
	import Progress from '$lib/frame/Progress.svelte';

	interface Props {
		/** What is being begun, and asked for below. */
		asking: 'call' | 'job' | null;
		/** Codes are being read from another screen. */
		reading: boolean;
		/** A file that is being opened. */
		work: TakingIn;
		onpick: (file: File) => void;
	}
	/** What to do first: a service call, a job, a file from elsewhere. */
	let { asking = $bindable(), reading = $bindable(), work, onpick }: Props = $props();
</script>

<div class="begin">
	<button
		type="button"
		class="way main"
		aria-expanded={asking === 'call'}
		onclick={() => (asking = asking === 'call' ? null : 'call')}
	>
		<b class="condensed">New service call</b><span>One box, something is wrong. Two questions, then measure.</span>
	</button>
	<button type="button" class="way" aria-expanded={asking === 'job'} onclick={() => (asking = asking === 'job' ? null : 'job')}>
		<b class="condensed">New job</b><span>A house: walk it, lay it out, circuit it, prove it.</span>
	</button>
	<div class="way file">
		<div class="pick">
			<InTurn
				><FilePick small={false} label="Open job file" accept=".hekto,.json,application/json,application/zip" {onpick} /></InTurn
			>
		</div>
		<span>From another device. <button type="button" class="link" onclick={() => (reading = !reading)}>Read codes</button></span>
		<Progress {work} />
	</div>
</div>

<style>
	.begin {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
		gap: var(--space-12);
		margin-bottom: var(--space-12);
		max-width: 980px;
	}
	.way {
		all: unset;
		box-sizing: border-box;
		cursor: pointer;
		display: grid;
		align-content: start;
		gap: var(--space-4);
		border: 1.5px solid var(--ink);
		border-radius: 4px;
		padding: var(--space-12) var(--space-12);
		min-height: 84px;
		background: var(--sheet);
	}
	.way b {
		font-size: var(--type-head);
		line-height: 1.1;
	}
	.way.main {
		background: var(--copper);
		border-color: var(--copper);
		color: var(--on-copper);
	}
	.way:not(.file, .main):hover {
		background: var(--paper);
	}
	.way:focus-visible {
		outline: 2.5px solid var(--copper);
		outline-offset: 2px;
	}
	.file {
		cursor: default;
		border-color: var(--rule);
		justify-items: start;
	}
	/* As high as the button that comes into it. */
	.pick {
		min-height: 36px;
	}
	.link {
		all: unset;
		cursor: pointer;
		text-decoration: underline;
		min-height: 44px;
		padding: 0 var(--space-4);
	}
	.link:focus-visible {
		outline: 2px solid var(--copper);
	}
	@media (max-width: 820px) {
		.pick {
			min-height: 44px;
		}
	}
</style>
