<script lang="ts">
	import { LAMPS, type ReadingDraft } from './reading-draft.svelte';
	interface Props {
		draft: ReadingDraft;
		/** What they show on a sound run; null: it cannot be told. */
		predicted?: string | null;
	}
	let { draft, predicted = null }: Props = $props();
</script>

<div class="lamps" role="group" aria-label="Three lamps, by what they span">
	{#if predicted}<p class="same soft">predicted: {predicted.replaceAll(' ', ' · ')}. Tap what yours show.</p>{/if}
	{#each LAMPS as name, i (name)}
		{@const lamp = draft.lamps[i]}
		<button type="button" class={`lamp ${lamp}`} onclick={() => draft.tap(i)}>
			<span class="bulb" aria-hidden="true"></span>{name[0]}-{name[1]} <small>{lamp || 'tap'}</small><span class="sr-only">
				lamp</span
			>
		</button>
	{/each}
</div>

<style>
	.lamps {
		display: grid;
		grid-template-columns: repeat(3, 1fr);
		gap: var(--space-8);
	}
	.same {
		grid-column: 1 / -1;
		margin: 0;
	}
	.lamp {
		all: unset;
		box-sizing: border-box;
		cursor: pointer;
		display: flex;
		align-items: center;
		justify-content: center;
		gap: var(--space-8);
		min-height: 44px;
		border: 1.5px solid var(--rule);
		border-radius: 3px;
		font-weight: 600;
	}
	.lamp:focus-visible {
		outline: 2.5px solid var(--copper);
	}
	.lamp small {
		color: var(--soft);
		font-weight: 400;
	}
	.bulb {
		width: 18px;
		height: 18px;
		border-radius: 50%;
		border: 2px solid var(--soft);
	}
	.lamp.on {
		border-color: var(--look);
	}
	.lamp.on .bulb {
		background: #e0ac45;
		border-color: #b07b12;
	}
	.lamp.dim .bulb {
		background: linear-gradient(90deg, #e0ac45 50%, transparent 50%);
	}
	.lamp.off {
		border-color: var(--ink);
	}
</style>
