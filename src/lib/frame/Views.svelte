<script lang="ts" generics="View extends string">
	import { TabItem, Tabs } from 'flowbite-svelte';
	import { onMount, type Snippet } from 'svelte';
	import { inTurn } from '$lib/kit/in-turn';
	import Late from './Late.svelte';

	interface Props {
		/** The views of a stage, by their key, in order. */
		views: Readonly<Partial<Record<View, string>>>;
		view: View;
		onview: (view: View) => void;
		/** What the view that is picked shows. */
		children: Snippet;
	}
	let { views, view, onview, children }: Props = $props();
	const ID = 'view-';
	/** The row is drawn two tabs a task. */
	const EACH_TURN = 2;
	let most = $state(EACH_TURN);
	const all = $derived(Object.entries(views) as [View, string][]);
	onMount(() => {
		let stop = () => {};
		const more = () => {
			most += EACH_TURN;
			// All are drawn, and any that comes later with them.
			if (most >= all.length) most = Infinity;
			else stop = inTurn(more);
		};
		stop = inTurn(more);
		return () => stop();
	});
	const rows = $derived(all.filter(([key], i) => i < most || key === view));
	let row = $state<HTMLDivElement>();
	let roomPx = $state(0);
	let widths = $state.raw<readonly number[]>([]);
	/** Room for the word "More". */
	const MORE_PX = 84;
	// Widths belong to the DOM, and change when the letters have come. They are told when it has laid the row out.
	$effect(() => {
		void rows;
		const tabs = [...(row?.querySelectorAll<HTMLElement>('[role="presentation"]') ?? [])];
		const laidOut = new ResizeObserver(() => (widths = tabs.map((li) => li.offsetWidth)));
		for (const li of tabs) laidOut.observe(li);
		return () => laidOut.disconnect();
	});
	/** The keys that stand in the row; the one that is shown is always among them. */
	const inRow = $derived.by(() => {
		const keys = rows.map(([key]) => key);
		const wide = (some: readonly View[]) => some.reduce((sum, key) => sum + (widths[keys.indexOf(key)] ?? 0), 0);
		if (!widths.length || !roomPx || wide(keys) <= roomPx) return keys;
		let some = keys;
		while (some.length > 1 && wide(some) > roomPx - MORE_PX) some = some.filter((key, i) => key === view || i !== last(some));
		return some;
	});
	/** The last one that may give way. */
	const last = (some: readonly View[]) => (some.at(-1) === view ? some.length - 2 : some.length - 1);
	const more = $derived(rows.filter(([key]) => !inRow.includes(key)));
	/** Arrows step along the row, as in every row of tabs. */
	function onkeydown(e: KeyboardEvent): void {
		const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
		if (!by) return;
		e.preventDefault();
		e.stopPropagation();
		const next = inRow[(inRow.indexOf(view) + by + inRow.length) % inRow.length];
		if (!next) return;
		onview(next);
		document.getElementById(ID + next)?.focus();
	}
	const TAB =
		'min-h-9 max-[820px]:min-h-[44px] max-[820px]:min-w-[44px] px-2.5 rounded-none! border-b-[3px] text-(length:--type-body) cursor-pointer whitespace-nowrap';
	const OFF = `${TAB} border-transparent text-(--soft) hover:text-(--ink)`;
	const ON = `${TAB} border-(--copper) text-(--ink) font-semibold`;
</script>

<div class="views" bind:this={row} bind:clientWidth={roomPx}>
	<Tabs
		bind:selected={() => ID + view, (id) => id && id !== ID + view && onview(id.slice(ID.length) as View)}
		divider={false}
		class="no-print m-0 flex flex-nowrap overflow-hidden border-b border-(--rule) pl-1.5"
		classes={{ content: 'flex min-h-0 flex-1 flex-col bg-transparent! p-0! m-0!' }}
		aria-label="Views"
		{onkeydown}
	>
		{#each rows as [key, title] (key)}
			<TabItem
				key={ID + key}
				{title}
				open={key === view}
				class={inRow.includes(key) ? '' : 'invisible absolute'}
				activeClass={ON}
				inactiveClass={OFF}>{@render children()}</TabItem
			>
		{/each}
	</Tabs>
	{#if more.length}
		<div class="more no-print">
			<Late load={() => import('$lib/kit/MenuBtn.svelte')}
				>{#snippet children(More)}<More rows={more} onpick={(key) => onview(key as View)} />{/snippet}</Late
			>
		</div>
	{/if}
</div>

<style>
	.views {
		position: relative;
		flex: 1;
		min-height: 0;
		display: flex;
		flex-direction: column;
	}
	.more {
		position: absolute;
		right: 8px;
		top: 0;
		height: 37px;
		display: grid;
		align-items: center;
	}
	@media (max-width: 820px) {
		.more {
			height: 45px;
		}
	}
</style>
