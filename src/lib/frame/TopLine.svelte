<script lang="ts">
	import BrandMark from '$lib/kit/BrandMark.svelte';
	import { MoonOutline, QuestionCircleOutline, RedoOutline, SearchOutline, SunOutline, UndoOutline } from 'flowbite-svelte-icons';
	import { sayDay } from '$lib/clock';
	import { useJob } from '$lib/store/use-job';
	import Btn from '$lib/kit/Btn.svelte';
	import InTurn from '$lib/kit/InTurn.svelte';
	import { theme } from '$lib/kit/theme.svelte';
	import { wide } from '$lib/kit/wide.svelte';
	import LiveStrip from './LiveStrip.svelte';

	interface Props {
		onjob: () => void;
		onlive: () => void;
		onkeys: () => void;
		onfind: () => void;
	}
	let { onjob, onlive, onkeys, onfind }: Props = $props();
	const store = useJob();
	const TURNS = [
		{ way: 'undo', name: 'Undo', Icon: UndoOutline },
		{ way: 'redo', name: 'Redo', Icon: RedoOutline }
	] as const;
	const day = (iso: string) => sayDay(iso);
	const amended = $derived(store.job.amendments.length);
	const amendments = $derived(
		store.job.amendments
			.map(
				(a) =>
					`${a.section} ${a.change === 'as-edition' ? `as in ${a.edition}` : a.change}${a.only ? ` for ${a.only}` : ''}: ${a.reference}`
			)
			.join('\n')
	);
</script>

<header class="top no-print">
	<a class="brand" href="/" aria-label="Hekto, all jobs">
		<BrandMark size={19} />
		<span>HEKTO</span>
	</a>
	<p class="job" title={[store.job.name, store.job.place].filter(Boolean).join(', ')}>
		<b class="condensed">{store.job.name}</b> <span class="soft">{store.job.place}</span>
	</p>
	<button type="button" class="chip" title={amendments || 'The job, its edition and amendments'} onclick={onjob}
		>NEC {store.job.edition}{amended ? ` · ${amended} ${amended === 1 ? 'amendment' : 'amendments'}` : ''}</button
	>
	{#if store.job.permitDate}<p class="chip wide">permit {day(store.job.permitDate)}</p>{/if}
	<div class="acts">
		<InTurn>
			{#each TURNS as { way, name, Icon } (way)}
				{#if way === 'undo' || wide.current}<Btn
						small
						look="quiet"
						label={name}
						title={store.turns[way] ? `${name}: ${store.turns[way]}` : `Nothing to ${way}`}
						disabled={!store.turns[way]}
						onclick={() => store.turn(way)}><Icon size="sm" aria-hidden="true" /></Btn
					>{/if}
			{/each}
			<Btn small look="quiet" label="Find anything" title="Find anything ( / )" onclick={onfind}
				><SearchOutline size="sm" aria-hidden="true" /></Btn
			>
			{#if wide.current}<span class="wide"
					><Btn small look="quiet" label="Keys" title="Keys ( ? )" onclick={onkeys}
						><QuestionCircleOutline size="sm" aria-hidden="true" /></Btn
					></span
				>
				<Btn small look="quiet" label={theme.dark ? 'Light theme' : 'Dark theme'} onclick={() => theme.turn()}
					>{#if theme.dark}<SunOutline size="sm" aria-hidden="true" />{:else}<MoonOutline
							size="sm"
							aria-hidden="true"
						/>{/if}</Btn
				>{/if}
		</InTurn>
	</div>
	<LiveStrip onopen={onlive} />
</header>

<style>
	.top {
		display: flex;
		align-items: center;
		gap: var(--space-12);
		padding: 0 var(--space-12);
		height: 46px;
		border-bottom: 1.5px solid var(--ink);
		background: var(--paper);
		min-width: 0;
	}
	p {
		margin: 0;
	}
	.brand {
		display: flex;
		align-items: center;
		gap: var(--space-8);
		font:
			700 20px 'Barlow Condensed',
			sans-serif;
		letter-spacing: 0.05em;
		text-decoration: none;
		color: var(--ink);
		min-height: 36px;
		flex: none;
	}
	.job {
		flex: 0 4 auto;
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
		margin-left: var(--space-8);
		font-size: var(--type-small);
	}
	.job b {
		font-size: var(--type-head);
		margin-right: var(--space-4);
	}
	.chip {
		background: none;
		color: var(--ink);
		font-family: inherit;
		line-height: 26px;
		border: 1px solid var(--soft);
		border-radius: 3px;
		padding: 0 var(--space-8);
		font-size: var(--type-note);
		white-space: nowrap;
		flex: none;
	}
	/* As wide as the buttons that come into it. */
	.acts {
		margin-left: auto;
		display: flex;
		gap: var(--space-4);
		flex: none;
		min-width: 198.75px;
		min-height: 30px;
	}
	@media (max-width: 1360px) {
		.job .soft {
			display: none;
		}
	}
	@media (max-width: 1180px) {
		.wide {
			display: none;
		}
		.acts {
			min-width: 158px;
		}
	}
	@media (max-width: 820px) {
		.top {
			height: auto;
			padding: var(--space-4) var(--space-8);
			gap: var(--space-8);
		}
		.brand span,
		.chip,
		.job {
			display: none;
		}
		.brand {
			min-height: 44px;
			min-width: 30px;
			justify-content: center;
		}
		.acts {
			order: 2;
			margin: 0;
			min-width: 93px;
			min-height: 44px;
		}
	}
</style>
